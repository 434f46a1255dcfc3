"""The life of a sheet plan: asked, taken, beating, finished once; taken again when its worker died."""

from __future__ import annotations

import hashlib
import secrets
import threading
import time
from collections import Counter
from collections.abc import Iterable, Mapping
from datetime import datetime, timedelta

from django.conf import settings
from django.db import InterfaceError, OperationalError, close_old_connections, connection, models, transaction
from django.db.models import F, Q
from django.utils import timezone
from django_tasks import task

from yorvek.core.cutting.sheets import SheetPlan, SheetProblem
from yorvek.core.cutting.sheets.by_hand import replan_rest
from yorvek.core.cutting.sheets.cores import free_cores
from yorvek.core.cutting.sheets.first_things import plan_sheets
from yorvek.core.errors import InputError
from yorvek.core.jobs.cutting import SheetGroup
from yorvek.server.accounts.models import User
from yorvek.server.cutting.models import Plan
from yorvek.server.jobs.models import Job

DEAD_AFTER = timedelta(seconds=15)
LOST = (OperationalError, InterfaceError)
PATIENCE_S = 120
TURNS, LAST_TURN = timedelta(hours=1), 100
# Set when this process is told to end: a plan under way is given back, not finished first and not lost.
SHUTTING_DOWN = threading.Event()


def problem_hash(problem: SheetProblem) -> str:
    """A mark of what was asked."""
    return hashlib.sha256(problem.model_dump_json().encode()).hexdigest()


def latest_plans(job_id: int, now: Mapping[str, str]) -> list[Plan]:
    """Of each group the newest plan under way or failed, and the finished one that was chosen or finished last; of
    these one of what is asked `now`, by group, before any other.
    """
    out: dict[tuple[str, bool], Plan] = {}
    light = Plan.objects.filter(job_id=job_id).only("id", "key", "state", "picked", "finished", "asked", "problem_hash")

    def counts(plan: Plan) -> tuple[bool, datetime]:
        return now.get(plan.key) == plan.problem_hash, _counts_from(plan)

    for plan in light.order_by("id"):
        done = plan.state == Plan.State.DONE
        held = out.get((plan.key, done))
        if not done or held is None or counts(plan) >= counts(held):
            out[(plan.key, done)] = plan
    # what was asked and what came of it is large: it is read of these alone
    return list(Plan.objects.defer("problem").filter(pk__in=[p.pk for p in out.values()])) if out else []


def sheets_of(plan: Plan) -> Counter[str]:
    """How many sheets of each size a plan uses."""
    placements = (plan.result or {}).get("placements", [])
    return Counter(sheet for sheet, _ in {(p["sheet"], p["sheet_index"]) for p in placements})


def standing_nests(job_id: int, groups: Iterable[SheetGroup]) -> dict[str, Counter[str]]:
    """Sheets of the nest that counts, of each group where it is of what the job asks now."""
    now = {g.key: problem_hash(g.problem) for g in groups}
    return {
        plan.key: sheets_of(plan)
        for plan in latest_plans(job_id, now)
        if plan.state == Plan.State.DONE and plan.result and now.get(plan.key) == plan.problem_hash
    }


def _counts_from(plan: Plan) -> datetime:
    return plan.picked or plan.finished or plan.asked


def refuse_many(shop_id: int) -> None:
    """Whether a shop may ask for another plan: workers take turns, and nobody's queue keeps others out.

    Raises:
        InputError: not before one of its own is done.
    """
    under_way = Plan.objects.filter(job__shop_id=shop_id, state__in=(Plan.State.WAITING, Plan.State.RUNNING)).count()
    if under_way >= settings.MOST_PLANS:
        raise InputError(
            field="plan", got=f"{under_way} under way", needs="one of your shop's plans to be done, or cancelled, first"
        )


def _queue(plan: Plan) -> None:
    """Queue a plan. Shops take turns: the more one asked for within the hour before, the later its next is taken."""
    hour = Plan.objects.filter(job__shop_id=plan.job.shop_id, asked__lt=plan.asked, asked__gt=plan.asked - TURNS)
    make_plan.using(priority=-min(hour.count(), LAST_TURN)).enqueue(plan.pk)


