"""Tube walls, prying, block shear, friction, repeated loading, and joints chosen for ends of bars; a source beside
each.
"""

import math

import numpy as np
import pytest
from hypothesis import given, settings
from hypothesis import strategies as st
from scipy.optimize import minimize_scalar

from tests.core.test_structures import ROD, asked, bar, force, shape
from tests.values.formulas import tee_stub_N
from yorvek.core.checks.methods import Method
from yorvek.core.clauses.aisc360 import hollow_joints as aisc
from yorvek.core.clauses.aisc360.bolted import slip_N as aisc_slip_N
from yorvek.core.clauses.aisc360.pulled import block_shear, prying
from yorvek.core.clauses.aisc360.webs import web_crippling, web_yielding
from yorvek.core.clauses.aisi_s100.screws import screw_pull_N, screw_shear_N
from yorvek.core.clauses.en1993 import hollow_joints as en
from yorvek.core.clauses.en1993.bolted import slip_N as en_slip_N
from yorvek.core.clauses.en1993.fatigue import endured_MPa
from yorvek.core.clauses.en1993.wheels import flange_under_wheel_N
from yorvek.core.errors import InputError
from yorvek.core.frames import FrameLoad, RoleChoice, check_frame, upgrades
from yorvek.core.jobs.joints import joint_entered, plain_joint
from yorvek.core.joints import KINDS, End, bigger, rules_of
from yorvek.core.joints.base_plate import OnBase
from yorvek.core.joints.end_plate import EndPlated
from yorvek.core.joints.fish_plates import FishPlated
from yorvek.core.joints.friction import Held
from yorvek.core.joints.groove import Grooved
from yorvek.core.joints.gusset import Gusseted
from yorvek.core.joints.pin import Pinned
from yorvek.core.joints.rated import Rated
from yorvek.core.joints.screws import Screwed
from yorvek.core.joints.strengths import bolt_shear_N
from yorvek.core.joints.weld import Welded
from yorvek.core.materials import material
from yorvek.core.sections import section
from yorvek.core.theory.grip import pinched, preload_N


@given(beta=st.floats(0.2, 0.8), eta=st.floats(0.2, 1.5), t=st.floats(2, 8))
def test_the_face_by_yield_lines(beta, eta, t):
    """Johansen's yield lines around a rectangular patch on a face held at both edges, the length of the end fans
    sought:
    work per unit of movement m [4h/a + 8c/a + 4B/c], a half of what is left of the face, m = Fy t2 / 4.
    """
    B, Fy = 100.0, 355.0
    a, h, m = B * (1 - beta) / 2, eta * B, Fy * t**2 / 4
    found = minimize_scalar(lambda c: m * (4 * h / a + 8 * c / a + 4 * B / c), bounds=(1, 500), method="bounded")
    assert aisc.face_yielding_N(Fy, t, beta, eta, 1.0).value == pytest.approx(found.fun, rel=1e-4)


def test_the_round_wall_by_the_eurocode():
    """EN 1993-1-8 table 7.2 and AISC K3-1, T joint: AISC's constants are a tenth higher with the same form."""
    for cross in (False, True):
        here = aisc.round_axial_N(355, 5.0, 114.3, 60.3, cross=cross, Qf=1.0).value
        assert 1.0 < here / en.round_axial_N(355, 5.0, 114.3, 60.3, cross=cross, kp=1.0) < 1.12


def test_a_chord_that_is_pushed_has_less_left():
    """K2.3, worked by hand: 1.3 - 0.4 U / beta on a flat face, 1 - 0.3 U (1 + U) on a round one."""
    assert aisc.flat_stress_factor(0.6, 0.5) == pytest.approx(1.3 - 0.4 * 0.6 / 0.5)
    assert aisc.round_stress_factor(0.5) == pytest.approx(1 - 0.3 * 0.5 * 1.5)
    assert aisc.flat_stress_factor(0.0, 0.5) == 1.0


@given(t=st.floats(4, 30), B=st.floats(2e4, 1.2e5), m=st.floats(20, 60), n=st.floats(15, 60))
def test_prying_by_the_tee_stub(t, B, m, n):
    """AISC's prying and the three ways a tee stub yields (EN 1993-1-8 6.2.4) are one equilibrium, the hole aside."""
    n = min(n, 1.25 * m)
    p, f = 80.0, 220.0
    aisc = prying(
        bolt_N=B, b_mm=m, a_mm=n, pitch_mm=p, hole_mm=1e-9, bolt_mm=1e-9, plate_mm=t, stress_MPa=f
    ).available_N  # fmt: skip
    tee = tee_stub_N(bolt_N=B, m_mm=m, n_mm=n, plastic_Nmm=p * t**2 * f / 4)
    assert aisc == pytest.approx(tee / 2, rel=1e-6)


