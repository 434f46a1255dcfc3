"""The life of a sheet plan: asked, taken, beating, finished once; taken again when its worker died."""

from __future__ import annotations

import hashlib
import secrets
import threading
import time
from datetime import timedelta

from django.db import InterfaceError, OperationalError, close_old_connections, connection, transaction
from django.db.models import F
from django.utils import timezone
from django_tasks import task

from yorvek.core.cutting.sheets import SheetPlan, SheetProblem, solve_sheets
from yorvek.core.jobs.cutting import SheetGroup
from yorvek.server.accounts.models import User
from yorvek.server.cutting.models import Plan
from yorvek.server.jobs.models import Job

DEAD_AFTER = timedelta(seconds=15)
LOST = (OperationalError, InterfaceError)
PATIENCE_S = 120
# Set when this process is told to end: a plan under way is given back, not finished first and not lost.
SHUTTING_DOWN = threading.Event()


def problem_hash(problem: SheetProblem) -> str:
    """A mark of what was asked."""
    return hashlib.sha256(problem.model_dump_json().encode()).hexdigest()


def latest_plans(job_id: int) -> list[Plan]:
    """The newest plan of each group, and before it the newest finished one."""
    out: dict[tuple[str, bool], Plan] = {}
    for plan in Plan.objects.filter(job_id=job_id).order_by("id"):
        out[(plan.key, plan.state == Plan.State.DONE)] = plan
    return list(out.values())


def ask(job: Job, group: SheetGroup, user: User, seconds: float, seed: int) -> Plan:
    """Ask for a plan. It is queued with the row, or neither is."""
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
        make_plan.enqueue(plan.pk)
    return plan


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
    return bool(Plan.objects.filter(pk=plan_id, token=token, state=Plan.State.RUNNING).update(**changes))


def take_back_dead() -> int:
    """Plans whose worker no longer beats wait again, and are queued again."""
    dead = Plan.objects.filter(state=Plan.State.RUNNING, beat__lt=timezone.now() - DEAD_AFTER)
    return sum(give_back(plan.pk, plan.token) for plan in dead)


def give_back(plan_id: int, token: str) -> bool:
    """A plan held under a token waits again, and is queued again."""
    with transaction.atomic():
        held = Plan.objects.filter(pk=plan_id, token=token, state=Plan.State.RUNNING)
        if not held.update(state=Plan.State.WAITING, token=""):
            return False
        make_plan.enqueue(plan_id)
    return True


class Heart:
    """Tells the database how far the work is and hears whether to stop; a lost connection is no reason to stop working."""

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
        result = solve_sheets(
            problem,
            seconds=plan.seconds,
            seed=plan.seed,
            cancelled=lambda: heart.stop or SHUTTING_DOWN.is_set(),
            progress=heart.beat,
        )
        if SHUTTING_DOWN.is_set() and not heart.stop:
            return "given back" if give_back(plan_id, token) else "not ours any more"
        outcome: tuple[str, SheetPlan | None, str] = (Plan.State.DONE, result, "stopped early" if heart.stop else "")
    except Exception as error:  # whatever goes wrong is kept with the plan, never a silent end
        outcome = (Plan.State.FAILED, None, f"{type(error).__name__}: {error}")
    return _store(plan_id, token, outcome)


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
