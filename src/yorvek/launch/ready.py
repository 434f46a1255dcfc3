"""Whether the tables stand as this version needs them, told without loading the server: a start is waited for."""

from __future__ import annotations

import os
import subprocess
from pathlib import Path

from yorvek.launch.install import LOCKED
from yorvek.launch.mariadb import MariaDB, elsewhere
from yorvek.launch.places import HOME, fingerprint

STAMP = "tables.txt"


def version() -> str:
    """Of everything that decides what tables there are: our own migrations, and the packages that bring some."""
    files = sorted((HOME / "src" / "yorvek" / "server").glob("*/migrations/*.py"))
    return fingerprint(*files, LOCKED / "server.txt")


def remember(folder: Path) -> None:
    """They were brought to this version."""
    (folder / STAMP).write_text(version())


def forget(folder: Path) -> None:
    """They are about to be somebody's backup."""
    (folder / STAMP).unlink(missing_ok=True)


def anybody(folder: Path, database: MariaDB) -> bool | None:
    """Whether anybody has an account; None where the tables may not be of this version, or it cannot be told."""
    stamp = folder / STAMP
    if elsewhere() or not stamp.exists() or stamp.read_text() != version():
        return None
    known = database.environment()
    command = ["mariadb", "--no-defaults", "--protocol=tcp", "--host=127.0.0.1", f"--port={database.port}"]
    command += ["--user=yorvek", "--batch", "--skip-column-names"]
    command += ["--execute", "SELECT EXISTS (SELECT 1 FROM accounts_user)", known["YORVEK_DB_NAME"]]
    env = {**os.environ, "MYSQL_PWD": known["YORVEK_DB_PASSWORD"]}
    done = subprocess.run(command, env=env, capture_output=True, text=True, check=False)
    return done.stdout.strip() == "1" if done.returncode == 0 else None
