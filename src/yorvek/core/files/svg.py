"""SVG in: paths, shapes and their transforms as lines and arcs, mm, y turned up. Units from width and viewBox, or
asked.
"""

from __future__ import annotations

import math
import re
from collections.abc import Iterator
from dataclasses import dataclass, field
from itertools import pairwise
from xml.etree import ElementTree

import numpy as np
from numpy.typing import NDArray

from yorvek.core.errors import InputError
from yorvek.core.files.drawn import CURVE_MM, HIDDEN, MOST_SEGMENTS, Budget, Drawn
from yorvek.core.files.svg_style import Rule, Style, is_gone, is_unseen, rules_of, style_of
from yorvek.core.files.svg_view import NUMBER, figure, scale_of, within
from yorvek.core.outlines.arcs import fitted
from yorvek.core.outlines.outline import Point
from yorvek.core.outlines.segments import Segment

Floats = NDArray[np.float64]
Run = list[Point] | Floats
FEWEST, MOST_STEPS = 8, 4000
"""Chords of a curve."""
MOST_ELEMENTS = 60_000
LONGEST_TRANSFORM = 4000
MOST_DEPTH = 60
COMMAND = re.compile(r"([MmLlHhVvCcSsQqTtAaZz])|(" + NUMBER.pattern + ")")
DRAWN = {"path", "rect", "circle", "ellipse", "line", "polyline", "polygon"}
NOT_DRAWN = {"defs", "symbol", "clipPath", "mask", "marker", "pattern", "linearGradient", "radialGradient", "filter"}
GROUPS = {"g", "a", "switch", "svg"}
SAID = {"text", "image"}
"""What is not cut, and said."""
COUNTS = {"M": 2, "L": 2, "H": 1, "V": 1, "C": 6, "S": 4, "Q": 4, "T": 2, "A": 7, "Z": 0}


def svg_drawn(data: bytes, unit: str | None) -> Drawn:
    """What an SVG draws, in mm, y turned up.

    Raises:
        InputError: it cannot be read, or does not say its unit.
    """
    root = _root(data)
    along, down, said = scale_of(root, unit)
    ids = {id: e for e in root.iter() if (id := e.get("id"))}
    walk = Walk(Drawn(said), ids, rules_of(root))
    base = np.array([[along, 0.0, 0.0], [0.0, -down, 0.0], [0.0, 0.0, 1.0]])
    out = walk.drawn
    try:
        for element, matrix, layer in _flat(root, base, "0", 0, walk, style_of(root, "svg", walk.rules, {})):
            shape: list[Segment] = []
            for run, curved in _runs(element, _close(matrix)):
                shape += _mapped(run, curved, matrix, layer)
                if len(out.segments) + len(shape) > MOST_SEGMENTS:
                    raise InputError(field="drawing", got=f"over {MOST_SEGMENTS} lines", needs="a simpler drawing")
            out.add(shape)
    except InputError:
        raise
    except (ValueError, OverflowError, ZeroDivisionError, IndexError) as error:
        raise InputError(field="drawing", got=str(error)[:60], needs="numbers that can be read in every path") from None
    return out


def _root(data: bytes) -> ElementTree.Element:
    kind = re.search(rb"<!DOCTYPE[^>\[]*([>\[])", data)
    if b"<!ENTITY" in data or (kind and kind[1] == b"["):
        raise InputError(field="drawing", got="entities", needs="an SVG without a document type of its own")
    try:
        root = ElementTree.fromstring(data)
    except (ElementTree.ParseError, ValueError, LookupError) as error:
        raise InputError(field="drawing", got=str(error)[:60], needs="a sound SVG file") from None
    if _plain(root.tag) != "svg":
        raise InputError(field="drawing", got=_plain(root.tag), needs="an SVG file")
    return root


@dataclass
class Walk:
    """A drawing while it is walked through: what has a name in it, its rules, and how much may be looked at."""

    drawn: Drawn
    ids: dict[str, ElementTree.Element]
    rules: list[Rule]
    budget: Budget = field(default_factory=lambda: Budget(MOST_ELEMENTS))

    def leave_hidden(self, element: ElementTree.Element) -> None:
        """Count what would be drawn of it."""
        for e in element.iter():
            if _plain(e.tag) in (*DRAWN, *SAID):
                self.drawn.leave(f"{_plain(e.tag)}, {HIDDEN}")


