"""Assemblies: what touches, what is in one another, how welds are called out, what is counted, and what goes out."""

import io
import math

import ezdxf
import numpy as np
import pypdf
import pytest

from tests.core.assembled import assembly, bar, place, plate, ready, row, side
from tests.core.jobs import DEMO, demo, worked
from tests.core.test_plate_families import mm
from tests.core.test_twins import part
from yorvek.core.assemblies.callouts import symbol_of
from yorvek.core.assemblies.drawing import view_of
from yorvek.core.assemblies.placing import BarAxis
from yorvek.core.assemblies.said import where_words
from yorvek.core.assemblies.worked import standing, work_out_assembly
from yorvek.core.files.assembly_paper import assembly_dxf, assembly_pdf
from yorvek.core.files.jobfile import read_job_file, write_job_file
from yorvek.core.jobs.assemblies import bars_of, leg_mm, ready_of, set_out, standard_of
from yorvek.core.jobs.cutting import worked_parts
from yorvek.core.jobs.spec import JobSpec
from yorvek.core.parts.saying import said_in
from yorvek.core.records.digest import digest_of
from yorvek.core.sections import section
from yorvek.core.structures.starters.layout import length_mm

BOX, SQUARE, TUBE = "RHS 120×60×4 hot", "SHS 50×50×4 hot", "CHS 48.3×3.2"
OSPREY = "b05c66004891bc4c832efbbb60f53c3f7e8018f40add00d4c1079940474bf4f3"
FOOT = {1: plate("F1", 250, 250, 12), 2: bar("P1", SQUARE, 900)}
POST = [row("foot", 1, place()), row("post", 2, side("foot", "front", "left"))]


def weld(part_id=2, onto_id=1, leg=5, **more):
    body = {"part_id": part_id, "onto_id": onto_id, **more}
    return body | ({"leg": mm(str(leg))} if leg is not None else {})


def result(parts, rows, welds=(), **more):
    return work_out_assembly(ready(parts, rows, welds, **more))


def flaws(found):
    return [f.words for f in found.flaws]


def test_a_post_touches_its_foot_all_round_its_outside():
    found = result(FOOT, POST, [weld(all_round=True)])
    (one,) = found.welds
    around = 4 * (50 - 2 * 6) + 2 * math.pi * 6
    assert one.places == 1 and one.run_mm == pytest.approx(around, rel=0.005)
    assert found.flaws == [] and found.notes == []
    assert found.mass_kg == pytest.approx(sum(r.mass_kg * r.count for r in found.rows))
    assert found.size_mm == pytest.approx([250, 250, 912])
    assert [(r.number, r.mark, r.count, r.placed, r.words) for r in found.rows] == [
        (1, "F1", 1, 1, "250 × 250 × 12"), (2, "P1", 1, 1, f"{SQUARE}, 900"),
    ]  # fmt: skip
    foot, post = (r.mass_kg for r in found.rows)
    assert found.middle_mm == pytest.approx([125, 125, (foot * 6 + post * 462) / (foot + post)], abs=0.1)


def test_what_is_welded_and_touches_nothing_is_found_and_a_root_gap_is_none():
    def with_gap(gap):
        rows = [POST[0], row("post", 2, side("foot", "front", "left", gap=gap))]
        return flaws(result(FOOT, rows, [weld()]))

    assert with_gap(2.5) == []
    assert with_gap(4) == ["P1 is welded to F1, and none of it touches one"]


@pytest.mark.parametrize(("sunk", "z"), [(2, 12), (20, 6), (600, 6)])
def test_what_is_in_another_is_found_with_its_place(sunk, z):
    rows = [POST[0], row("post", 2, side("foot", "front", "left", gap=-sunk))]
    (words,) = flaws(result(FOOT, rows))
    assert words == f"foot and post are in one another at x 125, y 125, z {z}"


def test_a_bar_in_a_tube_is_not_in_its_metal_and_one_through_its_wall_is():
    parts = {1: bar("T1", BOX, 600), 2: bar("B1", TUBE, 600)}
    inside = [row("tube", 1, place()), row("rod", 2, place(0, (120 - 48.3) / 2, (60 - 48.3) / 2))]
    assert flaws(result(parts, inside)) == []
    through = [inside[0], row("rod", 2, place(300, 60, -200, (0, 90, 0)))]
    assert flaws(result(parts, through)) == []  # it starts where its end is
    through = [inside[0], row("rod", 2, place(300, 40, 300, (0, 90, 0)))]
    assert [w[:32] for w in flaws(result(parts, through))] == ["tube and rod are in one another "]


