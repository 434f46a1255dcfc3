"""What a shop has and what it is offered."""

from django.db import models

from yorvek.core.jobs import StockSpec
from yorvek.server.records import Record


class StockItem(Record):
    """A line of the stock book."""

    spec_model, table, owner_field = StockSpec, "stock", "shop"
    shop = models.ForeignKey("accounts.Shop", on_delete=models.CASCADE)

    class Meta:
        ordering = ["id"]
