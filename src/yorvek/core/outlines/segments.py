"""Lines and arcs of a drawing before they are joined."""

from __future__ import annotations

from collections.abc import Iterable
from dataclasses import dataclass

from yorvek.core.outlines.outline import Point


@dataclass(frozen=True)
class Segment:
    """A line or arc of a drawing, the layer it is on, and which closed contour it was drawn as part of; 0: of none."""

    start: Point
    end: Point
    bulge: float
    layer: str
    ring: int = 0

    @property
    def straight(self) -> bool:
        """Whether it is a line."""
        return abs(self.bulge) < 1e-9


def together(count: int, pairs: Iterable[tuple[int, int]]) -> list[int]:
    """For each of `count` things the one that stands for all it is joined with by pairs, however far round."""
    parent = list(range(count))

    def root(k: int) -> int:
        while parent[k] != k:
            parent[k] = parent[parent[k]]
            k = parent[k]
        return k

    for a, b in pairs:
        parent[root(a)] = root(b)
    return [root(k) for k in range(count)]
