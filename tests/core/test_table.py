"""The cutting table: paths, G-code and the simulated table, held against shapely and lengths in closed form."""

import itertools
import math

import pytest
import shapely
from hypothesis import given, settings
from hypothesis import strategies as st
from shapely import LineString, Point, Polygon, unary_union

from yorvek.core.cutting.sheets import Placement, SheetPlan, SheetProblem
from yorvek.core.cutting.table import TableSettings, gcode, simulate, table_plan
from yorvek.core.cutting.table.common_line import points_of
from yorvek.core.cutting.table.nest import sheet_on_table
from yorvek.core.errors import InputError
from yorvek.core.outlines import Outline, Ring, ring_points

PLATE = Outline(
    outer=Ring.polygon([(0, 0), (200, 0), (200, 150), (0, 150)]),
    openings=[Ring.circle(60, 75, 40), Ring.circle(140, 75, 40)],
)
DISC = Outline(outer=Ring.circle(15, 15, 30))
SET = TableSettings(kerf_mm=2.0, lead_mm=4.0, feed_mm_min=3000, pierce_s=0.5)
NEST = [
    ("P1", PLATE.moved(20, 20)),
    ("D1", DISC.moved(65, 80)),
    ("D2", DISC.moved(240, 20)),
    ("P2", PLATE.moved(20, 190, 0)),
]


def polygon(o):
    return Polygon(ring_points(o.outer, chord_mm=0.01), [ring_points(r, chord_mm=0.01) for r in o.openings])


def whole(nest):
    return [(mark, polygon(o)) for mark, o in nest]


def run_of(nest=NEST, how=SET, width=300, height=400):
    plan = table_plan(nest, width, height, how)
    return plan, simulate(gcode(plan, "nest 1"), width=width, height=height, kerf_mm=how.kerf_mm, parts=whole(nest))


def test_every_part_comes_out_whole():
    plan, run = run_of()
    assert not plan.troubles and not run.faults
    assert run.pierces == len(plan.contours) == 4 + 4  # four openings, four outsides
    for c in plan.contours:
        assert all(shape.distance(Point(c.pierce_x, c.pierce_y)) >= 1.0 - 1e-6 for _, shape in whole(NEST))


def test_cut_length_and_time_by_hand():
    """A disc of 30 with a kerf of 2: a circle of 32 and a lead of 4; time at 3000 mm/min and a pierce of 0.5 s."""
    _, run = run_of([("D1", DISC.moved(50, 50))])
    length = math.pi * 32 + 4
    assert run.cut_mm == pytest.approx(length, rel=2e-3)
    assert run.seconds == pytest.approx(length / 3000 * 60 + 0.5 + run.rapid_mm / 12_000 * 60, rel=2e-3)


def test_arcs_stay_arcs():
    plan, _ = run_of([("D1", DISC.moved(50, 50))])
    program = gcode(plan)
    assert 2 <= program.count("G3") <= 6 and program.count("G1") <= 2


def test_openings_first_and_what_lies_in_them_before():
    plan, _ = run_of()
    order = [(c.part, c.opening) for c in plan.contours]
    for mark in ("P1", "P2"):
        assert max(k for k, o in enumerate(order) if o == (mark, True)) < order.index((mark, False))
    assert order.index(("D1", False)) < order.index(("P1", False))  # it lies in an opening of P1


def test_the_next_part_is_not_beside_the_last():
    nest = [
        (f"S{i}{j}", Outline(outer=Ring.polygon([(0, 0), (60, 0), (60, 60), (0, 60)])).moved(10 + 75 * i, 10 + 75 * j))
        for i in range(4)
        for j in range(3)
    ]
    plan, run = run_of(nest, width=400, height=300)
    assert not run.faults
    middles = [polygon(dict(nest)[c.part]).centroid for c in plan.contours]
    near = sum(a.distance(b) < 80 for a, b in itertools.pairwise(middles))
    assert near <= 3


def test_bridges_leave_a_part_hanging():
    how = SET.model_copy(update={"bridges": 3, "bridge_mm": 0.5})
    plan, run = run_of([("P1", Outline(outer=Ring.polygon([(0, 0), (100, 0), (100, 80), (0, 80)])).moved(30, 30))], how)
    assert run.pierces == 4 and not run.faults
    plain = run_of([("P1", Outline(outer=Ring.polygon([(0, 0), (100, 0), (100, 80), (0, 80)])).moved(30, 30))])[1]
    assert plain.cut_mm - run.cut_mm == pytest.approx(3 * 2.5, abs=0.1)


def test_parts_that_leave_no_room_are_said():
    close = [
        ("A", DISC.moved(50, 50)),
        ("B", Outline(outer=Ring.polygon([(0, 0), (30, 0), (30, 30), (0, 30)]), openings=[Ring.circle(15, 15, 1.5)])),
    ]
    plan = table_plan(close, 300, 300, SET)
    assert plan.troubles == ["B: an opening is narrower than the kerf of 2 mm"]


