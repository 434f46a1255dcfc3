"""Features of plates: what they take out, where they stand, and what is refused; figures by hand unless said."""

import math

import pytest
from hypothesis import given, settings
from hypothesis import strategies as st

from yorvek.core.errors import InputError
from yorvek.core.files.dxf import part_dxf
from yorvek.core.jobs.cutting import WorkedPart
from yorvek.core.jobs.processes import cutting_of
from yorvek.core.jobs.sheet_groups import drilled
from yorvek.core.jobs.ways import without_later
from yorvek.core.outlines import bounds_mm, ring_points
from yorvek.core.outlines.width import middle_of
from yorvek.core.parts import PartSpec, part_geometry
from yorvek.core.quantities.entry import resolve
from yorvek.core.workshop.processes import USUAL

STEEL = 7850e-9


def mm(value):
    return {"text": f"{value:g}", "unit": "mm"}


def plate(*features, width=200, height=120, thickness=10, material="S355", shape=None, names=None, unit="mm"):
    flat = {"family": "rectangle", "width": mm(width), "height": mm(height), "thickness": mm(thickness)}
    part = {"mark": "F1", "material_id": material, "shape": shape or flat, "features": list(features)}
    return part_geometry(resolve(PartSpec.model_validate(part), names or {}), unit)


def hole(size=14, x=20, y=20, **more):
    return {"kind": "hole", "size": mm(size), "x": mm(x), "y": mm(y), **more}


def tapped(thread="M12", x=100, y=60, **more):
    return {"kind": "tapped", "thread": thread, "x": mm(x), "y": mm(y), **more}


GRID = {"pattern": "grid", "across": 2, "up": 2, "pitch_across": mm(160), "pitch_up": mm(80)}
RING = {"pattern": "circle", "count": 6, "diameter": mm(70)}
WINDOW = {"kind": "window", "x": mm(100), "y": mm(60), "width": mm(80), "height": mm(50), "corner": mm(10)}
SLOT = {"kind": "slot", "size": mm(9), "length": mm(30), "x": mm(100), "y": mm(60)}
SUNK = {"kind": "countersunk", "size": mm(13.5), "sink": mm(24), "x": mm(100), "y": mm(60)}


@pytest.mark.parametrize(
    ("feature", "taken"),
    [
        (hole(), math.pi * 49),
        (hole(pattern=GRID), 4 * math.pi * 49),
        (tapped(), math.pi * 5.1**2),
        (tapped("M10x1"), math.pi * 4.5**2),
        (tapped("1/2-13"), math.pi * (0.4219 * 25.4 / 2) ** 2),
        (tapped(pattern=RING), 6 * math.pi * 5.1**2),
        (SLOT, 9 * 21 + math.pi * 4.5**2),
        ({**SLOT, "turn": {"text": "37", "unit": "mm"}}, 9 * 21 + math.pi * 4.5**2),
        (WINDOW, 80 * 50 - (4 - math.pi) * 100),
        ({**WINDOW, "corner": mm(0)}, 80 * 50),
        (SUNK, math.pi * 6.75**2),
    ],
)
def test_what_a_feature_takes_out_is_weighed(feature, taken):
    """Tap drills: ISO 2306 and the common chart, as in the tests of threads; the sink itself is not weighed."""
    g = plate(feature)
    assert g.area_mm2 == pytest.approx(200 * 120 - taken, rel=1e-6)
    assert g.mass_kg == pytest.approx((200 * 120 - taken) * 10 * STEEL, rel=1e-6)


def places(feature):
    return sorted((round(x, 6), round(y, 6)) for x, y in map(middle_of, plate(feature).outline.openings))


def test_patterns_stand_where_they_are_said_to():
    assert places(hole()) == [(20, 20)]
    assert places(hole(pattern=GRID)) == [(20, 20), (20, 100), (180, 20), (180, 100)]
    row = {"pattern": "row", "count": 3, "pitch": mm(40), "turn": {"text": "90", "unit": "mm"}}
    assert places(hole(pattern=row)) == [(20, 20), (20, 60), (20, 100)]
    four = {"pattern": "circle", "count": 4, "diameter": mm(80), "first": {"text": "45", "unit": "mm"}}
    d = round(40 / math.sqrt(2), 6)
    assert places(hole(x=100, y=60, pattern=four)) == [
        (round(100 - d, 6), round(60 - d, 6)), (round(100 - d, 6), round(60 + d, 6)),
        (round(100 + d, 6), round(60 - d, 6)), (round(100 + d, 6), round(60 + d, 6)),
    ]  # fmt: skip


