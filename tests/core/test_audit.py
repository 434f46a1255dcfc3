"""The audit before the cut: jobs with one mistake each, and sound ones of which nothing is said."""

import io

import pypdf
import pytest

from tests.core.boxed import FOUR, box, wall
from tests.core.jobs import DEMO, demo, worked
from tests.core.test_features import hole, tapped
from tests.core.test_jobs import plain_job
from tests.core.test_plate_families import bend, spec
from tests.core.test_saddles import TUBE, bar
from yorvek.core.files.pdf import cut_list_pdf
from yorvek.core.jobs.audit import RULES
from yorvek.core.jobs.free_joints import FreeJointSpec
from yorvek.core.jobs.spec import GoingOn, StockSpec
from yorvek.core.parts import PartSpec
from yorvek.core.quantities.entry import Length, resolve
from yorvek.core.records.digest import digest_of

SQUARE = "SHS 60×60×4 hot"


def mm(value):
    return {"text": f"{value:g}", "value": float(value)}


def marked(part, mark, **more):
    return part.model_copy(update={"mark": mark, **more})


def plate(*features, width=300, height=200, thickness=10, **more):
    return marked(spec("rectangle", features, width=width, height=height, thickness=thickness), "F9", **more)


def grid(**more):
    sizes = {"width": 200, "height": 150, "thickness": 12, "hole": 18, "edge": 40, **more}
    made = spec("base_plate", **{k: v for k, v in sizes.items() if k not in ("columns", "rows")})
    counts = {k: sizes[k] for k in ("columns", "rows") if k in sizes}
    return marked(made.model_copy(update={"shape": made.shape.model_copy(update=counts)}), "F9")


def bent(**more):
    sizes = {"first_leg": 80, "width": 100, "thickness": 5, "bends": [bend(90, 80)], **more}
    return marked(spec("bent", sizes.pop("features", ()), **sizes), "F9")


def bracket():
    """A left and a right one of it are two pieces."""
    return bent(features=[hole(x=30, y=30)])


def vented(*at, size=16):
    """A square tube of 60 with holes in its upper wall; the seam is another matter."""
    holes = [hole(size=size, x=x, y=30, face="top", through=False) for x in at]
    return marked(bar(SQUARE), "F9", features=spec("rectangle", holes, width=900, height=90, thickness=9).features)


def twin(mark="F9", of=1, **more):
    own = {k: more.pop(k) for k in ("qty", "hand") if k in more}
    shape = {"family": "twin", "of": of, **more}
    return resolve(PartSpec.model_validate({"mark": mark, "shape": shape, **own}), {})


STOCK = {
    1: {"item": {"form": "bar", "section_id": TUBE, "material_id": "S355", "length": mm(6000), "price": mm(60)}},
    2: {
        "item": {
            "form": "bar", "section_id": "SHS 60×60×4 hot", "material_id": "S355", "length": mm(6000), "price": mm(80),
        }
    },
}  # fmt: skip


def audited(*parts, stock=STOCK, **job):
    """A job of these parts, alone, as it is worked out."""
    state = plain_job(parts=dict(enumerate(parts, 1)), stock=stock, members={}, loads={})
    state = state.model_copy(update={"job": state.job.model_copy(update=job)})
    return worked(state)


