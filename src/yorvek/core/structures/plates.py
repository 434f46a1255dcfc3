"""Flat plates under pressure: rectangular with any edges, circular, strips; small deflections. N, mm, MPa.

Rectangular plates by Ritz with polynomials that meet the edges exactly; moments per millimetre of width. Theory:
Timoshenko and Woinowsky-Krieger, Theory of Plates and Shells.
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
Edge = Literal["simple", "clamped", "free"]
TERMS, GAUSS = 16, 48
HOLDS: dict[Edge, int] = {"free": 0, "simple": 1, "clamped": 2}


def plate_stiffness_Nmm(E_MPa: float, t_mm: float, nu: float = 0.3) -> float:
    """D = E t3 / 12 (1 - nu2), N mm."""
    return E_MPa * t_mm**3 / (12 * (1 - nu**2))


@dataclass(frozen=True)
class _Basis:
    """Values and second derivatives of the functions along one side, -1 to 1, at Gauss points and at asked ones."""

    order: tuple[int, int]

    def at(self, x: Floats) -> tuple[Floats, Floats]:
        """Functions (TERMS x points) and their second derivatives."""
        values, _, bent = self.with_slopes(x)
        return values, bent

    def with_slopes(self, x: Floats) -> tuple[Floats, Floats, Floats]:
        """Functions with their first and second derivatives."""
        a, b = self.order
        edge = np.polynomial.Polynomial([1, 1]) ** a * np.polynomial.Polynomial([1, -1]) ** b
        values, sloped, bent = [], [], []
        for m in range(TERMS):
            coefficients = np.zeros(m + 1)
            coefficients[m] = 1.0
            p = edge * np.polynomial.Polynomial(legendre.leg2poly(coefficients))
            values.append(p(x))
            sloped.append(p.deriv(1)(x))
            bent.append(p.deriv(2)(x))
        return np.array(values), np.array(sloped), np.array(bent)


@dataclass(frozen=True)
class _Side:
    """Basis of one side with its integrals of f f, f' f', f'' f and f'' f'', the Gauss points and f there."""

    basis: _Basis
    ff: Floats
    f1f1: Floats
    f2f: Floats
    f2f2: Floats
    points: Floats
    weighted: Floats


@lru_cache(maxsize=16)
def _side(edges: tuple[Edge, Edge]) -> _Side:
    basis = _Basis((HOLDS[edges[0]], HOLDS[edges[1]]))
    points, weights = legendre.leggauss(GAUSS)
    f, f1, f2 = basis.with_slopes(points)
    w = weights
    return _Side(basis, (f * w) @ f.T, (f1 * w) @ f1.T, (f2 * w) @ f.T, (f2 * w) @ f2.T, points, f * w)


Edges = tuple[tuple[Edge, Edge], tuple[Edge, Edge]]


@lru_cache(maxsize=64)
def _stiffness(edges: Edges, a_mm: float, b_mm: float, nu: float) -> tuple[Floats, Floats]:
    """Cholesky factor of the scaled stiffness of D = 1, and the scale."""
    x, y = _side(edges[0]), _side(edges[1])
    sx, sy = (2 / a_mm) ** 2, (2 / b_mm) ** 2
    # wxx2 + wyy2 + 2 nu wxx wyy + 2 (1 - nu) wxy2
    K = (
        np.einsum("mi,nj->mnij", x.f2f2 * sx * sx, y.ff)
        + np.einsum("mi,nj->mnij", x.ff, y.f2f2 * sy * sy)
        + nu * sx * sy * np.einsum("mi,nj->mnij", x.f2f, y.f2f.T)
        + nu * sx * sy * np.einsum("mi,nj->mnij", x.f2f.T, y.f2f)
        + 2 * (1 - nu) * sx * sy * np.einsum("mi,nj->mnij", x.f1f1, y.f1f1)
    ).reshape(TERMS**2, TERMS**2)
    scale = 1 / np.sqrt(np.diag(K))
    return np.linalg.cholesky(K * scale[:, None] * scale), scale


def _held(edges: Edges) -> bool:
    """Whether a plate of these edges stands at all."""
    (left, right), (bottom, top) = edges
    sides = [left, right, bottom, top]
    if "clamped" in sides:
        return True
    return (left != "free" and right != "free") or (bottom != "free" and top != "free")


class RectangularPlate(Model):
    """A solved plate. x runs along side a, y along side b, both from 0; moments positive where they sag."""

    a_mm: float
    b_mm: float
    D_Nmm: float
    nu: float
    thickness_mm: float
    edges: Edges
    coefficients: list[list[float]]

    def _along(self, x_mm: float, y_mm: float) -> tuple[Floats, Floats, Floats, Floats]:
        f, f2 = _side(self.edges[0]).basis.at(np.array([2 * x_mm / self.a_mm - 1]))
        g, g2 = _side(self.edges[1]).basis.at(np.array([2 * y_mm / self.b_mm - 1]))
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

    def moments_on(self, x_mm: Floats, y_mm: Floats) -> tuple[Floats, Floats, Floats]:
        """Movement and moments Mx, My at the places of a grid, [x, y]."""
        f, f2 = _side(self.edges[0]).basis.at(2 * x_mm / self.a_mm - 1)
        g, g2 = _side(self.edges[1]).basis.at(2 * y_mm / self.b_mm - 1)
        c = np.array(self.coefficients)
        wxx, wyy = f2.T @ c @ g * (2 / self.a_mm) ** 2, f.T @ c @ g2 * (2 / self.b_mm) ** 2
        return f.T @ c @ g, -self.D_Nmm * (wxx + self.nu * wyy), -self.D_Nmm * (wyy + self.nu * wxx)

    def everywhere(self, count: int = 41) -> tuple[Floats, Floats, Floats, Floats, Floats]:
        """Places along a and b (mm), and on their grid the movement (mm) and the moments Mx and My (N)."""
        at = np.linspace(0.0, 1.0, count)
        x, y = at * self.a_mm, at * self.b_mm
        return x, y, *self.moments_on(x, y)

    def stress_MPa(self, moment_N: float) -> float:
        """Bending stress of a moment per width."""
        return 6 * abs(moment_N) / self.thickness_mm**2


def _can_be(a_mm: float, b_mm: float, thickness_mm: float, edges: Edges) -> None:
    if min(a_mm, b_mm, thickness_mm) <= 0:
        raise InputError(
            field="plate", got=f"{a_mm:g} × {b_mm:g} × {thickness_mm:g}", needs="sides and thickness above nothing"
        )
    if not _held(edges):
        raise InputError(
            field="edges", got=", ".join((*edges[0], *edges[1])),
            needs="two opposite edges that hold it, or one that clamps it: a plate on its corners or on points is "
                "not checked",
        )  # fmt: skip


def rectangular_plate(
    *,
    a_mm: float,
    b_mm: float,
    thickness_mm: float,
    pressure_MPa: Sequence[float],
    places: Sequence[float] = (0.0, 1.0),
    varies_along: Literal["a", "b"] = "a",
    patch: tuple[float, float, float, float] = (0.0, 1.0, 0.0, 1.0),
    edges: Edges = (("simple", "simple"), ("simple", "simple")),
    E_MPa: float = 205_000.0,
    nu: float = 0.3,
) -> RectangularPlate:
    """Solve a plate.

    Args:
        a_mm, b_mm: its sides.
        thickness_mm: of the plate.
        pressure_MPa: at `places` of the side it varies along, 0 its start and 1 its end, linear between.
        varies_along: that side.
        patch: where it presses: from, to along a, from, to along b, as shares of the sides.
        edges: at the start and end of side a (the edges x = 0 and x = a), then of side b.
        E_MPa, nu: of the metal.

    Raises:
        InputError: sides that cannot be, or edges that do not hold it.
    """
    _can_be(a_mm, b_mm, thickness_mm, edges)
    D = plate_stiffness_Nmm(E_MPa, thickness_mm, nu)
    lower, scale = _stiffness(edges, a_mm, b_mm, nu)

    def carried(
        side: tuple[Edge, Edge], start: float, end: float, at: Sequence[float], pressure: Sequence[float]
    ) -> Floats:
        """Integrals of the functions over a stretch of a side under its pressure."""
        points, weights = legendre.leggauss(GAUSS)
        x = 2 * (start + (end - start) * (points + 1) / 2) - 1
        f, _ = _side(side).basis.at(x)
        return np.asarray((f * weights * (end - start)) @ np.interp((x + 1) / 2, at, pressure))

    even = ((0.0, 1.0), (1.0, 1.0))
    x_load, y_load = ((places, pressure_MPa), even) if varies_along == "a" else (even, (places, pressure_MPa))
    along = carried(edges[0], patch[0], patch[1], *x_load)
    across = carried(edges[1], patch[2], patch[3], *y_load)
    right = np.outer(along, across).ravel() * scale
    solved = np.linalg.solve(lower.T, np.linalg.solve(lower, right)) * scale
    return RectangularPlate(
        a_mm=a_mm,
        b_mm=b_mm,
        D_Nmm=D,
        nu=nu,
        thickness_mm=thickness_mm,
        edges=edges,
        coefficients=(solved / D).reshape(TERMS, TERMS).tolist(),
    )


SERIES = 160
"""Terms of the double sine series each way: a patch of a fiftieth of the side is met to half a per cent."""


def patch_moments(
    *,
    a_mm: float,
    b_mm: float,
    force_N: float,
    patch: tuple[float, float, float, float],
    nu: float,
    x: Floats,
    y: Floats,
) -> tuple[Floats, Floats]:
    """Mx and My [x, y], N, of a plate resting on four edges under a force spread over a patch: Navier's double series.

    Ritz with polynomials smooths the peak under a small patch; this does not. Timoshenko and Woinowsky-Krieger, 34.

    Args:
        patch: from, to along a, from, to along b, as shares of the sides.
        x, y: places along the sides, mm.
    """
    m = np.arange(1, SERIES + 1)

    def share(start: float, end: float) -> Floats:
        k = m * np.pi
        return np.asarray((np.cos(k * start) - np.cos(k * end)) / (k * max(end - start, 1e-9)))

    p = 4 * force_N / (a_mm * b_mm) * np.outer(share(*patch[:2]), share(*patch[2:]))
    kx, ky = (m * np.pi / a_mm)[:, None] ** 2, (m * np.pi / b_mm)[None, :] ** 2
    w = p / (kx + ky) ** 2
    sx, sy = np.sin(np.outer(m * np.pi / a_mm, x)), np.sin(np.outer(m * np.pi / b_mm, y))
    return sx.T @ (w * (kx + nu * ky)) @ sy, sx.T @ (w * (ky + nu * kx)) @ sy


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
