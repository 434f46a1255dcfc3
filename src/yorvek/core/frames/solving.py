"""A structure put before the solver: its skeleton, its loads as columns, and the states it may be in."""

from __future__ import annotations

from dataclasses import dataclass, replace
from functools import cached_property

import numpy as np
from numpy.typing import NDArray

from yorvek.core.checks.capacity import MaterialColumns, material_columns
from yorvek.core.errors import InputError
from yorvek.core.frames.events import Loading, breaks_of, loading_of
from yorvek.core.frames.members import Member, members_of
from yorvek.core.frames.request import FrameLoad, FrameRequest, Situation
from yorvek.core.frames.states import States
from yorvek.core.materials import Material, material
from yorvek.core.sections import Section, section, sold_in
from yorvek.core.structures.starters import Layout
from yorvek.core.structures.starters.layout import NO_SPRINGS, Bar, hinged_at
from yorvek.core.theory.frames import DOF, END, Mesh, Piece, Skeleton, columns_of, local_axes, mesh_of

Floats = NDArray[np.float64]
MOST_BARS = 5000
PROP = ("DX", "DY", "DZ")
TONNES_PER_KG = 1e-3


@dataclass(frozen=True)
class Made:
    """A role's section and metal."""

    section: Section
    metal: Material
    columns: MaterialColumns
    turned: bool
    joined_by: str

    @property
    def key(self) -> tuple[str, str, bool]:
        return self.section.id, self.metal.id, self.turned


def layout_in(request: FrameRequest, situation: Situation | None = None) -> Layout:
    """The layout, without the bars that are not there yet and with temporary supports.

    Raises:
        InputError: a bar or node that is not there, or more bars than are worked out at once.
    """
    layout = request.starter.layout()
    if len(layout.bars) > MOST_BARS:
        raise InputError(
            field="model",
            got=f"{len(layout.bars)} bars",
            needs=f"up to {MOST_BARS}: split it into structures that hand loads over",
        )
    if situation is None or not (situation.without or situation.props):
        return layout
    names = {b.name for b in layout.bars} | {b.role for b in layout.bars}
    odd = next((n for n in situation.without if n not in names), None)
    if odd:
        raise InputError(field=situation.name, got=odd, needs="a bar or a role of this structure")
    odd = next((n for n in situation.props if n not in layout.nodes), None)
    if odd:
        raise InputError(field=situation.name, got=odd, needs="a node to prop: " + ", ".join(list(layout.nodes)[:12]))
    kept = [b for b in layout.bars if b.name not in situation.without and b.role not in situation.without]
    touched = {n for b in kept for n in (b.i, b.j)}
    if not kept:
        raise InputError(field=situation.name, got="no bar left", needs="at least one bar that stands")
    there = {b.name for b in kept}
    supports = {n: f for n, f in layout.supports.items() if n in touched}
    for n in situation.props:
        supports[n] = tuple(dict.fromkeys((*supports.get(n, ()), *PROP)))
    return replace(
        layout,
        nodes={n: p for n, p in layout.nodes.items() if n in touched},
        bars=kept,
        supports=supports,
        springs={n: s for n, s in layout.springs.items() if n in touched},
        spots={
            k: replace(
                s, nodes=tuple(n for n in s.nodes if n in touched), bars=tuple(b for b in s.bars if b[0] in there)
            )
            for k, s in layout.spots.items()
            if any(n in touched for n in s.nodes) or any(b[0] in there for b in s.bars)
        },
        watched=tuple(n for n in layout.watched if n in touched),
        roles=tuple(dict.fromkeys(b.role for b in kept)),
    )


