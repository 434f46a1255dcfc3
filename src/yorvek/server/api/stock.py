"""The stock book of the shop. A change may be made from within a job: then it shows in that job's ripple and can be undone there."""

from __future__ import annotations

from django.http import HttpRequest
from ninja import Router
from ninja.errors import HttpError
from pydantic import Field

from yorvek.core.errors import InputError
from yorvek.core.jobs import StockSpec
from yorvek.core.jobs.cutting import sheet_outline
from yorvek.core.jobs.spec import BarStockSpec
from yorvek.core.materials import material
from yorvek.core.model import Model
from yorvek.core.sections import section, sold_in
from yorvek.server.api import shapes
from yorvek.server.api.access import job_of, user_of, writer
from yorvek.server.api.view import job_view
from yorvek.server.jobs.models import Job
from yorvek.server.journal.edits import edit
from yorvek.server.stock.models import StockItem

router = Router(tags=["stock"])


class StockIn(Model):
    version: int = Field(ge=1)
    spec: StockSpec


def _check(spec: StockSpec) -> None:
    item = spec.item
    if isinstance(item, BarStockSpec):
        s = section(item.section_id, field="section_id")
        if item.material_id not in sold_in(s):
            raise InputError(
                field="material_id", got=item.material_id, needs=f"{s.id} is sold in " + ", ".join(sold_in(s))
            )
    else:
        material(item.material_id, field="material_id")
        sheet_outline(item)


def _words(spec: StockSpec) -> str:
    item = spec.item
    return (
        f"{item.section_id} {item.length.text}"
        if isinstance(item, BarStockSpec)
        else f"sheet {item.thickness.text} {item.width.text} × {item.height.text}"
    )


def _job(request: HttpRequest, job_id: int | None) -> Job | None:
    return None if job_id is None else job_of(request, job_id)


def _item(request: HttpRequest, item_id: int) -> StockItem:
    row = StockItem.objects.filter(pk=item_id, shop=user_of(request).shop).first()
    if row is None:
        raise HttpError(404, "There is no such line in the stock book.")
    return row


@router.get("/stock", response=list[shapes.StockRow])
def list_stock(request: HttpRequest) -> list[shapes.StockRow]:
    """All bars and sheets."""
    rows = StockItem.objects.filter(shop=user_of(request).shop)
    return [shapes.StockRow(id=r.pk, version=r.version, spec=r.spec) for r in rows]


@router.post("/stock", response=shapes.Saved)
def make_stock(request: HttpRequest, body: StockSpec, job_id: int | None = None) -> shapes.Saved:
    """A new line."""
    user, job = writer(request), _job(request, job_id)
    with edit(user, job, f"stock: {_words(body)}") as scope:
        row = scope.create(StockItem, body)
        _check(row.spec)
    return shapes.Saved(id=row.pk, version=row.version, view=job_view(job) if job else None)


@router.put("/stock/{item_id}", response=shapes.Saved)
def change_stock(request: HttpRequest, item_id: int, body: StockIn, job_id: int | None = None) -> shapes.Saved:
    """Change a line."""
    user, job, row = writer(request), _job(request, job_id), _item(request, item_id)
    with edit(user, job, f"stock: {_words(body.spec)}") as scope:
        saved = scope.update(row, body.spec, body.version)
        _check(saved.spec)
    return shapes.Saved(id=saved.pk, version=saved.version, view=job_view(job) if job else None)


@router.delete("/stock/{item_id}", response=shapes.Saved)
def take_stock_away(request: HttpRequest, item_id: int, version: int, job_id: int | None = None) -> shapes.Saved:
    """Take a line away."""
    user, job, row = writer(request), _job(request, job_id), _item(request, item_id)
    with edit(user, job, f"stock: {_words(row.spec)} taken away") as scope:
        scope.delete(row, version)
    return shapes.Saved(id=item_id, version=version, view=job_view(job) if job else None)
