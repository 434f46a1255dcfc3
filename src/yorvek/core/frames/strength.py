"""A bar's strength along its length: axial force with bending about both axes, and shear with torsion."""

from __future__ import annotations

import math
from collections.abc import Sequence
from dataclasses import dataclass, fields
from functools import lru_cache
from typing import Any

import numpy as np
from numpy.typing import NDArray

from yorvek.core.checks.capacity import capacities, material_columns
from yorvek.core.checks.methods import Method
from yorvek.core.clauses.aisc360.compression import buckling_stress_MPa, euler_stress_MPa, one_leg_slenderness
from yorvek.core.clauses.aisc360.members import (
    gross_yielding_N,
    hollow_torsion,
    interaction,
    net_rupture_N,
    torque_Nmm,
    torsional_buckling_MPa,
)
from yorvek.core.clauses.en1993 import stability as en
from yorvek.core.clauses.en1993.columns import buckling_curve, modulus
from yorvek.core.clauses.en1993.members import flexural_buckling
from yorvek.core.frames.slender import effective_share
from yorvek.core.frames.solving import Made
from yorvek.core.materials import Material, material
from yorvek.core.sections import Section, section
from yorvek.core.sections.table import section_table

Floats = NDArray[np.float64]
Flags = NDArray[np.bool_]
Whole = NDArray[np.int64]
CLOSED = ("rhs", "chs")
NO_MOMENT_NMM = 1.0
NO_FORCE_N = 1.0
AISC = ("asd", "lrfd", "lifting")
ELASTIC = 1e-6


@dataclass(frozen=True)
class Push:
    """What push a bar may take: N, the buckling lengths about its strong and weak axis, mm, and how they were found."""

    allowed_N: float
    strong_N: float
    weak_N: float
    slenderness: float
    Fcr_MPa: float
    lengths_mm: tuple[float, float]
    relative: tuple[float, float]
    words: str


@dataclass(frozen=True)
class Strength:
    """What a bar may take at its stations; N, Nmm; nan is "not checked".

    `warping_per_Nmm`: share of the stress allowed that warping takes for each unit of torque, warping held at one end.
    `squash_N`: push that the section itself takes. What is one figure for a bar is an array where many stand together.
    """

    tension_N: float | Floats
    strong_Nmm: Floats
    weak_Nmm: Floats
    shear_strong_N: Floats
    shear_weak_N: Floats
    torque_Nmm: float | Floats
    warping_per_Nmm: float | Floats
    unbraced_mm: Floats
    squash_N: float | Floats
    plastic: bool | Flags
    open_profile: bool | Flags
    sways_aside: bool | Flags


@dataclass(frozen=True)
class Pushed:
    """Allowable pushes at many stations: N, and the relative slendernesses about both axes."""

    allowed_N: Floats
    strong_N: Floats
    weak_N: Floats
    relative: tuple[Floats, Floats]

    def take(self, rows: Whole) -> Pushed:
        """At some of the stations."""
        strong, weak = self.relative
        return Pushed(self.allowed_N[rows], self.strong_N[rows], self.weak_N[rows], (strong[rows], weak[rows]))


def joined(strengths: Sequence[Strength]) -> Strength:
    """The strengths of many bars, station after station."""
    sizes = [len(s.unbraced_mm) for s in strengths]

    def column(name: str) -> Any:
        values = [getattr(s, name) for s in strengths]
        return np.concatenate(values) if isinstance(values[0], np.ndarray) else np.repeat(values, sizes)

    return Strength(**{f.name: column(f.name) for f in fields(Strength)})


def taken(own: Strength, rows: Whole) -> Strength:
    """Joined strengths at some of the stations."""
    return Strength(**{f.name: getattr(own, f.name)[rows] for f in fields(Strength)})


def joined_pushes(pushes: Sequence[Push], sizes: Sequence[int]) -> Pushed:
    """The pushes of many bars at their stations."""
    each = np.array([[p.allowed_N, p.strong_N, p.weak_N, *p.relative] for p in pushes]).T
    allowed, strong, weak, about_y, about_z = (np.repeat(row, sizes) for row in each)
    return Pushed(allowed, strong, weak, (about_y, about_z))


