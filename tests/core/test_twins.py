"""Twins: the other hand of a part, and parts made from another with a change; against geometry of its own in space."""

import io
import itertools
import math

import numpy as np
import pypdf
import pytest
from shapely import Point, Polygon

from tests.core.jobs import worked
from tests.core.test_bent_bars import bar as bent_bar
from tests.core.test_jobs import plain_job
from tests.core.test_plate_families import bend, hole, mm, spec
from yorvek.core.errors import InputError
from yorvek.core.files.jobfile import FilePart, in_order
from yorvek.core.files.labels import labels_pdf
from yorvek.core.jobs.cutting import worked_parts
from yorvek.core.jobs.flats import flat_choice
from yorvek.core.jobs.holes import holes_check
from yorvek.core.jobs.state import followed
from yorvek.core.outlines import area_mm2, ring_points
from yorvek.core.outlines.width import middle_of
from yorvek.core.parts import PartSpec
from yorvek.core.quantities.entry import resolve
from yorvek.core.records.part import PART

SQUARE = "SHS 60×60×4 hot"


def part(shape, mark="P1", **more):
    body = {"mark": mark, "material_id": "S355", **more, "shape": shape}
    return resolve(PartSpec.model_validate(body), {})


def twin(mark="P2", of=1, **more):
    own = {k: more.pop(k) for k in ("qty", "hand", "features", "material_id", "module", "process") if k in more}
    return part({"family": "twin", "of": of, **more}, mark, **{"material_id": "", **own})


def straight(*features, section=SQUARE, length=1000, **more):
    return part({"family": "bar", "section_id": section, "length": mm(length), **more}, features=list(features))


def job(*parts, **more):
    return plain_job(parts=dict(enumerate(parts, 1)), **more)


def made(*parts):
    """All of them, worked out."""
    found = worked_parts(job(*parts))
    for w in found.values():
        assert w.trouble is None, w.trouble
    return [w.geometry for w in found.values()]


def refused(*parts):
    (trouble,) = [w.trouble for w in worked_parts(job(*parts)).values() if w.trouble]
    return trouble


def folded(g):
    """Middles of a bent plate's openings in space: the flat turned about each bend line, sharp, by its turn, mm."""
    out = []
    for ring in g.outline.openings:
        x, y = middle_of(ring)
        at, along, before = np.zeros(2), np.array([1.0, 0.0]), 0.0
        for b in g.bends:
            if x < b.x1:
                break
            at, before = at + along * (b.x1 - before), b.x1
            a = math.radians(b.turn_deg)
            along = np.array([[math.cos(a), -math.sin(a)], [math.sin(a), math.cos(a)]]) @ along
        out.append([*(at + along * (x - before)), y])
    return np.array(out)


FACE = {"front": (0, 1), "back": (0, -1), "top": (1, 0), "bottom": (-1, 0)}


def on_faces(g, deep, wide):
    """Middles of a straight bar's openings on its faces in space; a level face counts from the back."""
    out = []
    for f in g.faces:
        for ring in f.openings:
            x, y = middle_of(ring)
            up, front = FACE[f.face]
            out.append((x, up * deep / 2 or y - deep / 2, front * wide / 2 or y - wide / 2))
    return out


def is_mirror_image(one, other):
    """The same distances between all points, and the other way about: seen from the first, the other three run round
    the other way.
    """
    far = [[math.dist(a, b) for a, b in itertools.combinations(points, 2)] for points in (one, other)]
    assert np.allclose(*far, atol=2e-3), far
    turn = [np.linalg.det(points[1:4] - points[0]) for points in (one, other)]
    assert abs(turn[0]) > 1.0, "they lie in a plane: nothing is shown"
    return bool(np.isclose(turn[0], -turn[1], rtol=1e-4))


BRACKET = [hole(20, 30, leg=1), hole(40, 80, leg=1), hole(25, 20, leg=2), hole(30, 35, leg=3)]


def test_a_bent_plates_other_hand_is_its_mirror_image():
    first = spec("bent", BRACKET, "S355", first_leg=70, bends=[bend(90, 80), bend(-60, 60)], thickness=5, width=100)
    one, other = made(first, twin())
    assert is_mirror_image(folded(one), folded(other))
    assert not is_mirror_image(folded(one), folded(one))
    assert other.mass_kg == pytest.approx(one.mass_kg) and other.notes[0] == f"as {first.mark}, mirrored"
    assert [(b.x1, b.turn_deg) for b in other.bends] == [(b.x1, b.turn_deg) for b in one.bends]
    assert [v.outline for v in other.views] == [v.outline for v in one.views], "from its end both look alike"


