"""A knee gusset by statics written out, and where no rule speaks; a plate along a tube that is pushed."""

import math

import pytest
from hypothesis import given, settings
from hypothesis import strategies as st

from tests.core.test_true_joints import check, judged, mm
from tests.core.typed import load, structure
from yorvek.core.clauses.aisc360 import hollow_joints as aisc
from yorvek.core.clauses.en1993 import hollow_joints as en
from yorvek.core.frames import all_checks

POST, RAIL = "SHS 90×90×5 hot", "RHS 120×60×4 hot"
KNEE = {
    "kind": "knee gusset", "leg": mm(5), "plate": mm(8), "along": mm(100), "over": mm(100), "gusset_leg": mm(5),
}  # fmt: skip
M = 1_000_000.0


def on(section=POST, **more):
    return [{"section_id": section, "material_id": "S355", **more}]


def knee(moment=M, onto=None, joint=KNEE, section=POST, **more):
    return judged(section, joint, {"about_width": moment, **more}, onto=on() if onto is None else onto)


def shown(verdict, part):
    one = check(verdict, part)
    return one.demand, one.capacity, {i.symbol: i.value for i in one.inputs}


def test_the_strip_is_in_balance_with_the_moment():
    """h = 100 x 100 / 141.42 = 70.71; w = 0.4 h = 28.28; lever 70.71 - 14.14 = 56.57; S = 1e6 / 56.57 = 17678 N."""
    push, holds, values = shown(knee(), "gusset strip")
    assert push == pytest.approx(M / 56.5685, rel=1e-5)
    # 141.42 x sqrt 12 / 8 = 61.24; Fe = pi2 x 210000 / 61.24^2 = 552.7; 0.658^(355 / 552.7) x 355 = 271.3
    assert values["KL/r"] == pytest.approx(61.237, rel=1e-4) and values["Fcr"] == pytest.approx(271.3, rel=1e-3)
    assert holds == pytest.approx(271.3 * 28.284 * 8 / 1.67, rel=1e-3)


def test_the_welds_of_the_strip_take_its_force():
    """Foot 28.28 / sin 45 = 40 mm, two fillets: 17678 / 80 = 221 N/mm; AISC J2.4: 0.6 x 482.6 x 5 / sqrt 2 / 2."""
    flow, holds, _ = shown(knee(), "gusset welds")
    assert flow == pytest.approx(M / 56.5685 / 80, rel=1e-5)
    assert holds == pytest.approx(min(0.6 * 482.6 * 5 / math.sqrt(2) / 2, 0.6 * 470 * 5 / 2), rel=1e-3)


def test_the_walls_hold_the_feet():
    """K2-12: Fy t2 / (1 - b) (2 l / B + 4 sqrt(1 - b) Qf) / 1.5, b = 8 / 90, l = 40; S sin 45 = 12500 N."""
    force, holds, _ = shown(knee(), "wall it stands on")
    assert force == pytest.approx(12500, rel=1e-4)
    b = 8 / 90
    assert holds == pytest.approx(355 * 25 / (1 - b) * (80 / 90 + 4 * math.sqrt(1 - b)) / 1.5, rel=1e-3)
    share, _, _ = shown(knee(), "wall of the bar")
    # its own stress M / S, 0.6 of yield allowed: Qf = sqrt(1 - U2)
    used = M / 4.45e4 / 355 / 0.6
    assert share == pytest.approx(
        12500 / (holds * (80 / 90 + 4 * math.sqrt((1 - b) * (1 - used**2))) / (80 / 90 + 4 * math.sqrt(1 - b))),
        rel=0.02,
    )


def test_a_corner_leaves_the_walls_half():
    through, corner = (shown(knee(onto=on(place=p)), "wall it stands on")[1] for p in ("runs through", "corner"))
    assert corner == pytest.approx(through / 2)


@pytest.mark.parametrize(
    ("onto", "words"),
    [
        ([], "joined to nothing that is known"),
        ([*on(), *on()], "2 of them"),
        (on("CHS 88.9×5"), "two rectangular tubes"),
        (on(angle_deg=60), "square to each other"),
    ],
)
def test_where_no_rule_speaks_it_is_not_checked(onto, words):
    verdict = knee(onto=onto)
    assert verdict.strength.value is None and verdict.strength.word == "not checked"
    assert all(
        words in check(verdict, part).not_checked for part in ("gusset strip", "gusset welds", "wall of the bar")
    )
    assert check(verdict, "weld").reserve is not None


@settings(max_examples=15, deadline=None)
@given(
    plate=st.sampled_from([5.0, 6.0, 8.0, 10.0]), along=st.floats(60, 250), over=st.floats(60, 250),
    moment=st.floats(1e5, 4e6), pull=st.floats(-4e4, 4e4),
)  # fmt: skip
def test_a_gusset_never_raises_a_reserve(plate, along, over, moment, pull):
    forces = {"about_width": moment, "pull": pull}
    plain = judged(POST, {"kind": "weld", "leg": mm(5)}, forces, onto=on())
    joint = {**KNEE, "plate": mm(plate), "along": mm(along), "over": mm(over), "gusset_leg": mm(6)}
    with_it = judged(POST, joint, forces, onto=on())
    if with_it.strength.value is not None:
        assert with_it.strength.value <= plain.strength.value * (1 + 1e-9)


def test_in_a_frame_it_stands_between_post_and_beam():
    joint = {"kind": "knee gusset", **{k: v for k, v in KNEE.items() if k != "kind"}}
    verdict = structure(
        {"foot": (0, 0, 0), "top": (0, 2000, 0), "over": (0, 2600, 0), "end": (1500, 2000, 0)},
        {"post": ("foot", "top"), "stub": ("top", "over"), "arm": ("top", "end")},
        {"foot": "fixed"},
        [(load("P", 1000), {"spot": "at end", "way": [0, -1, 0]})],
        section=POST, joints=[{"bar": "arm", "node": "top", "joint": joint}], job={"method": {"kind": "asd"}},
    )  # fmt: skip
    strip = next(c for c in all_checks(verdict) if c.id == "arm, top: gusset strip")
    bent = 1000 * 1500 + next(b for b in verdict.bars if b.name == "arm").mass_kg * 9.80665 * 750
    assert strip.demand == pytest.approx(bent / 56.5685, rel=1e-3)


def test_a_plate_along_a_pushed_tube_keeps_most_of_its_strength():
    """AISC K2.1: root of 1 - U2; EN table 7.13: 1.3 (1 - n) (both from memory). A plate across it has less left."""
    assert aisc.along_stress_factor(0.6) == pytest.approx(0.8) and en.along_stress_factor(0.6) == pytest.approx(0.52)
    assert aisc.along_stress_factor(-0.3) == en.along_stress_factor(0.1) == 1.0
    lug = {"kind": "gusset", "plate": mm(8), "lap": mm(80), "free": mm(20), "leg": mm(5), "foot": mm(80)}
    left = []
    for stress in (0, -64):  # 0.3 of what ASD allows
        verdict = judged(RAIL, lug, {"pull": 20_000}, onto=on(stress_MPa=stress))
        left.append(check(verdict, "gusset wall").reserve)
    assert 0.9 < left[1] / left[0] < 1.0