def _close(matrix: Floats) -> float:
    """How far points may lie apart from a curve, in the units of a shape."""
    larger = float(np.sqrt(np.abs(matrix[:2, :2] @ matrix[:2, :2].T).sum()))
    return CURVE_MM / 8 / max(larger, 1e-9)


def _plain(tag: object) -> str:
    return str(tag).rpartition("}")[2]


Placed = tuple[ElementTree.Element, Floats, str]


def _flat(
    element: ElementTree.Element, matrix: Floats, layer: str, depth: int, walk: Walk, above: Style
) -> Iterator[Placed]:
    for child in element:
        yield from _one(child, matrix, layer, depth, walk, above)


def _one(
    child: ElementTree.Element, matrix: Floats, layer: str, depth: int, walk: Walk, above: Style
) -> Iterator[Placed]:
    """The shapes of an element, each with its place; what is not seen is counted and left out."""
    if depth > MOST_DEPTH:
        raise InputError(field="drawing", got="groups", needs=f"groups in groups no deeper than {MOST_DEPTH}")
    walk.budget.spend()
    kind = _plain(child.tag)
    if kind in NOT_DRAWN:
        return
    style = style_of(child, kind, walk.rules, above)
    if is_gone(style):
        walk.leave_hidden(child)
        return
    if child.get("clip-path") or "clip-path" in child.get("style", ""):
        walk.drawn.leave("clip path that is not followed")
    own = matrix @ _transform(child.get("transform", ""))
    if kind in GROUPS:
        if kind == "svg":
            own = own @ _moved(figure(child, "x"), figure(child, "y")) @ within(child, None, None)
        yield from _flat(child, own, child.get("id") or layer, depth + 1, walk, style)
    elif kind == "use":
        yield from _used(child, own, layer, depth, walk, style)
    elif kind in SAID or (kind in DRAWN and is_unseen(style)):
        walk.drawn.leave(kind if kind in SAID else f"{kind}, {HIDDEN}")
    elif kind in DRAWN:
        yield child, own, layer


def _used(
    child: ElementTree.Element, own: Floats, layer: str, depth: int, walk: Walk, style: Style
) -> Iterator[Placed]:
    """What is drawn elsewhere and used here."""
    name = next((v for k, v in child.items() if _plain(k) == "href"), "")
    target = walk.ids.get(name.lstrip("#")) if name.startswith("#") else None
    if target is None:
        walk.drawn.leave("use of what is not in the drawing")
        return
    place = own @ _moved(figure(child, "x"), figure(child, "y"))
    if _plain(target.tag) in ("symbol", "svg"):
        inner = style_of(target, _plain(target.tag), walk.rules, style)
        if is_gone(inner):
            return
        lies = within(target, figure(child, "width") or None, figure(child, "height") or None)
        yield from _flat(target, place @ lies, layer, depth + 1, walk, inner)
    else:
        yield from _one(target, place, layer, depth + 1, walk, style)


def _moved(x: float, y: float) -> Floats:
    out = np.eye(3)
    out[:2, 2] = [x, y]
    return out


def _transform(text: str) -> Floats:
    if len(text) > LONGEST_TRANSFORM:
        needs = f"a transform of at most {LONGEST_TRANSFORM} characters"
        raise InputError(field="drawing", got=f"{len(text)} characters", needs=needs)
    out = np.eye(3)
    for name, body in re.findall(r"(\w+)\s*\(([^)]*)\)", text):
        v = [float(x) for x in NUMBER.findall(body)]
        m = np.eye(3)
        if name == "matrix" and len(v) == 6:
            m[:2, :] = [[v[0], v[2], v[4]], [v[1], v[3], v[5]]]
        elif name == "translate" and v:
            m[:2, 2] = [v[0], v[1] if len(v) > 1 else 0.0]
        elif name == "scale" and v:
            m[0, 0], m[1, 1] = v[0], v[1] if len(v) > 1 else v[0]
        elif name == "rotate" and v:
            c, s = math.cos(math.radians(v[0])), math.sin(math.radians(v[0]))
            m[:2, :2] = [[c, -s], [s, c]]
            if len(v) == 3:
                p = np.array(v[1:])
                m[:2, 2] = p - m[:2, :2] @ p
        elif name == "skewX" and v:
            m[0, 1] = math.tan(math.radians(v[0]))
        elif name == "skewY" and v:
            m[1, 0] = math.tan(math.radians(v[0]))
        else:
            raise InputError(field="drawing", got=f"{name}({body})", needs="a transform that SVG knows")
        out = out @ m
    return out


