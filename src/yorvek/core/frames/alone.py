"""A member by itself whose loads do more than bend it up and down: across, aside of its axis, in groups, often. It is
put into space as the structure it is, and judged there beside its own checks.
"""

from __future__ import annotations

import math
from itertools import pairwise

from yorvek.core.checks.beam import BESIDE, check_beam
from yorvek.core.checks.beam_said import BeamMember, BeamVerdict, Reaction
from yorvek.core.checks.record import Check, least_reserve
from yorvek.core.errors import InputError
from yorvek.core.frames.request import MOST_LOADS, FrameLoad, FrameRequest, RoleChoice, Shape, Whole
from yorvek.core.frames.said import FrameVerdict
from yorvek.core.frames.verdict import check_frame
from yorvek.core.structures.member import BeamLoad
from yorvek.core.structures.starters import OwnBar, OwnModel
from yorvek.core.structures.starters.own import Freedom, Held

BY_ITSELF = ("bending", "shear", "deflection")
APART_MM = 0.5
ROLE = "member"
UPRIGHT: list[Freedom] = ["y", "z", "rx"]
ALONG: list[Freedom] = ["x"]


def check_member(member: BeamMember) -> BeamVerdict:
    """Its verdict; where loads ask for it, with what it shows in space.

    Raises:
        InputError: unknown section or material, a beam that cannot stand, a load off it.
    """
    plain = check_beam(member)
    if not member.beam.in_space:
        return plain
    try:
        found = check_frame(in_space(member), swings=False)
    except InputError as error:
        checks = [_why(c, error.sentence) if c.id == BESIDE else c for c in plain.checks]
        strength = least_reserve(checks, "strength", none_applies="no load")
        return plain.model_copy(update={"checks": checks, "strength": strength})
    apart = any(x.one_of or x.group for x in member.beam.loads)
    # by itself it takes loads that exclude each other as acting together, and those of a group as acting alone
    own = [c for c in plain.checks if c.id != BESIDE and not (apart and c.id.startswith(BY_ITSELF))]
    checks = [*own, *_strength(found), *_movement(found)]
    return plain.model_copy(
        update={
            "checks": checks,
            "strength": least_reserve(checks, "strength", none_applies="no load"),
            "stiffness": least_reserve(checks, "stiffness", none_applies="no limit"),
            "reactions": [_in_space(r, found, instead=apart) for r in plain.reactions],
        }
    )


def in_space(member: BeamMember) -> FrameRequest:
    """The member as a structure: its pieces one bar of stock, its supports holding it upright.

    Raises:
        InputError: more loads than are worked out in space.
    """
    beam = member.beam
    marks = [0.0, beam.length_mm, *(s.x_mm for s in beam.supports)]
    for load in beam.loads:
        if load.runs or load.line_N_per_mm:
            marks += load.stretch(beam.length_mm)
    places = _apart(marks)
    bars = [f"piece {k + 1}" for k in range(len(places) - 1)]
    held: dict[str, Held | list[Freedom]] = {}
    for k, s in enumerate(sorted(beam.supports, key=lambda s: s.x_mm)):
        upright = [*(ALONG if k == 0 else []), *UPRIGHT]
        held[_node(places, s.x_mm)] = "fixed" if s.kind == "fixed" else upright
    model = OwnModel(
        nodes={_node(places, x): (x, 0.0, 0.0) for x in places},
        bars=[
            OwnBar(name=n, i=_node(places, a), j=_node(places, b), role=ROLE)
            for n, (a, b) in zip(bars, pairwise(places), strict=True)
        ],
        held=held,
    )
    loads = [one for k, load in enumerate(beam.loads) for one in _loads(load, k, member, places, bars)]
    if len(loads) > MOST_LOADS:
        raise InputError(
            field="loads", got=f"{len(loads)} with all their places",
            needs=f"up to {MOST_LOADS} where one of them acts aside, across or often: make it a structure",
        )  # fmt: skip
    return FrameRequest(
        starter=Shape(kind="own", own=model),
        roles={
            ROLE: RoleChoice(section_id=member.section_id, material_id=member.material_id, turned=member.axis == "weak")
        },
        loads=loads,
        members=[Whole(name="the member", bars=bars, held_sideways_mm=_sideways(member))],
        method=member.method,
        limits=member.limits,
        welded=member.welded,
        stiffness_found=member.stiffness_found,
        play_mm=member.play_mm,
    )


def _apart(marks: list[float]) -> list[float]:
    out: list[float] = []
    for x in sorted(marks):
        if not out or x - out[-1] > APART_MM:
            out.append(x)
    return out


def _node(places: list[float], x: float) -> str:
    return f"n{min(range(len(places)), key=lambda k: abs(places[k] - x))}"


