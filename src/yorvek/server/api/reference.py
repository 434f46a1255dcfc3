"""What is the same for everybody: sections, materials, and what a typed quantity means."""

from __future__ import annotations

import json
from functools import lru_cache

from django.http import HttpRequest, HttpResponse
from ninja import Router
from pydantic import Field

from yorvek.core.errors import InputError
from yorvek.core.files.drawing import read_drawing
from yorvek.core.help import FIELDS, Help
from yorvek.core.jobs import ProfileSpec
from yorvek.core.jobs.asking import load_asks, process_asks
from yorvek.core.jobs.sources import SourceKind, source_kinds
from yorvek.core.materials import MATERIALS, PANELS, Material, material
from yorvek.core.materials.joining import WELDERS, Welder
from yorvek.core.model import Model
from yorvek.core.parts import Offered, PartFamily, bend_asks, feature_kinds, feature_patterns, part_families
from yorvek.core.quantities import BARE, Kind, UnitSystem, length_text, parse, quantity_text
from yorvek.core.quantities.asked import Question
from yorvek.core.quantities.entry import GAUGE_METAL, evaluate_dimensions, resolve
from yorvek.core.sections import Section, catalogue, outlines_of, section, short_name, sold_in
from yorvek.core.sections.built_up import PartShare
from yorvek.core.sections.composed import seams
from yorvek.core.sections.line import is_composed, outline_words
from yorvek.core.sections.section import SectionDrawing
from yorvek.server.api.access import job_of
from yorvek.server.api.drawings import content_of
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
    """Sections, metals, the unit that a bare number of each kind takes by unit system, and what is asked of plate
    parts, sources of a force, loads and ways to cut.
    """

    sections: list[SectionLine]
    materials: list[Material]
    bare_units: dict[str, dict[str, str]] = {}
    part_families: list[PartFamily] = []
    bend_asks: list[Question] = []
    features: list[Offered] = []
    patterns: list[Offered] = []
    force_sources: list[SourceKind] = []
    load_asks: list[Question] = []
    process_asks: list[Question] = []
    welders: list[Welder] = []


class SectionView(Model):
    """A section to look at; of a composed one also what its seams carry for each newton of shear."""

    section: Section
    drawing: SectionDrawing
    mass_kg_per_m: float
    name: str
    materials: list[str]
    seams: list[PartShare] = []


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
    bare = {unit: {kind: name for kind, (name, _) in kinds.items()} for unit, kinds in BARE.items()}
    known = Catalogue(
        sections=lines,
        materials=[*MATERIALS, *PANELS],
        bare_units=bare,
        part_families=part_families(),
        bend_asks=bend_asks(),
        features=feature_kinds(),
        patterns=feature_patterns(),
        force_sources=source_kinds(),
        load_asks=load_asks(),
        process_asks=process_asks(),
        welders=list(WELDERS),
    )
    return known.model_dump_json().encode()


@router.get("/catalogue", response=Catalogue)
def get_catalogue(request: HttpRequest) -> HttpResponse:
    """All sections and materials."""
    return HttpResponse(_catalogue_json(), content_type="application/json")


@lru_cache
def _help_json() -> bytes:
    told = {form: {path: one.model_dump() for path, one in fields.items()} for form, fields in FIELDS.items()}
    return json.dumps(told, ensure_ascii=False).encode()


@router.get("/help", response=dict[str, dict[str, Help]])
def get_help(request: HttpRequest) -> HttpResponse:
    """What each field of each form is, why it is asked, what it usually is, and where that comes from."""
    return HttpResponse(_help_json(), content_type="application/json")


@router.get("/section", response=SectionView)
def get_section(request: HttpRequest, id: str) -> SectionView:
    """One section with its properties and outline."""
    return _section_view(id)


def _section_view(id: str) -> SectionView:
    s = section(id)
    drawing = SectionDrawing(
        outlines=outlines_of(s),
        cx_mm=s.cx_mm,
        cy_mm=s.cy_mm,
        shear_centre_x_mm=s.shear_centre_x_mm,
        shear_centre_y_mm=s.shear_centre_y_mm,
        major_axis_deg=s.major_axis_deg,
    )
    return SectionView(
        section=s,
        drawing=drawing,
        mass_kg_per_m=s.mass_kg_per_m(material(sold_in(s)[0]).density_kg_m3),
        name=short_name(s.id),
        materials=list(sold_in(s)),
        seams=seams(s.id) if is_composed(s.id) else [],
    )


@router.post("/jobs/{job_id}/section", response=SectionView)
def look_at_profile(request: HttpRequest, job_id: int, body: ProfileSpec) -> SectionView:
    """A section of the job's own as it is being put together. Nothing is stored."""
    job = job_of(request, job_id)
    names = evaluate_dimensions({d.spec.name: d.spec.size for d in Dimension.objects.filter(job=job)})
    return _section_view(resolve(body, names).line())


class OutlineIn(Model):
    """A DXF or SVG of a profile; content in base64."""

    name: str = Field(min_length=1, max_length=200)
    content: str = Field(max_length=4_000_000)
    unit: str | None = None


@router.post("/section/outline", response=list[str])
def outline_of_drawing(request: HttpRequest, body: OutlineIn) -> list[str]:
    """The outlines of a drawing as parts of a composed section."""
    found = read_drawing(body.name, content_of(body.content), unit=body.unit, mend=False)
    if not found.outlines:
        raise InputError(
            field="drawing", got=body.name, needs="a closed outline: " + "; ".join(t.what for t in found.troubles[:3])
        )
    return [outline_words(x.outline) for x in found.outlines]


@router.post("/quantity", response=QuantityOut)
def understand(request: HttpRequest, body: QuantityIn) -> QuantityOut:
    """What a typed quantity means: in core units, and in words in both unit systems."""
    names: dict[str, float] = {}
    if body.job_id is not None:
        job = job_of(request, body.job_id)
        names = evaluate_dimensions({d.spec.name: d.spec.size for d in Dimension.objects.filter(job=job)})
    metal = GAUGE_METAL.get(material(body.material_id).family) if body.material_id else None
    found = parse(body.text, kind=body.kind, unit=body.unit, names=names, metal=metal, field=body.field)
    if body.kind in ("length", "thickness"):
        return QuantityOut(
            value=found.value,
            names=found.names,
            text_mm=length_text(found.value, "mm"),
            text_in=length_text(found.value, "in", denominator=32),
        )
    if body.kind not in BARE["mm"]:
        return QuantityOut(value=found.value, names=found.names)
    return QuantityOut(
        value=found.value, names=found.names, text_mm=quantity_text(found.value, body.kind, "mm"),
        text_in=quantity_text(found.value, body.kind, "in"),
    )  # fmt: skip
