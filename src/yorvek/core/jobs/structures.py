"""A structure of a job: a starter with typed dimensions, its roles, and the loads of the brief on it."""

from __future__ import annotations

import math
from collections import Counter
from collections.abc import Callable, Iterable
from typing import Any, Literal

from pydantic import Field, model_validator

from yorvek.core.errors import InputError
from yorvek.core.frames import (
    FrameLoad,
    FrameRequest,
    FrameVerdict,
    Link,
    RoleChoice,
    Shape,
    Situation,
    chain,
    check_frame,
)
from yorvek.core.frames.request import Direction, Slew, Stretch, Way, Whole
from yorvek.core.jobs.joints import EVERY_END, EVERY_HINGE, JointAt, plain_joint
from yorvek.core.jobs.spec import JobSpec, LoadSpec, Mark
from yorvek.core.joints import Joint
from yorvek.core.model import Model
from yorvek.core.quantities.entry import Length, Place, Size, SpringRate, TurnRate
from yorvek.core.structures.starters import STARTERS, Layout, OwnBar, OwnModel, runs_on
from yorvek.core.structures.starters.layout import Spot, hinged_at
from yorvek.core.structures.starters.own import MOST_BARS, Freedom, Held, Springs
from yorvek.core.theory.frames import Mechanism

OLD_COUNTS = ("bays", "panels", "pinned_feet")


class NodeSpec(Model):
    """A node of a model of one's own."""

    name: str = Field(min_length=1, max_length=40)
    x: Size
    y: Size
    z: Size


class SpringSpec(Model):
    """What gives between a node and the ground: force for its movement, moment for a turn of one degree."""

    node: str = Field(min_length=1, max_length=40)
    x: SpringRate | None = None
    y: SpringRate | None = None
    z: SpringRate | None = None
    about_x: TurnRate | None = None
    about_y: TurnRate | None = None
    about_z: TurnRate | None = None

    def plain(self) -> Springs:
        """In N/mm and Nmm per radian."""
        along = [0.0 if e is None else e.value for e in (self.x, self.y, self.z)]
        about = [0.0 if e is None else math.degrees(e.value) for e in (self.about_x, self.about_y, self.about_z)]
        return Springs.of((*along, *about))


class OwnSpec(Model):
    """A model of one's own: nodes, bars, what holds which node, and what gives there."""

    nodes: list[NodeSpec] = Field(max_length=MOST_BARS)
    bars: list[OwnBar] = Field(max_length=MOST_BARS)
    held: dict[str, Held | list[Freedom]] = Field(max_length=2000)
    springs: list[SpringSpec] = Field(default=[], max_length=2000)

    def plain(self) -> OwnModel:
        """In millimetres.

        Raises:
            InputError: two nodes of one name, or springs of one node twice.
        """
        double = _double(n.name for n in self.nodes)
        if double:
            raise InputError(field="node", got=double, needs="a name of its own: two nodes have this one")
        double = _double(s.node for s in self.springs)
        if double:
            raise InputError(field="springs", got=double, needs="one line a node: it has two")
        return OwnModel(
            nodes={n.name: (n.x.value, n.y.value, n.z.value) for n in self.nodes},
            bars=self.bars,
            held=self.held,
            springs={s.node: s.plain() for s in self.springs},
        )


def _double(names: Iterable[str]) -> str:
    return next((n for n, often in Counter(names).items() if often > 1), "")


class StarterSpec(Model):
    """A starter with typed dimensions and counts, or a model of one's own (kind "own")."""

    kind: str = Field(max_length=40)
    sizes: dict[str, Place] = Field(default={}, max_length=12)
    counts: dict[str, int] = Field(default={}, max_length=12)
    own: OwnSpec | None = None

    @model_validator(mode="before")
    @classmethod
    def _as_it_was(cls, data: Any) -> Any:
        """Files and rows of the first version hold dimensions beside the kind."""
        if not isinstance(data, dict) or data.keys() <= {"kind", "sizes", "counts", "own"}:
            return data
        flat = {k: v for k, v in data.items() if k not in ("kind", "sizes", "counts", "own")}
        counts = {k: int(v) for k, v in flat.items() if k in OLD_COUNTS}
        sizes = {k: v for k, v in flat.items() if k not in OLD_COUNTS and v is not None}
        return {
            "kind": data.get("kind"),
            "sizes": {**sizes, **data.get("sizes", {})},
            "counts": {**counts, **data.get("counts", {})},
        }

    def example(self) -> Shape:
        """One of its kind with stand-in dimensions, to ask what it is made of; optional ones only where they are
        typed.
        """
        if self.kind == "own" or self.kind not in STARTERS:
            return self.plain()
        asks = STARTERS[self.kind].asks
        typed = {k for k, e in self.sizes.items() if e.text.strip() not in ("", "0")}
        return Shape(
            kind=self.kind,
            sizes_mm={a.name: a.example_mm for a in asks if not a.optional or a.name in typed},
            counts=self.counts,
        )

    def plain(self) -> Shape:
        """In millimetres."""
        return Shape(
            kind=self.kind,
            sizes_mm={k: e.value for k, e in self.sizes.items()},
            counts=self.counts,
            own=self.own.plain() if self.own is not None else None,
        )


