"""Positions, stages, moving loads, models of one's own, feet that are not held down, and second order; a source beside
each.
"""

import math

import numpy as np
import pytest

from tests.core.test_structures import ROD, TUBE, asked, bar, force, shape
from yorvek.core.errors import InputError
from yorvek.core.frames import FrameLoad, RoleChoice, Shape, Situation, check_frame
from yorvek.core.quantities import GRAVITY
from yorvek.core.sections import section
from yorvek.core.structures.starters import STARTERS, OwnBar, OwnModel, as_own

OWN = section("SHS 80×80×5 hot").mass_kg_per_m() * GRAVITY / 1000
LINKS = shape("crossed links", link=1200, height=500, width=700, pin_gap=40)
THIN = {"pin": ROD, "tie": ROD}


@pytest.mark.parametrize("kind", STARTERS)
def test_every_starter_stands_and_is_in_balance(kind):
    """Sum of reactions equals what is put on and the weight of its bars (statics)."""
    starter = Shape(kind=kind, sizes_mm={a.name: a.example_mm for a in STARTERS[kind].asks})
    layout = starter.layout()
    spot = next(k for k, s in layout.spots.items() if s.nodes or s.bars)
    roles = {r: ROD for r in layout.roles if r in ("tie", "pin", "brace")}
    v = check_frame(asked(starter, [force(spot, 1000)], roles))
    most = sum(h.most for h in v.handed if h.component == "FY")
    least = sum(h.least for h in v.handed if h.component == "FY")
    weight = v.mass_kg * GRAVITY
    assert most >= weight + 1000 - 2.0
    assert least <= weight + 1.0
    assert v.strength.value is not None


def test_the_tie_of_crossed_links_by_statics():
    """Virtual work: four tops share P, height y = L sin a, feet x = L cos a apart: tie of one side P/2 · cot a for its
    own half of the load, with links of no weight; the weight of the bars adds its own share.
    """
    P, L, h = 20_000.0, 1200.0, 500.0
    v = check_frame(asked(LINKS, [force("tops", P)], THIN))
    pull = float(np.mean(bar(v, "L tie").N_N))
    cot = math.sqrt(L**2 - h**2) / h
    assert pull == pytest.approx(P / 2 * cot, rel=0.05)
    lower = check_frame(
        asked(shape("crossed links", link=1200, height=250, width=700, pin_gap=40), [force("tops", P)], THIN)
    )
    assert float(np.mean(bar(lower, "L tie").N_N)) > 1.9 * pull


def test_the_worst_position_is_named_and_drawn():
    positions = [
        Situation(name=n, sizes_mm={"height": h}) for n, h in (("low", 250.0), ("middle", 500.0), ("high", 900.0))
    ]
    v = check_frame(asked(LINKS, [force("tops", 20_000)], THIN, situations=positions))
    by_name = {s.name: s for s in v.situations}
    assert v.position == "low" and v.nodes["L top"][1] == 250
    assert v.strength.value == min(s.strength.value for s in v.situations)
    assert by_name["high"].strength.value > by_name["low"].strength.value
    assert by_name["high"].centre_mm[1] > by_name["low"].centre_mm[1]


def test_a_position_that_cannot_be_is_said_in_its_own_line():
    positions = [
        Situation(name="low", sizes_mm={"height": 250.0}),
        Situation(name="too high", sizes_mm={"height": 1300.0}),
    ]
    v = check_frame(asked(LINKS, [force("tops", 2000)], THIN, situations=positions))
    wrong = v.situations[1]
    assert "upright" in wrong.trouble and v.strength.value is None and "too high" in v.strength.governs


def test_a_stage_without_its_tie_needs_a_prop():
    arm = shape("tied arm", height=2500, reach=2000, tie_rise=900)
    without = Situation(name="before the tie", kind="stage", without=["tie"], loads=[])
    v = check_frame(asked(arm, [force("tip", 1000)], {"tie": ROD}, situations=[without]))
    assert "tip" in v.situations[0].trouble and "mechanism" in v.situations[0].trouble
    propped = without.model_copy(update={"props": ["tip"]})
    v = check_frame(asked(arm, [force("tip", 1000)], {"tie": ROD}, situations=[propped]))
    stage = v.situations[0]
    assert stage.trouble is None and stage.mass_kg < v.mass_kg
    prop = next(h for h in stage.handed if h.node == "tip" and h.component == "FY")
    assert prop.most == pytest.approx(OWN * 2000 / 2, rel=1e-3)  # half of the arm's weight


