"""What sizing by feel misses in this job, each said with its number: worked out from the job as it stands, never typed
in.
"""

from __future__ import annotations

from collections.abc import Iterator

import numpy as np

from yorvek.core.checks import BeamMember, BeamVerdict
from yorvek.core.checks.record import reserve_text
from yorvek.core.errors import InputError
from yorvek.core.frames import FrameRequest, FrameVerdict, RoleChoice, all_checks, check_frame, check_member, upgrades
from yorvek.core.jobs.budget import ONE_PERSON_KG
from yorvek.core.jobs.figures import Figures
from yorvek.core.jobs.state import JobState, beam_member, structure_request
from yorvek.core.materials import material
from yorvek.core.model import Model
from yorvek.core.quantities import GRAVITY
from yorvek.core.sections import Section, catalogue, section, sold_in
from yorvek.core.structures.member import member_cases

WORTH = 1.05
TWISTS = 0.005
"""Of what a bar is allowed in torque: below it twist is not what governs its movement."""


class Finding(Model):
    """One finding: what about, the sentence with its number, the number itself, and the record it comes from."""

    kind: str
    about: str
    sentence: str
    value: float
    structure: int | None = None
    member: int | None = None
    check_id: str = ""


def findings(state: JobState, found: Figures) -> list[Finding]:
    """Everything that is found in a job, members first."""
    out: list[Finding] = []
    for number, result in found.members.items():
        if result.verdict is None:
            continue
        asked = beam_member(state, state.members[number])
        mark = state.members[number].mark
        out += [f.model_copy(update={"member": number}) for f in _of_member(mark, asked, result.verdict)]
    for number, frame in found.structures.items():
        if frame.verdict is None:
            continue
        request = structure_request(state, state.structures[number])
        mark = state.structures[number].mark
        out += [f.model_copy(update={"structure": number}) for f in _of_structure(mark, request, frame.verdict)]
    out += _next_of_job(state, found)
    out += [
        Finding(kind="cut before", about=words.split(":", 1)[0], value=0.0, sentence=words + ".")
        for words in found.cut_before
    ]
    for module in found.modules:
        if module.mass_kg > ONE_PERSON_KG and (module.limit_kg is None or module.limit_kg <= 2 * ONE_PERSON_KG):
            out.append(
                Finding(
                    kind="lift", about=module.module, value=module.mass_kg,
                    sentence=f"{module.module} weighs {module.mass_kg:.1f} kg: above the {ONE_PERSON_KG:g} kg one "
                        f"person lifts, so it takes {module.lift}.",
                )
            )  # fmt: skip
        elif module.limit_kg is not None and module.limit_kg <= ONE_PERSON_KG:
            out.append(
                Finding(
                    kind="lift", about=module.module, value=module.mass_kg,
                    sentence=f"{module.module} weighs {module.mass_kg:.1f} kg: one person may lift it, with "
                        f"{module.limit_kg - module.mass_kg:.1f} kg to spare.",
                )
            )  # fmt: skip
    return out


def _next_of_job(state: JobState, found: Figures) -> Iterator[Finding]:
    """Which member gives or moves first, and which is next: making the first heavier gains no more than up to the
    second.
    """
    rated = []
    for number, result in found.members.items():
        if result.verdict is None:
            continue
        for words, r in (("breaks", result.verdict.strength), ("moves", result.verdict.stiffness)):
            if r.value is not None:
                rated.append((r.value, state.members[number].mark, words, r, number))
    rated.sort(key=lambda x: x[0])
    later = next((x for x in rated if x[1] != rated[0][1]), None)
    if later is None:
        return
    value, mark, words, r, number = rated[0]
    yield Finding(
        kind="next link", about=mark, value=value, member=number, check_id=r.check_id or "",
        sentence=f"{mark} {words} first, {r.governs} at {reserve_text(value)}; next is {later[1]}, "
            f"{later[3].governs} at {reserve_text(later[0])}: "
        f"a heavier {mark} alone gains {100 * (later[0] / value - 1):.0f} %.",
    )  # fmt: skip


