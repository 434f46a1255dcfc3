"""What the list of jobs says of each, kept with the job: worked out when the job is, and worth nothing once the shop's
stock or the program that worked it out is another.
"""

from __future__ import annotations

import hashlib
from functools import lru_cache
from pathlib import Path
from typing import Any

from django.db.models import F

import yorvek.core
from yorvek.core.jobs import Figures
from yorvek.server.accounts.models import Shop
from yorvek.server.jobs.models import Job


@lru_cache(maxsize=1)
def core_mark() -> str:
    """The rules by which figures were worked out: figures of other rules are worth nothing."""
    digest = hashlib.sha256()
    folder = Path(yorvek.core.__file__).parent
    for file in sorted(folder.rglob("*.py")):
        digest.update(file.read_bytes())
    return digest.hexdigest()[:16]


def headline(figures: Figures, money: float) -> dict[str, Any]:
    """The figures that stand for a job as a whole; `money`: what it buys."""
    return {
        "mass_kg": round(figures.mass_kg, 3),
        "money": money,
        "breaks": figures.strength.value,
        "breaks_at": figures.weakest,
        "moves": figures.stiffness.value,
        "moves_at": figures.softest,
        "bars": figures.bars_to_cut,
        "pieces": figures.pieces,
    }


def keep(job: Job, figures: Figures, stock: int, money: float) -> None:
    """Write a job's headline beside it; `stock`: the version of the stock book before its figures were worked out;
    `money`: what it buys.
    """
    stops = sum(1 for c in figures.cautions if c.level == "stop")
    job.headline = {**headline(figures, money), "stops": stops, "mark": core_mark(), "stock": stock}
    Job.objects.filter(pk=job.pk).update(headline=job.headline)


def kept(job: Job, stock_version: int) -> dict[str, Any] | None:
    """A job's headline, if it still holds."""
    found = job.headline
    if not found or found["mark"] != core_mark() or found["stock"] != stock_version:
        return None
    return dict(found)


def stock_version(shop: Shop) -> int:
    """As it is now."""
    return Shop.objects.values_list("stock_version", flat=True).get(pk=shop.pk)


def stock_changed(shop: Shop) -> None:
    """Every job of the shop may buy and cut otherwise now."""
    Shop.objects.filter(pk=shop.pk).update(stock_version=F("stock_version") + 1)
