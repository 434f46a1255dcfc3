"""How a weld is called out: its symbol by ISO 2553 (system A) or AWS A2.4, as lines and words in millimetres of paper.

Both standards from memory, without a second source: the symbols of fillets, butt welds and plugs, the two sides of the
arrow, all round, at site, broken runs, the tail.
"""

from __future__ import annotations

import math
from collections.abc import Sequence

from yorvek.core.assemblies.spec import Standard, Weld
from yorvek.core.assemblies.touching import Touch
from yorvek.core.model import Model
from yorvek.core.parts.saying import Say

Point = tuple[float, float]
HIGH = 3.2
"""Of a symbol on paper, mm (ours)."""
TEXT_MM = 2.8
LETTER_MM = 1.6
"""How wide a letter is taken for, mm."""
BUTT = ("V", "square", "bevel")
DASH_BELOW = 1.4
"""Between the reference line of ISO 2553 and its dashed one, mm."""


class Callout(Model):
    """A weld of an assembly.

    Args:
        words: it in words, as the list of welds says it.
        size, run: what stands before and behind its symbol.
        places: how many there are in one assembly; `run_mm`: how long what touches is in all.
    """

    number: int
    marks: list[str]
    kind: str
    sides: str
    all_round: bool
    at_site: bool
    size: str
    run: str
    tail: str
    words: str
    places: int
    run_mm: float


class Stroke(Model):
    """A run of a symbol, mm; dashed where it is."""

    points: list[Point]
    dashed: bool = False
    filled: bool = False


class Word(Model):
    """Words of a symbol, the middle of their height at y; from x on, or up to it."""

    x: float
    y: float
    words: str
    before: bool = False


class Symbol(Model):
    """A symbol about its line, from the left; its width, mm."""

    strokes: list[Stroke]
    words: list[Word]
    width: float


def callout_of(
    number: int, w: Weld, marks: Sequence[str], leg_mm: float | None, found: Sequence[Touch], standard: Standard,
    say: Say,
) -> Callout:  # fmt: skip
    """A weld with what its symbol says."""
    size = "" if leg_mm is None else say(leg_mm)
    if standard == "ISO 2553" and size and w.kind == "fillet":
        size = f"z{size}"
    elif standard == "ISO 2553" and size:
        size = f"s{size}"
    return Callout(
        number=number, marks=list(marks), kind=w.kind, sides=w.sides, all_round=w.all_round, at_site=w.at_site,
        size=size, run=_run(w, found, standard, say), tail=_tail(w, len(found)),
        words=_words(w, marks, leg_mm, say), places=len(found),
        run_mm=sum(t.run_mm for t in found),
    )  # fmt: skip


def _run(w: Weld, found: Sequence[Touch], standard: Standard, say: Say) -> str:
    """How long and how often: ISO counts the pieces and the gap between them, AWS the way from middle to middle."""
    if w.run is None:
        return ""
    run = w.run.value
    if w.pitch is None or w.pitch.value <= run:
        return say(run)
    if standard == "AWS A2.4":
        return f"{say(run)}-{say(w.pitch.value)}"
    along = found[0].run_mm / (2 if w.sides == "both" else 1) if found else 0.0
    pieces = max(1, math.floor((along - run) / w.pitch.value + 1e-9) + 1)
    return f"{pieces}×{say(run)}({say(w.pitch.value - run)})"


def _tail(w: Weld, places: int) -> str:
    often = f"{places}×" if places > 1 else ""
    return " ".join(x for x in (often, w.tail) if x)


def _words(w: Weld, marks: Sequence[str], leg_mm: float | None, say: Say) -> str:
    said = [f"{w.kind} butt weld" if w.kind in BUTT else "plug weld" if w.kind == "plug" else w.kind]
    if leg_mm is not None:
        said.append(f"leg {say(leg_mm, whole=True)}" if w.kind == "fillet" else f"{say(leg_mm, whole=True)} deep")
    elif w.kind != "fillet":
        said.append("through the whole thickness")
    if w.sides == "both":
        said.append("both sides")
    elif w.sides == "other":
        said.append("far side")
    if w.all_round:
        said.append("all round")
    if w.run is not None:
        said.append(f"{say(w.run.value, whole=True)} long")
        if w.pitch is not None:
            said.append(f"every {say(w.pitch.value, whole=True)}")
    if w.at_site:
        said.append("at site")
    if w.tail:
        said.append(w.tail)
    return f"{marks[0]} to {marks[1]}: {', '.join(said)}"


