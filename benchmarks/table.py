"""A table on the terminal: our figure, the reference and the ratio."""

from __future__ import annotations

from collections.abc import Sequence


def ratio(ours: float | None, reference: float | None) -> str:
    """Ours over the reference; a dash where there is none."""
    return f"{ours / reference:.3f}" if ours is not None and reference else "-"


def show(title: str, heads: Sequence[str], rows: Sequence[Sequence[object]]) -> None:
    """Print rows under their heads, in columns."""
    cells = [[str(c) for c in row] for row in [heads, *rows]]
    widths = [max(len(row[k]) for row in cells) for k in range(len(heads))]
    print(f"\n{title}")
    for row in cells:
        print("  ".join(c.ljust(w) if k == 0 else c.rjust(w) for k, (c, w) in enumerate(zip(row, widths, strict=True))))
