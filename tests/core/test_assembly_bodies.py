"""Bodies of parts: closed, as heavy as the part, and in place; what is seen of them, by looking along every ray."""

import math
from itertools import pairwise

import numpy as np
import pytest
from hypothesis import given, settings
from hypothesis import strategies as st

from tests.core.assembled import bar, enclosed, plate, ready, row, side, solid
from tests.core.assembled import place as at
from tests.core.test_plate_families import mm
from tests.core.test_twins import part
from yorvek.core.assemblies.placing import SIDES, bodies_of
from yorvek.core.assemblies.seen import TO_EYE, seen
from yorvek.core.assemblies.worked import standing
from yorvek.core.materials import material
from yorvek.core.parts import part_geometry

TUBE, BOX, ANGLE, ROD = "CHS 48.3×3.2", "RHS 120×60×4 hot", "L 60×60×6", "RD 20"
BENT = {"family": "bent", "width": mm("80"), "thickness": mm("6"), "first_leg": mm("60"),
        "bends": [{"turn": mm("90"), "leg": mm("90")}, {"turn": mm("-45"), "leg": mm("50")}]}  # fmt: skip
HOOK = {"first_leg": mm("300"), "bends": [{"turn": mm("90"), "leg": mm("200"), "radius": mm("150")}]}
SADDLE = {"left_shape": {"kind": "saddle", "size": mm("88.9")}}
BODIES = {
    "plate": plate("P1", 200, 120, 10),
    "drilled": part({"family": "lug", "width": mm("112"), "height": mm("60"), "hole": mm("26"), "thickness": mm("8")}),
    "bent": part(BENT),
    "tube": bar("B1", TUBE, 700),
    "mitred": bar("B1", BOX, 900, left_end=mm("30"), right_end=mm("-45")),
    "angle": bar("B1", ANGLE, 500, left_end=mm("-20")),
}


def density(p):
    return material(p.material_id).density_kg_m3 * 1e-9


@pytest.mark.parametrize("name", BODIES)
def test_a_body_is_closed_and_as_heavy_as_its_part(name):
    p = BODIES[name]
    body, g = solid(p), part_geometry(p)
    volume, middle = enclosed(body.faces)
    # a bent plate keeps its length along a line that is not its middle; a round is drawn with twenty corners
    near = {"bent": 0.02, "tube": 0.018}.get(name, 0.004)
    assert volume * density(p) == pytest.approx(g.mass_kg, rel=near)
    assert middle == pytest.approx(body.middle, abs=0.3)
    area = sum((f.out * _area(f) for f in body.faces), np.zeros(3))
    assert area == pytest.approx(np.zeros(3), abs=1e-6 * max(body.size) ** 2), "what is closed looks out evenly"


def _area(face):
    def flat(ring):
        total = sum((np.cross(a - ring[0], b - ring[0]) for a, b in pairwise(ring[1:])), np.zeros(3))
        return float(np.linalg.norm(total)) / 2

    return flat(face.rings[0]) - sum(flat(r) for r in face.rings[1:])


def test_a_bar_that_is_bent_is_swept_closed_about_its_middle():
    p = bar("B1", ROD, None, **HOOK)
    body, g = solid(p), part_geometry(p)
    volume, middle = enclosed(body.faces)
    assert volume * density(p) == pytest.approx(g.mass_kg, rel=0.02) and not body.prisms
    assert middle == pytest.approx(body.middle, abs=3)
    assert body.size[:2] == pytest.approx([300, 200], abs=0.2), "legs to the outside of the bend"
    assert body.size[2] == pytest.approx(20, abs=0.1)


def test_a_saddle_lies_on_the_tube_it_sits_on():
    p = bar("B1", TUBE, 400, **SADDLE)
    ends = np.vstack([solid(p).edges.a, solid(p).edges.b])
    near = ends[ends[:, 0] < 60] - [0, 48.3 / 2, 48.3 / 2]
    outer = near[np.hypot(near[:, 1], near[:, 2]) > 24]
    # the tube's axis is along z, so far left of the bar that what reaches furthest touches its side
    reach = outer[:, 0] + math.sqrt(44.45**2 - (48.3 / 2) ** 2)
    assert np.hypot(reach, outer[:, 2]) == pytest.approx(np.full(len(reach), 44.45), abs=0.1)


