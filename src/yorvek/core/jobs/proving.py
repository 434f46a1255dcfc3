"""Load tests of a job: what is expected at every step, what was read, what it shows, and what the model may take."""

from __future__ import annotations

from collections.abc import Callable
from dataclasses import dataclass
from functools import lru_cache
from typing import NamedTuple, TypeVar

from yorvek.core.checks import BeamMember, Reserve
from yorvek.core.errors import InputError
from yorvek.core.frames import check_frame, check_member
from yorvek.core.frames.alone import in_space
from yorvek.core.frames.request import FrameLoad, FrameRequest
from yorvek.core.jobs.as_tested import seal_of
from yorvek.core.jobs.spec import LoadSpec, MemberLoad, MemberSpec
from yorvek.core.jobs.state import JobState, beam_load, beam_member, structure_request
from yorvek.core.jobs.structures import StructureLoad, StructureSpec, frame_load
from yorvek.core.proving.judged import LoadTestResult, judged
from yorvek.core.proving.predicted import Predicted, predicted
from yorvek.core.proving.spec import LoadTestSpec, TestTaken, TestWeights
from yorvek.core.quantities import UnitSystem
from yorvek.core.structures.member import BeamLoad

ONE_N = 1.0
SAME = 1e-3
"""So far apart are figures that are another."""
MOST_ASIDE_MM = 10_000.0
"""As a load may stand aside."""
ALONE: dict[str, object] = {
    "case": "live", "one_of": "", "group": "", "both_ways": False, "dynamic_factor": 1.0, "cycles": 0.0
}  # fmt: skip
"""What a load is as dead weights that hang by themselves."""
On = TypeVar("On", MemberLoad, StructureLoad)


def tested_spec(state: JobState, test: LoadTestSpec) -> MemberSpec | StructureSpec:
    """What is tested.

    Raises:
        InputError: nothing, both, or something that is gone.
    """
    if (test.member_id is None) == (test.structure_id is None):
        raise InputError(field="member_id", got="", needs="one member or one structure that is tested")
    found = (
        state.members.get(test.member_id) if test.member_id is not None
        else state.structures.get(test.structure_id or 0)
    )  # fmt: skip
    if found is None:
        raise InputError(field="member_id", got="", needs="what it tests is gone: choose another")
    return found


@dataclass(frozen=True)
class _Asked:
    """A test put before the solver: the structure without its live loads, the weights in any size, the bars of a
    member in order, and the strength that is left under so many times those weights.
    """

    base: FrameRequest
    weights: list[FrameLoad]
    whole: list[str]
    strength: Callable[[float], Reserve]


def prediction(state: JobState, test: LoadTestSpec) -> Predicted:
    """What it is expected to do at every gauge.

    Raises:
        InputError: a place that is not on it, weights without one, or it cannot stand.
    """
    return _predicted(_question(_asked(state, test), test))


def _asked(state: JobState, test: LoadTestSpec) -> _Asked:
    spec = tested_spec(state, test)
    _refuse_odd(test)
    if isinstance(spec, StructureSpec):
        return _of_structure(state, test, spec)
    return _of_member(state, test, spec)


def _refuse_odd(test: LoadTestSpec) -> None:
    """Figures that cannot be, each with its place."""
    if test.proof.value <= 0:
        raise InputError(field="proof", got=test.proof.text, needs="more than nothing")
    names = [g.name for g in test.gauges]
    for k, g in enumerate(test.gauges):
        if g.name in names[:k]:
            raise InputError(field=f"gauges.{k}.name", got=g.name, needs="a name of its own: two gauges have this one")
        if g.aside is not None and abs(g.aside.value) > MOST_ASIDE_MM:
            needs = f"up to {MOST_ASIDE_MM:g} mm either way"
            raise InputError(field=f"gauges.{k}.aside", got=g.aside.text, needs=needs)
    for k, step in enumerate(test.steps):
        if step.load.value < 0:
            raise InputError(field=f"steps.{k}.load", got=step.load.text, needs="a weight: nothing or more")


