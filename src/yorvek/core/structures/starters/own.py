"""A model of one's own: nodes with their places, bars between them, supports; usually a starter that was changed by
hand.
"""

from __future__ import annotations

import math
from collections import Counter
from typing import Any, Literal

from pydantic import Field, model_validator

from yorvek.core.errors import InputError
from yorvek.core.model import Model
from yorvek.core.structures.starters.layout import FIXED, PINNED, Bar, Layout, Point, Spot

Held = Literal["fixed", "hinged", "pinned", "on a roller", "held sideways"]
HOLDS: dict[str, tuple[str, ...]] = {
    "fixed": FIXED,
    "hinged": PINNED,
    "pinned": PINNED[:3],
    "on a roller": ("DY", "DZ"),
    "held sideways": ("DZ",),
}
Freedom = Literal["x", "y", "z", "rx", "ry", "rz"]
FREEDOMS: dict[Freedom, str] = {"x": "DX", "y": "DY", "z": "DZ", "rx": "RX", "ry": "RY", "rz": "RZ"}
MOST_BARS = 5000
FARTHEST_MM = 100_000.0


class OwnBar(Model):
    """A bar between two nodes; a hinged end turns freely in bending, a tie takes pull only."""

    name: str = Field(min_length=1, max_length=40)
    i: str = Field(min_length=1, max_length=40)
    j: str = Field(min_length=1, max_length=40)
    role: str = Field(min_length=1, max_length=40)
    hinged_i: bool = False
    hinged_j: bool = False
    only: Literal["", "tension", "compression"] = ""
    depth: tuple[float, float, float] | None = Field(
        default=None, description="the way its section's depth points; usually up, of an upright bar along x"
    )

    @model_validator(mode="before")
    @classmethod
    def _as_it_was(cls, data: Any) -> Any:
        """Rows and files of before hold a factor on the buckling length, which now follows from the whole."""
        if isinstance(data, dict) and "buckling_factor" in data:
            return {k: v for k, v in data.items() if k != "buckling_factor"}
        return data


class Springs(Model):
    """What gives between a node and the ground, by freedom: pushes and pulls alike; 0 is free."""

    x_N_per_mm: float = Field(default=0.0, ge=0)
    y_N_per_mm: float = Field(default=0.0, ge=0)
    z_N_per_mm: float = Field(default=0.0, ge=0)
    rx_Nmm_per_rad: float = Field(default=0.0, ge=0)
    ry_Nmm_per_rad: float = Field(default=0.0, ge=0)
    rz_Nmm_per_rad: float = Field(default=0.0, ge=0)

    @classmethod
    def of(cls, by_freedom: tuple[float, ...]) -> Springs:
        """From what gives by freedom, in their order."""
        return cls(**dict(zip(cls.model_fields, by_freedom, strict=True)))

    @property
    def by_freedom(self) -> tuple[float, ...]:
        """N/mm along x, y, z, then Nmm/rad about them."""
        along = (self.x_N_per_mm, self.y_N_per_mm, self.z_N_per_mm)
        return (*along, self.rx_Nmm_per_rad, self.ry_Nmm_per_rad, self.rz_Nmm_per_rad)


class OwnModel(Model):
    """Nodes (mm, y up), bars, and what holds which node: a usual kind of holding, or the freedoms that are held; and
    what gives at which node.
    """

    nodes: dict[str, tuple[float, float, float]] = Field(max_length=MOST_BARS)
    bars: list[OwnBar] = Field(max_length=MOST_BARS)
    held: dict[str, Held | list[Freedom]] = Field(max_length=2000)
    springs: dict[str, Springs] = Field(default={}, max_length=2000)


def _check_names(model: OwnModel) -> None:
    names = [b.name for b in model.bars]
    double = next((n for n, often in Counter(names).items() if often > 1), None)
    if double:
        raise InputError(field="bar", got=double, needs="a name of its own: two bars have this one")
    if not model.bars:
        raise InputError(field="model", got="no bar", needs="at least one bar between two nodes")
    for name, place in model.nodes.items():
        if not all(math.isfinite(v) and abs(v) <= FARTHEST_MM for v in place):
            raise InputError(field=f"node {name}", got=str(place), needs="three figures within 100 m of the origin")


