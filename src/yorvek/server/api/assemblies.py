"""Assemblies: how one looks from somewhere, set out along a structure, and its sheets."""

from __future__ import annotations

from dataclasses import replace

from django.http import HttpRequest, HttpResponse
from ninja import Router
from ninja.errors import HttpError
from pydantic import Field

from yorvek.core.assemblies.drawing import AssemblyView, view_of
from yorvek.core.assemblies.seen import ViewName
from yorvek.core.assemblies.spec import AssemblySpec
from yorvek.core.assemblies.worked import work_out_assembly
from yorvek.core.files.assembly_paper import assembly_dxf, assembly_pdf
from yorvek.core.jobs.assemblies import SetOut, ready_of, set_out
from yorvek.core.jobs.checking import refuse_unmeasured
from yorvek.core.model import Model
from yorvek.core.quantities import UnitSystem
from yorvek.core.quantities.entry import resolve
from yorvek.server.api.access import job_of, row_of
from yorvek.server.api.exports import file_response
from yorvek.server.jobs.models import Assembly, Structure
from yorvek.server.jobs.thread import job_figures, job_state

router = Router(tags=["assemblies"])


class ViewIn(Model):
    """An assembly as it is, or as it would be; from where it is seen, and how much room there is on paper."""

    spec: AssemblySpec
    view: ViewName = "space"
    apart: bool = False
    step: int | None = Field(default=None, ge=1, le=99)
    width_mm: float = Field(default=220.0, ge=120, le=1000)
    height_mm: float = Field(default=140.0, ge=40, le=1000)


@router.post("/jobs/{job_id}/assembly-view", response=AssemblyView)
def see_assembly(request: HttpRequest, job_id: int, body: ViewIn) -> AssemblyView:
    """An assembly as it is seen from somewhere, with marks and weld symbols. Nothing is stored."""
    state = job_state(job_of(request, job_id))
    spec = resolve(body.spec, state.names())
    ready = ready_of(state, job_figures(state).parts, spec)
    room = (body.width_mm, body.height_mm)
    return view_of(ready, work_out_assembly(ready), body.view, room, apart=body.apart, step=body.step)


@router.get("/jobs/{job_id}/structures/{structure_id}/set-out", response=SetOut)
def set_out_structure(request: HttpRequest, job_id: int, structure_id: int) -> SetOut:
    """Parts of the job along every bar of a structure. Nothing is stored."""
    job = job_of(request, job_id)
    row = row_of(Structure, job, structure_id)
    state = job_state(job)
    return set_out(state, job_figures(state).parts, row.pk)


@router.get("/jobs/{job_id}/export/assemblies/{assembly_id}.{kind}")
def export_assembly(
    request: HttpRequest, job_id: int, assembly_id: int, kind: str, unit: UnitSystem = "mm"
) -> HttpResponse:
    """The sheets of an assembly as PDF, or its views in true size as DXF."""
    job = job_of(request, job_id)
    row = row_of(Assembly, job, assembly_id)
    state = job_state(job)
    found = job_figures(state)
    if kind not in ("pdf", "dxf"):
        raise HttpError(404, "An assembly goes out as .pdf or .dxf.")
    base = ready_of(state, found.parts, state.assemblies[row.pk])
    ready = replace(base, unit=unit)
    result = work_out_assembly(ready)
    name = f"{job.spec.name} assembly {row.spec.mark}.{kind}"
    if kind == "dxf":
        refuse_unmeasured(found)
        return file_response(assembly_dxf(ready, result), name, "image/vnd.dxf")
    return file_response(assembly_pdf(job.spec, ready, result, found.cautions), name, "application/pdf")