VAN = {"longest_piece": Length(text="4000", value=4000)}
ROW = {"pattern": "row", "count": 3, "pitch": {"text": "28"}}
DEMOS = sorted(p.name.removesuffix(".job.json") for p in DEMO.glob("*.job.json"))
MISTAKES = [
    # a name, the parts, the job; what is found: level, mark, field, words, mend
    ("a bend sharper than the metal", [bent(radius=2)], {}, "stop", "shape.radius", "may crack", "R5"),
    ("one bend sharper", [bent(bends=[bend(90, 80, radius=2)])], {}, "stop", "shape.bends.0.radius", "crack", "R5"),
    ("a leg too short for the die", [bent(first_leg=20)], {}, "stop", "shape.first_leg", "the die holds", "28"),
    ("a last leg too short", [bent(bends=[bend(90, 24)])], {}, "stop", "shape.bends.0.leg", "the die holds", "28"),
    ("a hole beside a bend", [bent(features=[hole(x=57, y=50)])], {}, "stop", "features.0.x", "from a bend", "10 mm"),
    ("a thread without metal", [plate(tapped("M16"))], {}, "stop", "features.0.thread", "M16 has 62 %", "nut"),
    ("a thread in aluminium", [plate(tapped("M12"), thickness=12, material_id="6061-T6")], {}, "stop",
     "features.0.thread", "M12 has 67 %", "18.0 mm"),
    ("an opening with sharp corners",
     [plate({"kind": "window", "width": mm(60), "height": mm(40), "corner": mm(0), "x": mm(150), "y": mm(100)})], {},
     "stop", "features.0.corner", "sharp corners", "round"),
    ("a hole at the edge", [plate(hole(x=12, y=100))], {}, "stop", "features.0.x", "12 mm from the edge", "16.8 mm"),
    ("a row of holes too near each other", [plate(hole(x=60, y=100, pattern=ROW))], {}, "stop", "features.0.x",
     "28 mm apart", "30.8 mm"),
    ("two features too near each other", [plate(hole(x=60, y=100), hole(x=85, y=100))], {}, "stop", "features.1.x",
     "25 mm apart", "30.8 mm"),
    ("a grid too near the edge", [grid(edge=20)], {}, "stop", "shape.edge", "20 mm from the edge", "21.6 mm"),
    ("a grid too near itself", [grid(columns=5)], {}, "stop", "shape.columns", "30 mm apart", "39.6 mm"),
    ("a bar longer than any stock", [marked(bar(length=mm(7000)), "F9")], {}, "stop", "shape.length",
     "come out of no stock: the longest is 6000 mm", "splice"),
    ("a bar longer than the van", [marked(bar(length=mm(4500)), "F9")], VAN,
     "stop", "shape.length", "4500 mm long, and vehicle and door take 4000 mm", "on site"),
    ("a plate longer than the van", [plate(width=4400)], VAN, "stop", "", "4400 mm long", "on site"),
    ("a hole in a tube", [marked(bar(SQUARE), "F9", features=spec("rectangle", [hole(x=100, y=30)], width=300,
     height=90, thickness=9).features)], {}, "care", "features.0.face", "seam", "lay the seam to the top"),
    ("one piece under two marks", [marked(plate(), "F8"), plate()], {}, "care", "qty", "same piece as F8", "one mark"),
    ("a mirror image of the same hand", [marked(bracket(), "F8", hand="left"), twin(hand="left")], {}, "stop", "hand",
     "F8 mirrored, and both are said to be left", "right"),
    ("a right one that is no mirror image", [marked(bracket(), "F8", hand="left"), twin(hand="right", mirrored=False)],
     {}, "stop", "shape.mirrored", "made as F8, which is left: two alike", "mirror it"),
    ("two drawn alike where a pair is wanted",
     [marked(bracket(), "F8", hand="left"), marked(bracket(), "F9", hand="right")], {}, "stop", "hand",
     "drawn as F8, which is left: two alike", "the other hand of F8"),
    ("more left ones than right ones", [marked(bracket(), "F8", hand="left", qty=4), twin(qty=3)], {}, "stop", "qty",
     "4 left and 3 right", "4 of each"),
    ("more of one hand than of the other", [marked(bracket(), "F8", qty=3), twin(qty=2)], {}, "stop", "qty",
     "3 of one hand and 2 of the other", "3 of each"),
    ("a left one alone", [marked(bracket(), "F9", hand="left", qty=2)], {}, "care", "hand", "2 left, and no right one",
     "its other hand"),
    ("a growth that brings holes to the edge", [marked(plate(hole(x=20, y=100)), "F8"),
     twin(grown=mm(-6), mirrored=False)], {}, "stop", "shape.of", "14 mm from the edge", "16.8 mm"),
    ("a tube that is welded shut for the zinc bath", [marked(bar(), "F9")], {"finish": "galvanised"}, "stop",
     "features", "no vent at both ends: it bursts", "⌀12.1 mm"),
    ("a tube with a vent at one end only", [vented(60)], {"finish": "galvanised"}, "stop", "features",
     "no vent at its right end", "⌀15 mm"),
    ("a vent that is too small", [vented(60, 840, size=12)], {"finish": "galvanised"}, "stop", "features",
     "no vent at both ends", "⌀15 mm"),
    ("a bolt beside a bend", [bent(features=[hole(x=51.2, y=50)])], {}, "care", "features.0.x", "no room for washer",
     "17.6 mm from the bend"),
    ("a box without two of its walls", [box(FOUR, mark="F9"), wall(1, qty=2)], {}, "stop", "qty", "walls 2, 4: 0 of 2",
     "add its walls"),
    ("one bar under two marks", [marked(bar(), "F8"), marked(bar(), "F9")], {}, "care", "qty", "piece as F8", "F9"),
]  # fmt: skip


