"""What lies and presses on a plate, load by load: each one's moments and movement, and the worst of all that may act
together.
"""

from __future__ import annotations

from dataclasses import dataclass, field
from typing import Any, Literal

import numpy as np
from numpy.typing import NDArray
from pydantic import Field

from yorvek.core.checks.limits import Limits
from yorvek.core.checks.methods import Combination, Method
from yorvek.core.errors import InputError
from yorvek.core.model import Model
from yorvek.core.structures.beam import DistributedLoad, LoadSet, Support, solve_beam
from yorvek.core.structures.plates import (
    Edge,
    circular_plate,
    patch_moments,
    rectangular_plate,
    water_pressure,
)

Floats = NDArray[np.float64]
POISSON = 0.3
Form = Literal["panel", "strip", "disc", "web"]
GRID = 41
THINNED = 4
WHOLE_WIDTH = 0.9
"""Of a strip's width that a force must be spread over to bend it as a strip."""
NO_PATCH = "a force on a part of a {form} is not looked at: a panel, or a strip with the force over its whole width"


class PlateLoad(Model):
    """A load on a plate: even over it, or a force on a patch with its middle at a place; still water is one of its
    own.
    """

    name: str
    case: Literal["dead", "live", "wind"] = "live"
    area_MPa: float = 0.0
    force_N: float = 0.0
    patch_a_mm: float = Field(default=0.0, ge=0)
    patch_b_mm: float = Field(default=0.0, ge=0)
    at_a_mm: float = 0.0
    at_b_mm: float = 0.0
    dynamic_factor: float = 1.0
    one_of: str = ""
    group: str = ""
    both_ways: bool = False


class Plate(Model):
    """A plate. Side a runs along, side b upwards; a disc's diameter is a; a strip spans along a and is b wide."""

    form: Form = "panel"
    a_mm: float = Field(gt=0)
    b_mm: float = Field(gt=0)
    thickness_mm: float = Field(gt=0)
    material_id: str
    edges: tuple[Edge, Edge, Edge, Edge] = ("simple", "simple", "simple", "simple")
    """Left, right, bottom, top; a disc takes the first; a strip clamped at the left only is held there alone."""
    lies: Literal["flat", "upright"] = "flat"
    loads: list[PlateLoad] = []
    water_mm: float = Field(default=0.0, ge=0, description="height of still water over the lower edge")
    hole_mm: float = Field(default=0.0, ge=0, description="of a web: diameter of its lightening holes")
    pitch_mm: float = Field(default=0.0, ge=0)
    rim_mm: float = Field(default=0.0, ge=0, description="of a web: height of the pressed rim, one side")
    moment_Nmm: float = 0.0
    shear_N: float = 0.0
    limits: Limits = Limits()
    method: Method = Method()
    welded: bool = False


@dataclass(frozen=True)
class Shape:
    """What one load does at the points of a grid: moments Mx and My, N, and movement, mm."""

    load: PlateLoad
    Mx: Floats
    My: Floats
    w: Floats


@dataclass(frozen=True)
class Shapes:
    """All loads on a plate, `x` and `y` the grid's places; `trouble`: why it is not checked; `lasting`: a load stays on
    it.
    """

    thickness_mm: float
    x: Floats
    y: Floats
    each: tuple[Shape, ...]
    words: str = ""
    trouble: str | None = None
    lasting: bool = False

    def __len__(self) -> int:
        return len(self.each)


@dataclass(frozen=True)
class Worst:
    """Greatest stress and movement over everything that may act together."""

    stress_MPa: float
    moved_mm: float
    where: str
    words: str
    field: list[list[float]] = field(default_factory=list)
    trouble: str | None = None


def load_shapes(plate: Plate, E_MPa: float, nu: float, own_MPa: float) -> Shapes:
    """Moments and movement of each load by itself.

    Raises:
        InputError: a plate that its edges do not hold, or water on another than a panel.
    """
    loads = [x for x in plate.loads if x.area_MPa or x.force_N]
    if own_MPa:
        loads = [PlateLoad(name="own weight", case="dead", area_MPa=own_MPa), *loads]
    if plate.water_mm:
        if plate.form != "panel":
            raise InputError(
                field="water",
                got=plate.form,
                needs="a panel on four edges: water on other plates is not in this version",
            )
        loads.append(PlateLoad(name=WATER, case="live"))
    lasting = bool(plate.water_mm) or any(x.case == "dead" for x in loads)
    made = {"panel": _panel, "strip": _strip, "disc": _disc}[plate.form]
    found = made(plate, loads, E_MPa, nu)
    return Shapes(plate.thickness_mm, *found, lasting=lasting)


WATER = "still water"
Found = tuple[Floats, Floats, tuple[Shape, ...], str, str | None]


