"""The whole application as a shop starts it: the launcher with its MariaDB, web server and worker, in a folder of its
own.
"""

from __future__ import annotations

import atexit
import http.cookiejar
import json
import os
import re
import shutil
import signal
import subprocess
import sys
import tempfile
import time
import urllib.error
import urllib.request
from collections.abc import Callable
from pathlib import Path
from typing import Any

from yorvek.launch.mariadb import free_port
from yorvek.launch.places import HOME

UP_WITHIN_S = 120
_PREPARED: dict[str, Path] = {}
"""Data folders as they stand after a first start, by how it was started: the tests after the first take a copy."""

_ROWS: dict[str, str] = {}
"""The rows of the same, as statements."""


def wait_until(what: str, true: Callable[[], Any], seconds: float = 60) -> Any:
    """Wait for something to become true and return it; fail with its name when it does not."""
    until = time.monotonic() + seconds
    while time.monotonic() < until:
        found = true()
        if found:
            return found
        time.sleep(0.2)
    raise AssertionError(f"waited {seconds:g} s in vain until {what}")


class Application:
    """`./yorvek start` in a temporary data folder, on ports of its own."""

    def __init__(self, **settings: str) -> None:
        self.settings = settings
        shm = Path("/dev/shm")
        roomy = shm.is_dir() and shutil.disk_usage(shm).free > 1.5 * 2**30
        self.folder = Path(tempfile.mkdtemp(prefix="yorvek-app-", dir=shm if roomy else None))
        self.folder.chmod(0o755)
        if os.geteuid() == 0:
            shutil.chown(self.folder, "mysql", "mysql")
        self.port, self.db_port = free_port(), free_port()
        self.url = f"http://127.0.0.1:{self.port}"
        self.said = self.folder / "said.txt"
        self.process: subprocess.Popen[bytes] | None = None

    @property
    def environment(self) -> dict[str, str]:
        return {
            **os.environ,
            "PYTHONPATH": str(HOME / "src"),
            "YORVEK_HOME": str(HOME),
            "YORVEK_DATA": str(self.folder / "data"),
            "YORVEK_PORT": str(self.port),
            "YORVEK_DB_PORT": str(self.db_port),
            "YORVEK_PLANS": "60",  # one test asks for fifty at once
            **self.settings,
        }

    def launcher(self, *words: str) -> subprocess.CompletedProcess[str]:
        """One launcher command beside the running application."""
        command = [sys.executable, "-m", "yorvek.launch", *words]
        return subprocess.run(
            command, env=self.environment, capture_output=True, text=True, timeout=180, check=False, cwd=HOME
        )

    def start(self, word: str = "start") -> Application:
        """Start it; where it has no data yet, on a copy of what a first start of that kind made."""
        if (self.folder / "data").exists():
            return self.begin(word)
        subprocess.run(["cp", "-a", str(prepared(word)), str(self.folder / "data")], check=True)
        return self.begin("start")

    def begin(self, word: str) -> Application:
        """Start it on its data as they are."""
        with self.said.open("ab") as out:
            self.process = subprocess.Popen(
                [sys.executable, "-m", "yorvek.launch", word], env=self.environment, stdout=out, stderr=out, cwd=HOME
            )
        wait_until(f"it is up; it said:\n{self.said.read_text()}", self.up, UP_WITHIN_S)
        return self

    def up(self) -> bool:
        if self.process is not None and self.process.poll() is not None:
            raise AssertionError("it ended at once:\n" + self.said.read_text())
        return self.answers() and "ready after" in self.said.read_text()

    def code(self) -> str:
        """The code for the first account, as it was printed."""
        printed = wait_until("the code is printed", lambda: re.findall(r"the code  (\S+)", self.said.read_text()))
        return str(printed[-1])

    def answers(self) -> bool:
        try:
            with urllib.request.urlopen(f"{self.url}/api/health", timeout=5) as answer:
                return bool(answer.status == 200)
        except OSError:
            return False

    def parts(self) -> dict[str, int]:
        """The processes it runs, by what they are."""
        assert self.process is not None
        words = {"mariadbd": "database", "gunicorn": "web", "manage work": "worker"}
        found: dict[str, int] = {}
        for folder in Path("/proc").iterdir():
            if not folder.name.isdigit():
                continue
            try:
                stat = (folder / "stat").read_text()
                line = (folder / "cmdline").read_text().replace("\0", " ")
            except OSError:
                continue
            if int(stat.rsplit(")", 1)[1].split()[1]) == self.process.pid:
                found |= {name: int(folder.name) for word, name in words.items() if word in line}
        return found

    def web_processes(self) -> list[int]:
        """What the web server serves with."""
        text = Path(f"/proc/{self.parts()['web']}/task/{self.parts()['web']}/children").read_text()
        return [int(number) for number in text.split()]

    def kill(self, part: str) -> None:
        os.kill(self.parts()[part], signal.SIGKILL)

    def client(self, program: str, *words: str, given: str | None = None) -> str:
        """What a client of the database says, past the application."""
        password = json.loads((self.folder / "data" / "secrets.json").read_text())["db_password"]
        command = [program, "--no-defaults", "--protocol=tcp", "--host=127.0.0.1", f"--port={self.db_port}"]
        command += ["--user=yorvek", *words, "yorvek"]
        done = subprocess.run(
            command,
            env={**os.environ, "MYSQL_PWD": password},
            input=given,
            capture_output=True,
            text=True,
            check=True,
        )
        return done.stdout

    def ask_database(self, query: str) -> list[list[str]]:
        """A question to the database past the application."""
        said = self.client("mariadb", "--batch", "--skip-column-names", "--execute", query)
        return [line.split("\t") for line in said.splitlines()]

    def rows(self) -> str:
        """Every row of the database, as statements."""
        words = ("--single-transaction", "--skip-lock-tables", "--no-create-info", "--hex-blob", "--no-tablespaces")
        return self.client("mariadb-dump", *words, "--skip-add-locks", "--skip-disable-keys")

    def stop(self) -> None:
        if self.process is not None and self.process.poll() is None:
            self.process.send_signal(signal.SIGINT)
            self.process.wait(timeout=60)

    def away(self) -> None:
        """Stop it and take its folder away."""
        self.stop()
        shutil.rmtree(self.folder, ignore_errors=True)


