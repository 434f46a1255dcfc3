"""Start everything, keep it running, stop it all."""

from __future__ import annotations

import fcntl
import os
import secrets
import signal
import subprocess
import time
from collections.abc import Callable
from dataclasses import dataclass, field
from pathlib import Path
from typing import IO

from yorvek.launch import hands, install, ready
from yorvek.launch.mariadb import MariaDB, check_port
from yorvek.launch.places import HOME, PYTHON, Refused, data_folder, say
from yorvek.launch.process import dies_with_us

MOST_RESTARTS, WITHIN_S = 6, 60
SAID_EVERY_S = 20
READABLE = "ABCDEFGHJKMNPQRSTUVWXYZ23456789"


def port(name: str, usual: int) -> int:
    """A port from the environment."""
    text = os.environ.get(name, str(usual))
    if not text.isdigit() or not 0 < int(text) < 65536:
        raise Refused(f"{name} is “{text}”; it must be a port number such as {usual}")
    return int(text)


@dataclass
class Child:
    """A process that is started again when it ends by itself."""

    name: str
    command: list[str]
    env: dict[str, str]
    log: Path
    user: str | None = None
    process: subprocess.Popen[bytes] | None = None
    starts: list[float] = field(default_factory=list)

    def start(self) -> None:
        now = time.monotonic()
        self.starts = [t for t in self.starts if now - t < WITHIN_S] + [now]
        if len(self.starts) > MOST_RESTARTS:
            raise Refused(f"the {self.name} ended {MOST_RESTARTS} times within a minute; its words are in {self.log}")
        with self.log.open("ab") as out:
            self.process = subprocess.Popen(
                self.command, env=self.env, stdout=out, stderr=out, start_new_session=True, preexec_fn=dies_with_us,
                user=self.user, group=self.user, extra_groups=None if self.user is None else [],
            )  # fmt: skip

    def ended(self) -> bool:
        return self.process is not None and self.process.poll() is not None

    def stop(self) -> None:
        if self.process is None or self.process.poll() is not None:
            return
        self.process.terminate()
        try:
            self.process.wait(timeout=15)
        except subprocess.TimeoutExpired:
            os.killpg(self.process.pid, signal.SIGKILL)


def manage(env: dict[str, str], *arguments: str) -> list[str]:
    """A Django command, and the lines that it printed."""
    done = subprocess.run(
        [str(PYTHON), "-m", "yorvek.server.manage", *arguments], env=env, capture_output=True, text=True, check=False
    )
    if done.returncode:
        raise Refused(f"{arguments[0]} failed:\n{(done.stdout + done.stderr)[-1500:]}")
    return done.stdout.strip().splitlines()


def lock(folder: Path) -> IO[str]:
    """Hold the data folder: one application, or one restore, at a time."""
    folder.mkdir(parents=True, exist_ok=True)
    file = (folder / "yorvek.pid").open("a+")
    try:
        fcntl.flock(file, fcntl.LOCK_EX | fcntl.LOCK_NB)
    except OSError:
        file.seek(0)
        raise Refused(f"it is already running (process {file.read().strip()}): use it, or ./yorvek stop") from None
    file.truncate(0)
    file.write(str(os.getpid()))
    file.flush()
    return file


def number(name: str, usual: int, most: int) -> int:
    """A count from the environment."""
    text = os.environ.get(name, str(usual))
    if not text.isdigit() or not 1 <= int(text) <= most:
        raise Refused(f"{name} is “{text}”; it must be a number from 1 to {most}, usually {usual}")
    return int(text)


def children(env: dict[str, str], web_port: int, logs: Path) -> list[Child]:
    """Web server and task workers, as many as the environment says, in the hands of a user of their own."""
    user = hands.own_user()
    if user is not None:  # compiled code is kept where that user may write
        env = {**env, "NUMBA_CACHE_DIR": str(hands.compiled_folder()), "HOME": str(hands.COMPILED)}
    bind = os.environ.get("YORVEK_BIND", "127.0.0.1")
    web = [str(PYTHON), "-m", "gunicorn", "yorvek.server.wsgi", "--bind", f"{bind}:{web_port}", "--timeout", "120"]
    web += ["--workers", str(number("YORVEK_WEB_PROCESSES", 2, 64)), "--threads", str(number("YORVEK_THREADS", 4, 64))]
    number("YORVEK_PLANS", 6, 1000)  # the server's own setting: refused here, before anything starts
    work = [str(PYTHON), "-m", "yorvek.server.manage", "work"]
    workers = [
        Child("task worker" if k == 0 else f"task worker {k + 1}", work, env, logs / "worker.log", user)
        for k in range(number("YORVEK_WORKERS", 1, 32))
    ]
    return [Child("web server", [*web, "--no-control-socket", "--preload"], env, logs / "web.log", user), *workers]


