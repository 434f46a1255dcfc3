"""Arms that slew: judged through the range of their angle, and stages and positions with loads along bars."""

import math

import pytest

from tests.core.typed import load, structure
from yorvek.core.errors import InputError
from yorvek.core.frames import all_checks

FREE = {"method": {"kind": "asd"}}
ARM = {"foot": (0, 0), "head": (0, 3000), "tip": (700, 3000), "stay": (0, 1500, 3000)}
HUNG = {"spot": "at tip", "direction": "down"}


def through(low, high, *, turns=("arm",), about="head", **more):
    slew = {"about": about, "turns": list(turns), "from_deg": low, "to_deg": high}
    return [{"name": "slewed", "slew": slew, **more}]


def perch(situations, *, tip=(700, 3000), loads=None, **more):
    """An osprey perch: a post that a stay props from one side, an arm from its head, 9 kN at the arm's tip."""
    return structure(
        {**ARM, "tip": tip}, {"post": ("foot", "head"), "arm": ("head", "tip"), "stay": ("stay", "head")},
        {"foot": "fixed", "stay": "pinned"}, loads or [(load("module", 9000), HUNG)],
        sections={"arm": "IPE 160", "stay": "SHS 40×40×3 hot"}, situations=situations, job=FREE, **more,
    )  # fmt: skip


def weakest(verdict):
    """The least reserve that is known: the corner where three meet is not checked."""
    return min(c.reserve for c in all_checks(verdict) if c.reserve is not None)


def turned(degrees):
    """The same with the arm drawn at an angle."""
    a = math.radians(degrees)
    return perch([], tip=(700 * math.cos(a), 3000, -700 * math.sin(a)))


def test_the_worst_angle_of_a_range_is_found_between_its_ends():
    """No drawn angle of every second degree shows less than the range did."""
    found = perch(through(0, 180))
    line = found.situations[0]
    drawn = {a: turned(a) for a in range(0, 181, 4)}
    assert weakest(found) == pytest.approx(min(map(weakest, drawn.values())), rel=0.005)
    softest = min(v.stiffness.value for v in drawn.values())
    assert found.stiffness.value == pytest.approx(softest, rel=0.005)
    assert weakest(found) < 0.98 * max(weakest(drawn[0]), weakest(drawn[180]))
    assert weakest(drawn[4 * round(line.angle_deg / 4)]) == pytest.approx(weakest(found), rel=0.02)
    assert found.position == "slewed"


def test_at_one_angle_it_is_as_if_it_had_been_drawn_there():
    """From 60 to 61 degrees, as drawn at 60."""
    found, drawn = perch(through(60, 61)), turned(60)
    assert weakest(found) == pytest.approx(weakest(drawn), rel=0.02)
    assert found.mass_kg == pytest.approx(drawn.mass_kg)


@pytest.mark.parametrize(
    ("situations", "says"),
    [
        (through(0, 90, about="nowhere"), "a node on its axis"),
        (through(0, 90, turns=("beam",)), "a bar or a role of this structure"),
        (through(0, 90, turns=("stay",)), "which the ground holds"),
        (through(0, 90, about="foot", turns=("post", "arm", "stay")), "which the ground holds"),
    ],
)
def test_slewing_that_cannot_be_is_refused_in_words(situations, says):
    with pytest.raises(InputError, match=says):
        perch(situations)


@pytest.mark.parametrize(("low", "high"), [(90, 0), (0, 0), (-200, 200)])
def test_a_range_goes_from_the_smaller_to_the_larger_angle(low, high):
    with pytest.raises(InputError, match="the smaller angle first"):
        perch(through(low, high))


def test_what_slews_with_a_bar_that_stands_is_refused():
    with pytest.raises(InputError, match="which stands still"):
        structure(
            {**{n: p for n, p in ARM.items() if n != "stay"}, "brace": (0, 1500)},
            {"post": ("foot", "brace"), "upper": ("brace", "head"), "arm": ("head", "tip"), "strut": ("brace", "tip")},
            {"foot": "fixed"}, [(load("module", 9000), HUNG)],
            sections={"arm": "IPE 160", "strut": "SHS 40×40×3 hot"},
            situations=through(0, 90), job=FREE,
        )  # fmt: skip


ALONG = (load("module", 9000), {"bars": ["arm"], "direction": "down", "at": {"text": "700 mm"}})


def test_a_load_along_bars_acts_in_positions_and_stages_too():
    at_tip = perch([])
    for kind in ("position", "stage"):
        found = perch([{"name": "as drawn", "kind": kind}], loads=[ALONG])
        assert found.situations[0].centre_mm == pytest.approx(at_tip.centre_mm)
        up = [{h.component: h.most for h in one if h.node == "foot"}["MZ"] for one in
              (at_tip.handed, found.situations[0].handed)]  # fmt: skip
        assert up[0] == pytest.approx(up[1], rel=0.02)


def test_a_place_along_bars_that_are_not_there_is_said():
    both = {"bars": ["arm", "stay"], "direction": "down", "at": {"text": "700 mm"}}
    stage = [{"name": "before the stay", "kind": "stage", "without": ["stay"]}]
    found = perch(stage, loads=[(load("module", 9000), both)])
    assert found.situations[0].strength.word == "not checked"
    assert "stay is not there" in found.situations[0].trouble
