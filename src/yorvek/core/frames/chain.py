"""The chain of strength: from where the load stands, bar by bar and joint by joint, to the ground; and what would mend
it.
"""

from __future__ import annotations

from collections import deque
from collections.abc import Iterator

from yorvek.core.checks.record import Check
from yorvek.core.errors import InputError
from yorvek.core.frames.request import FrameRequest, RoleChoice
from yorvek.core.frames.said import FrameVerdict
from yorvek.core.frames.verdict import check_frame
from yorvek.core.joints import Joint, bigger
from yorvek.core.joints.pin import Pinned
from yorvek.core.model import Model
from yorvek.core.sections import catalogue, section, sold_in

SOLID = ("flat", "square_bar", "round_bar")
MOST_TRIES = 8
ENOUGH = 1.15
STEP, WORTH = 1.12, 1.03
"""Sizes are tried in steps of area; a change that lifts the least reserve by less than this is not offered."""


class Link(Model):
    """One thing the load passes through."""

    order: int
    what: str
    kind: str
    bar: str
    check_id: str
    reserve: float | None
    why_not: str | None


class Upgrade(Model):
    """A change to one weak link: what it costs, and what governs after it."""

    words: str
    role: str
    section_id: str | None = None
    weld_leg_mm: float | None = None
    joint_at: str | None = None
    joint: Joint | None = None
    joint_ends: list[str] = []
    mass_kg: float
    price: float
    before: float | None
    after: float | None
    governs_after: str


def chain(request: FrameRequest, verdict: FrameVerdict) -> list[Link]:
    """Links in the order the load meets them: breadth first from the loaded spots, each bar with its joints."""
    request = request.at(verdict.position)
    layout = request.starter.layout()
    starts: list[str] = []
    for load in request.loads:
        spot = layout.spots.get(load.spot)
        loaded = set(load.bars) if spot is None else {n for n, _ in spot.bars}
        starts += () if spot is None else spot.nodes
        starts += [n for b in layout.bars if b.name in loaded for n in (b.i, b.j)]
    at: dict[str, list[str]] = {}
    for bar in layout.bars:
        at.setdefault(bar.i, []).append(bar.name)
        at.setdefault(bar.j, []).append(bar.name)
    far = dict.fromkeys(starts, 0)
    queue = deque(far)
    while queue:
        node = queue.popleft()
        for bar in layout.bars:
            if node in (bar.i, bar.j):
                other = bar.j if node == bar.i else bar.i
                if other not in far:
                    far[other] = far[node] + 1
                    queue.append(other)
    bars = {b.name: b for b in verdict.bars}
    there = [b for b in layout.bars if b.name in bars]
    ordered = sorted(there, key=lambda b: (min(far.get(b.i, 99), far.get(b.j, 99)), b.name))
    out: list[Link] = []
    for bar in ordered:
        found = bars[bar.name]
        near_first = sorted(found.joints, key=lambda j: far.get(j.node, 99))
        members = min(found.checks, key=lambda c: -1.0 if c.reserve is None else c.reserve)
        links = [("joint", c) for c in near_first[0].checks]
        links += [("bar", members), *(("joint", c) for j in near_first[1:] for c in j.checks)]
        for kind, check in links:
            out.append(_link(check, bar.name, kind, len(out) + 1))
    for check in verdict.stability:
        out.append(_link(check, "", "whole" if check.id == "buckling" else "ground", len(out) + 1))
    return out


def _heavier(choice: RoleChoice) -> Iterator[str]:
    """The next sizes of the same series and shape, by mass."""
    present = section(choice.section_id)
    found = [
        s
        for s in catalogue()
        if s.series == present.series
        and s.shape == present.shape
        and choice.material_id in sold_in(s)
        and s.A_mm2 > present.A_mm2
        and s.depth_mm >= present.depth_mm * 0.99
    ]
    least = present.A_mm2
    for s in sorted(found, key=lambda s: s.mass_area_mm2):
        if s.A_mm2 >= least * STEP:
            least = s.A_mm2
            yield s.id


def _closed(choice: RoleChoice) -> Iterator[str]:
    """Tubes about as heavy, where an open section twists."""
    present = section(choice.section_id)
    if present.closed or present.shape in SOLID:
        return
    found = [
        s
        for s in catalogue()
        if s.closed
        and s.system == present.system
        and choice.material_id in sold_in(s)
        and s.A_mm2 <= present.A_mm2 * 1.6
    ]
    for s in sorted(found, key=lambda s: -s.J_mm4 / s.A_mm2)[:MOST_TRIES]:
        yield s.id


def upgrades(request: FrameRequest, verdict: FrameVerdict) -> list[Upgrade]:
    """For the weakest link, the cheapest changes that lift it, each worked out through the whole structure."""
    weakest = _weakest(request, verdict)
    bar = next((b for b in verdict.bars if b.name == weakest.bar), None)
    soft = verdict.stiffness.value is not None and (
        weakest.reserve is not None and verdict.stiffness.value < weakest.reserve
    )
    if bar is None and weakest.kind != "whole" and not soft:
        return []
    out: list[Upgrade] = []
    if weakest.kind == "joint" and not soft:
        out += _tried(request, verdict, _joint_tries(request, verdict, weakest), joint=True)
    roles = [bar.role] if bar is not None and not soft else list(verdict.roles)
    if weakest.check_id.endswith(": wall"):
        roles = [*roles, *(r for r in dict.fromkeys(_chord_roles(verdict, weakest)) if r not in roles)]
    for role in roles:
        choice = request.roles[role]
        tries: list[Try] = [
            ({"roles": {**request.roles, role: choice.model_copy(update={"section_id": s})}}, f"{role}: {s}", role)
            for s in (*_closed(choice), *_heavier(choice))
        ]
        out += _tried(request, verdict, tries, joint=False)
    return sorted(out, key=lambda u: u.price)[:5]


