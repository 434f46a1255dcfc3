"""What is asked of a structure: a starter with its dimensions, what each role is made of, and the loads on it."""

from __future__ import annotations

from typing import Annotated, Literal

from pydantic import Field

from yorvek.core.checks.beam import Limits
from yorvek.core.checks.methods import Method
from yorvek.core.model import Model
from yorvek.core.structures import starters
from yorvek.core.structures.starters import Layout

Direction = Literal["down", "sideways", "along"]


class TiedArm(Model):
    """Arm on a tie, mm."""

    kind: Literal["tied arm"] = "tied arm"
    height_mm: float
    reach_mm: float
    tie_rise_mm: float

    def layout(self) -> Layout:
        return starters.tied_arm(self.height_mm, self.reach_mm, self.tie_rise_mm)


class BracedArm(Model):
    """Arm on a knee brace, mm."""

    kind: Literal["braced arm"] = "braced arm"
    height_mm: float
    reach_mm: float
    knee_drop_mm: float
    knee_reach_mm: float

    def layout(self) -> Layout:
        return starters.braced_arm(self.height_mm, self.reach_mm, self.knee_drop_mm, self.knee_reach_mm)


class Portal(Model):
    """Portal on legs, mm."""

    kind: Literal["portal"] = "portal"
    span_mm: float
    height_mm: float
    pinned_feet: bool = False

    def layout(self) -> Layout:
        return starters.portal(self.span_mm, self.height_mm, self.pinned_feet)


class SideArm(Model):
    """Arm with a side arm, mm."""

    kind: Literal["side arm"] = "side arm"
    reach_mm: float
    side_mm: float

    def layout(self) -> Layout:
        return starters.side_arm(self.reach_mm, self.side_mm)


class DeckGrid(Model):
    """Deck on rails and posts, mm; without posts where their height is 0."""

    kind: Literal["deck"] = "deck"
    length_mm: float
    width_mm: float
    bays: int = Field(ge=1, le=40)
    post_height_mm: float = Field(default=0.0, ge=0)

    def layout(self) -> Layout:
        return starters.deck_grid(self.length_mm, self.width_mm, self.bays, self.post_height_mm)


class Truss(Model):
    """Flat truss, mm."""

    kind: Literal["truss"] = "truss"
    span_mm: float
    height_mm: float
    panels: int = Field(ge=2, le=40)

    def layout(self) -> Layout:
        return starters.truss(self.span_mm, self.height_mm, self.panels)


Starter = Annotated[TiedArm | BracedArm | Portal | SideArm | DeckGrid | Truss, Field(discriminator="kind")]


class RoleChoice(Model):
    """What the bars of a role are made of; `turned` lays the section on its side."""

    section_id: str
    material_id: str
    turned: bool = False


class FrameLoad(Model):
    """A load at a spot of the starter: N at nodes, N/mm along bars, MPa over the width they carry."""

    name: str
    case: Literal["dead", "live", "wind"]
    spot: str
    direction: Direction = "down"
    force_N: float = 0.0
    line_N_per_mm: float = 0.0
    area_MPa: float = 0.0
    dynamic_factor: float = Field(default=1.0, ge=1.0)


class FrameRequest(Model):
    """Everything that is checked. Welds all round at stiff ends with this leg, filler of this strength; pins at hinges."""

    starter: Starter
    roles: dict[str, RoleChoice]
    loads: list[FrameLoad] = Field(max_length=12)
    method: Method
    limits: Limits
    welded: bool = True
    weld_leg_mm: float = Field(default=5.0, gt=0, le=40)
    filler_MPa: float = Field(default=482.6, gt=0)
    pin_mm: float = Field(default=16.0, gt=0, le=200)
    pin_shear_MPa: float = Field(
        default=372.0, gt=0, description="nominal, threads in the shear plane: 0.45 Fu of class 8.8"
    )
