"""EN 1993-1-1 for columns of sections: bending with class and lateral-torsional buckling, shear, and the curve of
buckling.

N, mm, MPa; nan is "not checked" (class 4, slender webs in shear, shapes without a rule here).
"""

from __future__ import annotations

import numpy as np
from numpy.typing import NDArray

from yorvek.core.clauses.en1993.members import IMPERFECTION, epsilon_squared, reductions
from yorvek.core.clauses.sideways import critical_moment
from yorvek.core.sections import Section
from yorvek.core.sections.table import Array, SectionTable

SHEAR_BUCKLING = 72.0
POISSON = 0.3


def _classed(t: SectionTable, plastic: NDArray[np.bool_], elastic: NDArray[np.bool_]) -> Array:
    """Section modulus of class 1 and 2, of class 3, or none."""
    return np.where(plastic, t.Z, np.where(elastic, t.S, np.nan))


def modulus(t: SectionTable, fy: Array, E: Array) -> Array:
    """The section modulus that counts, by the class of the elements (table 5.2; radii left out, on the safe side)."""
    e = np.sqrt(epsilon_squared(fy, E))
    wall, flange = np.maximum(t.wall, 1e-9), np.maximum(t.flange, 1e-9)
    across, upright = np.where(t.lateral, t.width, t.depth), np.where(t.lateral, t.depth, t.width)
    d_t = t.depth / wall
    half = np.where(t.shape == "i", (across - wall) / 2, across - wall) / flange
    web = (upright - 2 * flange) / wall
    b_t, h_t = t.flat_width / wall, t.flat_depth / wall
    rules = {
        "rhs": _classed(t, (b_t <= 38 * e) & (h_t <= 83 * e), (b_t <= 42 * e) & (h_t <= 124 * e)),
        "chs": _classed(t, d_t <= 70 * e**2, d_t <= 90 * e**2),
        "i": _classed(t, (half <= 10 * e) & (web <= 83 * e), (half <= 14 * e) & (web <= 124 * e)),
        "composed": np.where(t.slender <= np.sqrt(E / fy), t.S, np.nan),
        "channel": _classed(t, (half <= 10 * e) & (web <= 83 * e), (half <= 14 * e) & (web <= 124 * e)),
        **dict.fromkeys(("flat", "square_bar", "round_bar"), t.Z),
    }
    out = np.full(t.A.shape, np.nan)
    for shape, W in rules.items():
        out = np.where(t.shape == shape, W, out)
    return out


def moment(t: SectionTable, fy: Array, E: Array, Lb_mm: Array) -> Array:
    """Bending resistance with lateral-torsional buckling, 6.3.2.2, moment taken as constant. Hollow sections do not
    buckle sideways; rolled I by curve a or b, channels and flats by curve d.
    """
    W = modulus(t, fy, E)
    G = E / (2 * (1 + POISSON))
    with np.errstate(divide="ignore", invalid="ignore"):
        slenderness = np.sqrt(W * fy / critical_moment(t, E, G, Lb_mm))
        slim = np.where(t.depth / t.width <= 2, IMPERFECTION["a"], IMPERFECTION["b"])
        alpha = np.where(t.shape == "i", slim, IMPERFECTION["d"])
        chi = np.where(t.lateral & (t.shape != "rhs"), reductions(slenderness, alpha), 1.0)
    return np.asarray(chi * W * fy)


def shear(t: SectionTable, fy: Array, E: Array) -> Array:
    """Plastic shear, 6.2.6; webs thinner than 72 epsilon buckle and are not checked."""
    e = np.sqrt(epsilon_squared(fy, E))
    wall = np.maximum(t.wall, 1e-9)
    area = np.where(
        t.shape == "rhs",
        t.A * t.depth / (t.depth + t.width),
        np.where(
            t.shape == "chs",
            2 * t.A / np.pi,
            np.where(np.isin(t.shape, ["i", "channel", "composed"]), t.shear_area, t.A),
        ),
    )
    walled = np.isin(t.shape, ["rhs", "i", "channel"])
    slender = walled & ((t.depth - 2 * np.where(t.shape == "rhs", t.wall, t.flange)) / wall > SHEAR_BUCKLING * e)
    return np.where(slender | (t.shape == "angle"), np.nan, area * fy / np.sqrt(3.0))


def buckling_curve(s: Section) -> str:
    """Curve for flexural buckling about the worse axis, table 6.2: hot hollow a, cold c, I by their shape, angles b,
    rest c.
    """
    if s.shape in ("rhs", "chs"):
        return "a" if "hot" in s.id or s.series == "EN 10210" else "c"
    if s.shape == "i":
        return "b" if s.depth_mm / s.width_mm > 1.2 else "c"
    return "b" if s.shape == "angle" else "c"
