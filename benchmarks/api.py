"""The running application: what interactive requests take, against the 0.2 s a person waits without noticing."""

from __future__ import annotations

import statistics
import time
from collections.abc import Callable

from benchmarks import clients
from benchmarks.sizing import WAIT_S
from benchmarks.table import show
from tests.browser.running import Application, Caller

TIMES = 15
UNITS = {"area": "kN/m2", "line": "kN/m", "force": "kN"}


def took(work: Callable[[], object]) -> list[float]:
    """Time of each of several calls, s, sorted."""
    out = []
    for _ in range(TIMES):
        began = time.perf_counter()
        work()
        out.append(time.perf_counter() - began)
    return sorted(out)


def edited(caller: Caller, base: str, row: dict, size: float) -> float:
    """Change a load's size; what the saving alone took, s."""
    kind, unit = next((k, u) for k, u in UNITS.items() if row["spec"].get(k))
    version = next(r["version"] for r in caller("GET", base)["loads"] if r["id"] == row["id"])
    spec = {**row["spec"], kind: {"text": f"{size} {unit}", "unit": "mm"}}
    began = time.perf_counter()
    caller("PUT", f"{base}/loads/{row['id']}", {"version": version, "spec": spec})
    return time.perf_counter() - began


def sixty(caller: Caller) -> list[str]:
    """A job of sixty members under one load: the load is changed, and every member is checked again."""
    base = f"/jobs/{caller('POST', '/jobs', {'name': 'Sixty joists', 'unit': 'mm'})['job']['id']}"
    caller("POST", f"{base}/loads", {"name": "crowd", "form": "area", "area": {"text": "1 kN/m2", "unit": "mm"}})
    load = caller("GET", base)["loads"][0]
    for k in range(60):
        length = {"text": str(2000 + 20 * k), "unit": "mm"}
        ends = [{"at": {"text": "0"}}, {"at": length}]
        on = [{"load_id": load["id"], "width": {"text": "600", "unit": "mm"}}]
        member = {"mark": f"J{k}", "length": length, "supports": ends, "loads": on}
        caller("POST", f"{base}/members", {**member, "section_id": "SHS 80×80×5 hot", "material_id": "S355"})
    times = sorted(edited(caller, base, load, 1 + k / 100) for k in range(TIMES))
    middle, slow = statistics.median(times), times[int(0.9 * (len(times) - 1))]
    return ["sixty members: a load changed", f"{1000 * middle:.0f} ms", f"{1000 * slow:.0f} ms", f"{slow / WAIT_S:.2f}"]


def run(seconds: float | None) -> None:
    """Start it with the demo, time what people do most, print the table; the length of a search is not asked here."""
    application = Application()
    try:
        application.start("demo")
        caller = Caller(application)
        caller("GET", "/door")
        caller("POST", "/login", {"username": "estimator", "password": "quillmere"})
        rows = []
        for line in caller("GET", "/jobs"):
            base = f"/jobs/{line['id']}"
            view = caller("GET", base)
            if not view["members"]:
                continue
            load, member = view["loads"][0], view["members"][0]
            edits = [edited(caller, base, load, 1 + k / 100) for k in range(TIMES)]
            measured = {
                "a load changed, all the ripple": sorted(edits),
                "the job": took(lambda base=base: caller("GET", base)),
                "a length understood": took(
                    lambda: caller("POST", "/quantity", {"text": "6' 6-1/2\"", "kind": "length", "unit": "in"})
                ),
                "the catalogue compared": took(
                    lambda base=base, m=member: caller("POST", f"{base}/members/{m['id']}/compare", {"materials": []})
                ),
            }
            for what, times in measured.items():
                middle, slow = statistics.median(times), times[int(0.9 * (len(times) - 1))]
                rows.append(
                    [
                        f"{line['name']}: {what}",
                        f"{1000 * middle:.0f} ms",
                        f"{1000 * slow:.0f} ms",
                        f"{slow / WAIT_S:.2f}",
                    ]
                )
        rows.append(sixty(caller))
        show(f"API, {TIMES} calls each", ["what", "median", "9 of 10 within", "of 0.2 s"], rows)
    finally:
        application.away()
    clients.run(seconds)