def _gauges(asked: _Asked, test: LoadTestSpec) -> list[FrameLoad]:
    """A force of 1 N where and in the direction in which each gauge reads."""
    out = []
    for k, g in enumerate(test.gauges):
        if not asked.whole and not g.bar:
            raise InputError(field=f"gauges.{k}.bar", got="", needs="the bar it stands at")
        aside = g.aside.value if g.aside is not None else 0.0
        out.append(
            FrameLoad(
                name=f"gauge {k}", case="live", bars=asked.whole or [g.bar], at_mm=g.at.value, force_N=ONE_N,
                aside_mm=aside, direction=g.direction, one_of=f"gauge {k}",
            )
        )  # fmt: skip
    return out


class _Question(NamedTuple):
    """What a prediction is made from, as text: every edit of the job asks again, and most ask the same."""

    base: str
    weights: tuple[str, ...]
    gauges: tuple[str, ...]
    proof_N: float


def _question(asked: _Asked, test: LoadTestSpec) -> _Question:
    weights, gauges = (tuple(x.model_dump_json() for x in loads) for loads in (asked.weights, _gauges(asked, test)))
    return _Question(asked.base.model_dump_json(), weights, gauges, test.proof.value)


@lru_cache(maxsize=256)
def _predicted(question: _Question) -> Predicted:
    """From memory where the same was asked before."""
    hung, read = ([FrameLoad.model_validate_json(x) for x in texts] for texts in (question.weights, question.gauges))
    try:
        return predicted(FrameRequest.model_validate_json(question.base), hung, read, question.proof_N)
    except InputError as error:
        raise _placed(error) from error


def _placed(error: InputError) -> InputError:
    """What is wrong with a load of the test, at the field that it was made from."""
    kind, _, number = error.field.removeprefix("load ").partition(" ")
    fields = {"gauge": f"gauges.{number}.at", "weights": "weights.at"}
    if not error.field.startswith("load ") or kind not in fields:
        return error
    return InputError(field=fields[kind], got=error.got, needs=error.needs)


@lru_cache(maxsize=256)
def _judged(test: str, question: _Question, strength: str, unit: UnitSystem) -> LoadTestResult:
    """From memory too."""
    left = Reserve.model_validate_json(strength)
    return judged(LoadTestSpec.model_validate_json(test), _predicted(question), left, unit)


def _of_member(state: JobState, test: LoadTestSpec, spec: MemberSpec) -> _Asked:
    """The member in space, and its pieces in order."""
    plain = beam_member(state, spec)
    w, length = test.weights, plain.beam.length_mm
    if w.stand == "load":
        on, load = _standing(state, spec.loads, w)
        if on.runs:
            raise _moving(load.name)
        hung = beam_load(on, load, spec.mark)
    elif w.stand == "spread":
        hung = BeamLoad(name="weights", line_N_per_mm=ONE_N / length)
    else:
        hung = BeamLoad(name="weights", force_N=ONE_N, at_mm=[_at(w)])
    hung = hung.model_copy(update=ALONE)
    beam = plain.beam.model_copy(update={"loads": [hung]})
    placed = in_space(plain.model_copy(update={"beam": beam}))
    base = placed.model_copy(update={"loads": []})
    pieces = [b.name for b in base.starter.own.bars] if base.starter.own else []
    for k, g in enumerate(test.gauges):
        if g.at.value > length + 1e-6:
            raise InputError(field=f"gauges.{k}.at", got=g.at.text, needs=f"on the member, up to {length:g} mm")

    def strength(times: float) -> Reserve:
        more = {"force_N": hung.force_N * times, "line_N_per_mm": hung.line_N_per_mm * times}
        loaded = beam.model_copy(update={"loads": [hung.model_copy(update=more)]})
        return _member_strength(plain.model_copy(update={"beam": loaded}).model_dump_json())

    return _Asked(base, placed.loads, pieces, strength)


def _of_structure(state: JobState, test: LoadTestSpec, spec: StructureSpec) -> _Asked:
    """The structure in the position of the test."""
    asked = structure_request(state, spec)
    positions = [x.name for x in asked.situations if x.kind == "position"]
    if positions and test.position not in positions:
        raise InputError(field="position", got=test.position, needs="the position it is tested in: "
            + ", ".join(positions))  # fmt: skip
    base = asked.at(test.position).model_copy(update={"situations": []})
    hung = _hung(state, test, spec)

    def strength(times: float) -> Reserve:
        sizes = ("force_N", "line_N_per_mm", "area_MPa")
        loaded = hung.model_copy(update={s: getattr(hung, s) * times for s in sizes})
        return _frame_strength(base.model_dump_json(), loaded.model_dump_json())

    return _Asked(base, [hung], [], strength)


