"""`yorvek backup` and `restore`: the whole database as one compressed file, whether the application runs or not."""

from __future__ import annotations

import gzip
import os
import shutil
import subprocess
import zlib
from collections.abc import Iterator
from contextlib import contextmanager
from datetime import datetime
from pathlib import Path

from yorvek.launch import dump, install, ready, supervise
from yorvek.launch.mariadb import MariaDB, elsewhere
from yorvek.launch.places import HOME, PYTHON, Refused, data_folder, say

FIRST, LAST = b"-- yorvek backup, version 1\n", b"-- Dump completed"
CHUNK = 1 << 20
WORTH_NOTHING = ("jobs_worked",)
"""What can be worked out again at any time."""


@contextmanager
def _database(*, running_is_fine: bool) -> Iterator[MariaDB]:
    """The database: the running application's, or started for as long as this takes."""
    if elsewhere():
        raise Refused("the database is another machine's (YORVEK_DB_HOST): back it up and restore it there")
    install.everything()
    folder = data_folder()
    database = MariaDB(folder, supervise.port("YORVEK_DB_PORT", 33306))
    process = supervise.running_process()
    if process is not None:
        if not running_is_fine:
            raise Refused(
                f"it is running (process {process}): ./yorvek stop first, so that nobody's work is overwritten"
            )
        yield database
        return
    with supervise.lock(folder):
        database.start()
        try:
            yield database
        finally:
            database.stop()


def _client(database: MariaDB, program: str, *words: str) -> tuple[list[str], dict[str, str]]:
    command = [
        program,
        "--no-defaults",
        "--protocol=tcp",
        "--host=127.0.0.1",
        f"--port={database.port}",
        "--user=yorvek",
    ]
    return [*command, *words], {**os.environ, "MYSQL_PWD": database.secrets()["db_password"]}


def _dump(database: MariaDB, file: Path) -> None:
    """Write a backup beside its name first, so that a half-written one never carries the name."""
    command, env = _client(
        database,
        "mariadb-dump",
        "--single-transaction",
        "--skip-lock-tables",
        "--hex-blob",
        "--no-tablespaces",
        *(f"--ignore-table-data=yorvek.{table}" for table in WORTH_NOTHING),
        "yorvek",
    )
    half = file.with_name(file.name + ".part")
    try:
        handle = os.open(half, os.O_WRONLY | os.O_CREAT | os.O_TRUNC, 0o600)
        with (
            os.fdopen(handle, "wb") as raw,
            gzip.open(raw, "wb") as out,
            subprocess.Popen(command, env=env, stdout=subprocess.PIPE) as writer,
        ):
            assert writer.stdout is not None
            out.write(FIRST)
            shutil.copyfileobj(writer.stdout, out, CHUNK)
        if writer.returncode:
            raise Refused("mariadb-dump failed; the backup was not written")
        half.replace(file)
    except OSError as error:
        raise Refused(f"{file} cannot be written ({error.strerror})") from None
    finally:
        half.unlink(missing_ok=True)


def _check(file: Path) -> None:
    """Refuse what is no complete backup, before anything is touched."""
    tail = b""
    try:
        with gzip.open(file, "rb") as given:
            if given.readline(200) != FIRST:
                raise Refused(f"{file} is no backup of this program (its first line says so): nothing was changed")
            while chunk := given.read(CHUNK):
                tail = (tail + chunk)[-4096:]
    except (OSError, EOFError, zlib.error) as error:
        raise Refused(f"{file} cannot be read as a backup ({error}): nothing was changed") from None
    if LAST not in tail:
        raise Refused(f"{file} ends in its middle: it is not complete, nothing was changed")
    try:
        for _ in dump.read(file):
            pass
    except (dump.NotOurs, UnicodeDecodeError) as error:
        raise Refused(f"{file} holds what no backup of this program holds ({error}): nothing was changed") from None


def _load(database: MariaDB, file: Path) -> bool:
    """Replace the database's content by a checked backup's."""
    ready.forget(data_folder())
    env = {**os.environ, **database.environment(), "PYTHONPATH": str(HOME / "src")}
    command = [str(PYTHON), "-m", "yorvek.launch.dump", str(file)]
    return subprocess.run(command, env=env, check=False).returncode == 0


def backup(name: str) -> int:
    """Write everything into a file."""
    file = Path(name).absolute()
    with _database(running_is_fine=True) as database:
        _dump(database, file)
    say(f"everything is in {file} ({file.stat().st_size // 1024 + 1} kB)")
    return 0


def restore(name: str) -> int:
    """Replace everything by a backup's content; what was there is kept as a backup in the data folder."""
    file = Path(name).absolute()
    _check(file)
    with _database(running_is_fine=False) as database:
        before = data_folder() / f"before-restore-{datetime.now():%Y%m%d-%H%M%S}.sql.gz"
        _dump(database, before)
        if not _load(database, file):
            _load(database, before)
            raise Refused(f"{file} could not be loaded; what was there is there again")
    say(f"restored from {file}; what was there before is in {before}")
    return 0
