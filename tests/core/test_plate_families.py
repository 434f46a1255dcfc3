"""Plates that are bent, folded and rolled, fish plates and webs: by geometry of its own, and by what handbooks say."""

import io
import math

import ezdxf
import pytest
from hypothesis import given, settings
from hypothesis import strategies as st
from shapely.geometry import Polygon

from yorvek.core.errors import InputError
from yorvek.core.files.dxf import part_dxf
from yorvek.core.outlines import area_mm2, bounds_mm, ring_points
from yorvek.core.parts import PartSpec, part_geometry
from yorvek.core.quantities.entry import resolve
from yorvek.core.workshop.bends import din_correction_mm, din_k

COUNTS = {"holes", "seats", "pieces", "k_factor"}


def mm(value):
    return {"text": str(value)}


def bend(turn, leg, **more):
    return {"turn": mm(turn), "leg": mm(leg), **{k: mm(v) for k, v in more.items()}}


def spec(family, features=(), material="S235", **sizes):
    shape = {"family": family} | {k: v if k in COUNTS or isinstance(v, list) else mm(v) for k, v in sizes.items()}
    made = {"mark": "B1", "material_id": material, "shape": shape, "features": list(features)}
    return resolve(PartSpec.model_validate(made), {})


def drawn(family, features=(), material="S235", **sizes):
    return part_geometry(spec(family, features, material, **sizes))


def bent(bends, features=(), first_leg=60, thickness=5, width=100, **more):
    return drawn("bent", features, first_leg=first_leg, thickness=thickness, width=width, bends=bends, **more)


def hole(x, y=50, **more):
    return {"kind": "hole", "size": mm(14), "x": mm(x), "y": mm(y), **more}


def refused(make):
    with pytest.raises(InputError) as caught:
        make()
    return caught.value


def test_legs_are_outside_measures_of_what_comes_out():
    """A square angle, a channel and a step, laid against their boxes."""
    for bends, box in (
        ([bend(90, 80)], (60, 80)),
        ([bend(90, 80), bend(90, 60)], (60, 80)),
        ([bend(90, 80), bend(-90, 70)], (60 + 70 - 5, 80)),
        ([bend(-90, 80)], (60, 80)),
    ):
        (view,) = bent(bends).views
        assert (view.width_mm, view.height_mm) == pytest.approx(box, abs=1e-9)


def test_every_leg_is_measured_where_it_is():
    """On a step of 60, 80 and 70: from the edge to the outside of each bend, on the face that is outside there."""
    (view,) = bent([bend(90, 80), bend(-90, 70)]).views
    assert [d.asked for d in view.dimensions] == ["first_leg", "bends.0.leg", "bends.1.leg"]
    said = [[d.x1, d.y1, d.x2, d.y2, d.value_mm] for d in view.dimensions]
    # up the left face: that is the outside of the bend at its end
    right = [[0, 0, 60, 0, 60], [55, 0, 55, 80, 80], [55, 80, 125, 80, 70]]
    assert said == [pytest.approx(each, abs=1e-9) for each in right]
    for flat in (
        bent([bend(90, 80), bend(-90, 70)]),
        drawn("fish", length=90, height=60, taper=9, nose=9, thickness=6),
    ):
        beside = [d for d in flat.dimensions if d.offset_mm > 0]
        assert beside and all(4 < d.offset_mm < 0.12 * max(flat.width_mm, flat.height_mm) for d in beside)


@pytest.mark.parametrize(
    ("radius", "thickness", "takes"),
    # DIN 6935, k = 0.65 + 0.5 lg(r/s), from memory: what a bend of 90° takes of two legs measured outside
    [(3.0, 3.0, 5.756085), (1.0, 1.0, 1.918695)],
)
def test_what_a_square_bend_takes_is_what_the_standard_says(radius, thickness, takes):
    flat = bent([bend(90, 60)], thickness=thickness, radius=radius).width_mm
    assert 120 - flat == pytest.approx(takes, abs=1e-5)
    assert flat - 120 == pytest.approx(din_correction_mm(radius, thickness, 90))