def test_notches_holes_and_what_is_known_by_figures_alone_are_said():
    notched = bar("B1", BOX, 500, right_shape={"kind": "notch", "size": mm("30"), "width": mm("40")})
    assert solid(notched).notes == ("the notch of its right end is not drawn",)
    drilled = part(BENT | {"first_leg": mm("100")}, features=[_hole()])
    assert solid(drilled).notes == ("its holes are not drawn once it is bent",)
    holed = bar("B1", BOX, 500).model_copy(update={"features": drilled.features})
    assert solid(holed).notes == ("its holes are not drawn",)


def _hole():
    return {"kind": "hole", "x": mm("40"), "y": mm("30"), "size": mm("11")}


@settings(max_examples=60, deadline=None)
@given(st.sampled_from(list(SIDES)), st.sampled_from(list(SIDES)), st.sampled_from([0, 90, 180, 270, 33]), st.data())
def test_a_side_lies_against_a_side_however_both_are_turned(onto_side, own, turn, data):
    moves = data.draw(st.tuples(st.integers(-80, 80), st.integers(-80, 80), st.integers(0, 30)))
    starts = data.draw(st.tuples(st.sampled_from(["low", "high"]), st.sampled_from(["low", "high"])))
    twist = data.draw(st.tuples(*[st.integers(-180, 180)] * 3))
    stands = side("a", onto_side, own, along=moves[0], across=moves[1], gap=moves[2], turn=turn,
                  along_from=starts[0], across_from=starts[1])  # fmt: skip
    rows = [row("a", 1, at(10, -20, 30, twist)), row("b", 2, stands)]
    found = ready({1: bar("B1", BOX, 500), 2: plate("P1", 90, 70, 12)}, rows)
    (a, b), trouble = bodies_of(found.spec, {k: solid(p) for k, (p, _) in found.parts.items()}, {})
    assert not trouble and float(np.linalg.det(b.frame.turn)) == pytest.approx(1)
    axis, end, along, across = SIDES[onto_side]
    mine, my_end, _, _ = SIDES[own]
    # in the axes of what it stands against, so that nothing of how that is turned is used again
    corners = a.frame.own(b.frame.points(np.array(np.meshgrid(*[(0, v) for v in b.solid.size])).reshape(3, -1).T))
    out = corners[:, axis] - (a.solid.size[axis] if end > 0 else 0)
    assert min(out * end) == pytest.approx(moves[2], abs=1e-9)
    assert b.frame.turn[:, mine] * my_end == pytest.approx(-a.frame.turn[:, axis] * end)
    for way, start, move in ((along, starts[0], moves[0]), (across, starts[1], moves[1])):
        low, high = corners[:, way].min(), corners[:, way].max()
        assert (low if start == "low" else a.solid.size[way] - high) == pytest.approx(move, abs=1e-9)


def test_a_row_follows_and_each_of_it_carries_one():
    rows = [
        row("rail", 1, at()),
        row("slat", 2, side("rail", "front", "left", along=100, along_from="low"), count=3, every=200),
        row("cap", 3, side("slat", "right", "back", each=True)),
        row("one", 3, side("slat", "top", "back")),
    ]
    found = ready({1: bar("R1", BOX, 900), 2: bar("C1", BOX, 300), 3: plate("P1", 60, 40, 5)}, rows)
    bodies = standing(found).bodies
    names = [b.name for b in bodies]
    assert names == ["rail", "slat (1)", "slat (2)", "slat (3)", "cap (1)", "cap (2)", "cap (3)", "one"]
    slats = np.array([b.frame.points(b.solid.size[None, :] / 2)[0] for b in bodies[1:4]])
    assert np.diff(slats, axis=0) == pytest.approx(np.array([[200, 0, 0]] * 2), abs=1e-9)
    # the slat's depth of 120 lies along the rail
    assert slats[0] == pytest.approx([160, 60, 60 + 150], abs=1e-9)