def _hung(state: JobState, test: LoadTestSpec, spec: StructureSpec) -> FrameLoad:
    """The weights on a structure."""
    w = test.weights
    if w.stand == "load":
        plain = frame_load(*_standing(state, spec.loads, w))
        if plain.moves or (plain.bars and plain.force_N and plain.at_mm is None and not plain.spread):
            raise _moving(plain.name)
        return plain.model_copy(update=ALONE)
    if not w.bar:
        raise InputError(field="weights.bar", got="", needs="the bar that they hang from")
    if w.stand == "spread":
        return FrameLoad(name="weights", case="live", bars=[w.bar], line_N_per_mm=ONE_N)
    return FrameLoad(name="weights", case="live", bars=[w.bar], force_N=ONE_N, at_mm=_at(w))


@lru_cache(maxsize=256)
def _member_strength(asked: str) -> Reserve:
    return check_member(BeamMember.model_validate_json(asked)).strength


@lru_cache(maxsize=64)
def _frame_strength(asked: str, weights: str) -> Reserve:
    """Under those weights and its permanent loads."""
    base = FrameRequest.model_validate_json(asked)
    loads = [FrameLoad.model_validate_json(weights), *(x for x in base.loads if x.case == "dead")]
    return check_frame(base.model_copy(update={"loads": loads}), swings=False).strength


def _standing(state: JobState, on: list[On], weights: TestWeights) -> tuple[On, LoadSpec]:
    """The load of the brief that weights stand for, as it stands."""
    found = next((x for x in on if x.load_id == weights.load_id), None)
    load = None if found is None else state.loads.get(found.load_id)
    if found is None or load is None:
        got = str(weights.load_id or "")
        raise InputError(field="weights.load_id", got=got, needs="a load that stands on what is tested")
    return found, load


def _at(weights: TestWeights) -> float:
    if weights.at is None:
        raise InputError(field="weights.at", got="", needs="the place that they hang at")
    return weights.at.value


def _moving(name: str) -> InputError:
    return InputError(field="weights.load_id", got=name, needs="weights at one place: this load moves")


def load_test_result(state: JobState, test: LoadTestSpec) -> LoadTestResult:
    """All about a test, or the trouble in words."""
    try:
        asked = _asked(state, test)
        question = _question(asked, test)
        left = asked.strength(test.proof.value / _predicted(question).total_N)
        found = _judged(test.model_dump_json(), question, left.model_dump_json(), state.job.unit)
    except InputError as error:
        return LoadTestResult(state="trouble", trouble=error.sentence, says=error.sentence)
    if test.taken is None:
        return found
    holds = seal_of(tested_spec(state, test), state.section_id) == test.taken.seal
    return found.model_copy(update={"taken_holds": holds, "taken_as_read": _as_read(test.taken, found)})


def _as_read(taken: TestTaken, found: LoadTestResult) -> bool:
    """Whether what was taken is what is read now."""
    now = found.offers
    return now is not None and (
        abs(now.stiffness - taken.stiffness) <= SAME and abs(now.play_mm - taken.play_mm) <= SAME
    )


def load_test_results(state: JobState) -> dict[int, LoadTestResult]:
    """Every load test of the job."""
    return {number: load_test_result(state, test) for number, test in state.load_tests.items()}


def taken_from(state: JobState, test: LoadTestSpec, reason: str, by: str) -> TestTaken:
    """What the model takes from it.

    Raises:
        InputError: the test does not say what is there, or no reason is given.
    """
    found = load_test_result(state, test)
    if found.offers is None:
        raise InputError(field="load test", got=test.mark, needs=found.why_not or found.says)
    if not reason.strip():
        raise InputError(field="reason", got="", needs="why the model is to take it")
    return TestTaken(
        reason=reason, by=by, stiffness=found.offers.stiffness, play_mm=found.offers.play_mm,
        seal=seal_of(tested_spec(state, test), state.section_id),
    )  # fmt: skip
