"""Parts: outlines, areas and masses against formulas written here and against shapely, and what is refused."""

import math
from typing import get_args

import pytest
from hypothesis import given, settings
from hypothesis import strategies as st
from shapely.geometry import Polygon

from yorvek.core.errors import InputError
from yorvek.core.outlines import Outline, Ring, area_mm2, area_moments, bounds_mm, cut_length_mm, ring_points, rounded
from yorvek.core.parts import PartSpec, part_families, part_geometry
from yorvek.core.parts.plates import PlateShape
from yorvek.core.quantities.entry import resolve
from yorvek.core.sections import section

STEEL = 7850e-9


def part(shape, **more):
    """A part with its entries worked out, as the server does before it stores one."""
    return resolve(PartSpec.model_validate({"mark": "X1", "material_id": "S355", "shape": shape, **more}), {})


def mm(value):
    return {"text": str(value), "unit": "mm"}


def base_plate(**more):
    plain = {"family": "base_plate", "hole": mm(14), "edge": mm(30), "columns": 2, "rows": 2}
    return {**plain, "width": mm(200), "height": mm(150), "thickness": mm(10), **more}


def gusset(**more):
    plain = {"family": "gusset", "leg_x": mm(120), "leg_y": mm(160), "thickness": mm(8)}
    return {**plain, "nose": mm(15), "root_clip": mm(12), **more}


def bar(**more):
    return {"family": "bar", "section_id": "SHS 50×50×4 hot", "length": mm(1180), **more}


def test_base_plate_by_hand():
    g = part_geometry(part(base_plate(middle_hole=mm(40))))
    net = 200 * 150 - 4 * math.pi / 4 * 14**2 - math.pi / 4 * 40**2
    assert g.area_mm2 == pytest.approx(net, rel=1e-12)
    assert g.mass_kg == pytest.approx(net * 10 * STEEL, rel=1e-12)
    assert g.cut_length_mm == pytest.approx(2 * (200 + 150) + 4 * math.pi * 14 + math.pi * 40, rel=1e-12)
    # The diagonal that a fabricator measures to prove the pattern square: 140 by 90 between hole centres.
    assert f"check: hole diagonal {math.hypot(140, 90):.1f} mm" in g.notes
    assert g.thickness_mm == 10 and (g.width_mm, g.height_mm) == (200, 150)


def test_gusset_by_shapely():
    g = part_geometry(part(gusset()))
    triangle = Polygon([(12, 0), (120, 0), (120, 15), (15, 160), (0, 160), (0, 12)])
    assert g.area_mm2 == pytest.approx(triangle.area, rel=1e-12)
    assert g.cut_length_mm == pytest.approx(triangle.length, rel=1e-12)


def test_rounded_rectangle_by_formula():
    shape = {"family": "rectangle", "width": mm(100), "height": mm(60), "thickness": mm(6), "corner_radius": mm(12)}
    g = part_geometry(part(shape))
    assert g.area_mm2 == pytest.approx(100 * 60 - (4 - math.pi) * 12**2, rel=1e-5)
    assert g.cut_length_mm == pytest.approx(2 * (100 + 60) - 8 * 12 + 2 * math.pi * 12, rel=1e-5)
    assert (g.width_mm, g.height_mm) == pytest.approx((100, 60), rel=1e-9)


@given(st.integers(-60, 60), st.integers(-60, 60), st.integers(200, 3000))
def test_a_mitred_tube_weighs_its_mean_length(left, right, length):
    spec = part(bar(length=mm(length), left_end=mm(left), right_end=mm(right)))
    depth = 50.0
    lost = depth * (abs(math.tan(math.radians(left))) + abs(math.tan(math.radians(right)))) / 2
    if lost * 2 >= length:
        return
    g = part_geometry(spec)
    per_m = section("SHS 50×50×4 hot").A_mm2 * 7850e-6
    assert g.mass_kg == pytest.approx(per_m * (length - lost) / 1000, rel=1e-9)
    assert g.length_mm == length and bounds_mm(g.outline)[2] - bounds_mm(g.outline)[0] == pytest.approx(length)


