"""A structure of a job: a starter with typed dimensions, its roles, and the loads of the brief on it."""

from __future__ import annotations

from typing import Annotated, Literal

from pydantic import Field

from yorvek.core.checks.beam import Limits
from yorvek.core.errors import InputError
from yorvek.core.frames import FrameLoad, FrameRequest, FrameVerdict, Link, RoleChoice, chain, check_frame
from yorvek.core.frames.request import BracedArm, DeckGrid, Direction, Portal, SideArm, Starter, TiedArm, Truss
from yorvek.core.jobs.spec import JobSpec, LoadSpec, Mark
from yorvek.core.model import Model
from yorvek.core.quantities.entry import Length, Place


class TiedArmSpec(Model):
    """A post with an arm hung on a tie."""

    kind: Literal["tied arm"] = "tied arm"
    height: Length
    reach: Length
    tie_rise: Length

    def example(self) -> Starter:
        """One of its kind with stand-in dimensions, to ask what it is made of."""
        return TiedArm(height_mm=2, reach_mm=2, tie_rise_mm=1)

    def plain(self) -> Starter:
        return TiedArm(height_mm=self.height.value, reach_mm=self.reach.value, tie_rise_mm=self.tie_rise.value)


class BracedArmSpec(Model):
    """A post with an arm on a knee brace."""

    kind: Literal["braced arm"] = "braced arm"
    height: Length
    reach: Length
    knee_drop: Length
    knee_reach: Length

    def example(self) -> Starter:
        """One of its kind with stand-in dimensions, to ask what it is made of."""
        return BracedArm(height_mm=3, reach_mm=3, knee_drop_mm=1, knee_reach_mm=1)

    def plain(self) -> Starter:
        return BracedArm(
            height_mm=self.height.value,
            reach_mm=self.reach.value,
            knee_drop_mm=self.knee_drop.value,
            knee_reach_mm=self.knee_reach.value,
        )


class PortalSpec(Model):
    """Two legs and a beam."""

    kind: Literal["portal"] = "portal"
    span: Length
    height: Length
    pinned_feet: bool = False

    def example(self) -> Starter:
        """One of its kind with stand-in dimensions, to ask what it is made of."""
        return Portal(span_mm=2, height_mm=2)

    def plain(self) -> Starter:
        return Portal(span_mm=self.span.value, height_mm=self.height.value, pinned_feet=self.pinned_feet)


class SideArmSpec(Model):
    """An arm from a wall with a side arm at its end."""

    kind: Literal["side arm"] = "side arm"
    reach: Length
    side: Length

    def example(self) -> Starter:
        """One of its kind with stand-in dimensions, to ask what it is made of."""
        return SideArm(reach_mm=2, side_mm=1)

    def plain(self) -> Starter:
        return SideArm(reach_mm=self.reach.value, side_mm=self.side.value)


class DeckSpec(Model):
    """Rails and cross members, on posts or on bearings."""

    kind: Literal["deck"] = "deck"
    length: Length
    width: Length
    bays: int = Field(default=6, ge=1, le=40)
    post_height: Place | None = None

    def example(self) -> Starter:
        """One of its kind with stand-in dimensions, to ask what it is made of."""
        return DeckGrid(length_mm=4, width_mm=2, bays=2, post_height_mm=1.0 if self.post_height else 0.0)

    def plain(self) -> Starter:
        return DeckGrid(
            length_mm=self.length.value,
            width_mm=self.width.value,
            bays=self.bays,
            post_height_mm=self.post_height.value if self.post_height else 0.0,
        )


class TrussSpec(Model):
    """A flat truss."""

    kind: Literal["truss"] = "truss"
    span: Length
    height: Length
    panels: int = Field(default=6, ge=2, le=40)

    def example(self) -> Starter:
        """One of its kind with stand-in dimensions, to ask what it is made of."""
        return Truss(span_mm=4, height_mm=1, panels=4)

    def plain(self) -> Starter:
        return Truss(span_mm=self.span.value, height_mm=self.height.value, panels=self.panels)


StarterSpec = Annotated[
    TiedArmSpec | BracedArmSpec | PortalSpec | SideArmSpec | DeckSpec | TrussSpec, Field(discriminator="kind")
]


class StructureLoad(Model):
    """A load of the brief at a spot of the structure."""

    load_id: int
    spot: str = Field(max_length=40)
    direction: Direction = "down"


class StructureSpec(Model):
    """A structure that is sized as a frame."""

    mark: str = Mark
    name: str = Field(default="", max_length=80)
    module: str = Field(default="", max_length=60)
    qty: int = Field(default=1, ge=1, le=200)
    starter: StarterSpec
    roles: dict[str, RoleChoice] = Field(max_length=12)
    loads: list[StructureLoad] = Field(default=[], max_length=12)
    welded: bool = True
    weld_leg: Length = Length(text="5", value=5.0)
    pin: Length = Length(text="16", value=16.0)
    decided: str = Field(default="", max_length=400)


class StructureResult(Model):
    """A structure worked out, or why it is not."""

    verdict: FrameVerdict | None
    chain: list[Link] = []
    trouble: str | None = None


def frame_load(on: StructureLoad, load: LoadSpec) -> FrameLoad:
    """A load of the brief as the frame takes it."""
    value = load.entered().value
    return FrameLoad(
        name=load.name,
        case=load.case,
        spot=on.spot,
        direction=on.direction,
        force_N=value if load.form == "force" else 0.0,
        line_N_per_mm=value if load.form == "line" else 0.0,
        area_MPa=value if load.form == "area" else 0.0,
        dynamic_factor=load.dynamic_factor,
    )


def frame_request(job: JobSpec, loads: dict[int, LoadSpec], spec: StructureSpec) -> FrameRequest:
    """The structure ready to be checked, with the job's method and limits.

    Raises:
        InputError: a load that is no more there.
    """
    placed = []
    for on in spec.loads:
        if on.load_id not in loads:
            raise InputError(
                field=f"{spec.mark}: load",
                got=str(on.load_id),
                needs="this load is no longer in the brief: take it off the structure",
            )
        placed.append(frame_load(on, loads[on.load_id]))
    return FrameRequest(
        starter=spec.starter.plain(),
        roles=spec.roles,
        loads=placed,
        method=job.method.plain(),
        limits=Limits(
            span_over=job.span_over,
            cantilever_over=job.cantilever_over,
            absolute_mm=None if job.move_at_most is None else job.move_at_most.value,
        ),
        welded=spec.welded,
        weld_leg_mm=spec.weld_leg.value,
        pin_mm=spec.pin.value,
    )


def work_out(request: FrameRequest) -> StructureResult:
    """A structure's verdict and chain, or the trouble in words."""
    try:
        verdict = check_frame(request)
    except InputError as error:
        return StructureResult(verdict=None, trouble=error.sentence)
    return StructureResult(verdict=verdict, chain=chain(request, verdict))
