"""Boxes of plates: walls meet, tabs go into their slots with the play that is asked, and the metal adds up; against
offsets and overlaps that are worked out here, from the outlines as they are cut.
"""

import math

import pytest
from hypothesis import assume, given, settings
from hypothesis import strategies as st
from shapely import LineString, Point, Polygon
from shapely.affinity import affine_transform, scale

from tests.core.boxed import ELL, FOUR, NECK, box, wall
from tests.core.jobs import worked
from tests.core.test_plate_families import mm
from tests.core.test_twins import job, part
from tests.core.test_twins import twin as other_hand
from yorvek.core.errors import InputError
from yorvek.core.jobs.boxes import lots_of, walls_wanted
from yorvek.core.jobs.cutting import worked_parts
from yorvek.core.jobs.state import followed
from yorvek.core.outlines import ring_points
from yorvek.core.parts.geometry import part_geometry
from yorvek.core.parts.jig import Jig


def outline(geometry):
    o = geometry.outline
    return Polygon(ring_points(o.outer)), [Polygon(ring_points(r)) for r in o.openings]


def built(side, count):
    """A side, its slots, and each of its walls as cut."""
    made = worked_parts(job(side, *(wall(k + 1, f"W{k + 1}") for k in range(count))))
    for w in made.values():
        assert w.trouble is None, w.trouble
    first, *walls = (w.geometry for w in made.values())
    return outline(first), [outline(g)[0] for g in walls], first, walls


def closed(corners, inset, t):
    """The outer and the inner face of the walls, by offsets."""
    side = Polygon(corners)
    return [side.buffer(-by, join_style="mitre", mitre_limit=50) for by in (inset, inset + t)]


def standing(corners, k, lengths, inset, t):
    """Where a wall's outer face begins, along which way, and inward: it runs along the edge that is `inset` in, and its
    middle is found by its length from the end where it meets the one before."""
    ccw = Polygon(corners).exterior.is_ccw
    (ax, ay), (bx, by) = corners[k], corners[(k + 1) % len(corners)]
    long = math.hypot(bx - ax, by - ay)
    way = ((bx - ax) / long, (by - ay) / long)
    inward = (-way[1], way[0]) if ccw else (way[1], -way[0])
    outer, inner = closed(corners, inset, t)
    faces = []
    for z, face in ((inset, outer), (inset + t, inner)):
        line = LineString([(ax - 9e3 * way[0] + z * inward[0], ay - 9e3 * way[1] + z * inward[1]),
                           (bx + 9e3 * way[0] + z * inward[0], by + 9e3 * way[1] + z * inward[1])])  # fmt: skip
        ends = [p for p in face.exterior.coords[:-1] if line.distance(Point(p)) < 1e-6]
        along = sorted((p[0] - ax) * way[0] + (p[1] - ay) * way[1] for p in ends)
        near = [s for s in along if -inset * 60 - 60 <= s <= long + inset * 60 + 60]
        faces.append((min(near), max(near)))
    first, last = max(f[0] for f in faces), min(f[1] for f in faces)
    assert last - first == pytest.approx(lengths[k], abs=1e-6)
    return (ax + first * way[0] + inset * inward[0], ay + first * way[1] + inset * inward[1]), way, inward


def tabs_of(cut, long, width, side):
    """Where a wall's lower tabs stand along it, read from its outline."""
    low = cut.intersection(Polygon([(-1, 0), (long + 1, 0), (long + 1, side), (-1, side)]))
    pieces = [g for g in getattr(low, "geoms", [low]) if g.area > 1e-6]
    assert cut.bounds[3] == pytest.approx(width)
    return sorted((p.bounds[0], p.bounds[2]) for p in pieces)


