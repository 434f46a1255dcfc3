"""What is asked of a structure: its shape, what each role is made of, the loads on it, its joints, positions and
stages.
"""

from __future__ import annotations

import math
from typing import Annotated, Literal

from pydantic import Field

from yorvek.core.checks.limits import Limits
from yorvek.core.checks.methods import Method
from yorvek.core.errors import InputError
from yorvek.core.joints import Joint
from yorvek.core.model import Model
from yorvek.core.structures.starters import Layout, OwnModel, expand, own_layout

MOST_LOADS = 40
Direction = Literal["down", "up", "sideways", "sideways back", "along", "along back"]
Way = tuple[float, float, float]
WAYS: dict[Direction, Way] = {
    "down": (0.0, -1.0, 0.0),
    "up": (0.0, 1.0, 0.0),
    "sideways": (0.0, 0.0, 1.0),
    "sideways back": (0.0, 0.0, -1.0),
    "along": (1.0, 0.0, 0.0),
    "along back": (-1.0, 0.0, 0.0),
}


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
    """What the bars of a role are made of; `turned` lays the section on its side; `joined_by` is how single angles are
    held at their ends (not said: by one leg, the weaker way).
    """

    section_id: str
    material_id: str
    turned: bool = False
    joined_by: Literal["", "one leg", "both legs"] = ""


class FrameLoad(Model):
    """A load at a spot of the structure, or along bars of one's own choice: N, N/mm along bars, MPa over the width they
    carry.

    A force on bars stands at `at_mm` from the start of the first of them; without a place it stands wherever it is
    worst, unless it is said to be spread over them. One that `moves` runs on the bottom flange, its wheels
    `wheel_from_edge_mm` from the edge (not said: at the edge, the worst). `way` is its direction where it is none of
    the usual ones. One on bars may stand `aside_mm` of their axis, level and square to them (towards z; of bars
    along z towards x), and twists them. Loads of one `group` act together; of those that share `one_of` at most one
    acts; `both_ways` acts in either sense.
    """

    name: str
    case: Literal["dead", "live", "wind"]
    spot: str = ""
    bars: list[str] = []
    direction: Direction = "down"
    way: Way | None = None
    force_N: float = 0.0
    line_N_per_mm: float = 0.0
    area_MPa: float = 0.0
    at_mm: float | None = Field(default=None, ge=0)
    spread: bool = False
    aside_mm: float = Field(default=0.0, ge=-10_000, le=10_000)
    moves: bool = False
    wheel_from_edge_mm: float | None = Field(default=None, ge=0)
    dynamic_factor: float = Field(default=1.0, ge=1.0)
    cycles: float = Field(default=0.0, ge=0.0)
    group: str = ""
    one_of: str = ""
    both_ways: bool = False

    @property
    def unit_way(self) -> Way:
        """Its direction, of length one.

        Raises:
            InputError: a direction of no length.
        """
        if self.way is None:
            return WAYS[self.direction]
        size = math.sqrt(sum(v * v for v in self.way))
        if size < 1e-9:
            raise InputError(field=f"load {self.name}", got=str(self.way), needs="a direction: x, y and z, not all 0")
        x, y, z = self.way
        return x / size, y / size, z / size


class Whole(Model):
    """A physical member: bars that are one piece of stock, in order, end to end, and the places from its start at which
    its pressed side is held sideways (none given: where something frames in).
    """

    name: str
    bars: list[str] = Field(min_length=1)
    held_sideways_mm: list[float] | None = None


class Stretch(Model):
    """A span or an overhang with a limit of its own: L / over, an overhang 2 L / over."""

    name: str
    kind: Literal["span", "overhang"] = "span"
    bars: list[str] = Field(min_length=1)
    over: float | None = Field(default=None, ge=50, le=5000)


class Slew(Model):
    """What turns about the upright axis through a node: bars or roles, from one angle to another, counted from where
    they were drawn, against the clock seen from above.
    """

    about: str = Field(min_length=1, max_length=40)
    turns: list[str] = Field(min_length=1, max_length=60)
    from_deg: float = Field(ge=-360, le=360)
    to_deg: float = Field(ge=-360, le=360)


class Situation(Model):
    """Another state of the same structure: a position of the mechanism, or a stage of the half-built thing.

    `sizes_mm` and `counts` replace those of the shape; bars named in `without` are not there yet; nodes in `props`
    stand on temporary supports; `loads` are the names of those that act (None: all). One that slews is judged through
    its range, and known by the worst angle.
    """

    name: str = Field(min_length=1, max_length=60)
    kind: Literal["position", "stage"] = "position"
    sizes_mm: dict[str, float] = {}
    counts: dict[str, int] = {}
    without: list[str] = []
    props: list[str] = []
    loads: list[str] | None = None
    slew: Slew | None = None


class FrameRequest(Model):
    """Everything that is checked. Joints not named are a weld all round at stiff ends; at hinges they are not
    checked.
    """

    starter: Shape
    roles: dict[str, RoleChoice]
    loads: list[FrameLoad] = Field(max_length=MOST_LOADS)
    members: list[Whole] = Field(default=[], max_length=200, description="as stated; others follow from the bars")
    stretches: list[Stretch] = Field(
        default=[], max_length=200, description="as stated; none: they follow from the bars"
    )
    method: Method
    limits: Limits
    welded: bool = True
    weld_leg_mm: float = Field(default=5.0, gt=0, le=40)
    filler_MPa: float = Field(default=482.6, gt=0)
    joints: dict[str, Joint] = Field(default={}, max_length=400, description='by "bar, node"')
    situations: list[Situation] = Field(default=[], max_length=12)
    second_order: bool = False
    play_mm: float = Field(default=0.0, ge=0, description="movement that hinges and loose holes add")
    stiffness_found: float = Field(
        default=1.0, gt=0, le=1, description="share of the computed one, by a load test: counts for every bar"
    )
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
