"""The one purchase: whole bars, sticks and sheets, hardware, ready parts and sent-out work, and flats against sheet."""

import pytest

from yorvek.core.cutting.bars import solve_bars
from yorvek.core.jobs import JobSpec, JobState, figures
from yorvek.core.jobs.flats import flat_choice
from yorvek.core.jobs.purchase import estimated, with_nests
from yorvek.core.parts import PartSpec


def solve(problem):
    return solve_bars(problem, seconds=0.3)


def entry(value):
    return {"text": f"{value:g}", "value": float(value)}


def plate(width, height, thickness, qty, mark="P", material="S355", **more):
    shape = {"family": "rectangle", "width": entry(width), "height": entry(height), "thickness": entry(thickness)}
    shape |= more.pop("shape", {})
    return {"mark": mark, "qty": qty, "material_id": material, "shape": shape, **more}


def tube(length, qty, mark="T"):
    shape = {"family": "bar", "section_id": "SHS 60×60×4 hot", "length": entry(length)}
    return {"mark": mark, "qty": qty, "material_id": "S355", "shape": shape}


def sheet(width, height, thickness=8, material="S355", **more):
    size = {"width": entry(width), "height": entry(height), "thickness": entry(thickness)}
    return {"form": "sheet", "material_id": material, **size, **more}


def bar(section, length, material="S355", **more):
    return {"form": "bar", "section_id": section, "material_id": material, "length": entry(length), **more}


def state(parts, stock=(), **brief):
    return JobState.model_validate(
        {
            "job": JobSpec.model_validate({"name": "Reed Weir", **brief}),
            "parts": {k: PartSpec.model_validate(p) for k, p in enumerate(parts, 1)},
            "stock": {k: {"item": item} for k, item in enumerate(stock, 1)},
        }
    )


def test_everything_that_is_bought_stands_on_one_list():
    """Finding D8. By hand: two bars of 6 m at 50 for three of 2500, one sheet of 2 x 1 m at 200 for four of 600 x 400
    (0.96 of 2 m2 at 0.7 is 1.4), 10 bolts at 0.8, a wheel at 35, and no price for paint.
    """
    hardware = [
        {"kind": "bolt", "size": "M12", "grip": entry(20), "qty": 10, "price": entry(0.8)},
        {"kind": "consumable", "name": "paint", "unit": "l", "qty": 2},
    ]
    carried = [{"name": "wheel", "mass": entry(4), "price": entry(35)}]
    stock = [bar("SHS 60×60×4 hot", 6000, price=entry(50)), sheet(2000, 1000, price=entry(200))]
    found = figures(state([tube(2500, 3), plate(600, 400, 8, 4)], stock, hardware=hardware, carried=carried), solve)
    lines = {x.kind: x for x in found.purchase.lines}
    assert (lines["bars"].amount, lines["bars"].money) == (2, 100)
    assert (lines["plates"].amount, lines["plates"].money, lines["plates"].estimate) == (1, 200, True)
    assert lines["ready"].money == 35 and [x.money for x in found.purchase.of("hardware")] == [8, None]
    assert found.purchase.money == 343 and found.purchase.money_estimate == 200 and found.purchase.unpriced == 1


def test_a_nest_that_stands_is_a_fact():
    """Finding D8: after nesting the thread kept its estimate at 70 %, 191.58 of 883.12."""
    found = figures(state([plate(900, 600, 8, 4)], [sheet(1000, 700, price=entry(70))]), solve)
    (group,) = found.sheets
    assert found.purchase.money == 5 * 70 and found.purchase.money_estimate == 350
    fact = with_nests(found.purchase, found.sheets, {group.key: {group.problem.sheets[0].id: 4}})
    assert fact.money == 280 and fact.money_estimate == 0 and fact.lines[0].amount == 4
    assert with_nests(found.purchase, found.sheets, {}) == found.purchase


