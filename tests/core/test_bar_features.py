"""Holes in bars: on their faces, weighed, refused, and never unknown to the check of the member; figures by hand."""

import io
import math

import pypdf
import pytest

from tests.core.jobs import worked
from tests.core.test_features import SLOT, hole, mm, tapped
from tests.core.test_jobs import plain_job
from yorvek.core.errors import InputError
from yorvek.core.files.pdf import cut_list_pdf
from yorvek.core.jobs.bar_groups import bars_drilled
from yorvek.core.jobs.figures import member_results
from yorvek.core.parts import PartSpec, part_geometry
from yorvek.core.quantities.entry import resolve
from yorvek.core.sections import section

STEEL = 7850e-9


def bar(name, *features, length=800, **shape):
    spec = {
        "mark": "P1", "material_id": "S355", "features": list(features),
        "shape": {
            "family": "bar", "section_id": name, "length": mm(length), "left_end": {"text": "0", "unit": "mm"},
            "right_end": {"text": "0", "unit": "mm"}, **shape,
        },
    }  # fmt: skip
    return part_geometry(resolve(PartSpec.model_validate(spec), {}))


TUBE = "SHS 60×60×4 hot"


@pytest.mark.parametrize(
    ("name", "feature", "taken"),
    [
        (TUBE, hole(x=100, y=30), 2 * 4 * math.pi * 49),
        (TUBE, hole(x=100, y=30, through=False), 4 * math.pi * 49),
        (TUBE, hole(x=100, y=30, face="top"), 2 * 4 * math.pi * 49),
        (TUBE, SLOT | {"x": mm(100), "y": mm(30)}, 2 * 4 * (9 * 21 + math.pi * 4.5**2)),
        ("RHS 120×80×6.3 hot", hole(x=100, y=40, face="bottom"), 2 * 6.3 * math.pi * 49),
        ("CHS 60.3×4", hole(x=100, y=30.15), 2 * 4 * math.pi * 49),
        ("L 80×60×7", hole(x=100, y=45, face="front"), 7 * math.pi * 49),
        ("L 80×60×7", hole(x=100, y=35, face="bottom"), 7 * math.pi * 49),
        ("FL 60×12", hole(x=100, y=30), 12 * math.pi * 49),
    ],
)
def test_what_a_hole_takes_out_of_a_bar_is_weighed(name, feature, taken):
    plain, drilled = bar(name), bar(name, feature)
    assert plain.mass_kg - drilled.mass_kg == pytest.approx(taken * STEEL, rel=1e-6)


def test_faces_say_what_is_on_them_and_the_side_shows_what_is_in_front():
    g = bar(
        TUBE,
        hole(x=100, y=30),
        hole(x=200, y=30, face="top", through=False),
        hole(x=300, y=30, face="back", through=False),
    )
    assert {f.face: len(f.openings) for f in g.faces} == {"front": 1, "back": 2, "top": 1}
    assert len(g.outline.openings) == 2 and g.openings_asked == ["features.0.x", "features.2.x"]
    assert g.notes[-3:] == [
        "⌀14 at 100, 30, front, through both walls", "⌀14 at 200, 30, top", "⌀14 at 300, 30, back",
    ]  # fmt: skip


def test_a_row_and_threads_of_a_bar_are_said_with_their_tool():
    row = {"pattern": "row", "count": 4, "pitch": mm(100)}
    g = bar("FL 60×12", tapped("M10", x=100, y=30, pattern=row))
    assert g.notes[-1] == "4 × M10, drill 8.5 in a row from 100, 30, 100 apart, front"
    assert [(t.tool, t.holes, t.across_mm) for t in g.tools] == [("drill", 4, 8.5), ("tap M10", 4, 8.5)]


def test_what_is_drilled_in_bars_is_listed_and_stands_on_the_cut_list():
    """A hole through both walls is one hole to whoever drills it; a slot is milled."""
    state = plain_job()
    spec = {
        "mark": "P9", "name": "rail", "qty": 3, "material_id": "S355",
        "features": [hole(x=100, y=30), SLOT | {"x": mm(300), "y": mm(30)}],
        "shape": {"family": "bar", "section_id": TUBE, "length": mm(800)},
    }  # fmt: skip
    state = state.model_copy(update={"parts": {99: resolve(PartSpec.model_validate(spec), {})}})
    found = worked(state)
    lines = [(d.part, d.qty, d.holes, d.across_mm, d.why) for d in bars_drilled(found.parts)]
    assert lines == [("P9", 3, 1, 14.0, "drill"), ("P9", 3, 1, 9.0, "mill or cut")]
    text = " ".join(
        page.extract_text() for page in pypdf.PdfReader(io.BytesIO(cut_list_pdf(state.job, found, "mm"))).pages
    )
    assert "To be drilled" in text and "3 × P9 rail: 1 of ⌀ 14 mm in each; drill" in text