def _check_ends(model: OwnModel) -> None:
    touched: set[str] = set()
    for b in model.bars:
        for end in (b.i, b.j):
            if end not in model.nodes:
                raise InputError(
                    field=f"bar {b.name}", got=end, needs="a node of the model: " + ", ".join(list(model.nodes)[:12])
                )
        if math.dist(model.nodes[b.i], model.nodes[b.j]) < 1.0:
            raise InputError(
                field=f"bar {b.name}", got=f"{b.i} to {b.j}", needs="its ends lie in one place: move one of them"
            )
        touched |= {b.i, b.j}
    loose = next((n for n in model.nodes if n not in touched), None)
    if loose:
        raise InputError(field=f"node {loose}", got="no bar", needs="a bar that ends there, or take the node away")


def _check_held(model: OwnModel) -> None:
    if not model.held and not model.springs:
        raise InputError(field="supports", got="none", needs="at least one node that something holds")
    for n in model.held:
        if n not in model.nodes:
            raise InputError(field="supports", got=n, needs="a node of the model")
    for n, spring in model.springs.items():
        if n not in model.nodes:
            raise InputError(field="springs", got=n, needs="a node of the model")
        rigid = _holds(model.held.get(n, []))
        both = next((d for d, k in zip(FREEDOMS, spring.by_freedom, strict=True) if k > 0 and FREEDOMS[d] in rigid), "")
        if both:
            raise InputError(
                field=f"springs at {n}", got=f"a spring along {both}, where it is held", needs="one of the two"
            )


def own_layout(model: OwnModel) -> Layout:
    """The model as the checks take it; every node and every bar is a place for a load.

    Raises:
        InputError: a bar to a node that is not there, of no length, or a name used twice; a loose node; nothing held.
    """
    _check_names(model)
    _check_ends(model)
    _check_held(model)
    nodes: dict[str, Point] = dict(model.nodes)
    bars = [
        Bar(
            b.name, b.i, b.j, b.role,
            frozenset({*(("iry", "irz") if b.hinged_i else ()), *(("jry", "jrz") if b.hinged_j else ())}),
            b.only, depth=b.depth,
        )
        for b in model.bars
    ]  # fmt: skip
    return Layout(
        nodes=nodes,
        bars=bars,
        supports={n: _holds(h) for n, h in model.held.items()},
        spots={
            **{f"at {n}": Spot(f"at {n}", nodes=(n,)) for n in nodes},
            **{f"along {b.name}": Spot(f"along {b.name}", bars=((b.name, 0.0),)) for b in bars},
        },
        reach_mm=0.0,
        tip=False,
        words="model of one's own",
        springs={n: s.by_freedom for n, s in model.springs.items()},
    )


def _holds(held: Held | list[Freedom]) -> tuple[str, ...]:
    return HOLDS[held] if isinstance(held, str) else tuple(FREEDOMS[f] for f in held)


def _held(fixed: tuple[str, ...]) -> Held | list[Freedom]:
    """The usual kind that holds just these, or the freedoms themselves."""
    kind = next((k for k, holds in HOLDS.items() if set(holds) == set(fixed)), None)
    words: dict[str, Held] = {k: k for k in ("fixed", "hinged", "pinned", "on a roller", "held sideways")}
    if kind is not None:
        return words[kind]
    return [f for f in FREEDOMS if FREEDOMS[f] in fixed]


def as_own(layout: Layout) -> OwnModel:
    """A starter's model to be changed by hand."""
    return OwnModel(
        nodes=dict(layout.nodes),
        bars=[
            OwnBar(
                name=b.name, i=b.i, j=b.j, role=b.role,
                hinged_i="irz" in b.released, hinged_j="jrz" in b.released,
                only=b.only,
            )
            for b in layout.bars
        ],
        held={n: _held(f) for n, f in layout.supports.items()},
        springs={n: Springs.of(s) for n, s in layout.springs.items()},
    )  # fmt: skip