def test_what_lies_in_one_plane_or_wholly_inside_is_in_one_another_too():
    parts = {1: plate("F1", 250, 60, 8), 2: plate("F2", 60, 250, 8), 3: bar("B1", "RD 20", 60)}
    crossed = [row("a", 1, place()), row("b", 2, place(90, -90))]
    assert len(flaws(result(parts, crossed))) == 1
    beside = [crossed[0], row("b", 2, place(250, -90)), row("c", 2, place(-60, -90))]
    assert flaws(result(parts, beside)) == []
    thick = {**parts, 1: plate("F1", 250, 60, 80)}
    assert len(flaws(result(thick, [crossed[0], row("pin", 3, place(100, 20, 30))]))) == 1


def test_a_bar_that_is_bent_in_space_is_found_in_the_way_too():
    hook = bar(
        "B1", "RD 20", None, first_leg=mm("300"), bends=[{"turn": mm("90"), "leg": mm("200"), "radius": mm("150")}]
    )
    parts = {1: hook, 2: plate("F1", 100, 100, 10)}
    rows = [row("hook", 1, place()), row("plate", 2, place(100, -40, 5, (0, 90, 0)))]
    assert len(flaws(result(parts, rows))) == 1
    clear = [rows[0], row("plate", 2, place(100, 60, 5, (0, 90, 0)))]
    assert flaws(result(parts, clear)) == []


def test_what_goes_through_a_hole_that_is_not_drawn_only_seems_to_be_in_its_way():
    hole = {"kind": "hole", "face": "front", "x": mm("300"), "y": mm("60"), "size": mm("22"), "through": True}
    drilled = part({"family": "bar", "section_id": BOX, "length": mm("600")}, "T1", features=[hole])
    rows = [row("tube", 1, place()), row("rod", 2, place(290, 50, 300, (0, 90, 0)))]
    rod = {2: bar("B1", "RD 20", 600)}
    (seems,) = result({1: drilled, **rod}, rows).flaws
    assert not seems.stop and seems.words.endswith("as far as tube can be drawn") and "that is not drawn" in seems.mend
    (does,) = result({1: bar("T1", BOX, 600), **rod}, rows).flaws
    assert does.stop


def test_thin_walls_beside_each_other_are_not_in_one_another():
    """What is drawn into its own metal stays in it, be it a millimetre thin."""
    parts = {1: plate("F1", 200, 100, 1), 2: plate("F2", 80, 40, 1.5)}
    rows = [row("a", 1, place()), row("b", 1, side("a", "front", "back")), row("c", 2, side("b", "front", "bottom"))]
    assert flaws(result(parts, rows)) == []
    sunk = [*rows[:2], row("c", 2, side("b", "front", "bottom", gap=-0.9))]
    assert [w[:27] for w in flaws(result(parts, sunk))] == ["b and c are in one another "]


def test_an_angle_stands_with_its_centroid_on_the_bar_it_was_sized_as():
    axis = BarAxis(np.array([0.0, 0, 0]), np.array([500.0, 0, 0]), np.array([0.0, 1, 0]))
    made = ready({1: bar("L1", "L 60×60×6", 500)}, [row("a", 1, {"by": "bar", "bar": "x"})], bars={"x": axis})
    (body,) = standing(made).bodies
    s = section("L 60×60×6")
    assert body.frame.at == pytest.approx([0, -s.cy_mm, -s.cx_mm], abs=0.05)


def test_a_tube_that_lies_on_a_plate_is_welded_along_both_its_sides():
    parts = {1: plate("F1", 400, 250, 12), 2: bar("T1", TUBE, 300)}
    rows = [row("foot", 1, place()), row("tube", 2, side("foot", "front", "bottom"))]
    (one,) = result(parts, rows, [weld()]).welds
    assert one.places == 1 and one.run_mm == pytest.approx(600, rel=0.15)