Try = tuple[dict[str, object], str, str]


def _joint_tries(request: FrameRequest, verdict: FrameVerdict, weakest: Link) -> list[Try]:
    """Changes to a joint: a hinge that nobody chose gets its pins, a chosen one its next sizes, a weld its next leg."""
    where = weakest.check_id.rsplit(": ", 1)[0].removesuffix(": weld")
    if weakest.check_id.endswith(": hinge"):
        ends = [f"{b.name}, {j.node}" for b in verdict.bars for j in b.joints if j.kind == HINGE]
        return [
            (
                {"joints": {**request.joints, **dict.fromkeys(ends, usual_pin(d))}},
                f"{EVERY_HINGE}: pin {d:g} mm with its plates",
                "",
            )
            for d in PINS
        ]
    if where in request.joints:
        # joints that are alike are weak alike: they are changed together
        present = request.joints[where]
        alike = [k for k, j in request.joints.items() if j == present]
        name = where if len(alike) == 1 else f"{where} and {len(alike) - 1} alike"
        return [
            ({"joints": {**request.joints, **dict.fromkeys(alike, better)}}, f"{name}: {words}", "")
            for words, better in bigger(present)
        ]
    if weakest.check_id.endswith(("weld", "weld: repeated")):
        legs = [leg for leg in (3, 4, 5, 6, 8, 10, 12) if leg > request.weld_leg_mm]
        return [({"weld_leg_mm": float(leg)}, f"weld leg {leg} mm", "") for leg in legs[:4]]
    return []


HINGE = "hinge"
EVERY_HINGE = "every hinge"
PINS = (10.0, 12.0, 16.0, 20.0, 24.0, 30.0)


def usual_pin(pin_mm: float) -> Pinned:
    """A pin with plates in the usual proportions, to begin with (common practice, no source)."""
    return Pinned(
        pin_mm=pin_mm, lug_mm=max(5.0, round(0.6 * pin_mm)), cheek_mm=max(5.0, round(0.5 * pin_mm)),
        width_mm=round(2.8 * pin_mm), edge_mm=round(1.4 * pin_mm), threads_in=False, foot_height_mm=round(2 * pin_mm),
    )  # fmt: skip


def _weakest(request: FrameRequest, verdict: FrameVerdict) -> Link:
    """The weakest link of the structure as it stands and of all its situations."""
    links = chain(request, verdict)
    for one in verdict.situations:
        if one.kind == "stage" and one.worst is not None and one.worst.kind == "strength":
            links.append(
                _link(one.worst, _bar_of(one.worst), "joint" if ", " in one.worst.id else "bar", len(links) + 1)
            )
    return min(links, key=lambda link: -1.0 if link.reserve is None else link.reserve)


def _bar_of(check: Check) -> str:
    return check.id.split(": ", 1)[0].split(", ", 1)[0]


def _link(check: Check, bar: str, kind: str, order: int) -> Link:
    return Link(
        order=order, what=check.title, kind=kind, bar=bar, check_id=check.id, reserve=check.reserve,
        why_not=check.not_checked,
    )  # fmt: skip


def _chord_roles(verdict: FrameVerdict, link: Link) -> Iterator[str]:
    """Roles of the bars that run through the node of a tube wall: theirs is the wall."""
    node = link.check_id.removesuffix(": wall").split(", ", 1)[1]
    for b in verdict.bars:
        if node in (b.i, b.j) and b.name != link.bar:
            yield b.role


def _least(verdict: FrameVerdict) -> float | None:
    a, b = verdict.strength.value, verdict.stiffness.value
    return None if a is None or b is None else min(a, b)


def _tried(request: FrameRequest, verdict: FrameVerdict, tries: list[Try], *, joint: bool) -> list[Upgrade]:
    """Changes in their order until one is enough, keeping those that help."""
    out: list[Upgrade] = []
    before = _least(verdict)
    for change, words, role in tries[: MOST_TRIES * 2]:
        changed = request.model_copy(update=change)
        try:
            found = check_frame(changed, swings=False)
        except InputError:
            continue
        after = _least(found)
        if after is None or (before is not None and after < before * WORTH):
            continue
        choice = changed.roles.get(role)
        joints = [k for k, j in changed.joints.items() if request.joints.get(k) != j]
        out.append(
            Upgrade(
                words=words,
                role=role,
                section_id=choice.section_id if choice else None,
                weld_leg_mm=changed.weld_leg_mm if joint and changed.weld_leg_mm != request.weld_leg_mm else None,
                joint_at=(EVERY_HINGE if joints[0] not in request.joints else joints[0]) if joints else None,
                joint_ends=joints,
                joint=changed.joints[joints[0]] if joints else None,
                mass_kg=found.mass_kg - verdict.mass_kg,
                price=found.price - verdict.price,
                before=before,
                after=after,
                governs_after=found.stiffness.governs
                if found.strength.value is not None
                and found.stiffness.value is not None
                and found.stiffness.value < found.strength.value
                else found.strength.governs,
            )
        )
        if after >= ENOUGH or len(out) >= 3:
            break
    return out
