"""Outlines of plate parts from their dimensions."""

from __future__ import annotations

import shapely
from shapely import Polygon

from yorvek.core.errors import InputError
from yorvek.core.outlines import Outline, Ring, Vertex, bounds_mm, ring_points, rounded
from yorvek.core.parts.spec import (
    BasePlate,
    FreeOutline,
    Gusset,
    LugPlate,
    PlateShape,
    RingPlate,
    SlottedPlate,
)


def rectangle_outline(width: float, height: float, radius: float = 0.0) -> Outline:
    """A rectangle from the origin, corners rounded."""
    if 2 * radius > min(width, height) + 1e-9:
        raise InputError(
            field="corner_radius",
            got=f"{radius:g} mm",
            needs=f"at most half the shorter side, {min(width, height) / 2:g} mm",
        )
    return Outline(
        outer=rounded([(0, 0), (width, 0), (width, height), (0, height)], [radius * 0.999999 if radius else 0.0] * 4)
    )


def hole_centres(plate: BasePlate) -> list[tuple[float, float]]:
    """Centres of the grid, left to right, bottom to top."""

    def line(count: int, length: float) -> list[float]:
        if count == 1:
            return [length / 2]
        edge = plate.edge.value
        return [edge + i * (length - 2 * edge) / (count - 1) for i in range(count)]

    return [(x, y) for y in line(plate.rows, plate.height.value) for x in line(plate.columns, plate.width.value)]


def base_plate_outline(plate: BasePlate) -> Outline:
    """A plate with its holes.

    Raises:
        InputError: holes reach over the edge or into each other.
    """
    w, h, d, edge = plate.width.value, plate.height.value, plate.hole.value, plate.edge.value
    if edge <= d / 2:
        raise InputError(
            field="shape.edge",
            got=plate.edge.text,
            needs=f"more than half the hole, {d / 2:g} mm, or the hole breaks the edge",
        )
    for count, length, name in ((plate.columns, w, "columns"), (plate.rows, h, "rows")):
        pitch = (length - 2 * edge) / (count - 1) if count > 1 else length
        if pitch <= d:
            raise InputError(
                field=f"shape.{name}",
                got=str(count),
                needs="the holes run into each other: fewer holes, a smaller hole or a smaller edge distance",
            )
    openings = [Ring.circle(x, y, d) for x, y in hole_centres(plate)]
    if plate.middle_hole is not None and plate.middle_hole.value > 0:
        m = plate.middle_hole.value
        if m >= min(w, h) or any(
            (x - w / 2) ** 2 + (y - h / 2) ** 2 <= ((m + d) / 2) ** 2 for x, y in hole_centres(plate)
        ):
            raise InputError(
                field="shape.middle_hole",
                got=plate.middle_hole.text,
                needs="it runs into the other holes or over the edge: make it smaller",
            )
        openings.append(Ring.circle(w / 2, h / 2, m))
    outer = rectangle_outline(w, h, plate.corner_radius.value if plate.corner_radius else 0.0).outer
    return Outline(outer=outer, openings=openings)


def gusset_outline(gusset: Gusset) -> Outline:
    """A triangle with its root and points cut off, counter-clockwise from the root.

    Raises:
        InputError: the cuts leave nothing of a leg.
    """
    a, b, nose, clip = gusset.leg_x.value, gusset.leg_y.value, gusset.nose.value, gusset.root_clip.value
    for name, leg, other in (("leg_x", a, b), ("leg_y", b, a)):
        if leg <= clip or other <= nose:
            raise InputError(
                field=f"shape.{name}",
                got=f"{leg:g} mm",
                needs="the clip and the nose leave nothing of it: make the leg longer or the cuts smaller",
            )
    points = [(clip, 0.0), (a, 0.0), (a, nose), (nose, b), (0.0, b), (0.0, clip)]
    kept = [p for i, p in enumerate(points) if i == 0 or p != points[i - 1]]
    if kept[0] == kept[-1]:
        kept.pop()
    return Outline(outer=Ring.polygon(kept))


