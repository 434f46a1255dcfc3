"""What a shop has and what it is offered."""

from django.db import models

from yorvek.core.records import PHOTO, STOCK
from yorvek.server.records import Record


class StockItem(Record):
    """A line of the stock book."""

    kind, owner_field = STOCK, "shop"
    shop = models.ForeignKey("accounts.Shop", on_delete=models.CASCADE)

    class Meta:
        ordering = ["id"]


class Photo(Record):
    """A picture of a line of the stock book."""

    kind, owner_field, more_columns = PHOTO, "shop", ("item_number",)

    shop = models.ForeignKey("accounts.Shop", on_delete=models.CASCADE)
    item_number = models.PositiveBigIntegerField(db_index=True)
    """Of the line it is of: a line that is taken away and brought back has its pictures still."""

    class Meta:
        ordering = ["id"]
