"""The calculation report: every check of a job with its formula, values, clause and source, for whoever checks and
signs it.
"""

from __future__ import annotations

from collections.abc import Sequence

from yorvek.core.checks.beam_said import Reaction
from yorvek.core.checks.methods import combinations_of, service_combinations
from yorvek.core.checks.record import Check, Reserve, reserve_text
from yorvek.core.files.pdf import BLUE, INK, MARGIN, RED, SOFT, Page, cautions_on
from yorvek.core.jobs.figures import Figures, MemberResult
from yorvek.core.jobs.free_joints import FreeJointResult, FreeJointSpec, words_of_kind
from yorvek.core.jobs.plates import PlateResult, PlateSpec
from yorvek.core.jobs.spec import MemberSpec
from yorvek.core.jobs.state import JobState
from yorvek.core.jobs.structures import StructureResult, StructureSpec
from yorvek.core.quantities import UnitSystem, length_text, mass_text
from yorvek.core.quantities.format import value_text

EDITIONS = "AISC 360-22 with ASCE 7-22 combinations; the shop's own factors where the job says so"
INDENT = MARGIN + 14


def _reserve(words: str, reserve: Reserve) -> str:
    return f"{words} {reserve_text(reserve.value)} ({reserve.word}): {reserve.governs}"


def _check(page: Page, check: Check, unit: UnitSystem) -> None:
    """One check as a block."""
    page.need(60)
    page.line(
        f"{check.title}: reserve {reserve_text(check.reserve)}",
        bold=True,
        size=8.5,
        x=INDENT,
        colour=RED if check.reserve is None or check.reserve < 1 else BLUE,
    )
    if check.not_checked:
        page.line(f"Not checked: {check.not_checked}.", size=8, x=INDENT, colour=RED)
    page.line(f"{check.formula}   [{check.clause}; {check.method}]", size=8, x=INDENT)
    values = "; ".join(f"{v.symbol} = {value_text(v.value, v.unit, unit)} ({v.name})" for v in check.inputs)
    page.line(values, size=8, x=INDENT)
    if check.demand is not None and check.capacity is not None:
        place = f", at {length_text(check.at_mm, unit)}" if check.at_mm is not None else ""
        page.line(
            f"{value_text(check.demand, check.unit, unit)} of {value_text(check.capacity, check.unit, unit)} "
            f"under {check.combination}{place}",
            size=8,
            x=INDENT,
        )
    notes = [f"Source: {check.source}.", *(f"Assumed: {a}." for a in check.assumptions)]
    page.line(" ".join(notes), size=7, x=INDENT, colour=SOFT)
    page.y -= 4


def _heading(page: Page, words: str) -> None:
    page.need(50)
    page.y -= 8
    page.line(words, bold=True, size=11)


WEAKEST = 12


def _weakest(page: Page, state: JobState, found: Figures) -> None:
    """What gives first, of everything that is sized: first of all what was not checked."""
    rows: list[tuple[float, str]] = []
    for plural in ("members", "structures", "plates", "joints"):
        for number, result in getattr(found, plural).items():
            mark = getattr(state, plural)[number].mark
            if result.verdict is None:
                rows.append((-1.0, f"{mark}: not checked, {result.trouble}"))
                continue
            for words in ("strength", "stiffness"):
                reserve = getattr(result.verdict, words, None)
                if reserve is None or (reserve.value is None and words == "stiffness"):
                    continue
                value = -1.0 if reserve.value is None else reserve.value
                verb = "breaks" if words == "strength" else "moves"
                rows.append((value, f"{mark} {verb} {reserve_text(reserve.value)} ({reserve.word}): {reserve.governs}"))
    if not rows:
        return
    page.line("Weakest links", bold=True, size=11)
    for value, words in sorted(rows)[:WEAKEST]:
        page.line(words, size=8.5, x=INDENT, colour=RED if value < 1 else INK)
    page.y -= 6


def _brief(page: Page, state: JobState, found: Figures, unit: UnitSystem) -> None:
    job = state.job
    method = job.method.plain()
    if job.what:
        page.line(job.what)
    page.line(f"Strength by {method.words}. Editions: {EDITIONS}.")
    windy = any(x.case == "wind" for x in state.loads.values())
    words = ", ".join(c.name for c in combinations_of(method, wind=windy))
    page.line(
        f"Combinations for strength: {words}; for movement: "
        f"{', '.join(c.name for c in service_combinations(wind=windy))}."
    )
    page.line("Live loads stand on each span or not, whichever is worse; dynamic factors count for strength only.")
    limit = length_text(job.move_at_most.value, unit) if job.move_at_most else "none"
    page.line(
        f"Movement: L / {job.span_over:g}; the tip of an arm 2 L / {job.cantilever_over:g}; fixed figure {limit}."
    )
    for load in state.loads.values():
        page.line(
            f"Load {load.name}: {load.case}, {load.entered().text}, dynamic factor {load.dynamic_factor:g}. "
            f"{load.note}",
            size=8.5,
        )
    if found.unverified:
        page.line("Dimensions nobody has verified: " + ", ".join(found.unverified) + ".", bold=True, colour=RED)


def _reaction(r: Reaction, unit: UnitSystem) -> str:
    more = [f"{value_text(r.aside_N, 'N', unit)} sideways"] if r.aside_N else []
    more += [f"{value_text(r.twist_Nmm, 'Nmm', unit)} of twist"] if r.twist_Nmm else []
    return ", ".join([f"{value_text(r.most_N, 'N', unit)} at {length_text(r.x_mm, unit)}", *more])


