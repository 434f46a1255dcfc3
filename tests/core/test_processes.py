"""Ways to cut a plate: what each can do by its own limits, the cheapest that can, and rectangles off flat bar."""

import pytest
from hypothesis import given
from hypothesis import strategies as st

from tests.core.jobs import demo, worked
from yorvek.core.cutting.bars import solve_bars
from yorvek.core.jobs import JobSpec, JobState
from yorvek.core.jobs.flats import flat_choice
from yorvek.core.jobs.processes import choices
from yorvek.core.materials import material
from yorvek.core.parts import PartSpec
from yorvek.core.workshop.processes import USUAL, Cutting, best, offer

BY_NAME = {p.name: p for p in USUAL}


def cutting(**more):
    plain = {"thickness_mm": 8, "cut_length_mm": 1000, "pierces": 1, "straight": True}
    return Cutting.model_validate({**plain, **more})


@pytest.mark.parametrize(
    ("name", "asked", "metal", "why"),
    [
        ("shear", {}, "S355", "for 0.5 to 4 mm"),
        ("shear", {"thickness_mm": 3, "straight": False}, "S355", "straight cuts only"),
        ("oxy-fuel torch", {"thickness_mm": 20}, "304", "not for stainless"),
        ("plasma table", {"edge": "clean"}, "S355", "clean is asked"),
        ("laser, sent out", {}, "S355", ""),
    ],
)
def test_what_a_process_cannot_do_is_said(name, asked, metal, why):
    found = offer(BY_NAME[name], cutting(**asked), material(metal))
    assert why in found.why_not if why else found.why_not == ""


def test_time_and_money_by_hand():
    """1 m in 8 mm at 14000 / 8 = 1750 mm a minute and one pierce of 0.8 s, ten pieces, 60 an hour."""
    found = offer(BY_NAME["plasma table"], cutting(qty=10), material("S355"))
    assert found.minutes == pytest.approx(10 * (1000 / 1750 + 0.8 / 60))
    assert found.money == pytest.approx(found.minutes)


@given(st.floats(0.5, 100), st.sampled_from(["S355", "304", "6082-T6", "acrylic"]), st.booleans())
def test_the_best_is_able_and_none_that_is_able_is_cheaper(thickness, metal, straight):
    offers = [offer(p, cutting(thickness_mm=thickness, straight=straight), material(metal)) for p in USUAL]
    chosen = best(offers)
    able = [o.money for o in offers if not o.why_not]
    assert (chosen is None) == (not able)
    if chosen is not None:
        assert chosen.why_not == "" and chosen.money <= min(able) + 0.005


def solve(problem):
    return solve_bars(problem, seconds=0.2)


def entry(text):
    return {"text": text, "value": float(text)}


def plate(**more):
    shape = {"family": "rectangle", "width": entry("400"), "height": entry("60"), "thickness": entry("8")}
    return PartSpec.model_validate({"mark": "G", "qty": 12, "material_id": "S355", "shape": {**shape, **more}})


def test_a_rectangle_of_a_flat_bars_width_is_priced_both_ways_and_cut_as_chosen():
    state = JobState(job=JobSpec(name="Reed Weir"), parts={1: plate()})
    found = worked(state)
    one = flat_choice(state, found.parts, 1, solve)
    assert one.flats[0].bar == "FL 60×8" and one.flats[0].money > 0 and one.sheet_money > 0
    assert len(found.sheets) == 1 and not found.bars
    off = JobState(job=JobSpec(name="Reed Weir"), parts={1: plate(off_bar=True)})
    again = worked(off)
    assert not again.sheets and again.bars[0].group.section_id == "FL 60×8"
    assert again.bars[0].group.problem.parts[0].length == 400
    odd = JobState(job=JobSpec(name="Reed Weir"), parts={1: plate(height=entry("61"))})
    assert all(f.split_mm > 0 for f in flat_choice(odd, worked(odd).parts, 1, solve).flats)


def test_plates_of_another_process_are_nested_apart_with_its_kerf():
    parts = {1: plate(), 2: plate().model_copy(update={"mark": "H", "process": "laser, sent out"})}
    found = worked(JobState(job=JobSpec(name="Reed Weir"), parts=parts))
    assert [(g.process, g.problem.kerf) for g in found.sheets] == [("", 1.5), ("laser, sent out", 0.3)]


def test_the_demo_job_has_a_way_for_every_plate_and_sums():
    state = demo("heron-hide")
    found = choices(state, worked(state).parts)
    assert found.parts and all(p.cheapest for p in found.parts)
    able = [p for p in found.parts if not next(o for o in p.offers if o.process == p.chosen).why_not]
    assert len(able) == len(found.parts)
    # holes of 14 in 12 mm are drilled, not burnt
    assert any(o.later for p in found.parts for o in p.offers if o.process == p.chosen)
    assert sum(b.parts for b in found.budgets) == sum(state.parts[p.part].qty for p in able)
    assert all(b.minutes > 0 and b.money > 0 for b in found.budgets)