class SituationSpec(Model):
    """A position or a stage: dimensions and counts that differ, bars not there yet, props, which loads act, and what
    slews.
    """

    name: str = Field(min_length=1, max_length=60)
    kind: Literal["position", "stage"] = "position"
    sizes: dict[str, Place] = Field(default={}, max_length=12)
    counts: dict[str, int] = Field(default={}, max_length=12)
    without: list[str] = Field(default=[], max_length=60)
    props: list[str] = Field(default=[], max_length=20)
    loads: list[int] | None = Field(default=None, max_length=12, description="numbers of the loads that act; none: all")
    slew: Slew | None = None


class StructureLoad(Model):
    """A load of the brief on the structure: at a spot, or along bars of one's own choice, in order.

    A force on bars stands at a place, is spread over them, or stands wherever it is worst.
    """

    load_id: int
    spot: str = Field(default="", max_length=80)
    bars: list[str] = Field(default=[], max_length=200)
    direction: Direction = "down"
    way: Way | None = Field(default=None, description="x, y (up) and z of a direction that is none of the usual ones")
    at: Place | None = Field(default=None, description="of a force on bars, from the start of the first")
    spread: bool = False
    aside: Size | None = Field(default=None, description="of a load on bars: how far it stands aside of their axis")
    moves: bool = False
    wheel_from_edge: Place | None = Field(
        default=None, description="of a load that moves on a bottom flange: its wheels from the flange's edge"
    )


class MemberStated(Model):
    """Bars that are one piece of stock, in order, and where its pressed side is held sideways, from its start."""

    name: str = Field(min_length=1, max_length=60)
    bars: list[str] = Field(min_length=1, max_length=200)
    held_sideways: list[Place] | None = Field(
        default=None, max_length=100, description="none: where something frames in from the side"
    )


class StretchSpec(Model):
    """A span or an overhang with a limit of its own."""

    name: str = Field(min_length=1, max_length=60)
    kind: Literal["span", "overhang"] = "span"
    bars: list[str] = Field(min_length=1, max_length=200)
    over: float | None = Field(default=None, ge=50, le=5000)


class StructureSpec(Model):
    """A structure that is sized as a frame."""

    mark: str = Mark
    name: str = Field(default="", max_length=80)
    module: str = Field(default="", max_length=60)
    qty: int = Field(default=1, ge=1, le=200)
    starter: StarterSpec
    roles: dict[str, RoleChoice] = Field(max_length=12)
    loads: list[StructureLoad] = Field(default=[], max_length=40)
    members: list[MemberStated] = Field(default=[], max_length=200)
    stretches: list[StretchSpec] = Field(default=[], max_length=200)
    welded: bool = True
    weld_leg: Length = Length(text="5", value=5.0)
    pin: Length = Field(
        default=Length(text="16", value=16.0), description="of versions before: hinges are chosen as joints now"
    )
    joints: list[JointAt] = Field(default=[], max_length=200)
    situations: list[SituationSpec] = Field(default=[], max_length=12)
    second_order: bool = False
    play: Place | None = Field(default=None, description="movement that hinges and loose holes add")
    anchored: bool = True
    ground_friction: float = Field(default=0.3, gt=0, le=1)
    decided: str = Field(default="", max_length=400)


class Refusal(Model):
    """What bad input was told, kept with the result that there is none; `falls`: it was entered well, and moves."""

    field: str
    got: str
    needs: str
    at: int | None = None
    falls: bool = False

    def error(self) -> InputError:
        """As it was raised."""
        return InputError(field=self.field, got=self.got, needs=self.needs, at=self.at)


class StructureResult(Model):
    """A structure worked out, or why it is not."""

    verdict: FrameVerdict | None
    chain: list[Link] = []
    trouble: str | None = None
    refused: Refusal | None = None

    def entered(self) -> None:
        """What was entered is a structure, be it one that falls: that is kept with its trouble.

        Raises:
            InputError: it is none, as it was said when it was worked out.
        """
        if self.verdict is None and (self.refused is None or not self.refused.falls):
            self.proved()

    def proved(self) -> FrameVerdict:
        """The verdict.

        Raises:
            InputError: there is none, as it was said when it was worked out.
        """
        if self.verdict is None:
            assert self.refused is not None
            raise self.refused.error()
        return self.verdict