@pytest.mark.parametrize(("section", "size", "wide"), [(SQUARE, 60.0, 60.0), ("RHS 80×40×4 hot", 80.0, 40.0)])
def test_a_straight_bars_other_hand_is_its_mirror_image(section, size, wide):
    holes = [
        hole(200, size / 2, through=False), hole(350, size / 2, face="back", through=False),
        hole(500, 20, face="top", through=False), hole(720, size / 2 - 8),
    ]  # fmt: skip
    one, other = made(straight(*holes, section=section, left_end=mm(30), right_end=mm(-10)), twin())
    a = np.array(sorted(on_faces(one, size, wide)))
    b = np.array(sorted(on_faces(other, size, wide), key=lambda p: (round(1000 - p[0], 3), *p[1:])))
    assert is_mirror_image(a, b)
    ends = [[(round(v.x, 6), v.y) for v in g.outline.outer.vertices] for g in (one, other)]
    assert np.allclose(sorted((1000 - x, y) for x, y in ends[0]), sorted(ends[1]))
    assert other.notes[0] == "as P1, mirrored"


def run(shape):
    """The corners of a bent bar in space: each leg's direction is turned about an axis square to it and to the plane of
    the bend; along x at first, y up, z towards you.
    """
    at, frame = np.zeros(3), np.eye(3)
    out = [at]
    for leg, b in itertools.zip_longest([shape.first_leg, *(b.leg for b in shape.bends)], shape.bends):
        at = at + frame[0] * leg.value
        out.append(at)
        if b is not None:
            r, a = math.radians(b.roll.value if b.roll else 0.0), math.radians(b.turn.value)
            axis = np.cross(frame[0], math.cos(r) * frame[1] + math.sin(r) * frame[2])
            frame = np.array([v * math.cos(a) + np.cross(axis, v) * math.sin(a)
                              + axis * (axis @ v) * (1 - math.cos(a)) for v in frame])  # fmt: skip
    return np.array(out)


def test_a_bent_bars_other_hand_is_its_mirror_image_and_keeps_its_legs():
    first = bent_bar("CHS 33.7×3.2", 300, bend(60, 250), bend(-45, 400, roll=90), bend(80, 200, roll=20))
    state = job(first, twin())
    other = followed(state, state.parts[2])
    one, two = run(first.shape), run(other.shape)
    assert is_mirror_image(one, two)
    assert [b.leg for b in other.shape.bends] == [b.leg for b in first.shape.bends]
    a, b = made(first, twin())
    assert b.length_mm == pytest.approx(a.length_mm) and b.notes[0].endswith(", mirrored")


def test_a_flat_bent_the_easy_way_goes_to_the_other_side():
    first = bent_bar("FL 50×6", 200, bend(90, 150, radius=30), features=[hole(40, 12)])
    state = job(first, twin())
    other = followed(state, state.parts[2])
    assert [b.roll.value for b in other.shape.bends] == [-90.0] and first.shape.bends[0].roll is None
    saddled = bent_bar(
        "CHS 33.7×3.2", 300, bend(60, 250), left_shape={"kind": "saddle", "size": mm(60), "offset": mm(5)}
    )
    state = job(saddled, twin())
    assert followed(state, state.parts[2]).shape.left_shape.offset.value == -5
    faced = bent_bar(SQUARE, 400, bend(90, 400, radius=200), features=[hole(60, 20, face="top", through=False)])
    state = job(faced, twin())
    (drilled,) = followed(state, state.parts[2]).features
    assert (drilled.face, drilled.x.value, drilled.y.value) == ("top", 60, 40)


PATTERNS = [
    {"pattern": "once"},
    {"pattern": "row", "count": 3, "pitch": mm(30), "turn": mm(20)},
    {"pattern": "grid", "across": 3, "up": 2, "pitch_across": mm(30), "pitch_up": mm(40)},
    {"pattern": "circle", "count": 5, "diameter": mm(70), "first": mm(10)},
]


