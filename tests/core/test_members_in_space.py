"""Members by themselves under loads that run, stand aside, act across, exclude each other or come often."""

import math

import numpy as np
import pytest

from tests.core.typed import TUBE, beam, load
from yorvek.core.checks import BeamMember, check_beam, sensitivity
from yorvek.core.checks.methods import Method
from yorvek.core.comparison import Mine, SweepRequest, swap, sweep
from yorvek.core.errors import InputError
from yorvek.core.frames import check_member
from yorvek.core.sections import catalogue, section, sold_in
from yorvek.core.structures import BeamLoad, BeamRequest
from yorvek.core.structures.beam import Support

G = 9.80665
FREE = {"method": {"kind": "asd"}}


def member(*loads, length=4000.0, supports=(0.0, None), id=TUBE, **more):
    places = [length if x is None else x for x in supports]
    request = BeamRequest(length_mm=length, supports=[Support(x_mm=x) for x in places], loads=list(loads))
    return BeamMember(beam=request, section_id=id, material_id="S355", method=Method(kind="asd"), **more)


def own(id=TUBE):
    return section(id).mass_kg_per_m() * G / 1000


def named(verdict, part):
    return next(c for c in verdict.checks if part in c.id)


def test_what_runs_is_at_its_worst_for_the_middle_and_for_the_end():
    """P L / 4 in the middle, P at the end: influence lines of a simple span."""
    v = check_member(member(BeamLoad(name="module", force_N=5000, runs=True)))
    assert v.moment.greatest == pytest.approx(5000 * 4000 / 4 + own() * 4000**2 / 8, rel=1e-3)
    assert abs(v.shear.greatest) == pytest.approx(5000 + own() * 2000, rel=1e-3)
    assert max(r.most_N for r in v.reactions) == pytest.approx(5000 + own() * 2000, rel=1e-3)
    assert "module at 2000 mm" in v.moment.load_position


def test_what_runs_over_two_spans_is_worst_where_its_influence_line_peaks():
    """0.2074 P L at 0.432 of a span of two: handbook figures of the continuous beam."""
    v = check_member(member(BeamLoad(name="module", force_N=5000, runs=True), length=8000.0, supports=(0, 4000, None)))
    plain = check_member(member(length=8000.0, supports=(0, 4000, None)))
    at = v.moment.at_mm if v.moment.at_mm < 4000 else 8000 - v.moment.at_mm
    assert at == pytest.approx(0.432 * 4000, rel=0.05)
    # 0.07 w L2 at 0.4375 of its span: within the peak of the running load
    assert v.moment.greatest == pytest.approx(0.2074 * 5000 * 4000 + 0.07 * own() * 4000**2, rel=0.01)
    assert plain.moment.greatest < v.moment.greatest


def test_it_runs_no_farther_than_it_is_said():
    v = check_member(member(BeamLoad(name="module", force_N=5000, runs=True, from_mm=0, to_mm=1000)))
    assert v.moment.greatest == pytest.approx((5000 + own() * 2000) * 1000 * 3000 / 4000, rel=0.02)
    with pytest.raises(InputError, match="within 0 and 4000 mm"):
        check_member(member(BeamLoad(name="module", force_N=5000, runs=True, to_mm=4500)))


def test_the_catalogue_is_compared_with_what_runs():
    m = member(BeamLoad(name="module", force_N=5000, runs=True))
    mine = next(c for c in sweep(SweepRequest(member=m)).candidates if (c.section_id, c.material_id) == (TUBE, "S355"))
    assert mine.strength == pytest.approx(check_member(m).strength.value, rel=0.005)
    assert mine.stiffness == pytest.approx(check_member(m).stiffness.value, rel=0.005)


def test_live_loads_up_and_down_do_not_cancel():
    """Either may be there without the other."""
    down, up = BeamLoad(name="crowd", line_N_per_mm=5.0), BeamLoad(name="uplift", line_N_per_mm=-4.0)
    alone, both = check_member(member(down)), check_member(member(down, up))
    assert both.moment.greatest == pytest.approx(alone.moment.greatest)
    assert min(r.least_N for r in both.reactions) == pytest.approx(own() * 2000 - 4 * 2000, rel=1e-6)