def test_what_cannot_stand_says_why_and_the_rest_stands():
    rows = [*POST, row("cap", 1, side("pole")), row("x", 1, side("y")), row("y", 1, side("x")), row("post", 2, None),
            row("three", 1, place(900), count=3), row("gone", 7, place())]  # fmt: skip
    found = result(FOOT, rows)
    told = " ".join(flaws(found))
    for words in ("cap stands nowhere", "“pole” was given", "x stands nowhere", "y stands nowhere", "another has this",
                  "how far the 3 stand from one to the next", "the part is gone"):  # fmt: skip
        assert words in told
    assert [f.asked for f in found.flaws][:2] == ["placed.2", "placed.3"]
    assert [(r.mark, r.count, r.placed) for r in found.rows] == [("F1", 1, 1), ("P1", 2, 1)]


def test_an_assembly_of_more_pieces_than_are_worked_out_at_once_is_refused_row_by_row():
    parts = {1: plate("F1", 20, 20, 5)}
    rows = [row("a", 1, place(), count=200, every=30), row("b", 1, place(0, 0, 50), count=200, every=30),
            row("c", 1, place(0, 0, 100), count=101, every=30)]  # fmt: skip
    found = result(parts, rows)
    assert [(f.asked, "501 pieces" in f.words) for f in found.flaws] == [("placed.2", True)]
    assert found.rows[0].placed == 400


def strokes(standard, **more):
    """Where the strokes of a symbol lie, above or below its line, by whether they are dashed."""
    found = result(FOOT, POST, [weld(**more)], standard=standard)
    symbol = symbol_of(found.welds[0], standard)
    above = [s for s in symbol.strokes if max(y for _, y in s.points) > 2.5]
    below = [s for s in symbol.strokes if min(y for _, y in s.points) < -2.5]
    dashed = [s.points[0][1] for s in symbol.strokes if s.dashed]
    return len(above), len(below), dashed, [w.words for w in symbol.words]


def test_the_arrows_side_is_on_the_full_line_of_iso_and_below_the_line_of_aws():
    """ISO 2553:2019, system A; AWS A2.4:2020 (both from memory)."""
    assert strokes("ISO 2553") == (1, 0, [-1.4], ["z5"])
    assert strokes("ISO 2553", sides="other") == (0, 1, [-1.4], ["z5"])
    assert strokes("ISO 2553", sides="both") == (1, 1, [], ["z5", "z5"])
    assert strokes("AWS A2.4") == (0, 1, [], ["5"])
    assert strokes("AWS A2.4", sides="other") == (1, 0, [], ["5"])
    assert strokes("AWS A2.4", sides="both") == (1, 1, [], ["5", "5"])


def test_a_fillet_stands_with_its_upright_on_the_left_either_way_up():
    for sides in ("arrow", "other"):
        found = result(FOOT, POST, [weld(sides=sides)])
        triangle = max(symbol_of(found.welds[0], "ISO 2553").strokes, key=lambda s: np.ptp([y for _, y in s.points]))
        x = [p[0] for p in triangle.points]
        assert x[0] == x[1] == min(x)


@pytest.mark.parametrize("kind", ["fillet", "square", "V", "bevel", "flare bevel", "plug"])
def test_every_symbol_stands_on_its_line_and_keeps_within_its_square(kind):
    symbol = symbol_of(result(FOOT, POST, [weld(kind=kind)]).welds[0], "ISO 2553")
    shape = [s for s in symbol.strokes if max(y for _, y in s.points) > 0.1 and not s.dashed]
    points = np.array([p for s in shape for p in s.points])
    left = points[:, 0].min() - (0.9 if kind == "square" else 0.6 if kind == "bevel" else 0.4 if "flare" in kind else 0)
    assert points[:, 1].min() == 0 and 2.2 < points[:, 1].max() <= 3.2 + 1e-9
    assert points[:, 0].max() - left <= 3.2 + 1e-9 + (0.9 if "flare" in kind else 0)
    feet = {round(float(x - left), 6) for x, y in points if y == 0}
    assert feet == {"fillet": {0.0, 3.2}, "square": {0.9, 2.3}, "V": {1.6}, "bevel": {0.6}, "flare bevel": {0.4, 0.9},
                    "plug": {0.0, 3.2}}[kind]  # fmt: skip
    if kind in ("bevel", "flare bevel"):
        slanted = np.array(shape[1].points)
        assert slanted[-1][0] > slanted[0][0] and slanted[-1][1] == pytest.approx(3.2), "it opens to the right, upwards"


