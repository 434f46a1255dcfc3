"""What is sent out to be cut: a drawing of each part and a list of them, in one file."""

from __future__ import annotations

import io
import re
import zipfile

from yorvek.core.errors import InputError
from yorvek.core.files.dxf import drawing_dxf
from yorvek.core.files.lists import Table, csv_text
from yorvek.core.jobs import Figures, JobSpec
from yorvek.core.jobs.cutting import WorkedPart
from yorvek.core.jobs.ways import later_of
from yorvek.core.parts import PartGeometry
from yorvek.core.quantities import UnitSystem
from yorvek.core.quantities.format import cut_text, length_text
from yorvek.core.workshop.processes import Process

MADE_AT = (2000, 1, 1, 0, 0, 0)
"""The same parcel is the same file, whenever it is made."""


def parcel_parts(found: Figures, way: str) -> list[WorkedPart]:
    """Plate parts that are cut by a way."""
    return [
        w
        for w in found.parts.values()
        if w.part.process == way and w.geometry is not None and w.geometry.kind == "plate"
    ]


def parcel_table(parts: list[WorkedPart], process: Process, unit: UnitSystem) -> Table:
    """What is asked for, a line a part; the price is left to be filled in."""
    rows: list[list[str | int | float | None]] = []
    for w in parts:
        g, of = w.geometry, w.part
        assert g is not None
        size = f"{cut_text(g.width_mm, unit)} × {cut_text(g.height_mm, unit)}"
        asked: list[str | int | float | None] = [of.mark, of.name, of.qty, length_text(g.thickness_mm or 0, unit)]
        rows.append([*asked, of.material_id, of.edge, size, drawing_name(w), _also(g, process), None])
    head = [
        "Mark", "Name", "Pieces", "Thickness", "Material", "Edge at least", "Size", "Drawing", "Also", "Price asked",
    ]  # fmt: skip
    return Table(title="Parcel", head=head, rows=rows)


def _also(g: PartGeometry, process: Process) -> str:
    """What its drawing shows beside the cut."""
    bends, later = len(g.bends), len(later_of(g, process))
    said = [f"{bends} bend{'s' * (bends > 1)}"] * bool(bends)
    said += [f"{later} opening{'s' * (later > 1)} made afterwards"] * bool(later)
    return ", ".join(said)


def drawing_name(w: WorkedPart) -> str:
    """The file of a part's drawing, with its thickness and metal."""
    g = w.geometry
    assert g is not None
    plain = re.sub(r'[\x00-\x1f<>:"/\\|?*]+', "_", f"{w.part.mark} {g.thickness_mm:g} mm {w.part.material_id}")
    return f"{plain}.dxf"


def parcel_zip(job: JobSpec, found: Figures, way: str, unit: UnitSystem) -> bytes:
    """A DXF of each part and the list, as a ZIP.

    Raises:
        InputError: the way is not sent out, or nothing is cut by it.
    """
    process = next((p for p in job.processes if p.name == way), None)
    if process is None or not process.sent_out:
        raise InputError(field="way", got=way, needs="a way to cut that is sent out")
    parts = parcel_parts(found, way)
    if not parts:
        raise InputError(field="way", got=way, needs="a part of the job that is cut by it")
    stream = io.BytesIO()
    with zipfile.ZipFile(stream, "w", zipfile.ZIP_DEFLATED) as file:
        file.writestr(zipfile.ZipInfo("list.csv", MADE_AT), "\ufeff" + csv_text([parcel_table(parts, process, unit)]))
        for w in parts:
            assert w.geometry is not None
            file.writestr(zipfile.ZipInfo(drawing_name(w), MADE_AT), drawing_dxf(w.part.mark, w.geometry, process))
    return stream.getvalue()
