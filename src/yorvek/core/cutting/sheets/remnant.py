"""What is left of a sheet once its pieces are out, as one outline that goes back on the rack."""

from __future__ import annotations

from collections.abc import Iterator, Sequence

import shapely
from shapely import Polygon
from shapely.geometry.base import BaseGeometry

MOST_CORNERS = 40
ROUGH_MM = 1.0
"""What a hand leaves along a line that it marks and cuts (common practice, no source)."""
WORTH = 0.97
"""Of the largest remnant: for a straighter edge so much is enough (ours)."""


def remnant(sheet: Polygon, pieces: Sequence[Polygon], *, kerf_mm: float, least_mm: float) -> Polygon | None:
    """The largest piece of metal worth keeping, cut off clean; None where there is none.

    Either all that hangs together beyond the pieces, where that is one run of few corners, or what is left beyond the
    box around them: an L, or the strip beside or above.

    Args:
        sheet: its outline.
        pieces: what is cut from it, where it lies.
        kerf_mm: what the cut takes around each.
        least_mm: narrower arms are scrap.
    """
    if not pieces:
        return sheet
    taken = shapely.union_all([p.exterior for p in pieces])
    filled = shapely.union_all([Polygon(p.exterior) for p in pieces]).buffer(kerf_mm, join_style="mitre")
    x0, y0, x1, y1 = taken.bounds
    left, low, right, top = sheet.bounds
    ways = [
        sheet.difference(filled),
        sheet.difference(shapely.box(left - 1, low - 1, x1 + kerf_mm, y1 + kerf_mm)),
        sheet.intersection(shapely.box(x1 + kerf_mm, low - 1, right + 1, top + 1)),
        sheet.intersection(shapely.box(left - 1, y1 + kerf_mm, right + 1, top + 1)),
    ]
    if x0 > left and y0 > low:
        ways.append(sheet.difference(shapely.box(x0 - kerf_mm, y0 - kerf_mm, right + 1, top + 1)))
    found = [clean for way in ways for clean in _clean(way, least_mm)]
    most = max((p.area for p in found), default=0.0)
    # a straight edge is worth a little metal
    near = [p for p in found if p.area >= WORTH * most]
    return min(near, key=lambda p: (len(p.exterior.coords), -round(p.area, 3)), default=None)


def _clean(metal: BaseGeometry, least_mm: float) -> Iterator[Polygon]:
    """Its parts that are wide enough, without arms that are not, never more than there is."""
    half = least_mm / 2
    wide = metal.buffer(-half, join_style="mitre").buffer(half - ROUGH_MM / 2, join_style="mitre")
    for part in getattr(wide, "geoms", [wide]):
        if not isinstance(part, Polygon) or part.is_empty or part.interiors:
            continue
        simple = part.simplify(ROUGH_MM / 4)
        if len(simple.exterior.coords) - 1 <= MOST_CORNERS and metal.covers(simple):
            yield simple
