"""A private MariaDB on loopback: its own data folder, port and password; never the system's service."""

from __future__ import annotations

import json
import os
import secrets
import shutil
import signal
import socket
import subprocess
import time
from dataclasses import dataclass
from pathlib import Path

from yorvek.launch.places import Refused, is_root
from yorvek.launch.process import dies_with_us

LEAST_FREE_MB = 400


def elsewhere() -> bool:
    """Whether the database is another machine's: then none is started here."""
    return bool(os.environ.get("YORVEK_DB_HOST"))


@dataclass
class MariaDB:
    """One server. `lazy` is for tests: fast, not durable."""

    folder: Path
    port: int
    lazy: bool = False
    process: subprocess.Popen[bytes] | None = None

    @property
    def secrets_file(self) -> Path:
        return self.folder / "secrets.json"

    @property
    def socket_file(self) -> Path:
        return self.folder / "run" / "m.sock"

    def secrets(self) -> dict[str, str]:
        """The generated password and key, made on the first start."""
        if not self.secrets_file.exists():
            made = {"db_password": secrets.token_urlsafe(24), "secret_key": secrets.token_urlsafe(50)}
            self.folder.mkdir(parents=True, exist_ok=True)
            handle = os.open(self.secrets_file, os.O_WRONLY | os.O_CREAT | os.O_TRUNC, 0o600)
            with os.fdopen(handle, "w") as file:
                json.dump(made, file)
        return dict(json.loads(self.secrets_file.read_text()))

    def environment(self, name: str = "yorvek") -> dict[str, str]:
        """What Django needs to know."""
        known = self.secrets()
        return {
            "YORVEK_DB_PORT": str(self.port),
            "YORVEK_DB_NAME": os.environ.get("YORVEK_DB_NAME", name) if elsewhere() else name,
            "YORVEK_DB_PASSWORD": os.environ.get("YORVEK_DB_PASSWORD", "") if elsewhere() else known["db_password"],
            "YORVEK_SECRET_KEY": os.environ.get("YORVEK_SECRET_KEY") or known["secret_key"],
        }

    def _prepare(self) -> None:
        self.folder.mkdir(parents=True, exist_ok=True)
        free = shutil.disk_usage(self.folder).free // 2**20
        if free < LEAST_FREE_MB:
            raise Refused(
                f"the disk under {self.folder} has {free} MB free; at least {LEAST_FREE_MB} MB are needed to start "
                f"safely"
            )
        run = self.folder / "run"
        run.mkdir(exist_ok=True)
        for place in (self.folder, run):
            if is_root():
                shutil.chown(place, "mysql", "mysql")
            place.chmod(0o700)
        if not (self.folder / "mariadb" / "mysql").exists():
            command = ["mariadb-install-db", "--no-defaults", f"--datadir={self.folder / 'mariadb'}", "--skip-test-db"]
            if is_root():
                command.append("--user=mysql")
            done = subprocess.run(command, capture_output=True, text=True, check=False)
            if done.returncode:
                raise Refused("MariaDB could not make its data folder:\n" + (done.stdout + done.stderr)[-800:])
        password = self.secrets()["db_password"]
        init = self.folder / "run" / "init.sql"
        init.write_text(
            "CREATE DATABASE IF NOT EXISTS yorvek CHARACTER SET utf8mb4 COLLATE utf8mb4_unicode_520_ci;\n"
            "CREATE USER IF NOT EXISTS yorvek@'127.0.0.1';\n"
            f"ALTER USER yorvek@'127.0.0.1' IDENTIFIED BY '{password}';\n"
            "GRANT ALL ON yorvek.* TO yorvek@'127.0.0.1';\n"
            "GRANT ALL ON `test\\_yorvek%`.* TO yorvek@'127.0.0.1';\n"
        )
        init.chmod(0o600)
        if is_root():
            shutil.chown(init, "mysql", "mysql")

    def start(self) -> None:
        """Start and wait until it answers.

        Raises:
            Refused: port taken, disk full, or it does not come up.
        """
        if elsewhere():
            self.folder.mkdir(parents=True, exist_ok=True, mode=0o700)
            (self.folder / "run").mkdir(exist_ok=True, mode=0o700)
            return
        self.end_orphan()
        check_port(self.port, "MariaDB", "YORVEK_DB_PORT")
        self._prepare()
        server = next(p for p in ("/usr/sbin/mariadbd", "/usr/bin/mariadbd") if Path(p).exists())
        command = [
            server,
            "--no-defaults",
            f"--datadir={self.folder / 'mariadb'}",
            f"--socket={self.socket_file}",
            f"--pid-file={self.folder / 'run' / 'm.pid'}",
            f"--log-error={self.folder / 'run' / 'm.err'}",
            "--bind-address=127.0.0.1",
            f"--port={self.port}",
            "--skip-name-resolve",
            "--character-set-server=utf8mb4",
            "--collation-server=utf8mb4_unicode_520_ci",
            f"--init-file={self.folder / 'run' / 'init.sql'}",
            "--max-allowed-packet=64M",
        ]
        if is_root():
            command.append("--user=mysql")
        if self.lazy:
            command += ["--innodb-flush-log-at-trx-commit=0", "--skip-innodb-doublewrite"]
        self.process = subprocess.Popen(
            command,
            stdout=subprocess.DEVNULL,
            stderr=subprocess.DEVNULL,
            start_new_session=True,
            preexec_fn=dies_with_us,
        )
        for _ in range(300):
            if self.answers():
                return
            if self.process.poll() is not None:
                break
            time.sleep(0.1)
        log = self.folder / "run" / "m.err"
        last = log.read_text(errors="replace")[-1200:] if log.exists() else ""
        raise Refused("MariaDB did not start; its last words:\n" + last)

    def end_orphan(self) -> None:
        """Stop a server of this very data folder that outlived its launcher.

        A server that changes its user loses the kernel's promise to end it with its parent, so a launcher that was
        killed leaves it running; whoever holds the folder's lock may stop it cleanly.
        """
        file = self.folder / "run" / "m.pid"
        number = file.read_text().strip() if file.exists() else ""
        if not number.isdigit() or (self.process is not None and self.process.poll() is None):
            return
        place = Path(f"/proc/{number}")
        for _ in range(300):
            try:
                line = (place / "cmdline").read_bytes().split(b"\0")
            except OSError:
                return
            if f"--datadir={self.folder / 'mariadb'}".encode() not in line:
                return
            os.kill(int(number), signal.SIGTERM)
            time.sleep(0.1)
        raise Refused(f"MariaDB of an earlier start (process {number}) does not stop: end it, then start again")

    def answers(self) -> bool:
        """Whether the server takes connections with the application's own user."""
        command = [
            "mariadb-admin",
            "--no-defaults",
            "--protocol=tcp",
            "--host=127.0.0.1",
            f"--port={self.port}",
            "--user=yorvek",
            "ping",
        ]
        env = {**os.environ, "MYSQL_PWD": self.secrets()["db_password"]}
        return subprocess.run(command, capture_output=True, check=False, env=env).returncode == 0

    def stop(self) -> None:
        """A clean stop."""
        if self.process is None or self.process.poll() is not None:
            return
        self.process.terminate()
        try:
            self.process.wait(timeout=30)
        except subprocess.TimeoutExpired:
            self.process.kill()


def check_port(port: int, what: str, setting: str) -> None:
    """Refuse if something listens there already."""
    with socket.socket() as probe:
        probe.setsockopt(socket.SOL_SOCKET, socket.SO_REUSEADDR, 1)
        try:
            probe.bind(("127.0.0.1", port))
        except OSError:
            raise Refused(
                f"port {port} on 127.0.0.1 is taken, {what} needs it: stop what uses it, or set {setting} to another "
                f"number"
            ) from None


def free_port() -> int:
    """A port nobody uses now."""
    with socket.socket() as probe:
        probe.bind(("127.0.0.1", 0))
        return int(probe.getsockname()[1])
