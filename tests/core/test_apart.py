"""The separating search, held against shapely: collisions, poles, outlines with fewer corners, layouts drawn apart."""

import math

import numpy as np
import shapely
from hypothesis import given, settings
from hypothesis import strategies as st
from shapely import Polygon, affinity

from tests.verifiers import check_sheets
from yorvek.core.cutting.sheets import SheetProblem, solve_sheets
from yorvek.core.cutting.sheets.apart import Apart, Kinds, fewer_corners
from yorvek.core.cutting.sheets.collide import MOST_POLES, find_poles, overlap, put
from yorvek.core.cutting.sheets.local import LocalSearch
from yorvek.core.cutting.sheets.plan import placements_of
from yorvek.core.cutting.sheets.prepare import prepare
from yorvek.core.cutting.sheets.rows import edges_of
from yorvek.core.cutting.sheets.verify import measures


@st.composite
def star(draw):
    """A star-shaped polygon about the origin, sometimes with an opening."""
    n = draw(st.integers(3, 12))
    radii = draw(st.lists(st.floats(20, 100), min_size=n, max_size=n))
    ring = [(r * math.cos(2 * math.pi * k / n), r * math.sin(2 * math.pi * k / n)) for k, r in enumerate(radii)]
    shape = Polygon(ring)
    hole = draw(st.booleans())
    inner = shape.buffer(-8)
    if hole and isinstance(inner, Polygon) and inner.area > 100:
        shape = shape.difference(inner)
    return shapely.geometry.polygon.orient(shape)


def laid(shape, angle, x, y):
    """Edges, poles and box of a shape put somewhere."""
    edges = edges_of(shape)
    poles = np.zeros((MOST_POLES, 3))
    count = find_poles(edges, shape.area, poles)
    out_e, out_p, box = np.zeros_like(edges), np.zeros((count, 3)), np.zeros(4)
    put(angle, x, y, edges, 0, len(edges), poles, 0, count, out_e, 0, out_p, 0, box)
    return out_e, out_p, box


def measured(a, b):
    hits = np.zeros(max(len(a[0]), len(b[0])), np.int64)
    return overlap(
        a[0], 0, len(a[0]), a[1], 0, len(a[1]), a[2], b[0], 0, len(b[0]), b[1], 0, len(b[1]), b[2], 2.0, 1.0, hits
    )


@settings(deadline=None, max_examples=150)
@given(a=star(), b=star(), angle=st.floats(-3, 3), x=st.floats(-180, 180), y=st.floats(-180, 180))
def test_a_collision_is_one_for_shapely_too(a, b, angle, x, y):
    turned = affinity.translate(affinity.rotate(b, angle, origin=(0, 0), use_radians=True), x, y)
    common = a.intersection(turned).area
    value = measured(laid(a, 0.0, 0.0, 0.0), laid(b, angle, x, y))
    if common > 1e-3:
        assert value > 0
    elif a.distance(turned) > 1e-6:
        assert value == 0


@settings(deadline=None, max_examples=60)
@given(shape=star())
def test_poles_stand_in_the_metal_and_apart(shape):
    poles = np.zeros((MOST_POLES, 3))
    count = find_poles(edges_of(shape), shape.area, poles)
    assert count >= 1
    for x, y, r in poles[:count]:
        assert shape.buffer(1e-6).covers(shapely.Point(x, y).buffer(r * 0.999))
    for k in range(count):
        for m in range(k):
            assert math.dist(poles[k, :2], poles[m, :2]) >= poles[k, 2] + poles[m, 2] - 1e-6


@settings(deadline=None, max_examples=60)
@given(shape=star(), most=st.floats(0.01, 2.0))
def test_fewer_corners_only_add_metal_and_little(shape, most):
    ring = shapely.get_coordinates(shape.exterior)[:-1]
    fewer = Polygon(fewer_corners(ring, most))
    full = Polygon(ring)
    assert len(fewer.exterior.coords) <= len(full.exterior.coords)
    if fewer.is_valid:
        assert fewer.buffer(1e-6).covers(full)


@settings(deadline=None, max_examples=40)
@given(shape=star(), far=st.floats(1, 60))
def test_the_measure_falls_as_pieces_draw_apart(shape, far):
    """Along the line between their middles, from on top of each other outwards."""
    near, away = (measured(laid(shape, 0.0, 0.0, 0.0), laid(shape, 0.3, d, 0.0)) for d in (1.0, 1.0 + 2 * far + 120))
    assert near > away


def problem(qty=12, **more):
    """Triangles and rings on one strip, free and fixed."""
    parts = [
        {"id": "t", "qty": qty, "outline": [(0, 0), (90, 0), (0, 70)], "rotations": [0, 90, 180, 270]},
        {
            "id": "l",
            "qty": qty // 2,
            "outline": [(0, 0), (80, 0), (80, 25), (25, 25), (25, 80), (0, 80)],
            "rotations": "free",
        },
    ]
    return SheetProblem.model_validate(
        {
            "sheets": [{"id": "s", "width": 1500, "height": 260, "qty": 1}],
            "parts": parts,
            "part_gap": 2,
            "meta": {"strip": True},
            **more,
        }
    )


def test_pieces_on_top_of_each_other_are_drawn_apart():
    asked = problem()
    data = prepare(asked)
    search = LocalSearch(data, data.containers, np.random.default_rng(3))
    apart = Apart(data, Kinds(data), data.containers, np.random.default_rng(3))
    apart.load(search.start())
    n = apart.movable
    apart.X[:n], apart.Y[:n] = 700.0, 130.0
    assert apart.settle() > 0
    assert apart.separate(200, lambda: True)
    plan = solve_sheets(asked, evaluations=1)
    check_sheets(asked, plan.model_copy(update={"placements": apart.placements()}))


def test_it_is_never_worse_than_the_construction_it_starts_from():
    asked = problem()
    data = prepare(asked)
    gained = []
    for seed in (1, 2, 3):
        search = LocalSearch(data, data.containers, np.random.default_rng(seed))
        built = measures(asked, placements_of(data, data.containers, search.start()))
        plan = solve_sheets(asked, evaluations=200, seed=seed)
        assert plan.strip_density >= built.strip_density
        gained.append(plan.strip_density / built.strip_density)
    assert max(gained) > 1.02  # and worth its time
    assert solve_sheets(asked, evaluations=200, seed=3).placements == plan.placements
