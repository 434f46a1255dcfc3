"""What slides over a profile, or into it."""

from __future__ import annotations

import math
from collections.abc import Iterable
from typing import Literal

from yorvek.core.errors import InputError
from yorvek.core.fits.stock import SEAMED, Span, bore, inner_corner, outside
from yorvek.core.model import Model
from yorvek.core.sections import Section

MOST_PLAY_MM = 8.0
"""More is no fit (ours)."""
HARDLY_MM = 0.05
"""Less as drawn does not slide (ours)."""
MOST_FOUND = 24
ROUND, SQUARE = ("chs", "round_bar"), ("rhs", "square_bar")
HOLLOW = ("chs", "rhs")
BIND_MM = 1e-6


class Slide(Model):
    """A profile that goes over another or into it: play across, mm, at its least, as drawn and at its most.

    Args:
        corner_mm: what is left between the corners, as drawn; nothing of round ones.
        seamed: the outer one may have a weld bead inside.
        words: whether it goes.
    """

    section_id: str
    least_mm: float
    nominal_mm: float
    most_mm: float
    corner_mm: float | None
    seamed: bool
    goes: Literal["always", "mostly", "corners bind"]
    words: str
    by: str


def slides(of: Section, among: Iterable[Section], how: Literal["over", "into"]) -> list[Slide]:
    """Profiles that go over one or into it, the closest first; of those that no limits are known of, none.

    Raises:
        InputError: what is neither round nor square, or what nothing goes into.
    """
    if of.shape not in (*ROUND, *SQUARE):
        raise InputError(field="section_id", got=of.id, needs="a tube, a round or a square")
    if how == "into" and of.shape not in HOLLOW:
        raise InputError(field="section_id", got=of.id, needs="a hollow section: nothing goes into this")
    family = ROUND if of.shape in ROUND else SQUARE
    found = []
    for other in among:
        if other.id == of.id or other.shape not in family:
            continue
        inner, outer = (of, other) if how == "over" else (other, of)
        if outer.shape not in HOLLOW:
            continue
        slide = _between(inner, outer, other.id)
        if slide is not None:
            found.append(slide)
    return sorted(found, key=lambda s: (s.goes == "corners bind", s.nominal_mm))[:MOST_FOUND]


def _between(inner: Section, outer: Section, id: str) -> Slide | None:
    """How one fits the other; None where it does not, or not nearly, or no limits are known."""
    try:
        pairs = [
            (outside(inner, a), bore(outer, b))
            for a, b in zip(_sides(inner), _sides(outer), strict=True)
        ]  # fmt: skip
    except InputError:
        return None
    play, by = _play(pairs)
    if play.nominal < HARDLY_MM or any(b.nominal - a.nominal > MOST_PLAY_MM for a, b in pairs):
        return None
    corner = corner_gap(play.nominal, inner.outer_radius_mm, inner_corner(outer)) if outer.shape == "rhs" else None
    seamed = outer.series in SEAMED
    goes: Literal["always", "mostly", "corners bind"] = "always" if play.least >= 0 else "mostly"
    if corner is not None and corner < -BIND_MM:
        goes = "corners bind"
    return Slide(
        section_id=id, least_mm=play.least, nominal_mm=play.nominal, most_mm=play.most, corner_mm=corner,
        seamed=seamed, goes=goes, words=_words(goes, seamed, inner, outer), by=by,
    )  # fmt: skip


def _sides(s: Section) -> list[float]:
    """Depth and width, the larger first; of a round one its diameter."""
    return [s.depth_mm] if s.shape in ROUND else sorted((s.depth_mm, s.width_mm), reverse=True)


def _play(pairs: list[tuple[Span, Span]]) -> tuple[Span, str]:
    """The closest of the sides, and by which standards."""
    spans = [
        Span(b.least - a.most, b.nominal - a.nominal, b.most - a.least, f"{a.by}; {b.by}" if a.by != b.by else a.by)
        for a, b in pairs
    ]
    closest = min(spans, key=lambda s: s.nominal)
    return closest, closest.by


def corner_gap(play_mm: float, outer_radius_mm: float, inner_radius_mm: float) -> float:
    """Between the corners of a square in a square, across them, mm: each stands by its radius inside of where its sides
    would meet, and half the play lies on either side.
    """
    return play_mm / math.sqrt(2) + (math.sqrt(2) - 1) * (outer_radius_mm - inner_radius_mm)


def _words(goes: str, seamed: bool, inner: Section, outer: Section) -> str:
    if goes == "corners bind":
        return f"its corners bind: R{inner.outer_radius_mm:.1f} in R{inner_corner(outer):.1f}"
    said = "goes" if goes == "always" else "goes as drawn, not always: try it"
    return f"{said}; mind the seam" if seamed else said