BAD = [
    ("G1 X10 Y10", "a feed"),
    ("G2 X10 Y0 F100", "the arc's centre"),
    ("G2 X10 Y0 I3 J0 F100", "equally far"),
    ("G5 X1", "one of G0"),
    ("M7", "one of M0"),
    ("X1 $2", "words of a letter"),
    ("G1 Q3", "one of the letters"),
    ("G4 P-1", "a wait"),
    ("G4", "a wait"),
]


@pytest.mark.parametrize(("line", "words"), BAD, ids=[b[0] for b in BAD])
def test_a_line_a_table_does_not_know(line, words):
    with pytest.raises(InputError, match=words):
        simulate(f"G21\nG90\n{line}\n", width=100, height=100)


CRASHES = [
    ("F100\nM3\nG0 X50 Y50\nM5", "rapid move with the torch on"),
    ("G0 X500 Y0", "leaves the table"),
    ("G0 X10 Y10\nM3\nF100 G1 X20 Y10", "ends with the torch on"),
    ("G0 X20 Y50\nM3\nF100 G1 X80 Y50\nM5", "goes into part Q"),
]


@pytest.mark.parametrize(("program", "words"), CRASHES, ids=[c[1] for c in CRASHES])
def test_what_would_crash_is_found(program, words):
    part = [("Q", shapely.box(40, 40, 60, 60))]
    run = simulate("G21\nG90\n" + program, width=100, height=100, kerf_mm=1.0, parts=part)
    assert any(words in f for f in run.faults)


def test_a_cut_in_a_part_that_is_loose():
    plan, _ = run_of([("P1", PLATE.moved(20, 20))])
    late = plan.model_copy(update={"contours": [*plan.contours[-1:], *plan.contours[:-1]]})
    run = simulate(gcode(late), width=300, height=400, kerf_mm=2.0, parts=whole([("P1", PLATE.moved(20, 20))]))
    assert any("loose already" in f for f in run.faults)


def test_inches_and_steps():
    run = simulate("G20\nG91\nF10\nM3\nG1 X1\nG1 Y1\nM5\nM30\nG1 X999", width=100, height=100)
    assert run.cut_mm == pytest.approx(2 * 25.4) and run.seconds == pytest.approx(2 / 10 * 60)
    assert LineString([p[:2] for p in run.path]).length == pytest.approx(2 * 25.4)


@settings(deadline=None, max_examples=200)
@given(text=st.text(alphabet="GMXYIJFP0123456789.- \n()%;", max_size=120))
def test_rubbish_never_falls_over(text):
    try:
        run = simulate(text, width=500, height=500)
    except InputError as error:
        assert error.sentence
    else:
        assert math.isfinite(run.seconds)


def _nest(outlines, places, kerf=2.0):
    """Parts of those outlines at those places on a sheet of 600 by 400, and what the table makes of it."""
    parts = [{"id": k, "qty": sum(p[0] == k for p in places), "outline": o} for k, o in outlines.items()]
    ask = {"kerf": kerf, "sheets": [{"id": "s", "width": 600, "height": 400}], "parts": parts}
    problem = SheetProblem.model_validate(ask)
    placed = [Placement(part=k, sheet="s", sheet_index=0, x=x, y=y, rotation_deg=0) for k, x, y in places]
    plan = SheetPlan(placements=placed, cost=1, max_x=0, utilisation=0, strip_density=0, lower_bound=1)
    true = {k: Outline(outer=Ring.polygon(o)) for k, o in outlines.items()}
    return lambda common: sheet_on_table(
        problem, plan, true, "s#0", TableSettings(kerf_mm=kerf, common_line=common), "x"
    )


BOX = [(0, 0), (100, 0), (100, 60), (0, 60)]


def test_a_shared_edge_is_cut_once():
    """Three boxes side by side, a kerf apart: two edges of 60 and their kerf corners are cut once instead of twice."""
    table = _nest({"b": BOX}, [("b", 50, 50), ("b", 152, 50), ("b", 254, 50)])
    once, twice = table(True), table(False)
    assert twice.run.faults == [] and once.run.faults == []
    saved = twice.run.cut_mm - once.run.cut_mm
    assert saved == pytest.approx(2 * 60, abs=8)
    assert {c.part for c in once.plan.contours} == {"b"}


def test_a_grid_shares_edges_both_ways_and_every_part_still_comes_out():
    places = [("b", 50 + 102 * i, 50 + 62 * k) for i in range(3) for k in range(3)]
    table = _nest({"b": BOX}, places)
    once, twice = table(True), table(False)
    assert once.run.faults == []
    # by hand: four lines of 3 x 60 and four of 3 x 100, with a kerf at each crossing; the one in the middle has no
    # scrap beside
    # it, and comes out only because its neighbours' cuts are there
    assert once.run.cut_mm == pytest.approx(4 * 186 + 4 * 306, rel=0.04)
    assert once.plan.troubles == [] and "no room for a pierce" in twice.plan.troubles[0]
    cuts = unary_union([LineString(points_of(c)).buffer(1.02) for c in once.plan.contours])
    for k, x, y in places:
        edge = shapely.box(x - 1, y - 1, x + 101, y + 61).exterior
        assert cuts.covers(edge), (k, x, y)


def test_parts_that_stand_apart_share_nothing():
    table = _nest({"b": BOX}, [("b", 50, 50), ("b", 160, 50)])
    assert table(True).program == table(False).program