def test_aside_it_twists_as_the_same_beam_does_as_a_structure():
    """Statics: T = q e L / 2; the structure's own checks are the reference."""
    id = "IPE 160"
    v = check_member(member(BeamLoad(name="q", line_N_per_mm=2.0, aside_mm=120), id=id))
    put = {"bars": ["b0"], "direction": "down", "aside": {"text": "120 mm"}}
    same = beam(4000, [(load("q", 2, "N/mm"), put)], section=id, job=FREE)
    bar = min((c for b in same.bars for c in b.checks), key=lambda c: c.reserve)
    assert v.strength.value == pytest.approx(bar.reserve, rel=0.01)
    assert v.reactions[0].twist_Nmm == pytest.approx(2 * 120 * 2000, rel=1e-6)
    straight = check_member(member(BeamLoad(name="q", line_N_per_mm=2.0), id=id))
    assert straight.strength.value > 1.2 * v.strength.value


def test_across_and_down_it_bends_both_ways():
    """H1-1 without axial force: shares of both moments add up."""
    down, wind = BeamLoad(name="q", line_N_per_mm=2.0), BeamLoad(name="across", line_N_per_mm=1.5, sideways=True)
    v, straight = check_member(member(down, wind)), check_member(member(down))
    M = (2.0 + own()) * 4000**2 / 8
    share = 1 / named(straight, "bending").reserve
    assert 1 / named(v, "together").reserve == pytest.approx(share * (1 + 1.5 * 4000**2 / 8 / M), rel=0.005)
    assert v.reactions[0].aside_N == pytest.approx(1.5 * 2000, rel=1e-6)
    sag = 5 * (2.0 + own()) * 4000**4 / (384 * 210_000 * section(TUBE).Ix_mm4)
    aside = 5 * 1.5 * 4000**4 / (384 * 210_000 * section(TUBE).Ix_mm4)
    assert named(v, "aside: movement").demand == pytest.approx(math.hypot(sag, aside), rel=0.005)


def test_what_comes_often_tires_it():
    """Stress range P L / 4 over W against its category."""
    often = BeamLoad(name="module", force_N=5000, at_mm=[2000], cycles=2e6)
    v = check_member(member(often))
    assert named(v, "repeated").demand == pytest.approx(5000 * 1000 / (section(TUBE).Ix_mm4 / 50), rel=0.02)
    assert v.strength.value < check_member(member(often.model_copy(update={"cycles": 0.0}))).strength.value


def test_loads_that_exclude_each_other_are_not_added():
    at = [BeamLoad(name=f"place {x}", force_N=4000, at_mm=[x], one_of="module") for x in (1000, 2000, 3000)]
    v = check_member(member(*at))
    one = check_member(member(BeamLoad(name="module", force_N=4000, at_mm=[2000])))
    assert v.strength.value == pytest.approx(one.strength.value, rel=0.01)
    assert v.stiffness.value == pytest.approx(one.stiffness.value, rel=0.01)


def test_what_is_named_but_stands_alone_here_or_comes_seldom_is_straight():
    """A group or a choice with nobody else of it on this member, and what comes ten times a day for a year."""
    alone = BeamLoad(name="q", line_N_per_mm=2.0, group="crowd", one_of="season", cycles=3650)
    assert not member(alone).beam.in_space
    assert check_member(member(alone)).strength == check_member(member(BeamLoad(name="q", line_N_per_mm=2.0))).strength
    two = [alone, BeamLoad(name="p", force_N=500, at_mm=[900], group="crowd")]
    assert member(*two).beam.in_space == ["q", "p"]
    assert member(alone.model_copy(update={"cycles": 1e4})).beam.in_space == ["q"]


def test_loads_of_a_group_come_together():
    """A load that lifts belongs to one that presses: by themselves they would bend it more."""
    down, up = BeamLoad(name="down", force_N=6000, at_mm=[2000]), BeamLoad(name="up", force_N=-4000, at_mm=[2000])
    apart = check_member(member(down, up))
    both = [x.model_copy(update={"group": "gate"}) for x in (down, up)]
    together = check_member(member(*both))
    net = check_member(member(BeamLoad(name="net", force_N=2000, at_mm=[2000])))
    assert together.strength.value == pytest.approx(net.strength.value, rel=0.01)
    assert together.strength.value > 2 * apart.strength.value


def test_a_line_that_excludes_another_lies_on_all_its_spans():
    """Over the middle support of two spans w L2 / 8, whichever of two alike lines it is."""
    lines = [BeamLoad(name=n, line_N_per_mm=4.0, one_of="season") for n in ("snow", "crowd")]
    both = check_member(member(*lines, length=8000.0, supports=(0, 4000, None)))
    one = check_member(member(lines[0], length=8000.0, supports=(0, 4000, None)))
    bent = -named(both, "together").reserve + named(one, "bending").reserve
    assert bent == pytest.approx(0.0, abs=0.01 * named(one, "bending").reserve)
    assert max(r.most_N for r in both.reactions) == pytest.approx(max(r.most_N for r in one.reactions), rel=0.02)


