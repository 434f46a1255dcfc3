"""Loads that stand aside of the bars they come onto: they twist them, and tip what stands on its feet."""

import numpy as np
import pytest

from tests.core.typed import beam, load, structure
from yorvek.core.errors import InputError
from yorvek.core.frames import all_checks
from yorvek.core.sections import section

FREE = {"method": {"kind": "asd"}}
G = 9.80665
ON = {"bars": ["b0"], "direction": "down"}


def aside(mm, **more):
    return {**ON, "aside": {"text": f"{mm} mm"}, **more}


def torque(verdict):
    return np.abs(np.concatenate([b.T_Nmm for b in verdict.bars])).max()


def test_a_line_aside_twists_by_half_of_its_whole_at_each_end():
    """T = q e L / 2 at ends that are held against twist, and nothing in the middle: statics."""
    v = beam(4000, [(load("q", 2, "N/mm"), aside(150))], job=FREE)
    bar = v.bars[0]
    assert torque(v) == pytest.approx(2 * 150 * 4000 / 2, rel=1e-6)
    assert np.interp(2000, bar.along_mm, bar.T_Nmm) == pytest.approx(0.0, abs=1.0)
    assert np.interp(1000, bar.along_mm, bar.T_Nmm) == pytest.approx(np.interp(3000, bar.along_mm, bar.T_Nmm) * -1)
    turned = {h.node: h for h in v.handed if h.component == "MX"}
    assert max(abs(turned["n0"].most), abs(turned["n0"].least)) == pytest.approx(2 * 150 * 2000, rel=1e-6)


@pytest.mark.parametrize("place", [1000, 2000, 3400])
def test_a_force_aside_twists_both_ways_by_the_lever(place):
    """T = P e b / L and P e a / L."""
    v = beam(4000, [(load("P", 3000), aside(200, at={"text": f"{place} mm"}))], job=FREE)
    assert torque(v) == pytest.approx(3000 * 200 * max(place, 4000 - place) / 4000, rel=1e-6)


def test_one_bar_and_four_pieces_twist_alike():
    one = beam(4000, [(load("q", 2, "N/mm"), aside(150))], section="IPE 160", job=FREE)
    put = {"bars": [f"b{k}" for k in range(4)], "direction": "down", "aside": {"text": "150 mm"}}
    four = beam(4000, [(load("q", 2, "N/mm"), put)], section="IPE 160", pieces=4, job=FREE)
    assert torque(one) == pytest.approx(torque(four), rel=1e-6)
    assert one.strength.value == pytest.approx(four.strength.value, rel=0.02)


def test_farther_aside_never_shows_more_and_the_side_does_not_matter():
    found = [
        beam(4000, [(load("q", 2, "N/mm"), aside(e))], section="IPE 160", job=FREE).strength.value
        for e in (0, 50, 150, -150)
    ]
    assert found[0] > found[1] > found[2]
    assert found[3] == pytest.approx(found[2], rel=1e-6)


def test_what_runs_aside_twists_at_its_worst_place():
    v = beam(4000, [(load("P", 3000), aside(200, moves=True))], job=FREE)
    assert torque(v) <= 3000 * 200 * 1.0001
    assert any("b0" in c.id and c.reserve is not None for c in all_checks(v))


def test_a_load_aside_tips_a_stand():
    """Restoring over overturning about the edge beyond which it hangs: own weight times half the width, P times what it
    stands outside.
    """
    feet = {"f1": (0, 0, 0), "f2": (3000, 0, 0), "f3": (0, 0, 1200), "f4": (3000, 0, 1200)}
    rail = {"b0": ("f1", "f2"), "b1": ("f3", "f4"), "c0": ("f1", "f3"), "c1": ("f2", "f4")}
    P = 300.0
    v = structure(
        feet, rail, {"f1": ["x", "y", "z"], "f2": ["y", "z"], "f3": ["y"], "f4": ["y"]},
        [(load("P", P), {**aside(-800), "at": {"text": "1500 mm"}})], job=FREE, anchored=False,
    )  # fmt: skip
    own = section("SHS 100×100×5 hot").mass_kg_per_m() * G / 1000
    tips = next(c for c in v.stability if c.id == "overturning")
    assert tips.demand == pytest.approx(P * 800, rel=1e-6)
    assert tips.capacity * 1.5 == pytest.approx(own * (3000 * 1200 + 2 * 1200 * 600), rel=1e-4)
    assert "f1" in tips.combination
    assert "f2" in tips.combination


@pytest.mark.parametrize(
    ("put", "says"),
    [
        ({"spot": "at n0", "direction": "down", "aside": {"text": "100 mm"}}, "not a node"),
        ({"bars": ["b0"], "direction": "along", "aside": {"text": "100 mm"}}, "a direction across the bar"),
    ],
)
def test_aside_of_nothing_is_refused_in_words(put, says):
    with pytest.raises(InputError, match=says):
        beam(4000, [(load("P", 1000), put)], job=FREE)
