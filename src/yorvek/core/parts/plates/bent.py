"""A plate bent along parallel lines: its legs as they are measured once it is made, and its flat."""

from __future__ import annotations

import itertools
import math
from typing import ClassVar, Literal

from pydantic import Field
from shapely import Polygon

from yorvek.core.errors import InputError
from yorvek.core.materials import Material
from yorvek.core.model import Model
from yorvek.core.outlines import Outline, Ring, Vertex, bounds_mm, ring_points
from yorvek.core.parts.drawn import BendLine, DrawnDimension, PartView, Warned
from yorvek.core.parts.plates.kind import THICKNESS, Plate, PlateKind, Shown
from yorvek.core.parts.plates.rectangle import rectangle_outline
from yorvek.core.parts.saying import Say
from yorvek.core.quantities.entry import Length, Place, Turned
from yorvek.core.workshop.bends import bend_allowance_mm, din_k, least_radius_mm, mould_setback_mm
from yorvek.core.workshop.presses import FLANGE_OF_OPENING, air_bend_force, air_bend_rules, opening_of_mm

Measured = tuple[tuple[float, float], tuple[float, float], bool]
USUAL_RADIUS = "inside; what the usual die makes, or the metal takes, where not given"
LEAST_TURN_DEG, MOST_TURN_DEG = 1.0, 170.0


class Bend(Model):
    """A bend and the leg after it."""

    turn: Turned = Field(description="how far the plate is turned there: up, or down where it is negative")
    leg: Length = Field(description="outside, to the next bend's outside, or to the edge")
    radius: Place | None = Field(default=None, description="inside; the plate's own where not given")


