"""A bar's strength along its length: axial force with bending about both axes, and shear with torsion."""

from __future__ import annotations

import math
from dataclasses import dataclass

import numpy as np
from numpy.typing import NDArray

from yorvek.core.checks.aisc.members import compression, hollow_torsion, inelastic_stress_MPa, torsional_buckling_MPa
from yorvek.core.checks.capacity import Capacities, MaterialColumns
from yorvek.core.checks.en.columns import buckling_curve
from yorvek.core.checks.en.members import flexural_buckling
from yorvek.core.checks.methods import Method, no_method
from yorvek.core.checks.record import Check, Value
from yorvek.core.materials import Material
from yorvek.core.sections import Section
from yorvek.core.sections.stressed import walls_of

Floats = NDArray[np.float64]
CLOSED = ("rhs", "chs")
NO_MOMENT_NMM = 1.0
NO_FORCE_N = 1.0
AISC = ("asd", "lrfd", "lifting")
CLAUSES = {
    "shop": "sum of stress shares; AISC 360-22 E3 for buckling",
    "asd": "AISC 360-22 H1-1, D2, E3, F",
    "lrfd": "AISC 360-22 H1-1, D2, E3, F",
    "lifting": "AISC 360-22 H1-1, D2, E3, F by the design factor",
    "en": "EN 1993-1-1 6.3.1, 6.3.2.2; shares added, which is on the safe side of 6.3.3",
}


@dataclass(frozen=True)
class BarStrength:
    """Axial force a bar may take, and torque; N, Nmm. None is "not checked"."""

    tension_N: float
    compression_N: float
    slenderness: float
    Fcr_MPa: float
    torque_Nmm: float
    warping_per_Nmm: float
    """Share of the stress allowed that warping takes for each unit of torque, warping held at one end; 0 where it is closed."""


def bar_strength(
    s: Section, m: Material, columns: MaterialColumns, method: Method, buckling_mm: float, length_mm: float
) -> BarStrength:
    """Allowable axial forces and torque by the job's method."""
    Fy, Fu = float(columns.Fy[0]), float(columns.Fu[0])
    r = min(math.sqrt(s.I_minor_mm4 / s.A_mm2), s.rx_mm, s.ry_mm)
    found = compression(E_MPa=m.E_MPa, Fy_MPa=Fy, A_mm2=s.A_mm2, r_mm=r, length_mm=buckling_mm)
    pushed, stress = found.strength.nominal, found.Fcr_MPa
    if method.kind == "en":
        by_curve = flexural_buckling(
            A_mm2=s.A_mm2,
            I_mm4=s.A_mm2 * r**2,
            length_mm=buckling_mm,
            fy_MPa=Fy,
            curve=buckling_curve(s),
            E_MPa=m.E_MPa,
        )
        pushed, stress = by_curve.Nb_Rd_N, by_curve.chi * Fy
    twisted = _twists_sideways(s, m, buckling_mm)
    if twisted is not None:
        # EN 1993-1-1 6.3.1.4 takes the same elastic stress by its own curve; the lower of the two is within both
        stress = float(np.minimum(stress, inelastic_stress_MPa(Fy, twisted)))
        pushed = float(np.minimum(pushed, stress * s.A_mm2))
    if max(w.needs for w in walls_of(s)) > math.sqrt(m.E_MPa / Fy):
        pushed = math.nan
    if s.shape == "rhs" and s.Ct_mm3:
        torque = hollow_torsion(
            E_MPa=m.E_MPa, Fy_MPa=Fy, C_mm3=s.Ct_mm3, h_over_t=(s.depth_mm - 3 * s.wall_mm) / s.wall_mm
        ).strength.nominal
    elif s.shape == "composed" and s.Ct_mm3:
        torque = 0.6 * Fy * s.Ct_mm3
    elif s.shape in ("chs", "round_bar"):
        torque = 0.6 * Fy * s.J_mm4 / (s.depth_mm / 2)
    else:
        torque = 0.6 * Fy * s.J_mm4 / max(s.wall_mm, s.flange_mm, min(s.depth_mm, s.width_mm) if not s.wall_mm else 0.0)
    by = method.divides
    return BarStrength(
        min(Fy * s.A_mm2 / by.member, Fu * s.A_mm2 / by.rupture),
        pushed / by.member,
        found.slenderness,
        stress,
        torque / by.member,
        _warping_MPa(s, m, length_mm) / min(Fy / by.member, Fu / by.rupture),
    )


