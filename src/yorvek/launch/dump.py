"""The statements of a backup. A backup is somebody's file: it is read here, statement by statement, and only what
mariadb-dump writes of tables and rows is let through. No client that obeys commands ever sees it.

Run as a program by the project's own Python, it loads a checked backup into the database of the environment.
"""

from __future__ import annotations

import gzip
import os
import re
import sys
from collections.abc import Iterable, Iterator
from pathlib import Path

NAME = r"`[a-z0-9_]{1,64}`"
ALLOWED = tuple(
    re.compile(pattern, re.DOTALL)
    for pattern in (
        rf"DROP TABLE IF EXISTS {NAME};",
        rf"CREATE TABLE {NAME} \(\n.*\n\) ENGINE=InnoDB[^\n]*;",
        rf"INSERT INTO {NAME} VALUES\s*\(.*\);",
        rf"LOCK TABLES {NAME} WRITE;",
        r"UNLOCK TABLES;",
        r"/\*!\d{5} SET [^;]*\*/;",
        rf"/\*!\d{{5}} ALTER TABLE {NAME} (DISABLE|ENABLE) KEYS \*/;",
    )
)
NEVER = re.compile(r"\b(DATA|INDEX)\s+DIRECTORY\b", re.IGNORECASE)
SANDBOX = "/*M!999999"
LONGEST = 64 * 2**20


class NotOurs(Exception):
    """A statement that a backup does not hold: which line, and how it begins."""


def statements(lines: Iterable[str]) -> Iterator[str]:
    """The statements of a dump, one after the other. A line break within a value is written as two signs, so a line
    that ends in a semicolon ends a statement.

    Raises:
        NotOurs: something else stands there.
    """
    held: list[str] = []
    began, size = 0, 0
    for number, line in enumerate(lines, start=1):
        if not held and (not line.strip() or line.startswith("--") or line.startswith(SANDBOX)):
            continue
        began = began if held else number
        held.append(line)
        size += len(line)
        if size > LONGEST:
            raise NotOurs(f"line {began}: a statement of more than {LONGEST // 2**20} MB")
        if line.rstrip("\r\n").endswith(";"):
            yield _checked("".join(held).strip(), began)
            held, size = [], 0
    if held:
        raise NotOurs(f"line {began}: a statement without an end")


def _checked(statement: str, line: int) -> str:
    created = statement.startswith("CREATE")
    if not any(p.fullmatch(statement) for p in ALLOWED) or (created and NEVER.search(statement)):
        raise NotOurs(f"line {line}: “{statement[:40]}”")
    return statement


def read(file: Path) -> Iterator[str]:
    """The statements of a compressed backup.

    Raises:
        NotOurs, OSError, EOFError, zlib.error: it is none.
    """
    with gzip.open(file, "rt", encoding="utf-8", newline="\n") as given:
        yield from statements(given)


def _load(file: Path) -> None:
    import MySQLdb

    connection = MySQLdb.connect(
        host="127.0.0.1", port=int(os.environ["YORVEK_DB_PORT"]), user="yorvek",
        passwd=os.environ["YORVEK_DB_PASSWORD"], charset="utf8mb4", multi_statements=False,
    )  # fmt: skip
    with connection.cursor() as cursor:
        cursor.execute("DROP DATABASE IF EXISTS yorvek")
        cursor.execute("CREATE DATABASE yorvek CHARACTER SET utf8mb4 COLLATE utf8mb4_unicode_520_ci")
        cursor.execute("USE yorvek")
        for statement in read(file):
            cursor.execute(statement.encode())
    connection.commit()
    connection.close()


if __name__ == "__main__":
    _load(Path(sys.argv[1]))
