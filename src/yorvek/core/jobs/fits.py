"""The fits of a job, worked out with its parts, its joints and the catalogue."""

from __future__ import annotations

from collections.abc import Iterator, Mapping
from typing import Literal, NamedTuple

from yorvek.core.errors import InputError
from yorvek.core.fits import FitResult, Plays, Slide, play_of, slides
from yorvek.core.fits.played import Hole
from yorvek.core.jobs.cutting import WorkedPart
from yorvek.core.jobs.hardware import BoltItem
from yorvek.core.jobs.joints import plain_joint
from yorvek.core.jobs.spec import BarStockSpec
from yorvek.core.jobs.state import JobState
from yorvek.core.joints.pin import Pinned
from yorvek.core.model import Model
from yorvek.core.outlines.width import is_circle, span_of
from yorvek.core.parts import BarPiece
from yorvek.core.quantities import UnitSystem, length_text
from yorvek.core.quantities.entry import Length
from yorvek.core.sections import catalogue, section


class Named(NamedTuple):
    """What fits of a job may name: round holes of its parts, and its pinned joints."""

    holes: Mapping[str, Hole]
    pins: Mapping[str, Pinned]


def named_in(state: JobState, parts: Mapping[int, WorkedPart]) -> Named:
    """Gathered once for all fits, and for what is offered to them."""
    return Named(_holes_of(parts), dict(_pinned_joints(state)))


def fit_results(state: JobState, there: Named) -> list[FitResult]:
    """Every fit of a job, in its order."""

    def hole(named: str) -> Hole:
        found = there.holes.get(named)
        if found is None:
            mark, _, asked = named.partition("|")
            raise InputError(field="hole", got=f"{mark} {asked}".strip(), needs="a round hole of a part that is there")
        return found

    def joint(mark: str) -> tuple[float, float]:
        found = there.pins.get(mark)
        if found is None:
            raise InputError(field="joint", got=mark, needs="a pinned joint that is there")
        return found.pin_mm, found.bored_mm

    def bolt(size: str, grip_mm: float) -> str:
        return BoltItem(size=size, grip=Length(text=f"{grip_mm:g}", value=grip_mm)).words()

    by = Plays(lambda id: section(state.section_id(id)), hole, joint, bolt, state.job.unit)
    return [play_of(fit, by) for fit in state.job.fits]


class FitOffer(Model):
    """Something that a fit may name, and its words."""

    value: str
    words: str


class FitOffers(Model):
    """Holes of parts and pinned joints that fits of this job may name."""

    holes: list[FitOffer] = []
    joints: list[FitOffer] = []


def fit_offers(there: Named, unit: UnitSystem) -> FitOffers:
    """Every hole, once for each question that states it, and every pinned joint."""

    def offer(name: str, words: str, mm: float) -> FitOffer:
        return FitOffer(value=name, words=f"{words}, ⌀{length_text(mm, unit)}")

    return FitOffers(
        holes=[offer(name, name.partition("|")[0], hole.across_mm) for name, hole in there.holes.items()],
        joints=[offer(name, name, pin.pin_mm) for name, pin in there.pins.items()],
    )


class SlideHere(Slide):
    """A profile that goes over another or into it, whether it is cut in this job, and what of it lies in the rack."""

    in_job: bool
    on_hand: str


def slides_here(state: JobState, of: str, how: Literal["over", "into"]) -> list[SlideHere]:
    """What slides over a profile or into it, of the catalogue; what lies in the rack first.

    Raises:
        InputError: no such profile, or nothing slides there.
    """
    found = slides(section(state.section_id(of), field="of"), catalogue(), how)
    bars = [s.item for s in state.stock.values() if isinstance(s.item, BarStockSpec) and s.item.qty]
    used = {p.shape.section_id for p in state.parts.values() if isinstance(p.shape, BarPiece)}
    here = [
        SlideHere(**s.model_dump(), in_job=s.section_id in used, on_hand=_on_hand(bars, s.section_id)) for s in found
    ]
    return sorted(here, key=lambda s: (s.goes == "corners bind", not s.on_hand, s.nominal_mm))


def _on_hand(bars: list[BarStockSpec], section_id: str) -> str:
    mine = [b for b in bars if b.section_id == section_id]
    return ", ".join(f"{b.qty} × {b.length.text}" for b in mine)


def _pinned_joints(state: JobState) -> Iterator[tuple[str, Pinned]]:
    """Pinned joints by what a fit names them by: a mark; of a structure its mark, and where in it."""
    for free in state.joints.values():
        plain = plain_joint(free.joint) if free.joint is not None else None
        if isinstance(plain, Pinned):
            yield free.mark, plain
    for spec in state.structures.values():
        for at in spec.joints:
            plain = plain_joint(at.joint)
            if isinstance(plain, Pinned):
                yield f"{spec.mark}: {at.at}", plain


def _holes_of(parts: Mapping[int, WorkedPart]) -> dict[str, Hole]:
    """Round holes of parts by what a fit names them by: the part's mark, a bar, and the question that states it. All of
    one question are alike.
    """
    out: dict[str, Hole] = {}
    for number, w in parts.items():
        g = w.geometry
        if g is None:
            continue
        rings = zip(g.outline.openings, g.openings_asked, strict=False)
        faces = ((ring, asked) for f in g.faces for ring, asked in zip(f.openings, f.asked, strict=True))
        for ring, asked in [*rings, *faces]:
            name = f"{w.part.mark}|{asked}"
            if asked and name not in out and is_circle(ring):
                out[name] = Hole(span_of(ring), number, asked)
    return out