def strength_of(made: Made, method: Method, unbraced_mm: Floats, length_mm: float, welded: bool) -> Strength:
    """All but the push, which depends on how the whole buckles."""
    s, m = made.section, made.metal
    Fy, Fu = float(made.columns.Fy[0]), float(made.columns.Fu[0])
    by = method.divides
    lengths, back = np.unique(np.round(unbraced_mm, 3), return_inverse=True)
    rows = [_capacities(s.id, m.id, welded, method.model_dump_json(), float(L), round(length_mm, 3)) for L in lengths]
    strong, weak, shear_strong, shear_weak = (np.array([r[k] for r in rows])[back] for k in range(4))
    plastic = method.kind == "en" and bool(
        modulus(section_table([s], "strong"), made.columns.Fy, made.columns.E)[0] > s.Sx_mm3 * (1 + ELASTIC)
    )
    return Strength(
        tension_N=min(
            gross_yielding_N(Fy, s.A_mm2).nominal / by.member, net_rupture_N(Fu, s.A_mm2).nominal / by.rupture
        ),
        strong_Nmm=strong,
        weak_Nmm=weak,
        shear_strong_N=shear_strong,
        shear_weak_N=shear_weak,
        torque_Nmm=_torque_Nmm(s, m, Fy) / by.member,
        warping_per_Nmm=_warping_MPa(s, m, length_mm) / min(Fy / by.member, Fu / by.rupture),
        unbraced_mm=unbraced_mm,
        squash_N=Fy * s.A_mm2 / by.member,
        plastic=plastic,
        open_profile=s.shape == "i",
        sways_aside=s.shape in ("i", "channel", "flat", "angle", "composed"),
    )


@lru_cache(maxsize=20_000)
def _capacities(
    section_id: str, material_id: str, welded: bool, method: str, unbraced_mm: float, length_mm: float
) -> tuple[float, float, float, float]:
    """Moments and shears about the strong and the weak axis; loads change far more often than sections."""
    s, columns = section(section_id), material_columns([material(material_id)], welded=welded)
    by = Method.model_validate_json(method)
    found = [
        capacities(section_table([s], axis), columns, by, unbraced_mm=unbraced_mm, length_mm=length_mm)
        for axis in ("strong", "weak")
    ]
    return (*(float(c.moment[0]) for c in found), *(float(c.shear[0]) for c in found))  # type: ignore[return-value]


def _torque_Nmm(s: Section, m: Material, Fy: float) -> float:
    """Nominal torque of uniform torsion."""
    if s.shape == "rhs" and s.Ct_mm3:
        return hollow_torsion(
            E_MPa=m.E_MPa, Fy_MPa=Fy, C_mm3=s.Ct_mm3, h_over_t=(s.depth_mm - 3 * s.wall_mm) / s.wall_mm
        ).strength.nominal
    if s.shape == "composed" and s.Ct_mm3:
        return torque_Nmm(Fy, s.Ct_mm3)
    if s.round:
        return torque_Nmm(Fy, s.J_mm4 / (s.depth_mm / 2))
    return torque_Nmm(Fy, s.J_mm4 / max(s.wall_mm, s.flange_mm, min(s.depth_mm, s.width_mm) if not s.wall_mm else 0.0))


def push_of(made: Made, method: Method, lengths_mm: tuple[float, float], words: str) -> Push:
    """Allowable push for buckling lengths about the strong and the weak axis."""
    s, m, by = made.section, made.metal, method.divides
    Fy = float(made.columns.Fy[0])
    radii = (s.rx_mm, s.ry_mm)
    if s.shape == "angle":
        slim = _angle_slenderness(made, method, max(lengths_mm))
        each = (slim, slim)
    elif s.shape == "composed" and not (s.upright or s.level):
        worst = max(lengths_mm) / s.r_min_mm
        each = (worst, worst)
    else:
        each = (lengths_mm[0] / radii[0], lengths_mm[1] / radii[1])
    twisted = _twists_sideways(s, m, max(lengths_mm))
    if method.kind == "en":
        stress = [
            flexural_buckling(
                A_mm2=s.A_mm2, I_mm4=s.A_mm2, length_mm=max(k, 1e-9), fy_MPa=Fy, curve=buckling_curve(s), E_MPa=m.E_MPa
            ).chi * Fy
            for k in each
        ]  # fmt: skip
    else:
        stress = [float(buckling_stress_MPa(Fy, euler_stress_MPa(m.E_MPa, k))) for k in each]
    if twisted is not None:
        # EN 1993-1-1 6.3.1.4 takes the same elastic stress by its own curve; the lower of the two is within both
        stress = [float(np.minimum(v, buckling_stress_MPa(Fy, twisted))) for v in stress]
    capacity = [v * s.A_mm2 * effective_share(s, Fy, v, m.E_MPa, method) / by.member for v in stress]
    worst = int(np.argmin(np.nan_to_num(capacity, nan=-1.0)))
    unit = math.pi * math.sqrt(m.E_MPa / Fy)
    relative = (each[0] / unit, each[1] / unit)
    return Push(capacity[worst], capacity[0], capacity[1], max(each), stress[worst], lengths_mm, relative, words)