def _of_member(mark: str, asked: BeamMember, verdict: BeamVerdict) -> Iterator[Finding]:
    cases = member_cases(asked.beam)
    s, m = section(asked.section_id), material(asked.material_id)
    if len(cases.patterns) > 1:
        own = s.mass_kg_per_m(m.density_kg_m3) * GRAVITY / 1000
        factors = cases.factors(own, 1.0, 1.0, 0.0)
        full = int(np.argmax(cases.patterns.sum(axis=1)))
        for quantity, words in (("deflection", "moves"), ("moment", "is bent")):
            size = np.abs(factors @ cases.solution.at_stations(getattr(cases.solution, quantity))).max(axis=1)
            worst = int(np.argmax(size))
            if size[full] > 0 and size[worst] > WORTH * size[full]:
                ratio = float(size[worst] / size[full])
                check = next(c for c in verdict.checks if (c.kind == "stiffness") == (quantity == "deflection"))
                yield Finding(
                    kind="live load", about=mark, value=ratio, check_id=check.id,
                    sentence=f"{mark} {words} {ratio:.2f} times as much with {cases.pattern_name(worst)} as with all "
                        f"of it loaded.",
                )  # fmt: skip
                break
    if m.softens and asked.welded and verdict.strength.value is not None:
        plain = check_member(asked.model_copy(update={"welded": False})).strength.value
        if plain is not None and plain > WORTH * verdict.strength.value:
            yield Finding(
                kind="beside the weld", about=mark, value=verdict.strength.value,
                check_id=verdict.strength.check_id or "",
                sentence=f"{mark} in {m.id}: reserve {reserve_text(verdict.strength.value)} where it is welded, "
                    f"{reserve_text(plain)} without welds: "
                f"{100 * (1 - verdict.strength.value / plain):.0f} % of its strength goes beside the weld.",
            )  # fmt: skip


def _of_structure(mark: str, request: FrameRequest, verdict: FrameVerdict) -> Iterator[Finding]:
    yield from _positions(mark, verdict)
    yield from _walls(mark, verdict)
    yield from _twist(mark, request, verdict)
    yield from _beside_the_weld(mark, request, verdict)
    yield from _next_link(mark, request, verdict)


def _positions(mark: str, verdict: FrameVerdict) -> Iterator[Finding]:
    """Which position or stage governs."""
    rated = [(s.name, s.kind, s.strength) for s in verdict.situations if s.strength.value is not None]
    positions = [r for r in rated if r[1] == "position"]
    rated = positions or rated
    if not rated:
        return
    name, kind, reserve = min(rated, key=lambda r: r[2].value or 0.0)
    others = "; ".join(f"{n} {reserve_text(r.value)}" for n, _, r in rated if n != name)
    yield Finding(
        kind=kind, about=mark, value=reserve.value or 0.0, check_id=reserve.check_id or "",
        sentence=f"{mark}: the worst {kind} is {name}, reserve {reserve_text(reserve.value)}"
        + (f" ({others})" if others else "")
        + f"; {reserve.governs.split(': ', 1)[-1]} governs.",
    )  # fmt: skip


def _walls(mark: str, verdict: FrameVerdict) -> Iterator[Finding]:
    """A tube's wall that holds less than the bar that is welded onto it."""
    walls = [
        (c.reserve, c, min(members), bar.name)
        for bar in verdict.bars
        if (members := [c.reserve for c in bar.checks if c.reserve is not None])
        for joint in bar.joints
        for c in joint.checks
        if c.id.endswith(": wall") and c.reserve is not None and c.reserve < min(members)
    ]
    if walls:
        reserve, check, member, bar_name = min(walls, key=lambda w: w[0])
        yield Finding(
            kind="tube wall", about=mark, value=reserve, check_id=check.id,
            sentence=f"{mark}: {check.title.split(': ', 1)[1]} has a reserve of {reserve_text(reserve)} where "
                f"{bar_name} itself has {reserve_text(member)}: the wall gives before the bar.",
        )  # fmt: skip


