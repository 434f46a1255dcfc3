"""Bolt holes too near to an edge or to each other."""

from __future__ import annotations

from collections.abc import Iterator, Sequence

import numpy as np
import shapely
from numpy.typing import NDArray
from shapely import Polygon

from yorvek.core.jobs.audit.kind import Audited, AuditRule, Flaw
from yorvek.core.jobs.cutting import WorkedPart
from yorvek.core.outlines import Ring, ring_points
from yorvek.core.outlines.width import is_circle, middle_of, span_of
from yorvek.core.parts import BasePlate, PartGeometry
from yorvek.core.parts.drawn import field_of
from yorvek.core.parts.saying import Say, said_in
from yorvek.core.parts.spec import TwinMade
from yorvek.core.parts.twin import OF

Sizes = NDArray[np.float64]
EDGE, PITCH = 1.2, 2.2
"""Diameters of the hole: from its middle to the edge, and to the next one (EN 1993-1-8 table 3.3, from memory)."""
GIVES_MM = 0.05
"""What is this near to the least is enough (ours)."""


def _look(job: Audited) -> Iterator[Flaw]:
    for number, w, g in job.drawn():
        if g.kind == "plate":
            yield from _of_plate(number, w, g, said_in(job.state.job.unit))


def _of_plate(number: int, w: WorkedPart, g: PartGeometry, say: Say) -> Iterator[Flaw]:
    """The nearest to an edge and the nearest pair of each question, so that a row of ten is one line."""
    pairs = zip(g.outline.openings, g.openings_asked, strict=True)
    holes = [(ring, asked) for ring, asked in pairs if is_circle(ring) and _bolted(w, asked)]
    if not holes:
        return
    middles = np.array([middle_of(ring) for ring, _ in holes])
    wide = np.array([span_of(ring) for ring, _ in holes])
    away = shapely.distance(Polygon(ring_points(g.outline.outer)).exterior, shapely.points(middles))
    for asked, k in _least(away, away < EDGE * wide - GIVES_MM, holes):
        least = say(EDGE * wide[k], whole=True, rough=True)
        at = say(float(away[k]), whole=True, rough=True)
        words = f"a hole ⌀{say(float(wide[k]))} stands {at} from the edge: it tears under {least}"
        field = field_of("edge" if asked == "hole" else asked)
        yield Flaw(number, words, f"{least} from the edge or more, or a smaller hole", field)
    # of each pair the later one is the one that is named
    apart = np.hypot(*(middles[:, None] - middles[None]).transpose(2, 0, 1))
    wider = np.maximum(wide[:, None], wide[None])
    before = np.tri(len(holes), k=-1, dtype=bool)
    close = np.where(before & (apart < PITCH * wider - GIVES_MM), apart, np.inf)
    nearest = close.argmin(axis=1)
    pitch = close[np.arange(len(holes)), nearest]
    for asked, k in _least(pitch, np.isfinite(pitch), holes):
        d = float(wider[k, nearest[k]])
        least = say(PITCH * d, whole=True, rough=True)
        at = say(float(pitch[k]), whole=True, rough=True)
        words = f"holes ⌀{say(d)} stand {at} apart, where {least} is the least"
        field = field_of("columns" if asked == "hole" else asked)
        yield Flaw(number, words, f"{least} apart or more, or smaller holes", field)


def _least(size: Sizes, wrong: NDArray[np.bool_], holes: Sequence[tuple[Ring, str]]) -> Iterator[tuple[str, int]]:
    """Of those that are wrong, the worst of each question."""
    worst: dict[str, int] = {}
    for k in map(int, np.flatnonzero(wrong)):
        asked = holes[k][1]
        if asked not in worst or size[k] < size[worst[asked]]:
            worst[asked] = k
    yield from worst.items()


def _bolted(w: WorkedPart, asked: str) -> bool:
    """Holes of features and of the grid of a plate with holes: others are there to be light, or are checked as pins. Of
    a twin those that stand to its edge as they do in the part that it follows are said there.
    """
    if isinstance(w.part, TwinMade) and asked.startswith(OF) and not w.part.like.by_mm:
        return False
    asked = asked.removeprefix(OF)
    return asked.startswith("features.") or (isinstance(w.part.shape, BasePlate) and asked == "hole")


EDGES = AuditRule("edges", "bolt holes too near to an edge or to each other", _look)