def _panel(plate: Plate, loads: list[PlateLoad], E: float, nu: float) -> Found:
    a, b, t = plate.a_mm, plate.b_mm, plate.thickness_mm
    x, y = np.linspace(0, a, GRID), np.linspace(0, b, GRID)
    spots = [x_ for x_ in loads if x_.force_N]
    x = np.unique(np.concatenate([x, [p.at_a_mm for p in spots]]))
    y = np.unique(np.concatenate([y, [p.at_b_mm for p in spots]]))
    edges = (plate.edges[:2], plate.edges[2:])
    common: dict[str, Any] = {"a_mm": a, "b_mm": b, "thickness_mm": t, "edges": edges, "E_MPa": E, "nu": nu}
    out = []
    for load in loads:
        if load.name == WATER:
            places, pressure = _water(plate)
            solved = rectangular_plate(**common, pressure_MPa=pressure, places=places, varies_along="b")
            w, Mx, My = solved.moments_on(x, y)
        elif load.force_N:
            w, Mx, My = _patch(plate, load, x, y, common)
        else:
            solved = rectangular_plate(**common, pressure_MPa=(load.area_MPa, load.area_MPa))
            w, Mx, My = solved.moments_on(x, y)
        out.append(Shape(load, Mx, My, w))
    return x, y, tuple(out), "", None


def _water(plate: Plate) -> tuple[tuple[float, ...], tuple[float, ...]]:
    """Pressure of still water over the lower edge, along side b."""
    deep, b = plate.water_mm, plate.b_mm
    bottom = water_pressure(deep).p_bottom_MPa
    if deep < b:
        return (0.0, deep / b, 1.0), (bottom, 0.0, 0.0)
    return (0.0, 1.0), (bottom, bottom * (1 - b / deep))


def _patch(
    plate: Plate, load: PlateLoad, x: Floats, y: Floats, common: dict[str, object]
) -> tuple[Floats, Floats, Floats]:
    """A force on a patch: the exact series of a plate that rests on four edges, and what its own edges change of that,
    which is smooth and met by Ritz.
    """
    a, b = plate.a_mm, plate.b_mm
    pa, pb = max(load.patch_a_mm, plate.thickness_mm), max(load.patch_b_mm, plate.thickness_mm)
    patch = (
        max((load.at_a_mm - pa / 2) / a, 0.0), min((load.at_a_mm + pa / 2) / a, 1.0),
        max((load.at_b_mm - pb / 2) / b, 0.0), min((load.at_b_mm + pb / 2) / b, 1.0),
    )  # fmt: skip
    if not (0 <= load.at_a_mm <= a and 0 <= load.at_b_mm <= b):
        raise InputError(
            field=f"load {load.name}", got=f"at {load.at_a_mm:g}, {load.at_b_mm:g} mm", needs="a place on the plate"
        )
    size = (patch[1] - patch[0]) * a * (patch[3] - patch[2]) * b
    q = (load.force_N / size, load.force_N / size)
    own = rectangular_plate(**common, pressure_MPa=q, patch=patch)  # type: ignore[arg-type]
    resting = rectangular_plate(**{**common, "edges": RESTING}, pressure_MPa=q, patch=patch)  # type: ignore[arg-type]
    w, Mx, My = own.moments_on(x, y)
    _, Rx, Ry = resting.moments_on(x, y)
    Nx, Ny = patch_moments(a_mm=a, b_mm=b, force_N=load.force_N, patch=patch, nu=own.nu, x=x, y=y)
    return w, Mx - Rx + Nx, My - Ry + Ny


RESTING = (("simple", "simple"), ("simple", "simple"))


def _strip(plate: Plate, loads: list[PlateLoad], E: float, nu: float) -> Found:
    """One-way bending along a, per millimetre of width."""
    a, t = plate.a_mm, plate.thickness_mm
    EI = E * t**3 / 12
    held = plate.edges[:2]
    if "clamped" in held and held != ("clamped", "clamped"):
        supports = [Support(x_mm=0.0 if held[0] == "clamped" else a, kind="fixed")]
    else:
        supports = [
            Support(x_mm=p, kind="fixed" if e == "clamped" else "simple") for p, e in zip((0.0, a), held, strict=True)
        ]
    trouble, sets = None, []
    for load in loads:
        start, end, q = 0.0, a, load.area_MPa
        if load.force_N:
            if load.patch_b_mm < WHOLE_WIDTH * plate.b_mm:
                trouble = NO_PATCH.format(form="strip")
            wide = max(load.patch_a_mm, t)
            start, end = max(load.at_a_mm - wide / 2, 0.0), min(load.at_a_mm + wide / 2, a)
            q = load.force_N / plate.b_mm / (end - start)
        sets.append(LoadSet(distributed=[DistributedLoad(from_mm=start, to_mm=end, start_N_per_mm=q, end_N_per_mm=q)]))
    if not sets:
        return np.zeros(1), np.zeros(1), (), "", None
    solved = solve_beam(a, supports, sets, EI_Nmm2=EI)
    x = solved.stations_mm().ravel()
    M = solved.at_stations(solved.moment).reshape(len(sets), -1)
    w = solved.at_stations(solved.deflection).reshape(len(sets), -1)
    each = tuple(
        Shape(load, m[:, None], np.zeros_like(m)[:, None], d[:, None]) for load, m, d in zip(loads, M, w, strict=True)
    )
    return x, np.zeros(1), each, "", trouble


