"""What slides over a profile, or into it."""

from __future__ import annotations

import math
from collections.abc import Iterable
from typing import Literal

from yorvek.core.errors import InputError
from yorvek.core.fits.stock import SEAMED, bore, inner_corner, outside
from yorvek.core.model import Model
from yorvek.core.sections import Section

MOST_PLAY_MM = 8.0
"""More is no fit (ours)."""
HARDLY_MM = 0.05
"""Less as drawn does not slide (ours)."""
MOST_FOUND = 24
SQUARE = ("rhs", "square_bar")
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
    if not of.round and of.shape not in SQUARE:
        raise InputError(field="section_id", got=of.id, needs="a tube, a round or a square")
    if how == "into" and not of.closed:
        raise InputError(field="section_id", got=of.id, needs="a hollow section: nothing goes into this")
    alike = [s for s in among if s.id != of.id and (s.round if of.round else s.shape in SQUARE)]
    every = (_between(*((of, s) if how == "over" else (s, of)), s.id) for s in alike)
    found = [slide for slide in every if slide is not None]
    return sorted(found, key=lambda s: (s.goes == "corners bind", s.nominal_mm))[:MOST_FOUND]


def _between(inner: Section, outer: Section, id: str) -> Slide | None:
    """How one fits the other; None where it does not, or not nearly, or no limits are known."""
    try:
        plays = [bore(outer, b).less(outside(inner, a)) for a, b in zip(_sides(inner), _sides(outer), strict=True)]
    except InputError:
        return None
    play = min(plays, key=lambda p: p.nominal)
    if play.nominal < HARDLY_MM or max(p.nominal for p in plays) > MOST_PLAY_MM:
        return None
    corner = corners_apart(inner, outer, play.nominal)
    seamed = outer.series in SEAMED
    goes: Literal["always", "mostly", "corners bind"] = "always" if play.least >= 0 else "mostly"
    if corner is not None and corner < -BIND_MM:
        goes = "corners bind"
    return Slide(
        section_id=id, least_mm=play.least, nominal_mm=play.nominal, most_mm=play.most, corner_mm=corner,
        seamed=seamed, goes=goes, words=_words(goes, seamed, inner, outer), by=play.by,
    )  # fmt: skip


def _sides(s: Section) -> list[float]:
    """Depth and width, the larger first; of a round one its diameter."""
    return [s.depth_mm] if s.round else sorted((s.depth_mm, s.width_mm), reverse=True)


def corners_apart(inner: Section, outer: Section, play_mm: float) -> float | None:
    """What is left between the corners of two squares, mm; None of what is not square."""
    if outer.shape != "rhs" or inner.shape not in SQUARE:
        return None
    return corner_gap(play_mm, inner.outer_radius_mm, inner_corner(outer))


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
