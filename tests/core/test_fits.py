"""Fits: least and most play of pins, sleeves and stacks; what slides over what; the audit of them."""

import random

import pytest
from shapely import Point, Polygon, box

from tests.core.test_jobs import plain_job
from yorvek.core.errors import InputError
from yorvek.core.fits import slides
from yorvek.core.fits.slides import corner_gap
from yorvek.core.fits.stock import LIMITS, bore, outside, wall_of
from yorvek.core.jobs.audit import Audited, audit
from yorvek.core.jobs.cutting import worked_parts
from yorvek.core.jobs.fits import fit_offers, fit_results, named_in, slides_here
from yorvek.core.jobs.free_joints import FreeJointSpec
from yorvek.core.jobs.spec import JobSpec, StockSpec
from yorvek.core.parts import PartSpec
from yorvek.core.quantities.entry import resolve
from yorvek.core.sections import catalogue, section


def mm(value):
    return {"text": f"{value:g}"}


def side(size=None, off=None, **more):
    return {"size": size and mm(size), "off": off and mm(off), **more}


def pin(inner, outer, moves="turns", name="hinge"):
    return {"kind": "pin", "name": name, "inner": inner, "outer": outer, "moves": moves}


def stack(opening, *rows, **more):
    return {"kind": "stack", "name": "clevis", "opening": opening, "rows": list(rows), **more}


def row(size, off=None, count=1, name="washer"):
    return {"name": name, "size": mm(size), "off": off and mm(off), "count": count}


def job_with(*fits, parts=(), unit="mm"):
    state = plain_job()
    spec = state.job.model_dump() | {"fits": list(fits), "unit": unit}
    made = {k: resolve(PartSpec.model_validate(p), {}) for k, p in enumerate(parts, 1)}
    return state.model_copy(update={"job": resolve(JobSpec.model_validate(spec), {}), "parts": made})


def results(state):
    return fit_results(state, named_in(state, worked_parts(state)))


def offers_of(state):
    return fit_offers(named_in(state, worked_parts(state)), "mm")


def audited(state):
    return audit(Audited(state, worked_parts(state), [], results(state)))


def result(fit, **more):
    return results(job_with(fit, **more))[0]


def test_a_tube_on_a_half_inch_rod():
    """3/4 × 0.120 tube on a 1/2 rod: bore 0.510, play 0.010 (common practice, no source)."""
    found = result(pin(side(12.7), side(section_id="DOM 0.75×0.12 in")))
    assert found.nominal_mm / 25.4 == pytest.approx(0.010, abs=1e-9)
    rod = bore(section("DOM 0.75×0.12 in"), 19.05)
    assert rod.nominal / 25.4 == pytest.approx(0.510)


def test_least_and_most_are_the_worst_of_both():
    found = result(pin(side(20, 0.1), side(20.5, 0.2)))
    assert (found.least_mm, found.nominal_mm, found.most_mm) == (
        pytest.approx(0.2), pytest.approx(0.5), pytest.approx(0.8),
    )  # fmt: skip
    assert (found.level, found.words) == ("fits", "goes in and moves")


@pytest.mark.parametrize(
    ("inner", "outer", "moves", "level", "words"),
    [
        (side(20), side(19.05), "turns", "stop", "does not go in: 0.95 mm too thick"),
        (side(20, 0.3), side(20.1, 0.1), "turns", "care", "goes in as drawn, 0.3 mm too thick at worst"),
        (side(20), side(22), "turns", "care", "rattles: up to 2 mm of play"),
        (side(20), side(21.5), "turns", "fits", "goes in and moves"),
        (side(20), side(20), "turns", "care", "has no play: it will not turn"),
        (side(20), side(20), "fixed", "fits", "0 mm either way to align, at least"),
        (side(20), side(22), "fixed", "fits", "1 mm either way to align, at least"),
        (side(20), side(20.5), "welded", "care", "the weld shrinks it onto what is in it"),
        (side(20), side(20.75), "welded", "fits", "goes in, and comes off after the weld"),
        (side(20), side(19), "welded", "stop", "does not go in: 1 mm too thick"),
    ],
)
def test_what_is_said_of_a_pin(inner, outer, moves, level, words):
    found = result(pin(inner, outer, moves))
    assert (found.level, found.words) == (level, words)
    assert bool(found.mend) == (level != "fits")


def test_the_bore_that_mends_it_takes_the_pin_at_its_most():
    assert result(pin(side(20, 0.2), side(19))).mend == "a bore of 20.2 mm or more"
    assert result(pin(side(20, 0.2), side(19), "welded")).mend == "a bore of 20.95 mm or more"


def test_inches_are_said_in_thousandths():
    assert result(pin(side(19.05), side(22.225)), unit="in").words == "rattles: up to 0.125 in of play"


