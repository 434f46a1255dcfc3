"""Torsion of a solid or multi-cell section of any outline: Saint-Venant's warping function by finite elements.

Gives the torsion constant J, the shear centre (Trefftz) and the warping constant, for open, closed, multi-cell and
thick shapes alike. Six-node triangles; the mesh is a Delaunay triangulation of points along the outline and on a
lattice inside.
Theory: Pilkey, Analysis and Design of Elastic Beams, chapter 5 (from memory).
"""

from __future__ import annotations

import math
from dataclasses import dataclass

import numpy as np
import shapely
from numpy.typing import NDArray
from scipy.sparse import coo_matrix
from scipy.sparse.linalg import splu
from scipy.spatial import Delaunay
from shapely import Polygon

from yorvek.core.errors import InputError

Floats = NDArray[np.float64]
Ints = NDArray[np.int64]
ACROSS = 3
"""Elements across the thinnest wall to begin with; six-node triangles bend within each."""
WHOLE = 18
"""And at least so many across the square root of the area, for solid shapes."""
MOST_POINTS = 30_000
CONFORMS = (1e-6, 1e-5, 1e-4, 1e-4, 1e-4, 1e-4)
"""Of its area, what the mesh may miss at each try: the crevice beside a round corner that touches a plate is never
filled.
"""
TIPS = 0.02
CORNERS = ((0.0, 0.0), (1.0, 0.0), (0.0, 1.0))
_A, _B = (6 - math.sqrt(15)) / 21, (6 + math.sqrt(15)) / 21
_WA, _WB = (155 - math.sqrt(15)) / 1200, (155 + math.sqrt(15)) / 1200
GAUSS = np.array(
    [[1 / 3, 1 / 3], [_A, _A], [1 - 2 * _A, _A], [_A, 1 - 2 * _A], [_B, _B], [1 - 2 * _B, _B], [_B, 1 - 2 * _B]]
)
WEIGHTS = np.array([9 / 40, _WA, _WA, _WA, _WB, _WB, _WB])


@dataclass(frozen=True)
class Torsion:
    """Results about the axes of the outline as given, mm."""

    J_mm4: float
    shear_centre_x_mm: float
    shear_centre_y_mm: float
    Cw_mm6: float
    omega_mm2: float
    Ct_mm3: float
    """Torque over the shear stress that all but a fiftieth of the area stays below: at the tip of a sharp inner corner
    the theory has no bound, and the metal yields there."""


def thinnest_mm(shape: Polygon) -> float:
    """Thickness of the thinnest wall: twice the area over the perimeter is a wall's thickness, and no wall is thicker
    than what the shape shrinks to nothing by.
    """
    low, high = 0.0, 2 * shape.area / shape.length * 2
    for _ in range(12):
        middle = (low + high) / 2
        left = shape.buffer(-middle / 2, join_style="mitre").buffer(middle / 2, join_style="mitre")
        if left.area < shape.area * 0.995:
            high = middle
        else:
            low = middle
    return max(low, 1e-3)


def _points(shape: Polygon, h: float) -> Floats:
    """Outline points no further apart than h, and a triangular lattice inside, clear of the outline."""
    edge = shapely.get_coordinates(shapely.segmentize(shape.boundary, h))
    x0, y0, x1, y1 = shape.bounds
    rows = np.arange(y0, y1 + h, h * math.sqrt(3) / 2)
    xs = np.arange(x0 - h, x1 + h, h)
    lattice = np.concatenate([np.column_stack([xs + (k % 2) * h / 2, np.full(len(xs), y)]) for k, y in enumerate(rows)])
    inner = shape.buffer(-0.45 * h)
    kept = lattice[shapely.contains_xy(inner, lattice)] if not inner.is_empty else np.empty((0, 2))
    return np.unique(np.round(np.concatenate([edge, kept]), 9), axis=0)


def _mesh(shape: Polygon, h: float) -> tuple[Floats, Ints]:
    """Nodes and six-node triangles that fill the shape; the mesh is made finer until it does."""
    for allowed in CONFORMS:
        points = _points(shape, h)
        if len(points) > MOST_POINTS:
            break
        corners = Delaunay(points).simplices.astype(np.int64)
        middle = points[corners].mean(axis=1)
        corners = corners[shapely.contains_xy(shape, middle)]
        a, b, c = (points[corners[:, k]] for k in range(3))
        area = ((b - a)[:, 0] * (c - a)[:, 1] - (b - a)[:, 1] * (c - a)[:, 0]) / 2
        solid = np.abs(area) > 1e-9 * h * h
        corners, area = corners[solid], area[solid]
        if abs(np.abs(area).sum() - shape.area) <= allowed * shape.area:
            flipped = area < 0
            corners[flipped] = corners[flipped][:, [0, 2, 1]]
            return _six_nodes(points, corners)
        h *= 0.7
    raise InputError(
        field="outline", got=f"{shape.area:g} mm²", needs="its walls are too thin or too ragged to work out its torsion"
    )