def test_block_shear_by_hand():
    """J4-5 with figures worked by hand: 0.6·450·1000 = 270 kN against 0.6·355·1200 = 255.6 kN, and 450·300 = 135 kN."""
    found = block_shear(gross_shear_mm2=1200, net_shear_mm2=1000, net_tension_mm2=300, Fy_MPa=355, Fu_MPa=450)
    assert found.nominal == pytest.approx(255_600 + 135_000)


def test_slip_by_the_tables():
    """M20 of class 8.8, Fp,C = 0.7 fub As = 137.2 kN: slip of one plane on blasted steel 54.9 kN (EN 1993-1-8 3.9,
    worked by hand); M20 of group 120, class A: 0.30·1.13·142 kN / 1.5 (AISC J3-4, table J3.1M)."""
    assert en_slip_N(137_200, 0.5, 1, "standard") == pytest.approx(54_880)
    assert aisc_slip_N(142_000, 0.30, 1, "standard", "asd") == pytest.approx(48_138 / 1.5, rel=1e-4)


def test_a_pinched_clamp_by_statics():
    """Two lines of contact: each presses with the bolts' sum, friction turns it at half the diameter on both."""
    each = preload_N(40_000, 10)
    assert each == pytest.approx(20_000)  # T / (0.2 d)
    hold = pinched(bolts=2, each_N=each, bar_mm=40, friction=0.15)
    assert hold.torque_Nmm == pytest.approx(2 * 0.15 * 40_000 * 20)
    assert hold.slip_N == pytest.approx(2 * 0.15 * 40_000)


def test_detail_categories():
    """EN 1993-1-9 7.1: the category at two million, 0.737 of it at five million, 0.405 at the cut-off."""
    assert endured_MPa(71, 2e6) == pytest.approx(71)
    assert endured_MPa(71, 5e6) == pytest.approx(0.737 * 71, rel=1e-3)
    assert endured_MPa(71, 1e8) == pytest.approx(0.405 * 71, rel=2e-3)
    assert endured_MPa(71, 1e9) == endured_MPa(71, 1e8)


def test_webs_under_a_load():
    """J10-2, J10-3: half the spread at an end. J10-4: the formula's two factors of 0.80 and 0.40 away from and at an
    end.
    """
    middle = web_yielding(Fy_MPa=345, web_mm=9, k_mm=25, bearing_mm=100, at_end=False).nominal
    end = web_yielding(Fy_MPa=345, web_mm=9, k_mm=25, bearing_mm=100, at_end=True).nominal
    assert middle - end == pytest.approx(345 * 9 * 2.5 * 25)
    plain = {"Fy_MPa": 345, "E_MPa": 200_000, "depth_mm": 457, "web_mm": 9, "flange_mm": 14.5, "bearing_mm": 80}
    assert web_crippling(**plain, at_end=False).nominal == pytest.approx(
        2 * web_crippling(**plain, at_end=True).nominal
    )


def test_a_wheel_on_a_flange():
    """EN 1993-6 6.7: no strength is left where the member's own bending yields the flange."""
    plain = {"fy_MPa": 355, "flange_mm": 10, "width_mm": 120, "web_mm": 7, "root_mm": 12, "from_edge_mm": 20}
    m = 0.5 * 113 - 0.8 * 12 - 20
    assert flange_under_wheel_N(**plain, bent_MPa=0) == pytest.approx(math.sqrt(2) * (m + 20) * 100 * 355 / m)
    assert flange_under_wheel_N(**plain, bent_MPa=355) == 0


ARM = shape("tied arm", height=2500, reach=2000, tie_rise=900)
PIN = Pinned(pin_mm=20, lug_mm=10, cheek_mm=8, width_mm=60, edge_mm=30, foot_height_mm=40)


def with_joint(at, joint, newton=3000, **more):
    return check_frame(asked(ARM, [force("tip", newton)], {"tie": ROD}, joints={at: joint}, **more))


def joint_of(verdict, name, node):
    return next(j for j in bar(verdict, name).joints if j.node == node)


