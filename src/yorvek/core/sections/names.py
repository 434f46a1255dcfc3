"""How sizes are called."""

from __future__ import annotations

from yorvek.core.quantities.format import fraction_text, plain_number


def times(*sizes: float) -> str:
    """Metric sizes: 120×80×6.3."""
    return "×".join(plain_number(s, 3) for s in sizes)


def inches(*sizes: float) -> str:
    """Inch sizes in fractions: 1-1/2×1/4."""
    return "×".join(fraction_text(s, 64).replace(" ", "-") for s in sizes)
