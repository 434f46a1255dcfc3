"""The stock book of the shop. A change may be made from within a job: then it shows in that job's ripple and can be
undone there.
"""

from __future__ import annotations

from django.http import HttpRequest, HttpResponse
from django.utils import timezone
from ninja import Router
from ninja.errors import HttpError
from pydantic import Field

from yorvek.core.errors import InputError
from yorvek.core.files.apart import read_apart
from yorvek.core.files.offers import OffersRead, read_offers
from yorvek.core.files.photo import photo_jpeg
from yorvek.core.files.yard.words import Known
from yorvek.core.jobs import StockSpec
from yorvek.core.jobs.price_feed import NOTE, feed
from yorvek.core.jobs.sheet_groups import sheet_outline
from yorvek.core.jobs.spec import BarStockSpec, PhotoSpec
from yorvek.core.materials import material
from yorvek.core.model import Model
from yorvek.core.quantities import UnitSystem
from yorvek.core.sections import section, sold_in
from yorvek.server.api import shapes
from yorvek.server.api.access import job_of, user_of, writer
from yorvek.server.api.drawings import content_of
from yorvek.server.api.view import job_changes
from yorvek.server.jobs.models import Job
from yorvek.server.jobs.thread import job_figures, job_state
from yorvek.server.journal.edits import edit
from yorvek.server.journal.models import RowChange
from yorvek.server.stock.models import Blob, Photo, StockItem, keep_blob

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
    pictures: dict[int, list[int]] = {}
    for number, item in Photo.objects.filter(shop=user_of(request).shop).values_list("pk", "item_number"):
        pictures.setdefault(item, []).append(number)
    return [shapes.StockRow(id=r.pk, version=r.version, spec=r.spec, photos=pictures.get(r.pk, [])) for r in rows]


@router.post("/stock", response=shapes.Saved)
def make_stock(request: HttpRequest, body: StockSpec, job_id: int | None = None) -> shapes.Saved:
    """A new line."""
    user, job = writer(request), _job(request, job_id)
    with edit(user, job, f"stock: {_words(body)}") as scope:
        row = scope.create(StockItem, body)
        _check(row.spec)
    return shapes.Saved(id=row.pk, version=row.version, changes=job_changes(job) if job else None)


class ListIn(Model):
    """A spreadsheet as it was picked; content in base64. `take`: put what is in it into the stock book."""

    name: str = Field(min_length=1, max_length=200)
    content: str = Field(max_length=7_000_000)
    unit: UnitSystem = "mm"
    take: bool = False
    columns: dict[str, Known] = Field(default={}, max_length=60, description="what headings mean, by their words")


class OffersOut(OffersRead):
    """What a spreadsheet holds; and what taking it changed of the job."""

    changes: shapes.Changes | None = None


@router.post("/stock/import", response=OffersOut)
def bring_offers(request: HttpRequest, body: ListIn, job_id: int | None = None) -> OffersOut:
    """Offers or stock of a spreadsheet: looked at, or taken whole as one edit; lines that cannot be read are named."""
    user, job = writer(request), _job(request, job_id)
    content = content_of(body.content)
    found = read_apart(read_offers, body.name, content, unit=body.unit, columns=dict(body.columns))
    if body.take:
        if not found.offers:
            raise InputError(field="file", got=body.name, needs="at least one line that can be read")
        with edit(user, job, f"{len(found.offers)} lines of {body.name}") as scope:
            for spec in found.offers:
                scope.create(StockItem, spec)
    return OffersOut(**found.model_dump(), changes=job_changes(job) if job and body.take else None)


@router.post("/jobs/{job_id}/offers", response=shapes.Changes)
def fetch_offers(request: HttpRequest, job_id: int) -> shapes.Changes:
    """Today's offers of the simulated suppliers for what the job needs; their earlier ones are replaced."""
    user, job = writer(request), job_of(request, job_id)
    found = job_figures(job_state(job))
    with edit(user, job, "offers of the simulated price list") as scope:
        for row in StockItem.objects.filter(shop=user.shop):
            if row.spec.item.note.startswith(NOTE) and row.spec.item.qty is None:
                scope.delete(row)
        for spec in feed(found, timezone.localdate()):
            scope.create(StockItem, spec)
    return job_changes(job)