def test_slots_on_a_circle_point_outwards():
    """The one at 90° stands upright: as high as it is long."""
    two = {**SLOT, "size": mm(9), "length": mm(20), "pattern": {"pattern": "circle", "count": 4, "diameter": mm(70)}}
    tall = [
        [max(p[a] for p in points) - min(p[a] for p in points) for a in (0, 1)]
        for points in (ring_points(r) for r in plate(two).outline.openings)
    ]
    assert tall[0] == pytest.approx([20, 9], abs=0.1) and tall[1] == pytest.approx([9, 20], abs=0.1)


def test_they_stand_beside_the_familys_own_and_say_what_they_are():
    base = {
        "family": "base_plate", "width": mm(200), "height": mm(120), "thickness": mm(10), "hole": mm(14),
        "columns": 2, "rows": 2, "edge": mm(25),
    }  # fmt: skip
    g = plate(tapped(), SLOT | {"y": mm(95)}, shape=base)
    assert len(g.outline.openings) == 6
    assert g.openings_asked == ["hole"] * 4 + ["features.0.x", "features.1.x"]
    assert g.notes[-3:] == [
        "M12, drill 10.2 at 100, 60", "slot 9 × 30 at 100, 95", "M12 has 83 % of the thread that its bolt is worth",
    ]  # fmt: skip
    assert [t.model_dump() for t in g.tools] == [{"tool": "tap M12", "holes": 1, "across_mm": 10.2, "opens": False}]
    assert plate(tapped(), thickness=12).notes[-1] == "M12, drill 10.2 at 100, 60"  # one diameter holds as its bolt


def test_a_thread_in_aluminium_takes_one_and_a_half_diameters():
    assert plate(tapped(), thickness=18, material="6082-T6").notes[-1] == "M12, drill 10.2 at 100, 60"
    assert "67 %" in plate(tapped(), thickness=12, material="6082-T6").notes[-1]


def test_in_inches_it_says_inches():
    g = plate({**hole(pattern=GRID), "size": {"text": "9/16", "unit": "in"}}, unit="in")
    assert "4 × ⌀9/16″" in g.notes[-1] or '4 × ⌀9/16"' in g.notes[-1]


def test_what_is_drilled_tapped_and_sunk_is_listed_by_tool():
    """Six threads whose drill the plasma table cannot make in 10 mm are drilled and tapped; large ones only sunk."""
    spec = PartSpec.model_validate(
        {
            "mark": "F1", "qty": 3, "material_id": "S355", "features": [tapped(pattern=RING), SUNK | {"sink": mm(20)}],
            "shape": {"family": "rectangle", "width": mm(200), "height": mm(120), "thickness": mm(10)},
        }
    )  # fmt: skip
    work = WorkedPart(part=resolve(spec, {}), geometry=part_geometry(resolve(spec, {})))
    plasma = next(p for p in USUAL if "plasma" in p.name.lower() and p.least_hole(10) > 10.2)
    lines = [(d.holes, d.across_mm, d.tool) for d in drilled(work, "F1", plasma)]
    assert (6, 10.2, "") in lines and (6, 10.2, "tap M12") in lines and (1, 13.5, "countersink 90° to ⌀20") in lines
    assert [d.tool for d in drilled(work, "F1", None)] == ["tap M12", "countersink 90° to ⌀20"]
    assert all(d.qty == 3 for d in drilled(work, "F1", plasma))


def test_a_thread_is_drilled_where_the_edge_of_the_cut_is_hard():
    """⌀10.2 in 5 mm: a plasma table makes it, but no tap goes into its edge; a laser's is clean."""
    spec = PartSpec.model_validate(
        {
            "mark": "F1", "material_id": "S355", "features": [tapped("M10"), hole(size=9)],
            "shape": {"family": "rectangle", "width": mm(200), "height": mm(120), "thickness": mm(5)},
        }
    )  # fmt: skip
    work = WorkedPart(part=resolve(spec, {}), geometry=part_geometry(resolve(spec, {})))
    plasma, laser = (next(p for p in USUAL if word in p.name) for word in ("plasma", "laser"))
    assert plasma.least_hole(5) <= 8.5
    lines = [(d.holes, d.across_mm, d.tool, d.why) for d in drilled(work, "F1", plasma)]
    assert lines == [
        (1, 8.5, "", "a thread wants a drilled hole: the edge of plasma table is hard"), (1, 8.5, "tap M10", "tap M10"),
    ]  # fmt: skip
    assert [d.tool for d in drilled(work, "F1", laser)] == ["tap M10"]
    assert len(without_later(work.geometry, plasma).openings) == 1
    assert cutting_of(work, plasma).later == 1 and cutting_of(work, laser).later == 0


def test_a_place_may_be_a_formula_of_named_dimensions():
    moved = hole(x=0) | {"x": {"text": "span / 4", "unit": "mm"}}
    assert middle_of(plate(moved, names={"span": 320.0}).outline.openings[0]) == pytest.approx((80, 20))


