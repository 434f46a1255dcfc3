"""Job files in and out of the database."""

from __future__ import annotations

from typing import Any

from yorvek.core.files.jobfile import JobFile, Numbered, filed, in_order, present_shapes, spec_in
from yorvek.core.jobs.cuts import CutBarSpec
from yorvek.core.jobs.spec import BarStockSpec, SheetStockSpec, StockSpec
from yorvek.core.records import FILED
from yorvek.server.accounts.models import User
from yorvek.server.jobs.models import ROWS, Job, JobRecord
from yorvek.server.journal.edits import edit
from yorvek.server.stock.models import StockItem


def load_job(user: User, file: JobFile, *, stock: bool = False, title: str = "") -> Job:
    """Make a job, its records and its log from a file, as one edit; `stock`: its stock lines too, but for those that
    the book has already; `title`: what the edit is called, if it is no file of somebody's.
    """
    with edit(user, None, title or f"job file {file.job.name}") as scope:
        made = scope.create(Job, file.job, resolved=True)
        job = Job.objects.get(pk=made.pk)
        scope.job = job
        scope.edit.job_id = job.pk
        scope.edit.save()
        numbers: dict[str, dict[int, int]] = {}
        for kind in FILED:
            for item in in_order(kind, getattr(file, kind.plural)):
                spec = kind.renumbered(spec_in(item), numbers)
                row = scope.create(ROWS[kind.name], spec, resolved=True)
                if isinstance(item, Numbered):
                    numbers.setdefault(kind.name, {})[item.id] = row.pk
            numbers.setdefault(kind.name, {})
        for line in _new_lines(user, file) if stock else []:
            scope.create(StockItem, line)
    return job


def _new_lines(user: User, file: JobFile) -> list[StockSpec]:
    """Stock lines of a file that the book has not got; the number of a job one was kept for means nothing here."""
    there = [s.spec for s in StockItem.objects.filter(shop=user.shop)]
    lines = [s.model_copy(update={"item": s.item.model_copy(update={"reserved_for": None})}) for s in file.stock]
    return [s for s in lines if s not in there]


OWN_PRICES = {
    "price": None,
    "delivery": None,
    "yard_cut": None,
    "duty_percent": 0.0,
    "supplier": "",
    "reserved_for": None,
}
"""What a stock line says of the shop's dealings; it does not travel."""


def _without_prices(line: StockSpec) -> StockSpec:
    return StockSpec(item=_without_own(line.item))


def _without_own(item: BarStockSpec | SheetStockSpec) -> Any:
    """A line as it travels."""
    known = type(item).model_fields
    return item.model_copy(update={k: v for k, v in OWN_PRICES.items() if k in known})


def job_file(job: Job, *, stock: bool = False) -> JobFile:
    """A job as a file; `stock`: with the lines of the shop's book, without what they cost and where they come from."""
    lines = StockItem.objects.filter(shop_id=job.shop_id) if stock else []
    lists: dict[str, list[Any]] = {kind.plural: [] for kind in FILED}
    for row in JobRecord.objects.filter(job=job, kind_name__in=[kind.name for kind in FILED]):
        spec = row.spec
        if isinstance(spec, CutBarSpec) and spec.metal is not None:
            spec = spec.model_copy(update={"metal": _without_own(spec.metal)})
        lists[row.kind.plural].append(filed(row.kind.plural, row.pk, spec))
    return JobFile(schemas=present_shapes(), job=job.spec, stock=[_without_prices(s.spec) for s in lines], **lists)
