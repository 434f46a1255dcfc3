"""A plate bent along parallel lines: its legs as they are measured once it is made, and its flat."""

from __future__ import annotations

from typing import ClassVar, Literal

from pydantic import Field

from yorvek.core.materials import Material
from yorvek.core.model import Model
from yorvek.core.outlines import Outline, bounds_mm
from yorvek.core.parts.drawn import BendLine, Shown, Warned
from yorvek.core.parts.folded import Folded, Folds, closed_on_itself, in_the_flat, leg_name, refuse_turns
from yorvek.core.parts.plates.brake import (
    USUAL_RADIUS,
    cracks,
    falls_in,
    line_across,
    listed,
    pressed,
    radius_of,
    refuse_unbent,
)
from yorvek.core.parts.plates.kind import THICKNESS, Plate, PlateKind, stepped
from yorvek.core.parts.plates.rectangle import rectangle_outline
from yorvek.core.parts.saying import Say
from yorvek.core.quantities.entry import Length, Place, Turned
from yorvek.core.workshop.bends import bend_allowance_mm, din_allowance_mm, mould_setback_mm

MOST_TURN_DEG = 170.0
"""More closes on itself (ours)."""


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
    turns_up: ClassVar[bool] = True

    family: Literal["bent"] = "bent"
    width: Length = Field(description="along the bends")
    first_leg: Length
    bends: list[Bend] = Field(min_length=1, max_length=12)
    radius: Place | None = Field(default=None, description=USUAL_RADIUS)
    k_factor: float | None = Field(
        default=None, ge=0.2, le=0.5, description="where the neutral line lies; by DIN 6935 where not given"
    )

    def blank(self, metal: Material) -> Outline:
        """Raises InputError where a bend takes more than a leg has, or the plate runs into itself once bent."""
        self._refuse_turns(metal)
        folds = self._folds(metal)
        if not self._folded(folds).clears_itself():
            raise closed_on_itself(len(self.bends))
        return rectangle_outline(folds.long(), self.width.value, None)

    def starts(self, metal: Material) -> list[float]:
        return self._folds(metal).starts()

    def shown(self, blank: Outline, reach: float, metal: Material, say: Say) -> Shown:
        w, folds = self.width.value, self._folds(metal)
        middles = folds.middles()
        _, _, long, _ = bounds_mm(blank)
        names = [leg_name(k) for k in range(len(folds.legs))]
        chain = stepped([0.0, *middles, long], names, w, 0.7 * reach, up=False)
        lines = [self._line(k, x, folds, metal, say) for k, x in enumerate(middles)]
        brake = pressed(self.thickness.value, [(r, w) for r in folds.radii], metal, say)
        notes = [f"flat {say(long, rough=True)} × {say(w, whole=True)}", *listed(lines, say), *brake]
        made = self._folded(folds).view("bent, from its end")
        return Shown(chain, notes, lines, [made], self._warned(folds, metal, say))

    def _line(self, k: int, x: float, folds: Folds, metal: Material, say: Say) -> BendLine:
        """Where a bend is marked, and how far it is pressed."""
        turn, radius = self.bends[k].turn.value, folds.radii[k]
        words, bend = f"{_way(turn)}, R{say(radius, rough=True)}", (turn, radius, folds.zones[k])
        at = (x, 0.0, self.width.value)
        return line_across(at, words, bend, self.thickness.value, metal, f"bends.{k}.turn")

    def _radius_name(self, k: int) -> str:
        return f"bends.{k}.radius" if self.bends[k].radius is not None else "radius"

    def _entered(self) -> list[Length]:
        """Its legs as they are measured once it is bent."""
        return [self.first_leg, *(b.leg for b in self.bends)]

    def _radii(self, metal: Material) -> list[float]:
        t = self.thickness.value
        return [radius_of(b.radius or self.radius, t, metal) for b in self.bends]

    def _folds(self, metal: Material) -> Folds:
        t, radii = self.thickness.value, self._radii(metal)
        bends = [(r, abs(b.turn.value)) for r, b in zip(radii, self.bends, strict=True)]
        backs = [mould_setback_mm(r, t, turn) for r, turn in bends]
        own = self.k_factor
        zones = [
            din_allowance_mm(r, t, turn) if own is None else bend_allowance_mm(r, t, turn, own) for r, turn in bends
        ]
        return in_the_flat(self._entered(), radii, zones, backs)

    def _refuse_turns(self, metal: Material) -> None:
        named = [(self._radius_name(k), radius) for k, radius in enumerate(self._radii(metal))]
        refuse_unbent(metal, self.thickness.value, named)
        refuse_turns([b.turn for b in self.bends], MOST_TURN_DEG)

    def _folded(self, folds: Folds) -> Folded:
        """The plate once it is bent."""
        return Folded(self.thickness.value, folds, [b.turn.value for b in self.bends])

    def _warned(self, folds: Folds, metal: Material, say: Say) -> list[Warned]:
        """What may go wrong at the brake."""
        t, said = self.thickness.value, []
        for k, radius in enumerate(folds.radii):
            said += cracks(f"bend {k + 1}", self._radius_name(k), radius, t, metal, say)
        for k, leg in enumerate(self._entered()):
            beside = folds.radii[max(0, k - 1) : k + 1]
            said += falls_in(f"leg {k + 1}", leg_name(k), leg.value, beside, t, say)
        return said


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