@pytest.mark.parametrize(
    ("parts", "job", "level", "asked", "words", "mend"), [m[1:] for m in MISTAKES], ids=[m[0] for m in MISTAKES]
)
def test_a_mistake_is_found_named_placed_and_can_be_mended(parts, job, level, asked, words, mend):
    found = [f for f in audited(*parts, **job).audit if f.level == level]
    (only,) = found
    assert (only.mark, only.asked) == ("F9", asked)
    assert words in only.words and mend in only.mend
    assert only.open == (level == "stop")


SOUND = [
    [plate(hole(x=60, y=100, pattern={"pattern": "row", "count": 3, "pitch": {"text": "60"}}), thickness=12)],
    [plate(tapped("M12", x=150, y=100), thickness=12)],
    [grid()],
    [bent()],
    [bent(features=[hole(x=30, y=50)])],
    [marked(bar(), "P1"), marked(bar(length=mm(901)), "P2")],
    [plate(), plate(width=301).model_copy(update={"mark": "F8"})],
    [marked(bracket(), "F8", hand="left", qty=4), twin(qty=4)],
    [marked(bracket(), "F8", qty=4), twin(qty=4)],
    [marked(plate(), "F8", hand="left"), marked(plate(), "F9", hand="right")],
    [marked(plate(hole(x=20, y=100)), "F8"), twin(grown=mm(20), mirrored=False)],
    [box(FOUR, tab=30), wall(1, qty=2), wall(2, "D1-2", qty=2)],
    [marked(spec("lug", width=60, height=60, hole=40, thickness=15), "L1")],
    [marked(spec("ring", outer=100, inner=90, thickness=8), "R1")],
    [marked(spec("web", width=600, height=150, hole=100, holes=4, thickness=6), "W1")],
]


@pytest.mark.parametrize("parts", SOUND, ids=lambda parts: parts[0].shape.family)
def test_of_a_sound_job_nothing_is_said(parts):
    assert audited(*parts).audit == []


def pairs(*parts, rules=("pairs", "alike")):
    return [(f.mark, f.words) for f in audited(*parts).audit if f.rule in rules]


def test_one_that_says_its_hand_says_that_of_all_that_follow_each_other():
    first, third = marked(bracket(), "F8", qty=4), twin("F7", qty=1)
    assert pairs(first, twin(qty=3, hand="right"), third, rules=["pairs"]) == []
    uneven = pairs(first, twin(qty=4, hand="right"), third, rules=["pairs"])
    assert uneven == [("F8", "5 right and 4 left: a pair wants as many of each")]
    ((mark, words),) = pairs(first, twin(qty=3, hand="right"))
    assert (mark, words) == ("F9", "4 left and 3 right: a pair wants as many of each")


