"""A view of an assembly on paper: what is seen of it to scale, its parts' marks, its welds' symbols."""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import dataclass
from typing import Literal

import numpy as np

from yorvek.core.assemblies.callouts import TEXT_MM, Callout, Point, symbol_of
from yorvek.core.assemblies.placing import Body
from yorvek.core.assemblies.seen import TO_EYE, Seen, ViewName, seen
from yorvek.core.assemblies.solids import Floats
from yorvek.core.assemblies.spec import OnSide, Standard
from yorvek.core.assemblies.worked import AssemblyResult, Ready, Standing, standing, touching_of
from yorvek.core.model import Model
from yorvek.core.parts.saying import Say, said_in

VIEWS: dict[ViewName, str] = {
    "front": "from the front", "right": "from the right", "above": "from above", "space": "in space",
}  # fmt: skip
SCALES = (1.0, 2.0, 2.5, 5.0, 10.0, 15.0, 20.0, 25.0, 50.0, 75.0, 100.0, 150.0, 200.0, 250.0, 500.0, 1000.0)
"""One to so many."""
BESIDE_MM, LINE_MM, WELD_LINE_MM = 34.0, 5.5, 10.0
"""Room beside a view for marks and symbols, and how high a line of them is (ours)."""
APART_MM = 30.0
"""How far what is drawn apart is moved beside its own size (ours)."""
Layer = Literal["BODY", "MARK", "WELD"]


class DrawnLine(Model):
    """A line on paper, mm; of which row of the assembly where it is of one."""

    points: list[Point]
    layer: Layer
    row: int = -1
    dashed: bool = False
    filled: bool = False


class DrawnWords(Model):
    """Words on paper, mm, the middle of their height at y; where on them x is."""

    x: float
    y: float
    words: str
    layer: Layer
    row: int = -1
    anchor: Literal["start", "middle", "end"] = "start"


class AssemblyView(Model):
    """A view on paper, mm, x to the right and y up; one to `scale`."""

    view: ViewName
    words: str
    width_mm: float
    height_mm: float
    scale: float
    lines: list[DrawnLine]
    texts: list[DrawnWords]


@dataclass(frozen=True)
class _Beside:
    """What stands beside a view: where it points, how much room it takes, and what it is."""

    at: Point
    row: int
    words: str = ""
    weld: Callout | None = None

    @property
    def high(self) -> float:
        return LINE_MM if self.weld is None else WELD_LINE_MM


@dataclass(frozen=True)
class _Paper:
    """Where places of a view come to on paper: one to a scale, from a base, about its middle."""

    scale: float
    base: Floats
    middle: float

    def at(self, p: Floats) -> Point:
        x, y = p / self.scale + self.base
        return float(x), float(y)

    def outermost(self, places: Floats) -> Point:
        """Of [n, 2] places the one that is furthest to a side."""
        across = places[:, 0] / self.scale + self.base[0]
        return self.at(places[int(np.argmax(np.abs(across - self.middle)))])