def ask(job: Job, group: SheetGroup, user: User, seconds: float, seed: int) -> Plan:
    """Ask for a plan. It is queued with the row, or neither is.

    Raises:
        InputError: the shop has as many under way as are fair to others.
    """
    refuse_many(job.shop_id)
    with transaction.atomic():
        plan = Plan.objects.create(
            job=job,
            key=group.key,
            seconds=seconds,
            seed=seed,
            asked_by=user,
            problem=group.problem.model_dump(mode="json"),
            problem_hash=problem_hash(group.problem),
        )
        _queue(plan)
    return plan


def ask_rest(plan: Plan, locked: list[int], user: User, seconds: float, seed: int) -> Plan:
    """Ask for the pieces of a plan that are not locked to be placed anew.

    Raises:
        InputError: the shop has as many under way as are fair to others.
    """
    refuse_many(plan.job.shop_id)
    with transaction.atomic():
        asked = Plan.objects.create(
            job_id=plan.job_id,
            key=plan.key,
            seconds=seconds,
            seed=seed,
            asked_by=user,
            problem=plan.problem,
            problem_hash=plan.problem_hash,
            based_on=plan,
            locked=sorted(set(locked)),
            title=f"{len(set(locked))} pieces kept in place",
        )
        _queue(asked)
    return asked


def keep_moved(plan: Plan, found: SheetPlan, user: User, title: str) -> Plan:
    """A plan changed by hand, as a variant of its own; it counts from now on."""
    return _variant(plan, found, user, title, plan.problem, plan.problem_hash)


def keep_rest(plan: Plan, group: SheetGroup, found: SheetPlan) -> Plan:
    """What is left of a nest after one of its sheets was cut, under what the job asks for now."""
    problem = group.problem.model_dump(mode="json")
    title = "the sheets that are not cut yet"
    return _variant(plan, found, plan.asked_by, title, problem, problem_hash(group.problem))


def _variant(
    plan: Plan, found: SheetPlan, user: User | None, title: str, problem: dict[str, object], mark: str
) -> Plan:
    """A finished plan that comes of another one, without a search; it counts from now on."""
    now = timezone.now()
    _money_changes(Job.objects.filter(pk=plan.job_id))
    return Plan.objects.create(
        job_id=plan.job_id, key=plan.key, state=Plan.State.DONE, seconds=plan.seconds, seed=plan.seed, asked_by=user,
        problem=problem, problem_hash=mark, based_on=plan, title=title[:80], result=found.model_dump(mode="json"),
        results_stored=1, progress=1.0, finished=now, picked=now,
    )  # fmt: skip


def pick(plan: Plan) -> None:
    """This variant counts from now on."""
    Plan.objects.filter(pk=plan.pk).update(picked=timezone.now())
    _money_changes(Job.objects.filter(pk=plan.job_id))


def cancel(plan: Plan) -> None:
    """Ask for it to stop: at once if nobody works on it, else at the worker's next beat, keeping the best so far."""
    Plan.objects.filter(pk=plan.pk, state=Plan.State.WAITING).update(
        state=Plan.State.CANCELLED, finished=timezone.now()
    )
    Plan.objects.filter(pk=plan.pk, state=Plan.State.RUNNING).update(cancel_asked=True)


def take(plan_id: int) -> tuple[Plan, str] | None:
    """Take a waiting plan; None if somebody else has it."""
    token = secrets.token_hex(16)
    taken = Plan.objects.filter(pk=plan_id, state=Plan.State.WAITING).update(
        state=Plan.State.RUNNING, token=token, beat=timezone.now(), progress=0.0
    )
    return (Plan.objects.get(pk=plan_id), token) if taken else None


def finish(plan_id: int, token: str, *, state: str, result: SheetPlan | None = None, message: str = "") -> bool:
    """Store the outcome, if the plan is still ours: exactly one is ever stored."""
    changes: dict[str, object] = {"state": state, "message": message[:300], "finished": timezone.now(), "progress": 1.0}
    if result is not None:
        changes |= {"result": result.model_dump(mode="json"), "results_stored": F("results_stored") + 1}
    mine = Plan.objects.filter(pk=plan_id, token=token, state=Plan.State.RUNNING)
    if result is not None:
        _money_changes(Job.objects.filter(plan__in=mine))
    return bool(mine.update(**changes))