JOINTS = [
    ("tie, tip", PIN, {"pin", "lug", "cheeks", "lug foot", "lug wall"}),
    ("arm, hinge", PIN.model_copy(update={"pin_mm": 24.0, "width_mm": 80.0, "edge_mm": 40.0}),
        {"pin", "lug", "cheeks", "lug foot", "lug wall"}),
    ("post below, foot", OnBase(length_mm=250, width_mm=250, plate_mm=15, anchor_mm=16, edge_mm=35),
        {"base plate", "anchors", "weld"}),
    ("post below, foot", EndPlated(bolt_mm=16, rows=2, pitch_mm=160, gauge_mm=130, width_mm=200, plate_mm=15),
        {"end plate", "bolts", "weld"}),
    ("tie, head", Held(by="clamp", bolt_mm=10, bolts=4, torque_Nm=60), {"slip"}),
    ("tie, head", Rated(what="turnbuckle", rating_N=12_000), {"rating"}),
    ("post below, foot", Welded(leg_mm=8), {"weld"}),
]  # fmt: skip


@pytest.mark.parametrize(("at", "joint", "expected"), JOINTS, ids=[f"{j.kind} {a}" for a, j, _ in JOINTS])
def test_a_chosen_joint_is_checked_and_grows_with_its_load(at, joint, expected):
    name, node = at.split(", ")
    found = joint_of(with_joint(at, joint), name, node)
    assert found.chosen and found.kind == joint.kind
    assert {c.id.rsplit(": ", 1)[1] for c in found.checks} == expected
    assert all(c.source and c.formula and c.clause for c in found.checks if c.not_checked is None)
    heavier = joint_of(with_joint(at, joint, 6000), name, node)
    for light, heavy in zip(found.checks, heavier.checks, strict=True):
        assert heavy.reserve is not None and heavy.reserve <= light.reserve


@pytest.mark.parametrize("joint", [j for _, j, _ in JOINTS[:-2]], ids=[f"{j.kind} {a}" for a, j, _ in JOINTS[:-2]])
def test_every_bigger_joint_is_no_weaker(joint):
    at = next(a for a, j, _ in JOINTS if j is joint)
    name, node = at.split(", ")

    def least(j):
        return min(c.reserve for c in joint_of(with_joint(at, j), name, node).checks if not c.id.endswith("weld"))

    steps = bigger(joint)
    assert steps
    assert max(least(j) for _, j in steps) > least(joint)


def test_the_pin_by_hand():
    """Pull F of the tie: two planes of 0.45·800 MPa over 2.00, and F/2 on a lever of t/4 + gap + c/2 (the trade's rule)
    against 1.6 yield moments of a round bar over 1.67 (F11)."""
    v = with_joint("tie, tip", PIN)
    pin = next(c for c in joint_of(v, "tie", "tip").checks if c.id.endswith(": pin"))
    pull = max(np.abs(bar(v, "tie").N_N))
    shear = 2 * 0.45 * 800 * math.pi * 100 / 2
    moment = 1.6 * math.pi * 20**3 / 32 * 640 / 1.67
    lever = 2.5 + 1 + 4
    assert pin.demand == pytest.approx(max(pull / shear, pull / 2 * lever / moment), rel=2e-2)


def test_a_modified_part_and_a_square_bar_are_not_checked():
    v = with_joint("tie, head", Rated(what="turnbuckle", rating_N=12_000, modified=True))
    assert v.strength.value is None and "void" in v.strength.governs
    v = with_joint("post below, foot", Held(by="clamp", bolt_mm=10, bolts=4, torque_Nm=60))
    assert v.strength.value is None and "not round" in v.strength.governs


def test_a_joint_at_an_end_that_is_not_there():
    with pytest.raises(InputError, match="the end of a bar"):
        with_joint("tie, foot", PIN)


def test_an_offer_for_a_chosen_joint():
    """A weak pin is mended by the next pins, and what governs then is said."""
    weak = PIN.model_copy(update={"pin_mm": 8.0, "gap_mm": 8.0, "edge_mm": 36.0})
    request = asked(ARM, [force("tip", 3000)],
        {"tie": ROD, "post": RoleChoice(section_id="SHS 140×140×8 hot", material_id="S355")},
        joints={"tie, tip": weak})  # fmt: skip
    verdict = check_frame(request)
    assert verdict.strength.check_id == "tie, tip: pin"
    offers = [u for u in upgrades(request, verdict) if u.joint_at == "tie, tip"]
    assert offers and offers[0].joint.pin_mm > 8 and offers[0].after > offers[0].before and offers[0].governs_after


