"""Chapter K: walls of hollow sections under what is welded onto them. From memory. N, mm, MPa; nominal strengths.

A flat face bends by yield lines around the patch; EN 1993-1-8 table 7.11 prints the same expression.
"""

from __future__ import annotations

import math
from typing import NamedTuple

FACE_UPTO = 0.85
"""Width ratio above which a face does not bend: side walls and punching through count."""


class Nominal(NamedTuple):
    """A nominal strength with its resistance factor (LRFD) and safety factor (ASD), and the rule it comes from."""

    value: float
    phi: float
    omega: float
    rule: str


def flat_stress_factor(use: float, beta: float) -> float:
    """Qf of a flat face whose section is used so much by push, K2.3."""
    return 1.0 if use <= 0 else max(0.05, min(1.0, 1.3 - 0.4 * use / max(beta, 1e-9)))


def along_stress_factor(use: float) -> float:
    """Qf of a flat face under a plate along it, whose section is used so much by push, K2.1: root of 1 - U2."""
    return 1.0 if use <= 0 else max(0.05, math.sqrt(max(1 - use**2, 0.0)))


def round_stress_factor(use: float) -> float:
    """Qf of a round wall, K2.3: 1 - 0.3 U (1 + U)."""
    return max(0.05, 1 - 0.3 * max(use, 0.0) * (1 + max(use, 0.0)))


def face_yielding_N(Fy: float, t: float, beta: float, eta: float, Qf: float) -> Nominal:
    """K3-7: T, Y and cross, across the branch's own slope; eta is the patch's length along over the face's width."""
    value = Fy * t**2 * (2 * eta / (1 - beta) + 4 / math.sqrt(1 - beta)) * Qf
    return Nominal(value, 1.00, 1.50, "face yields, K3-7")


def punching_N(Fy: float, t: float, B: float, beta: float, eta: float) -> Nominal:
    """K3-8: shear through the wall around the branch, with the effective part of the sides across."""
    effective = min(5 * beta / (B / (2 * t)), beta)
    return Nominal(0.6 * Fy * t * B * (2 * eta + 2 * effective), 0.95, 1.58, "punching through, K3-8")


def side_walls_N(Fy: float, E: float, t: float, H: float, along: float, *, cross: bool, Qf: float) -> list[Nominal]:
    """K3-9 yielding, and crippling (T, Y) or buckling (cross) of the side walls."""
    yields = Nominal(2 * Fy * t * (5 * 1.5 * t + along), 1.00, 1.50, "side walls yield, K3-9")
    clear = max(H - 3 * t, t)
    if cross:
        return [yields, Nominal(48 * t**3 / clear * math.sqrt(E * Fy) * Qf, 0.90, 1.67, "side walls buckle, K3-10b")]
    return [
        yields,
        Nominal(
            1.6 * t**2 * (1 + 3 * along / clear) * math.sqrt(E * Fy) * Qf, 0.75, 2.00, "side walls cripple, K3-10a"
        ),
    ]


def uneven_branch_N(Fy_b: float, t_b: float, H_b: float, B_b: float, Fy: float, t: float, B: float) -> Nominal:
    """K3-11: the branch's own wall where the load is uneven over a wide branch."""
    effective = min(10 / (B / t) * Fy * t / (Fy_b * t_b) * B_b, B_b)
    return Nominal(Fy_b * t_b * (2 * H_b + 2 * effective - 4 * t_b), 0.95, 1.58, "branch yields unevenly, K3-11")


def flat_moments_Nmm(
    Fy: float, t: float, B: float, beta: float, along: float, across: float, Qf: float
) -> tuple[Nominal, Nominal]:
    """Table K4.2: moments in the plane of branch and chord, and out of it."""
    eta = along / B
    if beta <= FACE_UPTO:
        into = Fy * t**2 * along * (1 / (2 * eta) + 2 / math.sqrt(1 - beta) + eta / (1 - beta)) * Qf
        out = (
            Fy
            * t**2
            * (0.5 * along * (1 + beta) / (1 - beta) + math.sqrt(2 * B * across * (1 + beta) / (1 - beta)))
            * Qf
        )
        return Nominal(into, 1.00, 1.50, "face, K4-6"), Nominal(out, 1.00, 1.50, "face, K4-9")
    into, out = 0.5 * Fy * t * (along + 5 * t) ** 2, Fy * t * (B - t) * (along + 5 * t)
    return Nominal(into, 1.00, 1.50, "side walls, K4-7"), Nominal(out, 1.00, 1.50, "side walls, K4-10")


def round_axial_N(Fy: float, t: float, D: float, D_b: float, *, cross: bool, Qf: float) -> Nominal:
    """K3-1 (T, Y) and K3-3 (cross), across the branch's slope."""
    beta = D_b / D
    if cross:
        return Nominal(Fy * t**2 * 5.7 / (1 - 0.81 * beta) * Qf, 0.90, 1.67, "wall yields, cross, K3-3")
    return Nominal(Fy * t**2 * (3.1 + 15.6 * beta**2) * (D / (2 * t)) ** 0.2 * Qf, 0.90, 1.67, "wall yields, K3-1")


def round_punching_N(Fy: float, t: float, D_b: float, sine: float) -> Nominal:
    """K3-2, already along the branch."""
    return Nominal(0.6 * Fy * t * math.pi * D_b * (1 + sine) / (2 * sine**2), 0.95, 1.58, "punching through, K3-2")


def round_moments_Nmm(Fy: float, t: float, D: float, D_b: float, Qf: float) -> tuple[Nominal, Nominal]:
    """K4-3 in plane and K4-5 out of plane, across the branch's slope."""
    beta = D_b / D
    into = Fy * t**2 * 5.39 * math.sqrt(D / (2 * t)) * beta * D_b * Qf
    out = Fy * t**2 * D_b * 3.0 / (1 - 0.81 * beta) * Qf
    return Nominal(into, 0.90, 1.67, "wall, K4-3"), Nominal(out, 0.90, 1.67, "wall, K4-5")


def plate_on_round_N(Fy: float, t: float, D: float, *, across: float, along: float, Qf: float) -> Nominal:
    """Table K2.1: a plate across (K2-1) or along (K2-2) a round wall, by whichever of its sizes is the greater."""
    if across >= along:
        return Nominal(Fy * t**2 * 5.5 / (1 - 0.81 * across / D) * Qf, 0.90, 1.67, "wall under a plate across, K2-1")
    return Nominal(5.5 * Fy * t**2 * (1 + 0.25 * along / D) * Qf, 0.90, 1.67, "wall under a plate along, K2-2")


def plate_along_flat_N(Fy: float, t: float, B: float, *, across: float, along: float, Qf: float) -> Nominal:
    """K2-12: a plate along the middle of a flat face."""
    beta = across / B
    value = Fy * t**2 / (1 - beta) * (2 * along / B + 4 * math.sqrt(1 - beta) * Qf)
    return Nominal(value, 1.00, 1.50, "face yields under a plate along, K2-12")


def plate_uneven_N(Fy: float, t: float, B: float, across: float) -> Nominal:
    """K2-7: a plate across a flat face carries unevenly: 10 / (B/t) Fy t Bp."""
    return Nominal(10 / (B / t) * Fy * t * across, 0.95, 1.58, "plate across loaded unevenly, K2-7")


END_OF_CHORD = 0.5
"""Of the strength where the chord ends close beside the joint (K2.2, chord end distance)."""
