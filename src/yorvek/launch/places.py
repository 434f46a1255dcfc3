"""Where things are, and how to refuse."""

from __future__ import annotations

import hashlib
import os
import pwd
import subprocess
import sys
from pathlib import Path

HOME = Path(os.environ.get("YORVEK_HOME") or Path(__file__).resolve().parents[3])
VENV = HOME / ".venv"
PYTHON = VENV / "bin" / "python"
WEB = HOME / "web"
DIST = WEB / "dist"


class Refused(Exception):
    """Something stands in the way; said in one sentence with what would help."""


def say(text: str) -> None:
    """A message for the person at the terminal, never on standard output."""
    print(f"yorvek: {text}", file=sys.stderr, flush=True)


def fingerprint(*files: Path) -> str:
    """A mark of the contents of files."""
    digest = hashlib.sha256()
    for file in sorted(files):
        digest.update(str(file.relative_to(HOME)).encode())
        digest.update(file.read_bytes())
    return digest.hexdigest()


def is_root() -> bool:
    return os.geteuid() == 0


def reachable_by(user: str, folder: Path) -> bool:
    """Whether a user may enter a folder (only root can ask)."""
    test = ["runuser", "-u", user, "--", "test", "-x", str(folder)]
    return subprocess.run(test, check=False, capture_output=True).returncode == 0


def data_folder() -> Path:
    """Where the data live: $YORVEK_DATA, `var` in the checkout, or under /var/lib where MariaDB's user cannot reach
    that.
    """
    given = os.environ.get("YORVEK_DATA")
    folder = Path(given).resolve() if given else HOME / "var"
    if not is_root():
        return folder
    try:
        pwd.getpwnam("mysql")
    except KeyError:
        return folder
    parent = folder if folder.exists() else folder.parent
    if reachable_by("mysql", parent):
        return folder
    if given:
        raise Refused(
            f"MariaDB's user mysql cannot reach {folder}: give it the right to enter that folder, or choose another "
            f"YORVEK_DATA"
        )
    return Path("/var/lib/yorvek") / hashlib.sha256(str(HOME).encode()).hexdigest()[:12]
