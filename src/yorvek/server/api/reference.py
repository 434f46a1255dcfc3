"""What is the same for everybody: sections, materials, and what a typed quantity means."""

from __future__ import annotations

from functools import lru_cache

from django.http import HttpRequest, HttpResponse
from ninja import Router
from pydantic import Field

from yorvek.core.materials import MATERIALS, Material, material
from yorvek.core.model import Model
from yorvek.core.quantities import Kind, UnitSystem, length_text, parse
from yorvek.core.quantities.entry import GAUGE_METAL, evaluate_dimensions
from yorvek.core.sections import Section, catalogue, outline_of, section, sold_in
from yorvek.core.sections.section import SectionDrawing
from yorvek.server.api.access import job_of
from yorvek.server.jobs.models import Dimension

router = Router(tags=["reference"])


class SectionLine(Model):
    """A section as a list shows it."""

    id: str
    series: str
    shape: str
    system: str
    depth_mm: float
    width_mm: float
    kg_per_m: float
    materials: list[str]


class Catalogue(Model):
    sections: list[SectionLine]
    materials: list[Material]


class SectionView(Model):
    section: Section
    drawing: SectionDrawing
    mass_kg_per_m: float


class QuantityIn(Model):
    text: str = Field(max_length=400)
    kind: Kind
    unit: UnitSystem
    job_id: int | None = None
    material_id: str | None = None
    field: str = ""


class QuantityOut(Model):
    value: float
    names: list[str]
    text_mm: str = ""
    text_in: str = ""


@lru_cache
def _catalogue_json() -> bytes:
    lines = [
        SectionLine(
            id=s.id,
            series=s.series,
            shape=s.shape,
            system=s.system,
            depth_mm=s.depth_mm,
            width_mm=s.width_mm,
            kg_per_m=round(s.mass_kg_per_m(material(sold_in(s)[0]).density_kg_m3), 4),
            materials=list(sold_in(s)),
        )
        for s in catalogue()
    ]
    return Catalogue(sections=lines, materials=list(MATERIALS)).model_dump_json().encode()


@router.get("/catalogue", response=Catalogue)
def get_catalogue(request: HttpRequest) -> HttpResponse:
    """All sections and materials."""
    return HttpResponse(_catalogue_json(), content_type="application/json")


@router.get("/section", response=SectionView)
def get_section(request: HttpRequest, id: str) -> SectionView:
    """One section with its properties and outline."""
    s = section(id)
    drawing = SectionDrawing(
        outline=outline_of(s),
        cx_mm=s.cx_mm,
        cy_mm=s.cy_mm,
        shear_centre_x_mm=s.shear_centre_x_mm,
        shear_centre_y_mm=s.shear_centre_y_mm,
        major_axis_deg=s.major_axis_deg,
    )
    return SectionView(section=s, drawing=drawing, mass_kg_per_m=s.mass_kg_per_m(material(sold_in(s)[0]).density_kg_m3))


@router.post("/quantity", response=QuantityOut)
def understand(request: HttpRequest, body: QuantityIn) -> QuantityOut:
    """What a typed quantity means, in core units, and as a length in both units."""
    names: dict[str, float] = {}
    if body.job_id is not None:
        job = job_of(request, body.job_id)
        names = evaluate_dimensions({d.spec.name: d.spec.size for d in Dimension.objects.filter(job=job)})
    metal = GAUGE_METAL[material(body.material_id).family] if body.material_id else None
    found = parse(body.text, kind=body.kind, unit=body.unit, names=names, metal=metal, field=body.field)
    if body.kind in ("length", "thickness"):
        return QuantityOut(
            value=found.value,
            names=found.names,
            text_mm=length_text(found.value, "mm"),
            text_in=length_text(found.value, "in", denominator=32),
        )
    return QuantityOut(value=found.value, names=found.names)