@pytest.mark.parametrize(
    ("shape", "words"),
    [
        (base_plate(edge=mm(7)), "breaks the edge"),
        (base_plate(columns=14), "run into each other"),
        (base_plate(edge=mm(50), middle_hole=mm(100)), "runs into the other holes"),
        (base_plate(corner_radius=mm(76)), "at most half the shorter side"),
        (gusset(root_clip=mm(130)), "make the leg longer"),
        (gusset(nose=mm(170)), "make the leg longer"),
        (bar(length=mm(60), left_end=mm(45), right_end=mm(45)), "the two mitres meet"),
        ({"family": "bar"}, "or a member to follow"),
        (bar(section_id="SHS 1×1×1"), "SHS 1×1×1"),
    ],
)
def test_what_cannot_be_is_refused_in_words(shape, words):
    with pytest.raises(InputError) as refused:
        part_geometry(part(shape))
    assert words in refused.value.sentence


@pytest.mark.parametrize("field", ["width", "thickness", "hole"])
@pytest.mark.parametrize("text", ["-5", "", "ten", "0"])
def test_a_dimension_that_is_none_is_named_by_its_path(field, text):
    with pytest.raises(InputError) as refused:
        part(base_plate(**{field: mm(text)}))
    assert refused.value.field == f"shape.{field}"


def test_the_drawing_dimensions_measure_what_they_say():
    for shape in (base_plate(columns=3, rows=2), gusset(), bar(right_end=mm(30))):
        for d in part_geometry(part(shape)).dimensions:
            assert math.hypot(d.x2 - d.x1, d.y2 - d.y1) == pytest.approx(d.value_mm)


corners = st.lists(st.floats(5, 20), min_size=4, max_size=4)


@given(st.floats(60, 500), st.floats(60, 500), corners)
def test_rounding_corners_takes_the_known_area_away(width, height, radii):
    ring = rounded([(0, 0), (width, 0), (width, height), (0, height)], radii)
    gone = sum((1 - math.pi / 4) * r**2 for r in radii)
    assert area_mm2(Outline(outer=ring)) == pytest.approx(width * height - gone, rel=1e-9)
    assert cut_length_mm(Outline(outer=ring)) == pytest.approx(
        2 * (width + height) - sum((2 - math.pi / 2) * r for r in radii), rel=1e-9
    )


@given(st.floats(1, 400), st.sampled_from([1, -1]))
@settings(max_examples=40)
def test_a_chopped_circle_never_loses_metal_and_strays_no_further_than_allowed(diameter, side):
    points = ring_points(Ring.circle(0, 0, diameter), chord_mm=0.05, side=side)
    reach = [math.hypot(x, y) for x, y in points]
    chopped = Polygon(points).area
    round_area = math.pi / 4 * diameter**2
    if side > 0:  # the polygon of a part holds the whole part
        assert chopped >= round_area - 1e-9 and max(reach) <= diameter / 2 + 0.06
    else:  # the polygon of an opening stays inside the opening
        assert chopped <= round_area + 1e-9 and max(reach) <= diameter / 2 + 1e-9
    assert chopped == pytest.approx(round_area, rel=0.2)


def test_moments_of_a_half_disc_by_handbook():
    """Source: any table of plane areas: centroid 4r/3pi, second moment about the base pi r^4/8."""
    r = 50.0
    half = Outline(outer=Ring.model_validate({"vertices": [{"x": r, "y": 0, "bulge": 1.0}, {"x": -r, "y": 0}]}))
    m = area_moments(half)
    assert m.A_mm2 == pytest.approx(math.pi * r**2 / 2, rel=1e-9)
    assert m.cy_mm == pytest.approx(4 * r / (3 * math.pi), rel=1e-9)
    assert m.Ix_mm4 == pytest.approx(math.pi * r**4 / 8 - m.A_mm2 * m.cy_mm**2, rel=1e-9)
    assert bounds_mm(half) == pytest.approx((-r, 0, r, r), abs=1e-9)


def test_turning_an_outline_turns_its_box():
    outline = part_geometry(part(gusset())).outline
    box = bounds_mm(outline)
    turned = bounds_mm(outline.moved(10, 20, 90))
    assert (turned[2] - turned[0], turned[3] - turned[1]) == pytest.approx((box[3] - box[1], box[2] - box[0]))
    assert area_mm2(outline.moved(3, 4, 37)) == pytest.approx(area_mm2(outline), rel=1e-9)


def test_every_family_of_plates_asks_for_all_that_it_is_made_of():
    shapes = {m.model_fields["family"].default: m for m in get_args(PlateShape)}
    asked = {f.kind: f for f in part_families()}
    assert set(asked) == set(shapes) - {"free"}, "an outline from a drawing is not asked for"
    for kind, family in asked.items():
        # which flat a rectangle is cut from is chosen among offers, where they are compared
        assert {a.name for a in family.asks} == set(shapes[kind].model_fields) - {"family", "flat"}
        assert all(a.without for a in family.asks if a.optional), "what stands where it is left out is said"
    assert len({f.letter for f in asked.values()} | {"P"}) == len(asked) + 1