REFUSED = {
    "off the flat": (TUBE, [hole(size=10, x=100, y=9)], {}, "features.0.y", "on the flat of the face"),
    "over the end": (TUBE, [hole(x=5, y=30)], {}, "features.0.x", "breaks the edge"),
    "in the mitre": (
        TUBE, [hole(x=20, y=30)], {"left_end": {"text": "45", "unit": "mm"}}, "features.0.x", "breaks the edge",
    ),
    "beside the middle of a round": ("CHS 60.3×4", [hole(x=100, y=25)], {}, "features.0.y", "a drill slides off"),
    "a face that an angle has not": ("L 80×60×7", [hole(face="top", y=30)], {}, "features.0.face", "front, bottom"),
    "through one that is there": (
        TUBE, [hole(x=100, y=30), hole(x=105, y=30, face="back", through=False)], {}, "features.1.x", "into another",
    ),
    "a thread in a thin wall": (TUBE, [tapped("M12", x=100, y=30)], {}, "features.0.thread", "a wall of at least 6.0"),
    "in a bar that is split": (TUBE, [hole(x=100, y=30)], {"ripped": True}, "features", "one or the other"),
}  # fmt: skip


@pytest.mark.parametrize("name", REFUSED)
def test_what_cannot_be_drilled_is_refused(name):
    which, features, shape, field, needs = REFUSED[name]
    with pytest.raises(InputError) as refused:
        bar(which, *features, **shape)
    assert refused.value.field == field and needs in refused.value.needs


def judged(*features, notches=(), length=None):
    """The job's member with a part that follows it and has these holes, and its verdict."""
    state = plain_job()
    (number, member), *_ = state.members.items()
    member = member.model_copy(
        update={
            "notches": [type(member).model_validate(member.model_dump() | {"notches": [n]}).notches[0] for n in notches]
        }
    )
    member = resolve(member, {})
    shape = {"family": "bar", "member_id": number, "length": length}
    part = resolve(PartSpec.model_validate({"mark": "P9", "shape": shape, "features": list(features)}), {})
    changed = state.model_copy(update={"members": {number: member}, "parts": {99: part}})
    return member_results(changed)[number].verdict, section(state.section_id(member.section_id)).depth_mm


def test_a_hole_that_no_check_knows_of_is_not_checked():
    plain, depth = judged()
    assert plain.strength.value is not None
    for feature in (hole(x=500, y=depth / 2), hole(x=500, y=depth / 2, face="top")):
        verdict, _ = judged(feature)
        assert verdict.strength.word == "not checked" and "P9 at 500 mm" in verdict.strength.governs
        assert verdict.stiffness == plain.stiffness


def test_a_slot_of_the_member_stands_for_a_hole_at_half_its_depth():
    _, depth = judged()
    slot = {"at": mm(480), "length": mm(40), "depth": mm(20), "side": "middle"}
    held, _ = judged(hole(x=500, y=depth / 2), notches=[slot])
    assert held.strength.value is not None and any(c.id != "holes" and "slot" in c.title for c in held.checks)
    for feature in (hole(x=500, y=depth / 2 - 5), hole(x=520, y=depth / 2), hole(size=22, x=500, y=depth / 2)):
        assert judged(feature, notches=[slot])[0].strength.word == "not checked"
    assert judged(hole(x=500, y=depth / 2), notches=[slot | {"side": "top"}])[0].strength.word == "not checked"
    shorter, _ = judged(hole(x=500, y=depth / 2), notches=[slot], length=mm(900))
    assert shorter.strength.word == "not checked", "its places are not the member's"


def test_many_holes_are_named_by_the_first():
    row = {"pattern": "row", "count": 9, "pitch": mm(50)}
    verdict, _ = judged(hole(x=100, y=20, pattern=row))
    assert "and 5 more" in verdict.strength.governs


def test_a_bar_has_no_legs_to_measure_from():
    with pytest.raises(InputError, match="it is not bent") as caught:
        bar("SHS 60×60×4 hot", hole(x=200, y=30, leg=1))
    assert caught.value.field == "features.0.leg"
