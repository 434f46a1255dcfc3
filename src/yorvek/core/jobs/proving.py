"""Load tests of a job: what is expected at every step, what was read, what it shows, and what the model may take."""

from __future__ import annotations

from functools import lru_cache

from yorvek.core.errors import InputError
from yorvek.core.frames.alone import in_space
from yorvek.core.frames.request import FrameLoad, FrameRequest
from yorvek.core.jobs.as_tested import seal_of
from yorvek.core.jobs.spec import MemberSpec
from yorvek.core.jobs.state import JobState, beam_load, beam_member, structure_request
from yorvek.core.jobs.structures import StructureSpec, frame_load
from yorvek.core.proving.judged import LoadTestResult, judged
from yorvek.core.proving.predicted import Predicted, predicted
from yorvek.core.proving.spec import LoadTestSpec, Taken, Weights
from yorvek.core.structures.member import BeamLoad

ONE_N = 1.0


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


def prediction(state: JobState, test: LoadTestSpec) -> Predicted:
    """What it is expected to do at every gauge.

    Raises:
        InputError: a place that is not on it, weights without one, or it cannot stand.
    """
    spec = tested_spec(state, test)
    if test.proof.value <= 0:
        raise InputError(field="proof", got=test.proof.text, needs="more than nothing")
    base, weights, whole = _of_structure(state, test, spec) if isinstance(spec, StructureSpec) else (
        _of_member(state, test, spec)
    )  # fmt: skip
    gauges = [
        FrameLoad(
            name=f"gauge {k}", case="live", bars=[g.bar] if g.bar and isinstance(spec, StructureSpec) else whole,
            at_mm=g.at.value, force_N=ONE_N, aside_mm=g.aside.value if g.aside is not None else 0.0,
            direction=g.direction, one_of=f"gauge {k}",
        )
        for k, g in enumerate(test.gauges)
    ]  # fmt: skip
    if isinstance(spec, StructureSpec):
        for k, g in enumerate(test.gauges):
            if not g.bar:
                raise InputError(field=f"gauges.{k}.bar", got="", needs="the bar it stands at")
    return _predicted(base, tuple(weights), tuple(gauges), test.proof.value)


def _predicted(
    base: FrameRequest, weights: tuple[FrameLoad, ...], gauges: tuple[FrameLoad, ...], proof: float
) -> Predicted:
    texts = (base.model_dump_json(), *(x.model_dump_json() for x in weights))
    return _kept(texts, tuple(x.model_dump_json() for x in gauges), proof)


@lru_cache(maxsize=256)
def _kept(asked: tuple[str, ...], gauges: tuple[str, ...], proof: float) -> Predicted:
    """From memory where the same was asked before: every edit of the job asks again."""
    base = FrameRequest.model_validate_json(asked[0])
    weights = [FrameLoad.model_validate_json(x) for x in asked[1:]]
    return predicted(base, weights, [FrameLoad.model_validate_json(x) for x in gauges], proof)


def _of_member(
    state: JobState, test: LoadTestSpec, spec: MemberSpec
) -> tuple[FrameRequest, list[FrameLoad], list[str]]:
    """The member in space, the weights on it, and its pieces in order."""
    plain = beam_member(state, spec)
    w, length = test.weights, plain.beam.length_mm
    if w.stand == "load":
        on = next((x for x in spec.loads if x.load_id == w.load_id), None)
        if on is None or w.load_id not in state.loads:
            raise InputError(field="weights.load_id", got=str(w.load_id or ""), needs="a load that is on the member")
        if on.runs:
            raise _moving(state.loads[w.load_id].name)
        hung = beam_load(on, state.loads[w.load_id], spec.mark)
    elif w.stand == "spread":
        hung = BeamLoad(name="weights", line_N_per_mm=ONE_N / length)
    else:
        hung = BeamLoad(name="weights", force_N=ONE_N, at_mm=[_at(w)])
    hung = hung.model_copy(update={"case": "live", "one_of": "", "group": "", "both_ways": False})
    beam = plain.beam.model_copy(update={"loads": [hung]})
    placed = in_space(plain.model_copy(update={"beam": beam}))
    base = placed.model_copy(update={"loads": []})
    pieces = [b.name for b in base.starter.own.bars] if base.starter.own else []
    for k, g in enumerate(test.gauges):
        if g.at.value > length + 1e-6:
            raise InputError(field=f"gauges.{k}.at", got=g.at.text, needs=f"on the member, up to {length:g} mm")
    return base, placed.loads, pieces


def _of_structure(
    state: JobState, test: LoadTestSpec, spec: StructureSpec
) -> tuple[FrameRequest, list[FrameLoad], list[str]]:
    """The structure in the position of the test, and the weights on it."""
    asked = structure_request(state, spec)
    positions = [x.name for x in asked.situations if x.kind == "position"]
    if positions and test.position not in positions:
        raise InputError(field="position", got=test.position, needs="the position it is tested in: "
            + ", ".join(positions))  # fmt: skip
    base, w = asked.at(test.position).model_copy(update={"situations": []}), test.weights
    if w.stand == "load":
        on = next((x for x in spec.loads if x.load_id == w.load_id), None)
        if on is None or w.load_id not in state.loads:
            raise InputError(field="weights.load_id", got=str(w.load_id or ""), needs="a load that is on the structure")
        hung = frame_load(on, state.loads[w.load_id]).model_copy(update={"case": "live", "one_of": "", "group": ""})
        if hung.moves or (hung.bars and hung.force_N and hung.at_mm is None and not hung.spread):
            raise _moving(hung.name)
        return base, [hung], []
    if not w.bar:
        raise InputError(field="weights.bar", got="", needs="the bar that they hang from")
    common = {"name": "weights", "case": "live", "bars": [w.bar]}
    if w.stand == "spread":
        return base, [FrameLoad(**common, line_N_per_mm=ONE_N)], []
    return base, [FrameLoad(**common, force_N=ONE_N, at_mm=_at(w))], []


def _at(weights: Weights) -> float:
    if weights.at is None:
        raise InputError(field="weights.at", got="", needs="the place that they hang at")
    return weights.at.value


def _moving(name: str) -> InputError:
    return InputError(field="weights.load_id", got=name, needs="weights at one place: this load moves")


def load_test_result(state: JobState, test: LoadTestSpec) -> LoadTestResult:
    """All about a test, or the trouble in words."""
    try:
        found = judged(test, prediction(state, test), state.job.unit)
    except InputError as error:
        return LoadTestResult(state="trouble", trouble=error.sentence, says=error.sentence)
    if test.taken is None:
        return found
    return found.model_copy(update={"taken_holds": seal_of(tested_spec(state, test)) == test.taken.seal})


def load_test_results(state: JobState) -> dict[int, LoadTestResult]:
    """Every load test of the job."""
    return {number: load_test_result(state, test) for number, test in state.load_tests.items()}


def taken_from(state: JobState, test: LoadTestSpec, reason: str, by: str) -> Taken:
    """What the model takes from it.

    Raises:
        InputError: the test does not say what is there, or no reason is given.
    """
    found = load_test_result(state, test)
    if found.offers is None:
        raise InputError(field="load test", got=test.mark, needs=found.why_not or found.says)
    if not reason.strip():
        raise InputError(field="reason", got="", needs="why the model is to take it")
    return Taken(
        reason=reason, by=by, stiffness=found.offers.stiffness, play_mm=found.offers.play_mm,
        seal=seal_of(tested_spec(state, test)),
    )  # fmt: skip