def test_a_shops_own_neutral_line_is_taken():
    """Handbook: allowance = angle (R + K t), setback = R + t at a right angle."""
    flat = bent([bend(90, 60)], radius=8, k_factor=0.42).width_mm
    assert flat == pytest.approx(120 - 2 * 13 + math.pi / 2 * (8 + 0.42 * 5))


@settings(max_examples=60, deadline=None)
@given(
    st.lists(st.tuples(st.floats(10, 120), st.booleans(), st.floats(60, 120)), min_size=1, max_size=3),
    st.floats(2, 8),
    st.floats(4, 12),
)
def test_the_flat_and_what_is_bent_of_it_have_one_length_along_the_neutral_line(turns, t, r):
    """Both faces of the profile are measured along their arcs; the neutral line lies between them by its K-factor."""
    bends = [bend(round(a if up else -a, 3), round(leg, 3)) for a, up, leg in turns]
    k = 0.4
    try:
        g = bent(bends, first_leg=80, thickness=round(t, 3), radius=round(r, 3), k_factor=k)
    except InputError as error:
        assert error.field in ("shape.bends", *[f"shape.bends.{i}.leg" for i in range(3)], "shape.first_leg")
        return
    t, r = round(t, 3), round(r, 3)
    area = area_mm2(g.views[0].outline)
    # the middle line's length is area over thickness; the neutral one is shorter by (1/2 - K) t of every turn
    turned = sum(math.radians(abs(float(b["turn"]["text"]))) for b in bends)
    assert area / t == pytest.approx(g.width_mm + turned * (0.5 - k) * t, rel=1e-9)
    down = [{**b, "turn": mm(-float(b["turn"]["text"]))} for b in bends]
    assert bent(down, first_leg=80, thickness=t, radius=r, k_factor=k).width_mm == pytest.approx(g.width_mm)


def test_a_hole_is_where_its_leg_has_it_once_it_is_bent():
    """30 from the outside of the bend: that is where it stands over the flat face of the other leg."""
    g = bent([bend(90, 80)], [hole(30, leg=2)], radius=8)
    (ring,) = g.outline.openings
    x = sum(v.x for v in ring.vertices) / len(ring.vertices)
    first_flat, zone = 60 - 13, math.pi / 2 * (8 + din_k(8, 5) / 2 * 5)
    assert x == pytest.approx(first_flat + zone + (30 - 13), abs=2e-3)
    # on the first leg the flat and the leg begin at one edge
    first = bent([bend(90, 80)], [hole(30, leg=1)], radius=8)
    assert first.outline == bent([bend(90, 80)], [hole(30)], radius=8).outline


def test_an_opening_in_the_metal_that_turns_is_refused_and_one_beside_it_is_told():
    def made(x):
        return bent([bend(90, 80)], [hole(x)], radius=8)

    (line,) = made(20).bends
    for x in (line.x1, line.x1 - line.zone_mm / 2 - 6.9, line.x1 + line.zone_mm / 2 + 6.9):
        error = refused(lambda x=x: made(round(x, 3)))
        assert (error.field, error.got) == ("features.0.x", "within bend 1")
    near = made(round(line.x1 - line.zone_mm / 2 - 7 - 9.5, 3))
    (told,) = near.warned
    assert told.words == "an opening 9.5 mm from a bend is pulled out of round" and told.words in near.notes
    assert told.asked == "features.0.x" and told.mend.startswith("10 mm clear")
    far = made(round(line.x1 - line.zone_mm / 2 - 7 - 10.5, 3))
    assert not any("pulled" in n for n in far.notes)