def test_a_moving_load_is_worst_where_the_handbook_says():
    """One wheel on a simple span: the greatest moment P L / 4 with the wheel in the middle, with w L2 / 8 of the
    rail.
    """
    runway = shape("runway", length=4000)
    roll = FrameLoad(name="wheel", case="live", spot="runway", force_N=5000, moves=True)
    v = check_frame(asked(runway, [roll]))
    most = max(np.abs(bar(v, "runway 1").Mz_Nmm))
    assert most == pytest.approx(5000 * 4000 / 4 + OWN * 4000**2 / 8, rel=1e-6)
    assert "2000 mm" in bar(v, "runway 1").checks[0].combination
    feet = [h.most for h in v.handed if h.component == "FY"]
    assert feet == pytest.approx([5000 + OWN * 2000] * 2, rel=1e-6)


def test_what_may_not_move():
    runway = shape("runway", length=4000)
    roll = FrameLoad(name="wheel", case="dead", spot="runway", force_N=5000, moves=True)
    with pytest.raises(InputError, match="a live load, or a place"):
        check_frame(asked(runway, [roll]))


def test_two_wheels_each_stand_where_they_are_worst():
    """Superposition: two wheels of 2 and 3 kN are at worst together in the middle, as one of 5 kN."""
    runway = shape("runway", length=4000)
    one = FrameLoad(name="wheel", case="live", spot="runway", force_N=5000, moves=True)
    two = [one.model_copy(update={"name": n, "force_N": f}) for n, f in (("front", 2000.0), ("back", 3000.0))]
    alone, both = check_frame(asked(runway, [one])), check_frame(asked(runway, two))
    assert both.movement.demand == pytest.approx(alone.movement.demand)
    assert both.strength.value == pytest.approx(alone.strength.value)


def test_a_model_of_ones_own_is_the_starter_it_came_from():
    arm = shape("braced arm", height=2500, reach=1500, knee_drop=600, knee_reach=700)
    own = Shape(kind="own", own=as_own(arm.layout()))
    a = check_frame(asked(arm, [force("tip", 1500)]))
    b = check_frame(asked(own, [force("at tip", 1500)]))
    assert b.strength.value == pytest.approx(a.strength.value)
    assert {c.id: c.demand for x in b.bars for c in x.checks} == pytest.approx(
        {c.id: c.demand for x in a.bars for c in x.checks}
    )


SIMPLE = OwnModel(
    nodes={"a": (0, 0, 0), "b": (1000, 0, 0)},
    bars=[OwnBar(name="one", i="a", j="b", role="arm")],
    held={"a": "fixed"},
)
BAD = [
    ({"nodes": {**SIMPLE.nodes, "c": (0, 500, 0)}}, "node c.*a bar that ends there"),
    ({"nodes": {"a": (0, 0, 0), "b": (0, 0, 0)}}, "its ends lie in one place"),
    ({"bars": [OwnBar(name="one", i="a", j="z", role="arm")]}, "a node of the model"),
    ({"bars": [*SIMPLE.bars, *SIMPLE.bars]}, "a name of its own"),
    ({"bars": []}, "at least one bar"),
    ({"held": {}}, "something holds"),
    ({"held": {"z": "fixed"}}, "a node of the model"),
    ({"nodes": {"a": (0, 0, 0), "b": (math.nan, 0, 0)}}, "three figures"),
    ({"nodes": {"a": (0, 0, 0), "b": (1e9, 0, 0)}}, "within 100 m"),
    ({"held": {"a": "on a roller"}}, "free|turn|spin|move"),
]


@pytest.mark.parametrize(("change", "words"), BAD, ids=[w[:18] for _, w in BAD])
def test_a_bad_model_is_refused_in_words(change, words):
    model = SIMPLE.model_copy(update=change)
    with pytest.raises(InputError, match=words):
        check_frame(asked_own(model))


