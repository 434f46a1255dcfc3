"""What a shop has and what it is offered."""

import hashlib

from django.db import models

from yorvek.core.records import PHOTO, STOCK
from yorvek.server.records import Record


class StockItem(Record):
    """A line of the stock book."""

    kind, owner_field = STOCK, "shop"
    shop = models.ForeignKey("accounts.Shop", on_delete=models.CASCADE)

    class Meta:
        ordering = ["id"]


class Blob(models.Model):
    """Bytes of a file, once for all that hold the same, under their hash; they are never changed."""

    sha256 = models.CharField(max_length=64, primary_key=True)
    content = models.BinaryField()

    def __str__(self) -> str:
        return self.sha256


def keep_blob(content: bytes) -> str:
    """Keep bytes, and the hash under which they are found."""
    mark = hashlib.sha256(content).hexdigest()
    Blob.objects.bulk_create([Blob(sha256=mark, content=content)], ignore_conflicts=True)
    return mark


class Photo(Record):
    """A picture of a line of the stock book."""

    kind, owner_field, more_columns = PHOTO, "shop", ("item_number",)

    shop = models.ForeignKey("accounts.Shop", on_delete=models.CASCADE)
    item_number = models.PositiveBigIntegerField(db_index=True)
    """Of the line it is of: a line that is taken away and brought back has its pictures still."""

    class Meta:
        ordering = ["id"]
