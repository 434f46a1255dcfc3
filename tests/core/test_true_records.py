"""What the record says about a job: cautions that follow what it uses, limits before a release, and figures read one
way.

The names begin with the number of the finding.
"""

import pytest

from tests.core.jobs import demo, worked
from yorvek.core.cutting.bars.problem import Unplaced
from yorvek.core.errors import InputError
from yorvek.core.jobs.cautions import cautions
from yorvek.core.jobs.checking import may_release, needs_checker
from yorvek.core.jobs.spec import StockSpec
from yorvek.core.quantities.parse import parse


def galvanised(section):
    item = {"form": "bar", "section_id": section, "material_id": "S235", "length": {"text": "6000", "value": 6000.0}}
    return StockSpec.model_validate({"item": {**item, "galvanised": True}})


def test_c7_the_zinc_stop_follows_what_the_job_cuts():
    state = demo("scope-pier")
    bare = state.model_copy(update={"stock": {1: galvanised("CHS 33.7×3.2")}})
    used = state.model_copy(update={"stock": {1: galvanised(state.structures[1].roles["arm"].section_id)}})
    assert "galvanised" not in {c.id for c in cautions(bare)}
    assert "galvanised" in {c.id for c in cautions(used)}


def test_a_structure_is_half_built_for_a_while_as_members_are():
    """A sister of B10: the caution looked at members only."""
    state = demo("scope-pier")
    assert not state.members
    assert "half_built" in {c.id for c in cautions(state)}
    assert "half_built" not in {c.id for c in cautions(state.model_copy(update={"structures": {}}))}


def test_c10_a_release_asks_for_the_briefs_own_limits():
    state = demo("reed-barrow")
    clear = worked(state).model_copy(update={"unverified": []})
    heavy = [m.model_copy(update={"within": False, "limit_kg": 1.0}) for m in clear.modules]
    with pytest.raises(InputError, match="weighs"):
        may_release(state, clear.model_copy(update={"modules": heavy}), signed=True, note="", unanswered=0)
    short = state.job.model_copy(update={"longest_piece": {"text": "10", "value": 10.0}})
    short = type(state.job).model_validate(short.model_dump())
    with pytest.raises(InputError, match="can be brought"):
        may_release(state.model_copy(update={"job": short}), clear, signed=True, note="", unanswered=0)
    bars = clear.bars[0]
    lacking = bars.plan.model_copy(update={"unplaced": [Unplaced(part="R1", qty=2)]})
    bare = clear.model_copy(update={"bars": [bars.model_copy(update={"plan": lacking}), *clear.bars[1:]]})
    with pytest.raises(InputError, match="for 2 of R1, here or on offer"):
        may_release(state, bare, signed=True, note="", unanswered=0)
    may_release(state, bare, signed=True, note="the yard brings it on Monday", unanswered=0)


def test_c10_the_lifting_method_needs_a_checker_without_the_tick():
    state = demo("scope-pier")
    plain = state.job.model_copy(update={"lifted": False, "people_on_it": False, "public": False})
    assert not needs_checker(state.model_copy(update={"job": plain}))
    lifting = plain.model_copy(update={"method": plain.method.model_copy(update={"kind": "lifting"})})
    assert needs_checker(state.model_copy(update={"job": lifting}))


@pytest.mark.parametrize("text", ["1'000", "1.200", "1,200", "12’500"])
def test_c12_what_reads_two_ways_is_refused(text):
    with pytest.raises(InputError, match="two ways"):
        parse(text, kind="length")


@pytest.mark.parametrize(
    ("text", "kind", "value"),
    [
        ("5ft3in", "length", 63 * 25.4), ("30 thou", "length", 0.762), ("1 tonne", "mass", 1000.0),
        ("12.345", "length", 12.345), ("1.200 m", "length", 1200.0), ("6' 500 in", "length", 572 * 25.4),
    ],
)  # fmt: skip
def test_c12_what_reads_one_way_is_read(text, kind, value):
    assert parse(text, kind=kind).value == pytest.approx(value)