def test_a_bolt_in_a_larger_hole_has_half_the_difference_either_way():
    """7/16 hole on a 3/8 bolt: ± 1/32 to align (common practice, no source)."""
    found = result(pin(side(3 / 8 * 25.4), side(7 / 16 * 25.4), "fixed"), unit="in")
    assert found.least_mm / 2 == pytest.approx(25.4 / 32)
    assert found.words == "0.031 in either way to align, at least"


@pytest.mark.parametrize(
    ("given", "words"),
    [
        (side(), "nothing"),
        (side(20, section_id="RD 20"), "more than one"),
        (side(section_id="FL 20×5"), "measure it"),
        (side(section_id="rebar 8"), "measure it"),
        (side(section_id="RD 21"), "catalogue"),
        (side(hole="S1|hole"), "a round hole of a part that is there"),
        (side(joint="J9"), "a pinned joint that is there"),
    ],
)
def test_what_cannot_be_worked_out_is_not_checked(given, words):
    found = result(pin(given, side(40)))
    assert found.level == "not checked" and words in found.words and found.least_mm is None


def test_nothing_goes_into_a_solid_bar():
    found = result(pin(side(10), side(section_id="RD 20")))
    assert found.level == "not checked" and "no bore" in found.words


def test_a_profile_that_was_measured_goes_by_its_measure():
    loose = result(pin(side(section_id="RD 20"), side(20.4)))
    assert loose.level == "care"
    assert result(pin(side(section_id="RD 20", off=0.1), side(20.4))).level == "fits"


def strap(hole=30, mark="S1"):
    shape = {
        "family": "lug", "width": mm(80), "height": mm(60), "hole": mm(hole), "thickness": mm(12),
    }  # fmt: skip
    return {"mark": mark, "material_id": "S355", "shape": shape}


def test_a_hole_of_a_part_is_followed_and_its_part_is_led_to():
    state = job_with(pin(side(30), side(hole="S1|hole")), parts=[strap(28)])
    found = results(state)[0]
    assert (found.level, found.part, found.asked) == ("stop", 1, "hole")
    (told,) = [f for f in audited(state) if f.rule == "fits"]
    assert (told.mark, told.asked, told.open) == ("S1", "shape.hole", True)
    assert told.words == "hinge: does not go in: 2 mm too thick"
    assert result(pin(side(30), side(hole="S1|hole")), parts=[strap(30.5)]).level == "fits"


def test_of_holes_those_that_are_round_are_offered():
    slot = {"kind": "slot", "x": mm(50), "y": mm(20), "size": mm(9), "length": mm(30)}
    drilled = {"kind": "hole", "x": mm(20), "y": mm(20), "size": mm(11)}
    plate = {
        "mark": "F1", "material_id": "S355", "features": [slot, drilled],
        "shape": {"family": "rectangle", "width": mm(100), "height": mm(40), "thickness": mm(8)},
    }  # fmt: skip
    tube = {
        "mark": "T1", "material_id": "S355", "features": [{**drilled, "y": mm(30)}],
        "shape": {"family": "bar", "section_id": "SHS 60×60×4 hot", "length": mm(400)},
    }  # fmt: skip
    state = job_with(parts=[plate, tube])
    offers = offers_of(state)
    assert [(o.value, o.words) for o in offers.holes] == [
        ("F1|features.1.x", "F1, ⌀11 mm"), ("T1|features.0.x", "T1, ⌀11 mm"),
    ]  # fmt: skip


def test_a_fit_of_no_part_is_told_by_its_name():
    state = job_with(pin(side(20), side(19), name="spare pin"))
    (told,) = audited(state)
    assert (told.mark, told.part, told.asked, told.level) == ("spare pin", 0, "fits.0", "stop")


def test_what_fits_is_not_told():
    state = job_with(pin(side(20), side(20.5)), stack(side(30), row(29)))
    assert audited(state) == []


def test_a_stack_is_as_thick_as_its_rows_and_their_limits_add_up():
    found = result(stack(side(40, 0.2), row(3, 0.1, 2), row(33, 0.15, name="bush")))
    assert found.thick == [pytest.approx(38.65), pytest.approx(39), pytest.approx(39.35)]
    assert (found.least_mm, found.most_mm) == (pytest.approx(0.45), pytest.approx(1.55))
    assert found.words == "has up to 1.55 mm of play" and found.mend == "shims of 0.45 mm to 1.55 mm, as measured"


