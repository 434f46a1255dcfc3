"""The thread's figures: groups, stock, masses and reserves of a job, against arithmetic written here."""

import pytest

from tests.core.jobs import demo, worked
from tests.core.test_parts import base_plate, mm
from tests.verifiers import check_bars
from yorvek.core.jobs import JobSpec, JobState
from yorvek.core.jobs.budget import lift_of
from yorvek.core.jobs.cautions import cautions
from yorvek.core.jobs.cutting import OWN_VALUE
from yorvek.core.quantities.entry import resolve


def plain_job(**more):
    """A joist on two ends under a crowd, a bar part that follows it, a plate, and one bar on offer."""
    state = JobState.model_validate(
        {
            "job": {"name": "Heron Hide", "span_over": 240},
            "loads": {1: {"name": "crowd", "case": "live", "form": "area", "area": mm("5 kN/m2")}},
            "members": {
                1: {
                    "mark": "J1",
                    "qty": 6,
                    "length": mm(3000),
                    "supports": [{"at": mm(0)}, {"at": mm(3000)}],
                    "loads": [{"load_id": 1, "width": mm(600)}],
                    "section_id": "SHS 80×80×4 hot",
                    "material_id": "S355",
                }
            },
            "parts": {
                1: {"mark": "J1", "qty": 6, "module": "Deck", "shape": {"family": "bar", "member_id": 1}},
                2: {"mark": "F1", "qty": 4, "module": "Posts", "material_id": "S355", "shape": base_plate()},
            },
            "stock": {
                1: {
                    "item": {
                        "form": "bar",
                        "section_id": "SHS 80×80×4 hot",
                        "material_id": "S355",
                        "length": mm(6100),
                        "price": mm(80),
                    }
                }
            },
            **more,
        }
    )
    parts = {k: p if p.material_id else p.model_copy(update={"material_id": "S355"}) for k, p in state.parts.items()}
    return state.model_copy(
        update={
            "loads": {k: resolve(v, {}) for k, v in state.loads.items()},
            "members": {k: resolve(v, {}) for k, v in state.members.items()},
            "parts": {k: resolve(v, {}) for k, v in parts.items()},
            "stock": {k: resolve(v, {}) for k, v in state.stock.items()},
        }
    )


def bar_on_hand(length, qty, **more):
    item = {"form": "bar", "section_id": "SHS 80×80×4 hot", "material_id": "S355", "length": mm(length), "qty": qty}
    return {"item": {**item, "price": mm(40), **more}}


def test_six_joists_come_out_of_three_bars_by_hand():
    found = worked(plain_job())
    (bars,) = found.bars
    # Two of 3000 and one kerf of 2.5 between them need 6002.5 of the 6090 left after 10 mm of trim; three never fit.
    assert [(b.count, b.cuts[0].qty) for b in bars.plan.bars] == [(3, 2)]
    assert bars.plan.proven and bars.plan.cost == 240
    assert check_bars(bars.group.problem, bars.plan) == 240
    assert found.bars_to_cut == found.bars_to_buy == 3 and found.purchase.of_kind("bars") == 240
    assert bars.plan.bars[0].drop == pytest.approx(6100 - 10 - 6000 - 2 * 2.5)


def test_reserve_of_the_joist_by_hand():
    """A simple beam: wl2/8 and 5wl4/384EI, with the section's tabulated S and I."""
    found = worked(plain_job())
    verdict = found.members[1].verdict
    from yorvek.core.sections import section

    s = section("SHS 80×80×4 hot")
    own = s.mass_kg_per_m() * 9.80665 / 1000
    w = 5e-3 * 600
    moment = (w + own) * 3000**2 / 8
    moved = 5 * (w + own) * 3000**4 / (384 * 210e3 * s.Ix_mm4)
    limit = 3000 / 240
    assert verdict.strength.value == pytest.approx(355 / 1.67 * s.Sx_mm3 / moment, rel=2e-3)
    assert verdict.stiffness.value == pytest.approx(limit / moved, rel=2e-3)
    assert found.strength.value == verdict.strength.value and found.weakest == "J1"


def test_metal_on_hand_counts_for_less_than_new():
    state = plain_job(stock={1: bar_on_hand(6100, 2), 2: bar_on_hand(6100, None)})
    (bars,) = worked(state).bars
    costs = {s.id: s.cost for s in bars.group.problem.stock}
    assert costs == {"s1": pytest.approx(40 * OWN_VALUE), "s2": 40}
    used = {b.stock: b.count for b in bars.plan.bars}
    assert used == {"s1": 2, "s2": 1}
    assert worked(state).bars_to_buy == 1


