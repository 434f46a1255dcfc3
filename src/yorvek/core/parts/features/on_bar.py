"""Features of a bar: every face of it is a flat strip as long as the bar, and what is drilled there is laid into it."""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import dataclass

from yorvek.core.errors import InputError
from yorvek.core.materials import Material
from yorvek.core.model import Model
from yorvek.core.outlines import Outline, Ring, area_mm2, bounds_mm
from yorvek.core.outlines.width import is_circle, span_of
from yorvek.core.parts.drawn import Warned
from yorvek.core.parts.features import Feature, ToolWork
from yorvek.core.parts.features.laid import Laid, laid
from yorvek.core.parts.features.where import FaceName, Host
from yorvek.core.parts.saying import Say
from yorvek.core.sections import Section

OPPOSITE: dict[FaceName, FaceName] = {"front": "back", "back": "front", "top": "bottom", "bottom": "top"}
MIDDLE_MM = 0.05
"""How far from its middle line a hole of a round bar may be said to stand."""


@dataclass(frozen=True)
class Face:
    """A face of a section: how wide, between where it is flat and free, how thick the metal is under it, and whether
    another face lies behind it.
    """

    width_mm: float
    low_mm: float
    high_mm: float
    wall_mm: float
    behind: bool = False


class BarFace(Model):
    """A face that has features: its name, its width, its openings, along the bar from its left end, and the question
    that states each.
    """

    face: FaceName
    width_mm: float
    openings: list[Ring]
    asked: list[str]


@dataclass(frozen=True)
class OnBar:
    """What features make of a bar: faces, notes, tools, how much metal is gone, and what is to be known."""

    faces: list[BarFace]
    notes: list[str]
    tools: list[ToolWork]
    taken_mm3: float
    warned: list[Warned]


def faces_of(s: Section) -> dict[FaceName, Face]:
    """The faces of a section on which holes can be placed; seen from the side that is drawn, its depth upright.

    Raises:
        InputError: a section whose faces are not known here.
    """
    d, b, t, r = s.depth_mm, s.width_mm, s.wall_mm, s.outer_radius_mm
    if s.shape == "rhs":
        upright, level = Face(d, r, d - r, t, behind=True), Face(b, r, b - r, t, behind=True)
        return {"front": upright, "back": upright, "top": level, "bottom": level}
    if s.round:
        round_ = Face(d, d / 2, d / 2, t if s.shape == "chs" else d, behind=s.shape == "chs")
        return dict.fromkeys(OPPOSITE, round_)
    if s.shape in ("flat", "square_bar"):
        return {"front": Face(d, 0.0, d, b), "top": Face(b, 0.0, b, d)}
    if s.shape == "angle":
        foot = (s.flange_mm or t) + s.root_radius_mm
        return {"front": Face(d, foot, d, t), "bottom": Face(b, t + s.root_radius_mm, b, s.flange_mm or t)}
    if s.shape in ("channel", "i") and not s.flange_slope:
        foot = s.flange_mm + s.root_radius_mm
        return {"front": Face(d, foot, d - foot, t)}
    raise InputError(
        field="features", got=s.id, needs="a tube, a flat, a round, an angle or a channel: its faces are not known here"
    )


def on_bar(side: Outline, s: Section, features: Sequence[Feature], metal: Material, say: Say) -> OnBar:
    """Lay features into the faces of a bar.

    Args:
        side: the bar as it is seen from the side, ends as they are cut, mm.
        s, features, metal, say: its section, what is laid in, its metal, the words of its unit.

    Raises:
        InputError: a face that there is not, a feature off it or into another, a thread in too thin a wall.
    """
    if not features:
        return OnBar([], [], [], 0.0, [])
    faces = faces_of(s)
    drilled: dict[FaceName, list[tuple[Ring, str]]] = {}
    notes: list[str] = []
    tools: list[ToolWork] = []
    warned: list[Warned] = []
    taken = 0.0
    for k, feature in enumerate(features):
        face = faces.get(feature.face)
        if face is None:
            raise InputError(field=f"features.{k}.face", got=feature.face, needs="one of " + ", ".join(faces))
        both = feature.through and face.behind
        reached = [feature.face, OPPOSITE[feature.face]] if both else [feature.face]
        there = [ring for name in reached for ring, _ in drilled.get(name, [])]
        made = _laid_into(side, face, feature, k, there, metal, say)
        new = made.outline.openings[len(there) :]
        for name in reached:
            drilled.setdefault(name, []).extend(zip(new, made.asked, strict=True))
        through = ", through both walls" if both else ""
        notes.append(f"{made.notes[0]}, {feature.face}{through}")
        warned += made.warned
        tools += [_opened(new), *made.tools]
        taken += sum(area_mm2(Outline(outer=r)) for r in new) * face.wall_mm * len(reached)
    return OnBar([_drawn(name, faces[name], of) for name, of in drilled.items()], notes, tools, taken, warned)


def _drawn(name: FaceName, face: Face, of: list[tuple[Ring, str]]) -> BarFace:
    return BarFace(face=name, width_mm=face.width_mm, openings=[r for r, _ in of], asked=[a for _, a in of])


def _opened(rings: list[Ring]) -> ToolWork:
    """The work of making openings in a bar: no saw does it. What goes through both walls is one of them."""
    tool = "drill" if is_circle(rings[0]) else "mill or cut"
    return ToolWork(tool=tool, holes=len(rings), across_mm=round(span_of(rings[0]), 2), opens=True)


def _laid_into(
    side: Outline, face: Face, feature: Feature, number: int, there: list[Ring], metal: Material, say: Say
) -> Laid:
    """One feature laid into the strip that its face is, where all of the bar's depth is there.

    Raises:
        InputError: as `laid`, or off the flat of the face.
    """
    left, right = _whole_between(side)
    strip = Ring.polygon([(left, 0.0), (right, 0.0), (right, face.width_mm), (left, face.width_mm)])
    wall = Host(face.wall_mm, metal, whole="face", piece="wall")
    made = laid(Outline(outer=strip, openings=there), [feature], wall, say, first=number)
    for ring in made.outline.openings[len(there) :]:
        _refuse_off_the_flat(ring, face, number)
    return made


def _whole_between(side: Outline) -> tuple[float, float]:
    """From where to where along a bar nothing of its depth is cut away by its ends."""
    x0, y0, x1, y1 = bounds_mm(side)
    middle = (x0 + x1) / 2
    ends = [(v.x, v.y) for v in side.outer.vertices]
    return max(x for x, _ in ends if x < middle), min(x for x, _ in ends if x > middle)


def _refuse_off_the_flat(ring: Ring, face: Face, number: int) -> None:
    _, low, _, high = bounds_mm(Outline(outer=ring))
    if face.low_mm == face.high_mm:
        if abs((low + high) / 2 - face.low_mm) > MIDDLE_MM:
            raise InputError(
                field=f"features.{number}.y", got=f"{(low + high) / 2:g} mm",
                needs=f"the middle line of a round, {face.low_mm:g} mm: a drill slides off beside it",
            )  # fmt: skip
    elif low < face.low_mm - MIDDLE_MM or high > face.high_mm + MIDDLE_MM:
        raise InputError(
            field=f"features.{number}.y", got=f"{(low + high) / 2:g} mm",
            needs=f"a place on the flat of the face, from {face.low_mm:.1f} to {face.high_mm:.1f} mm",
        )  # fmt: skip
