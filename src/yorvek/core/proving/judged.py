"""A load test judged: every step against what was expected, what stops it, whether the proof was carried, the likely
causes, and what the model may take from it.
"""

from __future__ import annotations

from collections.abc import Sequence
from typing import Literal

import numpy as np
from numpy.typing import NDArray

from yorvek.core.checks.record import Reserve
from yorvek.core.model import Model
from yorvek.core.proving.causes import Cause, Kind, Readings, bounds, causes
from yorvek.core.proving.predicted import Predicted
from yorvek.core.proving.spec import BEFORE, LoadTestSpec, TestStep
from yorvek.core.quantities import UnitSystem
from yorvek.core.quantities.entry import Size
from yorvek.core.quantities.format import value_text

Floats = NDArray[np.float64]
SHARES = (0.25, 0.5, 0.75, 1.0)
"""Steps of the proof load (common practice, no source)."""
LEAST_STEPS = 3
GROWS = 0.03
STAYS = 0.05
"""Shares of the movement: growth while it is held, and what may stay once the weights are off (common practice, no
source; never less than the gauge tells)."""
TELLS = 2.0
"""Times its resolution: what a gauge tells for certain (common practice, no source)."""
NOISE = 0.6
"""Of the resolution: the standard deviation of a reading that may lie anywhere within it either way (1 / √3)."""
CLOSE = 1e-3
AT_PROOF = 0.995
"""Of the proof load: weights are not exact (common practice, no source)."""
LEAST_AT_PROOF = 0.8
"""A proof load is 1.25 times what a thing is for (common practice, no source): where more is asked for, it
is sized for that."""
CAUSE_WORDS: dict[Kind, str] = {
    "sound": "as computed",
    "play": "play: a straight line that does not begin at nothing; loose holes, pins or rollers",
    "section": "softer all over: a thinner wall, another section or another metal than was sized",
    "support": "supports that sink or give under it",
    "clamp": "clamped ends that turn: a base, a wall or a joint that is not stiff",
    "twist": "it twists: the weights hang beside its shear centre, or the section is an open one",
    "yield": "a curve that stays: it yields somewhere",
    "slip": "a way that it went at once and kept: a clamp or a bolted joint slips",
    "stiffer": "stiffer than computed: something helps that is not in the model",
}
MEND: dict[Kind, str] = {
    "sound": "",
    "play": "take the play out, or take it into the model",
    "section": "measure wall and size and look at the certificate; or take what was found into the model",
    "support": "read a gauge at each support; pack it, or take what was found into the model",
    "clamp": "look at the base and its bolts; or take what was found into the model",
    "twist": "hang the weights in line, or close the section",
    "yield": "stop: look for what has yielded before anything goes on again",
    "slip": "stop: tighten or weld what slips, and test again",
    "stiffer": "look for what helps, and whether it is always there; the model stays as it is",
}
GIVES_WAY: frozenset[Kind] = frozenset({"yield", "slip"})
TAKEN: frozenset[Kind] = frozenset({"play", "section", "support", "clamp", "sound"})


def _length(value_mm: float, unit: UnitSystem) -> str:
    return value_text(value_mm, "mm", unit)


def _weight(value_N: float, unit: UnitSystem) -> str:
    return value_text(value_N, "N", unit)


class TestRead(Model):
    """A step with what was expected and read at each gauge, mm; `outside`: beyond the bounds, `grew` while held."""

    load_N: float
    going: Literal["on", "off"]
    low: list[float]
    high: list[float]
    moved: list[float | None]
    grew: list[float | None]
    outside: list[bool]


class TestTodo(Model):
    """A step that is still to do, and what is expected at each gauge."""

    load_N: float
    going: Literal["on", "off"]
    low: list[float]
    high: list[float]


class TestCause(Model):
    """A likely cause, its share of the evidence, its size and what to do."""

    kind: Kind
    share: float
    words: str
    size: str
    do: str


class TestOffer(Model):
    """What the model may take: a share of the stiffness computed, and play."""

    stiffness: float
    play_mm: float


