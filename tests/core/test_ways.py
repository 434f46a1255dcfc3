"""With what a plate is cut: one model of it for times, nests, programs and what is drilled afterwards."""

import math

import pytest
import shapely

from yorvek.core.cutting.sheets import Placement, SheetPlan, SheetProblem
from yorvek.core.cutting.table import TableSettings, sheet_on_table, simulate
from yorvek.core.errors import InputError
from yorvek.core.jobs import JobSpec, JobState, figures
from yorvek.core.jobs.processes import choices, minutes_of
from yorvek.core.jobs.ways import own_table, refuse_program, way_of
from yorvek.core.outlines import Outline, Ring, Vertex, width
from yorvek.core.outlines.width import narrower, span_of
from yorvek.core.parts import PartSpec
from yorvek.core.records.upgrades import upgraded


def entry(value):
    return {"text": f"{value:g}", "value": float(value)}


def base_plate(thickness=15, hole=18, **more):
    """Finding D18: four holes of 18 in 15 mm."""
    shape = {
        "family": "base_plate", "width": entry(300), "height": entry(200), "thickness": entry(thickness),
        "hole": entry(hole), "columns": 2, "rows": 2, "edge": entry(40),
    }  # fmt: skip
    return PartSpec.model_validate({"mark": "B1", "qty": 3, "material_id": "S355", "shape": shape, **more})


def job(*parts, **machines):
    spec = JobSpec.model_validate({"name": "Reed Weir", "machines": machines})
    return JobState.model_validate({"job": spec, "parts": dict(enumerate(parts, 1))})


def worked(state):
    return figures(state, lambda problem: None)


def groups(state):
    return worked(state).sheets


def test_holes_that_the_table_cannot_make_are_drilled():
    """Finding D18. Plasma makes none under 1.5 x 15 = 22.5 mm: four of 18 in each of three plates are drilled."""
    (group,) = groups(job(base_plate()))
    (found,) = group.drilled
    assert (found.part, found.qty, found.holes, found.across_mm) == ("B1", 3, 4, 18)
    assert "plasma table" in found.why and "22.5" in found.why
    assert group.problem.parts[0].holes == []
    (wide,) = groups(job(base_plate(hole=23)))
    assert wide.drilled == [] and len(wide.problem.parts[0].holes) == 4


def test_what_is_drilled_takes_its_time_and_no_pierce():
    """By hand: outside of 1000 mm in 15 mm at 14000 / 15 a minute, one pierce of 1.5 s, four holes at 1 + 0.1 x 15
    minutes, three plates.
    """
    state = job(base_plate())
    found = worked(state)
    (part,) = choices(state, found.parts).parts
    plasma = next(o for o in part.offers if o.process == "plasma table")
    once = 1000 / (14000 / 15) + 1.5 / 60
    assert plasma.minutes == pytest.approx(3 * (once + 4 * 2.5)) and plasma.later == 4 and plasma.why_not == ""
    assert minutes_of(found.parts[1], own_table(state.job)) == pytest.approx(once)
    shear = choices(job(base_plate(thickness=3)), worked(job(base_plate(thickness=3))).parts).parts[0]
    assert next(o for o in shear.offers if o.process == "shear").later == 4


def ring(*points):
    return Ring(vertices=[Vertex(x=x, y=y, bulge=b) for x, y, b in points])


@pytest.mark.parametrize(
    ("opening", "wide"),
    [
        (ring((-9, 0, 1), (9, 0, 1)), 18.0),
        (Ring.polygon([(0, 0), (40, 0), (40, 6), (0, 6)]), 6.0),
        # the same slot aslant, whose box is wide
        (Ring.polygon([(0, 0), (30, 30), (30 - 6 / math.sqrt(2), 30 + 6 / math.sqrt(2)), (-4.2426, 4.2426)]), 6.0),
        (ring((0, 0, 0), (20, 0, 1), (20, 8, 0), (0, 8, 1)), 8.0),
    ],
)
def test_an_opening_is_as_wide_as_what_turns_in_it(opening, wide):
    assert span_of(opening) == pytest.approx(wide, abs=0.03)


def on_table(group, geometry, later, refused="", **more):
    part = group.problem.parts[0]
    problem = SheetProblem.model_validate({**group.problem.model_dump(), "sheets": [{"id": "s", **more}]})
    placed = [Placement(part=part.id, sheet="s", sheet_index=0, x=20, y=20, rotation_deg=0)]
    plan = SheetPlan(placements=placed, cost=1, max_x=0, utilisation=0, strip_density=0, lower_bound=1)
    settings = TableSettings(kerf_mm=1.5, mark_s=0.15)
    return sheet_on_table(
        problem, plan, {part.id: geometry.outline}, "s#0", settings, "x", later={part.id: later}, refused=refused
    )


def test_a_hole_that_is_drilled_gets_a_centre_mark():
    state = job(base_plate())
    found = worked(state)
    table = on_table(found.sheets[0], found.parts[1].geometry, range(4), width=400, height=300)
    marks = [(m.x, m.y, m.across_mm) for m in table.plan.marks]
    assert sorted(marks) == [(60, 60, 18), (60, 180, 18), (280, 60, 18), (280, 180, 18)]
    assert table.run.faults == [] and table.run.pierces == 5 and len(table.plan.contours) == 1
    assert table.program.count("centre mark drill 18.00") == 4 and "G4 P0.150" in table.program
    # a pierce into the part that is no mark is still a fault
    wrong = table.program.replace("G0 X60.0000 Y60.0000", "G0 X70.0000 Y60.0000")
    shapes = [("B1", shapely.box(20, 20, 320, 220))]
    run = simulate(wrong, width=400, height=300, kerf_mm=1.5, parts=shapes, marks=[(x, y) for x, y, _ in marks])
    assert any("goes into part B1" in f for f in run.faults)