def tried(corners, width=240, side=6.0, t=6.0, inset=6.0, tab=30.0, clearance=0.5):
    """Put it together, piece by piece, as it is cut."""
    spec = box(corners, width, side, wall=t, inset=inset, tab=tab, clearance=clearance)
    (plate, slots), cuts, first, walls = built(spec, len(corners))
    lengths = [g.width_mm for g in walls]
    x0, y0 = min(x for x, _ in corners), min(y for _, y in corners)
    moved = [(x - x0, y - y0) for x, y in corners]
    sections, taken = [], 0
    for k, cut in enumerate(cuts):
        start, way, inward = standing(moved, k, lengths, inset, t)
        place = [way[0], inward[0], way[1], inward[1], *start]
        sections.append(affine_transform(Polygon([(0, 0), (lengths[k], 0), (lengths[k], t), (0, t)]), place))
        if cut.bounds[3] > width - 2 * side + 1e-6:
            assert cut.symmetric_difference(scale(cut, yfact=-1, origin=(0, width / 2))).area < 1e-6
            for a, b in tabs_of(cut, lengths[k], width, side):
                tongue = affine_transform(Polygon([(a, 0), (b, 0), (b, t), (a, t)]), place)
                (slot,) = [s for s in slots if s.intersects(tongue)]
                assert slot.contains(tongue)
                play = slot.exterior.distance(tongue)
                assert play == pytest.approx(clearance, abs=1e-6)
                taken += 1
    assert taken == len(slots) == len(first.openings_asked)
    return plate, slots, cuts, sections, first, walls


def test_a_box_closes_edge_to_edge_and_every_tab_goes_into_its_slot():
    plate, slots, cuts, sections, first, walls = tried(ELL)
    for k, s in enumerate(sections):
        assert s.distance(sections[k - 1]) < 1e-6 and s.intersection(sections[k - 1]).area < 1e-6
    assert [round(g.width_mm, 1) for g in walls] == [476, 176, 234, 214, 236, 396]
    assert len(slots) == 4 + 2 + 2 + 2 + 2 + 3
    # nothing but what is told of it: two sides, the ring of the walls, grooves of t² at right angles
    outer, inner = closed(ELL, 6, 6)
    ring = outer.area - inner.area - 6 * 6**2
    shell = (2 * plate.area * 6 + ring * (240 - 12)) * 7850e-9
    tongues = sum(c.area - g.width_mm * 228 for c, g in zip(cuts, walls, strict=True)) * 6 * 7850e-9
    holes = 2 * sum(s.area for s in slots) * 6 * 7850e-9
    parts = 2 * first.mass_kg + sum(g.mass_kg for g in walls)
    assert parts == pytest.approx(shell + tongues - holes, rel=1e-9)
    assert f"closed it is {parts:.1f} kg" in first.notes
    seams = 6 * 228 + 2 * sum(g.width_mm for g in walls)
    assert f"seams {seams / 1000:.2f} m: 1.37 m where walls meet, 3.46 m along the sides" in first.notes


@st.composite
def stars(draw):
    """Corners about a middle, in either sense: turning outward and inward."""
    count = draw(st.integers(3, 28))
    turns = [360 / count * (k + draw(st.floats(-0.25, 0.25))) for k in range(count)]
    reach = [draw(st.floats(600, 1400)) for _ in range(count)]
    found = [(2000 + r * math.cos(math.radians(a)), 2000 + r * math.sin(math.radians(a))) for a, r in
             zip(turns, reach, strict=True)]  # fmt: skip
    corners = [(round(x, 2), round(y, 2)) for x, y in found]
    return corners if draw(st.booleans()) else corners[::-1]


@settings(max_examples=40, deadline=None)
@given(stars(), st.sampled_from([(6.0, 6.0, 6.0), (8.0, 5.0, 0.5), (3.0, 4.0, 12.0)]), st.sampled_from([0.0, 25.0]))
def test_whatever_its_corners_it_closes_or_is_refused_in_words(corners, sizes, tab):
    side, t, inset = sizes
    spec = box(corners, 300, side, wall=t, inset=inset + 0.5, clearance=0.5, **({"tab": tab} if tab else {}))
    try:
        part_geometry(spec)
    except InputError as error:
        assert error.field.startswith(("shape.corners", "shape.tab")), error
        assume(False)
    if not tab:
        (_, slots), cuts, _, walls = built(spec, len(corners))
        assert not slots
        assert [c.area for c in cuts] == pytest.approx([g.width_mm * (300 - 2 * side) for g in walls])
        return
    _, slots, _, sections, _, _ = tried(corners, 300, side, t, inset + 0.5, tab)
    for k, s in enumerate(sections):
        assert s.distance(sections[k - 1]) < 1e-5 and s.intersection(sections[k - 1]).area < 1e-2
    for k, s in enumerate(slots):
        assert all(s.distance(o) >= 3 * side - 1e-6 for o in slots[:k])