def asked_own(model, load=None):
    base = asked(shape("side arm", reach=800, side=300), [load or force("at b", 500)])
    return base.model_copy(update={"starter": Shape(kind="own", own=model), "roles": {"arm": TUBE}})


@pytest.mark.parametrize("newton", [1e12, -1e12])
def test_an_absurd_load_is_refused(newton):
    with pytest.raises(InputError, match="below 100 MN"):
        check_frame(asked_own(SIMPLE, force("at b", newton)))


def test_too_many_bars_are_refused_before_they_are_worked_out():
    many = OwnModel.model_construct(
        nodes={str(k): (float(k), 0.0, 0.0) for k in range(0, 20_002, 2)},
        bars=[OwnBar.model_construct(name=str(k), i=str(k), j=str(k + 2), role="arm", hinged_i=False, hinged_j=False,
            only="") for k in range(0, 20_000, 2)],
        held={"0": "fixed"},
    )  # fmt: skip
    starter = Shape.model_construct(kind="own", sizes_mm={}, counts={}, own=many)
    with pytest.raises(InputError, match="split it"):
        check_frame(asked_own(SIMPLE).model_copy(update={"starter": starter}))


def test_feet_that_are_not_held_down():
    """A portal of four legs' worth of weight pushed at its top: overturning H h about the far feet against W b / 2
    (statics).
    """
    deck = shape("deck", length=2000, width=1000, bays=2, post_height=1500)
    push = FrameLoad(name="push", case="live", spot="corner", direction="sideways", force_N=200)
    v = check_frame(asked(deck, [push], anchored=False))
    tip = next(c for c in v.stability if c.id == "overturning")
    inputs = {x.symbol: x.value for x in tip.inputs}
    weight = v.mass_kg * GRAVITY
    assert inputs["Mr"] - inputs["Mo"] == pytest.approx(weight * 500 - 200 * 1500, rel=0.01)
    slide = next(c for c in v.stability if c.id == "sliding")
    assert slide.demand == pytest.approx(200, rel=1e-6)
    assert slide.capacity == pytest.approx(0.3 * weight / 1.5, rel=1e-6)
    assert not check_frame(asked(deck, [push])).stability


def test_second_order_by_the_magnifier():
    """A column pushed by P with a sideways load: movement grows by 1 / (1 - P/Pcr), Pcr = pi2 E I / (4 L2)
    (Timoshenko).
    """
    post = shape("post", height=3000)
    slim = {"post": RoleChoice(section_id="SHS 50×50×4 hot", material_id="S355")}
    s = section("SHS 50×50×4 hot")
    Pcr = math.pi**2 * 210_000 * s.Ix_mm4 / (4 * 3000**2)
    P = 0.3 * Pcr
    loads = [FrameLoad(name="weight", case="dead", spot="head", force_N=P),
        FrameLoad(name="push", case="live", spot="head", direction="sideways", force_N=50)]  # fmt: skip
    across = lambda v: abs(v.moved["head"][2])  # noqa: E731
    first = 50 * 3000**3 / (3 * 210_000 * s.Ix_mm4)
    found = check_frame(asked(post, loads, slim))
    assert across(found) / first == pytest.approx(1 / (1 - 0.3), rel=0.03)
    assert "second order" in found.movement.combination and found.buckling.needs_second_order


def test_play_is_added_and_said():
    arm = shape("side arm", reach=800, side=300)
    stiff, loose = (check_frame(asked(arm, [force("tip", 300)], play_mm=p)) for p in (0.0, 1.5))
    whole = [next(c for c in v.movements if c.id == "movement: the whole") for v in (stiff, loose)]
    assert whole[1].demand == pytest.approx(whole[0].demand + 1.5)
    assert any(x.name == "of which play" for x in loose.movement.inputs)


def test_feet_in_one_place_are_not_passed():
    v = check_frame(asked(shape("post", height=2000), [force("head", 500, direction="sideways")], anchored=False))
    assert v.strength.value is None and "one place" in v.strength.governs