def prepared(word: str) -> Path:
    """The data folder that a first start of that kind leaves, made once."""
    if word not in _PREPARED:
        first = Application()
        atexit.register(first.away)
        first.begin(word)
        _ROWS[word] = first.rows()
        first.stop()
        _PREPARED[word] = first.folder / "data"
    return _PREPARED[word]


class Stand:
    """One running application for all tests that harm no process: between them its database is set back to how a first
    start leaves it, with the demo jobs or without anything.
    """

    def __init__(self) -> None:
        self.application = Application()
        self.times = 0
        self.begun = False

    def stands(self, word: str) -> Application:
        """The application, with its database as after a first start of that kind."""
        if not self.begun:
            self.application.start("start")  # without an account: it holds the code for the first one
            self.begun = True
        self.times += 1
        tables = [row[0] for row in self.application.ask_database("SHOW TABLES")]
        # One transaction: whoever asks sees all that was, or all that is to be.
        lines = ["SET FOREIGN_KEY_CHECKS=0;", "START TRANSACTION;"]
        lines += [f"DELETE FROM `{table}`;" for table in tables]
        lines += [rows_of(word)]
        # Numbers that were given once are never given again: processes hold answers by the number of an edit, and by
        # the version of the stock.
        after = self.times * 100_000
        lines += [f"UPDATE accounts_shop SET stock_version = stock_version + {after};", "COMMIT;"]
        counted = (
            "SELECT TABLE_NAME FROM information_schema.TABLES WHERE TABLE_SCHEMA = DATABASE() "
            "AND AUTO_INCREMENT IS NOT NULL"
        )
        counting = [row[0] for row in self.application.ask_database(counted)]
        lines += [f"ALTER TABLE `{table}` AUTO_INCREMENT = {after};" for table in counting]
        self.application.client("mariadb", given="\n".join(lines))
        return self.application

    def away(self) -> None:
        self.application.away()


def rows_of(word: str) -> str:
    """The rows that a first start of that kind leaves."""
    prepared(word)
    return _ROWS[word]


class Caller:
    """Somebody at the API, with cookies."""

    def __init__(self, application: Application) -> None:
        self.base = f"{application.url}/api"
        self.jar = http.cookiejar.CookieJar()
        self.opener = urllib.request.build_opener(urllib.request.HTTPCookieProcessor(self.jar))

    def __call__(self, method: str, path: str, body: Any = None, key: str = "") -> Any:
        """The answer; with a key the request may be sent again."""
        token = next((c.value for c in self.jar if c.name == "csrftoken"), "")
        request = urllib.request.Request(
            self.base + path,
            method=method,
            data=None if body is None else json.dumps(body).encode(),
            headers={
                "Content-Type": "application/json",
                "X-CSRFToken": token or "",
                "Origin": self.base[:-4],
                **({"Idempotency-Key": key} if key else {}),
            },
        )
        with self.opener.open(request, timeout=60) as answer:
            return json.loads(answer.read() or b"null")

    def tries(self, method: str, path: str, body: Any = None) -> Any:
        """The answer, or None while the server is away."""
        try:
            return self(method, path, body)
        except OSError:
            return None
