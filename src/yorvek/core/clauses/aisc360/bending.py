"""Nominal bending strength by shape: yielding, local buckling and lateral-torsional buckling.

AISC 360-22 chapter F (from memory). Every function takes columns of sections and returns N mm; nan is "not checked".
"""

from __future__ import annotations

from collections.abc import Callable

import numpy as np

from yorvek.core.clauses.aisc360.angles import leg_axis_moment_Nmm
from yorvek.core.clauses.aisc360.compression import buckling_stress_MPa
from yorvek.core.clauses.aisc360.flexure import sideways_lengths, sideways_moment
from yorvek.core.clauses.sideways import critical_moment
from yorvek.core.sections.table import Array, SectionTable

STEEL_E_OVER_G = 2.6
EQUAL_MM = 1e-6


def plastic_moment(t: SectionTable, Fy: Array) -> Array:
    """Full plastic moment, at most 1.6 yield moments (F1, F6, F11)."""
    return Fy * np.minimum(t.Z, 1.6 * t.S)


def hollow_flange_limits(Fy: Array, E: Array) -> tuple[Array, Array]:
    """Flat width over wall up to which a tube's flange is compact, and up to which it is not slender, table B4.1b."""
    root = np.sqrt(E / Fy)
    return 1.12 * root, 1.40 * root


def open_flange_limits(Fy: Array, E: Array) -> tuple[Array, Array]:
    """The same of half a flange of an I over its thickness."""
    root = np.sqrt(E / Fy)
    return 0.38 * root, 1.0 * root


def rectangular_hollow(t: SectionTable, Fy: Array, E: Array, Lb_mm: Array) -> Array:
    """F7: yielding, flange and web local buckling, lateral-torsional buckling of the deep ones (Cb = 1)."""
    Mp, My = Fy * t.Z, Fy * t.S
    b_t, h_t, root = t.flat_width / t.wall, t.flat_depth / t.wall, np.sqrt(Fy / E)
    noncompact = np.minimum(Mp - (Mp - My) * (3.57 * b_t * root - 4.0), Mp)  # F7-2
    effective = np.minimum(1.92 * t.wall / root * (1 - 0.38 / (b_t * root)), t.flat_width)  # F7-4
    lost = np.maximum(t.flat_width - effective, 0) * t.wall
    slender = (
        Fy * (t.inertia - 2 * lost * ((t.depth - t.wall) / 2) ** 2) / (t.depth / 2)
    )  # both flanges taken, conservative
    compact, not_slender = hollow_flange_limits(Fy, E)
    flange = np.where(b_t <= compact, Mp, np.where(b_t <= not_slender, noncompact, slender))
    web = np.where(h_t * root <= 2.42, Mp, np.minimum(Mp - (Mp - My) * (0.305 * h_t * root - 0.738), Mp))  # F7-6
    web = np.where(h_t * root > 5.70, np.nan, web)
    twist = np.sqrt(t.J * t.A)
    Lp = 0.13 * E * t.r_lateral * twist / Mp  # F7-12
    Lr = 2 * E * t.r_lateral * twist / (0.7 * Fy * t.S)  # F7-13
    inelastic = np.minimum(Mp - (Mp - 0.7 * My) * (Lb_mm - Lp) / (Lr - Lp), Mp)  # F7-10
    elastic = np.minimum(2 * E * twist / (np.maximum(Lb_mm, 1.0) / t.r_lateral), Mp)  # F7-11
    sideways = np.where(~t.lateral | (Lb_mm <= Lp), Mp, np.where(Lb_mm <= Lr, inelastic, elastic))
    return np.minimum(np.minimum(flange, web), sideways)


def round_hollow(t: SectionTable, Fy: Array, E: Array) -> Array:
    """F8: yielding and local buckling, for D/t below 0.45 E/Fy."""
    d_t, Mp = t.depth / t.wall, Fy * t.Z
    noncompact = (0.021 * E / d_t + Fy) * t.S  # F8-2
    slender = 0.33 * E / d_t * t.S  # F8-3
    Mn = np.where(d_t <= 0.07 * E / Fy, Mp, np.where(d_t <= 0.31 * E / Fy, np.minimum(noncompact, Mp), slender))
    return np.where(d_t > 0.45 * E / Fy, np.nan, Mn)


def flat_bar(t: SectionTable, Fy: Array, E: Array, Lb_mm: Array) -> Array:
    """F11: bars bent about the axis that stands up; width is the thickness (Cb = 1)."""
    Mp, My = plastic_moment(t, Fy), Fy * t.S
    slenderness = Lb_mm * t.depth / t.width**2
    inelastic = np.minimum((1.52 - 0.274 * slenderness * Fy / E) * My, Mp)  # F11-3
    elastic = np.minimum(1.9 * E / np.maximum(slenderness, 1e-9) * t.S, Mp)  # F11-4
    sideways = np.where(slenderness <= 0.08 * E / Fy, Mp, np.where(slenderness <= 1.9 * E / Fy, inelastic, elastic))
    return np.where(t.lateral, sideways, Mp)


def open_sideways(t: SectionTable, Fy: Array, E: Array, Lb_mm: Array, c: Array) -> Array:
    """F2: yielding and lateral-torsional buckling of I sections and channels loaded through the shear centre (Cb =
    1).
    """
    Mp = plastic_moment(t, Fy)
    with np.errstate(divide="ignore", invalid="ignore"):
        lengths = sideways_lengths(E, Fy, t.r_lateral, t.rts, t.J, c, t.S, t.ho)
        return sideways_moment(E, Fy, Mp, t.S, t.rts, t.J, c, t.ho, Lb_mm, lengths)