def test_no_program_where_the_way_cannot():
    """Finding D12: 31.75 mm on a table for 25, and a nest that is sent out to a laser, got their programs."""
    spec = JobSpec.model_validate({"name": "x"})
    refuse_program(spec, "", 25, "S355")
    for process, thickness, metal, words in (
        ("", 31.75, "S355", "1 to 25 mm"),
        ("laser, sent out", 8, "S355", "sent out"),
        ("shear", 3, "S355", "straight cuts"),
        ("", 8, "acrylic", "for panel"),
    ):
        with pytest.raises(InputError, match=words):
            refuse_program(spec, process, thickness, metal)
    nobody = spec.model_copy(update={"processes": [p for p in spec.processes if p.sent_out]})
    with pytest.raises(InputError, match="one of your own"):
        refuse_program(nobody, "", 8, "S355")


def test_the_jobs_own_table_is_one_way_however_it_is_chosen():
    """Chosen by its name or not at all: one nest, with the kerf that the table is set to."""
    state = job(base_plate(), base_plate(process="plasma table", mark="B2"), table_kerf=entry(1.8))
    (group,) = groups(state)
    assert group.problem.kerf == 1.8 and group.way == "plasma table" and len(group.problem.parts) == 2
    assert way_of(state.job, "plasma table").kerf_mm == 1.8


def test_feed_and_pierce_follow_the_thickness_unless_they_are_set():
    """Finding D12: 32 min and 12 min 32 s were said of one nest, by 2400 mm a minute and by the thickness."""
    plain, set_ = job(), job(table_feed_mm_min=1500, pierce_s=2)
    assert own_table(plain.job).speed(6) == pytest.approx(14000 / 6) and own_table(plain.job).pierce(
        6
    ) == pytest.approx(0.6)
    assert own_table(set_.job).speed(6) == 1500 and own_table(set_.job).pierce(6) == 2


def test_a_job_of_an_earlier_shape_has_no_feed_that_nobody_typed():
    old = {"machines": {"table_feed_mm_min": 2400, "pierce_s": 0.6, "lead": {"text": "5"}}}
    assert upgraded("job", old, 1)["machines"] == {"lead": {"text": "5"}}
    typed = {"machines": {"table_feed_mm_min": 1800, "pierce_s": 0.6}}
    assert upgraded("job", typed, 1)["machines"] == {"table_feed_mm_min": 1800}
    assert upgraded("job", {"machines": {"table_feed_mm_min": 2400}}, 2)["machines"] == {"table_feed_mm_min": 2400}


def test_no_pierce_beside_a_remnant():
    """Finding D11: the table worked on the box around a remnant and pierced in the air over its missing corner."""
    corner = Outline(outer=Ring.polygon([(0, 0), (200, 0), (200, 100), (0, 100)]))
    sheet = {"width": 400, "height": 300, "outline": [(0, 0), (400, 0), (400, 121), (222, 121), (222, 300), (0, 300)]}
    problem = SheetProblem.model_validate(
        {"kerf": 2, "sheets": [{"id": "s", **sheet}],
            "parts": [{"id": "p", "qty": 1, "outline": [(0, 0), (200, 0), (200, 100), (0, 100)]}]}
    )  # fmt: skip
    for x, y in ((20, 15), (195, 15), (15, 195)):
        placed = [Placement(part="p", sheet="s", sheet_index=0, x=x, y=y, rotation_deg=0)]
        plan = SheetPlan(placements=placed, cost=1, max_x=0, utilisation=0, strip_density=0, lower_bound=1)
        table = sheet_on_table(problem, plan, {"p": corner}, "s#0", TableSettings(kerf_mm=2, lead_mm=12), "x")
        assert table.run.faults == [] and table.plan.troubles == [] and table.plan.outline
        metal = shapely.Polygon(sheet["outline"])
        assert all(metal.buffer(2.1).covers(shapely.Point(c.pierce_x, c.pierce_y))
            for c in table.plan.contours)  # fmt: skip
    in_the_air = "G21\nG90\nG0 X300 Y200\nM3\nG4 P0.5\nG1 X310 Y200 F1000\nM5\nM30"
    assert simulate(in_the_air, width=400, height=300).faults == []
    run = simulate(in_the_air, width=400, height=300, metal=metal)
    assert any("beside the metal" in f for f in run.faults)


@pytest.mark.parametrize("least", [3.0, 5.9, 6.5, 12.0, 40.0])
@pytest.mark.parametrize("turn", [0.0, 30.0, 45.0])
def test_whether_an_opening_is_narrower_agrees_with_how_wide_it_is(least, turn):
    slot = Outline(outer=ring((0, 0, 0), (40, 0, 1), (40, 6, 0), (0, 6, 1))).moved(100, 50, turn).outer
    assert narrower(slot, least) == (span_of(slot) < least)


def test_a_row_of_slots_is_looked_at_once(monkeypatch):
    """Thirty plates of twelve slots took minutes: each slot of each was measured for each way."""
    looked = []
    monkeypatch.setattr(width, "_polygon", lambda shape, real=width._polygon: (looked.append(shape), real(shape))[1])
    slots = {
        "family": "slotted", "width": entry(611), "height": entry(307), "thickness": entry(8), "slots": 12,
        "slot_width": entry(7.7), "slot_length": entry(101),
    }  # fmt: skip
    plates = [
        PartSpec.model_validate({"mark": f"S{k}", "qty": 2, "material_id": "S355", "shape": slots}) for k in range(30)
    ]
    (group,) = groups(job(*plates))
    assert sum(d.holes for d in group.drilled) == 30 * 12
    assert 1 <= len(looked) <= 4
