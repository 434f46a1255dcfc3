"""What is to be cut: parts worked out, taken apart into what comes off bars and sheets, and the groups they are planned
in.
"""

from __future__ import annotations

from collections.abc import Mapping
from typing import TypeVar

from yorvek.core.cutting.bars import BarProblem, WantedLength
from yorvek.core.cutting.sheets import SheetPiece, SheetProblem
from yorvek.core.errors import InputError
from yorvek.core.jobs.state import JobState, followed
from yorvek.core.jobs.ways import Drilled
from yorvek.core.materials import material
from yorvek.core.model import Model
from yorvek.core.outlines import Outline, Ring
from yorvek.core.parts import BarPiece, PartGeometry, PartSpec, part_geometry
from yorvek.core.parts.ends import band_mm2
from yorvek.core.parts.plates import Rectangle
from yorvek.core.parts.saying import said_in
from yorvek.core.quantities import INCH_MM
from yorvek.core.sections import catalogue, section, sold_in
from yorvek.core.sections.composed import bought_as
from yorvek.core.sections.line import is_composed, plate_size, single_parts

P = TypeVar("P", WantedLength, SheetPiece)
GONE = "gone"
OWN_VALUE = 0.6
"""What metal on hand counts for against new, per length or area."""
ASSUMED_BAR_MM = {"metric": 6000.0, "inch": 240 * INCH_MM}
ASSUMED_SHEET_MM = {"mm": (2500.0, 1250.0), "in": (96 * INCH_MM, 48 * INCH_MM)}


class StockLine(Model):
    """What a stock id in a plan stands for."""

    id: str
    record: int | None
    words: str
    on_hand: bool
    price: float
    assumed: bool
    location: str = ""
    supplier: str = ""
    half: bool = False


class BarGroup(Model):
    """One profile in one material."""

    key: str
    section_id: str
    material_id: str
    problem: BarProblem
    lines: list[StockLine]
    mass_kg: float
    left_out: list[str]
    held: dict[str, float] = {}
    """Pieces that are still to be measured, and how long they are at most, mm."""
    refs: dict[str, str] = {}
    """What each piece is of, whatever its mark."""
    ripped: list[str] = []


class SheetGroup(Model):
    """One thickness in one material."""

    key: str
    thickness_mm: float
    material_id: str
    process: str = ""
    way: str = ""
    """What it is cut with, by its name."""
    problem: SheetProblem
    lines: list[StockLine]
    mass_kg: float
    left_out: list[str]
    refs: dict[str, str] = {}
    drilled: list[Drilled] = []


class WorkedPart(Model):
    """A part with its geometry, or what is wrong with it."""

    part: PartSpec
    geometry: PartGeometry | None
    trouble: str | None = None
    ref: str = ""
    """The record's number, and which size of it where it is composed."""


def worked_parts(state: JobState) -> dict[int, WorkedPart]:
    """Every part worked out; trouble in words where it cannot be."""
    out: dict[int, WorkedPart] = {}
    for number, part in state.parts.items():
        try:
            full = followed(state, part)
            found = part_geometry(full, state.job.unit, state.job.bends_tried)
            out[number] = WorkedPart(part=full, geometry=_split(state, full, found))
        except InputError as error:
            out[number] = WorkedPart(part=part, geometry=None, trouble=error.sentence)
    return out


def _split(state: JobState, part: PartSpec, g: PartGeometry) -> PartGeometry:
    """Half of a bar that is split lengthwise, less what the kerf takes of it: how deep it is, and its mass.

    Raises:
        InputError: the kerf is as wide as the bar is deep.
    """
    if not isinstance(part.shape, BarPiece) or not part.shape.ripped or not g.section_id or not g.length_mm:
        return g
    s, kerf = section(g.section_id), state.job.machines.saw_kerf.value
    if kerf >= s.depth_mm:
        raise InputError(field="saw_kerf", got=f"{kerf:g} mm", needs=f"less than the {s.depth_mm:g} mm that is split")
    lost = band_mm2(s, (s.depth_mm - kerf) / 2, (s.depth_mm + kerf) / 2) / 2 * g.length_mm
    deep = said_in(state.job.unit)(round((s.depth_mm - kerf) / 2, 2), whole=True)
    kg = g.mass_kg - lost * material(g.material_id).density_kg_m3 * 1e-9
    return g.model_copy(update={"mass_kg": kg, "notes": [*g.notes, f"each half {deep} deep"]})