@pytest.mark.parametrize("pattern", PATTERNS, ids=lambda p: p["pattern"])
@pytest.mark.parametrize("bends", [[], [bend(90, 90)]], ids=["left for right", "top for bottom"])
def test_every_pattern_is_mirrored_hole_by_hole(pattern, bends):
    slot = {"kind": "slot", "size": mm(8), "length": mm(20), "turn": mm(25), "x": mm(90), "y": mm(60)}
    feature = {**slot, "pattern": pattern}
    if bends:
        first = spec("bent", [feature], "S355", first_leg=300, bends=bends, thickness=5, width=160)
    else:
        first = spec("rectangle", [feature], "S355", width=300, height=160, thickness=8)
    one, other = made(first, twin())
    w, h = one.width_mm, one.height_mm
    expected = [Polygon([(x, h - y) if bends else (w - x, y) for x, y in ring_points(r)]) for r in one.outline.openings]
    found = [Polygon(ring_points(r)) for r in other.outline.openings]
    for a in expected:
        assert max(a.intersection(b).area for b in found) == pytest.approx(a.area, rel=2e-3)


def test_what_is_flat_is_its_own_other_hand_and_what_is_sunk_is_not():
    flat = spec("gusset", [hole(60, 40)], "S355", leg_x=200, leg_y=150, thickness=8, nose=15, root_clip=12)
    _, other = made(flat, twin())
    assert "its own other hand" in other.notes[0]
    sunk = {"kind": "countersunk", "size": mm(9), "sink": mm(18), "x": mm(60), "y": mm(40)}
    _, other = made(flat.model_copy(update={"features": spec("rectangle", [sunk], width=99, height=99,
                                                             thickness=9).features}), twin())  # fmt: skip
    assert other.notes[0].endswith(", mirrored")
    for bar, alike in [
        (straight(), True),
        (straight(hole(100, 30)), True),
        (straight(hole(100, 30, through=False)), False),
        (straight(hole(100, 30, face="top")), False),
        (straight(section="UPN 100", left_end=mm(20)), False),
        (straight(left_shape={"kind": "saddle", "size": mm(76.1), "offset": mm(6)}, section="CHS 33.7×3.2"), False),
    ]:
        assert ("its own other hand" in made(bar, twin())[1].notes[0]) == alike, bar


def test_it_follows_what_changes_and_has_its_own_after_that():
    first = spec("rectangle", [hole(30, 40)], "S355", width=300, height=160, thickness=8)
    own = twin(features=[hole(30, 120)], material_id="S235", thickness=mm(10))
    _, other = made(first, own)
    assert [middle_of(r) for r in other.outline.openings] == [pytest.approx((270, 40)), pytest.approx((30, 120))]
    assert (other.material_id, other.thickness_mm) == ("S235", 10)
    assert other.openings_asked == ["of.features.0.x", "features.0.x"]
    wider = first.model_copy(update={"shape": spec("rectangle", width=340, height=160, thickness=8).shape})
    assert middle_of(made(wider, own)[1].outline.openings[0]) == pytest.approx((310, 40))
    bare = made(first, twin(bare=True, features=[hole(30, 120)]))[1]
    assert [middle_of(r) for r in bare.outline.openings] == [pytest.approx((30, 120))]
    same = made(first, twin(mirrored=False))[1]
    assert same.outline == made(first)[0].outline and same.notes[0] == f"as {first.mark}"
    assert {d.asked for d in same.dimensions} <= {"of.width", "of.height", "of.features.0.x", "of.features.0.y"}


@pytest.mark.parametrize("change", [{"material_id": "6061-T6"}, {"thickness": mm(8)}], ids=["metal", "thickness"])
@pytest.mark.parametrize("mirrored", [True, False])
def test_in_another_metal_or_thickness_holes_stay_where_their_legs_have_them(change, mirrored):
    """Another metal has another usual radius, and so another flat: as the same plate drawn by itself."""
    sizes = {"first_leg": 100, "bends": [bend(90, 120), bend(-60, 100)], "width": 100}
    holes = [hole(20, 30, leg=1), hole(60, 20, leg=2), hole(60, 35, leg=3)]
    first = spec("bent", holes, "S355", thickness=5, **sizes)
    own = spec("bent", holes, change.get("material_id", "S355"), thickness=8 if "thickness" in change else 5, **sizes)
    (alone,) = made(own)
    other = made(first, twin(mirrored=mirrored, **change))[1]
    assert other.width_mm == pytest.approx(alone.width_mm) and other.width_mm != pytest.approx(made(first)[0].width_mm)
    places = [(x, 100 - y) if mirrored else (x, y) for x, y in map(middle_of, alone.outline.openings)]
    assert [middle_of(r) for r in other.outline.openings] == [pytest.approx(p, abs=2e-3) for p in places]


