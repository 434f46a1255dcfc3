"""Laws that every verdict keeps, whatever the structure: drawn otherwise it is the same, and more load never helps."""

import math

import pytest
from hypothesis import given, settings
from hypothesis import strategies as st

from tests.core.typed import beam, load, structure
from yorvek.core.frames import all_checks

FREE = {"method": {"kind": "asd"}}
FEW = settings(max_examples=6, deadline=None)
SECTIONS = ("IPE 160", "SHS 100×100×5 hot", "UPE 120", "CHS 48.3×3.2", "RHS 120×60×4 hot")
G = 9.80665


def here(x, y, z):
    return [x, y, z]


def frame(at=here, way=here, push=2000.0, down=4000.0, section="SHS 100×100×5 hot", **more):
    """A braced portal with an arm, set up wherever `at` puts it."""
    nodes = {"f1": (0, 0, 0), "f2": (3000, 0, 0), "h1": (0, 2500, 0), "h2": (3000, 2500, 0), "tip": (3000, 2500, 900)}
    bars = {"p1": ("f1", "h1"), "p2": ("f2", "h2"), "beam": ("h1", "h2"), "arm": ("h2", "tip")}
    loads = [
        (load("push", push), {"spot": "at h1", "way": way(1, 0, 0)}),
        (load("down", down, dynamic_factor=1.2), {"spot": "at tip", "way": way(0, -1, 0)}),
    ]
    return structure(
        {n: at(*p) for n, p in nodes.items()},
        bars,
        {"f1": "fixed", "f2": "fixed"},
        loads,
        section=section,
        job=FREE,
        **more,
    )


def same(one, other, rel=2e-3):
    assert other.strength.value == pytest.approx(one.strength.value, rel=rel)
    assert other.stiffness.value == pytest.approx(one.stiffness.value, rel=rel)
    assert other.buckling.factor == pytest.approx(one.buckling.factor, rel=rel)


@FEW
@given(angle=st.floats(0.0, 360.0), dx=st.floats(-5000, 5000))
def test_set_up_in_another_corner_of_the_yard_it_is_the_same(angle, dx):
    c, s = math.cos(math.radians(angle)), math.sin(math.radians(angle))
    turned = frame(
        lambda x, y, z: (c * x + s * z + dx, y, c * z - s * x), lambda x, y, z: [c * x + s * z, y, c * z - s * x]
    )
    same(frame(), turned)


def test_its_mirror_image_is_the_same():
    same(frame(), frame(lambda x, y, z: (-x, y, z), lambda x, y, z: [-x, y, z]))


@FEW
@given(id=st.sampled_from(SECTIONS), pieces=st.integers(2, 7), q=st.floats(0.2, 4.0))
def test_one_bar_or_many_pieces(id, pieces, q):
    there = load("q", q, "N/mm")
    one = beam(3000, [(there, {"bars": ["b0"]})], section=id, job=FREE)
    many = beam(3000, [(there, {"bars": [f"b{k}" for k in range(pieces)]})], section=id, pieces=pieces, job=FREE)
    if one.strength.value is None:
        assert many.strength.value is None
    else:
        assert many.strength.value == pytest.approx(one.strength.value, rel=0.02)
    assert many.movement.demand == pytest.approx(one.movement.demand, rel=5e-3)


@FEW
@given(more=st.floats(1.05, 3.0))
def test_more_load_never_shows_a_greater_reserve(more):
    one, other = frame(), frame(push=2000 * more, down=4000 * more)
    assert other.strength.value < one.strength.value
    assert other.stiffness.value < one.stiffness.value
    assert other.buckling.factor < one.buckling.factor


@FEW
@given(P=st.floats(100, 9000), place=st.floats(0.0, 4000.0))
def test_what_stands_on_it_is_handed_on(P, place):
    """Equilibrium of the supports with the loads and the own weight."""
    v = beam(4000, [(load("P", P, case="dead"), {"bars": ["b0"], "at": {"text": f"{place!r} mm"}})], job=FREE)
    up = sum(h.most for h in v.handed if h.component == "FY")
    assert up == pytest.approx(P + v.mass_kg * G, rel=2e-3)


def test_inches_and_millimetres_are_one_length():
    """3048 mm is 10 ft and 2 N/mm is 137.0436 lb/ft, by the definitions of the inch and the pound."""
    on = {"bars": ["b0"]}
    made = {"section": "HSS3X3X1/4", "metal": "A500 Gr C", "job": FREE}
    metric = beam(3048.0, [(load("q", 2, "N/mm"), on)], **made)
    pounds = 2 / (0.45359237 * G) * 304.8
    inches = {"name": "q", "case": "live", "form": "line", "line": {"text": f"{pounds!r} lb/ft", "unit": "in"}}
    other = beam(3048.0, [(inches, on)], **made)
    assert other.strength.value == pytest.approx(metric.strength.value, rel=1e-6)
    assert other.movement.demand == pytest.approx(metric.movement.demand, rel=1e-6)


@FEW
@given(leg=st.sampled_from([3.0, 4.0, 5.0, 6.0]))
def test_a_bigger_weld_is_no_weaker_link(leg):
    def weld(v):
        return min(c.reserve for c in all_checks(v) if c.id.endswith(": weld"))

    small, big = (frame(weld_leg={"text": f"{x} mm"}) for x in (leg, leg + 1))
    assert weld(big) >= weld(small) * 0.999


def test_a_check_more_never_raises_a_reserve():
    """With a joint chosen, the reserve is the least of what was there and of what came."""
    plain = frame()
    joint = {"kind": "groove weld"}
    more = frame(joints=[{"bar": "arm", "node": "h2", "joint": joint}])
    numbers = [c.reserve for c in all_checks(more) if c.reserve is not None]
    if more.strength.value is not None:
        assert more.strength.value == pytest.approx(min(numbers))
    assert plain.strength.value == pytest.approx(
        min(c.reserve for c in all_checks(plain) if c.reserve is not None and c.kind == "strength")
    )