class StockChange(Model):
    """A change of a line: what was done, by whom, when, and how many were there afterwards."""

    title: str
    by: str
    at: str
    qty: int | None
    gone: bool


@router.get("/stock/{item_id}/history", response=list[StockChange])
def history_of_line(request: HttpRequest, item_id: int) -> list[StockChange]:
    """Everything that happened to a line, newest first."""
    row = _item(request, item_id)
    changes = RowChange.objects.filter(table=StockItem.table, row_id=row.pk, edit__shop=user_of(request).shop)
    return [
        StockChange(
            title=c.edit.title,
            by=c.edit.user.username if c.edit.user else "",
            at=c.edit.at.isoformat(),
            qty=c.after["data"]["item"].get("qty") if c.after else None,
            gone=c.after is None,
        )
        for c in changes.select_related("edit__user").order_by("-id")[:100]
    ]


class PhotoIn(Model):
    """A picture as it was taken; content in base64."""

    name: str = Field(default="", max_length=120)
    content: str = Field(max_length=28_000_000)


class PhotoRow(Model):
    """A picture of a line of the stock book."""

    id: int
    name: str


@router.post("/stock/{item_id}/photos", response=list[PhotoRow])
def add_photo(request: HttpRequest, item_id: int, body: PhotoIn) -> list[PhotoRow]:
    """Add a picture: made small, and without what the camera wrote into it."""
    user, row = writer(request), _item(request, item_id)
    jpeg = read_apart(photo_jpeg, content_of(body.content))
    with edit(user, None, f"photo of {_words(row.spec)}") as scope:
        scope.create(Photo, PhotoSpec(name=body.name, sha256=keep_blob(jpeg)), item_number=row.pk)
    return photos(request, item_id)


@router.get("/stock/{item_id}/photos", response=list[PhotoRow])
def photos(request: HttpRequest, item_id: int) -> list[PhotoRow]:
    """The pictures of a line."""
    row = _item(request, item_id)
    return [PhotoRow(id=p.pk, name=p.spec.name) for p in Photo.objects.filter(item_number=row.pk)]


@router.get("/stock/{item_id}/photos/{photo_id}")
def see_photo(request: HttpRequest, item_id: int, photo_id: int) -> HttpResponse:
    """One picture."""
    found = Photo.objects.filter(pk=photo_id, item_number=_item(request, item_id).pk).first()
    if found is None:
        raise HttpError(404, "There is no such photo.")
    content = Blob.objects.get(pk=found.spec.sha256).content
    return HttpResponse(bytes(content), content_type="image/jpeg")


@router.put("/stock/{item_id}", response=shapes.Saved)
def change_stock(request: HttpRequest, item_id: int, body: StockIn, job_id: int | None = None) -> shapes.Saved:
    """Change a line."""
    user, job, row = writer(request), _job(request, job_id), _item(request, item_id)
    with edit(user, job, f"stock: {_words(body.spec)}") as scope:
        saved = scope.update(row, body.spec, body.version)
        _check(saved.spec)
    return shapes.Saved(id=saved.pk, version=saved.version, changes=job_changes(job) if job else None)


@router.delete("/stock/{item_id}", response=shapes.Saved)
def take_stock_away(request: HttpRequest, item_id: int, version: int, job_id: int | None = None) -> shapes.Saved:
    """Take a line away."""
    user, job, row = writer(request), _job(request, job_id), _item(request, item_id)
    with edit(user, job, f"stock: {_words(row.spec)} taken away") as scope:
        scope.delete(row, version)
    return shapes.Saved(id=item_id, version=version, changes=job_changes(job) if job else None)