def view_of(
    ready: Ready, result: AssemblyResult, view: ViewName, room: tuple[float, float], *, apart: bool = False,
    step: int | None = None,
) -> AssemblyView:  # fmt: skip
    """A view of an assembly.

    Args:
        ready, result: it, and it worked out.
        view: from where.
        room: how wide and how high it may be on paper, mm.
        apart: its parts are drawn moved away from what they stand on.
        step: only what stands there once that step is done.
    """
    there = standing(ready)
    shown = [k for k, b in enumerate(there.bodies) if step is None or ready.spec.placed[b.row].step <= step]
    bodies = [there.bodies[k] for k in shown]
    words = VIEWS[view] + (", drawn apart" if apart else "") + (f", after step {step}" if step is not None else "")
    width, height = room
    if not bodies:
        return AssemblyView(view=view, words=words, width_mm=width, height_mm=height, scale=1.0, lines=[], texts=[])
    moved = _apart(ready, bodies) if apart else None
    found = seen(bodies, view, moved)
    low, high = found.lines.reshape(-1, 2).min(axis=0), found.lines.reshape(-1, 2).max(axis=0)
    inner = (width - 2 * BESIDE_MM, height - 20.0)
    scale = _scale(high - low, inner)
    paper = _Paper(scale, np.array([width / 2, height / 2]) - (low + high) / 2 / scale, width / 2)
    lines = [
        DrawnLine(points=[paper.at(a), paper.at(b)], layer="BODY", row=bodies[k].row)
        for (a, b), k in zip(found.lines, found.body.tolist(), strict=True)
    ]
    beside = _marks(ready, bodies, found, paper)
    if not apart:
        beside += _welds(ready, there, result, shown, view, paper)
    texts: list[DrawnWords] = []
    half = (high - low) / 2 / scale
    if view != "space":
        _measured(paper, (low, high), said_in(ready.unit), lines, texts)
    for side in (-1.0, 1.0):
        mine = [x for x in beside if (x.at[0] > width / 2) == (side > 0)]
        edge = width / 2 + side * (float(half[0]) + (6.0 if view == "space" else 9.0))
        for one, y in zip(mine, _spread(mine, height), strict=True):
            _set(one, (edge, y), side, result.standard, lines, texts)
    return AssemblyView(view=view, words=words, width_mm=width, height_mm=height, scale=scale, lines=lines, texts=texts)


def _scale(size: Floats, inner: tuple[float, float]) -> float:
    least = max(float(size[0]) / inner[0], float(size[1]) / inner[1])
    return next((s for s in SCALES if s >= least), least)


def _apart(ready: Ready, bodies: Sequence[Body]) -> list[Floats]:
    """How far each body is moved: away from what it stands against and with it, what stands by itself from the
    middle.
    """
    rows = {b.row: b for b in reversed(bodies)}
    numbers = {p.name: k for k, p in enumerate(ready.spec.placed)}
    middle = np.mean([_middle(b) for b in bodies], axis=0)
    made: dict[int, Floats] = {}

    def moved(k: int) -> Floats:
        if k not in made:
            body, stands = rows[k], ready.spec.placed[k].stands
            away = _middle(body) - middle
            base = np.zeros(3)
            if isinstance(stands, OnSide) and numbers.get(stands.onto, k) in rows:
                under = rows[numbers[stands.onto]]
                base = moved(under.row)
                away = _middle(body) - _nearest(under, _middle(body))
            size = float(np.linalg.norm(away))
            reach = APART_MM + 0.5 * float(np.sort(body.solid.size)[1])
            made[k] = base + (away / size * reach if size > 1e-6 else np.zeros(3))
        return made[k]

    return [moved(b.row) for b in bodies]


def _middle(b: Body) -> Floats:
    middle: Floats = b.frame.points(b.solid.size[None, :] / 2)[0]
    return middle


def _nearest(b: Body, point: Floats) -> Floats:
    """The place of a body's block that is nearest to a point."""
    own = np.clip(b.frame.own(point[None, :]), 0.0, b.solid.size)
    found: Floats = b.frame.points(own)[0]
    return found


def _marks(ready: Ready, bodies: Sequence[Body], found: Seen, paper: _Paper) -> list[_Beside]:
    """Every part's mark once, at what is seen of it nearest to one of the view's sides."""
    lines: dict[int, list[Floats]] = {}
    count: dict[int, int] = {}
    row: dict[int, int] = {}
    for k, b in enumerate(bodies):
        number = ready.spec.placed[b.row].part_id
        count[number] = count.get(number, 0) + 1
        row.setdefault(number, b.row)
        lines.setdefault(number, []).append(found.lines[found.body == k])
    out: list[_Beside] = []
    for number, each in lines.items():
        mine = np.concatenate(each)
        if len(mine):
            lengths = np.hypot(*(mine[:, 1] - mine[:, 0]).T)
            # of the long ones: a short one may be a corner that says little
            middles = mine[lengths >= np.median(lengths)].mean(axis=1)
            often = f"{count[number]}× " if count[number] > 1 else ""
            out.append(_Beside(paper.outermost(middles), row[number], often + ready.parts[number][0].mark))
    return out