def test_the_drawing_that_goes_out_has_them_as_true_arcs():
    text = part_dxf("F1", plate(hole(pattern=GRID), WINDOW).outline)
    assert text.count("LWPOLYLINE") >= 6 and text.count("CUT_INSIDE") >= 5


REFUSED = {
    "over the edge": ([hole(x=5)], "features.0.x", "breaks the edge"),
    "beside the plate": ([hole(x=500)], "features.0.x", "breaks the edge"),
    "on the edge": ([hole(x=7)], "features.0.x", "breaks the edge"),
    "the last of a row": (
        [hole(pattern={"pattern": "row", "count": 6, "pitch": mm(35)})], "features.0.x", "breaks the edge",
    ),
    "two in one place": ([hole(), hole(size=8)], "features.1.x", "runs into another"),
    "a row into itself": (
        [hole(pattern={"pattern": "row", "count": 3, "pitch": mm(14)})], "features.0.x", "runs into another",
    ),
    "a circle into itself": (
        [hole(x=100, y=60, pattern={"pattern": "circle", "count": 12, "diameter": mm(50)})], "features.0.x",
        "runs into another",
    ),
    "a hole in an opening": ([WINDOW, hole(x=100, y=60)], "features.1.x", "runs into another"),
    "a slot shorter than it is wide": ([SLOT | {"length": mm(9)}], "features.0.length", "more than its width"),
    "corners larger than the opening": ([WINDOW | {"corner": mm(26)}], "features.0.corner", "half the shorter side"),
    "a sink smaller than its hole": ([SUNK | {"sink": mm(13)}], "features.0.sink", "that it widens"),
    "a sink through the plate": ([SUNK | {"sink": mm(40)}], "features.0.sink", "no deeper than the plate"),
    "a thread that there is not": ([tapped("M13")], "features.0.thread", "choose one of"),
    "another": ([tapped("7/8-13")], "features.0.thread", "choose one of"),
    "more than a plate may have": (
        [hole(size=1, pattern=GRID | {"across": 100, "up": 100, "pitch_across": mm(1.5), "pitch_up": mm(1.1)})],
        "features.0.pattern.across", "at most 2000",
    ),
}  # fmt: skip


@pytest.mark.parametrize("name", REFUSED)
def test_what_cannot_be_is_refused_with_its_place(name):
    features, field, needs = REFUSED[name]
    with pytest.raises(InputError) as refused:
        plate(*features)
    assert refused.value.field == field and needs in refused.value.needs


def test_a_thread_with_next_to_no_plate_is_refused():
    with pytest.raises(InputError, match=r"M12 in 5 mm.*at least 6\.0 mm"):
        plate(tapped(), thickness=5)


@settings(deadline=None, max_examples=40)
@given(
    st.floats(0, 360), st.integers(2, 9), st.floats(20, 80), st.floats(4, 12),
    st.sampled_from(["hole", "slot", "window"]),
)  # fmt: skip
def test_whatever_is_taken_lies_in_the_plate_and_is_gone_from_it(first, count, diameter, size, kind):
    """Area of the plate and of its openings are the whole; every opening lies within the plate's sides."""
    pattern = {
        "pattern": "circle", "count": count, "diameter": mm(diameter), "first": {"text": f"{first:.3f}", "unit": "mm"},
    }  # fmt: skip
    own = {
        "hole": {"size": mm(size)},
        "slot": {"size": mm(size), "length": mm(2 * size)},
        "window": {"width": mm(size), "height": mm(size / 2), "corner": mm(size / 8)},
    }[kind]
    one = {
        "hole": math.pi * size**2 / 4,
        "slot": size * size + math.pi * size**2 / 4,
        "window": size * size / 2 - (4 - math.pi) * (size / 8) ** 2,
    }[kind]
    try:
        g = plate({"kind": kind, "x": mm(100), "y": mm(60), "pattern": pattern, **own})
    except InputError as error:
        assert "runs into another" in error.needs
        return
    assert g.area_mm2 == pytest.approx(200 * 120 - count * one, rel=2e-4)
    assert bounds_mm(g.outline) == pytest.approx((0, 0, 200, 120))


def test_a_countersink_needs_room_for_its_sink():
    """Its hole clears the edge and the other hole; the sink does not."""
    sunk = {"kind": "countersunk", "size": mm(9), "sink": mm(18), "angle": 90}
    assert plate({**sunk, "x": mm(20), "y": mm(60)}).outline.openings
    for x, beside, place in ((8, [], 0), (100, [hole(size=10, x=112, y=60)], 1)):
        with pytest.raises(InputError) as caught:
            plate({**sunk, "x": mm(x), "y": mm(60)}, *beside)
        assert caught.value.field == f"features.{place}.x"
    assert plate({**sunk, "x": mm(100), "y": mm(60)}, hole(size=10, x=115, y=60)).outline.openings