def _mapped(run: Run, curved: bool, matrix: Floats, layer: str) -> list[Segment]:
    """A run of points in mm; a curved one becomes arcs."""
    places = np.asarray(run, dtype=np.float64) @ matrix[:2, :2].T + matrix[:2, 2]
    if curved:
        return [Segment(a, b, bulge, layer) for a, b, bulge in fitted(places, CURVE_MM)]
    points = [(x, y) for x, y in places.tolist()]
    return [Segment(a, b, 0.0, layer) for a, b in pairwise(points) if math.dist(a, b) > 1e-9]


def _runs(e: ElementTree.Element, close: float) -> Iterator[tuple[Run, bool]]:
    """Straight runs and curved runs of a shape, in its own units; points of a curve lie so close to it."""
    kind = _plain(e.tag)

    def f(name: str, usual: float = 0.0) -> float:
        return figure(e, name, usual)

    if kind == "path":
        yield from _path(e.get("d", ""), close)
    elif kind == "line":
        yield [(f("x1"), f("y1")), (f("x2"), f("y2"))], False
    elif kind in ("polyline", "polygon"):
        v = [float(x) for x in NUMBER.findall(e.get("points", ""))]
        points = list(zip(v[::2], v[1::2], strict=False))
        if len(points) > 1:
            yield points + (points[:1] if kind == "polygon" else []), False
    elif kind in ("circle", "ellipse"):
        rx, ry = (f("r"), f("r")) if kind == "circle" else (f("rx"), f("ry"))
        if rx > 0 and ry > 0:
            yield from _ellipse(f("cx"), f("cy"), rx, ry, 0.0, 2 * math.pi, close)
    else:
        yield from _rect(f("x"), f("y"), f("width"), f("height"), f("rx", f("ry")), f("ry", f("rx")), close)


def _ellipse(
    cx: float, cy: float, rx: float, ry: float, start: float, sweep: float, close: float
) -> Iterator[tuple[Run, bool]]:
    count = _steps(max(rx, ry), sweep, close)
    yield [
        (cx + rx * math.cos(start + sweep * k / count), cy + ry * math.sin(start + sweep * k / count))
        for k in range(count + 1)
    ], True  # fmt: skip


def _rect(x: float, y: float, w: float, h: float, rx: float, ry: float, close: float) -> Iterator[tuple[Run, bool]]:
    if w <= 0 or h <= 0:
        return
    rx, ry = min(rx, w / 2), min(ry, h / 2)
    if rx <= 0 or ry <= 0:
        yield [(x, y), (x + w, y), (x + w, y + h), (x, y + h), (x, y)], False
        return
    yield [(x + rx, y), (x + w - rx, y)], False
    yield from _ellipse(x + w - rx, y + ry, rx, ry, -math.pi / 2, math.pi / 2, close)
    yield [(x + w, y + ry), (x + w, y + h - ry)], False
    yield from _ellipse(x + w - rx, y + h - ry, rx, ry, 0.0, math.pi / 2, close)
    yield [(x + w - rx, y + h), (x + rx, y + h)], False
    yield from _ellipse(x + rx, y + h - ry, rx, ry, math.pi / 2, math.pi / 2, close)
    yield [(x, y + h - ry), (x, y + ry)], False
    yield from _ellipse(x + rx, y + ry, rx, ry, math.pi, math.pi / 2, close)


def _path(d: str, close: float) -> Iterator[tuple[Run, bool]]:
    """Runs of a path's data."""
    tokens = [m[0] for m in COMMAND.finditer(d)]
    here, begun, control, before = (0.0, 0.0), (0.0, 0.0), (0.0, 0.0), ""
    k, command = 0, ""
    while k < len(tokens):
        if tokens[k].isalpha():
            command = tokens[k]
            k += 1
        elif command in ("", "Z", "z"):
            raise ValueError(f"a number without a command: {tokens[k]}")
        upper, relative = command.upper(), command.islower()
        if upper == "A":
            v, k = _arc_figures(tokens, k)
        else:
            n = COUNTS[upper]
            v = [float(t) for t in tokens[k : k + n]]
            if len(v) < n:
                raise ValueError(f"{command} lacks numbers")
            k += n
        ox, oy = here if relative else (0.0, 0.0)
        if upper == "M":
            here = begun = (v[0] + ox, v[1] + oy)
            command = "l" if relative else "L"
        elif upper in ("L", "H", "V"):
            x = v[0] + ox if upper in ("L", "H") else here[0]
            y = v[-1] + oy if upper in ("L", "V") else here[1]
            yield [here, (x, y)], False
            here = (x, y)
        elif upper == "Z":
            yield [here, begun], False
            here = begun
        elif upper in ("C", "S", "Q", "T"):
            p = [(v[i] + ox, v[i + 1] + oy) for i in range(0, len(v), 2)]
            cubic = upper in ("C", "S")
            if upper in ("S", "T"):
                same = before in (("C", "S") if cubic else ("Q", "T"))
                p.insert(0, (2 * here[0] - control[0], 2 * here[1] - control[1]) if same else here)
            yield _bezier([here, *p], close), True
            control, here = p[-2], p[-1]
        else:
            end = (v[5] + ox, v[6] + oy)
            yield from _svg_arc(here, v, end, close)
            here = end
        before = upper