def test_a_bar_that_cannot_be_brought_is_left_out_and_named():
    state = plain_job()
    job = resolve(state.job.model_validate({**state.job.model_dump(), "longest_piece": mm(4000)}), {})
    (bars,) = worked(state.model_copy(update={"job": job})).bars
    assert any("6100" in words for words in bars.group.left_out)
    assert [u.qty for u in bars.plan.unplaced] == [6]


def test_without_stock_a_usual_length_is_assumed_and_said():
    found = worked(plain_job(stock={}))
    (line,) = found.bars[0].group.lines
    assert line.assumed and "assumed" in line.words
    assert found.sheets[0].lines[0].assumed


def test_a_mark_that_stands_twice_is_cut_twice():
    state = plain_job()
    twin = state.parts[2].model_copy(update={"qty": 3})
    (group,) = worked(state.model_copy(update={"parts": {**state.parts, 3: twin}})).sheets
    assert [(p.id, p.qty) for p in group.problem.parts] == [("F1", 4), ("F1 (2)", 3)]


def test_a_member_that_cannot_be_checked_stands_first_and_has_no_reserve():
    state = plain_job()
    lost = state.members[1].model_copy(update={"loads": [state.members[1].loads[0].model_copy(update={"load_id": 9})]})
    found = worked(state.model_copy(update={"members": {1: state.members[1], 2: lost}}))
    assert found.members[2].verdict is None and "no longer in the brief" in found.members[2].trouble
    assert found.strength.value is None and found.strength.word == "not checked"
    assert found.members[1].verdict is not None


def test_beside_what_is_not_checked_stands_what_gives():
    state = plain_job()
    good = state.members[1]
    lost = good.model_copy(update={"mark": "B9", "loads": [good.loads[0].model_copy(update={"load_id": 9})]})
    slim = good.model_copy(update={"mark": "B8", "section_id": "SHS 40×40×3 hot"})
    found = worked(state.model_copy(update={"members": {1: good, 2: lost, 3: slim}}))
    assert found.strength.value is None
    assert "no longer in the brief" in found.strength.governs
    assert "; and B8, bending, gives at 0." in found.strength.governs
    alone = worked(state.model_copy(update={"members": {1: good, 2: lost}}))
    assert " gives at " not in alone.strength.governs


def test_a_part_that_cannot_be_drawn_is_named_and_the_rest_goes_on():
    state = plain_job()
    gone = state.parts[1].model_copy(update={"shape": state.parts[1].shape.model_copy(update={"member_id": 7})})
    found = worked(state.model_copy(update={"parts": {1: gone, 2: state.parts[2]}}))
    assert found.parts[1].geometry is None and found.parts[1].trouble
    assert found.parts[2].geometry is not None and not found.bars


def test_module_masses_add_up_and_know_the_limit():
    found = worked(plain_job())
    assert sum(m.mass_kg for m in found.modules) == pytest.approx(found.mass_kg)
    assert [m.module for m in found.modules] == ["Deck", "Posts"]
    assert all(m.within is None for m in found.modules)


def test_what_is_bought_and_loaded_counts_to_its_module():
    """Lift and limit go by the empty module: the load is taken off first."""
    state = plain_job()
    asked = {
        "module_mass_limit": {"text": "200 kg", "value": 200.0},
        "carried": [
            {
                "name": "lamp standard",
                "module": "Deck",
                "mass": {"text": "11 kg", "value": 11.0},
                "price": {"text": "80", "value": 80.0},
            },
            {"name": "visitors", "module": "Deck", "kind": "payload", "mass": {"text": "300 kg", "value": 300.0}},
            {"name": "lamp", "module": "Mast", "mass": {"text": "2 kg", "value": 2.0}},
        ],
    }
    job = JobSpec.model_validate({**state.job.model_dump(), **asked})
    plain, found = worked(state), worked(state.model_copy(update={"job": job}))
    deck, before = found.modules[0], plain.modules[0]
    assert deck.mass_kg == before.mass_kg
    assert deck.empty_kg == pytest.approx(before.mass_kg + 11) and deck.loaded_kg == pytest.approx(before.mass_kg + 311)
    assert deck.bought_price == 80 and deck.within == (deck.empty_kg <= 200)
    assert next(m for m in found.modules if m.module == "Mast").empty_kg == 2


