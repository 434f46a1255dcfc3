"""What gives under a structure: supports that are springs."""

import math

import pytest
from scipy.optimize import brentq

from tests.core.typed import TUBE, beam, load, structure
from yorvek.core.errors import InputError
from yorvek.core.sections import section

E = 210_000.0
FREE = {"method": {"kind": "asd"}}
ON = {"bars": ["b0"], "direction": "down"}
G = 9.80665


def sprung(node, **rates):
    return {"node": node, **{k: {"text": v} for k, v in rates.items()}}


def on_springs(rate, **more):
    """A beam of 4 m with 8 kN in its middle, its ends held sideways and on springs."""
    return structure(
        {"a": (0, 0), "b": (4000, 0)}, {"b0": ("a", "b")},
        {"a": ["x", "z", "rx"], "b": ["z", "rx"]},
        [(load("P", 8000), {**ON, "at": {"text": "2000 mm"}})],
        springs=[sprung(n, y=rate) for n in "ab"], job=FREE, **more,
    )  # fmt: skip


def test_a_beam_sinks_by_its_reaction_over_the_spring_beside_its_own_sag():
    v = on_springs("500 N/mm")
    w = section(TUBE).mass_kg_per_m() * G / 1000
    reaction = 4000 + w * 2000
    assert v.moved["a"][1] == pytest.approx(-reaction / 500, rel=1e-6)
    assert {(h.node, round(h.most)) for h in v.handed if h.component == "FY"} == {
        (n, round(reaction)) for n in ("a", "b")
    }
    EI = E * section(TUBE).Ix_mm4
    sag = 8000 * 4000**3 / (48 * EI) + 5 * w * 4000**4 / (384 * EI)
    assert v.movements[-1].demand == pytest.approx(reaction / 500 + sag, rel=2e-3)


def test_a_span_on_springs_is_a_span_and_no_overhang():
    """Its limit is L / n between its ends, as if they stood on something hard."""
    hard = beam(4000, [(load("P", 8000), {**ON, "at": {"text": "2000 mm"}})], job=FREE)
    soft = on_springs("500 N/mm")
    assert soft.stiffness.value == pytest.approx(hard.stiffness.value, rel=1e-3)
    assert soft.strength.value == pytest.approx(hard.strength.value, rel=1e-3)


@pytest.mark.parametrize("kNm_per_degree", [1.0, 5.0, 40.0])
def test_a_post_on_a_foot_that_gives_buckles_by_its_spring(kNm_per_degree):
    """x tan x = c L / (E I), P = x2 E I / L2: Timoshenko and Gere, Theory of Elastic Stability."""
    v = structure(
        {"foot": (0, 0), "head": (0, 3000)}, {"b0": ("foot", "head")}, {"foot": ["x", "y", "z", "ry"]},
        [(load("P", 20_000), {"spot": "at head", "direction": "down"})],
        springs=[sprung("foot", about_x=f"{kNm_per_degree} kNm", about_z=f"{kNm_per_degree} kNm")], job=FREE,
    )  # fmt: skip
    EI, c = E * section(TUBE).Ix_mm4, kNm_per_degree * 1e6 * 180 / math.pi
    x = brentq(lambda x: x * math.tan(x) - c * 3000 / EI, 1e-6, math.pi / 2 - 1e-9)
    own = section(TUBE).mass_kg_per_m() * G / 1000 * 3000
    # between a rigid post on a spring (half its weight counts) and a clamped one (a third)
    least, most = (x**2 * EI / 3000**2 / (20_000 + share * own) for share in (0.5, 0.3))
    assert least * 0.999 < v.buckling.factor < most * 1.001


def test_a_spring_does_not_hold_a_beam_sideways():
    """A spring across a beam's middle is no place where its pressed side is held."""
    open_ = beam(6000, [(load("q", 6, "N/mm"), ON)], section="IPE 200", pieces=2, job=FREE)
    sprung_ = beam(6000, [(load("q", 6, "N/mm"), ON)], section="IPE 200", pieces=2, job=FREE,
                   springs=[sprung("n1", z="1000 N/mm")])  # fmt: skip
    assert sprung_.strength.value == pytest.approx(open_.strength.value, rel=1e-6)


@pytest.mark.parametrize(
    ("springs", "more", "says"),
    [
        ([sprung("nowhere", y="5 N/mm")], {}, "a node of the model"),
        ([sprung("n0", y="5 N/mm")], {}, "one of the two"),
        ([sprung("n1", z="5 N/mm"), sprung("n1", y="5 N/mm")], {}, "one line a node"),
        ([sprung("n1", y="5 N/mm")], {"anchored": False}, "a spring pushes and pulls"),
    ],
)
def test_springs_that_cannot_be_are_refused_in_words(springs, more, says):
    with pytest.raises(InputError, match=says):
        beam(6000, [(load("q", 6, "N/mm"), {"bars": ["b0"]})], pieces=2, springs=springs, job=FREE, **more)