SCENE = {1: bar("B1", BOX, 400, left_end=mm("35")), 2: plate("P1", 200, 150, 12), 3: bar("T1", TUBE, 300),
         4: bar("L1", ANGLE, 250)}  # fmt: skip


@settings(max_examples=6, deadline=None)
@given(st.lists(st.tuples(st.sampled_from(sorted(SCENE)), *[st.integers(-200, 200)] * 3, *[st.integers(-180, 180)] * 3),
                min_size=2, max_size=5), st.sampled_from(sorted(TO_EYE)))  # fmt: skip
def test_what_is_seen_is_what_no_ray_to_the_eye_meets_anything_before(drawn, view):
    rows = [row(f"r{k}", n, at(x, y, z, (a, b, c))) for k, (n, x, y, z, a, b, c) in enumerate(drawn)]
    bodies = standing(ready(SCENE, rows)).bodies
    found, eye = seen(bodies, view), TO_EYE[view]
    faces = [((b.frame.points(f.rings[0]) @ eye.T), [b.frame.points(r) @ eye.T for r in f.rings[1:]])
             for b in bodies for f in b.solid.faces]  # fmt: skip
    rng = np.random.default_rng(7)
    wrong = tried = 0
    for k, b in enumerate(bodies):
        e = b.solid.edges
        sharp = np.nonzero(e.sharp)[0]
        for i in rng.choice(sharp, size=min(16, len(sharp)), replace=False):
            t = rng.uniform(0.05, 0.95)
            point = b.frame.points((e.a[i] + t * (e.b[i] - e.a[i]))[None, :])[0] @ eye.T
            before = [_before(point, *f) for f in faces]
            if any(x is None for x in before):
                continue  # too near an edge of something to say
            tried += 1
            mine = found.lines[found.body == k]
            wrong += (not any(before)) != _on_a_line(point[:2], mine)
    assert tried > 10 or len(bodies) < 3
    assert wrong == 0


def _before(point, outer, holes):
    """Whether a face is before a point; None where it is too near its rim, or on it."""
    normal = sum((np.cross(a - outer[0], b - outer[0]) for a, b in pairwise(outer[1:])), np.zeros(3))
    if abs(normal[2]) < 1e-4 * np.linalg.norm(normal):
        near = _rim(point[:2], outer) < 0.4 and point[2] < outer[:, 2].max() + 0.4
        return None if near else False
    depth = outer[0, 2] - ((point[:2] - outer[0, :2]) @ normal[:2]) / normal[2]
    if depth < point[2] - 0.2:
        return False
    if min(_rim(point[:2], r) for r in [outer, *holes]) < 0.4:
        return None if depth > point[2] + 0.2 else False
    inside = _inside(point[:2], outer) and not any(_inside(point[:2], h) for h in holes)
    if not inside:
        return False
    return None if depth < point[2] + 0.2 else True


def _inside(p, ring):
    """By how often a ray to the right crosses the ring."""
    odd = False
    for a, b in zip(ring, np.roll(ring, -1, axis=0), strict=True):
        if (a[1] > p[1]) != (b[1] > p[1]) and p[0] < a[0] + (p[1] - a[1]) * (b[0] - a[0]) / (b[1] - a[1]):
            odd = not odd
    return odd


def _rim(p, ring):
    return min(_away(p, a[:2], b[:2]) for a, b in zip(ring, np.roll(ring, -1, axis=0), strict=True))


def _away(p, a, b):
    way = b - a
    size = float(way @ way)
    t = 0.0 if size == 0 else min(1.0, max(0.0, float((p - a) @ way) / size))
    return float(np.hypot(*(a + t * way - p)))


def _on_a_line(p, lines):
    return any(_away(p, a, b) < 0.1 for a, b in lines)