@pytest.mark.parametrize(
    ("opening", "thick", "turns", "level", "words"),
    [
        (30, 31, True, "stop", "does not go in: 1 mm too wide"),
        (30, 30, True, "care", "has no play: it will not turn"),
        (30, 30, False, "fits", "goes in, with 0 mm to 0 mm of play"),
        (30, 29.5, True, "fits", "goes in, with 0.5 mm to 0.5 mm of play"),
        (30, 28, False, "care", "has up to 2 mm of play"),
    ],
)
def test_what_is_said_of_a_stack(opening, thick, turns, level, words):
    found = result(stack(side(opening), row(thick), turns=turns))
    assert (found.level, found.words) == (level, words)


def test_a_stack_too_wide_at_worst():
    found = result(stack(side(30, 0.5), row(29.8)))
    assert (found.level, found.words) == ("care", "goes in as drawn, 0.3 mm too wide at worst")


def test_a_bolt_reaches_through_a_stack_at_its_thickest():
    """ISO 4014 lengths (from memory): 24 and its washers, nut and two threads want 50; by 0.5 more 55."""
    plain = {"turns": False, "bolt": "M12"}
    assert result(stack(None, row(12, count=2), **plain)).bolt == "M12×45"
    assert result(stack(None, row(12, 2.5, 2), **plain)).bolt == "M12×50"
    assert result(stack(None, row(12, count=2))).words == "24 mm to 24 mm thick"
    assert result(stack(None, row(12), bolt="M13")).level == "not checked"


def test_a_pin_joint_of_the_sizing_is_followed():
    joint = {"kind": "pin", "pin": mm(24), "lug": mm(12), "cheek": mm(8), "width": mm(70), "edge": mm(30)}
    spec = {"mark": "J1", "material_id": "S355", "joint": joint}
    state = job_with(pin(side(joint="J1"), side(hole="S1|hole")), parts=[strap(23)])
    state = state.model_copy(update={"joints": {4: resolve(FreeJointSpec.model_validate(spec), {})}})
    found = results(state)[0]
    assert (found.level, found.nominal_mm) == ("stop", pytest.approx(-1))
    assert [o.words for o in offers_of(state).joints] == ["J1, ⌀24 mm"]


def test_squares_bind_at_their_corners():
    """A square bar in a square tube of its bore: its sharp corner is in the tube's round one."""
    found = result(pin(side(section_id="SQ 30", off=0.1), side(section_id="SHS 40×40×4 cold", off=0.1), "fixed"))
    assert found.level == "stop" and "corners bind" in found.words


@pytest.mark.parametrize("seed", range(20))
def test_corner_gaps_are_as_shapes_are_apart(seed):
    """By geometry of its own: rounded squares, one in the other, drawn and measured."""
    rng = random.Random(seed)
    b, outer_r = rng.uniform(20, 60), rng.uniform(0.5, 6)
    inner_r, play = rng.uniform(0.5, 6), rng.uniform(0.5, 4)
    inner = box(-b / 2 + outer_r, -b / 2 + outer_r, b / 2 - outer_r, b / 2 - outer_r).buffer(outer_r, quad_segs=200)
    half = (b + play) / 2 - inner_r
    around = box(-half, -half, half, half).buffer(inner_r, quad_segs=200)
    ray = Polygon([(0, 0), (100, 99.99), (100, 100.01)])
    far = [max(Point(0, 0).distance(Point(p)) for p in s.intersection(ray).exterior.coords) for s in (inner, around)]
    assert corner_gap(play, outer_r, inner_r) == pytest.approx(far[1] - far[0], abs=0.02)


def test_slides_over_a_tube_are_closest_first_and_all_go():
    found = slides(section("CHS 33.7×2.6"), catalogue(), "over")
    assert all(s.nominal_mm > 0 for s in found)
    assert found and [s.nominal_mm for s in found] == sorted(s.nominal_mm for s in found)
    for s in found:
        outer = section(s.section_id)
        assert s.nominal_mm == pytest.approx(outer.depth_mm - 2 * wall_of(outer) - 33.7)
        assert s.least_mm < s.nominal_mm < s.most_mm


def test_what_slides_into_it_has_it_slide_over():
    """The two questions have one answer, wherever both are closest enough to be told."""
    of = "SHS 40×40×3 hot"
    for s in slides(section(of), catalogue(), "into"):
        back = {x.section_id: x for x in slides(section(s.section_id), catalogue(), "over")}
        if of in back:
            assert back[of].nominal_mm == pytest.approx(s.nominal_mm)


def test_a_thinner_one_that_corners_hold_is_told_last():
    found = slides(section("SHS 40×40×3 hot"), catalogue(), "into")
    bound = [s.goes == "corners bind" for s in found]
    assert bound == sorted(bound)
    assert any("seam" in s.words for s in found)