@pytest.mark.parametrize(("change", "words"), [
    ({"corners": [(0, 0), (100, 0), (0, 100), (100, 100)]}, "does not cross itself"),
    ({"corners": [(0, 0), (100, 0), (100, 0), (0, 100)]}, "a place of its own"),
    ({"corners": [(0, 0), (300, 0), (300, 8), (0, 8)]}, "more than its corners take of it"),
    ({"corners": NECK}, "two of them run into each other"),
    ({"width": 12}, "more than both sides, 12 mm"),
    ({"inset": 0.4, "tab": 30}, "more than its play, 0.5 mm"),
    ({"corners": [(0, 0), (900, 0), (0, 120)], "tab": 20}, "three thicknesses"),
    ({"bends": dict.fromkeys(range(6), 8)}, "does not come off the brake"),
    ({"corners": [(0, 0), (400, 0), (0, 150)], "bends": {1: 8}}, "turns 1 to 135 degrees; weld it"),
    ({"corners": [(0, 0), (200, 0), (400, 0), (400, 300), (0, 300)], "bends": {1: 8}}, "turns 1 to 135 degrees"),
    ({"bends": {1: 0.2}}, "no tool folds it sharper"),
    ({"bends": {1: 180}}, "more than its corners take of it"),
    ({"bends": {1: 8}, "material_id": "birch plywood"}, "a panel is not bent"),
])  # fmt: skip
def test_what_does_not_close_or_is_not_bent_so_is_refused(change, words):
    with pytest.raises(InputError) as refused:
        part_geometry(box(**change))
    assert words in refused.value.sentence


def test_in_inches_it_says_pounds_and_feet():
    metric, inch = (part_geometry(box(), unit).notes for unit in ("mm", "in"))
    kg, lb = (float(notes[2].split()[3]) for notes in (metric, inch))
    assert lb == pytest.approx(kg / 0.45359237, abs=0.15) and inch[2].endswith(" lb")
    assert inch[3] == "seams 15.9 ft: 4.5 ft where walls meet, 11.4 ft along the sides"


def test_a_short_wall_has_no_tab_and_a_thin_ledge_is_said():
    short = part_geometry(box([(0, 0), (400, 0), (400, 60), (0, 60)], tab=30))
    assert "too short for a tab: wall 2, 4" in short.notes and len(short.outline.openings) == 6
    thin = part_geometry(box(inset=3, tab=30))
    (said,) = thin.warned
    assert said.asked == "inset" and said.words == "only 2.5 of the side stays beyond its slots" and "3.5" in said.mend
    assert not part_geometry(box(inset=3.5, tab=30)).warned


def test_its_view_shows_every_wall_by_its_number():
    (view,) = part_geometry(box()).views
    assert [d.label for d in view.dimensions] == [f"{k}:" for k in range(1, 7)] and len(view.outline.openings) == 6
    assert [round(d.value_mm) for d in view.dimensions] == [476, 176, 234, 214, 236, 396]
    (view,) = part_geometry(box(FOUR, bends={1: 8, 2: 8})).views
    assert [d.label for d in view.dimensions] == ["1:", "1:", "1:", "2:"] and len(view.outline.openings) == 2
    walls = [Polygon(ring_points(o)) for o in view.outline.openings]
    assert all(w.is_valid and w.area > 6 * 270 for w in walls)


def test_walls_follow_the_side_and_say_what_is_wrong_with_it():
    made = worked_parts(job(box(), wall(2, module="deck"), wall(7, "D1-2")))
    assert made[2].geometry.material_id == "S355" and made[2].geometry.notes[-1] == "from wall 2 of D1"
    assert (
        made[3].trouble == "shape.number: “7” was given; needs 1 to 6: D1 has as many walls"
        or "1 to 6" in made[3].trouble
    )
    wider = worked_parts(job(box(width=300), wall(2)))
    assert (made[2].geometry.height_mm, wider[2].geometry.height_mm) == (228, 288)
    broken = worked_parts(job(box(width=12), wall(2)))
    assert "a box that closes" in broken[2].trouble and "more than both sides" in broken[2].trouble
    assert "the side of a box" in worked_parts(job(wall(1, "A", of=2), wall(1, "B", of=1)))[1].trouble
    assert worked_parts(job(box(), wall(2, material_id="S355")))[2].trouble is None
    other = worked_parts(job(box(), wall(2, material_id="6082-T6")))[2].trouble
    assert "6082-T6" in other and "that of the side D1, S355" in other
    mirrored = worked_parts(job(box(), wall(4), other_hand(of=2)))[3]
    assert mirrored.trouble is None and mirrored.geometry.mass_kg == pytest.approx(0.214 * 0.228 * 6 * 7.85)


