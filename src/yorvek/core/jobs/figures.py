"""The thread's live figures: each stage's number, worked out from the job as it stands."""

from __future__ import annotations

from collections.abc import Callable, Mapping, Sequence
from typing import Any, Literal

from pydantic import Field

from yorvek.core.assemblies.worked import AssemblyResult
from yorvek.core.checks import BeamVerdict, Reserve
from yorvek.core.checks.record import Check, least_reserve, reserve_text
from yorvek.core.cutting.bars import BarPlan, BarProblem
from yorvek.core.cutting.bars.least_change import least_change
from yorvek.core.cutting.bars.patterns import fewer_patterns
from yorvek.core.errors import InputError
from yorvek.core.fits import FitResult
from yorvek.core.frames import FrameRequest, check_member
from yorvek.core.jobs.assemblies import assembly_results
from yorvek.core.jobs.audit import Audited, AuditFinding, audit
from yorvek.core.jobs.bar_groups import bar_groups, changed_after_cutting
from yorvek.core.jobs.budget import ModuleMass, module_masses
from yorvek.core.jobs.cautions import Caution, cautions
from yorvek.core.jobs.cutting import BarGroup, SheetGroup, WorkedPart, worked_parts
from yorvek.core.jobs.fits import FitOffers, fit_offers, fit_results, named_in
from yorvek.core.jobs.free_joints import FreeJointResult, work_out_joint
from yorvek.core.jobs.halves import with_whole_sticks
from yorvek.core.jobs.holes import holes_check
from yorvek.core.jobs.plates import PlateResult, plate_result
from yorvek.core.jobs.processes import sent_out
from yorvek.core.jobs.proving import load_test_results
from yorvek.core.jobs.purchase import Purchase, purchase
from yorvek.core.jobs.sheet_groups import plates_changed, sheet_groups
from yorvek.core.jobs.state import JobState, beam_member, structure_request
from yorvek.core.jobs.structures import StructureResult, work_out
from yorvek.core.model import Model
from yorvek.core.proving.judged import LoadTestResult

NOTHING = Reserve(value=None, word="not checked", governs="no member yet", check_id=None)


class MemberResult(Model):
    """A member's verdict, or why there is none."""

    verdict: BeamVerdict | None
    trouble: str | None = None


AnyResult = MemberResult | StructureResult | PlateResult | FreeJointResult


class BarResult(Model):
    """A profile's bar plan."""

    group: BarGroup
    plan: BarPlan


class Figures(Model):
    """What the thread, the ripple and the views show."""

    members: dict[int, MemberResult]
    structures: dict[int, StructureResult]
    plates: dict[int, PlateResult]
    joints: dict[int, FreeJointResult] = {}
    parts: dict[int, WorkedPart]
    assemblies: dict[int, AssemblyResult] = {}
    load_tests: dict[int, LoadTestResult] = {}
    bars: list[BarResult]
    sheets: list[SheetGroup]
    cautions: list[Caution]
    strength: Reserve
    stiffness: Reserve
    weakest: str
    softest: str
    mass_kg: float
    modules: list[ModuleMass]
    purchase: Purchase
    bars_to_cut: int
    bars_to_buy: int
    pieces: int
    unverified: list[str]
    cut_before: list[str] = Field(default=[], description="what was cut as it is no longer wanted, and what to do")
    held_up: list[str] = Field(default=[], description="unverified, and nobody said why it is cut anyway")
    audit: list[AuditFinding] = Field(default=[], description="what would go wrong with the parts as they stand")

    fits: list[FitResult] = []
    fit_offers: FitOffers = FitOffers()

    def to_decide(self) -> list[AuditFinding]:
        """What the audit found and nobody has decided."""
        return [f for f in self.audit if f.open]


def _job_reserve(
    results: Sequence[tuple[str, AnyResult]], kind: Literal["strength", "stiffness"]
) -> tuple[Reserve, str]:
    """The least reserve of all that is sized; one that was not checked comes first, and beside it what is known to
    give.
    """
    worst, whose = NOTHING, ""
    open_: tuple[str, str] | None = None
    for mark, result in results:
        found: Reserve | None = getattr(result.verdict, kind, None)
        if found is None or found.value is None:
            open_ = open_ or (result.trouble or (found.governs if found else ""), mark)
        elif worst.value is None or found.value < worst.value:
            worst, whose = found, mark
    if open_ is None:
        return worst, whose
    governs, mark = open_
    if worst.value is not None and worst.value < 1:
        governs += f"; and {whose}, {worst.governs}, gives at {reserve_text(worst.value)}"
    return Reserve(value=None, word="not checked", governs=governs, check_id=None), mark


