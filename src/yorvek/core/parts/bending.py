"""Features of a plate that is bent: measured from its legs, and kept out of the metal that turns."""

from __future__ import annotations

import math
from collections.abc import Sequence

from shapely import LineString, Polygon

from yorvek.core.errors import InputError
from yorvek.core.outlines import Outline, ring_points
from yorvek.core.parts.drawn import BendLine, Warned, field_of
from yorvek.core.parts.features import Feature
from yorvek.core.parts.features.where import placed

NEAR_THICKNESSES = 2.0
"""An opening nearer to a bend than that is pulled out of round (common practice, no source)."""


def on_legs(features: Sequence[Feature], starts: Sequence[float]) -> list[Feature]:
    """Features with their places on the flat; `starts`: where each leg is measured from, mm.

    Raises:
        InputError: a leg that there is not, a place off the flat.
    """
    return [_on_flat(f, k, starts) for k, f in enumerate(features)]


def _on_flat(feature: Feature, number: int, starts: Sequence[float]) -> Feature:
    if not feature.leg:
        return feature
    if feature.leg > len(starts):
        legs = f"1 to {len(starts)}" if starts else "nothing: it is not bent"
        raise InputError(field=f"features.{number}.leg", got=str(feature.leg), needs=legs)
    x = round(feature.x.value + starts[feature.leg - 1], 3)
    if x < 0:
        raise InputError(
            field=f"features.{number}.x", got=feature.x.text, needs="a place on its leg, clear of the bend"
        )
    return feature.model_copy(update={"x": placed(x)})


def zones_of(bends: Sequence[BendLine]) -> list[Polygon]:
    """Where the metal turns, on the flat."""
    return [LineString([(b.x1, b.y1), (b.x2, b.y2)]).buffer(b.zone_mm / 2, cap_style="flat") for b in bends]


def refuse_in_bends(
    outline: Outline, asked: Sequence[str], bends: Sequence[BendLine], thickness_mm: float
) -> list[Warned]:
    """What is to be known of openings beside bends.

    Raises:
        InputError: an opening that reaches into the metal that turns.
    """
    zones = zones_of(bends)
    near: dict[str, float] = {}
    for ring, field in zip(outline.openings, asked, strict=True):
        opening = Polygon(ring_points(ring))
        away = [zone.distance(opening) for zone in zones]
        if away and min(away) <= 0:
            number = away.index(min(away)) + 1
            raise InputError(
                field=field_of(field), got=f"within bend {number}",
                needs="a place clear of the bend: there the metal turns, and the opening tears",
            )  # fmt: skip
        if away and min(away) < NEAR_THICKNESSES * thickness_mm:
            near[field] = min(near.get(field, math.inf), min(away))
    clear = NEAR_THICKNESSES * thickness_mm
    return [
        Warned(
            words=f"an opening {away:.1f} mm from a bend is pulled out of round",
            mend=f"{clear:g} mm clear of it, two thicknesses; or drill it once it is bent",
            asked=field,
        )
        for field, away in near.items()
    ]