def test_of_several_alike_each_is_held_against_those_before_it():
    three = [marked(bracket(), f"F{k}", hand=hand) for k, hand in enumerate(("", "left", "right"))]
    assert ("F2", "it is said to be right, and is drawn as F1, which is left: two alike") in pairs(*three)
    plain = [marked(plate(), f"F{k}", hand=hand) for k, hand in enumerate(("left", "right", "right"))]
    assert ("F2", "it is the same piece as F1") in pairs(*plain)


GALVANISED = {"finish": "galvanised"}


def test_a_vented_tube_goes_to_the_bath_and_what_is_open_needs_none():
    """60 mm: a quarter is ⌀15, within 90 mm of each end."""
    assert audited(vented(60, 840), **GALVANISED).to_decide() == []
    assert audited(vented(95, 840), **GALVANISED).to_decide() != []
    assert audited(marked(bar("UPN 100"), "F9"), **GALVANISED).audit == []
    assert audited(marked(bar(), "F9"), **GALVANISED, welded=False).audit == []
    assert audited(vented(60, 840), finish="paint").to_decide() == []


MIXED = ("S355", "6061-T6")


@pytest.mark.parametrize(
    ("environment", "metals", "level"),
    [
        ("salt", MIXED, "stop"),
        ("outdoor", MIXED, "care"),
        ("dry", MIXED, None),
        ("salt", ("S355", "S235"), None),
        ("salt", ("304", "S355"), "stop"),
    ],
)
def test_two_metals_that_touch_are_named_where_it_is_wet(environment, metals, level):
    own, other = metals
    joint = {
        "mark": "J7",
        "section_id": SQUARE,
        "material_id": own,
        "onto": [{"section_id": SQUARE, "material_id": other}],
    }
    state = plain_job(joints={4: resolve(FreeJointSpec.model_validate(joint), {})}, members={}, loads={}, parts={})
    state = state.model_copy(update={"job": state.job.model_copy(update={"environment": environment})})
    found = [(f.level, f.mark, f.part) for f in worked(state).audit if f.rule == "metals"]
    assert found == ([(level, "J7", 0)] if level else [])
    if level:
        assert next(f for f in worked(state).audit if f.rule == "metals").words.startswith(
            "aluminium on carbon steel" if "6061-T6" in metals else "carbon steel on stainless"
        )


def test_the_least_is_enough_and_of_several_the_worst_is_named():
    """1.2 × 14 from the edge, 2.2 × 14 from one another (by hand); two in a row at 12 and 9 mm."""
    least = [hole(x=16.8, y=100), hole(x=16.8 + 30.8, y=100)]
    assert audited(plate(*least)).audit == []
    (near,) = audited(plate(hole(x=16.7, y=100))).audit
    assert near.words.startswith("a hole ⌀14 stands 16.7 mm")
    slanted = {"pattern": "row", "count": 2, "pitch": {"text": "60"}, "turn": {"text": "87"}}
    (worst,) = audited(plate(hole(x=9, y=60, pattern=slanted))).audit
    assert worst.words.startswith("a hole ⌀14 stands 9 mm")
    falling = {**slanted, "turn": {"text": "93"}}
    (worst,) = audited(plate(hole(x=12.2, y=60, pattern=falling))).audit
    assert worst.words.startswith("a hole ⌀14 stands 9.1 mm")


def test_the_longest_of_the_stock_is_said():
    short = {"form": "bar", "section_id": TUBE, "material_id": "S355", "length": mm(3000), "price": mm(30)}
    (found,) = audited(marked(bar(length=mm(7000)), "F9"), stock={**STOCK, 3: {"item": short}}).audit
    assert "the longest is 6000 mm" in found.words
    few = {**STOCK[1]["item"], "length": mm(8000), "qty": 1}
    (found,) = audited(marked(bar(length=mm(7000)), "F9"), stock={**STOCK, 1: {"item": few}}).audit
    assert (found.words, found.mend) == ("3 of it have no stock left", "more bars on the stock book")
    (found,) = audited(marked(bar(length=mm(2500)), "F9"), longest_piece=Length(text="2900", value=2900)).audit
    assert found.words.endswith("no stock is entered that can be brought home") and "yard" in found.mend