def member_results(state: JobState, check: Callable[..., BeamVerdict] = check_member) -> dict[int, MemberResult]:
    """Every member checked."""
    out: dict[int, MemberResult] = {}
    for number, member in state.members.items():
        try:
            verdict = check(beam_member(state, member))
            out[number] = MemberResult(verdict=_beside_holes(verdict, holes_check(state, number, member)))
        except InputError as error:
            out[number] = MemberResult(verdict=None, trouble=error.sentence)
    return out


def _beside_holes(verdict: BeamVerdict, more: list[Check]) -> BeamVerdict:
    """A verdict with what its parts' holes leave open."""
    if not more:
        return verdict
    checks = [*verdict.checks, *more]
    strength = least_reserve(checks, "strength", none_applies="no load")
    return verdict.model_copy(update={"checks": checks, "strength": strength})


def structure_results(
    state: JobState, frames: Callable[[FrameRequest], StructureResult] = work_out
) -> dict[int, StructureResult]:
    """Every structure worked out."""
    out: dict[int, StructureResult] = {}
    for number, spec in state.structures.items():
        try:
            out[number] = frames(structure_request(state, spec))
        except InputError as error:
            out[number] = StructureResult(verdict=None, trouble=error.sentence)
    return out


def _by_mark(specs: Mapping[int, Any], results: Mapping[int, AnyResult]) -> list[tuple[str, AnyResult]]:
    return [(specs[k].mark, r) for k, r in results.items()]


def _bars(state: JobState, parts: dict[int, WorkedPart], plan_bars: Callable[[BarProblem], BarPlan]) -> list[BarResult]:
    """Every profile planned: few patterns, as little as may be other than before, sticks bought whole."""

    def easy(problem: BarProblem) -> BarPlan:
        return fewer_patterns(problem, plan_bars(problem), plan_bars)

    def planned(g: BarGroup) -> BarPlan:
        return with_whole_sticks(g, least_change(g.problem, state.meant(g.key), easy), easy)

    return [BarResult(group=g, plan=planned(g)) for g in bar_groups(state, parts)]


def figures(
    state: JobState,
    plan_bars: Callable[[BarProblem], BarPlan],
    check: Callable[..., BeamVerdict] = check_member,
    frames: Callable[[FrameRequest], StructureResult] = work_out,
) -> Figures:
    """Work the whole thread out.

    Args:
        state: the job's records.
        plan_bars: plans one profile (the server keeps answers by content).
        check: checks one member (the same).
        frames: works out one structure (the same).
    """
    members = member_results(state, check)
    parts = worked_parts(state)
    structures = structure_results(state, frames)
    plates = {k: plate_result(state.job, state.loads, p) for k, p in state.plates.items()}
    joints = {k: work_out_joint(state.job, j, state.section_id) for k, j in state.joints.items()}
    results = _by_mark(state.members, members) + _by_mark(state.structures, structures)
    breaking = _by_mark(state.plates, plates) + _by_mark(state.joints, joints)
    strength, weakest = _job_reserve([*results, *breaking], "strength")
    # a web has no movement of its own: it is part of something that has
    moving = _by_mark(state.plates, {k: r for k, r in plates.items() if state.plates[k].form != "web"})
    stiffness, softest = _job_reserve([*results, *moving], "stiffness")
    bars, assemblies = _bars(state, parts, plan_bars), assembly_results(state, parts)
    named = named_in(state, parts)
    fits = fit_results(state, named)
    sheets, limit = sheet_groups(state, parts), state.job.module_mass_limit
    bought = purchase(state.job, [(b.group, b.plan) for b in bars], sheets, sent_out(state, parts))
    built = [w for w in parts.values() if w.part.jig is None]
    open_ = [d for d in state.dimensions.values() if not d.verified_by]
    return Figures(
        members=members,
        structures=structures,
        plates=plates,
        joints=joints,
        parts=parts,
        assemblies=assemblies,
        load_tests=load_test_results(state),
        bars=bars,
        sheets=sheets,
        cautions=cautions(state),
        strength=strength,
        stiffness=stiffness,
        weakest=weakest,
        softest=softest,
        mass_kg=sum(w.geometry.mass_kg * w.part.qty for w in built if w.geometry),
        modules=module_masses(built, limit.value if limit else None, state.job.carried),
        purchase=bought,
        bars_to_cut=sum(bar.count for b in bars for bar in b.plan.bars if bar.cuts),
        bars_to_buy=round(sum(x.amount for x in bought.of("bars"))),
        pieces=sum(p.qty for p in state.parts.values()),
        cut_before=[*changed_after_cutting(state, parts), *plates_changed(state, parts)],
        unverified=[d.name for d in open_],
        held_up=[d.name for d in open_ if not d.cut_anyway.strip()],
        audit=audit(Audited(state, parts, bars, fits, assemblies)),
        fits=fits,
        fit_offers=fit_offers(named, state.job.unit),
    )
