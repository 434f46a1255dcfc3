"""Common workshop structures from a handful of dimensions: each expands into nodes, bars, supports and places for loads.

Global Y is up. A bar's role names what it is ("arm", "tie"); sections go with roles. A place is where a load of the brief may
stand: at nodes (shared evenly), or along bars (per length, or per area over the width each bar carries).
"""

from __future__ import annotations

import math
from dataclasses import dataclass, field
from typing import Literal

from yorvek.core.errors import InputError

Point = tuple[float, float, float]
FIXED = ("DX", "DY", "DZ", "RX", "RY", "RZ")
PINNED = ("DX", "DY", "DZ", "RX", "RY")
HINGE = frozenset({"iry", "irz", "jry", "jrz"})


@dataclass(frozen=True)
class Bar:
    """A straight bar. `buckling_factor` times its length is its buckling length: AISC 360-22 commentary table C-A-7.1 (from
    memory), 2.1 for a post or arm free at one end or swaying on pinned feet, 1.2 swaying on fixed feet, 1.0 otherwise.
    """

    name: str
    i: str
    j: str
    role: str
    released: frozenset[str] = frozenset()
    only: Literal["", "tension", "compression"] = ""
    buckling_factor: float = 1.0


@dataclass(frozen=True)
class Spot:
    """Where a load may stand: nodes, or bars with the width of area each carries, mm."""

    words: str
    nodes: tuple[str, ...] = ()
    bars: tuple[tuple[str, float], ...] = ()


@dataclass
class Layout:
    """A starter expanded. `reach_mm` is the length the movement limit is taken from; `tip` whether it is an arm's tip."""

    nodes: dict[str, Point]
    bars: list[Bar]
    supports: dict[str, tuple[str, ...]]
    spots: dict[str, Spot]
    reach_mm: float
    tip: bool
    words: str
    watched: tuple[str, ...] = ()
    roles: tuple[str, ...] = field(default=())

    def __post_init__(self) -> None:
        if not self.roles:
            self.roles = tuple(dict.fromkeys(b.role for b in self.bars))
        self._by_name = {b.name: b for b in self.bars}

    def bar(self, name: str) -> Bar:
        """The bar of that name."""
        return self._by_name[name]


def _need(**lengths: float) -> None:
    for name, value in lengths.items():
        if not value > 0:
            raise InputError(field=name, got=f"{value:g} mm", needs="more than nothing")


def tied_arm(height_mm: float, reach_mm: float, tie_rise_mm: float) -> Layout:
    """A post fixed at its foot, an arm hinged to it and hung from its top by a tie."""
    _need(height=height_mm, reach=reach_mm, tie_rise=tie_rise_mm)
    h, r = height_mm, reach_mm
    return Layout(
        nodes={"foot": (0, 0, 0), "hinge": (0, h, 0), "head": (0, h + tie_rise_mm, 0), "tip": (r, h, 0)},
        bars=[
            Bar("post below", "foot", "hinge", "post", buckling_factor=2.1),
            Bar("post above", "hinge", "head", "post", buckling_factor=2.1),
            Bar("arm", "hinge", "tip", "arm", frozenset({"iry", "irz"})),
            Bar("tie", "head", "tip", "tie", HINGE, only="tension"),
        ],
        supports={"foot": FIXED},
        spots={"tip": Spot("at the tip", nodes=("tip",)), "arm": Spot("along the arm", bars=(("arm", 0.0),))},
        reach_mm=r,
        tip=True,
        words="arm on a tie",
        watched=("tip",),
    )