def i_section(t: SectionTable, Fy: Array, E: Array, Lb_mm: Array) -> Array:
    """F2 and F3 about the strong axis of I sections with compact webs; F6 about the weak one."""
    Mp, elastic = plastic_moment(t, Fy), 0.7 * Fy * t.S
    root = np.sqrt(E / Fy)
    flange_width, web_depth = (
        np.where(t.lateral, t.width, t.depth),
        np.where(t.lateral, t.depth, t.width) - 2 * t.flange,
    )
    lam = flange_width / 2 / np.maximum(t.flange, 1e-9)
    compact, not_slender = open_flange_limits(Fy, E)
    share = (lam - compact) / (not_slender - compact)
    # its least of 0.35 belongs to webs more slender than this rule covers
    kc = np.minimum(4 / np.sqrt(np.maximum(web_depth, 1e-9) / np.maximum(t.wall, 1e-9)), 0.76)
    slender = np.where(t.lateral, 0.9 * kc, 0.69) * E * t.S / lam**2  # F3-2, F6-3
    flange = np.where(
        share <= 0, Mp, np.where(share <= 1, Mp - (Mp - elastic) * share, np.minimum(slender, Mp))
    )  # F3-1
    whole = np.where(t.lateral, np.minimum(flange, open_sideways(t, Fy, E, Lb_mm, np.ones_like(Fy))), flange)
    return np.where(t.lateral & (web_depth > 3.76 * root * t.wall), np.nan, whole)


def channel(t: SectionTable, Fy: Array, E: Array, Lb_mm: Array) -> Array:
    """F2 about the strong axis, F6 about the weak one. Compact flanges only."""
    Mp = plastic_moment(t, Fy)
    with np.errstate(divide="ignore", invalid="ignore"):
        c = t.ho / 2 * np.sqrt(t.r_lateral**2 * t.A / np.where(t.Cw > 0, t.Cw, np.nan))  # F2-8b
    sideways = open_sideways(t, Fy, E, Lb_mm, c)
    outstand = np.where(t.lateral, t.width, t.depth) / np.maximum(t.flange, 1e-9)
    compact = outstand <= open_flange_limits(Fy, E)[0]
    return np.where(compact, np.where(t.lateral, sideways, Mp), np.nan)


def composed(t: SectionTable, Fy: Array, E: Array, Lb_mm: Array) -> Array:
    """F12: yield of the extreme fibre, or sideways buckling; walls that would buckle first are not covered.

    F12 takes the elastic moment up to yield; welded plates carry stresses of their own, so between the two the
    reduction of columns (E3) is taken, which is on the safe side.
    """
    Mn = Fy * t.S
    sideways = buckling_stress_MPa(Mn, critical_moment(t, E, E / STEEL_E_OVER_G, Lb_mm))
    return np.where(t.slender <= np.sqrt(E / Fy), np.where(t.lateral, sideways, Mn), np.nan)


def angle(t: SectionTable, Fy: Array, E: Array, Lb_mm: Array) -> Array:
    """F10 about an axis along a leg, of equal legs that nothing holds against twisting; the toe taken as pressed."""
    Mn = leg_axis_moment_Nmm(t.depth, t.wall, t.S, Fy, E, Lb_mm)
    return np.where(np.abs(t.depth - t.width) < EQUAL_MM, Mn, np.nan)


def nominal_moment(t: SectionTable, Fy: Array, E: Array, Lb_mm: Array) -> Array:
    """Mn of each section by its shape; nan where no rule here covers it (unequal angles, slender webs, slender flanges
    of channels).
    """
    rules: dict[str, Callable[[], Array]] = {
        "rhs": lambda: rectangular_hollow(t, Fy, E, Lb_mm),
        "chs": lambda: round_hollow(t, Fy, E),
        "flat": lambda: flat_bar(t, Fy, E, Lb_mm),
        "square_bar": lambda: plastic_moment(t, Fy),
        "round_bar": lambda: plastic_moment(t, Fy),
        "channel": lambda: channel(t, Fy, E, Lb_mm),
        "composed": lambda: composed(t, Fy, E, Lb_mm),
        "i": lambda: i_section(t, Fy, E, Lb_mm),
        "angle": lambda: angle(t, Fy, E, Lb_mm),
    }
    out = np.full(t.A.shape, np.nan)
    with np.errstate(divide="ignore", invalid="ignore"):
        for shape in set(t.shape.tolist()) & set(rules):
            out = np.where(t.shape == shape, rules[shape](), out)
    return out


CLAUSE = {
    "rhs": "F7",
    "chs": "F8",
    "flat": "F11",
    "square_bar": "F11",
    "round_bar": "F11",
    "channel": "F2, F6",
    "i": "F2, F3, F6",
    "angle": "F10",
    "composed": "F12",
}
WHY_NOT = {
    "angle": "an angle of unequal legs bent about a leg twists unless it is held; the rule for it is not in this "
    "version",
    "rhs": "the web is slender (h/t above 5.70 √(E/Fy)); the rule for it is not in this version",
    "chs": "the wall is too thin for the rule (D/t above 0.45 E/Fy)",
    "i": "the web is slender (h/t above 3.76 √(E/Fy)); the rule for it is not in this version",
    "channel": "the flange is not compact, or the section has no warping constant on record",
    "composed": "a wall would buckle before it yields, or the section is not alike left and right, "
    "or only stitched and not alike above and below, and may buckle sideways: "
    "thicker walls, or hold it sideways",
    "flat": "",
    "square_bar": "",
    "round_bar": "",
}