@pytest.mark.parametrize(
    ("more", "iso", "aws", "words"),
    [
        ({}, ["z5"], ["5"], "P1 to F1: fillet, leg 5 mm"),
        ({"kind": "V", "leg": None}, [], [], "P1 to F1: V butt weld, through the whole thickness"),
        ({"kind": "bevel", "leg": 8}, ["s8"], ["8"], "P1 to F1: bevel butt weld, 8 mm deep"),
        ({"run": mm("40"), "pitch": mm("70")}, ["z5", "3×40(30)"], ["5", "40-70"],
         "P1 to F1: fillet, leg 5 mm, 40 mm long, every 70 mm"),
        ({"run": mm("40")}, ["z5", "40"], ["5", "40"], "P1 to F1: fillet, leg 5 mm, 40 mm long"),
        ({"tail": "135", "at_site": True}, ["z5", "135"], ["5", "135"], "P1 to F1: fillet, leg 5 mm, at site, 135"),
    ],
)  # fmt: skip
def test_what_stands_at_a_symbol(more, iso, aws, words):
    for standard, said in (("ISO 2553", iso), ("AWS A2.4", aws)):
        found = result(FOOT, POST, [weld(**more)], standard=standard)
        assert [w.words for w in symbol_of(found.welds[0], standard).words] == said
        assert found.welds[0].words == words


def test_a_symbol_says_the_same_from_either_end():
    found = result(FOOT, POST, [weld(all_round=True, at_site=True, tail="135")])
    for right in (False, True):
        symbol = symbol_of(found.welds[0], "ISO 2553", elbow_right=right)
        rounds = next(s for s in symbol.strokes if len(s.points) > 20)
        middle = np.mean([p[0] for p in rounds.points[:-1]])
        assert middle == pytest.approx(symbol.width if right else 0)
        tail = next(w for w in symbol.words if w.words == "135")
        assert (tail.x < 3 + 5) == right and tail.before == right


def test_an_inch_job_says_its_welds_in_fractions():
    found = result(FOOT, POST, [weld(leg=6.35)], unit="in", standard="AWS A2.4")
    assert found.welds[0].size == '1/4"' and 'leg 1/4"' in found.welds[0].words
    assert found.rows[0].words.startswith('9 27/32" × ')


def test_a_weld_without_a_size_is_to_be_mended_and_one_of_the_sizing_follows_it():
    assert flaws(result(FOOT, POST, [weld(leg=None)])) == ["weld of P1 to F1: how large it is is not said"]
    follows = [weld(leg=None, joint_id=4)]
    assert result(FOOT, POST, follows, legs={4: 6.0}).welds[0].size == "z6"
    assert flaws(result(FOOT, POST, follows, legs={4: None})) == ["weld of P1 to F1: the joint it follows says no leg"]


def test_the_legs_of_joints_are_those_that_were_checked():
    joints = {j.mark: j for j in demo("heron-hide").joints.values()}
    assert leg_mm(joints["G1J"]) == 4 and leg_mm(joints["L1J"]) is None
    assert leg_mm(joints["F1J"].model_copy(update={"joint": None})) == 5
    assert leg_mm(joints["F1J"].model_copy(update={"joint": None, "hinged": True})) is None


def test_welds_are_called_out_by_where_the_method_is_from():
    spec = assembly(POST)

    def by(**more):
        return standard_of(JobSpec.model_validate({"name": "a", **more}), spec)

    assert by() == by(method={"kind": "en"}, unit="in") == "ISO 2553"
    assert by(unit="in") == by(method={"kind": "asd"}) == "AWS A2.4"
    assert standard_of(JobSpec(name="a"), spec.model_copy(update={"callouts": "AWS A2.4"})) == "AWS A2.4"


def found_in(state):
    return [(f.mark, f.level, f.words) for f in worked(state).audit if f.rule == "assemblies"]


def test_the_demo_deck_goes_together_and_every_piece_of_it_is_used():
    state = demo("heron-hide")
    figures = worked(state)
    assert found_in(state) == []
    (deck,) = figures.assemblies.values()
    assert [(r.mark, r.count) for r in deck.rows] == [
        ("R1", 2), ("C1", 7), ("G1", 8), ("G2", 7), ("L1", 4), ("S1", 2),
    ]  # fmt: skip
    assert deck.mass_kg == pytest.approx(sum(r.count * r.mass_kg for r in deck.rows))
    # 1,300 wide over both rails; stops of 8 before rails of 3,700; lugs of 60 + 56 over rails of 120
    assert deck.size_mm == pytest.approx([3708, 236, 1300])
    assert {c.words.split(":")[0]: c.places for c in deck.welds} == {
        "C1 to R1": 14, "G1 to R1": 8, "G1 to C1": 8, "G2 to C1": 7, "L1 to R1": 4, "S1 to R1": 2,
    }  # fmt: skip


