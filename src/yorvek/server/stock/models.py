"""What a shop has and what it is offered."""

from django.db import models

from yorvek.core.jobs import StockSpec
from yorvek.core.jobs.spec import PhotoSpec
from yorvek.server.records import Record


class StockItem(Record):
    """A line of the stock book."""

    spec_model, table, owner_field = StockSpec, "stock", "shop"
    shop = models.ForeignKey("accounts.Shop", on_delete=models.CASCADE)

    class Meta:
        ordering = ["id"]


class Photo(Record):
    """A picture of a line of the stock book."""

    spec_model, table, owner_field = PhotoSpec, "photo", "shop"

    shop = models.ForeignKey("accounts.Shop", on_delete=models.CASCADE)
    item_number = models.PositiveBigIntegerField(db_index=True)
    """Of the line it is of: a line that is taken away and brought back has its pictures still."""

    class Meta:
        ordering = ["id"]
