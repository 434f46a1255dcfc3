"""What each job of the demo finds, with its number, worked out and held against a second way of asking."""

import pytest

from tests.core.jobs import demo, worked
from yorvek.core.checks import check_beam
from yorvek.core.errors import InputError
from yorvek.core.frames import check_frame
from yorvek.core.jobs.checking import may_release, needs_checker, next_revision
from yorvek.core.jobs.findings import findings
from yorvek.core.jobs.state import beam_member
from yorvek.core.jobs.structures import frame_request
from yorvek.core.records.digest import digest_of

EXPECTED = {
    "scope-pier": {"twist"},
    "heron-hide": {"live load", "next link"},
    "sluice-seven": {"position", "next link"},
    "osprey-perches": {"beside the weld"},
    "reed-barrow": {"tube wall", "lift"},
}


def found_in(name):
    state = demo(name)
    return state, worked(state), findings(state, worked(state))


@pytest.mark.parametrize("name", EXPECTED)
def test_every_job_of_the_demo_states_its_finding(name):
    _, _, found = found_in(name)
    kinds = {f.kind for f in found}
    assert EXPECTED[name] <= kinds
    for f in found:
        assert f.sentence.endswith(".") and any(c.isdigit() for c in f.sentence)


def test_the_worst_gate_position_and_the_pin_after_the_strap():
    state, _, found = found_in("sluice-seven")
    position = next(f for f in found if f.kind == "position")
    request = frame_request(state.job, state.loads, state.structures[1])
    alone = {
        s.name: check_frame(request.model_copy(update={"situations": [s]})).strength.value
        for s in request.situations
        if s.kind == "position"
    }
    worst = min(alone, key=alone.get)
    assert f"worst position is {worst}" in position.sentence and position.value == pytest.approx(alone[worst])
    link = next(f for f in found if f.kind == "next link")
    assert "strap" in link.sentence.split("lifts")[0] and "pin" in link.sentence.split("and then")[1]


def test_the_aluminium_beside_its_weld():
    state, figures, found = found_in("osprey-perches")
    weld = next(f for f in found if f.kind == "beside the weld")
    asked = beam_member(state, state.members[weld.member])
    assert weld.value == pytest.approx(check_beam(asked).strength.value)
    assert check_beam(asked.model_copy(update={"welded": False})).strength.value > 1.3 * weld.value


def test_the_barrow_is_lifted_by_one_and_its_wall_gives_before_the_bracket():
    _, figures, found = found_in("reed-barrow")
    frame = next(m for m in figures.modules if m.module == "Frame")
    assert frame.within and frame.mass_kg < 25
    wall = next(f for f in found if f.kind == "tube wall")
    assert "axle seat" in wall.check_id and wall.value == pytest.approx(figures.structures[1].verdict.strength.value)


def test_what_stands_in_the_way_of_a_release():
    state = demo("heron-hide")
    figures = worked(state)
    assert needs_checker(state)
    clear = figures.model_copy(update={"unverified": []})
    with pytest.raises(InputError, match="verify these dimensions"):
        may_release(state, figures.model_copy(update={"unverified": ["width"]}), signed=True, note="", unanswered=0)
    with pytest.raises(InputError, match="answer the checker"):
        may_release(state, clear, signed=True, note="", unanswered=1)
    with pytest.raises(InputError, match="a checker's signature"):
        may_release(state, clear, signed=False, note="", unanswered=0)
    may_release(state, clear, signed=True, note="", unanswered=0)
    gives = clear.strength.model_copy(update={"value": 0.9})
    with pytest.raises(InputError, match="every reserve at"):
        may_release(state, clear.model_copy(update={"strength": gives}), signed=True, note="", unanswered=0)
    missing = clear.strength.model_copy(update={"value": None})
    with pytest.raises(InputError, match="other grounds"):
        may_release(state, clear.model_copy(update={"strength": missing}), signed=True, note=" ", unanswered=0)


def test_the_digest_follows_the_job_and_not_the_stock():
    state = demo("scope-pier")
    assert digest_of(state) == digest_of(state.model_copy(update={"stock": {}}))
    job = state.job.model_copy(update={"span_over": 500.0})
    assert digest_of(state) != digest_of(state.model_copy(update={"job": job}))


@pytest.mark.parametrize(("now", "then"), [("A", "B"), ("Z", "AA"), ("AZ", "BA"), ("2", "21")])
def test_the_next_revision(now, then):
    assert next_revision(now) == then
