"""Servers that die while a plan runs: nothing saved is lost, and exactly one result is stored."""

from __future__ import annotations

import socket
from typing import Any

import pytest

from tests.browser.conftest import at_the_api
from tests.browser.running import Application, Caller, wait_until

SECONDS = 6


@pytest.fixture
def estimator(frail: Application) -> Caller:
    return at_the_api(frail)


@pytest.fixture
def job(frail: Application, estimator: Caller) -> dict[str, Any]:
    """A demo job with a plan of its first plate under way."""
    line = next(j for j in estimator("GET", "/jobs") if j["name"] == "Heron Hide")
    base = f"/jobs/{line['id']}"
    key = estimator("GET", base)["sheets"][0]["key"]
    note = estimator("POST", f"{base}/notes", {"kind": "note", "text": "before the lights went out"})["id"]
    plan = estimator("POST", f"{base}/plans", {"key": key, "seconds": SECONDS})["id"]
    wait_until("the plan is under way", lambda: estimator("GET", f"{base}/plans/{plan}")["progress"] > 0.1, seconds=60)
    return {"base": base, "plan": plan, "note": note}


def check_nothing_lost(frail: Application, estimator: Caller, job: dict[str, Any]) -> None:
    wait_until("it answers again", frail.answers, 90)
    done = wait_until(
        "the plan is finished",
        lambda: (estimator.tries("GET", f"{job['base']}/plans/{job['plan']}") or {}).get("state") == "done",
        120,
    )
    assert done
    assert frail.ask_database(f"SELECT results_stored FROM cutting_plan WHERE id = {job['plan']}") == [["1"]]
    view = estimator("GET", job["base"])
    assert [n["spec"]["text"] for n in view["notes"] if n["id"] == job["note"]] == ["before the lights went out"]
    saved = estimator("POST", f"{job['base']}/notes", {"kind": "note", "text": "and work goes on"})
    assert saved["id"] > job["note"]


@pytest.mark.parametrize("part", ["worker", "database", "web"])
def test_a_part_is_killed_while_a_plan_runs(frail: Application, estimator: Caller, job: dict[str, Any], part: str):
    was = frail.parts()[part]
    frail.kill(part)
    wait_until(f"the {part} is started again", lambda: frail.parts().get(part, was) != was, 60)
    check_nothing_lost(frail, estimator, job)


def test_everything_is_killed_and_started_again(frail: Application, estimator: Caller, job: dict[str, Any]) -> None:
    before = frail.parts()
    assert set(before) == {"database", "web", "worker"}
    assert frail.process is not None
    frail.process.kill()
    frail.process.wait()
    ends_with_it = [before["web"], before["worker"]]  # a database that changed its user is stopped by the next start
    wait_until("its parts end with it", lambda: not any(alive(p) for p in ends_with_it), 60)
    frail.said.write_text("")
    frail.start("start")
    check_nothing_lost(frail, estimator, job)


def alive(process: int) -> bool:
    try:
        with open(f"/proc/{process}/stat") as file:
            return file.read().rsplit(")", 1)[1].split()[0] != "Z"
    except OSError:
        return False


def test_started_twice_it_refuses_and_the_first_goes_on(frail: Application) -> None:
    second = frail.launcher("start")
    assert second.returncode == 2
    assert "already running" in second.stderr and "./yorvek stop" in second.stderr
    assert second.stdout == ""
    assert frail.answers()


def test_stop_leaves_no_process_behind(frail: Application) -> None:
    parts = frail.parts()
    assert frail.launcher("stop").returncode == 0
    assert frail.process is not None and frail.process.wait(timeout=30) == 0
    assert not any(alive(p) for p in parts.values())
    assert frail.launcher("status").returncode == 3


def test_a_taken_port_is_named(frail: Application) -> None:
    with socket.socket() as taken:
        taken.setsockopt(socket.SOL_SOCKET, socket.SO_REUSEADDR, 1)
        taken.bind(("127.0.0.1", frail.port))
        taken.listen()
        refused = frail.launcher("start")
    assert refused.returncode == 2
    assert str(frail.port) in refused.stderr and "YORVEK_PORT" in refused.stderr


def test_a_stop_gives_the_running_plan_back(frail: Application) -> None:
    frail.said.write_text("")
    frail.start("start")
    caller = at_the_api(frail)
    base = f"/jobs/{next(j for j in caller('GET', '/jobs') if j['name'] == 'Heron Hide')['id']}"
    key = caller("GET", base)["sheets"][0]["key"]
    plan = caller("POST", f"{base}/plans", {"key": key, "seconds": 600})["id"]
    wait_until("it runs", lambda: caller("GET", f"{base}/plans/{plan}")["state"] == "running", 60)
    frail.stop()
    frail.said.write_text("")
    frail.start("start")
    assert frail.ask_database(f"SELECT results_stored FROM cutting_plan WHERE id = {plan}") == [["0"]]
    wait_until("it runs again", lambda: caller("GET", f"{base}/plans/{plan}")["state"] == "running", 60)
    caller("POST", f"{base}/plans/{plan}/cancel")
    wait_until("it is stopped early", lambda: caller("GET", f"{base}/plans/{plan}")["state"] == "done", 30)
    assert frail.ask_database(f"SELECT results_stored FROM cutting_plan WHERE id = {plan}") == [["1"]]