def test_more_loads_than_space_takes_are_not_checked_in_words():
    many = [BeamLoad(name="bolt", force_N=50, at_mm=[80.0 * k for k in range(1, 45)], aside_mm=20)]
    v = check_member(member(*many))
    assert v.strength.value is None
    assert "make it a structure" in v.strength.governs


def test_by_itself_a_beam_says_that_it_does_not_look_aside():
    m = member(BeamLoad(name="q", line_N_per_mm=2.0, aside_mm=120))
    assert check_beam(m).strength.value is None
    assert "judged in space" in check_beam(m).strength.governs


def test_how_far_a_load_aside_may_grow_is_found_in_space():
    m = member(BeamLoad(name="q", line_N_per_mm=2.0, aside_mm=120), id="IPE 160")
    factor = sensitivity(m, check_member).strength_load_factor
    grown = member(BeamLoad(name="q", line_N_per_mm=2.0 * factor, aside_mm=120), id="IPE 160")
    assert check_member(grown).strength.value == pytest.approx(1.0, rel=1e-3)


ASIDE = BeamLoad(name="q", line_N_per_mm=2.0, aside_mm=120)


def test_sizes_of_a_member_in_space_are_worked_out_in_full():
    """Whatever is shown is what the member shows once it is made of it; the lightest is none of an open section."""
    m = member(ASIDE)
    found = sweep(SweepRequest(member=m, materials=["S355"], system="metric"))
    assert found.tried > 300 and 10 < found.worked_out <= 21 and len(found.candidates) == found.worked_out
    for c in found.candidates:
        now = check_member(m.model_copy(update={"section_id": c.section_id, "material_id": c.material_id}))
        assert (c.strength, c.stiffness) == (now.strength.value, now.stiffness.value or 0.0)
    assert found.held and found.lightest.holds and found.lightest.on_frontier
    assert section(found.lightest.section_id).closed, "a channel twists out under it"
    assert found.lightest.mass_kg == min(c.mass_kg for c in found.candidates if c.holds)
    assert any(c.section_id == TUBE for c in found.candidates), "the present one is there to compare with"


def test_no_lighter_size_of_its_series_holds_than_the_lightest_shown():
    """By trying every square tube of the same metal in full."""
    m = member(ASIDE)
    shown = sweep(SweepRequest(member=m, materials=["S355"], shapes=["rhs"], system="metric")).lightest
    for s in catalogue():
        if (
            s.shape == "rhs"
            and s.system == "metric"
            and "S355" in sold_in(s)
            and s.A_mm2 < section(shown.section_id).A_mm2
        ):
            now = check_member(m.model_copy(update={"section_id": s.id}))
            assert now.strength.value is None or min(now.strength.value, now.stiffness.value) < 1.0, s.id


def test_a_size_that_is_asked_for_is_worked_out_too():
    found = sweep(SweepRequest(member=member(ASIDE), materials=["S355"]), also=[("IPE 300", "S355")])
    assert any(c.section_id == "IPE 300" for c in found.candidates)


@pytest.mark.parametrize("equal", ["strength", "stiffness"])
def test_in_another_metal_it_is_matched_by_what_it_shows_in_space(equal):
    m = member(ASIDE)
    found = swap([Mine(mark="B1", qty=1, member=m)], "S235", equal).members[0]
    now = check_member(m.model_copy(update={"section_id": found.section_id, "material_id": "S235"}))
    before = check_member(m)
    assert getattr(now, equal).value >= getattr(before, equal).value * 0.99


def test_only_one_load_runs_and_it_is_a_live_force():
    run = BeamLoad(name="module", force_N=5000, runs=True)
    with pytest.raises(InputError, match="at most one load that runs"):
        check_member(member(run, run))
    with pytest.raises(InputError, match="a live force"):
        check_member(member(run.model_copy(update={"case": "dead"})))


def test_several_spans_held_sideways_as_said():
    """Held every metre a slim beam holds more than held at its ends."""
    q = BeamLoad(name="q", line_N_per_mm=3.0, aside_mm=10)
    free, held = (check_member(member(q, id="IPE 160", unbraced_mm=u)) for u in (None, 1000.0))
    assert np.greater(held.strength.value, free.strength.value)