def _disc(plate: Plate, loads: list[PlateLoad], E: float, nu: float) -> Found:
    """In the middle and at the rim."""
    trouble, each = None, []
    for load in loads:
        if load.force_N:
            trouble = NO_PATCH.format(form="disc")
        found = circular_plate(plate.a_mm / 2, plate.thickness_mm, load.area_MPa, plate.edges[0], E, nu)
        radial = np.array([[found.M_centre_N], [found.M_edge_N]])
        moved = np.array([[found.w_centre_mm], [0.0]])
        each.append(Shape(load, radial, radial, moved))
    return np.array([plate.a_mm / 2, 0.0]), np.zeros(1), tuple(each), "", trouble


def worst_of(shapes: Shapes, combos: list[Combination], *, dynamic: bool) -> Worst:
    """The greatest stress and movement, point by point, over every load there or not and in each sense it may have."""
    if not len(shapes):
        return Worst(0.0, 0.0, "", "")
    best: tuple[float, str, tuple[int, int]] = (-1.0, "", (0, 0))
    moved, picture, moved_words = -1.0, np.zeros((1, 1)), ""
    for c in combos:
        for sense in (1.0, -1.0):
            for name in ("Mx", "My"):
                field_, acts = _together(shapes, c, name, sense, dynamic=dynamic)
                k = np.unravel_index(int(field_.argmax()), field_.shape)
                if field_[k] > best[0]:
                    i, j = int(k[0]), int(k[1])
                    best = (float(field_[k]), _words(c, acts, i, j), (i, j))
            field_, acts = _together(shapes, c, "w", sense, dynamic=dynamic)
            if float(field_.max()) > moved:
                k = np.unravel_index(int(field_.argmax()), field_.shape)
                moved, picture, moved_words = float(field_.max()), sense * field_, _words(c, acts, int(k[0]), int(k[1]))
    stress = 6 * best[0] / shapes.thickness_mm**2
    i, j = best[2]
    where = (
        f"{shapes.x[i]:.0f} mm along, {shapes.y[j]:.0f} mm up" if len(shapes.y) > 1 else f"{shapes.x[i]:.0f} mm along"
    )
    rows = [[round(float(v), 4) for v in row] for row in picture.T[::THINNED, ::THINNED]]
    return Worst(stress, moved, where, best[1] if dynamic else moved_words, rows, shapes.trouble)


Acts = list[tuple[str, NDArray[np.bool_]]]


def _together(shapes: Shapes, c: Combination, name: str, sense: float, *, dynamic: bool) -> tuple[Floats, Acts]:
    """The sum at every point that is greatest in a sense; loads of one group together, of one_of the greatest alone."""
    total = np.zeros_like(getattr(shapes.each[0], name))
    groups: dict[str, list[tuple[str, Floats]]] = {}
    for k, shape in enumerate(shapes.each):
        load = shape.load
        own = sense * getattr(shape, name) * c.factor(load.case) * (load.dynamic_factor if dynamic else 1.0)
        if load.case == "dead":
            total = total + own
            continue
        own = np.abs(own) if load.both_ways else own
        groups.setdefault(f"g {load.group}" if load.group else f"l {k}", []).append((load.one_of, own))
    sets: dict[str, list[tuple[str, Floats]]] = {}
    for key, members in groups.items():
        one_of = members[0][0]
        added = sum((m for _, m in members), np.zeros_like(total))
        sets.setdefault(f"o {one_of}" if one_of else key, []).append((key, added))
    acts: Acts = []
    names = {f"l {k}": s.load.name for k, s in enumerate(shapes.each)}
    for ways in sets.values():
        stack = np.array([w for _, w in ways])
        most = np.maximum(stack.max(axis=0), 0.0)
        total = total + most
        acts += [(names.get(key, key[2:]), (w == stack.max(axis=0)) & (w > 0)) for key, w in ways]
    return total, acts


def _words(c: Combination, acts: Acts, i: int, j: int) -> str:
    there = [name for name, on in acts if bool(on[i, j])]
    return c.name + (f", with {', '.join(there)}" if there else "")
