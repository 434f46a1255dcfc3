"""Flat plates under pressure: rectangular with any edges, circular, strips; small deflections. N, mm, MPa.

Rectangular plates by Ritz with polynomials that meet the edges exactly; moments per millimetre of width. Theory: Timoshenko
and Woinowsky-Krieger, Theory of Plates and Shells.
"""

from __future__ import annotations

import math
from collections.abc import Sequence
from dataclasses import dataclass
from functools import lru_cache
from typing import Literal

import numpy as np
from numpy.polynomial import legendre
from numpy.typing import NDArray

from yorvek.core.errors import InputError
from yorvek.core.model import Model

Floats = NDArray[np.float64]
Edge = Literal["simple", "clamped"]
TERMS, GAUSS = 14, 40


def plate_stiffness_Nmm(E_MPa: float, t_mm: float, nu: float = 0.3) -> float:
    """D = E t3 / 12 (1 - nu2), N mm."""
    return E_MPa * t_mm**3 / (12 * (1 - nu**2))


@dataclass(frozen=True)
class _Basis:
    """Values and second derivatives of the functions along one side, -1 to 1, at Gauss points and at asked ones."""

    order: tuple[int, int]

    def at(self, x: Floats) -> tuple[Floats, Floats]:
        """Functions (TERMS x points) and their second derivatives."""
        a, b = self.order
        edge = np.polynomial.Polynomial([1, 1]) ** a * np.polynomial.Polynomial([1, -1]) ** b
        values, bent = [], []
        for m in range(TERMS):
            coefficients = np.zeros(m + 1)
            coefficients[m] = 1.0
            p = edge * np.polynomial.Polynomial(legendre.leg2poly(coefficients))
            values.append(p(x))
            bent.append(p.deriv(2)(x))
        return np.array(values), np.array(bent)


@lru_cache(maxsize=8)
def _side(edges: tuple[Edge, Edge]) -> tuple[_Basis, Floats, Floats, Floats, Floats, Floats]:
    """Basis of one side, and its integrals of f f, f'' f, f'' f'' with the Gauss points and f there."""
    basis = _Basis((2 if edges[0] == "clamped" else 1, 2 if edges[1] == "clamped" else 1))
    points, weights = legendre.leggauss(GAUSS)
    f, f2 = basis.at(points)
    return basis, (f * weights) @ f.T, (f2 * weights) @ f.T, (f2 * weights) @ f2.T, points, f * weights


class RectangularPlate(Model):
    """A solved plate. x runs along side a, y along side b, both from 0; moments positive where they sag."""

    a_mm: float
    b_mm: float
    D_Nmm: float
    nu: float
    thickness_mm: float
    edges: tuple[tuple[Edge, Edge], tuple[Edge, Edge]]
    coefficients: list[list[float]]

    def _along(self, x_mm: float, y_mm: float) -> tuple[Floats, Floats, Floats, Floats]:
        f, f2 = _side(self.edges[0])[0].at(np.array([2 * x_mm / self.a_mm - 1]))
        g, g2 = _side(self.edges[1])[0].at(np.array([2 * y_mm / self.b_mm - 1]))
        return f[:, 0], f2[:, 0], g[:, 0], g2[:, 0]

    def deflection_mm(self, x_mm: float, y_mm: float) -> float:
        """Movement in the direction of the load."""
        f, _, g, _ = self._along(x_mm, y_mm)
        return float(f @ np.array(self.coefficients) @ g)

    def moments_N(self, x_mm: float, y_mm: float) -> tuple[float, float]:
        """Mx (bending along side a) and My, Nmm per mm."""
        f, f2, g, g2 = self._along(x_mm, y_mm)
        c = np.array(self.coefficients)
        wxx, wyy = f2 @ c @ g * (2 / self.a_mm) ** 2, f @ c @ g2 * (2 / self.b_mm) ** 2
        return float(-self.D_Nmm * (wxx + self.nu * wyy)), float(-self.D_Nmm * (wyy + self.nu * wxx))

    def everywhere(self, count: int = 41) -> tuple[Floats, Floats, Floats, Floats, Floats]:
        """Places along a and b (mm), and on their grid the movement (mm) and the moments Mx and My (N)."""
        at = np.linspace(-1.0, 1.0, count)
        f, f2 = _side(self.edges[0])[0].at(at)
        g, g2 = _side(self.edges[1])[0].at(at)
        c = np.array(self.coefficients)
        wxx, wyy = f2.T @ c @ g * (2 / self.a_mm) ** 2, f.T @ c @ g2 * (2 / self.b_mm) ** 2
        Mx, My = -self.D_Nmm * (wxx + self.nu * wyy), -self.D_Nmm * (wyy + self.nu * wxx)
        return (at + 1) / 2 * self.a_mm, (at + 1) / 2 * self.b_mm, f.T @ c @ g, Mx, My

    def stress_MPa(self, moment_N: float) -> float:
        """Bending stress of a moment per width."""
        return 6 * abs(moment_N) / self.thickness_mm**2