@pytest.mark.parametrize(
    ("make", "field", "needs"),
    [
        (lambda: bent([bend(90, 10)]), "shape.bends.0.leg", "its bends take of it"),
        (lambda: bent([bend(90, 60)], first_leg=9), "shape.first_leg", "its bends take of it"),
        (lambda: bent([bend(0.5, 60)]), "shape.bends.0.turn", "1 to 170 degrees"),
        (lambda: bent([bend(-175, 60)]), "shape.bends.0.turn", "1 to 170 degrees"),
        (lambda: bent([bend(90, 60)], radius=0.2), "shape.radius", "a tenth of the thickness"),
        (lambda: bent([bend(90, 60, radius=0.2)]), "shape.bends.0.radius", "a tenth of the thickness"),
        (lambda: bent([bend(120, 30), bend(120, 200)], first_leg=200), "shape.bends", "runs into itself"),
        (lambda: bent([bend(90, 60)], [hole(20, leg=3)]), "features.0.leg", "1 to 2"),
        (lambda: drawn("rectangle", [hole(20, leg=1)], width=90, height=90, thickness=5), "features.0.leg", "not bent"),
        (lambda: drawn("tray", length=300, width=200, height=5, thickness=3, radius=4), "shape.height", "take, 7.0 mm"),
        (lambda: drawn("tray", length=9, width=200, height=50, thickness=3, radius=4), "shape.length", "take, 14.0 mm"),
        (lambda: drawn("tray", length=300, width=9, height=50, thickness=3), "shape.width", "its bends take"),
        (lambda: drawn("tray", length=30, width=90, height=50, thickness=3, gap=20), "shape.gap", "nothing stays"),
        (lambda: drawn("cone", large=90, small=100, height=50, thickness=3), "shape.small", "at most the large rim"),
        (lambda: drawn("cone", large=90, small=6, height=50, thickness=3), "shape.small", "twice the thickness"),
        (lambda: drawn("fish", length=100, height=60, taper=50, nose=10, thickness=6), "shape.taper", "half"),
        (lambda: drawn("fish", length=100, height=60, taper=30, nose=60, thickness=6), "shape.nose", "less than"),
        (lambda: drawn("web", width=300, height=90, hole=80, thickness=6), "shape.hole", "6 mm of metal"),
        (lambda: drawn("web", width=200, height=90, hole=62, thickness=6), "shape.holes", "6 mm of metal"),
        (lambda: drawn("web", width=400, height=90, hole=60, seat=90, seats=4, thickness=6), "shape.seats", "clear"),
        (lambda: drawn("web", width=400, height=90, hole=60, seat=40, seat_edge=20, thickness=6), "shape.seat_edge",
         "clear"),
    ],
)  # fmt: skip
def test_what_cannot_be_made_is_refused_at_its_field(make, field, needs):
    error = refused(make)
    assert error.field == field
    assert needs in error.needs


def test_the_brake_is_told_what_it_needs_and_what_may_crack():
    """Air bending: 1.42 Rm t² L / V over eight thicknesses (common practice)."""
    g = bent([bend(90, 60)], width=1000, thickness=4)
    assert f"over a die of 32: about {1.42 * 360 * 16 * 1000 / 32 / 1000:.0f} kN on the brake" in g.notes
    assert not any("crack" in n for n in g.notes)
    (told,) = bent([bend(90, 60)], thickness=4, radius=3).warned
    assert (told.words, told.asked) == ("bend 1: R3 may crack, R4 is usual", "radius")
    hard = drawn(
        "bent", (), "6061-T6", first_leg=60, bends=[bend(90, 60)], width=50, thickness=4, radius=8,
    )  # fmt: skip
    assert any("R12 is usual" in n for n in hard.notes)
    (told,) = bent([bend(90, 20)], thickness=4).warned
    assert (told.words, told.asked) == ("leg 2 is under the 22.4 mm that the die holds", "bends.0.leg")


def test_a_box_tells_the_brake_as_a_bent_plate_does():
    sizes = {"length": 300, "width": 200, "thickness": 4}
    (told,) = drawn("tray", height=80, radius=3, **sizes).warned
    assert (told.words, told.asked) == ("its bends: R3 may crack, R4 is usual", "radius")
    (told,) = drawn("tray", height=20, **sizes).warned
    assert (told.words, told.asked) == ("its wall is under the 22.4 mm that the die holds", "height")
    # the longest bend is the floor's long side: 300 less what turns at both its ends
    long = 300 - 2 * (0.16 * 32 + 4)
    force = 1.42 * 360 * 16 * long / 32 / 1000
    sound = drawn("tray", height=80, **sizes)
    assert sound.warned == [] and f"over a die of 32: about {force:.0f} kN on the brake" in sound.notes
    with pytest.raises(InputError, match="a panel is not bent"):
        drawn("tray", (), "birch plywood", height=80, **sizes)


