"""Bending, chapter F. Numbers or columns of numbers."""

from __future__ import annotations

from typing import Literal

import numpy as np
from numpy.typing import NDArray

from yorvek.core.checks.aisc.strength import Strength
from yorvek.core.model import Model

Numbers = NDArray[np.float64]
PHI, OMEGA = 0.90, 1.67


def sideways_lengths(
    E: Numbers, Fy: Numbers, ry: Numbers, rts: Numbers, J: Numbers, c: Numbers, S: Numbers, ho: Numbers
) -> tuple[Numbers, Numbers]:
    """Lp and Lr of F2-5 and F2-6: no sideways buckling below the one, elastic above the other, mm."""
    ratio = J * c / (S * ho)
    Lp = 1.76 * ry * np.sqrt(E / Fy)
    Lr = 1.95 * rts * E / (0.7 * Fy) * np.sqrt(ratio + np.sqrt(ratio**2 + 6.76 * (0.7 * Fy / E) ** 2))
    return Lp, Lr


def sideways_moment(
    E: Numbers,
    Fy: Numbers,
    Mp: Numbers,
    S: Numbers,
    rts: Numbers,
    J: Numbers,
    c: Numbers,
    ho: Numbers,
    Lb: Numbers,
    lengths: tuple[Numbers, Numbers],
    Cb: float = 1.0,
) -> Numbers:
    """Mn of F2: yielding, inelastic and elastic lateral-torsional buckling, Nmm."""
    Lp, Lr = lengths
    slender = np.maximum(Lb, 1.0) / rts
    Fcr = Cb * np.pi**2 * E / slender**2 * np.sqrt(1 + 0.078 * J * c / (S * ho) * slender**2)
    inelastic = np.minimum(Cb * (Mp - (Mp - 0.7 * Fy * S) * (Lb - Lp) / (Lr - Lp)), Mp)
    return np.where(Lb <= Lp, Mp, np.where(Lb <= Lr, inelastic, np.minimum(Fcr * S, Mp)))


class OpenFlexure(Model):
    """F2 of one member."""

    Mp_Nmm: float
    Lp_mm: float
    Lr_mm: float
    strength: Strength


def open_section(
    *,
    E_MPa: float,
    Fy_MPa: float,
    Z_mm3: float,
    S_mm3: float,
    ry_mm: float,
    rts_mm: float,
    J_mm4: float,
    ho_mm: float,
    Lb_mm: float,
    c: float = 1.0,
    Cb: float = 1.0,
) -> OpenFlexure:
    """A compact I section or channel about its strong axis."""
    E, Fy, S, J = (np.asarray(v, float) for v in (E_MPa, Fy_MPa, S_mm3, J_mm4))
    ry, rts, ho, cc, Lb, Mp = (np.asarray(v, float) for v in (ry_mm, rts_mm, ho_mm, c, Lb_mm, Fy_MPa * Z_mm3))
    lengths = sideways_lengths(E, Fy, ry, rts, J, cc, S, ho)
    Mn = float(sideways_moment(E, Fy, Mp, S, rts, J, cc, ho, Lb, lengths, Cb))
    Lp, Lr = float(lengths[0]), float(lengths[1])
    governs = (
        "yielding"
        if Lb_mm <= Lp or Mn >= float(Mp) * (1 - 1e-12)
        else "inelastic LTB"
        if Lb_mm <= Lr
        else "elastic LTB"
    )
    return OpenFlexure(
        Mp_Nmm=float(Mp), Lp_mm=Lp, Lr_mm=Lr, strength=Strength(nominal=Mn, phi=PHI, omega=OMEGA, governs=governs)
    )


class FlangeBuckling(Model):
    """Local buckling of a compressed flange."""

    slenderness: float
    lambda_p: float
    lambda_r: float
    flange_class: Literal["compact", "noncompact", "slender"]
    strength: Strength


def _class(value: float, p: float, r: float) -> Literal["compact", "noncompact", "slender"]:
    return "compact" if value <= p else "noncompact" if value <= r else "slender"


def open_flange(
    *,
    E_MPa: float,
    Fy_MPa: float,
    Z_mm3: float,
    S_mm3: float,
    flange_width_mm: float,
    flange_mm: float,
    h_over_tw: float = 0.0,
) -> FlangeBuckling:
    """F3: the flange of an I section with a compact web."""
    root = (E_MPa / Fy_MPa) ** 0.5
    lam, p, r = flange_width_mm / (2 * flange_mm), 0.38 * root, 1.0 * root
    Mp, elastic = Fy_MPa * Z_mm3, 0.7 * Fy_MPa * S_mm3
    kc = min(0.76, max(0.35, 4 / h_over_tw**0.5)) if h_over_tw > 0 else 0.76
    word = _class(lam, p, r)
    Mn = {
        "compact": Mp,
        "noncompact": Mp - (Mp - elastic) * (lam - p) / (r - p),
        "slender": min(Mp, 0.9 * E_MPa * kc * S_mm3 / lam**2),
    }[word]
    return FlangeBuckling(
        slenderness=lam,
        lambda_p=p,
        lambda_r=r,
        flange_class=word,
        strength=Strength(nominal=Mn, phi=PHI, omega=OMEGA, governs="yielding" if word == "compact" else "flange"),
    )


def hollow_flange(
    *, E_MPa: float, Fy_MPa: float, Z_mm3: float, S_mm3: float, b_over_t: float, h_over_t: float = 0.0
) -> FlangeBuckling:
    """F7: yielding, flange and web of a rectangular hollow section that is not slender."""
    root = (Fy_MPa / E_MPa) ** 0.5
    Mp, My = Fy_MPa * Z_mm3, Fy_MPa * S_mm3
    flange = min(Mp, Mp - (Mp - My) * (3.57 * b_over_t * root - 4.0)) if b_over_t * root > 1.12 else Mp
    web = min(Mp, Mp - (Mp - My) * (0.305 * h_over_t * root - 0.738)) if h_over_t * root > 2.42 else Mp
    word = _class(b_over_t * root, 1.12, 1.40)
    return FlangeBuckling(
        slenderness=b_over_t,
        lambda_p=1.12 / root,
        lambda_r=1.40 / root,
        flange_class=word,
        strength=Strength(
            nominal=min(flange, web),
            phi=PHI,
            omega=OMEGA,
            governs="yielding" if min(flange, web) == Mp else "flange" if flange < web else "web",
        ),
    )
