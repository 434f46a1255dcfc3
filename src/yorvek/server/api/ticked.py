"""What ticks of the saw and of the table share: metal that leaves the stock book, and a piece that came out wrong."""

from __future__ import annotations

from typing import TypeVar

from ninja.errors import HttpError

from yorvek.core.errors import InputError
from yorvek.core.jobs import StockSpec
from yorvek.core.jobs.cuts import CutPiece
from yorvek.core.jobs.sheets_cut import CutPlate
from yorvek.core.quantities.entry import Money
from yorvek.server.journal.edits import EditScope
from yorvek.server.stock.models import StockItem

Piece = TypeVar("Piece", CutPiece, CutPlate)


def fewer(scope: EditScope, number: int, by: int) -> StockItem:
    """A line of the stock book with so many less; what it says when too few are there."""
    row = StockItem.objects.select_for_update().filter(pk=number, shop=scope.shop).first()
    if row is None:
        raise HttpError(404, "That line of the stock book is gone.")
    item = row.spec.item
    if item.qty is not None:
        if item.qty < by:
            raise InputError(field="stock", got=f"{by} taken", needs=f"only {item.qty} are there")
        changed = StockSpec(item=item.model_copy(update={"qty": item.qty - by}))
        scope.update(row, changed, row.version)
    return row


def share_of(price: Money | None, share: float) -> Money | None:
    """What so much of a bar or sheet costs."""
    return None if price is None else Money(text=f"{price.value * share:.2f}")


def miscut_in(pieces: list[Piece], number: int, needs: str, **more: object) -> tuple[Piece, list[Piece]]:
    """The piece that came out wrong, and all of them with it said.

    Raises:
        InputError: there is no such piece, or it is not good; with what is needed.
    """
    if number >= len(pieces) or pieces[number].state != "good":
        raise InputError(field="piece", got=str(number + 1), needs=needs)
    said = list(pieces)
    said[number] = pieces[number].model_copy(update={"state": "miscut", **more})
    return pieces[number], said
