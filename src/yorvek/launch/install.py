"""What is needed, and how it gets here: Debian's packages, Python's, the front end's."""

from __future__ import annotations

import fcntl
import os
import shutil
import subprocess
import sys
import sysconfig
from collections.abc import Iterator
from contextlib import contextmanager
from pathlib import Path

from yorvek.launch.places import DIST, HOME, PYTHON, VENV, WEB, Refused, fingerprint, is_root, say

LOCKED = HOME / "locked"
"""By level, everything that is installed, with the hashes of its files; made of the requirements by hand."""
OLDEST_NODE = (20, 19)


@contextmanager
def one_at_a_time() -> Iterator[None]:
    """Two first runs in one checkout do not install over each other."""
    lock = HOME / ".install.lock"
    with lock.open("w") as file:
        fcntl.flock(file, fcntl.LOCK_EX)
        yield


def _run(command: list[str], *, cwd: Path | None = None, env: dict[str, str] | None = None, what: str) -> None:
    """Run a step with its output on standard error; refuse with its last words if it fails."""
    done = subprocess.run(
        command, cwd=cwd, env=env, stdout=subprocess.PIPE, stderr=subprocess.STDOUT, text=True, check=False
    )
    if done.returncode:
        last = "\n".join(done.stdout.strip().splitlines()[-15:])
        raise Refused(f"{what} failed:\n{last}")


def missing_packages(*, server: bool, test: bool) -> list[str]:
    """Debian packages that are needed and not there."""
    out = []
    try:
        import ensurepip  # noqa: F401
    except ImportError:
        out.append("python3-venv")
    if server:
        if not any(Path(p).exists() for p in ("/usr/sbin/mariadbd", "/usr/bin/mariadbd")):
            out += ["mariadb-server", "mariadb-client"]
        if not shutil.which("mariadb_config"):
            out.append("libmariadb-dev")
        if not shutil.which("pkg-config"):
            out.append("pkg-config")
        if not shutil.which("gcc"):
            out.append("gcc")
        if not (Path(sysconfig.get_paths()["include"]) / "Python.h").exists():
            out.append("python3-dev")
    if test and not Path("/usr/bin/chromium").exists():
        out.append("chromium")
    return out


def debian(*, server: bool = False, test: bool = False) -> None:
    """Install missing Debian packages, as root or through sudo."""
    packages = missing_packages(server=server, test=test)
    if not packages:
        return
    say("needs these Debian packages: " + " ".join(packages))
    prefix = [] if is_root() else ["sudo"]
    if not shutil.which("apt-get") or (prefix and not shutil.which("sudo")):
        raise Refused(
            "install them and start again (apt-get install "
            + " ".join(packages)
            + "); here is neither root nor sudo with apt-get"
        )
    env = {**os.environ, "DEBIAN_FRONTEND": "noninteractive"}
    _run([*prefix, "apt-get", "update", "-qq"], env=env, what="apt-get update")
    _run(
        [*prefix, "apt-get", "install", "-y", "-qq", "--no-install-recommends", *packages],
        env=env,
        what="apt-get install",
    )


def _pip_install(name: str, what: str) -> None:
    """Install what a lock file holds, and nothing whose hash is another."""
    pip = [str(PYTHON), "-m", "pip", "install", "-q", "--disable-pip-version-check", "--require-hashes"]
    _run([*pip, "-r", str(LOCKED / f"{name}.txt")], what=what)


def python(level: str) -> None:
    """The project's own environment with what a level (core, server, test, bench) needs."""
    mark = VENV / f".yorvek-{level}"
    wanted = fingerprint(LOCKED / f"{level}.txt")
    if PYTHON.exists() and mark.exists() and mark.read_text() == wanted:
        return
    say(f"installing Python packages ({level})")
    if not PYTHON.exists():
        _run([sys.executable, "-m", "venv", str(VENV)], what="making the Python environment")
    _pip_install(level, "pip install")
    mark.write_text(wanted)


def node() -> dict[str, str]:
    """An environment in which `node` and `npm` are new enough: the system's, or a wheel's in the project's
    environment.
    """
    env = {**os.environ}
    found = shutil.which("node")
    if found and shutil.which("npm"):
        version = (
            subprocess.run([found, "--version"], capture_output=True, text=True, check=False).stdout.strip().lstrip("v")
        )
        numbers = tuple(int(n) for n in version.split(".")[:2] if n.isdigit())
        if numbers >= OLDEST_NODE and numbers[0] != 21:
            return env
    env["PATH"] = f"{VENV / 'bin'}:{env['PATH']}"
    if not (VENV / "bin" / "npm").exists():
        say("installing Node from PyPI")
        _pip_install("node", "pip install of Node")
    return env


def front_end_packages() -> dict[str, str]:
    """npm's packages by the lock file; returns the environment to run npm in."""
    env = node()
    mark = WEB / "node_modules" / ".yorvek"
    wanted = fingerprint(WEB / "package.json", WEB / "package-lock.json")
    if not (mark.exists() and mark.read_text() == wanted):
        say("installing front-end packages")
        _run(["npm", "ci", "--no-audit", "--no-fund", "--ignore-scripts"], cwd=WEB, env=env, what="npm ci")
        mark.write_text(wanted)
    return env


def front_end() -> None:
    """The built front end."""
    sources = [p for p in (WEB / "src").rglob("*") if p.is_file()]
    sources += [
        p
        for name in ("index.html", "vite.config.ts", "package-lock.json", "tsconfig.json")
        if (p := WEB / name).exists()
    ]
    mark = DIST / ".yorvek"
    wanted = fingerprint(*sources)
    if mark.exists() and mark.read_text() == wanted:
        return
    env = front_end_packages()
    say("building the front end")
    _run(["npm", "run", "build"], cwd=WEB, env=env, what="building the front end")
    _run([str(PYTHON), "-m", "whitenoise.compress", "-q", str(DIST)], what="packing the front end")
    mark.write_text(wanted)


def everything(*, test: bool = False) -> None:
    """All that a running application (and its tests) need."""
    with one_at_a_time():
        debian(server=True, test=test)
        python("test" if test else "server")
        front_end()


def core() -> None:
    """What `yorvek core` needs."""
    with one_at_a_time():
        debian()
        python("core")
