"""AISC 360-22 J3: bolts by the nominal area, their holes and edges; SAE J429 classes by size. From memory. N, mm,
MPa.
"""

from __future__ import annotations

import math

import numpy as np
from numpy.typing import NDArray

from yorvek.core.quantities.units import INCH_MM, PSI_MPA

Floats = NDArray[np.float64]
KSI = 1e3 * PSI_MPA
INCH_SIZE_MM = 0.06
"""How near a bolt lies to a size of the inch table to be one."""
THREADS_IN, THREADS_OUT, TENSION = 0.45, 0.563, 0.75
"""Fnv and Fnt over the ultimate strength, on the nominal area: table J3.2."""


def nominal_area_mm2(diameter_mm: float) -> float:
    """Area of the shank: what AISC's stresses go with (threads are in the stress)."""
    return math.pi / 4 * diameter_mm**2


def bolt_N(stress_MPa: float, diameter_mm: float, planes: int = 1) -> float:
    """J3-1, nominal: Fnv or Fnt on the nominal area, by the number of shear planes."""
    return stress_MPa * nominal_area_mm2(diameter_mm) * planes


def shear_stress_MPa(Fub_MPa: float, *, threads_in: bool) -> float:
    """Fnv of table J3.2."""
    return (THREADS_IN if threads_in else THREADS_OUT) * Fub_MPa


def tension_stress_MPa(Fub_MPa: float) -> float:
    """Fnt of table J3.2."""
    return TENSION * Fub_MPa


def shear_with_pull(shear: Floats, pull: Floats) -> Floats:
    """J3-3 as a factor on both: share of shear plus share of pull up to 1.3, each up to 1."""
    return np.asarray(np.maximum(np.maximum(shear, pull), (shear + pull) / 1.3))


EDGE_IN = {
    0.5: 0.75, 0.625: 0.875, 0.75: 1.0, 0.875: 1.125, 1.0: 1.25, 1.125: 1.5, 1.25: 1.625,
}  # fmt: skip
"""AISC 360-22 table J3.4: bolt and least edge distance, in; above 1 1/4 in it is 1 1/4 d."""
HOLE_IN = {0.5: 0.5625, 0.625: 0.6875, 0.75: 0.8125, 0.875: 0.9375, 1.0: 1.125}
"""Table J3.3, standard holes, in; above 1 in the bolt plus 1/8 in."""
EDGE_MM = {16: 22, 20: 26, 22: 28, 24: 30, 27: 34, 30: 38, 36: 46}
"""Table J3.4M; above M36 it is 1.25 d."""
HOLE_MM = {16: 18, 20: 22, 22: 24, 24: 27, 27: 30, 30: 33}
"""Table J3.3M; from M36 the bolt plus 3 mm."""


def _inch_size(bolt_mm: float) -> float | None:
    """The size of the inch table that a bolt is of, in; None for a metric one."""
    return next((d for d in HOLE_IN | EDGE_IN if abs(d * INCH_MM - bolt_mm) < INCH_SIZE_MM), None)


def standard_hole_mm(bolt_mm: float) -> float:
    """Standard hole of a bolt, by the inch table where it is of one of its sizes."""
    inch = _inch_size(bolt_mm)
    if inch is not None:
        return HOLE_IN.get(inch, inch + 0.125) * INCH_MM
    return HOLE_MM.get(round(bolt_mm), bolt_mm + (2 if bolt_mm < 24 else 3))


def minimum_edge_mm(bolt_mm: float) -> float:
    """Least distance from a standard hole's centre to any edge."""
    inch = _inch_size(bolt_mm)
    if inch is not None:
        return EDGE_IN.get(inch, 1.25 * inch) * INCH_MM
    return EDGE_MM.get(round(bolt_mm), 1.25 * bolt_mm)


SAE_J429_KSI = {
    "SAE 2": ((0.75, 55, 74), (1.5, 33, 60)),
    "SAE 5": ((1.0, 85, 120), (1.5, 74, 105)),
    "SAE 8": ((1.5, 120, 150),),
}
"""Grade: (up to inch, proof, tensile) in ksi (from memory)."""


def sae_MPa(grade: str, diameter_mm: float) -> tuple[float, float] | None:
    """Proof and tensile stress of a class at a size; None above the sizes it is made in, and for other classes."""
    for upto, proof, tensile in SAE_J429_KSI.get(grade, ()):
        if diameter_mm <= upto * INCH_MM + INCH_SIZE_MM:
            return proof * KSI, tensile * KSI
    return None
