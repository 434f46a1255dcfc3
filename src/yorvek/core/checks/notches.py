"""Slots and notches of a member: what is left of the section there, stressed by the moment and shear at that place."""

from __future__ import annotations

from dataclasses import dataclass
from functools import lru_cache
from typing import Literal

from pydantic import Field
from shapely import Polygon, box

from yorvek.core.checks.methods import Method, no_method
from yorvek.core.checks.plate import allowed_stress_MPa
from yorvek.core.checks.record import Check, Value
from yorvek.core.errors import InputError
from yorvek.core.materials import Material
from yorvek.core.model import Model
from yorvek.core.outlines import AreaMoments, area_moments
from yorvek.core.sections import Section, outlines_of, section, short_name
from yorvek.core.sections.built_up import outline_of_points, polygon_with_openings
from yorvek.core.sections.saint_venant import torsion
from yorvek.core.sections.stressed import level_shear_area_mm2

Side = Literal["top", "bottom", "middle"]


class Notch(Model):
    """Metal taken out over a length: from the top, from the bottom, or a slot right through at half depth."""

    at_mm: float = Field(ge=0)
    length_mm: float = Field(gt=0)
    depth_mm: float = Field(gt=0)
    side: Side = "bottom"


@dataclass(frozen=True)
class Net:
    """What is left of a section: its least moduli, its shear area, and the share of its torsion constant."""

    A_mm2: float
    S_mm3: float
    shear_mm2: float
    J_share: float
    tee_S_mm3: float
    pieces: int


@lru_cache(maxsize=256)
def net_section(section_id: str, depth_mm: float, side: Side) -> Net:
    """The section with a band cut away, standing upright.

    Raises:
        InputError: nothing is left, or the cut goes past the middle from one side.
    """
    s = section(section_id)
    if s.entered:
        raise InputError(field="notch", got=f"in {short_name(s.id)}", needs="a section whose outline is known")
    if depth_mm >= s.depth_mm * 0.9:
        raise InputError(
            field="notch", got=f"{depth_mm:g} mm", needs=f"less than 0.9 of the depth of {s.depth_mm:g} mm"
        )
    low, high = {
        "bottom": (-1.0, depth_mm),
        "top": (s.depth_mm - depth_mm, s.depth_mm + 1.0),
        "middle": ((s.depth_mm - depth_mm) / 2, (s.depth_mm + depth_mm) / 2),
    }[side]
    whole = [polygon_with_openings(o) for o in outlines_of(s)]
    cut = box(-1e4, low, 1e4, high)
    left = [piece for p in whole for piece in _pieces(p.difference(cut))]
    each = [_moments(p) for p in left]
    A = sum(m.A_mm2 for m in each)
    cy = sum(m.A_mm2 * m.cy_mm for m in each) / A
    inertia = sum(m.Ix_mm4 + m.A_mm2 * (m.cy_mm - cy) ** 2 for m in each)
    top, bottom = max(p.bounds[3] for p in left), min(p.bounds[1] for p in left)
    return Net(
        A_mm2=A,
        S_mm3=inertia / max(top - cy, cy - bottom),
        shear_mm2=level_shear_area_mm2(left, "y")
        if len(left) == 1
        else sum(level_shear_area_mm2([p], "y") for p in left),
        J_share=sum(_twist_mm4(p) for p in left) / s.J_mm4,
        tee_S_mm3=sum(
            m.Ix_mm4 / max(p.bounds[3] - m.cy_mm, m.cy_mm - p.bounds[1]) for m, p in zip(each, left, strict=True)
        ),
        pieces=len(left),
    )


def _twist_mm4(shape: Polygon) -> float:
    """Torsion constant of what is left; a wall cut down to a sliver counts for nothing."""
    try:
        return torsion(shape).J_mm4
    except InputError:
        return 0.0


def _pieces(shape: Polygon) -> list[Polygon]:
    return [p for p in getattr(shape, "geoms", [shape]) if not p.is_empty and p.area > 1e-6]


def _moments(shape: Polygon) -> AreaMoments:
    return area_moments(
        outline_of_points(list(shape.exterior.coords)[:-1], [list(r.coords)[:-1] for r in shape.interiors])
    )


def notch_check(
    s: Section,
    m: Material,
    method: Method,
    notch: Notch,
    moment_Nmm: float,
    shear_N: float,
    words: str,
    *,
    welded: bool,
) -> Check:
    """Bending and shear of what is left; where the slot goes right through, each half also bends by its share of the
    shear.
    """
    net = net_section(s.id, notch.depth_mm, notch.side)
    local = shear_N * notch.length_mm / 2 / net.tee_S_mm3 if notch.side == "middle" else 0.0
    bent = moment_Nmm / net.S_mm3 + local
    sheared = shear_N / net.shear_mm2
    stress = (bent**2 + 3 * sheared**2) ** 0.5
    lost = 1 - net.J_share
    return Check(
        id=f"notch-{notch.at_mm:g}",
        title=f"slot at {notch.at_mm:g} mm" if notch.side == "middle" else f"notch at {notch.at_mm:g} mm, {notch.side}",
        kind="strength",
        method=method.words,
        clause="elastic stress of the net section",
        formula="√( (M/Snet"
        + (" + V (l/2) / Stees" if notch.side == "middle" else "")
        + ")² + 3 (V/Avnet)² ) ≤ σ allowed",
        inputs=[
            Value(symbol="M", name="greatest moment along it", value=moment_Nmm, unit="Nmm"),
            Value(symbol="V", name="greatest shear along it", value=shear_N, unit="N"),
            Value(symbol="Snet", name="modulus of what is left", value=net.S_mm3, unit="mm3"),
            Value(symbol="Avnet", name="shear area of what is left", value=net.shear_mm2, unit="mm2"),
            Value(symbol="l", name="length of it", value=notch.length_mm, unit="mm"),
            Value(symbol="J", name="torsion constant left, of 1", value=net.J_share, unit=""),
        ],
        demand=stress,
        capacity=allowed_stress_MPa(m, method, welded=welded),
        unit="MPa",
        at_mm=notch.at_mm,
        combination=words,
        source="beam theory on the net section from its outline; von Mises",
        assumptions=[
            "corners rounded, edges ground smooth; nothing welded back in",
            *([f"{lost * 100:.0f} % of its stiffness in twist is lost over that length"] if lost > 0.05 else []),
        ],
        not_checked=no_method(m, method),
    )
