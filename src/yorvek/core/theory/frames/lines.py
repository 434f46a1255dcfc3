"""Forces and movements along the bars of a mesh, at stations."""

from __future__ import annotations

from collections.abc import Iterator
from dataclasses import dataclass
from functools import cached_property

import numpy as np

from yorvek.core.theory.frames import elements
from yorvek.core.theory.frames.columns import Columns
from yorvek.core.theory.frames.mesh import Mesh
from yorvek.core.theory.frames.skeleton import Floats, Whole

INSIDE = {1: 17, 2: 9, 3: 7}
INSIDE_USUAL = 5
"""Stations of an element, by how many elements its bar is: at most a sixteenth of a bar apart, an even load's greatest
moment is missed by no more than 0.4 %."""


@dataclass(frozen=True)
class Stations:
    """Places along all bars, each element's own from its start to its end; those of a bar follow one another.

    `bar`, `element`: what each station is on; `at_mm`: from the bar's start; `first`: where each bar's stations begin.
    """

    mesh: Mesh

    @cached_property
    def _groups(self) -> list[tuple[Whole, int]]:
        pieces = np.diff(self.mesh.first)[self.mesh.bar]
        each = np.full(len(pieces), INSIDE_USUAL)
        for count, several in INSIDE.items():
            each[pieces == count] = several
        return [(np.nonzero(each == several)[0], int(several)) for several in np.unique(each)]

    @cached_property
    def per_element(self) -> Whole:
        out = np.zeros(len(self.mesh.bar), dtype=np.int64)
        for where, each in self._groups:
            out[where] = each
        return out

    @cached_property
    def begin(self) -> Whole:
        """Where each element's stations begin."""
        return np.concatenate([[0], np.cumsum(self.per_element)])

    @cached_property
    def first(self) -> Whole:
        return np.asarray(self.begin[self.mesh.first])

    @cached_property
    def element(self) -> Whole:
        return np.repeat(np.arange(len(self.per_element)), self.per_element)

    @cached_property
    def bar(self) -> Whole:
        return np.asarray(self.mesh.bar[self.element])

    @cached_property
    def at_mm(self) -> Floats:
        share = np.concatenate([np.linspace(0.0, 1.0, n) for n in self.per_element])
        return np.asarray(self.mesh.start_mm[self.element] + share * self.mesh.length[self.element])

    def of_bar(self, bar: int) -> slice:
        """The stations of a bar."""
        return slice(int(self.first[bar]), int(self.first[bar + 1]))

    def _places(self, where: Whole, each: int) -> tuple[Floats, Whole]:
        x = self.mesh.length[where][:, None] * np.linspace(0.0, 1.0, each)
        return x, (self.begin[where][:, None] + np.arange(each)).ravel()

    def forces(self, ends: Floats, columns: Columns, slack: Whole | None = None) -> Floats:
        """N, Vy, Vz, T, My, Mz at all stations, [s, 6, c], from the elements' end forces [e, 12, c]."""
        out = np.zeros((int(self.begin[-1]), 6, columns.count))
        for where, each in self._groups:
            x, rows = self._places(where, each)
            out[rows] = elements.inner_forces(ends[where, :6], columns.even[where], x).reshape(-1, 6, columns.count)
        return out

    def moves(self, u: Floats, columns: Columns) -> Floats:
        """Movement at all stations, global, [s, 3, c]."""
        axes = self.mesh.skeleton.axes
        out = np.zeros((int(self.begin[-1]), 3, columns.count))
        for where, rows, here in self._own_moves(u, columns):
            turned = np.matmul(axes[self.mesh.bar[where]].transpose(0, 2, 1)[:, None], here)
            out[rows] = turned.reshape(-1, 3, columns.count)
        return out

    def _own_moves(self, u: Floats, columns: Columns) -> Iterator[tuple[Whole, Whole, Floats]]:
        """Movement in the elements' own axes by groups of elements: which, their stations, [e, s, 3, c]."""
        mesh, s = self.mesh, self.mesh.skeleton
        local = mesh.local_moves(u)
        for where, each in self._groups:
            x, rows = self._places(where, each)
            b = mesh.bar[where]
            E = s.E[b]
            yield (
                where,
                rows,
                elements.inner_moves(
                    local[where], columns.even[where], x, mesh.length[where], E * s.A[b], E * s.Iy[b], E * s.Iz[b]
                ),
            )

    def bowed(self, forces: Floats, u: Floats, columns: Columns, N: Floats) -> Floats:
        """Forces at all stations with what push makes of the bow inside each element: its ends have it already; and
        shear across the bar as it lies then, not as it was drawn.

        Args:
            N: pull of each element, [e].
        """
        for where, rows, here in self._own_moves(u, columns):
            pull = N[where][:, None, None]
            away = here - here[:, :1]
            slope = away[:, -1:] / self.mesh.length[where][:, None, None, None]
            added = np.zeros((*here.shape[:2], 6, here.shape[3]))
            added[:, :, 5], added[:, :, 4] = pull * away[:, :, 1], -pull * away[:, :, 2]
            added[:, :, 1], added[:, :, 2] = -pull * slope[:, :, 1], -pull * slope[:, :, 2]
            forces[rows] += added.reshape(-1, 6, columns.count)
        return forces
