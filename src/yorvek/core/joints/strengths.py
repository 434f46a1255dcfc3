"""Strengths of bolts, pins and welds by the job's method: one place that knows which standard speaks."""

from __future__ import annotations

import math
from typing import Literal, NamedTuple

from yorvek.core.clauses.aisc360 import fasteners as aisc
from yorvek.core.clauses.aisc360 import fillets as aisc_fillets
from yorvek.core.clauses.aisc360.fasteners import nominal_area_mm2
from yorvek.core.clauses.aisc360.fillets import THROAT_OF_LEG, leg_too_small
from yorvek.core.clauses.aisc360.flexure import round_moment_Nmm
from yorvek.core.clauses.bth1 import bars as bth
from yorvek.core.clauses.en1993 import fasteners as en
from yorvek.core.clauses.en1993 import fillets as en_fillets
from yorvek.core.clauses.en1993 import pins as en_pins
from yorvek.core.errors import InputError
from yorvek.core.joints.at import End
from yorvek.core.materials import Material
from yorvek.core.workshop.threads import coarse_stress_area_mm2

Grade = Literal["4.6", "5.6", "8.8", "10.9", "A2-70", "A4-70", "A4-80", "SAE 2", "SAE 5", "SAE 8", "A325", "A490"]


class Fastener(NamedTuple):
    """Ultimate and yield strength, MPa."""

    ultimate_MPa: float
    yield_MPa: float


FASTENERS: dict[str, Fastener] = {
    "4.6": Fastener(400, 240), "5.6": Fastener(500, 300), "8.8": Fastener(800, 640), "10.9": Fastener(1000, 900),
    "A2-70": Fastener(700, 450), "A4-70": Fastener(700, 450), "A4-80": Fastener(800, 600),
    "SAE 2": Fastener(510, 393), "SAE 5": Fastener(827, 634), "SAE 8": Fastener(1034, 896),
    "A325": Fastener(827, 634), "A490": Fastener(1034, 896),
}  # fmt: skip
"""ISO 898-1, ISO 3506-1, SAE J429, ASTM F3125 (from memory)."""
GAMMA_M0, GAMMA_M2 = 1.0, 1.25


def is_en(end: End) -> bool:
    return end.method.kind == "en"


def fastener(grade: str, d_mm: float) -> Fastener:
    """A class at a size: SAE classes are weaker above 1 in (class 2 above 3/4 in)."""
    usual = FASTENERS[grade]
    found = aisc.sae_MPa(grade, d_mm)
    if found is None:
        return usual
    proof, tensile = found
    return Fastener(
        min(usual.ultimate_MPa, tensile), min(usual.yield_MPa, usual.yield_MPa * tensile / usual.ultimate_MPa)
    )


def bolt_shear_N(end: End, grade: str, d_mm: float, *, threads_in: bool) -> float:
    """One shear plane of one bolt: AISC J3-1 by the method's divisor, or EN 1993-1-8 table 3.4."""
    Fu = fastener(grade, d_mm).ultimate_MPa
    if is_en(end):
        if not threads_in:
            return en.shear_N(Fu, nominal_area_mm2(d_mm)) / GAMMA_M2
        return en.shear_N(Fu, _stress_area_mm2(d_mm), en.ALPHA_V.get(grade, en.UNKNOWN)) / GAMMA_M2
    return aisc.bolt_N(aisc.shear_stress_MPa(Fu, threads_in=threads_in), d_mm) / end.method.divides.joint


def bolt_tension_N(end: End, grade: str, d_mm: float) -> float:
    """One bolt pulled: AISC J3-1, or EN table 3.4 on the stress area."""
    Fu = fastener(grade, d_mm).ultimate_MPa
    if is_en(end):
        return en.tension_N(Fu, _stress_area_mm2(d_mm)) / GAMMA_M2
    return aisc.bolt_N(aisc.tension_stress_MPa(Fu), d_mm) / end.method.divides.joint


def _stress_area_mm2(d_mm: float) -> float:
    """Tensile stress area of the coarse thread; three quarters of the shank where the size has no such thread."""
    try:
        return coarse_stress_area_mm2(d_mm)
    except InputError:
        return 0.75 * nominal_area_mm2(d_mm)


def pin_shear_N(end: End, grade: str, d_mm: float, *, threads_in: bool) -> float:
    """A pin in double shear: as a bolt; EN 1993-1-8 table 3.10 on its whole area."""
    if is_en(end) and not threads_in:
        return 2 * en.shear_N(fastener(grade, d_mm).ultimate_MPa, nominal_area_mm2(d_mm)) / GAMMA_M2
    return 2 * bolt_shear_N(end, grade, d_mm, threads_in=threads_in)


def pin_moment_Nmm(end: End, grade: str, d_mm: float) -> float:
    """Bending of a pin: AISC F11 (at most 1.6 yield moments), EN 3.13 (1.5 Wel fyp), BTH-1 by its own factor."""
    S, Fy = math.pi * d_mm**3 / 32, fastener(grade, d_mm).yield_MPa
    if is_en(end):
        return en_pins.bending_Nmm(Fy, S) / GAMMA_M0
    if end.method.kind == "lifting":
        return bth.round_moment_Nmm(Fy, S) / end.method.divides.member
    return round_moment_Nmm(Fy, d_mm) / end.method.divides.member


class WeldStrength(NamedTuple):
    """What a millimetre of fillet takes, N/mm, of a leg of 1 mm; by the filler and by the metal beside it; the
    divisor.
    """

    filler: float
    metal: float
    divisor: float
    clause: str

    @property
    def least(self) -> float:
        return min(self.filler, self.metal)


def weld_strength(end: End, *metals: Material) -> WeldStrength:
    """A fillet between the bar's metal and those: AISC J2.4 with the metal beside it (J2-2), or EN 1993-1-8 4.5.3.3."""
    joined = [end.metal, *(o.metal for o in end.onto), *metals]
    weakest = min(joined, key=lambda m: m.ultimate_at_weld_MPa)
    Fu = weakest.ultimate_at_weld_MPa
    if is_en(end):
        each = en_fillets.design_MPa(Fu, en_fillets.beta_w(weakest.yield_MPa), GAMMA_M2) * THROAT_OF_LEG
        return WeldStrength(each, each, GAMMA_M2, "EN 1993-1-8 4.5.3.3, elastic line of weld")
    by = end.method.divides.joint
    clause = "AISC 360-22 J2.4, elastic line of weld; no directional increase"
    filler, metal = aisc_fillets.filler_N_per_mm(end.filler_MPa, 1.0), aisc_fillets.metal_MPa(Fu)
    return WeldStrength(filler / by, metal / by, by, clause)


def leg_trouble(end: End, leg_mm: float, *more_mm: float) -> str | None:
    """Why a fillet is too small for the thinner of the parts it joins; None where it is not."""
    known = [v for v in (end.thinner_mm, *more_mm) if v > 0]
    if is_en(end):
        throat = leg_mm * THROAT_OF_LEG
        if throat < en_fillets.LEAST_THROAT_MM - 1e-9:
            return f"a throat of {throat:.1f} mm is below the least throat of 3 mm: make the leg 4.3 mm or larger"
        return None
    inch = end.section is not None and end.section.system == "inch"
    return leg_too_small(leg_mm, min(known), inch=inch) if known else None