def braced_arm(height_mm: float, reach_mm: float, knee_drop_mm: float, knee_reach_mm: float) -> Layout:
    """A post fixed at its foot with an arm on a knee brace."""
    _need(height=height_mm, reach=reach_mm, knee_drop=knee_drop_mm, knee_reach=knee_reach_mm)
    if knee_reach_mm >= reach_mm or knee_drop_mm >= height_mm:
        raise InputError(
            field="knee", got=f"{knee_drop_mm:g} × {knee_reach_mm:g} mm", needs="it must end on the post and on the arm"
        )
    h = height_mm
    return Layout(
        nodes={
            "foot": (0, 0, 0),
            "knee": (0, h - knee_drop_mm, 0),
            "corner": (0, h, 0),
            "seat": (knee_reach_mm, h, 0),
            "tip": (reach_mm, h, 0),
        },
        bars=[
            Bar("post below", "foot", "knee", "post", buckling_factor=2.1),
            Bar("post above", "knee", "corner", "post"),
            Bar("arm inside", "corner", "seat", "arm"),
            Bar("arm outside", "seat", "tip", "arm", buckling_factor=2.1),
            Bar("knee", "knee", "seat", "knee", HINGE),
        ],
        supports={"foot": FIXED},
        spots={
            "tip": Spot("at the tip", nodes=("tip",)),
            "arm": Spot("along the arm", bars=(("arm inside", 0.0), ("arm outside", 0.0))),
        },
        reach_mm=reach_mm,
        tip=True,
        words="arm on a knee brace",
        watched=("tip",),
    )


def portal(span_mm: float, height_mm: float, pinned_feet: bool) -> Layout:
    """Two legs and a beam, joined stiffly; its feet fixed or pinned."""
    _need(span=span_mm, height=height_mm)
    foot = PINNED if pinned_feet else FIXED
    return Layout(
        nodes={
            "left foot": (0, 0, 0),
            "left top": (0, height_mm, 0),
            "middle": (span_mm / 2, height_mm, 0),
            "right top": (span_mm, height_mm, 0),
            "right foot": (span_mm, 0, 0),
        },
        bars=[
            Bar("left leg", "left foot", "left top", "leg", buckling_factor=2.1 if pinned_feet else 1.2),
            Bar("beam left", "left top", "middle", "beam"),
            Bar("beam right", "middle", "right top", "beam"),
            Bar("right leg", "right foot", "right top", "leg", buckling_factor=2.1 if pinned_feet else 1.2),
        ],
        supports={"left foot": foot, "right foot": foot},
        spots={
            "middle": Spot("in the middle of the beam", nodes=("middle",)),
            "beam": Spot("along the beam", bars=(("beam left", 0.0), ("beam right", 0.0))),
            "top": Spot("sideways at the left top", nodes=("left top",)),
        },
        reach_mm=span_mm,
        tip=False,
        words="portal on legs",
        watched=("middle", "left top"),
    )


def side_arm(reach_mm: float, side_mm: float) -> Layout:
    """An arm fixed to a wall with a second arm square to it at its end: the load off the axis twists the first."""
    _need(reach=reach_mm, side=side_mm)
    return Layout(
        nodes={"wall": (0, 0, 0), "corner": (reach_mm, 0, 0), "tip": (reach_mm, 0, side_mm)},
        bars=[
            Bar("arm", "wall", "corner", "arm", buckling_factor=2.1),
            Bar("side arm", "corner", "tip", "side arm", buckling_factor=2.1),
        ],
        supports={"wall": FIXED},
        spots={
            "tip": Spot("at the tip", nodes=("tip",)),
            "side arm": Spot("along the side arm", bars=(("side arm", 0.0),)),
        },
        reach_mm=reach_mm + side_mm,
        tip=True,
        words="arm with a side arm",
        watched=("tip",),
    )