class BentPlate(Plate):
    """A plate bent along lines across its legs. Legs are measured outside: to the apex of the outside faces up to 90°,
    to the outside of the bend beyond.
    """

    across: ClassVar[str] = ""
    up: ClassVar[str] = "width"

    family: Literal["bent"] = "bent"
    width: Length = Field(description="along the bends")
    first_leg: Length
    bends: list[Bend] = Field(min_length=1, max_length=12)
    radius: Place | None = Field(
        default=None, description="inside; what the usual die makes, or the metal takes, where not given"
    )
    k_factor: float | None = Field(
        default=None, ge=0.2, le=0.5, description="where the neutral line lies; by DIN 6935 where not given"
    )

    def blank(self, metal: Material) -> Outline:
        """Raises InputError where a bend takes more than a leg has, or the plate runs into itself once bent."""
        self._refuse_turns(metal)
        legs = self._flat_legs(metal)
        for k, leg in enumerate(legs):
            if leg <= 0:
                got = self.first_leg if k == 0 else self.bends[k - 1].leg
                raise InputError(
                    field=f"shape.{self._leg_name(k)}", got=got.text,
                    needs=f"more than the {got.value - leg:.1f} mm that its bends take of it",
                )  # fmt: skip
        self._refuse_into_itself(metal)
        return rectangle_outline(sum(legs) + sum(self._zones(metal)), self.width.value, None)

    def starts(self, metal: Material) -> list[float]:
        found, x = [0.0], 0.0
        for leg, zone, k in zip(self._flat_legs(metal), self._zones(metal), range(len(self.bends)), strict=False):
            x += leg + zone
            found.append(x - self._setback(k, metal))
        return found

    def shown(self, blank: Outline, reach: float, metal: Material, say: Say) -> Shown:
        t, w = self.thickness.value, self.width.value
        middles = self._middles(metal)
        _, _, long, _ = bounds_mm(blank)
        chain = [
            DrawnDimension(
                x1=a, y1=w, x2=b, y2=w, offset_mm=0.7 * reach, value_mm=b - a,
                asked=self._leg_name(k),
            )
            for k, (a, b) in enumerate(itertools.pairwise([0.0, *middles, long]))
        ]  # fmt: skip
        lines = [
            BendLine(
                x1=x, y1=0.0, x2=x, y2=w, turn_deg=b.turn.value, zone_mm=zone, asked=f"bends.{k}.turn",
                words=f"{_way(b.turn.value)}, R{say(self._radius(k, metal), rough=True)}",
            )
            for k, (x, zone, b) in enumerate(zip(middles, self._zones(metal), self.bends, strict=True))
        ]  # fmt: skip
        said = [f"bend {k + 1}: {line.words}, {say(line.x1, rough=True)} from the left" for k, line in enumerate(lines)]
        warned = self._warned(t, metal, say)
        notes = [f"flat {say(long, rough=True)} × {say(w, whole=True)}", *said, *self._brake(metal, say)]
        return Shown(chain, notes, lines, [self.profile(metal)], warned)

    def profile(self, metal: Material) -> PartView:
        """The plate once bent, from its end, lower left corner at the origin, each leg with its measure."""
        ring, measures = self._bent(metal)
        outline = Outline(outer=ring)
        x0, y0, x1, y1 = bounds_mm(outline)
        aside = 0.14 * max(x1 - x0, y1 - y0)
        dimensions = [
            DrawnDimension(
                x1=ax - x0, y1=ay - y0, x2=bx - x0, y2=by - y0, offset_mm=-aside if below else aside,
                value_mm=math.dist((ax, ay), (bx, by)), asked=self._leg_name(k),
            )
            for k, ((ax, ay), (bx, by), below) in enumerate(measures)
        ]  # fmt: skip
        return PartView.of("bent, from its end", outline.moved(-x0, -y0), dimensions)

    @staticmethod
    def _leg_name(k: int) -> str:
        """The question that states a leg."""
        return "first_leg" if k == 0 else f"bends.{k - 1}.leg"

    def _radius(self, k: int, metal: Material) -> float:
        own = self.bends[k].radius or self.radius
        return own.value if own is not None else usual_radius_mm(self.thickness.value, metal)

    def _turn(self, k: int) -> float:
        return abs(self.bends[k].turn.value)

    def _setback(self, k: int, metal: Material) -> float:
        return mould_setback_mm(self._radius(k, metal), self.thickness.value, self._turn(k))

    def _zones(self, metal: Material) -> list[float]:
        """How wide the metal that turns is in the flat, by bend."""
        t = self.thickness.value
        out = []
        for k in range(len(self.bends)):
            r = self._radius(k, metal)
            own = self.k_factor if self.k_factor is not None else din_k(r, t) / 2
            out.append(bend_allowance_mm(r, t, self._turn(k), own))
        return out

    def _flat_legs(self, metal: Material) -> list[float]:
        """What stays straight of each leg."""
        legs = [self.first_leg.value, *(b.leg.value for b in self.bends)]
        backs = [0.0, *(self._setback(k, metal) for k in range(len(self.bends))), 0.0]
        return [leg - a - b for leg, a, b in zip(legs, backs, backs[1:], strict=False)]

    def _middles(self, metal: Material) -> list[float]:
        """Where the bend lines are, from the left edge of the flat."""
        out, x = [], 0.0
        for leg, zone in zip(self._flat_legs(metal), self._zones(metal), strict=False):
            out.append(x + leg + zone / 2)
            x += leg + zone
        return out

    def _refuse_turns(self, metal: Material) -> None:
        t = self.thickness.value
        if metal.family == "panel":
            raise InputError(field="shape.family", got=metal.name, needs="a metal: a panel is not bent")
        for k, bend in enumerate(self.bends):
            if not LEAST_TURN_DEG <= abs(bend.turn.value) <= MOST_TURN_DEG:
                raise InputError(
                    field=f"shape.bends.{k}.turn", got=bend.turn.text,
                    needs=f"{LEAST_TURN_DEG:g} to {MOST_TURN_DEG:g} degrees, negative for down",
                )  # fmt: skip
            if self._radius(k, metal) < 0.1 * t:
                name = f"bends.{k}.radius" if bend.radius is not None else "radius"
                raise InputError(
                    field=f"shape.{name}", got=f"{self._radius(k, metal):g} mm",
                    needs=f"at least a tenth of the thickness, {0.1 * t:.2g} mm: no tool folds it sharper",
                )  # fmt: skip

    def _refuse_into_itself(self, metal: Material) -> None:
        if not Polygon(ring_points(self._bent(metal)[0])).is_valid:
            raise InputError(
                field="shape.bends", got=f"{len(self.bends)} bends",
                needs="legs that clear one another: it runs into itself once it is bent",
            )  # fmt: skip

    def _bent(self, metal: Material) -> tuple[Ring, list[Measured]]:
        """Its two faces one after the other, arcs true: a bend up has its inside on the left of the way along it. And
        each leg as it is measured, with whether its outside is the right face.
        """
        t, heading, x, y = self.thickness.value, 0.0, 0.0, 0.0
        right, left = [(0.0, 0.0, 0.0)], [(0.0, t, 0.0)]
        measures: list[Measured] = []
        backs = [0.0, *(self._setback(k, metal) for k in range(len(self.bends))), 0.0]
        for k, leg in enumerate(self._flat_legs(metal)):
            c, s = math.cos(heading), math.sin(heading)
            beside = self.bends[min(k, len(self.bends) - 1)]
            below = beside.turn.value > 0
            fx, fy = (x, y) if below else (x - t * s, y + t * c)
            a, b = -backs[k], leg + backs[k + 1]
            measures.append(((fx + a * c, fy + a * s), (fx + b * c, fy + b * s), below))
            x, y = x + leg * c, y + leg * s
            turn = math.radians(self.bends[k].turn.value) if k < len(self.bends) else 0.0
            right.append((x, y, math.tan(turn / 4)))
            left.append((x - t * s, y + t * c, math.tan(turn / 4)))
            if k == len(self.bends):
                break
            # the middle of the bend lies to the left of the way where it goes up, to the right where it goes down
            away = self._radius(k, metal) + t if turn > 0 else -self._radius(k, metal)
            mx, my = x - away * s, y + away * c
            heading += turn
            c, s = math.cos(heading), math.sin(heading)
            x, y = mx + away * s, my - away * c
            right.append((x, y, 0.0))
            left.append((x - t * s, y + t * c, 0.0))
        back = [(*left[i][:2], -left[i - 1][2] if i else 0.0) for i in range(len(left) - 1, -1, -1)]
        return Ring(vertices=[Vertex(x=px, y=py, bulge=b) for px, py, b in [*right, *back]]), measures

    def _brake(self, metal: Material, say: Say) -> list[str]:
        t = self.thickness.value
        openings = {round(opening_of_mm(t, self._radius(k, metal)), 1) for k in range(len(self.bends))}
        said = []
        for v in sorted(openings):
            kN = air_bend_force(t, self.width.value, v, metal.ultimate_MPa).force_N / 1000
            said.append(f"over a die of {say(v)}: about {kN:.0f} kN on the brake")
        return said

    def _warned(self, t: float, metal: Material, say: Say) -> list[Warned]:
        """What may go wrong at the brake."""
        said = []
        least = least_radius_of(t, metal)
        for k, bend in enumerate(self.bends):
            if (r := self._radius(k, metal)) < least - 1e-9:
                usual = say(least, rough=True)
                said.append(
                    Warned(
                        words=f"bend {k + 1}: R{say(r, rough=True)} may crack, R{usual} is usual",
                        mend=f"bend it to R{usual}, or try it on a scrap first",
                        asked=f"bends.{k}.radius" if bend.radius is not None else "radius",
                    )
                )
        legs = [self.first_leg.value, *(b.leg.value for b in self.bends)]
        for k, leg in enumerate(legs):
            beside = [j for j in (k - 1, k) if 0 <= j < len(self.bends)]
            needs = max(FLANGE_OF_OPENING * opening_of_mm(t, self._radius(j, metal)) for j in beside)
            if leg < needs - 1e-9:
                holds = say(needs, whole=True, rough=True)
                said.append(
                    Warned(
                        words=f"leg {k + 1} is under the {holds} that the die holds",
                        mend=f"a leg of {holds}, a narrower die, or bend it long and trim",
                        asked=self._leg_name(k),
                    )
                )
        return said