@pytest.mark.parametrize(("of", "how"), [("L 60×60×6", "over"), ("RD 20", "into")])
def test_what_nothing_slides_over(of, how):
    with pytest.raises(InputError):
        slides(section(of), catalogue(), how)


def test_what_lies_in_the_rack_comes_first():
    state = plain_job()
    first = slides_here(state, "CHS 33.7×2.6", "over")
    last = [s for s in first if s.goes != "corners bind"][-1].section_id
    item = {"form": "bar", "section_id": last, "material_id": "S355", "length": mm(2400), "qty": 2}
    state = state.model_copy(update={"stock": {1: resolve(StockSpec.model_validate({"item": item}), {})}})
    found = slides_here(state, "CHS 33.7×2.6", "over")[0]
    assert (found.section_id, found.on_hand) == (last, "2 × 2400")


@pytest.mark.parametrize("series", sorted({s.series for s in catalogue() if s.shape in ("chs", "rhs", "round_bar")}))
def test_limits_of_stock_lie_about_its_size(series):
    """Every tube and round of the catalogue has limits, but reinforcing bars, whose ribs no bore knows."""
    if series == "reinforcing bar":
        assert series not in LIMITS
        return
    for s in (x for x in catalogue() if x.series == series):
        across = outside(s, s.depth_mm)
        assert across.least < across.nominal < across.most and across.most - across.nominal <= 0.02 * s.depth_mm + 0.6
        if s.shape in ("chs", "rhs"):
            inside = bore(s, s.depth_mm)
            assert 0 < inside.nominal < across.nominal and inside.least < inside.nominal < inside.most


def test_a_bore_is_as_the_nominal_wall_leaves_it():
    """HSS tables carry the design wall, 0.93 of what is made (AISC); 2 × 0.125 in is taken off."""
    s = next(x for x in catalogue() if x.series == "round HSS" and x.id.endswith("X0.125"))
    assert wall_of(s) / 25.4 == pytest.approx(0.125, abs=0.002)


@pytest.mark.parametrize(
    ("id", "outside_off", "bore_off"),
    [
        # EN 10219-2: 1 %, at least 0.5; wall 10 % up to 5, then 0.5; EN 10210-2: 10 % of any wall (from memory)
        ("SHS 40×40×4 cold", 0.5, 0.5 + 0.8), ("SHS 100×100×6 cold", 1.0, 2.0),
        ("SHS 100×100×8 hot", 1.0, 1.0 + 1.6),
        # EN 10060, 10059: by steps of the size (from memory)
        ("RD 12", 0.4, None), ("RD 25", 0.5, None), ("RD 30", 0.6, None), ("RD 40", 0.8, None), ("SQ 16", 0.5, None),
        # ASTM A29, A513 and A500: 0.25 up to an inch, then 1 %; 0.1 up to an inch, then 0.15; by steps (from memory)
        ("RD 1 in", 0.25, None), ("RD 2 in", 0.508, None), ("tube ⌀3/4 11 ga", 0.1, None),
        ("tube ⌀1-1/2 11 ga", 0.15, None),
        ("HSS2X2X1/4", 0.51, None), ("HSS3X3X1/4", 0.64, None), ("HSS5X5X1/4", 0.76, None), ("HSS8X8X1/2", 2.032, None),
        # drawn over a mandrel: its bore by itself
        ("DOM 1×0.12 in", 0.1, 0.13),
        # extrusions: 0.3 or 1 %
        ("AL 30×30×2", 0.3, 0.3 + 0.4), ("AL 60×60×3", 0.6, 0.6 + 0.6),
    ],
)  # fmt: skip
def test_limits_are_as_their_standards_have_them(id, outside_off, bore_off):
    s = section(id)
    across = outside(s, s.depth_mm)
    assert across.most - across.nominal == pytest.approx(outside_off)
    assert across.nominal - across.least == pytest.approx(outside_off)
    if bore_off is not None:
        inside = bore(s, s.depth_mm)
        assert inside.most - inside.nominal == pytest.approx(bore_off)
        assert inside.nominal == pytest.approx(s.depth_mm - 2 * s.wall_mm)


def test_a_pipe_has_an_eighth_off_its_wall():
    """ASTM A53: 12.5 % (from memory)."""
    s = section("Pipe2STD")
    found = bore(s, s.depth_mm)
    assert found.most - found.nominal == pytest.approx(0.01 * s.depth_mm + 2 * 0.125 * wall_of(s))


def test_of_a_rectangle_the_narrower_side_is_meant():
    id = next(s.id for s in catalogue() if s.series == "EN 10210" and s.shape == "rhs" and s.depth_mm > s.width_mm)
    found = result(pin(side(10), side(section_id=id)))
    assert found.nominal_mm == pytest.approx(section(id).width_mm - 2 * section(id).wall_mm - 10)
