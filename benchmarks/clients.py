"""The running application under many clients: how many requests a second, how long each takes, and what it costs in
processor time; two web processes beside one.
"""

from __future__ import annotations

import os
import statistics
import threading
import time
import urllib.request
from collections.abc import Callable
from pathlib import Path
from typing import NamedTuple

from benchmarks.table import ratio, show
from tests.browser.running import Application, Caller

CLIENTS, MEMBERS = (1, 8, 32), (10, 60)
LEAST, EACH = 48, 4
"""Requests of a measurement: at least so many, and so many of each client."""
TICK_S = 1 / os.sysconf("SC_CLK_TCK")
ALLOWED_MS = {"open": 30, "a note": 80, "one member changed": 80}
"""Processor time that we allow ourselves, in a job of 60 members."""


class Measured(NamedTuple):
    """Requests a second, median and nine of ten in s, processor time of the web processes for each in s."""

    rate: float
    median: float
    slow: float
    processor: float


def processor_time(application: Application) -> float:
    """What the web processes used so far, s."""
    total = 0.0
    for number in application.web_processes():
        fields = Path(f"/proc/{number}/stat").read_text().rsplit(")", 1)[1].split()
        total += (int(fields[11]) + int(fields[12])) * TICK_S
    return total


class Client(Caller):
    """Somebody at the API who takes answers as they come, packed and unread, as a browser does."""

    def raw(self, path: str) -> bytes:
        request = urllib.request.Request(self.base + path, headers={"Accept-Encoding": "gzip"})
        with self.opener.open(request, timeout=120) as answer:
            return bytes(answer.read())


def logged_in(application: Application) -> Client:
    client = Client(application)
    client("GET", "/door")
    client("POST", "/login", {"username": "estimator", "password": "quillmere"})
    return client


def job_of(client: Client, members: int) -> str:
    """A job of so many members under one load; its address."""
    base = f"/jobs/{client('POST', '/jobs', {'name': f'{members} joists', 'unit': 'mm'})['job']['id']}"
    load = client("POST", f"{base}/loads", {"name": "crowd", "form": "area", "area": {"text": "1 kN/m2"}})["id"]
    for k in range(members):
        client("POST", f"{base}/members", member(k, load, 2000 + 20 * k))
    return base


def member(k: int, load: int, length: int) -> dict[str, object]:
    place = {"text": str(length), "unit": "mm"}
    return {
        "mark": f"J{k}", "length": place, "supports": [{"at": {"text": "0"}}, {"at": place}],
        "loads": [{"load_id": load, "width": {"text": "600", "unit": "mm"}}],
        "section_id": "SHS 80×80×5 hot", "material_id": "S355",
    }  # fmt: skip


def measured(application: Application, work: Callable[[int, int], object], clients: int) -> Measured:
    """Work done by so many clients at once; it is told which client and which turn."""
    turns, times = max(EACH, LEAST // clients), []

    def run(k: int) -> None:
        for turn in range(turns):
            began = time.perf_counter()
            work(k, turn)
            times.append(time.perf_counter() - began)

    threads = [threading.Thread(target=run, args=(k,)) for k in range(clients)]
    used, began = processor_time(application), time.perf_counter()
    for thread in threads:
        thread.start()
    for thread in threads:
        thread.join()
    took, times = time.perf_counter() - began, sorted(times)
    used = processor_time(application) - used
    return Measured(len(times) / took, statistics.median(times), times[int(0.9 * (len(times) - 1))], used / len(times))


def works(people: list[Client], base: str) -> dict[str, Callable[[int, int], object]]:
    """What is measured: a job opened, a note written, a member of one's own made longer."""
    view = people[0]("GET", base)
    load = view["loads"][0]["id"]
    mine = {k: view["members"][k % len(view["members"])] for k in range(len(people))}
    alone = threading.Lock() if len(people) > len(view["members"]) else None

    def change(k: int, turn: int) -> object:
        number = mine[k]["id"]
        if alone is not None:  # more clients than members: each makes one of their own
            spec = {**member(1000 + k, load, 2000 + turn), "mark": f"X{k}T{turn}P{time.monotonic_ns()}"[:20]}
            return people[k]("POST", f"{base}/members", spec)
        spec = member(int(mine[k]["spec"]["mark"][1:]), load, 2500 + 10 * turn + k)
        saved = people[k]("PUT", f"{base}/members/{number}", {"version": mine[k]["version"], "spec": spec})
        mine[k]["version"] = saved["version"]
        return saved

    return {
        "open": lambda k, turn: people[k].raw(base),
        "a note": lambda k, turn: people[k]("POST", f"{base}/notes", {"kind": "note", "text": f"{k}.{turn}"}),
        "one member changed": change,
    }


def run(seconds: float | None) -> None:
    """Start it with one web process and with two, and print the tables; the length of a search is not asked here."""
    rates: dict[tuple[str, int, int], dict[int, float]] = {}
    for processes in (1, 2):
        application = Application(YORVEK_WEB_PROCESSES=str(processes))
        try:
            application.start("demo")
            rows = tables(application, processes, rates)
        finally:
            application.away()
        heads = ["members, what", "clients", "a second", "median", "9 of 10 within", "processor", "of allowed"]
        show(f"{processes} web process{'es' if processes > 1 else ''}, {os.cpu_count()} processors", heads, rows)
    gains = [
        [f"{members} members, {what}", clients, ratio(by[2], by[1])] for (what, members, clients), by in rates.items()
    ]
    show("Requests a second: two web processes over one", ["members, what", "clients", "ratio"], gains)


def tables(
    application: Application, processes: int, rates: dict[tuple[str, int, int], dict[int, float]]
) -> list[list[object]]:
    """Rows of one start, and what they say of rates."""
    rows: list[list[object]] = []
    people = [logged_in(application) for _ in range(max(CLIENTS))]
    for members in MEMBERS:
        for clients in CLIENTS:
            base = job_of(people[0], members)
            for what, work in works(people[:clients], base).items():
                for k in range(2 * processes):  # every process has seen the job
                    people[k].raw(base)
                found = measured(application, work, clients)
                rates.setdefault((what, members, clients), {})[processes] = found.rate
                allowed = f"{1000 * found.processor / ALLOWED_MS[what]:.2f}" if members == max(MEMBERS) else "-"
                times = [f"{1000 * x:.0f} ms" for x in (found.median, found.slow, found.processor)]
                rows.append([f"{members} members, {what}", clients, f"{found.rate:.0f}", *times, allowed])
    return rows