def _open_like(s: Section, material_id: str) -> Section | None:
    """A channel about as heavy, of the same system and sold in the metal."""
    found = [
        c for c in catalogue()
        if c.shape == "channel" and c.system == s.system
        and material_id in sold_in(c) and c.depth_mm >= 0.6 * s.depth_mm
    ]  # fmt: skip
    return min(found, key=lambda c: abs(c.A_mm2 - s.A_mm2), default=None)


def _twist(mark: str, request: FrameRequest, verdict: FrameVerdict) -> Iterator[Finding]:
    """What an open section of about the same mass would do where the load twists a closed one."""
    for role, choice in request.roles.items():
        s = section(choice.section_id)
        twisted = [
            v.value / t.value
            for b in verdict.bars
            if b.role == role
            for c in b.checks
            for v in c.inputs
            if v.symbol == "T"
            for t in c.inputs
            if t.symbol == "Tc" and t.value
        ]
        other = _open_like(s, choice.material_id) if s.closed and max(twisted, default=0.0) > TWISTS else None
        if other is None:
            continue
        roles = {**request.roles, role: RoleChoice(section_id=other.id, material_id=choice.material_id)}
        try:
            swapped = check_frame(request.model_copy(update={"roles": roles}), swings=False)
        except InputError:
            continue
        closed, opened = verdict.movement.demand or 0.0, swapped.movement.demand or 0.0
        if closed > 0 and opened > 1.5 * closed:
            yield Finding(
                kind="twist", about=mark, value=opened / closed, check_id="movement",
                sentence=f"{mark}: {role} in {s.id} moves {closed:.1f} mm; an open {other.id} of "
                    f"{swapped.mass_kg - verdict.mass_kg:+.1f} kg would move {opened:.1f} mm, {opened / closed:.0f} "
                    f"times as far, in twist.",
            )  # fmt: skip
            return


def _beside_the_weld(mark: str, request: FrameRequest, verdict: FrameVerdict) -> Iterator[Finding]:
    soft = any(material(c.material_id).softens for c in request.roles.values())
    if not soft or not request.welded or verdict.strength.value is None:
        return
    plain = check_frame(request.model_copy(update={"welded": False}), swings=False).strength.value
    if plain is not None and plain > WORTH * verdict.strength.value:
        yield Finding(
            kind="beside the weld", about=mark, value=verdict.strength.value, check_id=verdict.strength.check_id or "",
            sentence=f"{mark}: reserve {reserve_text(verdict.strength.value)} with welds, {reserve_text(plain)} "
                f"without: the strength lost is beside them.",
        )  # fmt: skip


def _next_link(mark: str, request: FrameRequest, verdict: FrameVerdict) -> Iterator[Finding]:
    """What gives first, what mends it, and what gives then."""
    if verdict.strength.value is None or verdict.strength.value >= 1.15:
        first = sorted((c for c in all_checks(verdict) if c.reserve is not None), key=lambda c: c.reserve or 0.0)
        if len(first) > 1:
            yield Finding(
                kind="next link", about=mark, value=first[0].reserve or 0.0, check_id=first[0].id,
                sentence=f"{mark}: {first[0].title} gives first at {reserve_text(first[0].reserve)}; next is "
                    f"{first[1].title} at {reserve_text(first[1].reserve)}.",
            )  # fmt: skip
        return
    offers = upgrades(request, verdict)
    if offers:
        best = max(offers, key=lambda u: u.after or 0.0)
        yield Finding(
            kind="next link", about=mark, value=best.after or 0.0, check_id=verdict.strength.check_id or "",
            sentence=f"{mark}: {verdict.strength.governs} gives first at {reserve_text(best.before)}; {best.words} "
                f"({best.mass_kg:+.1f} kg) lifts it to {reserve_text(best.after)}, and then {best.governs_after} is "
                f"the weakest.",
        )  # fmt: skip
