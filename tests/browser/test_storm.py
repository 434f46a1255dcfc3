"""Eight people write while everything is killed, one after the other and all at once: what was acknowledged is there,
once, and the history of every record has no gap. Two web processes, two task workers, one database.
"""

from __future__ import annotations

import http.client
import json
import os
import shutil
import signal
import subprocess
import threading
import time
import urllib.error
from collections import Counter
from collections.abc import Iterator
from contextlib import suppress
from pathlib import Path

import pytest

from tests.browser.running import Application, Caller, wait_until

WRITERS, CALM_S, PATIENCE_S = 8, 2.0, 90
ROOM_MB, LEFT_MB, MOST_NOTES = 700, 2, 500
LOST = (OSError, http.client.HTTPException)


@pytest.fixture
def storm() -> Iterator[Application]:
    application = Application(YORVEK_WEB_PROCESSES="2", YORVEK_WORKERS="2")
    try:
        yield application.start("demo")
    finally:
        application.away()


class Writer(threading.Thread):
    """Somebody who writes notes and goes on changing one load of their own, and sends again what was not answered."""

    def __init__(self, application: Application, number: int, base: str, stop: threading.Event) -> None:
        super().__init__(daemon=True)
        self.caller = Caller(application)
        self.caller("GET", "/door")
        self.caller("POST", "/login", {"username": "estimator", "password": "quillmere"})
        self.number, self.base, self.stop = number, base, stop
        made = self.caller("POST", f"{base}/loads", self.load(0))
        self.id, self.version = made["id"], made["version"]
        self.acknowledged: list[str] = []
        self.tried: list[str] = []
        self.again = 0
        self.wrong = ""

    def load(self, turn: int) -> dict[str, object]:
        force = {"text": f"{turn + 1} kN", "unit": "mm"}
        return {"name": f"writer {self.number}", "form": "force", "force": force}

    def run(self) -> None:
        try:
            turn = 0
            while not self.stop.is_set():
                turn += 1
                text = f"{self.number}.{turn}"
                self.tried.append(text)
                self.sent("POST", f"{self.base}/notes", {"kind": "note", "text": text}, f"note {text}")
                self.acknowledged.append(text)
                body = {"version": self.version, "spec": self.load(turn)}
                self.version = self.sent("PUT", f"{self.base}/loads/{self.id}", body, f"load {text}")["version"]
        except Exception as error:  # said by the test, not by a thread that nobody listens to
            self.wrong = f"{type(error).__name__}: {error}"

    def sent(self, method: str, path: str, body: dict[str, object], key: str) -> dict[str, int]:
        until = time.monotonic() + PATIENCE_S
        while True:
            try:
                answer: dict[str, int] = self.caller(method, path, body, key)
                return answer
            except urllib.error.HTTPError as error:
                if error.code < 500 or time.monotonic() > until:
                    raise AssertionError(f"{method} {path}: {error.code} {error.read()[:300]!r}") from None
            except LOST:
                if time.monotonic() > until:
                    raise
            self.again += 1
            time.sleep(0.2)


def everything(application: Application) -> None:
    """The launcher and all that it runs."""
    parts = [*application.web_processes(), *application.parts().values()]
    assert application.process is not None
    application.process.kill()
    application.process.wait()
    for number in parts:
        with suppress(ProcessLookupError):
            os.kill(number, signal.SIGKILL)
    application.said.write_text("")
    application.start("start")


def one_after_the_other(application: Application) -> None:
    for part in ("web process", "worker", "web", "database"):
        was = application.web_processes()[0] if part == "web process" else application.parts()[part]
        os.kill(was, signal.SIGKILL)
        wait_until(f"it answers after the {part} was killed", application.answers, 60)
        time.sleep(CALM_S)