def _welds(
    ready: Ready, there: Standing, result: AssemblyResult, shown: Sequence[int], view: ViewName, paper: _Paper
) -> list[_Beside]:
    """The symbol of every weld, at the outermost of its places whose two parts stand there."""
    out = []
    for c in result.welds:
        touching = touching_of(ready.spec, there, ready.spec.welds[c.number])
        at = [(TO_EYE[view] @ t.at)[:2] for t in touching if t.a in shown and t.b in shown]
        if at:
            out.append(_Beside(paper.outermost(np.array(at)), -1, weld=c))
    return out


def _spread(mine: list[_Beside], height: float) -> list[float]:
    """Heights for what stands beside a view on one side, in the order of where it points, none over another."""
    mine.sort(key=lambda x: -x.at[1])
    room = sum(x.high for x in mine)
    squeeze = min(1.0, (height - 6.0) / room) if room else 1.0
    out: list[float] = []
    low = height - 3.0
    for k, one in enumerate(mine):
        after = sum(x.high for x in mine[k:]) * squeeze
        at = min(low - one.high * squeeze / 2, max(one.at[1], after - one.high * squeeze / 2 + 3.0))
        out.append(at)
        low = at - one.high * squeeze / 2
    return out


def _set(
    one: _Beside, elbow: Point, side: float, standard: Standard, lines: list[DrawnLine], texts: list[DrawnWords]
) -> None:
    """A mark or a symbol beside the view, and the line to where it points."""
    layer: Layer = "MARK" if one.weld is None else "WELD"
    lines.append(DrawnLine(points=[one.at, elbow], layer=layer, row=one.row))
    lines.append(DrawnLine(points=_tip(one.at, elbow), layer=layer, row=one.row, filled=True))
    x, y = elbow
    if one.weld is None:
        anchor: Literal["start", "end"] = "start" if side > 0 else "end"
        texts.append(DrawnWords(x=x + side, y=y, words=one.words, layer=layer, row=one.row, anchor=anchor))
        return
    symbol = symbol_of(one.weld, standard, elbow_right=side < 0)
    left = x if side > 0 else x - symbol.width
    for s in symbol.strokes:
        points = [(left + px, y + py) for px, py in s.points]
        lines.append(DrawnLine(points=points, layer=layer, dashed=s.dashed, filled=s.filled))
    for w in symbol.words:
        anchored: Literal["start", "end"] = "end" if w.before else "start"
        texts.append(DrawnWords(x=left + w.x, y=y + w.y, words=w.words, layer=layer, anchor=anchored))


def _measured(
    paper: _Paper, ends: tuple[Floats, Floats], say: Say, lines: list[DrawnLine], texts: list[DrawnWords]
) -> None:
    """How far a view reaches across, below it, and up, on its left with the figure at the foot."""
    (x0, y0), (x1, y1) = paper.at(ends[0]), paper.at(ends[1])
    size = ends[1] - ends[0]
    below, left = y0 - 5.0, x0 - 3.0
    for a, b, along in (((x0, below), (x1, below), 0), ((left, y0), (left, y1), 1)):
        lines.append(DrawnLine(points=[a, b], layer="MARK"))
        lines += [DrawnLine(points=_tip(p, q), layer="MARK", filled=True) for p, q in ((a, b), (b, a))]
        words = say(float(size[along]), rough=True)
        x, y = (a[0] + b[0]) / 2, (a[1] + b[1]) / 2
        if along:
            texts.append(DrawnWords(x=x, y=y0 - 2.4, words=words, layer="MARK", anchor="middle"))
        else:
            texts.append(DrawnWords(x=x, y=y - 2.2, words=words, layer="MARK", anchor="middle"))


def _tip(at: Point, come: Point) -> list[Point]:
    """The head of an arrow."""
    way = np.array(come) - np.array(at)
    size = float(np.hypot(*way))
    if size < 1e-6:
        return [at, at]
    along, across = way / size * TEXT_MM * 0.7, np.array([-way[1], way[0]]) / size * 0.6
    a, b = np.array(at) + along + across, np.array(at) + along - across
    return [(float(a[0]), float(a[1])), at, (float(b[0]), float(b[1]))]