def loads_on(loads: list[FrameLoad], layout: Layout) -> list[FrameLoad]:
    """The loads that still have something to act on; those along bars act on those of their bars that are there.

    Raises:
        InputError: a force has its place along bars some of which are not there.
    """
    there = {b.name for b in layout.bars}
    out = []
    for x in loads:
        bars = [b for b in x.bars if b in there]
        if len(bars) < len(x.bars) and bars and x.at_mm is not None:
            gone = next(b for b in x.bars if b not in there)
            raise InputError(
                field=f"load {x.name}",
                got=f"a place along {', '.join(x.bars)}",
                needs=f"{gone} is not there: say which loads act, without this one",
            )
        if bars or (not x.bars and x.spot in layout.spots):
            out.append(x.model_copy(update={"bars": bars}))
    return out


def made_of(request: FrameRequest, layout: Layout) -> dict[str, Made]:
    """What every role is made of.

    Raises:
        InputError: a role without a choice, or a section that is not sold in its metal.
    """
    out: dict[str, Made] = {}
    for role in layout.roles:
        choice = request.roles.get(role)
        if choice is None:
            raise InputError(field=f"role {role}", got="", needs="choose a section and a material for it")
        s, m = section(choice.section_id, field=f"role {role}"), material(choice.material_id)
        if m.id not in sold_in(s):
            raise InputError(
                field=f"role {role}", got=f"{s.id} in {m.id}", needs="it is sold in " + ", ".join(sold_in(s))
            )
        columns = material_columns([m], welded=request.welded)
        out[role] = Made(s, m, columns, choice.turned, choice.joined_by)
    return out


def axes_of(layout: Layout, bar: Bar, *, turned: bool) -> Floats:
    """A bar's own axes: along it, its depth, its width."""
    depth = None if bar.depth is None else np.array(bar.depth)
    axes = local_axes(np.array(layout.nodes[bar.i]), np.array(layout.nodes[bar.j]), depth)
    return np.array([axes[0], axes[2], -axes[1]]) if turned else axes


