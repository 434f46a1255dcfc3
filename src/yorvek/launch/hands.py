"""Whose hands the web server and the task workers are in: never root's where that can be helped."""

from __future__ import annotations

import pwd
import shutil
import subprocess
from pathlib import Path

from yorvek.launch.places import HOME, PYTHON, is_root, say

USER = "yorvek"
COMPILED = Path("/var/cache/yorvek")
ENTRY = HOME / "src" / "yorvek" / "server" / "manage.py"


def own_user() -> str | None:
    """The user that serves where the launcher was started by root: one of its own, made once. None: whoever started it,
    or root where that user could not reach Python or this checkout, which is said.
    """
    if not is_root():
        return None
    if not _exists() and not _made():
        say(f"the web server and the workers run as root: a user {USER} cannot be made here")
        return None
    if not _reaches():
        say(
            f"the web server and the workers run as root: the user {USER} cannot reach {PYTHON.resolve()} or {HOME}; "
            "put both where everybody may read"
        )
        return None
    return USER


def compiled_folder() -> Path:
    """Where that user's processes keep compiled code: the data folder is not theirs to enter."""
    COMPILED.mkdir(parents=True, exist_ok=True)
    shutil.chown(COMPILED, USER, USER)
    return COMPILED


def _exists() -> bool:
    try:
        pwd.getpwnam(USER)
    except KeyError:
        return False
    return True


def _made() -> bool:
    add = ["useradd", "--system", "--user-group", "--no-create-home", "--home-dir", "/nonexistent"]
    try:
        done = subprocess.run([*add, "--shell", "/usr/sbin/nologin", USER], capture_output=True, check=False)
    except OSError:
        return False
    return done.returncode == 0


def _reaches() -> bool:
    ask = [str(PYTHON), "-c", f"open({str(ENTRY)!r}).close()"]
    try:
        done = subprocess.run(ask, user=USER, group=USER, extra_groups=[], cwd="/", capture_output=True, check=False)
    except OSError:
        return False
    return done.returncode == 0
