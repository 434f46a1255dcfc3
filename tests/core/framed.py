"""Frames in a few words for tests, solved by the product's own engine."""

from __future__ import annotations

from dataclasses import dataclass, field

import numpy as np

from yorvek.core.theory.frames import DOF, END, Columns, Piece, Skeleton, System, columns_of, local_axes, mesh_of
from yorvek.core.theory.frames.lines import Stations


@dataclass(frozen=True)
class FrameSection:
    E_MPa: float
    G_MPa: float
    A_mm2: float
    Iy_mm4: float
    Iz_mm4: float
    J_mm4: float
    mass_kg_per_m: float = 0.0


@dataclass(frozen=True)
class FrameMember:
    i: str
    j: str
    section: FrameSection
    released: frozenset[str] = frozenset()
    depth: tuple[float, float, float] | None = None
    only: str = ""


@dataclass
class Frame:
    nodes: dict
    members: dict
    supports: dict
    node_loads: dict = field(default_factory=dict)
    line_loads: dict = field(default_factory=dict)
    springs: dict = field(default_factory=dict)

    def skeleton(self) -> Skeleton:
        nodes, members = list(self.nodes), list(self.members.values())
        points = np.array([self.nodes[n] for n in nodes], float)
        ends = np.array([[nodes.index(m.i), nodes.index(m.j)] for m in members])
        held, springs = np.zeros((len(nodes), 6), bool), np.zeros((len(nodes), 6))
        for n, fixed in self.supports.items():
            held[nodes.index(n)] = [bool(fixed.get(d)) for d in DOF]
        for n, stiff in self.springs.items():
            springs[nodes.index(n)] = [stiff.get(d, 0.0) for d in DOF]

        def column(name):
            return np.array([getattr(m.section, name) for m in members], float)

        return Skeleton(
            nodes=tuple(nodes), points=points, bars=tuple(self.members), ends=ends,
            axes=np.array([local_axes(points[a], points[b], m.depth) for (a, b), m in zip(ends, members, strict=True)]),
            length=np.linalg.norm(points[ends[:, 1]] - points[ends[:, 0]], axis=1),
            E=column("E_MPa"), G=column("G_MPa"), A=column("A_mm2"), Iy=column("Iy_mm4"), Iz=column("Iz_mm4"),
            J=column("J_mm4"), own_mass=column("mass_kg_per_m") * 1e-6,
            released=np.array([[f"{e}{d}" in m.released for e in "ij" for d in END] for m in members]),
            only=np.array([{"": 0, "tension": 1, "compression": -1}[m.only] for m in members]), held=held,
            springs=springs if self.springs else None,
        )  # fmt: skip

    def piece(self, skeleton: Skeleton) -> Piece:
        names = ("FX", "FY", "FZ", "MX", "MY", "MZ")
        at = [(skeleton.nodes.index(n), np.array([f.get(k, 0.0) for k in names])) for n, f in self.node_loads.items()]
        return Piece(at, [(skeleton.bars.index(b), np.array([*q, 0.0], float)) for b, q in self.line_loads.items()])


@dataclass(frozen=True)
class Solved:
    frame: Frame
    system: System
    u: np.ndarray
    columns: Columns

    @property
    def displacements(self) -> dict:
        return {n: self.u[6 * k : 6 * k + 6, 0] for k, n in enumerate(self.frame.nodes)}

    @property
    def reactions(self) -> dict:
        found = self.system.reactions(self.u, self.columns)[:, :, 0]
        return {n: found[k] for k, n in enumerate(self.frame.nodes)}

    def line(self, bar: str) -> np.ndarray:
        """Forces along a bar, [s, 6]."""
        stations = Stations(self.system.mesh)
        along = stations.forces(self.system.ends(self.u, self.columns), self.columns)
        return along[stations.of_bar(list(self.frame.members).index(bar)), :, 0]


def solve_frame(frame: Frame) -> Solved:
    skeleton = frame.skeleton()
    mesh = mesh_of(skeleton)
    system, columns = System.of(mesh), columns_of(mesh, [frame.piece(skeleton)])
    return Solved(frame, system, system.solved(columns.forces), columns)
