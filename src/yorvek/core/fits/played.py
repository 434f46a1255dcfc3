"""The play of a fit at its least and its most, whether it works, and what would mend it."""

from __future__ import annotations

from collections.abc import Callable
from typing import Literal, NamedTuple

from yorvek.core.errors import InputError
from yorvek.core.fits.slides import corners_apart
from yorvek.core.fits.spec import Fit, FitSide, PinFit, StackFit, StackRow
from yorvek.core.fits.stock import Span, bore, outside
from yorvek.core.model import Model
from yorvek.core.quantities import INCH_MM, UnitSystem
from yorvek.core.sections import Section

RATTLES_MM = 1.5
"""Running play over that rattles (common practice, no source)."""
SHRINKS_MM = 0.75
"""What a sleeve is shrunk by the weld onto what is in it: a shim of 0.030 in is left (common practice, no source)."""
CLOSE_MM = 1e-6
Level = Literal["fits", "care", "stop", "not checked"]


class FitResult(Model):
    """A fit worked out: play across, or what is left of an opening, mm, and of a stack how thick it is.

    Args:
        level, words, mend: whether it works, why not, and what would mend it.
        rows: both sides in words, with where their limits come from.
        thick: of a stack, how thick it is; bolt: the bolt that reaches through.
        part, asked: whose hole it is, and the question that states it.
    """

    name: str
    level: Level
    least_mm: float | None = None
    nominal_mm: float | None = None
    most_mm: float | None = None
    words: str
    mend: str = ""
    rows: list[str] = []
    thick: list[float] = []
    bolt: str = ""
    part: int = 0
    asked: str = ""


class Hole(NamedTuple):
    """A hole of a part: how wide, mm, of which, and the question that states it."""

    across_mm: float
    part: int
    asked: str


class Plays(NamedTuple):
    """What fits are worked out with: profiles by their names, holes of parts, pin and bore of joints, bolts by size and
    grip, mm, and the unit of the words.
    """

    profile: Callable[[str], Section]
    hole: Callable[[str], Hole]
    joint: Callable[[str], tuple[float, float]]
    bolt: Callable[[str, float], str]
    unit: UnitSystem


def play_of(fit: Fit, by: Plays) -> FitResult:
    """A fit worked out; what cannot be is said in its words."""
    try:
        return _pin(fit, by) if isinstance(fit, PinFit) else _stack(fit, by)
    except InputError as error:
        return FitResult(name=fit.name, level="not checked", words=error.sentence)


class _Side(NamedTuple):
    span: Span
    words: str
    hole: Hole | None = None
    section: Section | None = None


def _side(side: FitSide, by: Plays, field: str, *, hollow: bool) -> _Side:
    """One side, of what it is said to be.

    Raises:
        InputError: it is said to be nothing, or more than one thing.
    """
    given = [bool(side.section_id), bool(side.hole), bool(side.joint), side.size is not None]
    if sum(given) != 1:
        needs = "a size, a profile, a hole of a part or a joint of the sizing: one of them"
        raise InputError(field=field, got="nothing" if not any(given) else "more than one", needs=needs)
    off = side.off.value if side.off is not None else None
    if side.section_id:
        s = by.profile(side.section_id)
        span = (bore if hollow else outside)(s, min(s.depth_mm, s.width_mm))
        span = span if off is None else Span.off(span.nominal, off, "as given")
        return _Side(span, f"{side.section_id}, {'bore' if hollow else 'outside'}", section=s)
    if side.hole:
        hole = by.hole(side.hole)
        mark = side.hole.partition("|")[0]
        return _Side(Span.off(hole.across_mm, off or 0.0, "as drawn"), f"hole of {mark}", hole=hole)
    if side.joint:
        pin, bored = by.joint(side.joint)
        span = Span.off(bored if hollow else pin, off or 0.0, "as sized")
        return _Side(span, f"{'bore' if hollow else 'pin'} of {side.joint}")
    assert side.size is not None
    return _Side(Span.off(side.size.value, off or 0.0, "as given"), "as given")


def _pin(fit: PinFit, by: Plays) -> FitResult:
    inner = _side(fit.inner, by, "inner", hollow=False)
    outer = _side(fit.outer, by, "outer", hollow=True)
    play = outer.span.less(inner.span)
    level, words, mend = _bind(inner, outer, play.nominal, by.unit) or _judged(fit, play, inner.span, by.unit)
    hole = outer.hole or inner.hole
    return FitResult(
        name=fit.name, level=level, least_mm=play.least, nominal_mm=play.nominal, most_mm=play.most, words=words,
        mend=mend, rows=[_said("goes in", inner, by.unit), _said("around it", outer, by.unit)],
        part=hole.part if hole else 0, asked=hole.asked if hole else "",
    )  # fmt: skip