def _angle_slenderness(made: Made, method: Method, length_mm: float) -> float:
    """Of a single angle: joined by one leg unless it is said to be held by both."""
    s = made.section
    about_leg, least = length_mm / min(s.rx_mm, s.ry_mm), length_mm / s.r_min_mm
    if made.joined_by == "both legs":
        return least
    if method.kind != "en":
        return one_leg_slenderness(about_leg, least)
    unit = math.pi * math.sqrt(made.metal.E_MPa / float(made.columns.Fy[0]))
    return max(least, unit * en.one_leg_slenderness(least / unit, about_leg / unit))


def _warping_MPa(s: Section, m: Material, length_mm: float) -> float:
    """Stress at the end that cannot warp, for each unit of torque: B = T a tanh(L / a), a2 = E Cw / G J, stress B omega
    / Cw.

    Timoshenko and Gere, Theory of Elastic Stability, chapter 5 (from memory). Angles and tees have next to none.
    """
    if s.shape in CLOSED or s.cells or not s.omega_mm2 or not s.Cw_mm6:
        return 0.0
    a = math.sqrt(m.E_MPa * s.Cw_mm6 / (m.G_MPa * s.J_mm4))
    return a * math.tanh(length_mm / a) * s.omega_mm2 / s.Cw_mm6


def _twists_sideways(s: Section, m: Material, length_mm: float) -> float | None:
    """Elastic stress at which an open bar twists away under push, MPa; None for what does not; nan where no rule is
    here.
    """
    if s.cells or s.shape not in ("i", "channel", "composed"):
        return None
    if s.shape == "composed" and not (s.upright or s.level):
        return math.nan
    across, along = s.shear_centre_x_mm - s.cx_mm, s.shear_centre_y_mm - s.cy_mm
    sideways = s.shape == "channel" or not s.upright
    return torsional_buckling_MPa(
        E_MPa=m.E_MPa,
        G_MPa=m.G_MPa,
        A_mm2=s.A_mm2,
        I_symmetry_mm4=s.Ix_mm4 if sideways else s.Iy_mm4,
        I_across_mm4=s.Iy_mm4 if sideways else s.Ix_mm4,
        J_mm4=s.J_mm4,
        Cw_mm6=s.Cw_mm6,
        offset_mm=across if sideways else along,
        length_mm=length_mm,
    )


@dataclass(frozen=True)
class Shares:
    """How much of its strength a bar uses at each station: bending with axial force, and shear with torque; nan: no
    rule.
    """

    together: Floats
    sheared: Floats


def shares(own: Strength, push: Push | Pushed, method: Method, f: Floats, *, amplified: bool = False) -> Shares:
    """Shares along a bar under one case; `amplified`: moments are of second order already."""
    N, Vy, Vz, T, My, Mz = f.T
    axial = np.where(N > -NO_FORCE_N, np.maximum(N, 0.0) / own.tension_N, -N / push.allowed_N)
    # what is not bent that way needs no rule for it
    strong = np.where(np.abs(Mz) > NO_MOMENT_NMM, np.abs(Mz) / own.strong_Nmm, 0.0)
    weak = np.where(np.abs(My) > NO_MOMENT_NMM, np.abs(My) / own.weak_Nmm, 0.0)
    if method.kind in AISC:
        # the region of H1-1 is where both hold: their greater one is the share of a load that grows
        together = interaction(axial, strong + weak)
    elif method.kind == "en" and not amplified:
        together = _annex_b(own, push, N, axial, strong, weak)
    else:
        together = axial + strong + weak
    together = together + np.abs(T) * own.warping_per_Nmm
    sheared = np.abs(Vy) / own.shear_strong_N + np.abs(Vz) / own.shear_weak_N + np.abs(T) / own.torque_Nmm
    return Shares(together, sheared)


def _annex_b(own: Strength, push: Push | Pushed, N: Floats, axial: Floats, strong: Floats, weak: Floats) -> Floats:
    """6.3.3 with annex B where it is pushed, and the sum of shares of the section, 6.2.1(7)."""
    pushed = np.maximum(-N, 0.0)
    ny, nz = pushed / push.strong_N, pushed / push.weak_N
    k = en.interaction(
        ny, nz, *push.relative, plastic=own.plastic, open_profile=own.open_profile, sways_aside=own.sways_aside
    )
    about_y = ny + k.yy * strong + k.yz * weak
    about_z = nz + k.zy * strong + k.zz * weak
    section = np.where(N < 0, pushed / own.squash_N, axial) + strong + weak
    return np.maximum(np.where(pushed > NO_FORCE_N, np.maximum(about_y, about_z), 0.0), section)
