"""How far something may move."""

from __future__ import annotations

from pydantic import Field

from yorvek.core.model import Model


class Limits(Model):
    """How far the member may move. A fixed figure wins over the ratios."""

    span_over: float = Field(default=240, ge=50, le=5000)
    cantilever_over: float = Field(default=180, ge=50, le=5000, description="tip may move 2 L / n")
    absolute_mm: float | None = Field(default=None, gt=0)
    least_hz: float | None = Field(default=None, gt=0, description="lowest natural frequency with its load on it")


def deflection_limit_mm(length_mm: float, overhang: bool, limits: Limits) -> float:
    """Movement allowed in a span (L / n) or at the tip of an overhang (2 L / n), unless the brief gives a figure."""
    if limits.absolute_mm is not None:
        return limits.absolute_mm
    return 2 * length_mm / limits.cantilever_over if overhang else length_mm / limits.span_over


def limit_words(overhang: bool, limits: Limits) -> str:
    """Where a limit of movement comes from."""
    if limits.absolute_mm is not None:
        return "as a figure"
    return f"2 L / {limits.cantilever_over:g}" if overhang else f"L / {limits.span_over:g}"