def changed(state, **more):
    return state.model_copy(update={"assemblies": {1: state.assemblies[1].model_copy(update=more)}})


def test_what_is_too_few_stops_and_what_is_too_many_is_said():
    state = demo("heron-hide")
    assert ("R1", "stop", "6 stand in D1, and 4 are cut") in found_in(changed(state, qty=3))
    assert ("R1", "care", "4 are cut, and 2 stand in D1") in found_in(changed(state, qty=1))
    placed = state.assemblies[1].placed
    sunk = placed[2].stands.model_copy(update={"along": placed[2].stands.along.model_copy(update={"value": 190.0})})
    rows = [*placed[:2], placed[2].model_copy(update={"stands": sunk}), *placed[3:]]
    assert found_in(changed(state, placed=rows)) == []  # its knees and cleats go along
    off = placed[10].stands.model_copy(update={"gap": placed[2].stands.along.model_copy(update={"value": 30.0})})
    rows = [*placed[:10], placed[10].model_copy(update={"stands": off}), placed[11]]
    assert found_in(changed(state, placed=rows)) == []  # the other one still touches: that one is not
    rows = [*placed[:10], *(p.model_copy(update={"stands": off}) for p in placed[10:])]
    assert ("D1", "stop", "S1 is welded to R1, and none of it touches one") in found_in(changed(state, placed=rows))


def test_parts_are_set_out_along_the_bars_they_were_taken_from():
    state = demo("sluice-seven")
    (number,) = state.structures
    found = set_out(state, worked_parts(state), number)
    marks = [state.parts[p.part_id].mark for p in found.placed]
    assert sorted(marks) == ["G1A", "G1A", "G1B", "G1B", "G1B", "G1C"]
    straps = [w for w in found.left if "strap" in w]
    assert len(found.left) == len(straps), "straps are plates: no bar of theirs is cut"
    spec = assembly([], structure_id=number).model_copy(update={"placed": found.placed})
    there = standing(ready_of(state, worked_parts(state), spec))
    assert not there.trouble
    layout = state.structures[number].starter.plain().layout()
    axes = bars_of(state, number)
    for b in there.bodies:
        axis = axes[spec.placed[b.row].stands.bar]
        ends = b.frame.points(np.array([[0, *b.solid.size[1:] / 2], [b.solid.size[0], *b.solid.size[1:] / 2]]))
        way = (axis.end - axis.start) / np.linalg.norm(axis.end - axis.start)
        away = np.linalg.norm(np.cross(ends - axis.start, way), axis=1)
        assert away == pytest.approx([0, 0], abs=1e-6), "its middle line is the bar's"
        assert (ends @ way).mean() == pytest.approx((axis.start + axis.end) @ way / 2)
    assert {b.name for b in layout.bars} == set(axes)
    assert all(
        length_mm(layout, b) <= np.linalg.norm(axes[b.name].end - axes[b.name].start) + 1e-6 for b in layout.bars
    )


def test_rows_say_where_they_stand_as_one_would_lay_a_tape():
    spec = assembly([
        row("a", 1, place(0, 10, 20.5, (0, 90, 0))),
        row("b", 2, side("a", "front", "left", along=200, along_from="low", across_from="high"), count=4, every=300),
        row("c", 2, side("a", "top", along=-30, across=25, turn=45, gap=2, each=True, along_from="high")),
        row("d", 2, {"by": "bar", "bar": "rail 1", "start": mm("12"), "rolled": mm("90")}),
        row("e", 2, {"by": "bar", "bar": "rail 1"}), row("f", 2, None),
    ])  # fmt: skip
    assert [where_words(p, said_in("mm")) for p in spec.placed] == [
        "corner at 0, 10, 20.5, turned 90° about y",
        "its left against the front of a, 200 mm from the left, flush at the top, 4 in a row along every 300 mm",
        "its bottom against the top of each a, 30 mm beyond the right, 25 mm past its middle from the back, "
        "turned 45°, 2 mm off it",
        "along rail 1, 12 mm from its start, rolled 90°", "along rail 1, in its middle", "not placed",
    ]  # fmt: skip


def deck(unit="mm"):
    state = demo("heron-hide")
    made = ready_of(state, worked_parts(state), state.assemblies[1])
    made = type(made)(made.spec, made.parts, made.bars, made.legs, made.standard, unit)
    return state, made, work_out_assembly(made)