def _six_nodes(points: Floats, corners: Ints) -> tuple[Floats, Ints]:
    edges = np.concatenate([corners[:, [0, 1]], corners[:, [1, 2]], corners[:, [2, 0]]])
    unique, place = np.unique(np.sort(edges, axis=1), axis=0, return_inverse=True)
    middles = points[unique].mean(axis=1)
    mid = place.reshape(3, -1).T + len(points)
    return np.concatenate([points, middles]), np.concatenate([corners, mid], axis=1)


def _shape_functions(xi: float, eta: float) -> tuple[Floats, Floats]:
    """N and its derivatives by the triangle's own coordinates; corners 0, 1, 2 then the middles of 01, 12, 20."""
    l1, l2, l3 = 1 - xi - eta, xi, eta
    N = np.array([l1 * (2 * l1 - 1), l2 * (2 * l2 - 1), l3 * (2 * l3 - 1), 4 * l1 * l2, 4 * l2 * l3, 4 * l3 * l1])
    d = np.array(
        [
            [1 - 4 * l1, 4 * l2 - 1, 0.0, 4 * (l1 - l2), 4 * l3, -4 * l3],
            [1 - 4 * l1, 0.0, 4 * l3 - 1, -4 * l2, 4 * l2, 4 * (l1 - l3)],
        ]
    )
    return N, d


def _steepest(stress: Floats, areas: Floats, whole: float) -> float:
    """The stress that all but the tips stay below."""
    rising = np.argsort(stress)
    return float(stress[rising][np.searchsorted(np.cumsum(areas[rising]) / whole, 1 - TIPS)])


def torsion(shape: Polygon) -> Torsion:
    """Torsion properties of one connected outline with any openings, mm.

    Raises:
        InputError: its walls are too thin for a mesh of sensible size.
    """
    centroid = np.array([shape.centroid.x, shape.centroid.y])
    nodes, elements = _mesh(shape, min(thinnest_mm(shape) / ACROSS, math.sqrt(shape.area) / WHOLE))
    nodes = nodes - centroid
    corner = nodes[elements[:, :3]]
    edge1, edge2 = corner[:, 1] - corner[:, 0], corner[:, 2] - corner[:, 0]
    twice = edge1[:, 0] * edge2[:, 1] - edge1[:, 1] * edge2[:, 0]
    # rows of the inverse Jacobian: derivatives of the triangle's coordinates by x and y
    inverse = (
        np.stack([np.stack([edge2[:, 1], -edge1[:, 1]], axis=1), np.stack([-edge2[:, 0], edge1[:, 0]], axis=1)], axis=1)
        / twice[:, None, None]
    )
    K = np.zeros((len(elements), 6, 6))
    f = np.zeros((len(elements), 6))
    samples = []
    for (xi, eta), weight in zip(GAUSS, WEIGHTS, strict=True):
        N, d = _shape_functions(float(xi), float(eta))
        B = np.einsum("eij,jn->ein", inverse, d)
        w = weight * twice / 2
        x, y = nodes[elements, 0] @ N, nodes[elements, 1] @ N
        K += np.einsum("e,ein,eim->enm", w, B, B)
        f += w[:, None] * (y[:, None] * B[:, 0] - x[:, None] * B[:, 1])
        samples.append((N, w, x, y))
    row, column = np.repeat(elements, 6, axis=1).ravel(), np.tile(elements, (1, 6)).ravel()
    count = len(nodes)
    stiffness = coo_matrix((K.ravel(), (row, column)), shape=(count, count)).tocsc()
    load = np.bincount(elements.ravel(), f.ravel(), count)
    # the warping function is known up to a constant: one node stays where it is
    omega = np.zeros(count)
    omega[1:] = splu(stiffness[1:, 1:], permc_spec="MMD_AT_PLUS_A", options={"SymmetricMode": True}).solve(load[1:])
    sums = np.zeros(7)
    at, stress = [], []
    for xi, eta in CORNERS:
        N, d = _shape_functions(xi, eta)
        slope = np.einsum("eij,jn,en->ei", inverse, d, omega[elements])
        x, y = nodes[elements, 0] @ N, nodes[elements, 1] @ N
        stress.append(np.hypot(slope[:, 0] - y, slope[:, 1] + x))
        at.append(twice / 6)
    for N, w, x, y in samples:
        value = omega[elements] @ N
        sums += [(w * q).sum() for q in (y * y, x * x, x * y, x * value, y * value, value, value * value)]
    Ixx, Iyy, Ixy, xw, yw, first, square = sums
    det = Ixx * Iyy - Ixy**2
    xs, ys = (Ixy * xw - Iyy * yw) / det, (Ixx * xw - Ixy * yw) / det
    J = float(Ixx + Iyy - omega @ load)
    steepest = _steepest(np.concatenate(stress), np.concatenate(at), shape.area)
    return Torsion(
        J_mm4=J,
        omega_mm2=float(np.abs(omega - first / shape.area - ys * nodes[:, 0] + xs * nodes[:, 1]).max()),
        Ct_mm3=J / steepest,
        shear_centre_x_mm=float(centroid[0] + xs),
        shear_centre_y_mm=float(centroid[1] + ys),
        Cw_mm6=float(square - first**2 / shape.area - ys * xw + xs * yw),
    )