@pytest.mark.parametrize("by", [15.0, -6.0])
def test_a_plate_is_larger_all_round_or_smaller(by):
    """A rectangle of 200 × 100 with corners of R10: straight sides and corners grow by as much (by hand)."""
    first = spec("rectangle", [hole(60, 40)], "S355", width=200, height=100, thickness=8, corner_radius=10)
    one, other = made(first, twin(grown=mm(by), mirrored=False))
    w, h, r = 200 + 2 * by, 100 + 2 * by, 10 + by
    holes = area_mm2(one.outline) - (200 * 100 - (4 - math.pi) * 100)
    assert area_mm2(other.outline) == pytest.approx(w * h - (4 - math.pi) * r * r + holes, rel=1e-4)
    assert (other.width_mm, other.height_mm) == pytest.approx((w, h), abs=0.02)
    assert middle_of(other.outline.openings[0]) == pytest.approx((60 + by, 40 + by), abs=0.02)
    assert len(other.outline.outer.vertices) <= 12, "lines and arcs, not chords"
    size = f"{abs(by):g} mm {'larger' if by > 0 else 'smaller'} all round"
    assert other.notes[0] == f"as {first.mark}, {size}"


DRAWN = {
    "gusset": {"leg_x": 200, "leg_y": 150, "thickness": 8, "nose": 15, "root_clip": 12},
    "base_plate": {"width": 200, "height": 120, "thickness": 12, "hole": 18, "edge": 30},
    "web": {"width": 600, "height": 150, "hole": 100, "holes": 4, "thickness": 6},
    "bent": {"first_leg": 70, "bends": [bend(90, 80), bend(-60, 60)], "thickness": 5, "width": 100},
    "tray": {"length": 300, "width": 200, "height": 40, "thickness": 2},
}


@pytest.mark.parametrize("family", DRAWN)
def test_what_is_drawn_beside_it_is_mirrored_with_it(family):
    """Each dimension lies over the mirrored metal where the first one's lay over its own, its line on the same side."""
    one, other = made(spec(family, (), "S355", **DRAWN[family]), twin())
    w, h = one.width_mm, one.height_mm
    up = family == "bent"

    def over(line):
        ends = sorted([(line.x1, line.y1), (line.x2, line.y2)])
        return [(x, h - y) if up else (w - x, y) for x, y in ends]

    def aside(line):
        """The middle of where a dimension's line is drawn."""
        along = np.array([line.x2 - line.x1, line.y2 - line.y1])
        left = np.array([-along[1], along[0]]) / np.hypot(*along)
        return np.array([line.x1 + line.x2, line.y1 + line.y2]) / 2 + left * line.offset_mm

    # the first two say how wide and how high all of it is
    first, own = one.dimensions[2:], other.dimensions[2:]
    assert first or one.bends, "nothing is drawn beside it"
    for a, b in zip(first, own, strict=True):
        assert sorted(over(a)) == [pytest.approx(p) for p in sorted([(b.x1, b.y1), (b.x2, b.y2)])]
        x, y = aside(a)
        assert aside(b) == pytest.approx((x, h - y) if up else (w - x, y))
        assert b.value_mm == a.value_mm
    for a, b in zip(one.bends, other.bends, strict=True):
        assert sorted(over(a)) == [pytest.approx(p) for p in sorted([(b.x1, b.y1), (b.x2, b.y2)])]


def test_points_of_a_gusset_are_cut_off_where_they_would_reach_too_far():
    sharp = spec("gusset", (), "S355", leg_x=400, leg_y=60, thickness=8, nose=0, root_clip=0)
    other = made(sharp, twin(grown=mm(10), mirrored=False))[1]
    edge = Polygon(ring_points(made(sharp)[0].outline.outer)).exterior
    far = max(edge.distance(Point(v.x - 10, v.y - 10)) for v in other.outline.outer.vertices)
    assert 25 < far < 33, "a point that would reach 130 mm is cut off at three times the growth"
    outer = Polygon(ring_points(other.outline.outer))
    assert outer.buffer(-9.9).area > Polygon(ring_points(made(sharp)[0].outline.outer)).area


