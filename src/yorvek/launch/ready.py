"""Whether the tables stand as this version needs them, told without loading the server: a start is waited for."""

from __future__ import annotations

import os
import subprocess
from pathlib import Path

from yorvek.launch.install import LOCKED
from yorvek.launch.mariadb import MariaDB, elsewhere
from yorvek.launch.places import HOME, fingerprint

STAMP = "tables.txt"
QUESTION = "SELECT COUNT(*), EXISTS (SELECT 1 FROM accounts_user) FROM django_migrations"


def version() -> str:
    """Of everything that decides what tables there are: our own migrations, and the packages that bring some."""
    files = sorted((HOME / "src" / "yorvek" / "server").glob("*/migrations/*.py"))
    return fingerprint(*files, LOCKED / "server.txt")


def _asked(database: MariaDB) -> list[str]:
    """How many migrations the database went through and whether anybody has an account; nothing where it cannot say."""
    known = database.environment()
    command = ["mariadb", "--no-defaults", "--protocol=tcp", "--host=127.0.0.1", f"--port={database.port}"]
    command += ["--user=yorvek", "--batch", "--skip-column-names", "--execute", QUESTION, known["YORVEK_DB_NAME"]]
    env = {**os.environ, "MYSQL_PWD": known["YORVEK_DB_PASSWORD"]}
    done = subprocess.run(command, env=env, capture_output=True, text=True, check=False)
    found = done.stdout.split()
    return found if done.returncode == 0 and len(found) == 2 else []


def remember(folder: Path, database: MariaDB) -> None:
    """They were brought to this version; how many steps that took tells this database from another."""
    found = [] if elsewhere() else _asked(database)
    if found:
        (folder / STAMP).write_text(f"{version()} {found[0]}")


def forget(folder: Path) -> None:
    """They are about to be somebody's backup."""
    (folder / STAMP).unlink(missing_ok=True)


def anybody(folder: Path, database: MariaDB) -> bool | None:
    """Whether anybody has an account; None where the tables may not be of this version, or it cannot be told."""
    stamp = folder / STAMP
    if elsewhere() or not stamp.exists():
        return None
    found = _asked(database)
    return found[1] == "1" if found and stamp.read_text() == f"{version()} {found[0]}" else None