class LoadTestResult(Model):
    """All about a test. By gauge: movement for a kN as computed and between which bounds."""

    state: Literal["trouble", "not begun", "under way", "stop", "carried", "not carried"]
    says: str
    trouble: str | None = None
    mm_per_kN: list[float] = []
    low: list[float] = []
    high: list[float] = []
    at_proof: Reserve | None = None
    steps: list[TestRead] = []
    todo: list[TestTodo] = []
    stays_mm: list[float | None] = []
    stops: list[str] = []
    missing: list[str] = []
    causes: list[TestCause] = []
    measured_share: float | None = None
    offers: TestOffer | None = None
    why_not: str = ""
    taken_holds: bool | None = None
    taken_as_read: bool | None = None


def judged(test: LoadTestSpec, of: Predicted, strength: Reserve, unit: UnitSystem) -> LoadTestResult:
    """Judge what was read so far; `strength`: what is left of it under the proof load, by the job's method."""
    steps = [_read(s, of, test) for s in test.steps]
    stops = [*_too_heavy(strength), *_stops(test, steps, unit)]
    stays = _stays(test, steps)
    missing = [*_unknown(strength), *_missing(test, steps)]
    readings = _readings(test, steps)
    found = _worth_naming(causes(of, readings), test, steps)
    share = _measured(of, readings)
    reached = _reached(test)
    off = any(s.going == "off" and s.load.value <= CLOSE * test.proof.value for s in test.steps)
    kept = _kept(test, steps, stays, unit)
    bad = [*stops, *kept, *(CAUSE_WORDS[k] for k in (_worst(found),) if k in GIVES_WAY)]
    state: Literal["not begun", "under way", "stop", "carried", "not carried"]
    if bad:
        state = "not carried" if off else "stop"
    elif not test.steps:
        state = "not begun"
    else:
        state = "carried" if reached and off and not missing else "under way"
    offers, why = _offered(of, found, share, reached=reached and off)
    if offers is not None and state != "carried":
        offers, why = None, (bad or missing)[0]
    outside = any(x for r in steps for x in r.outside)
    return LoadTestResult(
        state=state, says=_says(state, test, bad, missing, found, unit, outside=outside), stops=bad, missing=missing,
        mm_per_kN=(of.moves * 1000).tolist(), low=(of.low * 1000).tolist(), high=(of.high * 1000).tolist(),
        steps=steps, todo=_todo(test, of, up=not bad), stays_mm=stays, causes=[_said(c, unit) for c in found],
        measured_share=share, offers=offers, why_not=why, at_proof=strength,
    )  # fmt: skip


def _too_heavy(strength: Reserve) -> list[str]:
    if strength.value is None or strength.value >= LEAST_AT_PROOF:
        return []
    times = 1 / strength.value
    return [
        f"the proof load is {times:.2f} times what it is sized for ({strength.governs}): at most "
        f"{1 / LEAST_AT_PROOF:g} times is hung on it"
    ]


def _unknown(strength: Reserve) -> list[str]:
    known = strength.value is not None
    return [] if known else [f"whether it is strong enough for the proof load: not checked, {strength.governs}"]


def _values(entries: Sequence[Size | None], count: int) -> list[float | None]:
    out = [None if e is None else float(e.value) for e in entries[:count]]
    return [*out, *[None] * (count - len(out))]


def _sure(test: LoadTestSpec) -> float:
    return TELLS * test.resolution.value


def _read(step: TestStep, of: Predicted, test: LoadTestSpec) -> TestRead:
    count = len(of.moves)
    moved, held = _values(step.moved, count), _values(step.held, count)
    # further the way it went: a gauge may read its movement as less
    grew = [abs(b) - abs(a) if a is not None and b is not None else None for a, b in zip(moved, held, strict=True)]
    load = step.load.value
    low, high = np.minimum(of.low, of.high) * load, np.maximum(of.low, of.high) * load
    at = [b if b is not None else a for a, b in zip(moved, held, strict=True)]
    sure = _sure(test)
    # what it read at first counts too, though it came back while it was held
    outside = [
        any(v is not None and not a - sure <= v <= b + sure for v in both)
        for *both, a, b in zip(moved, held, low.tolist(), high.tolist(), strict=True)
    ]
    return TestRead(
        load_N=load, going=step.going, low=low.tolist(), high=high.tolist(), moved=at, grew=grew,
        outside=[] if step.going == "off" else outside,
    )  # fmt: skip