def test_walls_that_are_cut_alike_are_one_part_and_as_many_as_its_boxes_want():
    state = job(box(FOUR, qty=6, module="deck"))
    found = walls_wanted(state, 1)
    assert [(p.mark, p.name, p.qty, p.module) for p in found.new] == [
        ("D1-1", "walls 1, 3", 6, "deck"), ("D1-2", "walls 2, 4", 6, "deck"),
    ]  # fmt: skip
    three = job(box(FOUR, qty=6), found.new[0].model_copy(update={"qty": 5}), found.new[1])
    again = walls_wanted(three, 1)
    assert not again.new and {n: p.qty for n, p in again.changed.items()} == {2: 6}
    assert [lot.there for lot in lots_of(three, 1)] == [5, 6]
    with pytest.raises(InputError, match="an even number"):
        walls_wanted(job(box(FOUR, qty=3)), 1)
    other = other_hand(of=1, qty=3, mirrored=False)
    holed = job(box(FOUR, qty=3), other, other_hand("J1", of=1).model_copy(update={"jig": Jig(kind="stop")}))
    assert [p.qty for p in walls_wanted(holed, 1).new] == [6, 6]  # sides with holes of their own count, templates not
    walls = [p.model_copy(update={"qty": 2}) for p in walls_wanted(job(box(FOUR, qty=4)), 1).new]
    own = job(box(FOUR, qty=4), *walls, *(other_hand(f"T{k}", of=k, qty=2, mirrored=False) for k in (2, 3)))
    assert [(lot.there, lot.wanted) for lot in lots_of(own, 1)] == [(4, 4), (4, 4)]
    with pytest.raises(InputError, match="6 of them together"):
        walls_wanted(job(box(FOUR, qty=6), wall(1, "A", qty=2), wall(3, "B", qty=3)), 1)


@pytest.mark.parametrize(("corners", "welded", "legs", "turns"), [
    (FOUR, [0, 3], [382, 288, 382], [90, 90]),  # outside, from a weld's inner edge to the apex of the outer faces
    (ELL, [0, 1, 2, 4, 5], [240, 220], [-90]),  # bent away from the inside: its outside is the inner face
    ([(0, 0), (400, 0), (400, 300)], [0, 2], None, None),
])  # fmt: skip
def test_a_corner_is_bent_and_its_flat_is_that_of_the_plate_so_bent(corners, welded, legs, turns):
    bends = {k: 8 for k in range(len(corners)) if k not in welded}
    side = box(corners, bends=bends, tab=20)
    state = job(side, *walls_wanted(job(side), 1).new)
    made = worked_parts(state)
    (bent,) = [w.geometry for w in made.values() if w.geometry.bends]
    if legs is not None:
        rows = [{"turn": mm(str(t)), "leg": mm(str(x))} for t, x in zip(turns, legs[1:], strict=True)]
        shape = {"family": "bent", "width": mm("240"), "thickness": mm("6"), "first_leg": mm(str(legs[0])),
                 "bends": rows, "radius": mm("8")}  # fmt: skip
        plain = part_geometry(part(shape))
        assert bent.width_mm == pytest.approx(plain.width_mm, abs=1e-6)
        for ours, theirs in zip(bent.bends, plain.bends, strict=True):
            assert (ours.x1, ours.zone_mm, ours.turn_deg, ours.set_deg) == pytest.approx(
                (theirs.x1, theirs.zone_mm, theirs.turn_deg, theirs.set_deg)
            )
    assert any(n.startswith("bend 1:") and "R8" in n for n in bent.notes)
    assert f"{len(welded)} wall" in made[1].geometry.notes[1]