def least_radius_of(thickness_mm: float, metal: Material) -> float:
    """Inside radius of a metal's plate below which it may crack, mm."""
    return least_radius_mm(thickness_mm, metal.family, metal.yield_MPa, hard=metal.softens)


def usual_radius_mm(thickness_mm: float, metal: Material) -> float:
    """Inside radius where none is given: what the usual die makes, or what the metal takes."""
    return max(air_bend_rules(thickness_mm).inside_radius_mm, least_radius_of(thickness_mm, metal))


def _way(turn_deg: float) -> str:
    return f"{abs(turn_deg):g}° {'up' if turn_deg > 0 else 'down'}"


BENT = PlateKind(
    BentPlate, "Bent plate", "B",
    {
        "first_leg": ("First leg, outside", "", "60", "2 1/2"), "bends": ("Bends", "", "1", "1"),
        "width": ("Width, along the bends", "", "", ""), "thickness": THICKNESS,
        "radius": ("Inside radius", "as its die makes it", "", ""),
        "k_factor": ("Neutral line at, of the thickness", "DIN 6935", "", ""),
    },
    {"bends": {
        "turn": ("Turned, up or −down", "", "90", "90"), "leg": ("Leg after it, outside", "", "60", "2 1/2"),
        "radius": ("Inside radius there", "the plate's", "", ""),
    }},
)  # fmt: skip
