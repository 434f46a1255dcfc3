"""A beam under test weights, by textbook formulas: what it does when it is sound, and when something is amiss."""

import numpy as np

from yorvek.core.jobs import JobSpec, JobState
from yorvek.core.jobs.spec import MemberSpec
from yorvek.core.materials import material
from yorvek.core.proving.spec import BEFORE, LoadTestSpec
from yorvek.core.sections import section

SPAN = 2400.0
SECTION, METAL = "SHS 80×80×4 hot", "S355"
EI = material(METAL).E_MPa * section(SECTION).Ix_mm4
PER_N = SPAN**3 / (48 * EI)
"""Movement in the middle under a newton there (Roark's table 8.1, case 1e)."""
SHARES = (0.25, 0.5, 0.75, 1.0)
PROOF = 9000.0


def typed(text, value):
    """A quantity as typed, worked out."""
    return {"text": text, "value": value}


def member(supports=((0, "simple"), (SPAN, "simple")), **more):
    held = [{"at": typed(f"{x:g} mm", x), "kind": kind} for x, kind in supports]
    spec = {
        "mark": "C1", "length": typed(f"{SPAN:g} mm", SPAN), "supports": held, "section_id": SECTION,
        "material_id": METAL, **more,
    }  # fmt: skip
    return MemberSpec.model_validate(spec)


def gauge(name, at, aside=None, **more):
    off = None if aside is None else typed(f"{aside:g} mm", aside)
    return {"name": name, "at": typed(f"{at:g} mm", at), "aside": off, **more}


MIDDLE, LEFT = gauge("middle", SPAN / 2), gauge("left support", 0)


def step(load, moved, held=None, going="on", minutes=0.0):
    def entries(values):
        return [None if v is None else typed(f"{v:g} mm", v) for v in values or ()]

    weight = typed(f"{load:g} N", load)
    return {"load": weight, "going": going, "moved": entries(moved), "held": entries(held), "minutes": minutes}


def load_test(steps=(), gauges=(MIDDLE,), **more):
    spec = {
        "mark": "T1", "member_id": 1, "weights": {"stand": "place", "at": typed("1200 mm", 1200.0)},
        "proof": typed(f"{PROOF:g} N", PROOF), "gauges": list(gauges), "steps": list(steps), "before": list(BEFORE),
        "instrument": "dial gauge 2", "zeroed": True, "by": "Mara", "on": "2026-11-20", **more,
    }  # fmt: skip
    return LoadTestSpec.model_validate(spec)


def job(test=None, of=None, **more):
    tests = {} if test is None else {7: test}
    return JobState(job=JobSpec(name="Heron Hide"), members={1: of or member()}, load_tests=tests, **more)


def run(moves, *, gauges=1, noise=0.0, seed=0, stays=0.0, held=0.0):
    """Steps up and off again; `moves` gives all gauges at a weight and whether it goes on."""
    rng = np.random.default_rng(seed)

    def read(load, going):
        values = np.atleast_1d(moves(load, going)) + rng.normal(0, noise, gauges)
        return np.round(values, 2).tolist()

    up = [step(s * PROOF, read(s * PROOF, "on")) for s in SHARES]
    last = [round(v + held, 2) for v in (x["value"] for x in up[-1]["moved"])]
    up[-1] = step(PROOF, [x["value"] for x in up[-1]["moved"]], last, minutes=10.0)
    off = [step(s * PROOF, (np.array(read(s * PROOF, "off")) + stays).tolist(), going="off") for s in (0.5, 0.0)]
    return [*up, *off]