def test_where_it_is_bent_its_tabs_go_into_their_slots_too():
    side = box(FOUR, bends={1: 8, 2: 8}, tab=20)
    made = worked_parts(job(side, wall(1)))
    (_, slots), (cut, _) = outline(made[1].geometry), outline(made[2].geometry)
    bottom = sorted(s.centroid.x for s in slots if s.centroid.y < 12)
    top = sorted((s.centroid.x for s in slots if s.centroid.y > 288), reverse=True)
    right = sorted(s.centroid.y for s in slots if s.centroid.x > 388)
    tabs = [(a + b) / 2 for a, b in tabs_of(cut, made[2].geometry.width_mm, 240, 6)]
    long, turned = made[2].geometry.width_mm, 8 + 6
    straight = (382 - turned, 288 - 2 * turned)
    assert [12 + s for s in tabs[: len(bottom)]] == pytest.approx(bottom)
    assert [394 - turned - (s - (long - straight[0])) for s in tabs[-len(top) :]] == pytest.approx(top)
    middle = tabs[len(bottom) : -len(top)]
    assert [s - (long / 2 - straight[1] / 2) + 6 + turned for s in middle] == pytest.approx(right)
    assert (len(bottom), len(right), len(top)) == (3, 2, 3)


@pytest.mark.parametrize("corners", [ELL, ELL[::-1], [(0, 0), (500, 0), (640, 260), (300, 180), (90, 330)]])
def test_legs_that_are_bent_into_each_other_lie_on_one_arc(corners):
    radius, t, count = 9, 6, len(corners)
    plates = box(corners, bends=dict.fromkeys(range(1, count), radius)).shape.box()
    (wall,) = plates.walls
    assert len(wall.legs) == count
    for leg, after, fold in zip(wall.legs, wall.legs[1:], wall.folds, strict=False):
        (_, one), (two, _) = (x.area(0, x.long, 0, t)[:2] for x in (leg, after))
        outer = radius + t if fold.turn_deg > 0 else radius
        assert math.dist(one, two) == pytest.approx(2 * outer * math.sin(math.radians(abs(fold.turn_deg)) / 2))
    first, last = wall.legs[0].area(0, 1, 0, t), wall.legs[-1].area(0, wall.legs[-1].long, 0, t)
    assert math.dist(first[3], last[2]) < 1e-9  # inner edges meet where it is welded


def test_what_cracks_or_is_not_held_by_the_die_is_said_at_its_corner():
    sharp = part_geometry(box(bends={1: 2}))
    assert [w.asked for w in sharp.warned if "may crack" in w.words] == ["corners.1.bend"]
    short = part_geometry(box([(0, 0), (400, 0), (400, 45), (200, 45), (200, 300), (0, 300)], bends={1: 10, 2: 10}))
    assert [w.asked for w in short.warned] == ["corners.1.bend"] and "the leg beside corner 2" in short.warned[0].words


def test_walls_that_are_one_another_turned_end_for_end_are_alike():
    ends = box(FOUR, bends={1: 8, 3: 8}).shape.box()
    assert len(ends.walls) == 2 and ends.alike() == [[0, 1]]


def test_a_wall_that_is_missing_is_found_before_the_cut():
    def said(*parts):
        return [(f.mark, f.asked, f.words) for f in worked(job(*parts)).audit if f.rule == "boxes"]

    walls = walls_wanted(job(box(FOUR)), 1).new
    assert said(box(FOUR), walls[0]) == [("D1", "qty", "the box wants walls 2, 4: 0 of 2")]
    assert said(box(FOUR), *walls) == []
    (odd,) = said(box(FOUR, qty=3), *walls)
    assert "an even number" in odd[2]
    assert said(box(width=12)) == []


def test_its_walls_are_pieces_of_the_job_like_others():
    walls = walls_wanted(job(box(FOUR, tab=30)), 1).new
    state = job(box(FOUR, tab=30), *walls)
    assert followed(state, state.parts[2]).shape.thickness.value == 6
    assert sum(w.geometry.mass_kg * w.part.qty for w in worked_parts(state).values()) == pytest.approx(
        float(next(n for n in worked_parts(state)[1].geometry.notes if n.startswith("closed")).split()[3]), abs=0.05
    )
