"""Outlines of plate parts from their dimensions."""

from __future__ import annotations

from yorvek.core.errors import InputError
from yorvek.core.outlines import Outline, Ring, rounded
from yorvek.core.parts.spec import BasePlate, Gusset, Rectangle


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


def plate_outline(shape: Rectangle | BasePlate | Gusset) -> Outline:
    """Outline of any plate family."""
    if isinstance(shape, BasePlate):
        return base_plate_outline(shape)
    if isinstance(shape, Gusset):
        return gusset_outline(shape)
    return rectangle_outline(
        shape.width.value, shape.height.value, shape.corner_radius.value if shape.corner_radius else 0.0
    )