def _money_changes(jobs: models.QuerySet[Job]) -> None:
    """What the list of jobs says of a job's money is worked out anew: another nest counts."""
    Job.objects.filter(pk__in=list(jobs.values_list("pk", flat=True))).update(headline=None)


def take_back_dead() -> int:
    """Plans whose worker no longer beats wait again, and are queued again; a beat of the future was written before the
    clock was set back.
    """
    now = timezone.now()
    silent = Q(beat__lt=now - DEAD_AFTER) | Q(beat__gt=now + DEAD_AFTER)
    dead = Plan.objects.filter(silent, state=Plan.State.RUNNING)
    return sum(give_back(plan.pk, plan.token) for plan in dead)


def give_back(plan_id: int, token: str) -> bool:
    """A plan held under a token waits again, and is queued again."""
    with transaction.atomic():
        held = Plan.objects.filter(pk=plan_id, token=token, state=Plan.State.RUNNING)
        if not held.update(state=Plan.State.WAITING, token=""):
            return False
        _queue(Plan.objects.select_related("job").get(pk=plan_id))
    return True


class Heart:
    """Tells the database how far the work is and hears whether to stop; a lost connection is no reason to stop
    working.
    """

    def __init__(self, plan_id: int, token: str) -> None:
        self.plan_id, self.token = plan_id, token
        self.stop = False
        self.last = 0.0

    def beat(self, share: float, early: SheetPlan | None) -> None:
        if time.monotonic() - self.last < 0.4:
            return
        self.last = time.monotonic()
        changes: dict[str, object] = {"beat": timezone.now(), "progress": share}
        if early is not None:
            changes["early"] = {
                "cost": early.cost,
                "sheets": len({(p.sheet, p.sheet_index) for p in early.placements}),
                "unplaced": sum(u.qty for u in early.unplaced),
                "utilisation": early.utilisation,
            }
        try:
            close_old_connections()
            mine = Plan.objects.filter(pk=self.plan_id, token=self.token, state=Plan.State.RUNNING)
            if (not mine.update(**changes) and not mine.exists()) or mine.filter(cancel_asked=True).exists():
                self.stop = True
        except LOST:
            connection.close()


@task()
def make_plan(plan_id: int) -> str:
    """Work on a plan."""
    taken = take(plan_id)
    if taken is None:
        return "not ours"
    plan, token = taken
    heart = Heart(plan_id, token)
    try:
        problem = SheetProblem.model_validate(plan.problem)
        heart.beat(0.0, None)
        result = _worked_out(plan, problem, heart)
        if SHUTTING_DOWN.is_set() and not heart.stop:
            return "given back" if give_back(plan_id, token) else "not ours any more"
        outcome: tuple[str, SheetPlan | None, str] = (Plan.State.DONE, result, "stopped early" if heart.stop else "")
    except Exception as error:  # whatever goes wrong is kept with the plan, never a silent end
        outcome = (Plan.State.FAILED, None, f"{type(error).__name__}: {error}")
    return _store(plan_id, token, outcome)


def _worked_out(plan: Plan, problem: SheetProblem, heart: Heart) -> SheetPlan:
    def stopped() -> bool:
        return heart.stop or SHUTTING_DOWN.is_set()

    if plan.locked is not None and plan.based_on is not None:
        before = SheetPlan.model_validate(plan.based_on.result)
        return replan_rest(
            problem, before, plan.locked, seconds=plan.seconds, seed=plan.seed, cancelled=stopped, progress=heart.beat
        )
    return plan_sheets(
        problem, seconds=plan.seconds, seed=plan.seed, cores=free_cores(), cancelled=stopped, progress=heart.beat
    )


def _store(plan_id: int, token: str, outcome: tuple[str, SheetPlan | None, str]) -> str:
    state, result, message = outcome
    until = time.monotonic() + PATIENCE_S
    while True:
        try:
            return (
                "stored" if finish(plan_id, token, state=state, result=result, message=message) else "not ours any more"
            )
        except LOST:
            connection.close()
            if time.monotonic() > until:
                raise
            time.sleep(0.5)