@dataclass
class Analysis:
    """One structure in one situation, ready to be solved."""

    request: FrameRequest
    layout: Layout

    @cached_property
    def made(self) -> dict[str, Made]:
        return made_of(self.request, self.layout)

    @cached_property
    def axes(self) -> dict[str, Floats]:
        return {b.name: axes_of(self.layout, b, turned=self.made[b.role].turned) for b in self.layout.bars}

    @cached_property
    def number(self) -> dict[str, int]:
        return {b.name: k for k, b in enumerate(self.layout.bars)}

    @cached_property
    def members(self) -> list[Member]:
        def alike(a: Bar, b: Bar) -> bool:
            return self.made[a.role].key == self.made[b.role].key and (
                abs(float(self.axes[a.name][1] @ self.axes[b.name][1])) > 0.999
            )

        return members_of(self.request, self.layout, alike, lambda b: self.axes[b.name])

    @cached_property
    def member_of(self) -> dict[str, Member]:
        return {b: m for m in self.members for b in m.bars}

    @cached_property
    def chords(self) -> dict[str, frozenset[str]]:
        """The bars that run through each node, as far as they were asked for."""
        return {}

    @cached_property
    def used(self) -> dict[tuple[int, int], float]:
        """The greatest stress of bars at their ends, over yield, as far as it was asked for."""
        return {}

    @cached_property
    def feet(self) -> list[int]:
        """Nodes that merely stand, where nothing holds the structure down."""
        if self.request.anchored:
            return []
        return [k for k, n in enumerate(self.layout.nodes) if "DY" in self.layout.supports.get(n, ())]

    def _stands(self, points: Floats) -> bool:
        """Whether its feet stand apart in more than one line: then none of them can clamp what stands on it."""
        flat = points[self.feet][:, [0, 2]]
        return len(flat) > 2 and int(np.linalg.matrix_rank(flat - flat[0], tol=1.0)) == 2

    @cached_property
    def skeleton(self) -> Skeleton:
        layout, bars = self.layout, self.layout.bars
        nodes = {n: k for k, n in enumerate(layout.nodes)}
        points = np.array([layout.nodes[n] for n in nodes], float)
        ends = np.array([[nodes[b.i], nodes[b.j]] for b in bars], dtype=np.int64)
        made = [self.made[b.role] for b in bars]
        held = np.zeros((len(nodes), 6), bool)
        for n, fixed in layout.supports.items():
            held[nodes[n]] = [d in fixed for d in DOF]
        if self._stands(points):
            held[np.ix_(self.feet, [3, 5])] = False

        def column(name: str) -> Floats:
            return np.array([getattr(m.section, name) for m in made], float)

        found = self.request.stiffness_found
        mass = [m.section.mass_kg_per_m(m.metal.density_kg_m3) / 1000 * TONNES_PER_KG for m in made]
        return Skeleton(
            nodes=tuple(nodes), points=points, bars=tuple(b.name for b in bars), ends=ends,
            axes=np.array([self.axes[b.name] for b in bars]),
            length=np.linalg.norm(points[ends[:, 1]] - points[ends[:, 0]], axis=1),
            E=found * np.array([m.metal.E_MPa for m in made]), G=found * np.array([m.metal.G_MPa for m in made]),
            A=column("A_mm2"), Iy=column("Iy_mm4"), Iz=column("Ix_mm4"), J=column("J_mm4"),
            own_mass=np.array(mass), released=np.array([self._released(b) for b in bars]),
            only=np.array([{"": 0, "tension": 1, "compression": -1}[b.only] for b in bars], dtype=np.int64), held=held,
            springs=self._springs(),
        )  # fmt: skip

    def _springs(self) -> Floats | None:
        """What gives between the nodes and the ground, [n, 6]; None where nothing does.

        Raises:
            InputError: feet merely stand, and a spring would pull them down.
        """
        springs = self.layout.springs
        if not springs:
            return None
        if not self.request.anchored:
            node = next((n for n, s in springs.items() if s[1] > 0), None)
            if node:
                raise InputError(
                    field=f"springs at {node}",
                    got="a spring up and down under feet that are not held down",
                    needs="say that its feet are held down: a spring pushes and pulls",
                )
        return np.array([springs.get(n, NO_SPRINGS) for n in self.layout.nodes], float)

    def _released(self, bar: Bar) -> list[bool]:
        """Freedoms its ends do not hold: hinges, and pins chosen where the model has none."""
        words = set(bar.released)
        for end, node in (("i", bar.i), ("j", bar.j)):
            joint = self.request.joints.get(f"{bar.name}, {node}")
            if joint is not None and joint.kind == "pin" and not hinged_at(bar, node):
                words.add(end + {"width": "rz", "depth": "ry", "length": "rx"}[joint.turns_about])
        return [f"{e}{d}" in words for e in "ij" for d in END]

    @cached_property
    def mesh(self) -> Mesh:
        return mesh_of(self.skeleton, breaks_of(self.request, self.layout))

    @cached_property
    def loading(self) -> Loading:
        return loading_of(self.request, self.layout, self.mesh)

    @cached_property
    def states(self) -> States:
        pieces = self.loading.pieces
        lean_x, lean_z = (columns_of(self.mesh, [_leaning(p, k) for p in pieces]) for k in (0, 2))
        return States(
            self.mesh, columns_of(self.mesh, pieces), self.feet, (lean_x, lean_z), friction=self.request.ground_friction
        )

    @cached_property
    def lean(self) -> float:
        """Share of the weight that acts sideways for being out of plumb."""
        height = float(np.ptp(self.skeleton.points[:, 1]))
        feet = sum("DY" in fixed for fixed in self.layout.supports.values())
        return self.request.method.lean(height, max(feet, 1))


def _leaning(piece: Piece, axis: int) -> Piece:
    """What of a column leans sideways when it is out of plumb: its weight, along an axis, times one."""

    def turned(f: Floats) -> Floats:
        out = np.zeros_like(f)
        out[axis] = max(-f[1], 0.0)
        return out

    return Piece([(n, turned(f)) for n, f in piece.at_nodes], [(b, turned(q)) for b, q in piece.on_bars])
