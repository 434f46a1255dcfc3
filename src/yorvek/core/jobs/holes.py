"""Holes of parts beside the checks of the members that they follow: what no check knows of is said there."""

from __future__ import annotations

from yorvek.core.checks.record import Check
from yorvek.core.jobs.spec import MemberSpec
from yorvek.core.jobs.state import JobState, with_twins
from yorvek.core.outlines import Outline, bounds_mm
from yorvek.core.parts import BarPiece, PartSpec
from yorvek.core.parts.features import Feature
from yorvek.core.sections import section

HOLES, MOST_NAMED = "holes", 4
SAME_MM = 1e-6


def holes_check(state: JobState, number: int, member: MemberSpec) -> list[Check]:
    """One that is not checked, where parts of a member have holes that none of its slots stands for."""
    names = [
        f"{part.mark} at {x:g} mm"
        for part in with_twins(state)
        if isinstance(part.shape, BarPiece) and part.shape.member_id == number
        for x in _unknown(state, member, part, part.shape)
    ]
    if not names:
        return []
    more = f" and {len(names) - MOST_NAMED} more" if len(names) > MOST_NAMED else ""
    return [
        Check(
            id=HOLES, title="at its holes", kind="strength", clause="", formula="", source="",
            method=state.job.method.plain().words,
            not_checked=f"holes of {', '.join(names[:MOST_NAMED])}{more}: one through both sides at half its depth is "
            "checked as a slot of the member, entered there; for others there is no rule here",
        )
    ]  # fmt: skip


def _unknown(state: JobState, member: MemberSpec, part: PartSpec, shape: BarPiece) -> list[float]:
    """Where along it a part has holes that no slot of its member stands for."""
    depth = section(state.section_id(member.section_id)).depth_mm
    as_long = shape.length is None or abs(shape.length.value - member.length.value) < SAME_MM
    return [
        x
        for feature in part.features
        for x, y, turn in feature.at()
        if not (as_long and _stood_for(feature, x, y, turn, depth, member))
    ]


def _stood_for(feature: Feature, x: float, y: float, turn: float, depth: float, member: MemberSpec) -> bool:
    """Whether all of a hole lies in a slot at half the depth of the member."""
    if feature.face not in ("front", "back"):
        return False
    left, low, right, high = bounds_mm(Outline(outer=feature.ring().moved(x, y, turn)))
    deep = 2 * max(high - depth / 2, depth / 2 - low)
    return any(
        n.side == "middle"
        and n.at.value <= left + SAME_MM
        and n.at.value + n.length.value >= right - SAME_MM
        and n.depth.value >= deep - SAME_MM
        for n in member.notches
    )