def rectangular_plate(
    *,
    a_mm: float,
    b_mm: float,
    thickness_mm: float,
    pressure_MPa: Sequence[float],
    places: Sequence[float] = (0.0, 1.0),
    varies_along: Literal["a", "b"] = "a",
    edges: tuple[tuple[Edge, Edge], tuple[Edge, Edge]] = (("simple", "simple"), ("simple", "simple")),
    E_MPa: float = 205_000.0,
    nu: float = 0.3,
) -> RectangularPlate:
    """Solve a plate.

    Args:
        a_mm, b_mm: its sides.
        thickness_mm: of the plate.
        pressure_MPa: at `places` of the side it varies along, 0 its start and 1 its end, linear between.
        varies_along: that side.
        edges: at the start and end of side a (the edges x = 0 and x = a), then of side b.
        E_MPa, nu: of the metal.
    """
    if min(a_mm, b_mm, thickness_mm) <= 0:
        raise InputError(
            field="plate", got=f"{a_mm:g} × {b_mm:g} × {thickness_mm:g}", needs="sides and thickness above nothing"
        )
    _, ff, f2f, f2f2, points, fw = _side(edges[0])
    _, gg, g2g, g2g2, _, gw = _side(edges[1])
    sx, sy = (2 / a_mm) ** 2, (2 / b_mm) ** 2
    D = plate_stiffness_Nmm(E_MPa, thickness_mm, nu)
    # the integral of (wxx + wyy)^2: edges do not move, so the twisting part of the energy vanishes
    K = (
        np.einsum("mi,nj->mnij", f2f2 * sx * sx, gg)
        + np.einsum("mi,nj->mnij", f2f, g2g.T) * sx * sy
        + np.einsum("mi,nj->mnij", f2f.T, g2g) * sx * sy
        + np.einsum("mi,nj->mnij", ff, g2g2 * sy * sy)
    ).reshape(TERMS**2, TERMS**2)
    q = np.interp((points + 1) / 2, places, pressure_MPa)
    along, across = (fw @ q, gw.sum(axis=1)) if varies_along == "a" else (fw.sum(axis=1), gw @ q)
    scale = 1 / np.sqrt(np.diag(K))
    solved = np.linalg.solve(K * scale[:, None] * scale, np.outer(along, across).ravel() * scale) * scale
    return RectangularPlate(
        a_mm=a_mm,
        b_mm=b_mm,
        D_Nmm=D,
        nu=nu,
        thickness_mm=thickness_mm,
        edges=edges,
        coefficients=(solved / D).reshape(TERMS, TERMS).tolist(),
    )


class CircularPlate(Model):
    """A round plate under even pressure."""

    D_Nmm: float
    w_centre_mm: float
    M_centre_N: float
    M_edge_N: float
    sigma_max_MPa: float


def circular_plate(
    radius_mm: float, thickness_mm: float, pressure_MPa: float, edge: Edge, E_MPa: float = 205_000.0, nu: float = 0.3
) -> CircularPlate:
    """Closed forms; radial moments, positive where they sag."""
    D = plate_stiffness_Nmm(E_MPa, thickness_mm, nu)
    qr2 = pressure_MPa * radius_mm**2
    if edge == "clamped":
        w, centre, at_edge = qr2 * radius_mm**2 / (64 * D), (1 + nu) * qr2 / 16, -qr2 / 8
    else:
        w, centre, at_edge = (5 + nu) / (1 + nu) * qr2 * radius_mm**2 / (64 * D), (3 + nu) * qr2 / 16, 0.0
    return CircularPlate(
        D_Nmm=D,
        w_centre_mm=w,
        M_centre_N=centre,
        M_edge_N=at_edge,
        sigma_max_MPa=6 * max(abs(centre), abs(at_edge)) / thickness_mm**2,
    )


class PlateStrip(Model):
    """A strip of a long plate, or a narrow one."""

    M_N: float
    sigma_MPa: float
    w_plate_mm: float
    w_beam_mm: float


def plate_strip(
    span_mm: float,
    thickness_mm: float,
    pressure_MPa: float,
    held: Literal["both ends", "one end"],
    E_MPa: float = 205_000.0,
    nu: float = 0.3,
) -> PlateStrip:
    """One-way bending. A wide plate cannot narrow as it bends and moves by D; a narrow strip by E I."""
    qL2, qL4 = pressure_MPa * span_mm**2, pressure_MPa * span_mm**4
    EI, D = E_MPa * thickness_mm**3 / 12, plate_stiffness_Nmm(E_MPa, thickness_mm, nu)
    M, factor = (qL2 / 8, 5 / 384) if held == "both ends" else (qL2 / 2, 1 / 8)
    return PlateStrip(
        M_N=M, sigma_MPa=6 * M / thickness_mm**2, w_plate_mm=factor * qL4 / D, w_beam_mm=factor * qL4 / EI
    )


class WaterPressure(Model):
    """Still liquid on a wall, by the millimetre of its width."""

    p_bottom_MPa: float
    resultant_N_per_mm: float
    resultant_height_mm: float
    base_moment_N: float


def water_pressure(depth_mm: float, density_kg_m3: float = 1000.0, g_m_s2: float = 9.80665) -> WaterPressure:
    """rho g h at the bottom, its resultant at a third of the depth, and the moment of a wall held at its foot."""
    bottom = density_kg_m3 * g_m_s2 * depth_mm * 1e-9
    resultant = bottom * depth_mm / 2
    return WaterPressure(
        p_bottom_MPa=bottom,
        resultant_N_per_mm=resultant,
        resultant_height_mm=depth_mm / 3,
        base_moment_N=resultant * depth_mm / 3,
    )


def too_thin(w_mm: float, thickness_mm: float) -> bool:
    """Whether small-deflection theory is left: it moves more than half its thickness."""
    return w_mm > thickness_mm / 2 or not math.isfinite(w_mm)
