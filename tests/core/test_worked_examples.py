"""The worked examples of docs/guide.md: from the source that is named, by the program, and as the guide prints them."""

import math

import numpy as np
import pytest
from scipy.optimize import minimize_scalar

from tests.core.test_guide import GUIDE
from tests.core.test_structures import ROD, asked, bar, force, shape
from yorvek.core.clauses.aisc360.hollow_joints import face_yielding_N
from yorvek.core.clauses.en1993.bolted import slip_N
from yorvek.core.clauses.en1993.fatigue import endured_MPa
from yorvek.core.frames import FrameLoad, RoleChoice, check_frame
from yorvek.core.sections import section

W = section("SHS 80×80×5 hot").mass_kg_per_m() * 9.80665 / 1000


def wheel():
    """P L / 4 + w L2 / 8."""
    load = FrameLoad(name="wheel", case="live", spot="runway", force_N=5000, moves=True)
    v = check_frame(asked(shape("runway", length=4000), [load]))
    return 5000 * 4000 / 4 + W * 4000**2 / 8, max(np.abs(bar(v, "runway 1").Mz_Nmm)), 1e6, "kNm", 2


def tie():
    """Moments about the hinge, the bars' own weight with it."""
    v = check_frame(asked(shape("tied arm", height=2500, reach=2000, tie_rise=900), [force("tip", 400)], {"tie": ROD}))
    rod = section("RD 20").mass_kg_per_m() * 9.80665 / 1000 * math.hypot(2000, 900)
    return (400 + W * 1000 + rod / 2) / math.sin(math.atan2(900, 2000)), np.mean(bar(v, "tie").N_N), 1e3, "kN", 2


def portal():
    """P L / 4 (k + 2) with k = h / L for one section, and w L2 / 6 (k + 2) of the beam's own weight."""
    v = check_frame(asked(shape("portal", span=4000, height=2500), [force("middle", 2000)]))
    k = 2500 / 4000
    by_hand = 2000 * 4000 / (4 * (k + 2)) + W * 4000**2 / (6 * (k + 2))
    return by_hand, abs(bar(v, "beam left").Mz_Nmm[0]), 1e6, "kNm", 2


def sway():
    """1 / (1 - P / Pcr)."""
    s = section("SHS 50×50×4 hot")
    P = 0.3 * math.pi**2 * 210_000 * s.Ix_mm4 / (4 * 3000**2)
    loads = [
        FrameLoad(name="weight", case="dead", spot="head", force_N=P),
        FrameLoad(name="push", case="live", spot="head", direction="sideways", force_N=50),
    ]
    made = {"post": RoleChoice(section_id=s.id, material_id="S355")}
    second = check_frame(asked(shape("post", height=3000), loads, made)).moved["head"][2]
    return 1 / (1 - 0.3), second / (50 * 3000**3 / (3 * 210_000 * s.Ix_mm4)), 1, "", 2


def face():
    """Yield lines: m [4h/a + 8c/a + 4B/c], the length c of the fans sought."""
    B, b, t, Fy = 80.0, 40.0, 5.0, 355.0
    a, m = (B - b) / 2, Fy * t**2 / 4
    found = minimize_scalar(lambda c: m * (4 * b / a + 8 * c / a + 4 * B / c), bounds=(1, 500), method="bounded")
    return found.fun, face_yielding_N(Fy, t, b / B, b / B, 1.0).value, 1e3, "kN", 1


def slip():
    """0.7 fub As mu / 1.25."""
    return 0.7 * 800 * 245 * 0.5 / 1.25, slip_N(0.7 * 800 * 245, 0.5, 1, "standard"), 1e3, "kN", 1


def often():
    """0.737 of the category at five million."""
    return 0.737 * 71, endured_MPa(71, 5e6), 1, "MPa", 1


@pytest.mark.parametrize("example", [wheel, tie, portal, sway, face, slip, often])
def test_a_worked_example(example):
    source, program, by, unit, digits = example()
    assert program == pytest.approx(source, rel=0.02 if example is sway else 5e-3)
    assert f"{source / by:.{digits}f} {unit}".strip() in GUIDE
