"""Mitres, elbows, rafters and triangles. Saw angles are read from square: 45 for a rectangle, 30 for a hexagon."""

from __future__ import annotations

import math

from yorvek.core.errors import InputError
from yorvek.core.model import Model


def _sides(sides: int) -> None:
    if sides < 3:
        raise InputError(field="sides", got=str(sides), needs="at least three")


class PolygonFrame(Model):
    """A flat frame of equal sides."""

    interior_angle_deg: float
    mitre_from_square_deg: float
    circumscribed_radius_mm: float
    inscribed_radius_mm: float


def polygon_frame(sides: int, side_length_mm: float) -> PolygonFrame:
    """Angles and radii of a regular frame."""
    _sides(sides)
    half = math.pi / sides
    return PolygonFrame(
        interior_angle_deg=180 - 360 / sides,
        mitre_from_square_deg=180 / sides,
        circumscribed_radius_mm=side_length_mm / (2 * math.sin(half)),
        inscribed_radius_mm=side_length_mm / (2 * math.tan(half)),
    )


class UnequalMitre(Model):
    """Two bars of different width that meet with one common cut line."""

    cut_line_to_axis_deg: tuple[float, float]
    from_square_deg: tuple[float, float]


def unequal_mitre(interior_angle_deg: float, width_1_mm: float, width_2_mm: float) -> UnequalMitre:
    """tan a = w1 sin g / (w2 + w1 cos g), a between bar 1's axis and the cut."""
    g = math.radians(interior_angle_deg)
    first = math.degrees(math.atan2(width_1_mm * math.sin(g), width_2_mm + width_1_mm * math.cos(g)))
    second = interior_angle_deg - first
    return UnequalMitre(cut_line_to_axis_deg=(first, second), from_square_deg=(90 - first, 90 - second))


def elbow_cut_deg(total_deg: float, pieces: int) -> float:
    """Cut of every face of an elbow made of straight pieces, from square."""
    if pieces < 2:
        raise InputError(field="pieces", got=str(pieces), needs="at least two")
    return total_deg / (2 * (pieces - 1))


class CompoundMitre(Model):
    """Saw settings for a hopper or hood with sloping sides."""

    mitre_gauge_deg: float
    blade_tilt_deg: float
    dihedral_interior_deg: float


def compound_mitre(sides: int, slope_from_horizontal_deg: float) -> CompoundMitre:
    """tan A = cos S tan(180/n), sin B = sin S sin(180/n); the dihedral is twice what the tilt leaves of 90."""
    _sides(sides)
    s, half = math.radians(slope_from_horizontal_deg), math.pi / sides
    tilt = math.degrees(math.asin(math.sin(s) * math.sin(half)))
    return CompoundMitre(
        mitre_gauge_deg=math.degrees(math.atan(math.cos(s) * math.tan(half))),
        blade_tilt_deg=tilt,
        dihedral_interior_deg=180 - 2 * tilt,
    )


class Rafters(Model):
    """Roof members over a run; lengths in the unit of the run."""

    pitch_deg: float
    common_length: float
    hip_length: float
    hip_pitch_deg: float
    jack_cheek_from_square_deg: float


def rafters(rise_per_12: float, run: float) -> Rafters:
    """Common, hip and jack rafters of a roof of equal pitch."""
    pitch = math.atan(rise_per_12 / 12)
    rise = run * rise_per_12 / 12
    return Rafters(
        pitch_deg=math.degrees(pitch),
        common_length=math.hypot(run, rise),
        hip_length=math.hypot(run * math.sqrt(2), rise),
        hip_pitch_deg=math.degrees(math.atan2(rise, run * math.sqrt(2))),
        jack_cheek_from_square_deg=math.degrees(math.atan(math.cos(pitch))),
    )


class RightTriangle(Model):
    """A right triangle from its legs."""

    diagonal: float
    angle_opposite_a_deg: float
    angle_opposite_b_deg: float


def right_triangle(leg_a: float, leg_b: float) -> RightTriangle:
    """Diagonal and angles, to prove a corner square."""
    opposite_a = math.degrees(math.atan2(leg_a, leg_b))
    return RightTriangle(
        diagonal=math.hypot(leg_a, leg_b), angle_opposite_a_deg=opposite_a, angle_opposite_b_deg=90 - opposite_a
    )