def test_a_folded_box_closes():
    """Each wall folded up by hand: a flat place beyond a bend stands as high as it is beyond it."""
    length, width, height, t, r, gap = 300, 200, 60, 3, 4, 1.5
    g = drawn("tray", length=length, width=width, height=height, thickness=t, radius=r, gap=gap)
    back, zone = r + t, math.pi / 2 * (r + din_k(r, t) / 2 * t)
    wall = height - back
    points = [(v.x, v.y) for v in g.outline.outer.vertices]
    # the end wall is as wide as the box: across the flat, a formed place is as far from the floor's middle
    end = [y for x, y in points if x < wall - 1e-6 or abs(x - wall) < 1e-6]
    assert max(end) - min(end) == pytest.approx(width)
    # the wall along it stands between the ends' inner faces with the gap at each side
    along = [x for x, y in points if y < wall - 1e-6]
    assert max(along) - min(along) == pytest.approx(length - 2 * t - 2 * gap)
    # the flat, walls and floor and what turns
    assert g.width_mm == pytest.approx(length - 2 * back + 2 * zone + 2 * wall)
    assert g.height_mm == pytest.approx(width - 2 * back + 2 * zone + 2 * wall)
    assert len(g.bends) == 4
    assert Polygon(ring_points(g.outline.outer)).is_valid


@settings(max_examples=50, deadline=None)
@given(st.floats(120, 800), st.floats(0.1, 1.0), st.floats(40, 900), st.floats(1, 12), st.integers(1, 5))
def test_a_cones_pieces_make_its_wall(large, share, height, t, pieces):
    """The area that the middle of the wall sweeps (Pappus), and both rims as long as they are round."""
    small = max(large * share, 2 * t + 5)
    g = drawn("cone", large=large, small=small, height=height, thickness=t, pieces=pieces)
    half = math.atan2((large - small) / 2, height)
    slant = math.hypot((large - small) / 2, height)
    inward = t / 2 * math.cos(half)
    middle = (large + small) / 4 - inward
    assert g.area_mm2 * pieces == pytest.approx(2 * math.pi * middle * slant, rel=1e-6)
    if half > 1e-6:
        rims = 2 * math.pi * (large / 2 - inward + small / 2 - inward) / pieces
        assert g.cut_length_mm == pytest.approx(rims + 2 * slant, rel=1e-6)
    x0, y0, _, _ = bounds_mm(g.outline)
    assert (x0, y0) == pytest.approx((0, 0), abs=1e-6)


def test_a_fish_plate_and_a_web_have_the_area_that_they_should():
    fish = drawn("fish", length=300, height=80, taper=60, nose=20, thickness=8)
    assert fish.area_mm2 == pytest.approx(180 * 80 + 2 * 60 * (80 + 20) / 2)
    pointed = drawn("fish", length=300, height=80, taper=60, nose=0, thickness=8)
    assert len(pointed.outline.outer.vertices) == 6
    web = drawn("web", width=600, height=150, hole=80, holes=5, seat=48, seats=2, thickness=6)
    assert web.area_mm2 == pytest.approx(600 * 150 - 5 * math.pi * 40**2 - 2 * math.pi * 24**2 / 2)
    assert "2 half rounds ⌀48 in the lower edge" in web.notes


def test_bend_lines_and_what_is_made_later_go_out_on_layers_of_their_own():
    g = bent([bend(90, 80), bend(-90, 60)], [hole(20)])
    text = part_dxf("B1", g.outline, lines=g.bends, later=[0])
    space = ezdxf.read(io.StringIO(text)).modelspace()
    lines = space.query("LINE[layer=='BEND']")
    assert sorted(round(e.dxf.start.x, 6) for e in lines) == [round(b.x1, 6) for b in g.bends]
    assert [t.dxf.text for t in space.query("TEXT[layer=='BEND']")] == [b.words for b in g.bends]
    assert len(space.query("LWPOLYLINE[layer=='DRILL']")) == 1
    assert not space.query("LWPOLYLINE[layer=='CUT_INSIDE']")