def test_a_bar_is_longer_or_shorter():
    one, other = made(straight(hole(100, 30)), twin(grown=mm(-250)))
    assert (one.length_mm, other.length_mm) == (1000, 750)
    assert middle_of(other.faces[0].openings[0])[0] == 650
    assert other.notes[0].endswith("250 mm shorter") and other.faces[0].asked == ["of.features.0.x"]


PLATE = spec("rectangle", [hole(30, 40)], "S355", width=300, height=160, thickness=8)
BENT = spec("bent", BRACKET, "S355", first_leg=70, bends=[bend(90, 80), bend(-60, 60)], thickness=5, width=100)
WRONG = {
    "a part that is not there": ([PLATE, twin(of=9)], "the part it follows is gone"),
    "a twin of a twin": ([PLATE, twin(), twin("P3", of=2)], "no twin itself"),
    "of itself": ([PLATE, twin(of=2)], "no twin itself"),
    "a bent plate made larger": ([BENT, twin(grown=mm(5))], "its legs say its size"),
    "made smaller than nothing": ([PLATE, twin(grown=mm(-90))], "one whole plate"),
    "smaller than its holes allow": ([PLATE, twin(grown=mm(-25))], "openings that stay"),
    "a bar of another thickness": ([straight(), twin(thickness=mm(6))], "it follows a bar"),
    "a bar shorter than nothing": ([straight(), twin(grown=mm(-1000))], "something of its 1000 mm"),
    "a bent bar made longer": ([bent_bar("CHS 33.7×3.2", 300, bend(60, 250)), twin(grown=mm(9))], "by its legs"),
    "a hole into one of its own": ([PLATE, twin(features=[hole(268, 40)])], "features.0.x"),
    "too thick for its bends": ([BENT, twin(thickness=mm(40))], "shape.thickness: “70” was given; more than the 100"),
}


@pytest.mark.parametrize("name", WRONG)
def test_what_cannot_be_is_said_in_one_sentence(name):
    parts, words = WRONG[name]
    assert words in refused(*parts)


def test_the_hand_is_the_other_one_unless_it_is_said():
    lefts = [PLATE.model_copy(update={"hand": "left"}), twin(), twin("P3", mirrored=False), twin("P4", hand="left")]
    state = job(*lefts)
    assert [followed(state, p).hand for p in state.parts.values()] == ["left", "right", "", "left"]
    text = labels_pdf(state.job, worked(state), "mm")
    words = "".join(p.extract_text() for p in pypdf.PdfReader(io.BytesIO(text)).pages)
    assert "right" in words and "left" in words


def test_holes_of_a_twin_are_no_more_checked_than_those_of_the_part_that_it_follows():
    """A member's part has a hole that no check knows of; so has its other hand."""
    state = plain_job()
    number, member = next(iter(state.members.items()))
    shape = {"family": "bar", "member_id": number}
    first = part(shape, "P1", material_id="", features=[hole(300, 30, size=mm(10))])
    both = state.model_copy(update={"parts": {1: first, 2: twin()}})
    (check,) = holes_check(both, number, member)
    assert "P1 at" in check.not_checked and "P2 at" in check.not_checked


def test_a_twin_of_what_comes_off_flat_bar_comes_off_it_too():
    flat = spec("rectangle", (), "S355", width=200, height=80, thickness=8)
    flat = flat.model_copy(update={"shape": flat.shape.model_copy(update={"off_bar": True})})
    state = job(flat, twin())
    parts = worked_parts(state)
    assert parts[2].part.shape.off_bar and flat_choice(state, parts, 2, lambda p: None) is None


def test_a_file_puts_each_after_what_it_follows_and_keeps_the_order_else():
    items = [FilePart(id=n, spec=s) for n, s in ((5, twin("A", of=7)), (6, PLATE), (7, PLATE), (8, twin("B", of=6)))]
    assert [x.id for x in in_order(PART, items)] == [7, 5, 6, 8]
    circle = [FilePart(id=1, spec=twin("A", of=2)), FilePart(id=2, spec=twin("B", of=1))]
    with pytest.raises(InputError) as caught:
        in_order(PART, circle)
    assert "does not stand on it" in caught.value.sentence
    deep = [FilePart(id=n, spec=twin(f"A{n}", of=n + 1)) for n in range(1, 3000)]
    assert [x.id for x in in_order(PART, deep)] == list(range(2999, 0, -1))
