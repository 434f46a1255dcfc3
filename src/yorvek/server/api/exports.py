"""Files out: job file, lists, cut list, drawings, nests. A stale plan's files say so."""

from __future__ import annotations

import re

from django.http import HttpRequest, HttpResponse
from django.utils.http import content_disposition_header
from ninja import Router
from ninja.errors import HttpError

from yorvek.core.cutting.sheets import SheetPlan, SheetProblem
from yorvek.core.files import dxf, lists, pdf, svg_out
from yorvek.core.files.buy_paper import buy_list_pdf
from yorvek.core.files.jobfile import write_job_file
from yorvek.core.files.labels import labels_pdf
from yorvek.core.files.parcel import parcel_zip
from yorvek.core.files.report import report_pdf
from yorvek.core.files.sheet_paper import nest_pdf
from yorvek.core.files.true_size import Paper, true_size_pdf
from yorvek.core.jobs import Figures
from yorvek.core.jobs.checking import refuse_unmeasured
from yorvek.core.jobs.state import followed
from yorvek.core.jobs.ways import way_of
from yorvek.core.parts import PartGeometry
from yorvek.core.parts.templates import template_of, templates_of
from yorvek.core.quantities import UnitSystem
from yorvek.server.api.access import job_of, row_of
from yorvek.server.api.plans import plan_of, plan_view
from yorvek.server.cutting.bought import bought
from yorvek.server.files import job_file
from yorvek.server.jobs.models import Job, Part
from yorvek.server.jobs.thread import job_figures, job_state

router = Router(tags=["exports"])
KINDS = {"dxf": "image/vnd.dxf", "svg": "image/svg+xml"}


def file_response(content: str | bytes, name: str, kind: str) -> HttpResponse:
    """A download with a safe name, in the letters it has."""
    response = HttpResponse(content, content_type=kind)
    safe = re.sub(r'[\x00-\x1f\x7f<>:"/\\\\|?*]+', "_", name).strip(" .") or "file"
    response["Content-Disposition"] = content_disposition_header(True, safe)
    return response


def _job(request: HttpRequest, job_id: int) -> tuple[Job, Figures]:
    job = job_of(request, job_id)
    return job, job_figures(job_state(job))


@router.get("/jobs/{job_id}/export/job.json")
def export_job(request: HttpRequest, job_id: int, stock: bool = False) -> HttpResponse:
    """The job file; `stock`: with the stock book, without its prices."""
    job = job_of(request, job_id)
    return file_response(write_job_file(job_file(job, stock=stock)), f"{job.spec.name}.job.json", "application/json")


@router.get("/jobs/{job_id}/export/cut-list.pdf")
def export_cut_list(request: HttpRequest, job_id: int, unit: UnitSystem = "mm") -> HttpResponse:
    """The cut list with every bar drawn."""
    job, found = _job(request, job_id)
    return file_response(pdf.cut_list_pdf(job.spec, found, unit), f"{job.spec.name} cut list.pdf", "application/pdf")


@router.get("/jobs/{job_id}/export/report.pdf")
def export_report(request: HttpRequest, job_id: int, unit: UnitSystem = "mm") -> HttpResponse:
    """The calculation report with every check, to be checked and signed."""
    job = job_of(request, job_id)
    state = job_state(job)
    content = report_pdf(state, job_figures(state), unit)
    return file_response(content, f"{job.spec.name} calculation report.pdf", "application/pdf")


def _tables(job: Job, found: Figures, unit: UnitSystem) -> list[lists.Table]:
    return [
        lists.pieces_table(found, unit),
        lists.bars_table(found, unit),
        lists.stops_table(found, unit),
        lists.buy_table(bought(job.pk, found), job.spec.currency, unit),
    ]


@router.get("/jobs/{job_id}/export/lists.csv")
def export_csv(request: HttpRequest, job_id: int, unit: UnitSystem = "mm") -> HttpResponse:
    """Pieces, bars and what to buy."""
    job, found = _job(request, job_id)
    tables = _tables(job, found, unit)
    return file_response(lists.csv_text(tables), f"{job.spec.name} lists.csv", "text/csv; charset=utf-8")


@router.get("/jobs/{job_id}/export/lists.xlsx")
def export_xlsx(request: HttpRequest, job_id: int, unit: UnitSystem = "mm") -> HttpResponse:
    """The same as a workbook."""
    job, found = _job(request, job_id)
    tables = _tables(job, found, unit)
    kind = "application/vnd.openxmlformats-officedocument.spreadsheetml.sheet"
    return file_response(lists.xlsx_bytes(tables), f"{job.spec.name} lists.xlsx", kind)


@router.get("/jobs/{job_id}/export/buy-list.pdf")
def export_buy_list(request: HttpRequest, job_id: int, unit: UnitSystem = "mm") -> HttpResponse:
    """What is bought, to take to the yard."""
    job, found = _job(request, job_id)
    content = buy_list_pdf(job.spec, bought(job.pk, found), unit)
    return file_response(content, f"{job.spec.name} buy list.pdf", "application/pdf")