@pytest.mark.parametrize("joint", [j for _, j, _ in JOINTS], ids=[f"{j.kind} {a}" for a, j, _ in JOINTS])
def test_a_joint_comes_back_from_its_entry(joint):
    assert plain_joint(joint_entered(joint)) == joint


def test_the_wall_under_a_cross_member():
    """A cross member half as wide as the rail: its moment against the rail's face, by tables K3.2 and K4.2 worked here
    again.
    """
    roles = {"cross member": RoleChoice(section_id="SHS 40×40×3 hot", material_id="S355")}
    request = asked(shape("deck", length=3000, width=1200, bays=2), [force("middle", 2000)], roles)
    v = check_frame(request)
    wall = next(c for c in joint_of(v, "cross 1a", "L1").checks if c.id.endswith(": wall"))
    inputs = {x.symbol: x.value for x in wall.inputs}
    t, beta, eta = 5.0, 0.5, 0.5
    face = 355 * t**2 * (2 * eta / (1 - beta) + 4 / math.sqrt(1 - beta)) / 1.5
    assert inputs["Na"] == pytest.approx(face * inputs["Qf"], rel=1e-6)
    assert wall.reserve is not None and wall.reserve > 0


def test_a_load_that_comes_and_goes():
    """Stress range at the root of the weld: the load alone, its dynamic factor in it; half of it lasts eight times as
    often.
    """
    load = FrameLoad(name="gust", case="live", spot="tip", force_N=400, cycles=2e6)
    v = check_frame(asked(shape("side arm", reach=800, side=300), [load]))
    weld = next(c for c in joint_of(v, "arm", "wall").checks if "repeated" in c.id)
    assert weld.capacity == pytest.approx(36 / 1.35)
    seldom = load.model_copy(update={"cycles": 2e6 / 8})
    v = check_frame(asked(shape("side arm", reach=800, side=300), [seldom]))
    assert next(c for c in joint_of(v, "arm", "wall").checks if "repeated" in c.id).capacity == pytest.approx(72 / 1.35)
    never = load.model_copy(update={"cycles": 0})
    v = check_frame(asked(shape("side arm", reach=800, side=300), [never]))
    assert not any("repeated" in c.id for c in joint_of(v, "arm", "wall").checks)


@settings(max_examples=15)
@given(factor=st.floats(1.1, 3.0))
def test_the_reserve_falls_with_the_load(factor):
    light = with_joint("tie, tip", PIN, 1500)
    heavy = with_joint("tie, tip", PIN, 1500 * factor)
    assert heavy.strength.value < light.strength.value


def _end(section_id: str = "RHS 120×80×6.3 hot", method: str = "asd") -> End:
    return End("arm", "wall", section(section_id), material("S355"), Method(kind=method), filler_MPa=480.0)


PULL = np.array([50_000.0, 0.0, 0.0, 0.0, 0.0, 0.0])


def test_a_full_penetration_weld_is_worth_the_metal() -> None:
    """J2.4: the joint's strength is that of the base metal, here yield over 1.67 on the wall all round."""
    end = _end()
    (rule,) = rules_of(end, Grooved(), hinged=False)
    found = rule.record(PULL, "D")
    assert found.capacity == pytest.approx(min(6.3 * 355 / 1.67, 6.3 * end.Fu_MPa / 2.0))
    assert found.demand == pytest.approx(50_000 / 400)
    partial = rules_of(end, Grooved(throat_mm=3.0), hinged=False)[0].record(PULL, "D")
    assert partial.capacity == pytest.approx(min(3 * 355 / 1.67, 3 * end.Fu_MPa / 2, 3 * 0.6 * 480 / 2.0))
    deep = rules_of(end, Grooved(throat_mm=9.0), hinged=False)[0].record(PULL, "D")
    assert deep.not_checked and "more than the wall" in deep.not_checked