def cut_pieces(parts: dict[int, WorkedPart]) -> list[WorkedPart]:
    """What comes off bars and sheets: a bar of a composed section is taken apart into its sizes and its plates, a
    rectangle that is cut from flat bar is a length of it.
    """
    out = []
    for number, one in parts.items():
        w = one.model_copy(update={"ref": str(number)})
        if w.geometry is not None and isinstance(w.part.shape, Rectangle) and w.part.shape.off_bar:
            flat = flat_bar_of(w)
            out.append(w if flat is None else w.model_copy(update={"geometry": _off_bar(w.geometry, flat)}))
            continue
        if w.geometry is None or not w.geometry.section_id or not is_composed(w.geometry.section_id):
            out.append(w)
            continue
        for k, what in enumerate(single_parts(w.geometry.section_id)):
            part = w.part.model_copy(update={"mark": f"{w.part.mark}.{k + 1}"})
            out.append(WorkedPart(part=part, geometry=_taken_apart(w.geometry, what), ref=f"{number}.{k + 1}"))
    return out


def same_piece(ref: str, parts: Mapping[int, int]) -> str:
    """What a piece is of, under the parts' other numbers; `gone` where its part is not among them."""
    number, dot, size = ref.partition(".")
    if not ref or not number.isdigit():
        return ref
    other = parts.get(int(number))
    return f"{other}{dot}{size}" if other is not None else GONE


def flats_for(w: WorkedPart) -> list[str]:
    """Flat bars as thick as a rectangle and at least as wide as its smaller side, sold in its material, the narrowest
    first.
    """
    g = w.geometry
    if g is None or g.kind != "plate" or not isinstance(w.part.shape, Rectangle) or g.thickness_mm is None:
        return []
    width, thick = min(g.width_mm, g.height_mm), round(g.thickness_mm, 2)
    found = []
    for s in catalogue():
        sides = sorted((round(s.width_mm, 2), round(s.depth_mm, 2)))
        if s.shape == "flat" and sides[0] == thick and sides[1] >= round(width, 2) and g.material_id in sold_in(s):
            found.append((sides[1], s.id))
    return [id for _, id in sorted(found)]


def flat_bar_of(w: WorkedPart) -> str | None:
    """The flat bar a rectangle is cut from: the wider one that is named, or that of its smaller side; None where there
    is none.
    """
    flats, shape = flats_for(w), w.part.shape
    if isinstance(shape, Rectangle) and shape.flat:
        return shape.flat if shape.flat in flats else None
    g = w.geometry
    exact = [id for id in flats if g and round(flat_width_mm(id), 2) == round(narrow_mm(g), 2)]
    return exact[0] if exact else None


def flat_width_mm(flat: str) -> float:
    """A flat bar's larger side, however it is named."""
    return max(section(flat).width_mm, section(flat).depth_mm)


def narrow_mm(g: PartGeometry) -> float:
    """A plate's smaller side."""
    return min(g.width_mm, g.height_mm)


def _off_bar(g: PartGeometry, flat: str) -> PartGeometry:
    """A rectangle as a length of flat bar."""
    long, wide = max(g.width_mm, g.height_mm), flat_width_mm(flat)
    notes = [*g.notes, f"split to {narrow_mm(g):g} mm"] if wide > narrow_mm(g) + 0.01 else g.notes
    return g.model_copy(
        update={"kind": "bar", "section_id": flat, "length_mm": long, "thickness_mm": None, "notes": notes}
    )


def _taken_apart(whole: PartGeometry, what: str) -> PartGeometry:
    """One size or plate of a composed bar, as long as the bar."""
    bought = bought_as(what, whole.material_id)
    m, length = material(bought), whole.length_mm or 0.0
    whole = whole.model_copy(update={"material_id": bought})
    plate = plate_size(what)
    if plate is None:
        s = section(what)
        kg = s.mass_kg_per_m(m.density_kg_m3) * length / 1000
        return whole.model_copy(update={"section_id": what, "area_mm2": s.A_mm2, "mass_kg": kg})
    width, thick = plate
    outline = Outline(outer=Ring.polygon([(0, 0), (length, 0), (length, width), (0, width)]))
    return whole.model_copy(
        update={
            "kind": "plate", "outline": outline, "thickness_mm": thick, "height_mm": width, "section_id": None,
            "area_mm2": length * width, "cut_length_mm": 2 * (length + width), "length_mm": None,
            "mass_kg": length * width * thick * m.density_kg_m3 * 1e-9,
        }
    )  # fmt: skip


def own_names(pieces: list[P]) -> list[P]:
    """The pieces, a mark that stands twice numbered from its second time on."""
    seen: dict[str, int] = {}
    out = []
    for p in pieces:
        seen[p.id] = seen.get(p.id, 0) + 1
        out.append(p if seen[p.id] == 1 else p.model_copy(update={"id": f"{p.id} ({seen[p.id]})"}))
    return out
