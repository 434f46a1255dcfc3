"""Flat plates of a job: what they are, what lies or presses on them, and how they are checked."""

from __future__ import annotations

from typing import Any, Literal

from pydantic import Field

from yorvek.core.checks import Method
from yorvek.core.checks.plate import Form, Plate, PlateLoad, PlateVerdict, check_plate
from yorvek.core.errors import InputError
from yorvek.core.jobs.spec import JobSpec, LoadSpec, Mark
from yorvek.core.model import Model
from yorvek.core.quantities.entry import Force, Length, Moment, Place, Thickness
from yorvek.core.structures.plates import Edge


class PatchSpec(Model):
    """A force of the brief on a part of a plate: its middle and its size along and up."""

    load_id: int
    along: Place
    up: Place
    size_along: Length
    size_up: Length


class PlateSpec(Model):
    """A plate that is sized: a floor, a skin under water, a cover, or a web with lightening holes."""

    mark: str = Mark
    name: str = Field(default="", max_length=80)
    module: str = Field(default="", max_length=60)
    qty: int = Field(default=1, ge=1, le=1000)
    form: Form = "panel"
    a: Length
    b: Length | None = Field(default=None, description="of a disc it is not asked")
    thickness: Thickness
    material_id: str
    edges: tuple[Edge, Edge, Edge, Edge] = ("simple", "simple", "simple", "simple")
    lies: Literal["flat", "upright"] = "flat"
    loads: list[int] = Field(default=[], max_length=12, description="numbers of loads per area of the brief")
    patches: list[PatchSpec] = Field(default=[], max_length=12, description="forces on a part of it")
    water: Place | None = None
    hole: Place | None = None
    pitch: Place | None = None
    rim: Place | None = None
    moment: Moment | None = None
    shear: Force | None = None
    welded: bool = False
    span_over: float | None = Field(default=None, ge=50, le=5000)
    decided: str = Field(default="", max_length=400)

    def load_ids(self) -> list[int]:
        """Numbers of all loads on it."""
        return [*self.loads, *(p.load_id for p in self.patches)]


class PlateResult(Model):
    """A plate's verdict, or why there is none."""

    verdict: PlateVerdict | None
    trouble: str | None = None


def _common(load: LoadSpec) -> dict[str, Any]:
    """What a load is whatever its form."""
    return {
        "name": load.name, "case": load.case, "dynamic_factor": load.dynamic_factor, "group": load.group,
        "one_of": load.one_of, "both_ways": load.both_ways,
    }  # fmt: skip


def plate_request(job: JobSpec, loads: dict[int, LoadSpec], spec: PlateSpec) -> Plate:
    """The plate ready to be checked, with the job's method and limits.

    Raises:
        InputError: a load that is gone or is not per area, a side that is missing.
    """
    placed = []
    for number in spec.loads:
        load = loads.get(number)
        if load is None or load.form != "area":
            raise InputError(
                field=f"{spec.mark}: load",
                got=load.name if load else str(number),
                needs="a load per area that is in the brief: take this one off the plate",
            )
        placed.append(PlateLoad(**_common(load), area_MPa=load.entered().value))
    for patch in spec.patches:
        load = loads.get(patch.load_id)
        if load is None or load.form != "force":
            raise InputError(
                field=f"{spec.mark}: load",
                got=load.name if load else str(patch.load_id),
                needs="a force that is in the brief: take this one off the plate",
            )
        placed.append(
            PlateLoad(
                **_common(load), force_N=load.entered().value, patch_a_mm=patch.size_along.value,
                patch_b_mm=patch.size_up.value, at_a_mm=patch.along.value, at_b_mm=patch.up.value,
            )
        )  # fmt: skip
    if spec.b is None and spec.form != "disc":
        raise InputError(field=f"{spec.mark}: b", got="", needs="its other side")
    method: Method = job.method.plain()
    return Plate(
        form=spec.form,
        a_mm=spec.a.value,
        b_mm=(spec.b or spec.a).value,
        thickness_mm=spec.thickness.value,
        material_id=spec.material_id,
        edges=spec.edges,
        lies=spec.lies,
        loads=placed,
        water_mm=spec.water.value if spec.water else 0.0,
        hole_mm=spec.hole.value if spec.hole else 0.0,
        pitch_mm=spec.pitch.value if spec.pitch else 0.0,
        rim_mm=spec.rim.value if spec.rim else 0.0,
        moment_Nmm=spec.moment.value if spec.moment else 0.0,
        shear_N=spec.shear.value if spec.shear else 0.0,
        limits=job.limits(spec.span_over),
        method=method,
        welded=spec.welded,
    )


def plate_result(job: JobSpec, loads: dict[int, LoadSpec], spec: PlateSpec) -> PlateResult:
    """A plate checked, or the trouble in words."""
    try:
        return PlateResult(verdict=check_plate(plate_request(job, loads, spec)))
    except InputError as error:
        return PlateResult(verdict=None, trouble=error.sentence)