def _arc_figures(tokens: list[str], k: int) -> tuple[list[float], int]:
    """Seven figures of an arc; its two flags may be written without a space between them and what follows."""
    v: list[float] = []
    rest = ""
    while len(v) < 7:
        if not rest:
            if k >= len(tokens) or tokens[k].isalpha():
                raise ValueError("A lacks numbers")
            rest = tokens[k]
            k += 1
        if len(v) in (3, 4) and rest[0] in "01":
            v.append(float(rest[0]))
            rest = rest[1:]
        else:
            v.append(float(rest))
            rest = ""
    return v, k


def _steps(radius: float, sweep: float, close: float) -> int:
    """Chords of an arc that stay so close to it."""
    half = math.acos(max(1 - close / radius, 0.0)) if radius > close else math.pi / 2
    return min(max(FEWEST, math.ceil(abs(sweep) / (2 * half))), MOST_STEPS)


def _bezier(p: list[Point], close: float) -> Floats:
    """Points of a curve of degree 2 or 3: chords stay within an eighth of its greatest second derivative times the
    square of the step.
    """
    points = np.array(p)
    n = len(p) - 1
    bend = n * (n - 1) * float(np.hypot(*np.diff(points, n=2, axis=0).T).max())
    count = min(max(FEWEST, math.ceil(math.sqrt(bend / (8 * close)))), MOST_STEPS)
    t = np.linspace(0, 1, count + 1)[:, None]
    level = [np.broadcast_to(q, (count + 1, 2)) for q in points]
    while len(level) > 1:
        level = [a * (1 - t) + b * t for a, b in pairwise(level)]
    return np.asarray(level[0])


def _svg_arc(a: Point, v: list[float], b: Point, close: float) -> Iterator[tuple[Run, bool]]:
    """An elliptical arc by its end points (SVG 1.1, appendix F.6.5)."""
    rx, ry, turn = abs(v[0]), abs(v[1]), math.radians(v[2])
    if rx == 0 or ry == 0 or math.dist(a, b) < 1e-12:
        yield [a, b], False
        return
    c, s = math.cos(turn), math.sin(turn)
    dx, dy = (a[0] - b[0]) / 2, (a[1] - b[1]) / 2
    x, y = c * dx + s * dy, -s * dx + c * dy
    grow = x * x / rx**2 + y * y / ry**2
    if grow > 1:
        rx, ry = rx * math.sqrt(grow), ry * math.sqrt(grow)
    under = max(0.0, (rx * ry) ** 2 / ((rx * y) ** 2 + (ry * x) ** 2) - 1)
    sign = -1.0 if bool(v[3]) == bool(v[4]) else 1.0
    ux, uy = sign * math.sqrt(under) * rx * y / ry, -sign * math.sqrt(under) * ry * x / rx
    cx, cy = c * ux - s * uy + (a[0] + b[0]) / 2, s * ux + c * uy + (a[1] + b[1]) / 2
    start = math.atan2((y - uy) / ry, (x - ux) / rx)
    sweep = (math.atan2((-y - uy) / ry, (-x - ux) / rx) - start) % (2 * math.pi)
    if not v[4]:
        sweep -= 2 * math.pi
    count = _steps(max(rx, ry), sweep, close)
    out = []
    for k in range(count + 1):
        t = start + sweep * k / count
        px, py = rx * math.cos(t), ry * math.sin(t)
        out.append((c * px - s * py + cx, s * px + c * py + cy))
    out[0], out[-1] = a, b
    yield out, True