def _warping_MPa(s: Section, m: Material, length_mm: float) -> float:
    """Stress at the end that cannot warp, for each unit of torque: B = T a tanh(L / a), a2 = E Cw / G J, stress B omega / Cw.

    Timoshenko and Gere, Theory of Elastic Stability, chapter 5 (from memory). Angles and tees have next to none.
    """
    if s.shape in CLOSED or s.cells or not s.omega_mm2 or not s.Cw_mm6:
        return 0.0
    a = math.sqrt(m.E_MPa * s.Cw_mm6 / (m.G_MPa * s.J_mm4))
    return a * math.tanh(length_mm / a) * s.omega_mm2 / s.Cw_mm6


def _twists_sideways(s: Section, m: Material, length_mm: float) -> float | None:
    """Elastic stress at which an open bar twists away under push, MPa; None for what does not; nan where no rule is here."""
    if s.cells or s.shape not in ("i", "channel", "composed"):
        return None
    if s.shape == "composed" and not s.upright:
        return math.nan
    across, along = s.shear_centre_x_mm - s.cx_mm, s.shear_centre_y_mm - s.cy_mm
    sideways = s.shape == "channel"
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
    """How much of its strength a bar uses at each station: bending with axial force, and shear with torque; nan: no rule."""

    together: Floats
    sheared: Floats


def shares(strong: Capacities, weak: Capacities, own: BarStrength, method: Method, f: Floats) -> Shares:
    """Shares along a bar under one combination."""
    N, Vy, Vz, T, My, Mz = f.T
    axial = np.where(N > -NO_FORCE_N, np.abs(N) / own.tension_N, -N / own.compression_N)
    bends = max(float(np.abs(Mz).max()), float(np.abs(My).max())) > NO_MOMENT_NMM
    # a hinged bar that only pulls or pushes needs no bending rule
    bending = (
        np.abs(Mz) / float(strong.moment[0]) + np.abs(My) / float(weak.moment[0]) if bends else np.zeros_like(axial)
    )
    together = (
        np.where(axial >= 0.2, axial + 8 / 9 * bending, axial / 2 + bending)
        if method.kind in AISC and bends
        else axial + bending
    )
    together = together + np.abs(T) * own.warping_per_Nmm
    sheared = np.abs(Vy) / float(strong.shear[0]) + np.abs(Vz) / float(weak.shear[0]) + np.abs(T) / own.torque_Nmm
    return Shares(together, sheared)


def no_rule(m: Material, method: Method) -> str:
    """Why a capacity is missing."""
    return (
        no_method(m, method)
        or "the rule for this shape, or for walls this thin, is not in this version: judge it by another method"
    )


def worst_at(share: Floats) -> int:
    """Where a share is greatest; the first place where there is no rule."""
    missing = np.isnan(share)
    return int(np.argmax(missing)) if missing.any() else int(np.argmax(share))


