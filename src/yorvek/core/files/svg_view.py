"""How large an SVG is: the units of its own figures, its view box and how that lies in its width and height."""

from __future__ import annotations

import re
from xml.etree import ElementTree

import numpy as np
from numpy.typing import NDArray

from yorvek.core.errors import InputError
from yorvek.core.files.drawn import LENGTH_UNITS
from yorvek.core.quantities import INCH_MM

Floats = NDArray[np.float64]
Element = ElementTree.Element
NUMBER = re.compile(r"[-+]?(?:\d+\.?\d*|\.\d+)(?:[eE][-+]?\d+)?")
SIZE = re.compile(rf"\s*({NUMBER.pattern})\s*([a-zA-Z%]*)\s*")
UNIT_MM = {"mm": 1.0, "cm": 10.0, "in": INCH_MM, "pt": INCH_MM / 72, "pc": INCH_MM / 6, "q": 0.25}
PX_MM = INCH_MM / 96
"""CSS: a pixel is a 96th of an inch."""
ASK = "the drawing does not say its unit: choose millimetres or inches"


def figure(element: Element, name: str, usual: float = 0.0) -> float:
    """A figure of a shape in its own units.

    Raises:
        InputError: a percentage, which is of something that is not drawn, or no number.
    """
    text = element.get(name)
    if text is None or not text.strip() or text.strip() == "auto":
        return usual
    found = SIZE.fullmatch(text)
    if not found:
        raise InputError(field="drawing", got=f'{name}="{text[:30]}"', needs="a number")
    value, unit = float(found[1]), found[2].lower()
    if unit in ("", "px"):
        return value
    if unit in UNIT_MM:
        return value * UNIT_MM[unit] / PX_MM
    raise InputError(field="drawing", got=f'{name}="{text[:30]}"', needs="a number, or one in mm, cm, in or pt")


def box_of(element: Element) -> tuple[float, float, float, float] | None:
    """The view box of an element: its corner and its size.

    Raises:
        InputError: it has no size.
    """
    found = NUMBER.findall(element.get("viewBox", ""))
    if len(found) != 4:
        return None
    x, y, w, h = (float(v) for v in found)
    if not (w > 0 and h > 0):
        raise InputError(field="drawing", got=f"viewBox {w:g} × {h:g}", needs="a view box with a size")
    return x, y, w, h


def scale_of(root: Element, unit: str | None) -> tuple[float, float, str]:
    """Millimetres of a user unit along and down, and the unit that the drawing is in.

    Raises:
        InputError: it does not say its unit.
    """
    if unit is not None:
        return LENGTH_UNITS[unit], LENGTH_UNITS[unit], unit
    width, height = _physical(root.get("width", "")), _physical(root.get("height", ""))
    if width is None:
        raise InputError(field="unit", got=root.get("width", ""), needs=ASK)
    mm, said = width
    if not mm > 0:
        raise InputError(field="drawing", got=f"width {mm:g}", needs="a width above nothing")
    box = box_of(root)
    if box is None:
        needs = (
            "how long its own unit is: its width is told and no view box; choose px for the rule's 96th of an inch, "
            f"or {said}"
        )
        raise InputError(field="unit", got=root.get("width", ""), needs=needs)
    along = mm / box[2]
    down = height[0] / box[3] if height is not None and height[0] > 0 else along
    sx, sy = _kept(root.get("preserveAspectRatio", ""), along, down)
    return sx, sy, said


def _physical(text: str) -> tuple[float, str] | None:
    found = SIZE.fullmatch(text)
    if not found or found[2].lower() not in UNIT_MM:
        return None
    return float(found[1]) * UNIT_MM[found[2].lower()], found[2].lower()


def _kept(said: str, along: float, down: float) -> tuple[float, float]:
    """Both scales, as the drawing says that its shape is kept."""
    words = said.split()
    if words[:1] == ["none"]:
        return along, down
    one = max(along, down) if "slice" in words else min(along, down)
    return one, one


def within(element: Element, width: float | None, height: float | None) -> Floats:
    """From the view box of something that is put into a drawing to where it is put, whose size may be given there."""
    out = np.eye(3)
    box = box_of(element)
    if box is None:
        return out
    w = width if width else figure(element, "width", box[2])
    h = height if height else figure(element, "height", box[3])
    said = element.get("preserveAspectRatio", "")
    sx, sy = _kept(said, w / box[2], h / box[3])
    out[0, 0], out[1, 1] = sx, sy
    out[:2, 2] = [-box[0] * sx, -box[1] * sy]
    align = next((p for p in said.split() if p.startswith("x")), "xMidYMid")
    if said.split()[:1] != ["none"]:
        for axis, (room, used, part) in enumerate(
            ((w, box[2] * sx, align[1:4]), (h, box[3] * sy, align[5:8] if len(align) > 5 else "Mid"))
        ):
            out[axis, 2] += (room - used) * {"Min": 0.0, "Mid": 0.5, "Max": 1.0}.get(part, 0.5)
    return out