@pytest.mark.parametrize("name", DEMOS)
def test_the_demo_jobs_are_sound(name):
    assert worked(demo(name)).to_decide() == []


def test_a_reason_lets_it_go_on_as_long_as_it_is_the_same_mistake():
    part = plate(hole(x=12, y=100))
    (found,) = audited(part).audit
    going = [GoingOn(finding=found.key, reason="a cable goes through, no bolt")]
    decided = audited(part, going_on=going)
    assert decided.to_decide() == [] and decided.audit[0].reason == "a cable goes through, no bolt"
    # nearer still, it is asked anew
    assert audited(plate(hole(x=9, y=100)), going_on=going).to_decide() != []
    other = plate(hole(x=150, y=10))
    assert audited(marked(other, "F7"), going_on=going).to_decide() != []


def test_a_reason_is_no_change_of_what_was_signed():
    state = demo("heron-hide")
    going = [GoingOn(finding="edge:F1:hole", reason="as agreed")]
    decided = state.model_copy(update={"job": state.job.model_copy(update={"going_on": going})})
    assert digest_of(decided) == digest_of(state)


def test_what_is_to_decide_stands_on_the_cut_list():
    state = plain_job(parts={1: plate(hole(x=12, y=100))}, stock=STOCK, members={}, loads={})
    reader = pypdf.PdfReader(io.BytesIO(cut_list_pdf(state.job, worked(state), "mm")))
    words = " ".join("".join(p.extract_text() for p in reader.pages).split())
    assert "To decide before it is cut: F9, a hole ⌀14 stands 12 mm from the edge" in words


def test_every_rule_says_what_it_looks_for():
    assert len({r.id for r in RULES}) == len(RULES) and all(r.words for r in RULES)


def test_a_bar_that_is_taken_apart_and_has_no_stock_is_named_by_its_part():
    """Its pieces are its profile and its plate, under the part's mark and a number."""
    cap = "Cap = SHS 60×60×4 hot + plate 80×6 at -10, 60"
    shape = {"family": "bar", "section_id": cap, "length": {"text": "7000"}}
    part = resolve(PartSpec.model_validate({"mark": "P9", "material_id": "S355", "shape": shape}), {})
    bar = {"form": "bar", "section_id": "SHS 60×60×4 hot", "material_id": "S355", "length": {"text": "3000"}, "qty": 1}
    stock = resolve(StockSpec.model_validate({"item": bar}), {})
    state = plain_job().model_copy(update={"parts": {9: part}, "stock": {1: stock}})
    found = [f for f in worked(state).audit if f.rule == "reach"]
    assert [(f.mark, f.part, f.asked) for f in found] == [("P9", 9, "shape.length")]


def test_a_bent_bar_without_stock_leads_to_its_legs():
    legs = {"first_leg": {"text": "4000"}, "bends": [{"turn": {"text": "30"}, "leg": {"text": "4000"}}]}
    shape = {"family": "bar", "section_id": "CHS 33.7×2.6", **legs}
    part = resolve(PartSpec.model_validate({"mark": "P9", "material_id": "S355", "shape": shape}), {})
    bar = {"form": "bar", "section_id": "CHS 33.7×2.6", "material_id": "S355", "length": {"text": "6000"}, "qty": 1}
    stock = resolve(StockSpec.model_validate({"item": bar}), {})
    state = plain_job().model_copy(update={"parts": {9: part}, "stock": {1: stock}})
    found = [f for f in worked(state).audit if f.rule == "reach"]
    assert [(f.mark, f.asked) for f in found] == [("P9", "shape.first_leg")]