def _stops(test: LoadTestSpec, steps: list[TestRead], unit: UnitSystem) -> list[str]:
    """Why the weights come off now."""
    out = []
    for step, read in zip(test.steps, steps, strict=True):
        for gauge, grew, moved in zip(test.gauges, read.grew, read.moved, strict=True):
            if step.going == "on" and grew is not None and moved is not None:
                most = max(_sure(test), GROWS * abs(moved))
                if grew > most:
                    out.append(
                        f"{gauge.name} went on moving by {_length(grew, unit)} at "
                        f"{_weight(step.load.value, unit)} that did not change: take the weights off"
                    )
        if step.load.value > test.proof.value * (2 - AT_PROOF):
            out.append(
                f"{_weight(step.load.value, unit)} is more than the proof load "
                f"{_weight(test.proof.value, unit)}: what it does to the structure is not worked out"
            )
    return out


def _stays(test: LoadTestSpec, steps: list[TestRead]) -> list[float | None]:
    """What is read once all weights are off."""
    last = next(
        (r for s, r in zip(reversed(test.steps), reversed(steps), strict=True)
         if s.going == "off" and s.load.value <= CLOSE * test.proof.value), None,
    )  # fmt: skip
    return [None] * len(test.gauges) if last is None else last.moved


def _may_stay(test: LoadTestSpec, steps: list[TestRead], gauge: int) -> float:
    """What a gauge may keep, mm: joints bed in."""
    most = max((abs(r.moved[gauge] or 0.0) for r in steps), default=0.0)
    return max(_sure(test), STAYS * most)


def _worth_naming(found: list[Cause], test: LoadTestSpec, steps: list[TestRead]) -> list[Cause]:
    """Causes, unless the likeliest is a way that is kept and is no more than may stay."""
    least = max(_may_stay(test, steps, k) for k in range(len(test.gauges)))
    return [] if found and found[0].kind in GIVES_WAY and found[0].size <= least else found


def _kept(test: LoadTestSpec, steps: list[TestRead], stays: list[float | None], unit: UnitSystem) -> list[str]:
    """Gauges that do not come back."""
    out = []
    for k, (gauge, kept) in enumerate(zip(test.gauges, stays, strict=True)):
        if kept is not None and abs(kept) > _may_stay(test, steps, k):
            out.append(f"{gauge.name} does not come back: {_length(kept, unit)} stays")
    return out


def _missing(test: LoadTestSpec, steps: list[TestRead]) -> list[str]:
    """What a test needs before it says anything."""
    out = [words for key, words in BEFORE.items() if key not in test.before]
    if not test.instrument.strip():
        out.append("the instrument it is read with")
    if not test.zeroed:
        out.append("gauges set to nothing before the first weight")
    if not test.by.strip() or not test.on.strip():
        out.append("who tested it, and on which day")
    for step, read in zip(test.steps, steps, strict=True):
        out += [
            f"{gauge.name} at {step.load.text} {step.going}"
            for gauge, moved in zip(test.gauges, read.moved, strict=True)
            if moved is None
        ]
    if any(_at_proof(s, test) for s in test.steps) and _steps_up(test) < LEAST_STEPS:
        out.append(f"{LEAST_STEPS} weights on the way up, each read: one or two show no pattern")
    if any(_at_proof(s, test) for s in test.steps) and not _reached(test):
        out.append(f"the proof load held for {test.hold_minutes:g} minutes, and read again")
    return out


def _steps_up(test: LoadTestSpec) -> int:
    """Different weights on the way up."""
    return len({round(s.load.value, 3) for s in test.steps if s.going == "on" and s.load.value > 0})


def _at_proof(step: TestStep, test: LoadTestSpec) -> bool:
    return step.going == "on" and step.load.value >= AT_PROOF * test.proof.value


def _reached(test: LoadTestSpec) -> bool:
    """Whether the proof load hung for as long as it has to, and was read again then."""
    count = len(test.gauges)
    return any(
        _at_proof(s, test) and s.minutes >= test.hold_minutes and None not in _values(s.held, count)
        for s in test.steps
    )  # fmt: skip