def ring_outline(shape: RingPlate) -> Outline:
    """A disc or ring about the origin's upper right.

    Raises:
        InputError: the opening is not smaller than the disc.
    """
    d, hole = shape.outer.value, shape.inner.value if shape.inner else 0.0
    if hole >= d - 1e-6:
        raise InputError(field="shape.inner", got=f"{hole:g} mm", needs=f"less than the outer diameter of {d:g} mm")
    openings = [Ring.circle(d / 2, d / 2, hole)] if hole > 0 else []
    return Outline(outer=Ring.circle(d / 2, d / 2, d), openings=openings)


def lug_outline(shape: LugPlate) -> Outline:
    """Foot at the bottom, round end about the hole at the top.

    Raises:
        InputError: the hole leaves nothing, or the foot's corners meet.
    """
    w, h, d = shape.width.value, shape.height.value, shape.hole.value
    clip = shape.root_clip.value if shape.root_clip else 0.0
    if d >= w:
        raise InputError(field="shape.hole", got=f"{d:g} mm", needs=f"less than the width of {w:g} mm")
    if h <= d / 2:
        raise InputError(field="shape.height", got=f"{h:g} mm", needs=f"more than half the hole, {d / 2:g} mm")
    if 2 * clip >= w or clip >= h:
        raise InputError(
            field="shape.root_clip", got=f"{clip:g} mm", needs="less than half the width, and than the height"
        )
    foot = [(clip, 0.0), (w - clip, 0.0), (w, clip)] if clip else [(0.0, 0.0), (w, 0.0)]
    vertices = [Vertex(x=x, y=y) for x, y in foot]
    vertices += [Vertex(x=w, y=h, bulge=1.0), Vertex(x=0.0, y=h)]
    if clip:
        vertices.append(Vertex(x=0.0, y=clip))
    return Outline(outer=Ring(vertices=vertices), openings=[Ring.circle(w / 2, h, d)])


def slotted_outline(shape: SlottedPlate) -> Outline:
    """A rectangle with its slots.

    Raises:
        InputError: slots longer than the plate, or one into the other.
    """
    w, h = shape.width.value, shape.height.value
    long, wide = shape.slot_length.value, shape.slot_width.value
    if not wide < long < w:
        raise InputError(
            field="shape.slot_length",
            got=f"{long:g} mm",
            needs=f"more than its width of {wide:g} mm and less than {w:g} mm",
        )
    pitch = h / shape.slots
    if pitch <= wide:
        raise InputError(field="shape.slots", got=str(shape.slots), needs="the slots run into each other: take fewer")
    a, b, r = (w - long) / 2 + wide / 2, (w + long) / 2 - wide / 2, wide / 2
    openings = [
        Ring(
            vertices=[
                Vertex(x=a, y=y - r), Vertex(x=b, y=y - r, bulge=1.0), Vertex(x=b, y=y + r),
                Vertex(x=a, y=y + r, bulge=1.0)
            ]
        )
        for y in (pitch * (k + 0.5) for k in range(shape.slots))
    ]  # fmt: skip
    radius = shape.corner_radius.value if shape.corner_radius else 0.0
    return Outline(outer=rectangle_outline(w, h, radius).outer, openings=openings)


def free_outline(shape: FreeOutline) -> Outline:
    """An outline from a drawing, its lower left corner at the origin.

    Raises:
        InputError: it crosses itself or its openings reach out of it.
    """
    found = Polygon(ring_points(shape.outline.outer), [ring_points(r) for r in shape.outline.openings])
    if not found.is_valid or found.area <= 0:
        raise InputError(
            field="shape.outline",
            got=shapely.is_valid_reason(found),
            needs="a closed run that does not cross itself, with its openings inside",
        )
    x0, y0, _, _ = bounds_mm(shape.outline)
    return shape.outline.moved(-x0, -y0)


def plate_outline(shape: PlateShape) -> Outline:
    """Outline of any plate family."""
    if isinstance(shape, BasePlate):
        return base_plate_outline(shape)
    if isinstance(shape, Gusset):
        return gusset_outline(shape)
    if isinstance(shape, RingPlate):
        return ring_outline(shape)
    if isinstance(shape, LugPlate):
        return lug_outline(shape)
    if isinstance(shape, SlottedPlate):
        return slotted_outline(shape)
    if isinstance(shape, FreeOutline):
        return free_outline(shape)
    return rectangle_outline(
        shape.width.value, shape.height.value, shape.corner_radius.value if shape.corner_radius else 0.0
    )