def test_a_view_is_to_scale_and_its_marks_and_symbols_lie_on_the_paper():
    _, made, found = deck()
    for name, size in (("front", (3708, 236)), ("above", (3708, 1300)), ("right", (1300, 236))):
        view = view_of(made, found, name, (272, 150))
        points = np.array([p for line in view.lines if line.layer == "BODY" for p in line.points])
        assert np.ptp(points, axis=0) * view.scale == pytest.approx(size)
        for line in view.lines:
            for x, y in line.points:
                assert -8 <= x <= view.width_mm + 8 and -8 <= y <= view.height_mm + 8
    marks = {t.words for t in view.texts if t.layer == "MARK"}
    assert {"2× R1", "7× C1"} <= marks
    assert {t.words for t in view.texts if t.layer == "WELD"} >= {"z4", "z5", "14×"}


def test_what_stands_beside_a_view_does_not_stand_on_one_another():
    _, made, found = deck()
    for name, height in (("space", 120), ("front", 60), ("above", 150)):
        view = view_of(made, found, name, (272, height))
        sides = [[t.y for t in view.texts if t.layer == "MARK" and "×" in t.words and (t.x < 136) == left]
                 for left in (True, False)]  # fmt: skip
        for heights in sides:
            assert all(abs(a - b) > 3 for k, a in enumerate(heights) for b in heights[:k])


def test_drawn_apart_nothing_touches_and_steps_show_what_stands_by_then():
    _, made, found = deck()
    first = view_of(made, found, "above", (272, 150), step=1)
    assert {t.words for t in first.texts if t.layer == "MARK"} >= {"2× R1"} and not any(
        "C1" in t.words for t in first.texts
    )
    whole = view_of(made, found, "space", (272, 150))
    apart = view_of(made, found, "space", (272, 150), apart=True)
    assert not [x for x in apart.lines if x.layer == "WELD"] and [x for x in whole.lines if x.layer == "WELD"]

    def reach(view, mark):
        at = next(k for k, p in enumerate(made.spec.placed) if made.parts[p.part_id][0].mark == mark)
        points = np.array([p for line in view.lines if line.layer == "BODY" and line.row == at for p in line.points])
        return points.mean(axis=0) * view.scale - middle(view)

    def middle(view):
        points = np.array([p for line in view.lines if line.layer == "BODY" and line.row == 0 for p in line.points])
        return points.mean(axis=0) * view.scale

    lug, moved = reach(whole, "L1"), reach(apart, "L1")
    assert moved[1] > lug[1] + 20, "lugs go up from the rail that they stand on"


def test_as_dxf_it_is_in_true_size_and_as_pdf_it_says_all():
    state, made, found = deck()
    document = ezdxf.read(io.StringIO(assembly_dxf(made, found)))
    space = document.modelspace()
    above = list(space.query("LWPOLYLINE[layer=='BODY']"))
    ends = np.array([p[:2] for e in above for p in e.get_points()])
    assert len(above) > 200 and ends[:, 0].max() > 4 * 1300
    longest = max(math.dist(*(p[:2] for p in (e.get_points()[0], e.get_points()[-1]))) for e in above)
    assert longest == pytest.approx(3700, abs=1), "a rail, as long as it is"
    for unit, leg, size in (("mm", "z4", "3708"), ("in", "z0.157", "12' 1 31/32")):
        state, made, found = deck(unit)
        text = "".join(p.extract_text() for p in pypdf.PdfReader(io.BytesIO(
            assembly_pdf(state.job, made, found, worked(state).cautions))).pages)  # fmt: skip
        for words in ("deck frame", leg, size, "14×", "knee gusset", "Welds, by ISO 2553", "drawn apart", "D1"):
            assert words in text.replace("\n", " "), (unit, words)


def test_it_travels_in_a_job_file_and_a_job_without_any_is_signed_as_before():
    state = demo("heron-hide")
    text = (DEMO / "heron-hide.job.json").read_text()
    file = read_job_file(text)
    assert read_job_file(write_job_file(file)).assemblies == file.assemblies
    without = state.model_copy(update={"assemblies": {}})
    assert digest_of(without) != digest_of(state) != digest_of(changed(state, qty=1))
    # worked out by the version before there were any
    assert digest_of(demo("osprey-perches")) == OSPREY