def bending_record(
    name: str,
    m: Material,
    strong: Capacities,
    weak: Capacities,
    own: BarStrength,
    method: Method,
    x: Floats,
    f: Floats,
    words: str,
    *,
    turned: bool,
) -> Check:
    """The record of axial force with bending at its worst place."""
    used = shares(strong, weak, own, method, f).together
    k = worst_at(used)
    N, _, _, _, My, Mz = f.T
    Mcx, Mcy = float(strong.moment[0]), float(weak.moment[0])
    why = no_rule(m, method) if math.isnan(float(used[k])) else None
    pushed = N[k] < 0
    return Check(
        id=f"{name}: together",
        title=f"{name}: {'push' if pushed else 'pull'} with bending",
        kind="strength",
        method=method.words,
        clause=CLAUSES[method.kind],
        formula="N/Nc + 8/9 (Mx/Mcx + My/Mcy) ≤ 1, N/2Nc + … below 0.2"
        if method.kind in AISC
        else "N/Nc + Mx/Mcx + My/Mcy ≤ 1",
        inputs=[
            Value(symbol="N", name="pull (+) or push (−)", value=float(N[k]), unit="N"),
            Value(
                symbol="Nc",
                name="push allowed" if pushed else "pull allowed",
                value=_plain(own.compression_N) if pushed else own.tension_N,
                unit="N",
            ),
            Value(symbol="Mx", name="moment, strong axis", value=float(abs(Mz[k])), unit="Nmm"),
            Value(symbol="Mcx", name="allowed", value=_plain(Mcx), unit="Nmm"),
            Value(symbol="My", name="moment, weak axis", value=float(abs(My[k])), unit="Nmm"),
            Value(symbol="Mcy", name="allowed", value=_plain(Mcy), unit="Nmm"),
            Value(symbol="KL/r", name="slenderness", value=own.slenderness, unit=""),
            *(
                [
                    Value(
                        symbol="w T",
                        name="share of the stress that warping takes",
                        value=own.warping_per_Nmm * abs(float(f[k, 3])),
                        unit="",
                    )
                ]
                if own.warping_per_Nmm and abs(float(f[k, 3])) > NO_MOMENT_NMM
                else []
            ),
            Value(symbol="Fcr", name="buckling stress", value=_plain(own.Fcr_MPa), unit="MPa"),
        ],
        demand=None if why else float(used[k]),
        capacity=1.0,
        at_mm=float(x[k]),
        combination=words,
        source="AISC 360-22 (from memory), held against check values",
        assumptions=[
            *(
                [
                    "warping is held at one end and free at the other, at its full where bending is worst: on the safe side"
                ]
                if own.warping_per_Nmm
                else []
            ),
            "buckling length by the starter's factor; sideways buckling over the bar's whole length",
            *(["section lies on its side"] if turned else []),
        ],
        not_checked=why,
    )


def shear_record(
    name: str,
    s: Section,
    m: Material,
    strong: Capacities,
    weak: Capacities,
    own: BarStrength,
    method: Method,
    x: Floats,
    f: Floats,
    words: str,
) -> Check:
    """The record of shear with torque at its worst place."""
    shear = shares(strong, weak, own, method, f).sheared
    j = worst_at(shear)
    _, Vy, Vz, T, _, _ = f.T
    Vcy, Vcx = float(strong.shear[0]), float(weak.shear[0])
    missing = None
    if math.isnan(float(shear[j])):
        missing = no_rule(m, method)
    return Check(
        id=f"{name}: shear",
        title=f"{name}: shear and twist",
        kind="strength",
        method=method.words,
        clause="AISC 360-22 G, H3; shares added",
        formula="Vy/Vcy + Vx/Vcx + T/Tc ≤ 1",
        inputs=[
            Value(symbol="Vy", name="shear in the depth", value=float(abs(Vy[j])), unit="N"),
            Value(symbol="Vcy", name="allowed", value=_plain(Vcy), unit="N"),
            Value(symbol="Vx", name="shear across", value=float(abs(Vz[j])), unit="N"),
            Value(symbol="Vcx", name="allowed", value=_plain(Vcx), unit="N"),
            Value(symbol="T", name="torque", value=float(abs(T[j])), unit="Nmm"),
            Value(symbol="Tc", name="allowed, uniform torsion", value=own.torque_Nmm, unit="Nmm"),
        ],
        demand=None if missing else float(shear[j]),
        capacity=1.0,
        at_mm=float(x[j]),
        combination=words,
        source="AISC 360-22 (from memory); shares of shear and torque added, which is on the safe side",
        assumptions=["loads pass through the shear centre unless an arm is modelled"],
        not_checked=missing,
    )


def _plain(value: float) -> float:
    """A capacity for the record; 0 stands for one that is not known."""
    return 0.0 if math.isnan(value) else value
