"""Bolt holes too near to an edge or to each other."""

from __future__ import annotations

from collections.abc import Iterator

from shapely import Point, Polygon

from yorvek.core.jobs.audit.kind import Audited, AuditFinding, AuditRule
from yorvek.core.jobs.cutting import WorkedPart
from yorvek.core.outlines import ring_points
from yorvek.core.outlines.width import is_circle, middle_of, span_of
from yorvek.core.parts import PartGeometry
from yorvek.core.parts.saying import Say, said_in

EDGE, PITCH = 1.2, 2.2
"""Diameters of the hole: from its middle to the edge, and to the next one (EN 1993-1-8 table 3.3, from memory)."""
GIVES_MM = 0.05


def _look(job: Audited) -> Iterator[AuditFinding]:
    for number, w, g in job.drawn():
        if g.kind == "plate":
            yield from _of_plate(number, w, g, said_in(job.state.job.unit))


def _of_plate(number: int, w: WorkedPart, g: PartGeometry, say: Say) -> Iterator[AuditFinding]:
    """The nearest to an edge and the nearest pair of each question, so that a row of ten is one line."""
    edge = Polygon(ring_points(g.outline.outer)).exterior
    holes = [
        (middle_of(ring), span_of(ring), asked)
        for ring, asked in zip(g.outline.openings, g.openings_asked, strict=True)
        if is_circle(ring) and _bolted(asked)
    ]
    near: dict[str, tuple[float, float]] = {}
    close: dict[str, tuple[float, float]] = {}
    for k, (middle, d, asked) in enumerate(holes):
        away = edge.distance(Point(middle))
        if away < EDGE * d - GIVES_MM and away < near.get(asked, (away + 1, d))[0]:
            near[asked] = (away, d)
        for other, other_d, _ in holes[:k]:
            wide = max(d, other_d)
            pitch = Point(middle).distance(Point(other))
            if pitch < PITCH * wide - GIVES_MM and pitch < close.get(asked, (pitch + 1, wide))[0]:
                close[asked] = (pitch, wide)
    for asked, (away, d) in near.items():
        least = say(EDGE * d, whole=True, rough=True)
        words = f"a hole ⌀{say(d)} stands {say(away, whole=True, rough=True)} from the edge: it tears under {least}"
        yield _found("edge", number, w, asked, words, f"{least} from the edge or more, or a smaller hole")
    for asked, (pitch, d) in close.items():
        least = say(PITCH * d, whole=True, rough=True)
        words = f"holes ⌀{say(d)} stand {say(pitch, whole=True, rough=True)} apart, where {least} is the least"
        yield _found("pitch", number, w, asked, words, f"{least} apart or more, or smaller holes")


def _bolted(asked: str) -> bool:
    """Holes of features and of the grid of a plate with holes: others are there to be light, or are checked as pins."""
    return asked.startswith("features.") or asked == "hole"


def _found(what: str, number: int, w: WorkedPart, asked: str, words: str, mend: str) -> AuditFinding:
    field = asked if asked.startswith("features") else "shape.edge" if what == "edge" else "shape.columns"
    return AuditFinding(
        key=f"{what}:{w.part.mark}:{asked}", rule="edges", level="stop", mark=w.part.mark, part=number, asked=field,
        words=words, mend=mend,
    )  # fmt: skip


EDGES = AuditRule("edges", "bolt holes too near to an edge or to each other", _look)