def made_ready(folder: Path, database: MariaDB, env: dict[str, str], *, demo: bool) -> bool:
    """Tables and demo as they are to be; whether anybody has an account."""
    found = None if demo else ready.anybody(folder, database)
    if found is not None:
        return found
    *said, anybody = manage(env, "make_ready", *(["--demo"] if demo else []))
    ready.remember(folder, database)
    for line in said:
        say(line)
    return anybody == "yes"


def first_code() -> str:
    """What opens the first account, made anew at each start until there is one."""
    letters = "".join(secrets.choice(READABLE) for _ in range(12))
    return "-".join(letters[k : k + 4] for k in (0, 4, 8))


def run(*, demo: bool) -> int:
    """Everything from nothing to a served page, until Ctrl-C."""
    began = time.monotonic()
    install.everything()
    folder = data_folder()
    web_port, db_port = port("YORVEK_PORT", 8640), port("YORVEK_DB_PORT", 33306)
    with lock(folder):
        check_port(web_port, "the web server", "YORVEK_PORT")
        database = MariaDB(folder, db_port)
        stopping: list[int] = []
        for number in (signal.SIGINT, signal.SIGTERM):
            signal.signal(number, lambda n, _frame: stopping.append(n))
        running: list[Child] = []
        try:
            database.start()
            env = {
                **os.environ,
                **database.environment(),
                "PYTHONPATH": str(HOME / "src"),
                "YORVEK_PORT": str(web_port),
            }
            code = "" if made_ready(folder, database, env, demo=demo) else first_code()
            running = children({**env, "YORVEK_FIRST_CODE": code}, web_port, folder / "run")
            for child in running:
                child.start()
            _wait_for(web_port, running, lambda: bool(stopping))
            if not stopping:
                say(f"ready after {time.monotonic() - began:.0f} s at http://127.0.0.1:{web_port}/")
                if code:
                    say(f"there is no account yet: make the first one there with the code  {code}")
                if demo:
                    say("log in as  estimator  with  quillmere  (also: fabricator, checker)")
                say("Ctrl-C stops it")
            _keep(running, database, stopping)
        finally:
            for child in running:
                child.stop()
            database.stop()
            (folder / "yorvek.pid").write_text("")
    say("stopped")
    return 0


def _wait_for(web_port: int, running: list[Child], stopped: Callable[[], bool]) -> None:
    import http.client

    began, said = time.monotonic(), 0
    while not stopped():
        for child in running:
            if child.ended():
                child.start()
        try:
            connection = http.client.HTTPConnection("127.0.0.1", web_port, timeout=5)
            connection.request("GET", "/api/health")
            if connection.getresponse().status == 200:
                return
        except OSError:
            pass
        if time.monotonic() - began > SAID_EVERY_S * (said + 1):
            said += 1
            say("still starting: the first start makes compiled code ready; it goes on as long as its processes live")
        time.sleep(0.1)


def _keep(running: list[Child], database: MariaDB, stopping: list[int]) -> None:
    restarts: list[float] = []
    while not stopping:
        if database.process is not None and database.process.poll() is not None:
            restarts = [t for t in restarts if time.monotonic() - t < WITHIN_S] + [time.monotonic()]
            if len(restarts) > MOST_RESTARTS:
                raise Refused("MariaDB keeps ending; look into m.err in the data folder")
            say("MariaDB ended, starting it again")
            database.start()
        for child in running:
            if child.ended():
                say(f"the {child.name} ended, starting it again")
                child.start()
        time.sleep(0.3)


def running_process() -> int | None:
    """The process of a running application in this data folder."""
    file = data_folder() / "yorvek.pid"
    if not file.exists():
        return None
    with file.open("r") as handle:
        try:
            fcntl.flock(handle, fcntl.LOCK_EX | fcntl.LOCK_NB)
        except OSError:
            text = handle.read().strip()
            return int(text) if text.isdigit() else None
    return None


def stop() -> int:
    """Stop a running application and wait for it."""
    process = running_process()
    if process is None:
        say("it is not running")
        return 0
    os.kill(process, signal.SIGTERM)
    for _ in range(600):
        if running_process() is None:
            say("stopped")
            return 0
        time.sleep(0.1)
    raise Refused(f"process {process} does not stop")


def status() -> int:
    """Say whether it runs."""
    process = running_process()
    say(
        "it is not running"
        if process is None
        else f"it is running as process {process}, port {port('YORVEK_PORT', 8640)}"
    )
    return 0 if process is not None else 3