def loads_by_hand(loads: list[StructureLoad], layout: Layout) -> list[StructureLoad]:
    """Loads of a starter as they stand on its model once that is changed by hand: at the same node, or along the same
    bars. One that is shared by nodes, or by the width that bars carry, has no such place: it keeps its own, which is
    refused until somebody says where it stands.
    """
    return [_by_hand(on, layout.spots.get(on.spot)) for on in loads]


def _by_hand(on: StructureLoad, spot: Spot | None) -> StructureLoad:
    if spot is None or any(width for _, width in spot.bars):
        return on
    if len(spot.nodes) == 1:
        return on.model_copy(update={"spot": f"at {spot.nodes[0]}"})
    if spot.nodes:
        return on
    return on.model_copy(update={"spot": "", "bars": [name for name, _ in spot.bars]})


def frame_load(on: StructureLoad, load: LoadSpec) -> FrameLoad:
    """A load of the brief as the frame takes it."""
    value = load.entered().value
    return FrameLoad(
        name=load.name,
        case=load.case,
        spot=on.spot,
        bars=on.bars,
        direction=on.direction,
        way=on.way,
        at_mm=on.at.value if on.at is not None else None,
        spread=on.spread,
        aside_mm=on.aside.value if on.aside is not None else 0.0,
        force_N=value if load.form == "force" else 0.0,
        line_N_per_mm=value if load.form == "line" else 0.0,
        area_MPa=value if load.form == "area" else 0.0,
        dynamic_factor=load.dynamic_factor,
        moves=on.moves,
        wheel_from_edge_mm=None if on.wheel_from_edge is None else on.wheel_from_edge.value,
        cycles=load.cycles,
        group=load.group,
        one_of=load.one_of,
        both_ways=load.both_ways,
    )


def _joints(spec: StructureSpec) -> dict[str, Joint]:
    """Joints by the end they stand at; one for every end of a role where no end of it has its own."""
    out = {j.at: plain_joint(j.joint) for j in spec.joints if j.node not in (EVERY_END, EVERY_HINGE)}
    everywhere = [j for j in spec.joints if j.node in (EVERY_END, EVERY_HINGE)]
    if not everywhere:
        return out
    layout = spec.starter.plain().layout()
    for one in everywhere:
        if one.bar not in layout.roles:
            raise InputError(
                field=f"{spec.mark}: joint", got=one.bar, needs="a role of the structure: " + ", ".join(layout.roles)
            )
        for bar in layout.bars:
            for node in (bar.i, bar.j):
                asked = one.node == EVERY_END or hinged_at(bar, node)
                if bar.role == one.bar and asked and not bar.bored and not runs_on(layout, bar, node):
                    out.setdefault(f"{bar.name}, {node}", plain_joint(one.joint))
    return out


def frame_request(
    job: JobSpec, loads: dict[int, LoadSpec], spec: StructureSpec, own: Callable[[str], str] = str
) -> FrameRequest:
    """The structure ready to be checked, with the job's method and limits; `own` writes out a section of the job's own.

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
        roles={k: c.model_copy(update={"section_id": own(c.section_id)}) for k, c in spec.roles.items()},
        loads=placed,
        members=[
            Whole(
                name=m.name,
                bars=m.bars,
                held_sideways_mm=None if m.held_sideways is None else [p.value for p in m.held_sideways],
            )
            for m in spec.members
        ],
        stretches=[Stretch(name=x.name, kind=x.kind, bars=x.bars, over=x.over) for x in spec.stretches],
        method=job.method.plain(),
        limits=job.limits().model_copy(update={"least_hz": job.swings_at_least_hz}),
        welded=spec.welded,
        weld_leg_mm=spec.weld_leg.value,
        joints=_joints(spec),
        situations=[
            Situation(
                name=x.name,
                kind=x.kind,
                sizes_mm={k: e.value for k, e in x.sizes.items()},
                counts=x.counts,
                without=x.without,
                props=x.props,
                loads=None if x.loads is None else [loads[i].name for i in x.loads if i in loads],
                slew=x.slew,
            )
            for x in spec.situations
        ],
        second_order=spec.second_order,
        play_mm=spec.play.value if spec.play else 0.0,
        anchored=spec.anchored,
        ground_friction=spec.ground_friction,
    )


def work_out(request: FrameRequest) -> StructureResult:
    """A structure's verdict and chain, or the trouble in words."""
    try:
        verdict = check_frame(request)
    except InputError as error:
        got = "" if error.got is None else str(error.got)
        falls = isinstance(error, Mechanism)
        refused = Refusal(field=error.field, got=got, needs=error.needs, at=error.at, falls=falls)
        return StructureResult(verdict=None, trouble=error.sentence, refused=refused)
    return StructureResult(verdict=verdict, chain=chain(request, verdict))
