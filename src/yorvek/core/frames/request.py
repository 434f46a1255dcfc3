"""What is asked of a structure: its shape, what each role is made of, the loads on it, its joints, positions and stages."""

from __future__ import annotations

from typing import Annotated, Literal

from pydantic import Field

from yorvek.core.checks.limits import Limits
from yorvek.core.checks.methods import Method
from yorvek.core.errors import InputError
from yorvek.core.frames.connections import Joint
from yorvek.core.model import Model
from yorvek.core.structures.starters import Layout, OwnModel, expand, own_layout

Direction = Literal["down", "up", "sideways", "along"]


class Shape(Model):
    """A starter with its dimensions, mm, or a model of one's own (kind "own")."""

    kind: str
    sizes_mm: dict[str, float] = {}
    counts: dict[str, int] = {}
    own: OwnModel | None = None

    def layout(self) -> Layout:
        """Nodes, bars, supports and spots.

        Raises:
            InputError: a dimension that cannot be.
        """
        if self.kind != "own":
            return expand(self.kind, self.sizes_mm, self.counts)
        if self.own is None:
            raise InputError(field="model", got="", needs="its nodes, bars and supports")
        return own_layout(self.own)


class RoleChoice(Model):
    """What the bars of a role are made of; `turned` lays the section on its side."""

    section_id: str
    material_id: str
    turned: bool = False


class FrameLoad(Model):
    """A load at a spot of the structure: N at nodes, N/mm along bars, MPa over the width they carry.

    A force that moves stands at one place of its bars at a time, wherever it is worst. `cycles` is how often it comes and goes.
    """

    name: str
    case: Literal["dead", "live", "wind"]
    spot: str
    direction: Direction = "down"
    force_N: float = 0.0
    line_N_per_mm: float = 0.0
    area_MPa: float = 0.0
    dynamic_factor: float = Field(default=1.0, ge=1.0)
    moves: bool = False
    cycles: float = Field(default=0.0, ge=0.0)


class Situation(Model):
    """Another state of the same structure: a position of the mechanism, or a stage of the half-built thing.

    `sizes_mm` and `counts` replace those of the shape; bars named in `without` are not there yet; nodes in `props` stand on
    temporary supports; `loads` are the names of those that act (None: all).
    """

    name: str = Field(min_length=1, max_length=60)
    kind: Literal["position", "stage"] = "position"
    sizes_mm: dict[str, float] = {}
    counts: dict[str, int] = {}
    without: list[str] = []
    props: list[str] = []
    loads: list[str] | None = None


class FrameRequest(Model):
    """Everything that is checked. Joints not named are a weld all round at stiff ends and a pin at hinges."""

    starter: Shape
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
    joints: dict[str, Joint] = Field(default={}, max_length=60, description='by "bar, node"')
    situations: list[Situation] = Field(default=[], max_length=12)
    second_order: bool = False
    play_mm: float = Field(default=0.0, ge=0, description="movement that hinges and loose holes add")
    anchored: bool = Field(default=True, description="feet are held down; if not, overturning and sliding are checked")
    ground_friction: Annotated[float, Field(gt=0, le=1)] = 0.3

    def at(self, position: str) -> FrameRequest:
        """The request as it is in a position of that name; itself where the name is empty."""
        one = next((s for s in self.situations if s.name == position), None)
        return self if one is None else self.in_situation(one)

    def in_situation(self, one: Situation) -> FrameRequest:
        """The request as it is in that state.

        Raises:
            InputError: a bar, node or load that is not there.
        """
        shape = self.starter.model_copy(
            update={
                "sizes_mm": {**self.starter.sizes_mm, **one.sizes_mm},
                "counts": {**self.starter.counts, **one.counts},
            }
        )
        kept = self.loads
        if one.loads is not None:
            names = {x.name for x in self.loads}
            odd = next((n for n in one.loads if n not in names), None)
            if odd:
                raise InputError(field=one.name, got=odd, needs="a load on this structure: " + ", ".join(sorted(names)))
            kept = [x for x in self.loads if x.name in one.loads]
        return self.model_copy(update={"starter": shape, "loads": kept, "situations": []})
