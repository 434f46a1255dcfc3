"""Saddled and notched ends with their templates, bolts by grip, lines by path, and SVG that reads back as it went
out.
"""

import math

import pytest

from tests.core.test_sheets import Random, dissected
from yorvek.core.cutting.sheets import SheetProblem, solve_sheets
from yorvek.core.errors import InputError
from yorvek.core.files.drawing import read_drawing
from yorvek.core.files.svg_out import nest_svg, part_svg
from yorvek.core.jobs.hardware import BoltItem, ConsumableItem, LineItem, hardware_line
from yorvek.core.outlines import Outline, Ring, area_mm2
from yorvek.core.parts import PartSpec, part_geometry
from yorvek.core.parts.ends import end_cut
from yorvek.core.parts.spec import EndShape
from yorvek.core.sections import section


def entry(value):
    return {"text": f"{value:g}", "value": float(value)}


def test_a_saddle_on_a_tube_of_twice_the_size_by_hand():
    """Square on: the deepest cut is R - sqrt(R2 - r2), with r 24.15 and R 44.45."""
    shape = EndShape.model_validate({"kind": "saddle", "size": entry(88.9)})
    found = end_cut("left", shape, section("CHS 48.3×3.2"), 0.0)
    assert found.depth_mm == pytest.approx(44.45 - math.sqrt(44.45**2 - 24.15**2), abs=1e-3)
    xs = [v.x for v in found.template.outer.vertices]
    assert max(xs) == pytest.approx(math.pi * 48.3, rel=1e-6)


def test_a_notch_takes_its_template_from_the_middle():
    shape = EndShape.model_validate({"kind": "notch", "size": entry(50), "width": entry(20)})
    found = end_cut("right", shape, section("SHS 60×60×4 hot"), 0.0)
    assert area_mm2(found.template) == pytest.approx(80 * 60 - 50 * 20)


def bar(**more):
    shape = {"family": "bar", "section_id": "CHS 48.3×3.2", "length": entry(900), **more}
    return PartSpec.model_validate({"mark": "B", "qty": 1, "material_id": "S355", "shape": shape})


def test_the_part_says_how_its_ends_are_made():
    notes = part_geometry(bar(left_shape={"kind": "saddle", "size": entry(60.3)})).notes
    assert "saddled onto ⌀60.3" in notes[1] and "right end square" in notes[2]


@pytest.mark.parametrize(
    ("section_id", "end", "says"),
    [
        ("L 50×50×5", {"kind": "saddle", "size": entry(100)}, "a tube, a round or a flat"),
        ("CHS 48.3×3.2", {"kind": "saddle"}, "diameter"),
        ("CHS 48.3×3.2", {"kind": "saddle", "size": entry(40)}, "within the width of"),
        ("SHS 60×60×4 hot", {"kind": "notch", "size": entry(10), "width": entry(70)}, "narrower"),
        ("SHS 60×60×4 hot", {"kind": "notch", "size": entry(900)}, "must stay"),
    ],
)
def test_ends_that_cannot_be(section_id, end, says):
    with pytest.raises(InputError, match=says):
        part_geometry(bar(section_id=section_id, left_shape=end))


def test_a_notch_is_drawn_and_weighed():
    """Finding D16. 20 wide and 50 deep in both walls of 4 of a tube of 60, and an angle's leg at its heel (by hand):
    drawn, in the DXF, and off the mass.
    """
    plain, cut = bar(section_id="SHS 60×60×4 hot"), {"kind": "notch", "size": entry(50), "width": entry(20)}
    whole, found = part_geometry(plain), part_geometry(bar(section_id="SHS 60×60×4 hot", left_shape=cut))
    assert area_mm2(whole.outline) - area_mm2(found.outline) == pytest.approx(50 * 20)
    assert whole.mass_kg - found.mass_kg == pytest.approx(2 * 4 * 20 * 50 * 7850e-9, rel=1e-3)
    assert found.length_mm == whole.length_mm
    both = part_geometry(bar(section_id="SHS 60×60×4 hot", left_shape=cut, right_shape=cut))
    assert area_mm2(whole.outline) - area_mm2(both.outline) == pytest.approx(2 * 50 * 20)
    angle = {"section_id": "L 50×50×5"}
    leg = part_geometry(bar(**angle, right_shape={"kind": "notch", "size": entry(60), "width": entry(5)}))
    lost = part_geometry(bar(**angle)).mass_kg - leg.mass_kg
    assert lost == pytest.approx(50 * 5 * 60 * 7850e-9, rel=0.05) and "at its heel" in leg.notes[2]
    lowest = min(v.y for v in leg.outline.outer.vertices if v.x > 890)
    assert lowest == pytest.approx(5)


def test_a_bolt_reaches_through_its_grip():
    """M12 through 20 mm with two washers: 20 + 5.0 + 9.6 + 3.5 = 38.1, so 40."""
    assert BoltItem.model_validate({"size": "M12", "grip": entry(20)}).length_mm() == 40
    assert BoltItem.model_validate({"size": "M12", "grip": entry(20), "washers": 0}).length_mm() == 35
    line = hardware_line(BoltItem.model_validate({"size": "M12", "grip": entry(20), "qty": 8, "price": entry(0.5)}))
    assert line.what.startswith("M12×40 8.8") and line.all == 4
    assert "threaded rod" in hardware_line(BoltItem.model_validate({"grip": entry(300)})).trouble


def test_lines_and_consumables():
    rope = LineItem.model_validate(
        {
            "name": "rope",
            "path": [entry(1200), entry(800)],
            "slack_percent": 10,
            "ends": entry(150),
            "qty": 2,
            "price": entry(3),
        }
    )
    assert rope.length_mm() == pytest.approx(2350)
    assert hardware_line(rope).amount == "4.8 m" and hardware_line(rope).all == pytest.approx(14.4)
    assert hardware_line(ConsumableItem(name="flap discs", qty=3)).amount == "3 piece"


def test_a_part_goes_out_as_svg_and_comes_in_the_same():
    ring = Ring.model_validate(
        {"vertices": [{"x": 0, "y": 0}, {"x": 90, "y": 0, "bulge": 0.4}, {"x": 90, "y": 60}, {"x": 0, "y": 60}]}
    )
    hole = Ring.model_validate({"vertices": [{"x": 40, "y": 30, "bulge": 1}, {"x": 20, "y": 30, "bulge": 1}]})
    outline = Outline(outer=ring, openings=[hole])
    (found,) = read_drawing("part.svg", part_svg("G<1>", outline).encode()).outlines
    assert area_mm2(found.outline) == pytest.approx(area_mm2(outline), abs=0.1)
    assert len(found.outline.openings) == 1


def test_a_nest_goes_out_as_svg_with_every_piece():
    boxes = dissected(Random(3), 2000, 1000, 6, 4)
    parts = [
        {"id": f"r{k}", "qty": 1, "rotations": [0, 90], "outline": [(0, 0), (a, 0), (a, b), (0, b)]}
        for k, (a, b) in enumerate(boxes)
    ]
    problem = SheetProblem.model_validate(
        {"part_gap": 4, "sheets": [{"id": "s", "width": 2010, "height": 1010}], "parts": parts}
    )
    plan = solve_sheets(problem, evaluations=10)
    outlines = {p.id: Outline(outer=Ring.polygon(p.outline)) for p in problem.parts}
    text = nest_svg(problem, plan, outlines, stale=True)
    assert text.count("<g id=") == 6 and "STALE" in text
