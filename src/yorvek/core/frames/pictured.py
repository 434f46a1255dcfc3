"""A structure as it stands in space, to be drawn: its bars with their axes, and the true outlines of their sections."""

from __future__ import annotations

import numpy as np
from pydantic import Field

from yorvek.core.errors import InputError
from yorvek.core.frames.request import FrameRequest, RoleChoice, Situation
from yorvek.core.frames.slewing import slewed
from yorvek.core.frames.solving import axes_of, layout_in
from yorvek.core.model import Model
from yorvek.core.outlines import ring_points
from yorvek.core.sections import outlines_of, section
from yorvek.core.structures.starters import Layout
from yorvek.core.structures.starters.layout import Bar

CHORD_MM = 0.2
"""How far what is drawn may stray from a rounded corner."""
Point3 = tuple[float, float, float]
Point2 = tuple[float, float]


class DrawnBar(Model):
    """A bar: its ends by name, and the directions of its section's width and depth, unit vectors."""

    name: str
    role: str
    i: str
    j: str
    section_id: str
    width: Point3
    depth: Point3


class DrawnPosition(Model):
    """The structure in one of its positions: nodes in mm, what stands, and the nodes that the ground holds."""

    name: str = Field(description="empty where it has but one")
    nodes: dict[str, Point3]
    bars: list[DrawnBar]
    held: list[str]


class DrawnSection(Model):
    """Parts of a section, each as rings in mm about the centroid, x along its width and y along its depth; the first
    ring of a part is its outer one. No part where it is known by its figures alone.
    """

    depth_mm: float
    width_mm: float
    parts: list[list[list[Point2]]]


class Picture(Model):
    """Every position of a structure, and the sections in it."""

    positions: list[DrawnPosition]
    sections: dict[str, DrawnSection]


def picture_of(request: FrameRequest) -> Picture:
    """What is to be drawn. Bars of a role without a section are left out, and so is a position that cannot be: the
    verdict says what is wrong with it.

    Raises:
        InputError: the model cannot be laid out in any of its positions.
    """
    asked: list[Situation | None] = [s for s in request.situations if s.kind == "position"]
    positions: list[DrawnPosition] = []
    wrong: list[InputError] = []
    for one in asked or [None]:
        try:
            positions.append(_position(request, one))
        except InputError as error:
            wrong.append(error)
    if not positions:
        raise wrong[0]
    ids = {b.section_id for p in positions for b in p.bars}
    return Picture(positions=positions, sections={i: _section(i) for i in sorted(ids)})


def _position(request: FrameRequest, one: Situation | None) -> DrawnPosition:
    there = request if one is None else request.in_situation(one)
    layout = layout_in(there, one)
    if one is not None and one.slew is not None:
        layout = slewed(layout, one.slew, one.slew.from_deg)
    return DrawnPosition(
        name="" if one is None else one.name,
        nodes=layout.nodes,
        bars=[_bar(layout, b, there.roles[b.role]) for b in layout.bars if b.role in there.roles],
        held=list(dict.fromkeys((*layout.supports, *layout.springs))),
    )


def _bar(layout: Layout, bar: Bar, choice: RoleChoice) -> DrawnBar:
    _, depth, width = axes_of(layout, bar, turned=choice.turned)
    return DrawnBar(
        name=bar.name, role=bar.role, i=bar.i, j=bar.j, section_id=choice.section_id,
        width=(float(width[0]), float(width[1]), float(width[2])),
        depth=(float(depth[0]), float(depth[1]), float(depth[2])),
    )  # fmt: skip


def _section(id: str) -> DrawnSection:
    s = section(id)
    if s.entered:
        return DrawnSection(depth_mm=s.depth_mm, width_mm=s.width_mm, parts=[])
    middle = np.array([s.cx_mm, s.cy_mm])
    parts = [
        [[(float(x), float(y)) for x, y in ring_points(ring, chord_mm=CHORD_MM) - middle] for ring in rings]
        for rings in ([o.outer, *o.openings] for o in outlines_of(s))
    ]
    return DrawnSection(depth_mm=s.depth_mm, width_mm=s.width_mm, parts=parts)
