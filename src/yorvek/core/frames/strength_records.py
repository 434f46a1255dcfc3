"""What is said of a bar's strength: the records of bending with axial force, and of shear with torque."""

from __future__ import annotations

import math

import numpy as np
from numpy.typing import NDArray

from yorvek.core.checks.methods import Method, no_method
from yorvek.core.checks.record import Check, Value
from yorvek.core.frames.solving import Made
from yorvek.core.frames.strength import NO_MOMENT_NMM, Push, Strength, shares
from yorvek.core.materials import Material

Floats = NDArray[np.float64]
CLAUSES = {
    "shop": "sum of stress shares; AISC 360-22 E3 to E7 for buckling",
    "asd": "AISC 360-22 H1-1, D2, E, F",
    "lrfd": "AISC 360-22 H1-1, D2, E, F",
    "lifting": "AISC 360-22 H1-1, D2, E, F by the design factor",
    "en": "EN 1993-1-1 6.2.1, 6.3.1, 6.3.2.2, 6.3.3 with annex B",
}


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
    made: Made,
    own: Strength,
    push: Push,
    method: Method,
    x: Floats,
    f: Floats,
    words: str,
    *,
    amplified: bool,
) -> Check:
    """The record of axial force with bending at its worst place."""
    used = shares(own, push, method, f, amplified=amplified).together
    k = worst_at(used)
    N, _, _, T, My, Mz = f.T
    m = made.metal
    Mcx, Mcy = float(own.strong_Nmm[k]), float(own.weak_Nmm[k])
    why = no_rule(m, method) if math.isnan(float(used[k])) else None
    pushed = N[k] < 0
    inputs = [
        ("N", "pull (+) or push (−)", float(N[k]), "N"),
        ("Nc", "push allowed" if pushed else "pull allowed", _plain(push.allowed_N) if pushed else own.tension_N, "N"),
        ("Mx", "moment, strong axis", float(abs(Mz[k])), "Nmm"),
        ("Mcx", "allowed", _plain(Mcx), "Nmm"),
        ("My", "moment, weak axis", float(abs(My[k])), "Nmm"),
        ("Mcy", "allowed", _plain(Mcy), "Nmm"),
        ("Lb", "between places held sideways", float(own.unbraced_mm[k]), "mm"),
    ]
    if pushed:
        inputs += [
            ("Lx", "buckling length, strong axis", push.lengths_mm[0], "mm"),
            ("Ly", "buckling length, weak axis", push.lengths_mm[1], "mm"),
            ("L/r", "slenderness", push.slenderness, ""),
            ("Fcr", "buckling stress", _plain(push.Fcr_MPa), "MPa"),
        ]
    if own.warping_per_Nmm and abs(float(T[k])) > NO_MOMENT_NMM:
        share = own.warping_per_Nmm * abs(float(T[k]))
        inputs.append(("w T", "share of the stress that warping takes", share, ""))
    return Check(
        id=f"{name}: together",
        title=f"{name}: {'push' if pushed else 'pull'} with bending",
        kind="strength",
        method=method.words,
        clause=CLAUSES[method.kind],
        formula=FORMULAS.get(method.kind, FORMULAS["asd"]),
        inputs=[Value(symbol=a, name=b, value=v, unit=u) for a, b, v, u in inputs],
        demand=None if why else float(used[k]),
        capacity=1.0,
        at_mm=float(x[k]),
        combination=words,
        source="AISC 360-22, EN 1993-1-1:2005 (from memory), held against check values",
        assumptions=_assumptions(made, own, push, pushed=bool(pushed), amplified=amplified),
        not_checked=why,
    )


def _assumptions(made: Made, own: Strength, push: Push, *, pushed: bool, amplified: bool) -> list[str]:
    out = ["the same moment all along between places held sideways: on the safe side"]
    if own.warping_per_Nmm:
        out.append(
            "warping is held at one end and free at the other, at its full where bending is worst: on the safe side"
        )
    if pushed:
        out.append(push.words)
        if made.section.shape == "angle":
            out.append(made.joined_by or "joined by one leg: not said, so the weaker way")
    if amplified:
        out.append("moments of second order, out of plumb in the worst way")
    if made.turned:
        out.append("section lies on its side")
    return out


FORMULAS = {
    "asd": "N/Nc + 8/9 (Mx/Mcx + My/Mcy) ≤ 1 and N/2Nc + Mx/Mcx + My/Mcy ≤ 1",
    "shop": "N/Nc + Mx/Mcx + My/Mcy ≤ 1",
    "en": "N/Nb + kyy My/Mb + kyz Mz/Mc ≤ 1, N/Nb + kzy My/Mb + kzz Mz/Mc ≤ 1; N/Npl + My/Mb + Mz/Mc ≤ 1",
}


def shear_record(
    name: str, made: Made, own: Strength, push: Push, method: Method, x: Floats, f: Floats, words: str
) -> Check:
    """The record of shear with torque at its worst place."""
    shear = shares(own, push, method, f).sheared
    j = worst_at(shear)
    _, Vy, Vz, T, _, _ = f.T
    missing = no_rule(made.metal, method) if math.isnan(float(shear[j])) else None
    inputs = [
        ("Vy", "shear in the depth", float(abs(Vy[j])), "N"),
        ("Vcy", "allowed", _plain(float(own.shear_strong_N[j])), "N"),
        ("Vx", "shear across", float(abs(Vz[j])), "N"),
        ("Vcx", "allowed", _plain(float(own.shear_weak_N[j])), "N"),
        ("T", "torque", float(abs(T[j])), "Nmm"),
        ("Tc", "allowed, uniform torsion", own.torque_Nmm, "Nmm"),
    ]
    return Check(
        id=f"{name}: shear",
        title=f"{name}: shear and twist",
        kind="strength",
        method=method.words,
        clause="EN 1993-1-1 6.2.6, 6.2.7; shares added" if method.kind == "en" else "AISC 360-22 G, H3; shares added",
        formula="Vy/Vcy + Vx/Vcx + T/Tc ≤ 1",
        inputs=[Value(symbol=a, name=b, value=v, unit=u) for a, b, v, u in inputs],
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
