"""Units by kind of quantity: how many core units one of each is.

Core units: mm, N, N/mm, MPa, kg, degrees for angles as typed. International yard and pound (1959): 1 in = 25.4 mm,
1 lb = 0.45359237 kg; standard gravity 9.80665 m/s2 (CGPM 1901). A mass in a load field hangs: it is a force.
"""

from __future__ import annotations

from typing import Literal

Kind = Literal[
    "length",
    "thickness",
    "force",
    "line_load",
    "area_load",
    "pressure",
    "moment",
    "stress",
    "mass",
    "angle",
    "number",
    "money",
]
UnitSystem = Literal["mm", "in"]

INCH_MM = 25.4
FOOT_MM = 12 * INCH_MM
GRAVITY = 9.80665
POUND_KG = 0.45359237
LBF_N = POUND_KG * GRAVITY
PSI_MPA = LBF_N / INCH_MM**2

LENGTH = {
    "mm": 1.0,
    "cm": 10.0,
    "m": 1000.0,
    "in": INCH_MM,
    "inch": INCH_MM,
    "inches": INCH_MM,
    '"': INCH_MM,
    "”": INCH_MM,
    "″": INCH_MM,
    "''": INCH_MM,
    "ft": FOOT_MM,
    "foot": FOOT_MM,
    "feet": FOOT_MM,
    "thou": INCH_MM / 1000,
    "mil": INCH_MM / 1000,
    "'": FOOT_MM,
    "’": FOOT_MM,
    "′": FOOT_MM,
}
FORCE = {
    "N": 1.0,
    "kN": 1e3,
    "MN": 1e6,
    "lbf": LBF_N,
    "lb": LBF_N,
    "lbs": LBF_N,
    "kip": 1e3 * LBF_N,
    "kips": 1e3 * LBF_N,
    "kg": GRAVITY,
    "kgf": GRAVITY,
    "t": 1e3 * GRAVITY,
    "tonne": 1e3 * GRAVITY,
    "tonnes": 1e3 * GRAVITY,
}
LINE_LOAD = {
    "N/mm": 1.0,
    "kN/m": 1.0,
    "N/m": 1e-3,
    "kg/m": GRAVITY / 1e3,
    "lb/ft": LBF_N / FOOT_MM,
    "plf": LBF_N / FOOT_MM,
    "lb/in": LBF_N / INCH_MM,
    "kip/ft": 1e3 * LBF_N / FOOT_MM,
}
AREA_LOAD = {
    "MPa": 1.0,
    "N/mm2": 1.0,
    "N/mm²": 1.0,
    "kN/m2": 1e-3,
    "kN/m²": 1e-3,
    "kPa": 1e-3,
    "bar": 0.1,
    "N/m2": 1e-6,
    "N/m²": 1e-6,
    "Pa": 1e-6,
    "kg/m2": GRAVITY / 1e6,
    "kg/m²": GRAVITY / 1e6,
    "psf": PSI_MPA / 144,
    "lb/ft2": PSI_MPA / 144,
    "lb/ft²": PSI_MPA / 144,
    "psi": PSI_MPA,
}
MOMENT = {
    "Nm": 1e3,
    "kNm": 1e6,
    "Nmm": 1.0,
    "lb·ft": LBF_N * FOOT_MM,
    "lbft": LBF_N * FOOT_MM,
    "lbin": LBF_N * INCH_MM,
    "kipft": 1e3 * LBF_N * FOOT_MM,
}
STRESS = {
    "MPa": 1.0,
    "N/mm2": 1.0,
    "N/mm²": 1.0,
    "GPa": 1e3,
    "kPa": 1e-3,
    "ksi": 1e3 * PSI_MPA,
    "psi": PSI_MPA,
}
MASS = {"kg": 1.0, "g": 1e-3, "t": 1e3, "tonne": 1e3, "tonnes": 1e3, "lb": POUND_KG, "lbs": POUND_KG}
ANGLE = {"deg": 1.0, "°": 1.0, "degrees": 1.0, "rad": 57.29577951308232}

UNITS: dict[str, dict[str, float]] = {
    "length": LENGTH,
    "thickness": LENGTH,
    "force": FORCE,
    "line_load": LINE_LOAD,
    "area_load": AREA_LOAD,
    "pressure": AREA_LOAD,
    "moment": MOMENT,
    "stress": STRESS,
    "mass": MASS,
    "angle": ANGLE,
    "number": {},
    "money": {},
}

BARE: dict[str, dict[str, tuple[str, float]]] = {
    "mm": {
        "length": ("mm", 1.0),
        "thickness": ("mm", 1.0),
        "force": ("N", 1.0),
        "line_load": ("kN/m", 1.0),
        "area_load": ("kN/m²", 1e-3),
        "pressure": ("bar", 0.1),
        "moment": ("kNm", 1e6),
        "stress": ("MPa", 1.0),
        "mass": ("kg", 1.0),
        "angle": ("°", 1.0),
    },
    "in": {
        "length": ("in", INCH_MM),
        "thickness": ("in", INCH_MM),
        "force": ("lb", LBF_N),
        "line_load": ("lb/ft", LBF_N / FOOT_MM),
        "area_load": ("psf", PSI_MPA / 144),
        "pressure": ("psi", PSI_MPA),
        "moment": ("lbft", LBF_N * FOOT_MM),
        "stress": ("ksi", 1e3 * PSI_MPA),
        "mass": ("lb", POUND_KG),
        "angle": ("°", 1.0),
    },
}
"""The unit a bare number takes, by the unit system the user has chosen."""

WORDS: dict[str, str] = {
    "length": "a length such as 1200, 1.2 m or 6' 6-1/2\"",
    "thickness": 'a thickness such as 6, 3/16" or 14 ga',
    "force": "a load such as 2.2 kN, 500 lb or 500 kg",
    "line_load": "a load per length such as 6 kN/m or 400 lb/ft",
    "area_load": "a load per area such as 5 kN/m² or 100 psf",
    "pressure": "a pressure such as 150 bar, 15 MPa or 2200 psi",
    "moment": "a moment such as 2.5 kNm or 1800 lbft",
    "stress": "a stress such as 250 MPa or 36 ksi",
    "mass": "a mass such as 25 kg or 55 lb",
    "angle": "an angle in degrees such as 45",
    "number": "a number",
    "money": "an amount of money such as 41.50",
}