@pytest.mark.parametrize("unit", ["mm", "in"])
@pytest.mark.parametrize("family", part_families(), ids=lambda f: f.kind)
def test_what_a_family_begins_with_makes_a_part_once_its_blanks_are_filled(family, unit):
    def begun(a):
        usual = a.usual_mm if unit == "mm" else a.usual_in
        if a.typed == "count":
            return int(usual)
        if a.typed == "yes or no":
            return False
        if a.typed == "rows":
            return [{each.name: begun(each) for each in a.rows}] * int(usual)
        return None if a.optional else {"text": usual or ("200" if unit == "mm" else "8"), "unit": unit}

    shape = {"family": family.kind, **{a.name: begun(a) for a in family.asks}}
    if "corners" in shape:  # no two of which are in one place
        far = {"x": [0, 1, 1, 0], "y": [0, 0, 1, 1]}
        size = 300 if unit == "mm" else 12
        for name, ways in far.items():
            shape["corners"] = [
                {**row, name: {"text": str(size * way), "unit": unit}}
                for row, way in zip(shape["corners"], ways, strict=True)
            ]
    spec = resolve(PartSpec.model_validate({"mark": "F1", "material_id": "S355", "shape": shape}), {})
    assert part_geometry(spec).mass_kg > 0


def test_what_stands_in_the_middle_stands_in_the_middle():
    """A vent in the middle of its plate, and slots over one another on its middle line (by hand)."""
    vent = part_geometry(part(base_plate(width=mm(220), height=mm(140), middle_hole=mm(40)))).outline.openings[-1]
    assert bounds_mm(Outline(outer=vent)) == pytest.approx((90, 50, 130, 90))
    slotted = {
        "family": "slotted", "width": mm(80), "height": mm(120), "thickness": mm(6), "slot_length": mm(40),
        "slot_width": mm(12), "slots": 2,
    }  # fmt: skip
    found = [bounds_mm(Outline(outer=r)) for r in part_geometry(part(slotted)).outline.openings]
    assert found == [pytest.approx((20, 24, 60, 36)), pytest.approx((20, 84, 60, 96))]


def test_a_vent_as_wide_as_the_plate_is_high_is_refused():
    with pytest.raises(InputError) as caught:
        part_geometry(part(base_plate(width=mm(400), height=mm(100), columns=1, rows=1, middle_hole=mm(100))))
    assert caught.value.field == "shape.middle_hole"


def grown(shape, name):
    """The same with one measure larger by a millimetre."""
    return {**shape, name: mm(float(shape[name]["text"]) + 1)}


PICKED = [
    base_plate(middle_hole=mm(40)),
    base_plate(columns=1, rows=3),
    gusset(),
    {"family": "ring", "outer": mm(120), "inner": mm(50), "thickness": mm(8)},
    {"family": "lug", "width": mm(60), "height": mm(50), "hole": mm(21), "thickness": mm(12)},
    {
        "family": "slotted", "width": mm(80), "height": mm(120), "thickness": mm(6), "slot_length": mm(40),
        "slot_width": mm(13), "slots": 2,
    },
    {"family": "rectangle", "width": mm(80), "height": mm(120), "thickness": mm(6)},
    bar(),
]  # fmt: skip


@pytest.mark.parametrize("shape", PICKED, ids=lambda s: s["family"])
def test_what_is_picked_on_a_drawing_is_what_states_it(shape):
    """Where a dimension or an opening says which question states it, another answer to that question changes it."""
    before = part_geometry(part(shape))
    asked = {a.name for f in part_families() if f.kind == shape["family"] for a in f.asks} | set(shape)
    assert len(before.openings_asked) == len(before.outline.openings)
    for k, d in enumerate(before.dimensions):
        assert d.asked in asked
        if isinstance(shape[d.asked], dict):
            now = part_geometry(part(grown(shape, d.asked))).dimensions[k]
            assert now.value_mm == pytest.approx(d.value_mm + 1)
    for k, name in enumerate(before.openings_asked):
        now = part_geometry(part(grown(shape, name)))
        assert area_mm2(Outline(outer=now.outline.openings[k])) > area_mm2(Outline(outer=before.outline.openings[k]))
        assert cut_length_mm(Outline(outer=now.outline.outer)) == cut_length_mm(Outline(outer=before.outline.outer))