def deck_grid(length_mm: float, width_mm: float, bays: int, post_height_mm: float) -> Layout:
    """Two rails on four posts with cross members between them; the deck lies on the cross members."""
    _need(length=length_mm, width=width_mm)
    if not 1 <= bays <= 40:
        raise InputError(field="bays", got=str(bays), needs="1 to 40")
    nodes: dict[str, Point] = {}
    bars: list[Bar] = []
    supports: dict[str, tuple[str, ...]] = {}
    deck: list[tuple[str, float]] = []
    pitch = length_mm / bays
    for k in range(bays + 1):
        for side, z in (("L", 0.0), ("R", width_mm)):
            nodes[f"{side}{k}"] = (pitch * k, post_height_mm, z)
            if k:
                bars.append(Bar(f"rail {side}{k}", f"{side}{k - 1}", f"{side}{k}", "rail"))
        nodes[f"M{k}"] = (pitch * k, post_height_mm, width_mm / 2)
        for half, (a, b) in enumerate(((f"L{k}", f"M{k}"), (f"M{k}", f"R{k}"))):
            bars.append(Bar(f"cross {k}{'ab'[half]}", a, b, "cross member"))
            deck.append((f"cross {k}{'ab'[half]}", pitch if 0 < k < bays else pitch / 2))
    for k in (0, bays):
        for side, z in (("L", 0.0), ("R", width_mm)):
            if post_height_mm > 0:
                nodes[f"foot {side}{k}"] = (pitch * k, 0.0, z)
                bars.append(Bar(f"post {side}{k}", f"foot {side}{k}", f"{side}{k}", "post", buckling_factor=2.1))
                supports[f"foot {side}{k}"] = FIXED
            else:
                supports[f"{side}{k}"] = ("DY", "DZ", *(("DX",) if k == 0 else ()))
    middle = f"M{bays // 2}"
    return Layout(
        nodes=nodes,
        bars=bars,
        supports=supports,
        spots={
            "deck": Spot("over the deck", bars=tuple(deck)),
            "middle": Spot("in the middle of the deck", nodes=(middle,)),
            "corner": Spot("sideways at the top of a post", nodes=("L0",)),
        },
        reach_mm=length_mm,
        tip=False,
        words="deck on rails and posts" if post_height_mm > 0 else "deck on rails",
        watched=tuple(n for n in nodes if n[0] in "LRM" and n[1:].isdigit()),
    )


def truss(span_mm: float, height_mm: float, panels: int) -> Layout:
    """A flat truss with verticals and diagonals that fall to the middle; chords run through, the rest is hinged."""
    _need(span=span_mm, height=height_mm)
    if panels < 2 or panels % 2 or panels > 40:
        raise InputError(field="panels", got=str(panels), needs="an even number from 2 to 40")
    d = span_mm / panels
    nodes: dict[str, Point] = {f"b{k}": (d * k, 0, 0) for k in range(panels + 1)}
    nodes |= {f"t{k}": (d * k, height_mm, 0) for k in range(1, panels)}
    bars = [Bar(f"bottom {k}", f"b{k - 1}", f"b{k}", "bottom chord") for k in range(1, panels + 1)]
    bars += [Bar(f"top {k}", f"t{k - 1}", f"t{k}", "top chord") for k in range(2, panels)]
    bars += [
        Bar("end left", "b0", "t1", "top chord", HINGE),
        Bar("end right", f"b{panels}", f"t{panels - 1}", "top chord", HINGE),
    ]
    bars += [Bar(f"upright {k}", f"b{k}", f"t{k}", "web", HINGE) for k in range(1, panels)]
    for k in range(1, panels - 1):
        low, high = (k + 1, k) if k < panels / 2 else (k, k + 1)
        bars.append(Bar(f"diagonal {k}", f"b{low}", f"t{high}", "web", HINGE))
    return Layout(
        nodes=nodes,
        bars=bars,
        supports={
            **{n: ("DZ", "RX", "RY") for n in nodes if n not in ("b0", f"b{panels}")},
            "b0": ("DX", "DY", "DZ", "RX", "RY"),
            f"b{panels}": ("DY", "DZ", "RX", "RY"),
        },
        spots={
            "top joints": Spot("shared by the top joints", nodes=tuple(f"t{k}" for k in range(1, panels))),
            "middle": Spot("at the bottom joint in the middle", nodes=(f"b{panels // 2}",)),
            "bottom chord": Spot(
                "along the bottom chord", bars=tuple((f"bottom {k}", 0.0) for k in range(1, panels + 1))
            ),
        },
        reach_mm=span_mm,
        tip=False,
        words="flat truss",
        watched=tuple(n for n in nodes),
    )


def length_mm(layout: Layout, bar: Bar) -> float:
    """Length of a bar, node to node."""
    return math.dist(layout.nodes[bar.i], layout.nodes[bar.j])