def _readings(test: LoadTestSpec, steps: list[TestRead]) -> Readings:
    moved = [[np.nan if v is None else v for v in s.moved] for s in steps]
    return Readings(
        load_N=np.array([s.load_N for s in steps]),
        moved_mm=np.array(moved).reshape(-1, len(test.gauges)),
        on=np.array([s.going == "on" for s in steps], bool),
        noise_mm=max(NOISE * test.resolution.value, 1e-4),
    )


def _measured(of: Predicted, read: Readings) -> float | None:
    """Movement read over movement computed, by least squares, where it moves most."""
    k = int(np.argmax(np.abs(of.moves)))
    known = read.on & (read.load_N > 0) & np.isfinite(read.moved_mm[:, k])
    if not known.any():
        return None
    model, seen = read.load_N[known] * of.moves[k], read.moved_mm[known, k]
    return float(model @ seen / (model @ model))


def _todo(test: LoadTestSpec, of: Predicted, *, up: bool) -> list[TestTodo]:
    """The steps of the plan that were not read yet; only the way down where no more weight is to go on."""
    if not up and not test.steps:
        return []
    proof = test.proof.value
    done = max((s.load.value for s in test.steps if s.going == "on"), default=0.0)
    came = min((s.load.value for s in test.steps if s.going == "off"), default=proof)
    off = [s for s in test.steps if s.going == "off"]
    rise = [] if off or not up else [(x * proof, "on") for x in SHARES if x * proof > done * (1 + CLOSE)]
    down = [(x * proof, "off") for x in (0.5, 0.0) if x * proof < came * (1 - CLOSE) or (not off)]
    low, high = np.minimum(of.low, of.high), np.maximum(of.low, of.high)
    return [
        TestTodo.model_validate({"load_N": w, "going": going, "low": (low * w).tolist(), "high": (high * w).tolist()})
        for w, going in [*rise, *down]
    ]


def _worst(found: list[Cause]) -> Kind:
    return found[0].kind if found else "sound"


def _offered(of: Predicted, found: list[Cause], share: float | None, *, reached: bool) -> tuple[TestOffer | None, str]:
    """What the model may take, or why nothing."""
    if share is None or not reached:
        return None, "the proof load hung and held, and all weights off again"
    kind = _worst(found)
    if kind not in TAKEN:
        return None, f"{CAUSE_WORDS[kind]}: {MEND[kind]}"
    if kind == "sound":
        return None, "it moves as it was computed to: there is nothing to take"
    cause = found[0]
    low, _ = bounds(of)
    factor, play = (max(cause.factor, 1.0), cause.size) if kind == "play" else (share, 0.0)
    if factor <= 1.0 and not play:
        return None, f"it moves within what was expected ({low:.2f} and more of it)"
    return TestOffer(stiffness=min(1.0, 1.0 / factor), play_mm=play), ""


def _said(cause: Cause, unit: UnitSystem) -> TestCause:
    sizes = {
        "mm": _length(cause.size, unit),
        "mm/kN": f"{cause.size:.3g} mm/kN",
        "": f"{1 / cause.factor:.2f} of the stiffness computed",
    }
    return TestCause(
        kind=cause.kind, share=cause.share, words=CAUSE_WORDS[cause.kind], size=sizes[cause.unit], do=MEND[cause.kind]
    )


def _says(
    state: str,
    test: LoadTestSpec,
    bad: list[str],
    missing: list[str],
    found: list[Cause],
    unit: UnitSystem,
    *,
    outside: bool,
) -> str:
    proof = _weight(test.proof.value, unit)
    if bad:
        return bad[0]
    if state == "not begun":
        return f"{proof} in steps"
    if state == "carried" and not found:
        # each step by itself may lie outside, with no pattern in them that says why
        return proof + (", and moves otherwise than computed" if outside else ", and moves as computed")
    if state == "carried":
        return f"{proof}; {CAUSE_WORDS[_worst(found)]}"
    return f"to {proof}; still missing: {missing[0]}" if missing else f"to {proof}"
