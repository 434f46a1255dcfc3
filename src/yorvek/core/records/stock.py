"""The stock book of a shop, and the pictures of its lines: no job's own."""

from yorvek.core.jobs.spec import PhotoSpec, StockSpec
from yorvek.core.records.kind import Kind

STOCK = Kind("stock", "stock", StockSpec)
PHOTO = Kind("photo", "photos", PhotoSpec)
