"""The wall of a hollow section where another bar is welded on: AISC 360-22 chapter K (from memory). N, mm, MPa.

The face's strength under a pull or push is the yield-line result for a rectangular patch on a face held at its two edges;
EN 1993-1-8 table 7.11 prints the same expression.
"""

from __future__ import annotations

import math

from yorvek.core.model import Model

FACE_UPTO = 0.85
"""Above this width ratio the face does not bend: the side walls and punching through count."""


class WallStrength(Model):
    """Nominal strengths of a chord's wall under a branch, and which rule gave the axial one."""

    axial_N: float
    in_plane_Nmm: float
    out_of_plane_Nmm: float
    rule: str
    beta: float
    Qf: float
    round: bool = False

    def use(self, N: float, M_in: float, M_out: float, divisor: float) -> float:
        """Share used: K4-8 adds the three of a flat face, K4-7 squares the moments on a round one."""
        bent = (abs(M_in) / self.in_plane_Nmm, abs(M_out) / self.out_of_plane_Nmm)
        if self.round:
            return abs(N) / self.axial_N * divisor + sum((b * divisor) ** 2 for b in bent)
        return (abs(N) / self.axial_N + sum(bent)) * divisor


def flat_wall(
    *,
    face_mm: float,
    side_mm: float,
    wall_mm: float,
    across_mm: float,
    along_mm: float,
    Fy_MPa: float,
    chord_use: float = 0.0,
    sine: float = 1.0,
) -> WallStrength:
    """A patch `across_mm` × `along_mm` on the face of a rectangular hollow section.

    Args:
        face_mm: width B of the loaded face.
        side_mm: depth H of the side walls.
        across_mm: of the branch, across the chord.
        along_mm: of the branch, along the chord.
        chord_use: of the chord's own yield at the joint, push positive (reduces the face).
        sine: of the angle between branch and chord.
    """
    t, B = wall_mm, face_mm
    beta = min(across_mm / B, 1.0)
    Hb = along_mm / sine
    eta = Hb / B
    Qf = 1.0 if chord_use <= 0 else max(0.0, min(1.0, 1.3 - 0.4 * chord_use / beta))
    gamma = B / (2 * t)
    effective = min(5 * beta / gamma, beta)
    punching = 0.6 * Fy_MPa * t * B * (2 * eta + 2 * effective)
    if beta <= FACE_UPTO:
        axial = Fy_MPa * t**2 * (2 * eta / (1 - beta) + 4 / math.sqrt(1 - beta)) * Qf
        into = Fy_MPa * t**2 * Hb * (1 / (2 * eta) + 2 / math.sqrt(1 - beta) + eta / (1 - beta)) * Qf
        out = Fy_MPa * t**2 * (
            0.5 * Hb * (1 + beta) / (1 - beta) + math.sqrt(2 * B * across_mm * (1 + beta) / (1 - beta))
        ) * Qf  # fmt: skip
        rule = "face yields, K3-7"
        if punching < axial:
            axial, rule = punching, "punching through, K3-8"
    else:
        sides = 2 * Fy_MPa * t * (5 * 1.5 * t + Hb)
        axial, rule = min((punching, "punching through, K3-8"), (sides, "side walls yield, K3-9"))
        into = 0.5 * Fy_MPa * t * (Hb + 5 * t) ** 2
        out = Fy_MPa * t * (B - t) * (Hb + 5 * t)
    return WallStrength(axial_N=axial / sine, in_plane_Nmm=into, out_of_plane_Nmm=out, rule=rule, beta=beta, Qf=Qf)


def round_wall(
    *, chord_mm: float, wall_mm: float, branch_mm: float, Fy_MPa: float, chord_use: float = 0.0, sine: float = 1.0
) -> WallStrength:
    """A round branch on a round chord, T or Y: K3-1, K3-2 and table K4.1."""
    t = wall_mm
    beta, gamma = min(branch_mm / chord_mm, 1.0), chord_mm / (2 * t)
    used = max(0.0, chord_use)
    Qf = max(0.0, 1 - 0.3 * used * (1 + used))
    face = Fy_MPa * t**2 * (3.1 + 15.6 * beta**2) * gamma**0.2 * Qf / sine
    punching = 0.6 * Fy_MPa * t * math.pi * branch_mm * (1 + sine) / (2 * sine**2)
    axial, rule = min((face, "wall yields, K3-1"), (punching, "punching through, K3-2"))
    return WallStrength(
        axial_N=axial,
        in_plane_Nmm=5.39 * Fy_MPa * t**2 * math.sqrt(gamma) * beta * branch_mm * Qf / sine,
        out_of_plane_Nmm=Fy_MPa * t**2 * branch_mm * 3.0 / (1 - 0.81 * beta) * Qf / sine,
        rule=rule,
        beta=beta,
        Qf=Qf,
        round=True,
    )
