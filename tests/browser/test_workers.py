"""Two workers on one database, fifty plans at once, and one of the two killed: every plan gets exactly one result."""

from __future__ import annotations

import os
import signal
import subprocess
from pathlib import Path

from tests.browser.running import Application, Caller, wait_until

PLANS = 50


def second_worker(demo: Application) -> subprocess.Popen[bytes]:
    """Another worker beside the application's own, with the same surroundings."""
    folder = Path("/proc") / str(demo.parts()["worker"])
    command = [w for w in (folder / "cmdline").read_bytes().split(b"\0") if w]
    pairs = [p.split(b"=", 1) for p in (folder / "environ").read_bytes().split(b"\0") if b"=" in p]
    with demo.said.open("ab") as out:
        return subprocess.Popen(command, env=dict(pairs), cwd=os.readlink(folder / "cwd"), stdout=out, stderr=out)


def test_fifty_plans_and_two_workers_one_of_which_is_killed(demo: Application, estimator: Caller) -> None:
    numbers = {line["name"]: line["id"] for line in estimator("GET", "/jobs")}
    asked = []
    other = second_worker(demo)
    try:
        for k in range(PLANS):
            number = numbers[("Heron Hide", "Osprey Perches", "Sluice Seven", "Reed Barrow")[k % 4]]
            key = estimator("GET", f"/jobs/{number}")["sheets"][0]["key"] if k < 4 else asked[k % 4][1]
            plan = estimator("POST", f"/jobs/{number}/plans", {"key": key, "seconds": 0.5, "seed": k})["id"]
            asked.append((plan, key))
        ids = ", ".join(str(p) for p, _ in asked)
        done = f"SELECT COUNT(*) FROM cutting_plan WHERE state = 'done' AND id IN ({ids})"
        wait_until("some are made", lambda: int(demo.ask_database(done)[0][0]) >= 10, 120)
        other.send_signal(signal.SIGKILL)
        wait_until("all are made", lambda: int(demo.ask_database(done)[0][0]) == PLANS, 240)
        stored = demo.ask_database(f"SELECT DISTINCT results_stored FROM cutting_plan WHERE id IN ({ids})")
        assert stored == [["1"]]
    finally:
        other.kill()
        other.wait()
