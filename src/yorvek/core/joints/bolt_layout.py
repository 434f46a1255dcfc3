"""Bolts in a plate as they lie: rows, columns, distances, and which of these cannot be."""

from __future__ import annotations

from itertools import product
from typing import Annotated, Literal

import numpy as np
from numpy.typing import NDArray
from pydantic import Field

from yorvek.core.clauses.aisc360 import bolted as aisc
from yorvek.core.clauses.aisc360.fasteners import minimum_edge_mm, standard_hole_mm
from yorvek.core.clauses.en1993 import bolted as en
from yorvek.core.joints.at import End
from yorvek.core.joints.kind import Count, Millimetres, Size
from yorvek.core.joints.strengths import Grade, is_en
from yorvek.core.model import Model

Floats = NDArray[np.float64]
ROUNDING_MM = 0.05


class Bolted(Model):
    """Bolts in shear through a plate along the bar, rows along it and columns across, mm."""

    kind: Literal["bolts"] = "bolts"
    bolt_mm: Size
    rows: Count
    columns: Count
    pitch_mm: Annotated[float, Field(ge=0, le=2000)]
    gauge_mm: Annotated[float, Field(ge=0, le=2000)]
    edge_mm: Millimetres = Field(description="from a hole's middle to the plate's end along the bar")
    side_mm: Millimetres = Field(description="from a hole's middle to the plate's side")
    plate_mm: Millimetres
    planes: Annotated[int, Field(ge=1, le=2)] = 1
    grade: Grade = "8.8"
    threads_in: bool = Field(default=True, description="threads in the shear plane")
    hole_kind: Literal["standard", "oversize", "short slot", "long slot"] = "standard"
    hole_mm: Millimetres | None = Field(default=None, description="the hole itself, where it is not the standard one")
    must_not_slip: bool = False
    pretension_N: Annotated[float, Field(gt=0, le=1e6)] | None = None
    slip_factor: Annotated[float, Field(gt=0, le=0.6)] = 0.3
    one_leg: bool = Field(default=False, description="through one leg of an angle, or one wall of a channel or tee")
    through: bool = Field(default=False, description="through both walls of a tube, plates outside")

    @property
    def bored_mm(self) -> float:
        return standard_hole_mm(self.bolt_mm) if self.hole_mm is None else self.hole_mm

    @property
    def width_mm(self) -> float:
        return (self.columns - 1) * self.gauge_mm + 2 * self.side_mm

    @property
    def places(self) -> Floats:
        """Of the bolts from their middle, along and across, [n, 2]."""
        at = np.array(list(product(range(self.rows), range(self.columns))), float) * (self.pitch_mm, self.gauge_mm)
        return np.asarray(at - at.mean(axis=0))


def geometry(end: End, joint: Bolted) -> str | None:
    """All distances that cannot be, or are below the least of the method's standard."""
    d, hole, by_en = joint.bolt_mm, joint.bored_mm, is_en(end)
    if hole < d:
        return f"a bolt of {d:g} mm does not go into a hole of {hole:g} mm"
    edge = en.EDGE * hole if by_en else minimum_edge_mm(d)
    along, across = (en.PITCH * hole, en.GAUGE * hole) if by_en else (aisc.LEAST_PITCH * d, aisc.LEAST_PITCH * d)
    found = [
        _spacing("pitch of the rows", joint.rows, joint.pitch_mm, hole, along),
        _spacing("gauge of the columns across", joint.columns, joint.gauge_mm, hole, across),
        _edge("end distance (to the edge along the bar)", joint.edge_mm, hole, edge),
        _edge("side distance (to the edge)", joint.side_mm, hole, edge),
    ]
    return "; ".join(f for f in found if f) or None


def _spacing(what: str, count: int, value: float, hole: float, least: float) -> str:
    if count < 2 or value >= least - ROUNDING_MM:
        return ""
    if value <= hole:
        return f"the {what} of {value:g} mm makes holes of {hole:g} mm overlap: set them farther apart"
    return f"the {what} of {value:g} mm is below the least of {least:.1f} mm: set them farther apart"


def _edge(what: str, value: float, hole: float, least: float) -> str:
    if value >= least - ROUNDING_MM:
        return ""
    if value <= hole / 2:
        return f"the {what} of {value:g} mm puts the hole of {hole:g} mm outside the plate: move it in"
    return f"the {what} of {value:g} mm is below the least of {least:.1f} mm: move it in"


def hole_trouble(joint: Bolted) -> str | None:
    """Holes that are not standard carry by friction only."""
    larger = joint.hole_mm is not None and joint.hole_mm > standard_hole_mm(joint.bolt_mm) + 0.6
    if (joint.hole_kind != "standard" or larger) and not joint.must_not_slip:
        return (
            f"an oversize or slotted hole ({joint.bored_mm:g} mm for a bolt of {joint.bolt_mm:g}) lets the joint "
            f"slip: a standard hole, or bolts tightened so that it must not slip"
        )
    if joint.must_not_slip and joint.pretension_N is None:
        return "a joint that must not slip needs the pretension of its bolts"
    return None
