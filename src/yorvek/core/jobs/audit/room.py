"""Bolts beside a bend: the washer and the spanner run into the leg that comes up."""

from __future__ import annotations

from collections.abc import Iterator

from shapely import Point

from yorvek.core.jobs.audit.kind import Audited, AuditRule, Flaw
from yorvek.core.outlines.width import is_circle, middle_of, span_of
from yorvek.core.parts.bending import zones_of
from yorvek.core.parts.drawn import field_of
from yorvek.core.parts.saying import said_in

WASHER = 1.8
"""A plain washer over its clearance hole (ISO 7089 and ISO 273 medium: 24 over 13.5; from memory)."""
BESIDE_MM = 5.0
"""Room beside a head for what turns it (common practice, no source)."""


def _look(job: Audited) -> Iterator[Flaw]:
    say = said_in(job.state.job.unit)
    for number, _, g in job.drawn():
        if g.kind != "plate" or not g.bends:
            continue
        zones = zones_of(g.bends)
        tight: dict[str, tuple[float, float]] = {}
        for ring, asked in zip(g.outline.openings, g.openings_asked, strict=True):
            if not is_circle(ring) or "features." not in asked:
                continue
            away = min(zone.distance(Point(*middle_of(ring))) for zone in zones)
            wants = WASHER * span_of(ring) / 2 + BESIDE_MM
            if away < wants - 0.05 and away < tight.get(asked, (away + 1, 0.0))[0]:
                tight[asked] = away, wants
        for asked, (away, wants) in tight.items():
            at, least = (say(x, whole=True, rough=True) for x in (away, wants))
            words = f"a bolt {at} from a bend has no room for washer and spanner on the inside"
            yield Flaw(number, words, f"{least} from the bend, or its head outside", field_of(asked), "care")


ROOM = AuditRule("room", "bolts without room beside a bend", _look)