def symbol_of(c: Callout, standard: Standard, *, elbow_right: bool = False) -> Symbol:
    """The symbol of a weld from left to right; its arrow comes to its left end, or to its right one."""
    iso = standard == "ISO 2553"
    tail = 2.4 + len(c.tail) * LETTER_MM if c.tail else 0.0
    start = tail if elbow_right else 0.0
    wide = len(c.size) * LETTER_MM
    begins = start + 3.0 + wide + (1.0 if wide else 0.0)
    ends = begins + 4.0 + (1.0 + len(c.run) * LETTER_MM if c.run else 0.0) + 2.0
    strokes = [Stroke(points=[(start, 0.0), (ends, 0.0)])]
    words: list[Word] = []
    if iso and c.sides != "both":
        strokes.append(Stroke(points=[(start, -DASH_BELOW), (ends, -DASH_BELOW)], dashed=True))
    for sign in _signs(c.sides, iso=iso):
        base = -DASH_BELOW if iso and sign < 0 and c.sides != "both" else 0.0
        strokes += [_mirrored(s, begins, base, sign) for s in _shape(c.kind)]
        level = base + sign * HIGH / 2
        if c.size:
            words.append(Word(x=begins - 0.8, y=level, words=c.size, before=True))
        if c.run:
            words.append(Word(x=begins + 4.8, y=level, words=c.run))
    strokes += _at_elbow(c, ends if elbow_right else start)
    if c.tail:
        end, sign = (start, -1.0) if elbow_right else (ends, 1.0)
        strokes.append(Stroke(points=[(end + 2.0 * sign, 2.0), (end, 0.0), (end + 2.0 * sign, -2.0)]))
        words.append(Word(x=end + 2.4 * sign, y=0.0, words=c.tail, before=elbow_right))
    return Symbol(strokes=strokes, words=words, width=ends if elbow_right else ends + tail)


def _signs(sides: str, *, iso: bool) -> list[float]:
    """Above or below the line: of ISO the arrow's side stands on the full line, of AWS below the only one."""
    if sides == "both":
        return [1.0, -1.0]
    return [1.0 if (sides == "arrow") == iso else -1.0]


def _at_elbow(c: Callout, x: float) -> list[Stroke]:
    """What stands where the arrow comes to the line: a circle for all round, a flag for at site."""
    out = []
    if c.all_round:
        out.append(Stroke(points=[(x + px, py) for px, py in _circle(1.3)]))
    if c.at_site:
        out.append(Stroke(points=[(x, 0.0), (x, 5.0)]))
        out.append(Stroke(points=[(x, 5.0), (x + 2.6, 4.1), (x, 3.2)], filled=True))
    return out


def _mirrored(s: Stroke, x: float, base: float, sign: float) -> Stroke:
    return s.model_copy(update={"points": [(x + px, base + sign * py) for px, py in s.points]})


def _shape(kind: str) -> list[Stroke]:
    """The symbol that stands on a line, from its left end; what is upright stands on its left."""
    h = HIGH
    if kind == "fillet":
        return [Stroke(points=[(0, 0), (0, h), (h, 0)])]
    if kind == "square":
        return [Stroke(points=[(0.9, 0), (0.9, h)]), Stroke(points=[(2.3, 0), (2.3, h)])]
    if kind == "V":
        return [Stroke(points=[(0, h), (h / 2, 0), (h, h)])]
    if kind == "bevel":
        return [Stroke(points=[(0.6, 0), (0.6, h)]), Stroke(points=[(0.6, 0), (h, h)])]
    if kind == "flare bevel":
        bow = [(0.9 + h * (1 - math.cos(a)), h * math.sin(a)) for a in (k * math.pi / 16 for k in range(9))]
        return [Stroke(points=[(0.4, 0), (0.4, h)]), Stroke(points=[(float(x), float(y)) for x, y in bow])]
    return [Stroke(points=[(0, 0), (0, h * 0.7), (h, h * 0.7), (h, 0)])]


def _circle(radius: float) -> list[Point]:
    return [(radius * math.cos(k * math.pi / 12), radius * math.sin(k * math.pi / 12)) for k in range(25)]