def test_what_is_acknowledged_is_there_once_whatever_is_killed(storm: Application) -> None:
    caller = Caller(storm)
    caller("GET", "/door")
    caller("POST", "/login", {"username": "estimator", "password": "quillmere"})
    assert caller("GET", "/health")["workers"] == 2 and len(storm.web_processes()) == 2
    jobs = [f"/jobs/{caller('POST', '/jobs', {'name': name, 'unit': 'mm'})['job']['id']}" for name in ("Tern", "Wader")]
    stop = threading.Event()
    writers = [Writer(storm, k, jobs[k % 2], stop) for k in range(WRITERS)]
    for writer in writers:
        writer.start()
    time.sleep(CALM_S)
    one_after_the_other(storm)
    everything(storm)
    time.sleep(CALM_S)
    stop.set()
    for writer in writers:
        writer.join(PATIENCE_S + 30)
    assert [w.wrong for w in writers if w.wrong or w.is_alive()] == []
    assert sum(w.again for w in writers) > 0, "nobody noticed anything: nothing was tried"
    assert all(len(w.acknowledged) > 3 for w in writers), [len(w.acknowledged) for w in writers]
    notes = Counter(
        row[0]
        for row in storm.ask_database(
            "SELECT JSON_VALUE(data, '$.text') FROM jobs_jobrecord WHERE kind_name = 'note' "
            f"AND job_id IN ({','.join(j.rsplit('/', 1)[1] for j in jobs)})"
        )
    )
    assert {t for w in writers for t in w.acknowledged} <= set(notes) <= {t for w in writers for t in w.tried}
    assert max(notes.values()) == 1
    check_history(storm, writers)


@pytest.fixture
def cramped() -> Iterator[Application]:
    """An application on a disk of its own, which can be filled."""
    application = Application()
    mount = ["mount", "-t", "tmpfs", "-o", f"size={ROOM_MB}m,mode=755", "none", str(application.folder)]
    if os.geteuid() != 0 or subprocess.run(mount, check=False, capture_output=True).returncode:
        application.away()
        pytest.skip("a disk of its own cannot be mounted here")
    try:
        shutil.chown(application.folder, "mysql", "mysql")
        yield application.start("demo")
    finally:
        application.stop()
        subprocess.run(["umount", "--lazy", str(application.folder)], check=False)
        application.away()


def filled(folder: Path) -> Path:
    """A file that leaves no room."""
    filler = folder / "filler"
    with filler.open("wb") as out, suppress(OSError):
        while True:
            out.write(b"0" * 2**20)
            out.flush()
    # a little room: what grows page by page, as undo does, ends the database where it finds none
    with filler.open("r+b") as out:
        out.truncate(filler.stat().st_size - LEFT_MB * 2**20)
    return filler


def test_a_full_disk_saves_nothing_by_half_and_work_goes_on_once_there_is_room(cramped: Application) -> None:
    caller = Caller(cramped)
    caller("GET", "/door")
    caller("POST", "/login", {"username": "estimator", "password": "quillmere"})
    base = f"/jobs/{caller('POST', '/jobs', {'name': 'Tern', 'unit': 'mm'})['job']['id']}"
    filler = filled(cramped.folder)
    saved, refused = [], []
    while len(refused) < 3 and len(saved) < MOST_NOTES:
        text = f"{len(saved) + len(refused)} {'x' * 1900}"
        try:
            saved.append(caller("POST", f"{base}/notes", {"kind": "note", "text": text})["id"])
        except urllib.error.HTTPError as error:
            refused.append((error.code, json.loads(error.read())))
    assert len(refused) == 3, "the disk was never full"
    for code, said in refused:
        assert code == 503 and said["saved"] == "nothing" and "nothing was saved" in said["sentence"], said
    assert any("disk" in said["sentence"] for _, said in refused), refused
    filler.unlink()
    wait_until("it writes again", lambda: caller.tries("POST", f"{base}/notes", {"kind": "note", "text": "room"}), 60)
    notes = [n["id"] for n in caller("GET", base)["notes"] if n["spec"]["text"] != "room"]
    assert sorted(notes) == saved


def check_history(storm: Application, writers: list[Writer]) -> None:
    """Every change of a load begins where the one before it ended, and the last one is what stands there."""
    for writer in writers:
        rows = storm.ask_database(
            "SELECT JSON_VALUE(`before`, '$.version'), JSON_VALUE(`after`, '$.version') FROM journal_rowchange "
            f"WHERE `table` = 'load' AND row_id = {writer.id} ORDER BY id"
        )
        assert rows[0] == ["NULL", "1"]
        assert [r[0] for r in rows[1:]] == [r[1] for r in rows[:-1]]
        ((version,),) = storm.ask_database(f"SELECT version FROM jobs_jobrecord WHERE id = {writer.id}")
        assert rows[-1][1] == version == str(writer.version)