def test_fish_plates_by_statics() -> None:
    """A moment is a couple of the two plates at the depth plus one thickness; a pull is shared."""
    joint = FishPlated(plate_mm=8, width_mm=60, lap_mm=120, taper_mm=20, leg_mm=5)
    plates, welds = rules_of(_end(), joint, hinged=False)
    bent = np.array([0.0, 0.0, 0.0, 0.0, 0.0, 4e6])
    assert plates.record(bent, "D").demand == pytest.approx(4e6 / 128 / 480)
    assert welds.record(bent, "D").demand == pytest.approx(4e6 / 128 / 200)
    assert plates.record(PULL, "D").demand == pytest.approx(25_000 / 480)
    tapered = FishPlated(plate_mm=8, width_mm=60, lap_mm=20, taper_mm=20, leg_mm=5)
    assert rules_of(_end(), tapered, hinged=False)[1].record(bent, "D").not_checked


def test_screws_by_hand() -> None:
    """AISI S100 J4 with d 5.5, cleat 2, wall 3 (ratio 1.5): tilting 4.2 sqrt(27 x 5.5) Fu against bearing 2.7 x 2 x 5.5
    Fu.
    """
    Fu = 400.0
    bearing = 2.7 * 2 * 5.5 * Fu
    assert screw_shear_N(5.5, 2, 3, Fu, Fu) == pytest.approx(bearing)  # tilting is above bearing here
    thin = min(4.2 * (1.5**3 * 5.5) ** 0.5 * Fu, 2.7 * 1.5 * 5.5 * Fu)
    assert screw_shear_N(5.5, 2, 1.5, Fu, Fu) == pytest.approx(thin)
    assert screw_pull_N(5.5, 14, 2, 3, Fu, Fu) == pytest.approx(min(0.85 * 3 * 5.5 * Fu, 1.5 * 2 * 14 * Fu))
    joint = Screwed(screw_mm=5.5, screws=4, head_mm=14, plate_mm=2)
    (rule,) = rules_of(_end("SHS 40×40×3 hot"), joint, hinged=True)
    assert rule.record(np.array([1000.0, 0, 0, 0, 0, 0]), "D").reserve
    assert rule.record(np.array([1000.0, 0, 0, 0, 0, 5e5]), "D").not_checked


def test_a_gusset_by_its_effective_width() -> None:
    """Whitmore: 80 of lap spreads by 30 degrees to 120 + 2 x 80 tan 30 = 212.4 wide on 8 mm; two welds of 80 take the
    pull.
    """
    joint = Gusseted(plate_mm=8, lap_mm=80, free_mm=40, leg_mm=5)
    end = _end()
    pull, push, welds = rules_of(end, joint, hinged=True)
    width = 120 + 2 * 80 * math.tan(math.radians(30))
    assert pull.record(PULL, "D").capacity == pytest.approx(width * 8 * end.Fy_MPa / 1.67)
    assert welds.record(PULL, "D").demand == pytest.approx(50_000 / 160)
    assert push.record(-PULL, "D").demand == pytest.approx(50_000) and pull.record(-PULL, "D").demand == 0
    long = rules_of(end, Gusseted(plate_mm=8, lap_mm=80, free_mm=400, leg_mm=5), hinged=True)[1]
    assert (long.record(-PULL, "D").capacity or 0) < (push.record(-PULL, "D").capacity or 0)
    assert pull.record(np.array([0.0, 0, 0, 0, 0, 1e6]), "D").not_checked


@pytest.mark.parametrize("kind", KINDS)
def test_every_limit_state_that_a_kind_declares_is_answered(kind):
    """The ledger: a state without a rule and without a reason is not checked, and says so."""
    from yorvek.core.joints.rule import ledger

    declared = KINDS[kind].states
    found = ledger(_end(), declared, {})
    assert len(found) == len(declared)
    for rule, name in zip(found, declared, strict=True):
        record = rule.record(PULL, "D")
        assert record.reserve is None and name in (record.not_checked or "")
        assert np.isnan(rule.use(PULL[None, :])).all()


@pytest.mark.parametrize(
    ("grade", "fub", "alpha_v"), [("4.6", 400, 0.6), ("5.6", 500, 0.6), ("8.8", 800, 0.6), ("10.9", 1000, 0.5)]
)
def test_a_bolt_by_en_is_cut_by_its_own_class(grade, fub, alpha_v):
    """EN 1993-1-8 table 3.4, threads in the plane: alpha_v fub As / 1.25, M16 with As = 157 mm2 (ISO 898)."""
    end = End("arm", "wall", section("SHS 60×60×4 hot"), material("S355"), Method(kind="en"))
    assert bolt_shear_N(end, grade, 16, threads_in=True) == pytest.approx(alpha_v * fub * 157 / 1.25, rel=0.005)
