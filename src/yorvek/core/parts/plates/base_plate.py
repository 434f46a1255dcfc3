"""A plate with a grid of holes."""

from __future__ import annotations

import math
from typing import Literal

from pydantic import Field

from yorvek.core.errors import InputError
from yorvek.core.materials import Material
from yorvek.core.outlines import Outline, Ring
from yorvek.core.parts.drawn import Shown
from yorvek.core.parts.plates.kind import CORNERS, HEIGHT, THICKNESS, WIDTH, Plate, PlateKind, corners, stepped
from yorvek.core.parts.plates.rectangle import rectangle_outline
from yorvek.core.parts.saying import Say
from yorvek.core.quantities.entry import Length, Place


class BasePlate(Plate):
    """A plate with a grid of holes, the outer ones at an edge distance, and an optional opening in the middle (vent,
    drain).
    """

    family: Literal["base_plate"] = "base_plate"
    width: Length
    height: Length
    hole: Length
    columns: int = Field(default=2, ge=1, le=20)
    rows: int = Field(default=2, ge=1, le=20)
    edge: Length
    corner_radius: Place | None = None
    middle_hole: Place | None = None

    def blank(self, metal: Material) -> Outline:
        """Raises InputError where holes reach over the edge or into each other."""
        w, h, d = self.width.value, self.height.value, self.hole.value
        if self.edge.value <= d / 2:
            raise InputError(
                field="shape.edge", got=self.edge.text,
                needs=f"more than half the hole, {d / 2:g} mm, or the hole breaks the edge",
            )  # fmt: skip
        for count, length, name in ((self.columns, w, "columns"), (self.rows, h, "rows")):
            pitch = (length - 2 * self.edge.value) / (count - 1) if count > 1 else length
            if pitch <= d:
                raise InputError(
                    field=f"shape.{name}", got=str(count),
                    needs="the holes run into each other: fewer holes, a smaller hole or a smaller edge distance",
                )  # fmt: skip
        openings = [Ring.circle(x, y, d) for x, y in self.centres()]
        if self._middle > 0:
            self._refuse_middle()
            openings.append(Ring.circle(w / 2, h / 2, self._middle))
        return Outline(outer=rectangle_outline(w, h, self.corner_radius).outer, openings=openings)

    def openings_asked(self) -> list[str]:
        return ["hole"] * (self.columns * self.rows) + ["middle_hole"] * (self._middle > 0)

    def shown(self, blank: Outline, reach: float, metal: Material, say: Say) -> Shown:
        """From hole to hole along both edges, and the diagonal to check."""
        centres = self.centres()
        xs, ys = sorted({x for x, _ in centres}), sorted({y for _, y in centres})
        drawn = stepped([0.0, *xs], _steps(xs, "columns"), self.height.value, 0.7 * reach, up=False)
        drawn += stepped([0.0, *ys], _steps(ys, "rows"), 0.0, 0.7 * reach, up=True)
        notes = [f"{len(centres)} holes ⌀{say(self.hole.value)}"]
        if len(xs) > 1 and len(ys) > 1:
            across = math.hypot(xs[-1] - xs[0], ys[-1] - ys[0])
            notes.append(f"check: hole diagonal {say(across, whole=True, rough=True)}")
        if self._middle > 0:
            notes.append(f"middle hole ⌀{say(self._middle)}")
        return Shown(drawn, notes + corners(self.corner_radius, say))

    def centres(self) -> list[tuple[float, float]]:
        """Centres of the grid, left to right, bottom to top."""
        xs, ys = self._line(self.columns, self.width.value), self._line(self.rows, self.height.value)
        return [(x, y) for y in ys for x in xs]

    def _line(self, count: int, length: float) -> list[float]:
        edge = self.edge.value
        return [length / 2] if count == 1 else [edge + i * (length - 2 * edge) / (count - 1) for i in range(count)]

    @property
    def _middle(self) -> float:
        return self.middle_hole.value if self.middle_hole is not None else 0.0

    def _refuse_middle(self) -> None:
        w, h, m, d = self.width.value, self.height.value, self._middle, self.hole.value
        if m >= min(w, h) or any(math.hypot(x - w / 2, y - h / 2) <= (m + d) / 2 for x, y in self.centres()):
            assert self.middle_hole is not None
            raise InputError(
                field="shape.middle_hole", got=self.middle_hole.text,
                needs="it runs into the other holes or over the edge: make it smaller",
            )  # fmt: skip


def _steps(stops: list[float], name: str) -> list[str]:
    """What states the way to each of a line of holes from the one before it, the first from the edge."""
    return [name] if len(stops) == 1 else ["edge", *[name] * (len(stops) - 1)]


BASE_PLATE = PlateKind(
    BasePlate, "Plate with holes", "F",
    {
        "width": WIDTH, "height": HEIGHT, "thickness": THICKNESS,
        "hole": ("Hole", "", "13.5", "9/16"), "edge": ("Hole to edge", "", "30", "1 1/4"),
        "columns": ("Holes across", "", "2", "2"), "rows": ("Holes up", "", "2", "2"),
        "middle_hole": ("Middle hole", "none", "", ""), "corner_radius": CORNERS,
    },
)  # fmt: skip