def _bind(inner: _Side, outer: _Side, play: float, unit: UnitSystem) -> tuple[Level, str, str] | None:
    """What is wrong where the corners of a square do not go into those of another, whatever its sides do."""
    if inner.section is None or outer.section is None or play < -CLOSE_MM:
        return None
    gap = corners_apart(inner.section, outer.section, play)
    if gap is None or gap >= -CLOSE_MM:
        return None
    over = _text(-gap, unit)
    return "stop", f"its corners bind, {over} too much across them", "round its corners, or one size larger around it"


def _judged(fit: PinFit, play: Span, inner: Span, unit: UnitSystem) -> tuple[Level, str, str]:
    """Whether a pin fits its bore, why not, and what would mend it."""
    tight = _text(-play.least, unit)
    if play.nominal < -CLOSE_MM:
        bored = _text(inner.most + (SHRINKS_MM if fit.moves == "welded" else 0.0), unit)
        return "stop", f"does not go in: {_text(-play.nominal, unit)} too thick", f"a bore of {bored} or more"
    if fit.moves == "welded" and play.least < SHRINKS_MM - CLOSE_MM:
        mend = f"a shim of {_text(SHRINKS_MM, unit)}, or tack it in place, take it off and weld it there"
        return "care", "the weld shrinks it onto what is in it", mend
    if play.least < -CLOSE_MM:
        return "care", f"goes in as drawn, {tight} too thick at worst", "measure both, or ream it"
    if fit.moves == "turns" and play.nominal <= CLOSE_MM:
        return "care", "has no play: it will not turn", "ream it, or a thinner pin"
    if fit.moves == "turns" and play.most > RATTLES_MM + CLOSE_MM:
        return "care", f"rattles: up to {_text(play.most, unit)} of play", "a bush, or a thicker pin"
    if fit.moves == "fixed":
        return "fits", f"{_text(play.least / 2, unit)} either way to align, at least", ""
    return "fits", "goes in and moves" if fit.moves == "turns" else "goes in, and comes off after the weld", ""


def _stack(fit: StackFit, by: Plays) -> FitResult:
    thick = Span.off(
        sum(r.size.value * r.count for r in fit.rows),
        sum(r.off.value * r.count for r in fit.rows if r.off is not None),
        "",
    )
    found = FitResult(
        name=fit.name, level="fits", words=f"{_text(thick.least, by.unit)} to {_text(thick.most, by.unit)} thick",
        thick=[thick.least, thick.nominal, thick.most], rows=[_row(r, by.unit) for r in fit.rows],
        bolt=by.bolt(fit.bolt, thick.most) if fit.bolt else "",
    )  # fmt: skip
    if fit.opening is None:
        return found
    opening = _side(fit.opening, by, "opening", hollow=True)
    play = opening.span.less(thick)
    level, words, mend = _filled(fit, play, by.unit)
    between = {
        "level": level, "words": words, "mend": mend, "rows": [_said("between", opening, by.unit), *found.rows],
        "least_mm": play.least, "nominal_mm": play.nominal, "most_mm": play.most,
    }  # fmt: skip
    return found.model_copy(update=between)


def _row(row: StackRow, unit: UnitSystem) -> str:
    off = f" ± {_text(row.off.value, unit)}" if row.off is not None else ""
    return f"{row.count} × {row.name or 'one'}: {_text(row.size.value, unit)}{off}"


def _filled(fit: StackFit, play: Span, unit: UnitSystem) -> tuple[Level, str, str]:
    """Whether a stack goes into its opening, why not, and what would mend it."""
    if play.nominal < -CLOSE_MM:
        over = _text(-play.nominal, unit)
        return "stop", f"does not go in: {over} too wide", f"{over} less of it, or open it by that"
    if play.least < -CLOSE_MM:
        return (
            "care",
            f"goes in as drawn, {_text(-play.least, unit)} too wide at worst",
            "measure before it is welded",
        )
    if fit.turns and play.nominal <= CLOSE_MM:
        return "care", "has no play: it will not turn", "open it a little, or take a shim out"
    if play.most > RATTLES_MM + CLOSE_MM:
        shims = f"{_text(play.least, unit)} to {_text(play.most, unit)}"
        return "care", f"has up to {_text(play.most, unit)} of play", f"shims of {shims}, as measured"
    return "fits", f"goes in, with {_text(play.least, unit)} to {_text(play.most, unit)} of play", ""


def _said(what: str, side: _Side, unit: UnitSystem) -> str:
    span = side.span
    sizes = [_text(span.least, unit), _text(span.most, unit)]
    reach = sizes[0] if sizes[0] == sizes[1] else f"{sizes[0]} to {sizes[1]}"
    if side.words == span.by:
        return f"{what}: {reach}, {span.by}"
    return f"{what}: {side.words}, {reach}" + (f" ({span.by})" if side.section is not None else "")


def _text(mm: float, unit: UnitSystem) -> str:
    """A play in words: hundredths of a millimetre, thousandths of an inch."""
    return f"{mm / INCH_MM:.3f} in" if unit == "in" else f"{round(mm, 2) + 0.0:g} mm"
