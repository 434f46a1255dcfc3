"""Closed tubes that are welded up and go to the zinc bath without a hole at each end."""

from __future__ import annotations

from collections.abc import Iterator

from yorvek.core.jobs.audit.kind import Audited, AuditRule, Flaw
from yorvek.core.outlines.width import middle_of, span_of
from yorvek.core.parts import PartGeometry
from yorvek.core.parts.saying import said_in
from yorvek.core.sections import Section, section

LEAST_MM, SHARE = 10.0, 0.25
"""A vent is at least so wide, and that share of the tube (common practice, no source; the galvaniser says)."""
REACH_DEPTHS = 1.5
"""How far from its end it still drains it, in depths of the tube (ours)."""


def _look(job: Audited) -> Iterator[Flaw]:
    if job.state.job.finish != "galvanised" or not job.state.job.welded:
        return
    say = said_in(job.state.job.unit)
    for number, w, g in job.drawn():
        if g.kind != "bar" or not g.length_mm or w.part.jig is not None:
            continue
        s = section(str(g.section_id))
        least = max(LEAST_MM, SHARE * min(s.depth_mm, s.width_mm))
        shut = [end for end in ("left", "right") if not _vented(g, s, least, end)]
        if shut and (s.closed or s.cells):
            ends = "both ends" if len(shut) == 2 else f"its {shut[0]} end"
            words = f"a closed tube goes to the zinc bath with no vent at {ends}: it bursts"
            mend = f"a hole ⌀{say(least, whole=True, rough=True)} or more near {ends}, or say that it stands open"
            yield Flaw(number, words, mend, "features")


def _vented(g: PartGeometry, s: Section, least: float, end: str) -> bool:
    """Whether an opening lets air and zinc out near an end."""
    long, reach = g.length_mm or 0.0, REACH_DEPTHS * max(s.depth_mm, s.width_mm)
    rings = [ring for face in g.faces for ring in face.openings if span_of(ring) >= least - 0.05]
    away = [middle_of(ring)[0] if end == "left" else long - middle_of(ring)[0] for ring in rings]
    return any(x <= reach for x in away)


VENTS = AuditRule("vents", "closed tubes without a vent in the zinc bath", _look)
