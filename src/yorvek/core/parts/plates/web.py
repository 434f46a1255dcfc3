"""A web: a deep plate made lighter by a row of openings, seated on bars in half rounds along its lower edge."""

from __future__ import annotations

from collections.abc import Iterator
from typing import Literal

from pydantic import Field
from shapely import Polygon

from yorvek.core.errors import InputError
from yorvek.core.materials import Material
from yorvek.core.outlines import Outline, Ring, Vertex, ring_points
from yorvek.core.parts.drawn import Shown
from yorvek.core.parts.plates.kind import HEIGHT, THICKNESS, WIDTH, Plate, PlateKind, stepped
from yorvek.core.parts.saying import Say
from yorvek.core.quantities.entry import Length, Place

LEAST_BRIDGE = 1.0
"""Thicknesses of metal that must stay between openings, and to the edge (ours)."""


class WebPlate(Plate):
    """Round openings at equal ways along its middle line, and half rounds along its lower edge. A pressed rim stiffens
    the edge of an opening: the opening is cut, then pressed to so much deep.
    """

    family: Literal["web"] = "web"
    width: Length
    height: Length
    hole: Length
    holes: int = Field(default=3, ge=1, le=40)
    rim: Place | None = Field(default=None, description="how deep the rims are pressed; none where not given")
    seat: Place | None = Field(default=None, description="diameter of the half rounds; none where not given")
    seats: int = Field(default=2, ge=1, le=40)
    seat_edge: Place | None = Field(default=None, description="from the end to the first half round's middle")

    def blank(self, metal: Material) -> Outline:
        """Raises InputError where too little metal stays between openings, seats and edges."""
        bridge, d = LEAST_BRIDGE * self.thickness.value, self.hole.value
        outer = Ring(vertices=list(self._edge(bridge)))
        openings = [Ring.circle(x, self.height.value / 2, d) for x in self._middles()]
        inside = Polygon(ring_points(outer)).buffer(-bridge + 1e-6)
        beside = f"at least {bridge:g} mm of metal beside each opening"
        if self._pitch - d < bridge - 1e-9:
            raise InputError(field="shape.holes", got=str(self.holes), needs=f"{beside}: fewer, or smaller ones")
        if not all(inside.contains(Polygon(ring_points(ring))) for ring in openings):
            raise InputError(field="shape.hole", got=self.hole.text, needs=f"{beside}: smaller ones, or higher up")
        return Outline(outer=outer, openings=openings)

    def openings_asked(self) -> list[str]:
        return ["hole"] * self.holes

    def shown(self, blank: Outline, reach: float, metal: Material, say: Say) -> Shown:
        stops = [0.0, *self._middles()]
        drawn = stepped(stops, ["holes"] * self.holes, self.height.value, 0.7 * reach, up=False)
        notes = [f"{self.holes} openings ⌀{say(self.hole.value)}, {say(self._pitch, whole=True, rough=True)} apart"]
        if self.rim is not None and self.rim.value > 0:
            notes.append(f"their rims pressed {say(self.rim.value, whole=True)} deep")
        if self._seat > 0:
            notes.append(f"{self.seats} half rounds ⌀{say(self._seat)} in the lower edge")
        return Shown(drawn, notes)

    @property
    def _pitch(self) -> float:
        return self.width.value / self.holes

    @property
    def _seat(self) -> float:
        return self.seat.value if self.seat is not None else 0.0

    def _middles(self) -> list[float]:
        return [self._pitch * (k + 0.5) for k in range(self.holes)]

    def _seats(self, bridge: float) -> list[float]:
        """Middles of the half rounds. Raises InputError where they run into each other or over an end."""
        if self._seat <= 0:
            return []
        r, w = self._seat / 2, self.width.value
        first = self.seat_edge.value if self.seat_edge is not None else w / (2 * self.seats)
        pitch = (w - 2 * first) / (self.seats - 1) if self.seats > 1 else w
        if first < r + bridge - 1e-9 or pitch < 2 * r + bridge - 1e-9:
            name = "seat_edge" if self.seat_edge is not None and first < r + bridge else "seats"
            raise InputError(
                field=f"shape.{name}", got=f"{first:g} mm from the end, {pitch:g} mm apart",
                needs=f"half rounds {bridge:g} mm clear of each other and of the ends",
            )  # fmt: skip
        return [w / 2] if self.seats == 1 else [first + k * pitch for k in range(self.seats)]

    def _edge(self, bridge: float) -> Iterator[Vertex]:
        w, h, r = self.width.value, self.height.value, self._seat / 2
        yield Vertex(x=0.0, y=0.0)
        for x in self._seats(bridge):
            yield Vertex(x=x - r, y=0.0, bulge=-1.0)
            yield Vertex(x=x + r, y=0.0)
        yield from (Vertex(x=w, y=0.0), Vertex(x=w, y=h), Vertex(x=0.0, y=h))


WEB = PlateKind(
    WebPlate, "Web with openings", "W",
    {
        "width": WIDTH, "height": HEIGHT, "thickness": THICKNESS, "hole": ("Openings", "", "40", "1 1/2"),
        "holes": ("How many", "", "3", "3"), "rim": ("Rims pressed deep", "plain", "", ""),
        "seat": ("Half rounds below", "none", "", ""), "seats": ("How many half rounds", "", "2", "2"),
        "seat_edge": ("End to the first", "evenly", "", ""),
    },
)  # fmt: skip