@router.get("/jobs/{job_id}/export/parcel.zip")
def export_parcel(request: HttpRequest, job_id: int, way: str, unit: UnitSystem = "mm") -> HttpResponse:
    """What is sent out to be cut one way: drawings and their list."""
    job, found = _job(request, job_id)
    refuse_unmeasured(found)
    content = parcel_zip(job.spec, found, way, unit)
    return file_response(content, f"{job.spec.name} {way}.zip", "application/zip")


@router.get("/jobs/{job_id}/export/labels.pdf")
def export_labels(request: HttpRequest, job_id: int, unit: UnitSystem = "mm") -> HttpResponse:
    """A label for every piece: mark, module, size, and a code that opens the piece where this server is reached."""
    job, found = _job(request, job_id)
    opens = request.build_absolute_uri(f"/jobs/{job_id}/parts?pick=part%20")
    return file_response(
        labels_pdf(job.spec, found, unit, opens=opens), f"{job.spec.name} labels.pdf", "application/pdf"
    )


@router.get("/jobs/{job_id}/export/parts/{part_id}/true-size.pdf")
def export_true_size(
    request: HttpRequest, job_id: int, part_id: int, of: str, paper: Paper = "A4", unit: UnitSystem = "mm"
) -> HttpResponse:
    """A plate, a drilled face or the paper of an end in true size. `of`: part, a face's name, left-end, right-end."""
    job, found = _job(request, job_id)
    row = row_of(Part, job, part_id)
    refuse_unmeasured(found)
    template = template_of(followed(job_state(job), row.spec), _drawn(found, row), of, unit)
    title = f"{job.spec.name} {row.spec.mark} {row.spec.name}".strip() + f", revision {job.spec.revision}"
    content = true_size_pdf(title, template, paper, unit)
    return file_response(content, f"{job.spec.name} {row.spec.mark} {of} true size {paper}.pdf", "application/pdf")


@router.get("/jobs/{job_id}/export/parts/{part_id}/{side}-end.{kind}")
def export_end(request: HttpRequest, job_id: int, part_id: int, side: str, kind: str) -> HttpResponse:
    """The template of an end that is not cut square, in true size, to wrap around or lay on."""
    job, found = _job(request, job_id)
    row = row_of(Part, job, part_id)
    templates = {t.name: t for t in templates_of(followed(job_state(job), row.spec), _drawn(found, row))}
    template = templates.get(f"{side}-end")
    if template is None or kind not in KINDS:
        raise HttpError(404, "There is no such template: the end is square, or no paper is wrapped about this bar.")
    if kind == "dxf":
        refuse_unmeasured(found)
    mark = f"{row.spec.mark} {side} end"
    written = dxf.part_dxf if kind == "dxf" else svg_out.part_svg
    content = written(mark, template.outline, lines=template.lines)
    return file_response(content, f"{job.spec.name} {mark}.{kind}", KINDS[kind])


def _drawn(found: Figures, row: Part) -> PartGeometry:
    """A part worked out. Raises HttpError where it cannot be."""
    geometry = found.parts[row.pk].geometry
    if geometry is None:
        raise HttpError(422, f"This part cannot be drawn: {found.parts[row.pk].trouble}")
    return geometry


@router.get("/jobs/{job_id}/export/parts/{part_id}.{kind}")
def export_part(request: HttpRequest, job_id: int, part_id: int, kind: str) -> HttpResponse:
    """One part's true outline as DXF or SVG."""
    job, found = _job(request, job_id)
    row = row_of(Part, job, part_id)
    geometry = _drawn(found, row)
    if kind not in KINDS:
        raise HttpError(404, "A part goes out as .dxf or .svg.")
    if kind == "dxf":
        refuse_unmeasured(found)
        content = dxf.drawing_dxf(row.spec.mark, geometry, way_of(job.spec, row.spec.process))
    else:
        content = svg_out.part_svg(row.spec.mark, geometry.outline)  # a table may cut whatever an SVG has
    return file_response(content, f"{job.spec.name} {row.spec.mark}.{kind}", KINDS[kind])


@router.get("/jobs/{job_id}/export/plans/{plan_id}.{kind}")
def export_plan(request: HttpRequest, job_id: int, plan_id: int, kind: str, unit: UnitSystem = "mm") -> HttpResponse:
    """A nest as DXF, SVG or PDF."""
    job, found = _job(request, job_id)
    plan = plan_of(job, plan_id)
    if plan.result is None or kind not in ("dxf", "svg", "pdf"):
        raise HttpError(404, "This plan has no layout yet, or there is no such kind of file.")
    view = plan_view(job, plan)
    problem, result = SheetProblem.model_validate(plan.problem), SheetPlan.model_validate(plan.result)
    name = f"{job.spec.name} {problem.name}{' STALE' if view.stale else ''}.{kind}"
    if kind == "dxf":
        refuse_unmeasured(found)
        return file_response(
            dxf.nest_dxf(problem, result, view.outlines, stale=view.stale, later=view.later), name, "image/vnd.dxf"
        )
    if kind == "svg":
        return file_response(svg_out.nest_svg(problem, result, view.outlines, stale=view.stale), name, KINDS[kind])
    content = nest_pdf(
        job.spec, problem, result, view.outlines, found.cautions, unit, stale=view.stale, group=view.group,
        later=view.later,
    )  # fmt: skip
    return file_response(content, name, "application/pdf")
