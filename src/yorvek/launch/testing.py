"""`yorvek test`: linters, the core, the front end, the server and the browser, each on its own or all."""

from __future__ import annotations

import os
import resource
import shutil
import subprocess
import tempfile
import time
from pathlib import Path

from yorvek.launch import install, mutants
from yorvek.launch.mariadb import MariaDB, free_port
from yorvek.launch.places import HOME, PYTHON, VENV, WEB, is_root, say

PYTHON_CODE = ("src", "tests", "benchmarks")
GROUPS = ("core", "server", "web", "browser", "values", "mutants")
"""All but the last make the everyday run."""
WITHOUT_DJANGO = [str(PYTHON), "-m", "pytest", "-q", "-p", "no:django", "-o", "DJANGO_SETTINGS_MODULE="]
ONE_THREAD = {"OPENBLAS_NUM_THREADS": "1", "OMP_NUM_THREADS": "1"}
"""Tests run side by side: threads of matrix products would only wait for each other."""
SIDE_BY_SIDE = ["-n", str(min(os.cpu_count() or 1, 4))]


def _step(title: str, command: list[str], *, env: dict[str, str] | None = None, cwd: Path = HOME) -> bool:
    say(f"--- {title}")
    began, worked = time.monotonic(), _processor_s()
    code = subprocess.run(
        command, cwd=cwd, env={**ONE_THREAD, **os.environ, "PYTHONPATH": f"{HOME / 'src'}", **(env or {})}, check=False
    ).returncode
    took = f"{time.monotonic() - began:.0f} s, {_processor_s() - worked:.0f} s of processor time"
    say(f"--- {title}: {'ok' if code == 0 else 'FAILED'} in {took}")
    return code == 0


def _processor_s() -> float:
    """Processor time of everything that was started and has ended."""
    used = resource.getrusage(resource.RUSAGE_CHILDREN)
    return used.ru_utime + used.ru_stime


def _tool(name: str) -> str:
    return str(VENV / "bin" / name)


def _compiled() -> bool:
    """Compile once what is compiled: tests side by side would all do it, each for itself."""
    warm = "from yorvek.core.cutting import bars, sheets; bars.warm_up(); sheets.warm_up()"
    return _step("compiled code", [str(PYTHON), "-c", warm])


def core() -> list[bool]:
    """Linters, types, layers, and the core's tests."""
    return [
        _step("ruff", [_tool("ruff"), "check", *PYTHON_CODE]),
        _step("ruff format", [_tool("ruff"), "format", "--check", "-q", *PYTHON_CODE]),
        _step("mypy, strict", [_tool("mypy")]),
        _step("import contracts", [_tool("lint-imports")]),
        _compiled(),
        _step("core tests", [*WITHOUT_DJANGO, *SIDE_BY_SIDE, "tests/core"]),
    ]


def values() -> list[bool]:
    """Check values: the self-test, then the run whose last line counts them."""
    # whether each case agrees is the run's own to say, below: it need not be worked out twice
    others = ["-k", "not case_agrees and not whole_verdict_agrees and not drawn_otherwise"]
    return [
        _step("check values, self-test", [*WITHOUT_DJANGO, *SIDE_BY_SIDE, "tests/values", *others]),
        _step(
            "check values", [str(PYTHON), "-m", "tests.values.compare"], env={"PYTHONPATH": f"{HOME / 'src'}:{HOME}"}
        ),
    ]


def web() -> list[bool]:
    """Types, lint and unit tests of the front end."""
    env = install.front_end_packages()
    return [
        _step(f"npm run {name}", ["npm", "run", "-s", name], cwd=WEB, env=env) for name in ("check", "lint", "test")
    ]


def with_database(tests: list[str], title: str) -> list[bool]:
    """Tests that need the server, on their own MariaDB in memory where there is room."""
    shm = Path("/dev/shm")
    roomy = shm.is_dir() and shutil.disk_usage(shm).free > 1.5 * 2**30
    parent = Path(tempfile.mkdtemp(prefix="yorvek-test-", dir=shm if roomy else None))
    parent.chmod(0o755)
    database = MariaDB(parent / "db", free_port(), lazy=True)
    try:
        if is_root():
            shutil.chown(parent, "mysql", "mysql")
        database.start()
        env = {**database.environment(), "YORVEK_TEST_DB_FOLDER": str(parent / "db")}
        return [_step(title, [str(PYTHON), "-m", "pytest", "-q", *tests], env=env)]
    finally:
        database.stop()
        shutil.rmtree(parent, ignore_errors=True)


def browser() -> list[bool]:
    """The running application, started by the launcher itself, in a browser and under faults."""
    install.front_end_packages()
    return [_step("browser tests", [*WITHOUT_DJANGO, "tests/browser", "--durations=12"])]


def bench(arguments: list[str]) -> int:
    """The benchmarks' tables; they fail no build."""
    install.everything(test=True)
    with install.one_at_a_time():
        install.python("bench")
    env = {**os.environ, "PYTHONPATH": f"{HOME / 'src'}:{HOME}"}
    return subprocess.run([str(PYTHON), "-m", "benchmarks", *arguments], cwd=HOME, env=env, check=False).returncode


def run(group: str | None) -> int:
    """Run one group or all; 0 only if every step passed."""
    began, worked = time.monotonic(), _processor_s()
    if group in ("core", "values", "mutants"):
        with install.one_at_a_time():
            install.debian(server=True)  # the test packages hold the database's client, which is built here
            install.python("test")
    else:
        install.everything(test=True)
    if group == "mutants":
        return mutants.run()
    results: list[bool] = []
    if group in (None, "core"):
        results += core()
    if group in (None, "values"):
        results += values()
    if group in (None, "web"):
        results += web()
    if group in (None, "server"):
        results += with_database(["tests/server"], "server tests")
    if group in (None, "browser"):
        results += browser()
    took = f"{time.monotonic() - began:.0f} s, {_processor_s() - worked:.0f} s of processor time"
    say(f"{sum(results)} steps passed, {len(results) - sum(results)} failed, in {took}")
    return 0 if all(results) else 1