@pytest.mark.parametrize("name", ["heron-hide", "osprey-perches", "scope-pier"])
def test_the_demo_jobs_are_whole(name):
    state = demo(name)
    found = worked(state)
    assert found.strength.value >= 1 and found.stiffness.value >= 1
    assert not any(w.trouble for w in found.parts.values())
    assert all(not b.plan.unplaced for b in found.bars)
    assert found.pieces == sum(p.qty for p in state.parts.values())
    assert found.mass_kg == pytest.approx(sum(w.geometry.mass_kg * w.part.qty for w in found.parts.values()))
    for bars in found.bars:
        check_bars(bars.group.problem, bars.plan)
    assert sum(m.mass_kg for m in found.modules) == pytest.approx(found.mass_kg)
    assert all(m.within for m in found.modules if m.limit_kg)


def asked(**job):
    state = plain_job()
    return {c.id for c in cautions(state.model_copy(update={"job": state.job.model_copy(update=job)}))}


def test_cautions_follow_from_what_the_job_contains():
    assert {"cutting", "welding"} <= asked() and not {"people", "public", "lifted", "galvanised"} & asked()
    for flag, caution in (("people_on_it", "people"), ("public", "public"), ("lifted", "lifted")):
        assert caution in asked(**{flag: True})
    assert "galvanising" in asked(finish="galvanised")
    assert "welding" not in asked(welded=False)
    coated = plain_job(stock={1: bar_on_hand(6100, 1, galvanised=True)})
    assert "galvanised" in {c.id for c in cautions(coated)}
    bare = coated.model_copy(update={"job": coated.job.model_copy(update={"welded": False})})
    assert "galvanised" not in {c.id for c in cautions(bare)}


def test_what_stops_work_stands_before_what_asks_for_care():
    state = plain_job()
    loud = state.model_copy(update={"job": state.job.model_copy(update={"people_on_it": True, "lifted": True})})
    levels = [c.level for c in cautions(loud)]
    assert levels == sorted(levels, key=lambda level: level != "stop") and "stop" in levels
    assert all(c.text and c.do and c.decides for c in cautions(loud))


def test_aluminium_and_salt_are_noticed():
    state = plain_job()
    tube = state.members[1].model_copy(update={"material_id": "6082-T6", "section_id": "AL 100×100×4"})
    mixed = state.model_copy(update={"members": {1: tube}})
    assert "aluminium" in {c.id for c in cautions(mixed)} and "salt" not in {c.id for c in cautions(mixed)}
    whole = demo("scope-pier")
    metal = {k: c.model_copy(update={"material_id": "6082-T6"}) for k, c in whole.structures[1].roles.items()}
    framed = state.model_copy(update={"structures": {1: whole.structures[1].model_copy(update={"roles": metal})}})
    assert "aluminium" in {c.id for c in cautions(framed)}, "B10: what a structure is made of counts as well"
    salty = mixed.model_copy(update={"job": mixed.job.model_copy(update={"environment": "salt"})})
    assert "salt" in {c.id for c in cautions(salty)}


def test_the_budget_by_module_by_hand():
    """Six joists of 9.41 kg/m and 3 m in one module: 169 kg, gear for the whole, two persons for a piece (28 kg)."""
    deck, posts = worked(plain_job()).modules
    assert deck.mass_kg == pytest.approx(6 * 3 * 9.4108, rel=1e-4) and deck.pieces == 6
    assert (deck.lift, deck.heaviest, deck.heaviest_lift) == ("lifting gear", "J1", "two persons")
    assert (posts.lift, posts.heaviest_lift) == ("one person", "one person")
    assert [m.material_id for m in deck.metals] == ["S355"]
    assert deck.metals[0].mass_kg == pytest.approx(deck.mass_kg)


@pytest.mark.parametrize(
    ("kg", "who"), [(25, "one person"), (25.1, "two persons"), (50, "two persons"), (50.1, "lifting gear")]
)
def test_who_lifts_it(kg, who):
    assert lift_of(kg) == who


def test_metals_are_told_apart():
    state = plain_job()
    plate = state.parts[2].model_copy(update={"material_id": "304", "module": "Deck"})
    (deck,) = worked(state.model_copy(update={"parts": {1: state.parts[1], 2: plate}})).modules
    assert [m.material_id for m in deck.metals] == ["S355", "304"]
    assert sum(m.mass_kg for m in deck.metals) == pytest.approx(deck.mass_kg)
    steel = worked(state).modules
    assert deck.price > sum(m.price for m in steel)  # stainless plate costs more than steel plate