def _sideways(member: BeamMember) -> list[float] | None:
    """Places that its pressed side is held at, where it is said how far they are apart."""
    if member.unbraced_mm is None:
        return None
    count = max(1, math.ceil(member.beam.length_mm / member.unbraced_mm - 1e-9))
    return [min(k * member.unbraced_mm, member.beam.length_mm) for k in range(count + 1)]


def _loads(load: BeamLoad, number: int, member: BeamMember, places: list[float], bars: list[str]) -> list[FrameLoad]:
    """The load as it acts in space: places of one load together, a live line span by span."""
    newton, line = load.force_N, load.line_N_per_mm
    up = (newton or line) < 0
    common = {
        "case": load.case, "dynamic_factor": load.dynamic_factor, "cycles": load.cycles, "one_of": load.one_of,
        "both_ways": load.both_ways, "aside_mm": load.aside_mm,
        "direction": ("sideways back" if up else "sideways") if load.sideways else ("up" if up else "down"),
    }  # fmt: skip
    length = member.beam.length_mm
    if load.runs:
        run = _between(places, bars, *load.stretch(length))
        return [
            FrameLoad(name=load.name, bars=run, force_N=abs(newton), moves=True, group=load.group,
                wheel_from_edge_mm=member.wheel_from_edge_mm, **common)
        ]  # fmt: skip
    together = load.group or (f"{load.name} {number}" if len(load.at_mm) > 1 else "")
    out = [
        FrameLoad(name=f"{load.name} at {x:.0f} mm", bars=bars, at_mm=x, force_N=abs(newton), group=together, **common)
        for x in (load.at_mm if newton else [])
    ]
    if line:
        start, end = load.stretch(length)
        spans = [0.0, *sorted(s.x_mm for s in member.beam.supports), length]
        # of loads that exclude each other a line is one and the same in all of its spans
        whole = load.case != "live" or bool(load.one_of)
        pieces = [(start, end)] if whole else [(max(a, start), min(b, end)) for a, b in pairwise(spans)]
        out += [
            FrameLoad(name=f"{load.name}, {a:.0f} to {b:.0f} mm", bars=_between(places, bars, a, b),
                line_N_per_mm=abs(line), group=load.group, **common)
            for a, b in pieces if b - a > APART_MM
        ]  # fmt: skip
    return out


def _between(places: list[float], bars: list[str], start: float, end: float) -> list[str]:
    return [
        n for n, (a, b) in zip(bars, pairwise(places), strict=True) if start - APART_MM <= a and b <= end + APART_MM
    ]


def _strength(found: FrameVerdict) -> list[Check]:
    """Of the pieces of the one member, the worst of each kind; and the whole."""
    worst: dict[str, Check] = {}
    for check in (c for b in found.bars for c in b.checks):
        kind = check.id.partition(": ")[2]
        if kind not in worst or _rank(check) < _rank(worst[kind]):
            worst[kind] = check
    out = [c.model_copy(update={"id": f"{BESIDE}: {kind}", "title": _titled(c)}) for kind, c in worst.items()]
    return out + [c.model_copy(update={"id": f"{BESIDE}: {c.id}"}) for c in found.stability]


def _titled(check: Check) -> str:
    return f"in space, {check.title.partition(': ')[2] or check.title}"


def _rank(check: Check) -> float:
    return -1.0 if check.reserve is None else check.reserve


def _movement(found: FrameVerdict) -> list[Check]:
    return [
        c.model_copy(update={"id": f"{BESIDE}: {c.id}", "title": _titled(c)})
        for c in found.movements
        if c.reserve is not None or c.not_checked
    ]


def _why(check: Check, sentence: str) -> Check:
    return check.model_copy(update={"not_checked": sentence})


def _in_space(reaction: Reaction, found: FrameVerdict, *, instead: bool) -> Reaction:
    """What loads across and aside put on a support too; `instead`: those up and down as well are as in space."""

    def greatest(component: str) -> float:
        at = [h for h in found.handed if h.component == component and abs(found.nodes[h.node][0] - reaction.x_mm) < 1.0]
        return max((abs(v) for h in at for v in (h.most, h.least)), default=0.0)

    up = [h for h in found.handed if h.component == "FY" and abs(found.nodes[h.node][0] - reaction.x_mm) < 1.0]
    own = [] if instead and up else [reaction.most_N, reaction.least_N]
    return reaction.model_copy(
        update={
            "most_N": max([*own, *(h.most for h in up)]),
            "least_N": min([*own, *(h.least for h in up)]),
            "aside_N": greatest("FZ"),
            "twist_Nmm": greatest("MX"),
        }
    )