def test_what_is_on_hand_is_not_bought():
    stock = [sheet(1000, 700, price=entry(70)), sheet(2000, 1000, qty=1, price=entry(150))]
    found = figures(state([plate(900, 600, 8, 4)], stock), solve)
    (group,) = found.sheets
    # 2.16 m2 wanted, 1.4 of them off the sheet that is here; the rest off two of 0.49
    assert estimated(group) == {"s2": 1, "s1": 2} and found.purchase.money == 140


def test_an_offer_must_take_the_largest_piece():
    stock = [sheet(800, 400, price=entry(10)), sheet(2000, 1000, price=entry(150))]
    found = figures(state([plate(900, 600, 8, 1)], stock), solve)
    assert [x.length_mm for x in found.purchase.lines] == [2000]


def test_a_stick_that_the_yard_halves_is_bought_whole():
    """Finding D1: three halves are two sticks at 92 with their cuts."""
    stock = [bar("SHS 60×60×4 hot", 6096, price=entry(90), yard_cut=entry(2))]
    found = figures(state([tube(2946, 3)], stock, longest_piece=entry(4000)), solve)
    (line,) = found.purchase.lines
    assert (line.amount, line.price, line.money, line.length_mm) == (2, 92, 184, None)


def test_sent_out_work_has_its_least_charge():
    found = figures(state([plate(100, 60, 8, 1, process="laser, sent out")]), solve)
    (sent,) = found.purchase.of("sent out")
    assert sent.what == "laser, sent out" and sent.money == 40 and "until it is offered" in sent.note


def test_flat_bar_is_compared_in_whole_bars():
    """Finding D2: 72 was shown where two whole bars at 70 are needed. By hand: three of 2900 x 60 x 8 off flat bars of
    6 m take two bars, 140; with a third of a bar free already they would add one.
    """
    stock = [bar("FL 60×8", 6000, price=entry(70)), sheet(3000, 1500, price=entry(300))]
    job = state([plate(2900, 60, 8, 3)], stock)
    found = figures(job, solve)
    choice = flat_choice(job, found.parts, 1, solve)
    exact = choice.flats[0]
    assert (exact.bar, exact.split_mm, exact.money, exact.short) == ("FL 60×8", 0, 140, False)
    assert choice.sheet_money == pytest.approx(300, abs=20) and choice.sheet_money > 300
    # one more piece that is cut from it anyhow: its bar has room for one of these
    other = plate(2900, 60, 8, 1, mark="Q", shape={"off_bar": True})
    job = state([plate(2900, 60, 8, 3), other], stock)
    assert flat_choice(job, figures(job, solve).parts, 1, solve).flats[0].money == 70


def test_a_wider_flat_is_offered_and_split():
    """Finding D2: a flat of 55 is not made; one of 60 is, and 5 are split off at the shop's cut-off wheel."""
    stock = [bar("FL 60×8", 6000, price=entry(70))]
    job = state([plate(2900, 55, 8, 2)], stock)
    found = figures(job, solve)
    choice = flat_choice(job, found.parts, 1, solve)
    wide = choice.flats[0]
    # by hand: one bar, and 2 x 2900 at 1200 / 8 mm a minute, 40 an hour
    assert (
        wide.bar == "FL 60×8"
        and wide.split_mm == 5
        and wide.money == pytest.approx(70 + 5800 / 150 / 60 * 40, abs=0.01)
    )
    taken = state([plate(2900, 55, 8, 2, shape={"off_bar": True, "flat": "FL 60×8"})], stock)
    (group,) = figures(taken, solve).bars
    assert group.group.section_id == "FL 60×8" and not figures(taken, solve).sheets
    assert flat_choice(job, found.parts, 1, solve).off_bar is False
    assert flat_choice(taken, figures(taken, solve).parts, 1, solve).flat == "FL 60×8"


def test_a_plate_without_a_flat_of_its_thickness_has_no_choice():
    job = state([plate(2900, 60, 7.3, 1), tube(1000, 1)])
    found = figures(job, solve)
    assert flat_choice(job, found.parts, 1, solve) is None and flat_choice(job, found.parts, 2, solve) is None