def _member(page: Page, spec: MemberSpec, result: MemberResult, unit: UnitSystem) -> None:
    _heading(page, f"{spec.mark} {spec.name}, {spec.qty} pieces: {spec.section_id}, {spec.material_id}")
    if result.verdict is None:
        page.line(f"Not checked: {result.trouble}", colour=RED)
        return
    v = result.verdict
    page.line(_reserve("Breaks", v.strength))
    page.line(_reserve("Moves", v.stiffness))
    page.line(
        "Reactions: " + "; ".join(_reaction(r, unit) for r in v.reactions),
        size=8.5,
    )
    for check in v.checks:
        _check(page, check, unit)
    page.line("Outside: " + "; ".join(v.outside) + ".", size=7.5, colour=SOFT)


def _structure(page: Page, spec: StructureSpec, result: StructureResult, unit: UnitSystem) -> None:
    words = result.verdict.words if result.verdict else spec.starter.kind
    _heading(page, f"{spec.mark} {spec.name}, {spec.qty} pieces: {words}")
    if result.verdict is None:
        page.line(f"Not checked: {result.trouble}", colour=RED)
        return
    v = result.verdict
    page.line(_reserve("Breaks", v.strength))
    page.line(_reserve("Moves", v.stiffness))
    roles = "; ".join(f"{r}: {c.section_id}, {c.material_id}" for r, c in spec.roles.items())
    page.line(f"Made of {roles}. {mass_text(v.mass_kg, unit)} each.", size=8.5)
    page.line("Chain of strength, from the load to the ground:", bold=True, size=8.5)
    for link in result.chain:
        page.line(f"{link.order}. {link.what}: {reserve_text(link.reserve)}", size=8, x=INDENT)
    page.line("Handed to what carries it:", bold=True, size=8.5)
    for h in v.handed:
        page.line(
            f"{h.node} {h.component}: {value_text(h.most, h.unit, unit)} to {value_text(h.least, h.unit, unit)}",
            size=8,
            x=INDENT,
        )
    for check in (v.movement, *v.sways, *v.stability):
        _check(page, check, unit)
    for one in v.situations:
        page.line(f"{one.kind} {one.name}: {mass_text(one.mass_kg, unit)}", bold=True, size=8.5)
        page.line(_reserve("Breaks", one.strength))
        page.line(_reserve("Moves", one.stiffness))
        if one.worst is not None:
            _check(page, one.worst, unit)
    for bar in v.bars:
        page.line(f"{bar.name}, {length_text(bar.length_mm, unit)}, {bar.section_id}", bold=True, size=8.5)
        for check in bar.every_check():
            _check(page, check, unit)
    page.line("Outside: " + "; ".join(v.outside) + ".", size=7.5, colour=SOFT)


def _plate(page: Page, spec: PlateSpec, result: PlateResult, unit: UnitSystem) -> None:
    size = f"{spec.a.text}" + (f" × {spec.b.text}" if spec.b else "") + f" × {spec.thickness.text}"
    _heading(page, f"{spec.mark} {spec.name}, {spec.qty} pieces: {spec.form} {size}, {spec.material_id}")
    if result.verdict is None:
        page.line(f"Not checked: {result.trouble}", colour=RED)
        return
    page.line(_reserve("Breaks", result.verdict.strength))
    page.line(_reserve("Moves", result.verdict.stiffness))
    for check in result.verdict.checks:
        _check(page, check, unit)
    page.line("Outside: " + "; ".join(result.verdict.outside) + ".", size=7.5, colour=SOFT)


def _joint(page: Page, spec: FreeJointSpec, result: FreeJointResult, unit: UnitSystem) -> None:
    kind = words_of_kind(result.verdict.kind) if result.verdict else "joint"
    _heading(page, f"{spec.mark} {spec.name}, {spec.qty} pieces: {kind} {spec.section_id}, {spec.material_id}")
    if result.verdict is None:
        page.line(f"Not checked: {result.trouble}", colour=RED)
        return
    page.line(_reserve("Breaks", result.verdict.strength))
    for check in result.verdict.checks:
        _check(page, check, unit)
    page.line("Outside: " + "; ".join(result.verdict.outside) + ".", size=7.5, colour=SOFT)


def _signatures(page: Page, who: Sequence[str]) -> None:
    page.need(30 + 34 * len(who))
    _heading(page, "Signed")
    for words in who:
        page.y -= 22
        page.canvas.line(MARGIN, page.y, page.size[0] / 2, page.y)
        page.canvas.line(page.size[0] / 2 + 20, page.y, page.size[0] - MARGIN, page.y)
        page.y -= 10
        page.line(f"{words}: name and date, and remarks", size=7.5, colour=SOFT)


def report_pdf(state: JobState, found: Figures, unit: UnitSystem) -> bytes:
    """The report of a job as it stands.

    Args:
        state: the job's records.
        found: its figures, worked out from the same records.
        unit: unit system that values are shown in.
    """
    page = Page("calculation report", state.job, across=False, stale=False)
    _weakest(page, state, found)
    _brief(page, state, found, unit)
    cautions_on(page, found.cautions)
    for number, result in found.members.items():
        _member(page, state.members[number], result, unit)
    for number, frame in found.structures.items():
        _structure(page, state.structures[number], frame, unit)
    for number, plate in found.plates.items():
        _plate(page, state.plates[number], plate, unit)
    for number, joint in found.joints.items():
        _joint(page, state.joints[number], joint, unit)
    if not (found.members or found.structures or found.plates or found.joints):
        page.line("Nothing is sized yet.", bold=True)
    release = found.cautions and any(c.level == "stop" for c in found.cautions)
    _signatures(page, ["Worked out by", "Checked by"] + (["Licensed engineer, before release"] if release else []))
    return page.bytes()
