"""With what a plate part is cut, once for times, nests, programs and papers: the way that is chosen for it, or the
job's own table as it is set.
"""

from __future__ import annotations

from collections.abc import Collection

from yorvek.core.errors import InputError
from yorvek.core.jobs.spec import JobSpec
from yorvek.core.materials import material
from yorvek.core.model import Model
from yorvek.core.outlines import Outline
from yorvek.core.outlines.width import narrower
from yorvek.core.parts import PartGeometry
from yorvek.core.workshop.processes import Process, out_of_reach


class Drilled(Model):
    """Openings of one width in a part that its cut cannot make: drilled, or milled where they are not round. Or that
    are worked on by a `tool` once they are there.
    """

    part: str
    name: str = ""
    qty: int
    holes: int
    across_mm: float
    why: str
    tool: str = ""


def own_table(job: JobSpec) -> Process | None:
    """The first free-cutting way that is in the shop, as its table is set; none where all is sent out or straight."""
    found = next((p for p in job.processes if p.there and not p.sent_out and not p.straight_only), None)
    if found is None:
        return None
    set_ = job.machines
    return found.model_copy(
        update={
            "kerf_mm": set_.table_kerf.value,
            "feed_mm_min": set_.table_feed_mm_min or found.feed_mm_min,
            "pierce_s": found.pierce_s if set_.pierce_s is None else set_.pierce_s,
        }
    )


def ways(job: JobSpec) -> list[Process]:
    """Every way of the job, its own table as it is set."""
    own = own_table(job)
    return [own if own is not None and p.name == own.name else p for p in job.processes]


def way_of(job: JobSpec, name: str) -> Process | None:
    """A way by its name, or the job's own table where none is named."""
    return own_table(job) if not name else next((p for p in ways(job) if p.name == name), None)


def named(job: JobSpec, name: str) -> str:
    """The way's name as parts are grouped by it: nothing for the job's own table, however it was chosen."""
    own = own_table(job)
    return "" if own is not None and own.name == name else name


def made_later(way: Process | None, outline: Outline, thickness_mm: float, tapped: Collection[int] = ()) -> list[int]:
    """Numbers of the openings that a way cannot make: too small for it, or `tapped` where its edge is too hard and too
    rough for a thread (common practice, no source).
    """
    if way is None:
        return []
    if way.straight_only:
        return list(range(len(outline.openings)))
    least = way.least_hole(thickness_mm)
    hard = way.edge != "clean"
    return [k for k, ring in enumerate(outline.openings) if (hard and k in tapped) or narrower(ring, least)]


def later_of(g: PartGeometry, way: Process | None) -> list[int]:
    """Numbers of a plate's openings that its way cannot make; a bar has none."""
    return made_later(way, g.outline, g.thickness_mm, g.tapped) if g.thickness_mm is not None else []


def why_later(way: Process, thickness_mm: float, across_mm: float = 0.0) -> str:
    """Why a way leaves openings of a width to be made later."""
    if way.straight_only:
        return f"{way.name} cuts straight through"
    if across_mm >= way.least_hole(thickness_mm):
        return f"a thread wants a drilled hole: the edge of {way.name} is hard"
    return f"{way.name} makes none under {way.least_hole(thickness_mm):g} mm"


def without_later(g: PartGeometry, way: Process | None) -> Outline:
    """A plate's outline with only those openings that its way makes."""
    later = set(later_of(g, way))
    if not later:
        return g.outline
    return Outline(outer=g.outline.outer, openings=[r for k, r in enumerate(g.outline.openings) if k not in later])


def refuse_program(job: JobSpec, name: str, thickness_mm: float, material_id: str) -> None:
    """A program is given out only for a table that stands here and takes the plate.

    Raises:
        InputError: why there is none.
    """
    way = way_of(job, name)
    needs = ""
    if way is None:
        needs = "a table in the shop: none of the ways to cut is a free-cutting one of your own"
    elif way.sent_out:
        needs = "a table in the shop: this is sent out, as drawings"
    elif way.straight_only:
        needs = "a table that cuts freely: this goes by a list of straight cuts"
    elif why := out_of_reach(way, thickness_mm, material(material_id)):
        needs = f"another way to cut it: this one is {why}"
    if needs:
        got = f"{thickness_mm:g} mm {material_id}, {way.name if way else 'no table'}"
        raise InputError(field="program", got=got, needs=needs)
