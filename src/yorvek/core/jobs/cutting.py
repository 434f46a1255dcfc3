"""From parts and stock to bar and sheet problems, one for each profile or thickness in each material."""

from __future__ import annotations

from typing import TypeVar

from yorvek.core.cutting.bars import BarPiece, BarProblem, BarStock
from yorvek.core.cutting.sheets import SheetPiece, SheetProblem, SheetStock
from yorvek.core.errors import InputError
from yorvek.core.jobs.cuts import done_pieces
from yorvek.core.jobs.spec import BarStockSpec, SheetStockSpec
from yorvek.core.jobs.state import JobState, followed
from yorvek.core.materials import material
from yorvek.core.model import Model
from yorvek.core.outlines import Outline, Ring, ring_points
from yorvek.core.parts import PartGeometry, PartSpec, part_geometry
from yorvek.core.quantities import INCH_MM
from yorvek.core.sections import price_per_kg, section
from yorvek.core.sections.composed import is_composed, plate_size, single_parts

P = TypeVar("P", BarPiece, SheetPiece)
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


class BarGroup(Model):
    """One profile in one material."""

    key: str
    section_id: str
    material_id: str
    problem: BarProblem
    lines: list[StockLine]
    mass_kg: float
    left_out: list[str]


class SheetGroup(Model):
    """One thickness in one material."""

    key: str
    thickness_mm: float
    material_id: str
    problem: SheetProblem
    lines: list[StockLine]
    mass_kg: float
    left_out: list[str]


class WorkedPart(Model):
    """A part with its geometry, or what is wrong with it."""

    part: PartSpec
    geometry: PartGeometry | None
    trouble: str | None = None


def worked_parts(state: JobState) -> dict[int, WorkedPart]:
    """Every part worked out; trouble in words where it cannot be."""
    out: dict[int, WorkedPart] = {}
    for number, part in state.parts.items():
        try:
            full = followed(state, part)
            out[number] = WorkedPart(part=full, geometry=part_geometry(full))
        except InputError as error:
            out[number] = WorkedPart(part=part, geometry=None, trouble=error.sentence)
    return out


def cut_pieces(parts: dict[int, WorkedPart]) -> list[WorkedPart]:
    """What comes off bars and sheets: a bar of a composed section is taken apart into its sizes and its plates."""
    out = []
    for w in parts.values():
        if w.geometry is None or not w.geometry.section_id or not is_composed(w.geometry.section_id):
            out.append(w)
            continue
        for k, what in enumerate(single_parts(w.geometry.section_id)):
            part = w.part.model_copy(update={"mark": f"{w.part.mark}.{k + 1}"})
            out.append(WorkedPart(part=part, geometry=_taken_apart(w.geometry, what)))
    return out


def _taken_apart(whole: PartGeometry, what: str) -> PartGeometry:
    """One size or plate of a composed bar, as long as the bar."""
    m, length = material(whole.material_id), whole.length_mm or 0.0
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


def _bar_price(section_id: str, material_id: str, length_mm: float) -> float:
    s, m = section(section_id), material(material_id)
    return s.mass_kg_per_m(m.density_kg_m3) * length_mm / 1000 * price_per_kg(s, m.price_per_kg)


def bar_groups(state: JobState, parts: dict[int, WorkedPart]) -> list[BarGroup]:
    """Bar problems by profile and material, in the order of the parts."""
    wanted: dict[tuple[str, str], list[WorkedPart]] = {}
    for w in cut_pieces(parts):
        if w.geometry is not None and w.geometry.kind == "bar":
            wanted.setdefault((str(w.geometry.section_id), w.geometry.material_id), []).append(w)
    machines = state.job.machines
    longest = state.job.longest_piece.value if state.job.longest_piece else None
    out = []
    for (section_id, material_id), pieces in wanted.items():
        stock, lines, left_out = [], [], []
        for number, record in state.stock.items():
            item = record.item
            if (
                not isinstance(item, BarStockSpec)
                or (item.section_id, item.material_id) != (section_id, material_id)
                or item.qty == 0
                or item.reserved_for not in (None, state.number)
            ):
                continue
            if longest is not None and item.qty is None and item.length.value > longest:
                left_out.append(f"{item.length.text} is longer than the {longest:g} mm that can be brought home")
                continue
            price = (
                item.price.value if item.price is not None else _bar_price(section_id, material_id, item.length.value)
            )
            on_hand = item.qty is not None
            stock.append(
                BarStock(
                    id=f"s{number}",
                    length=item.length.value,
                    qty=item.qty,
                    cost=round(price * (OWN_VALUE if on_hand else 1.0), 2),
                )
            )
            lines.append(
                StockLine(
                    id=f"s{number}",
                    record=number,
                    words=("drop " if item.drop else "") + f"{item.length.value:g} mm",
                    on_hand=on_hand,
                    price=price,
                    assumed=item.price is None,
                    location=item.location,
                )
            )
        if not any(not line.on_hand for line in lines):
            length = ASSUMED_BAR_MM[section(section_id).system]
            if longest is None or length <= longest:
                price = _bar_price(section_id, material_id, length)
                stock.append(BarStock(id="assumed", length=length, cost=round(price, 2)))
                lines.append(
                    StockLine(
                        id="assumed",
                        record=None,
                        words=f"{length:g} mm, assumed on offer",
                        on_hand=False,
                        price=price,
                        assumed=True,
                    )
                )
        if not stock:
            left_out.append("no stock is entered that can be brought home")
            stock.append(BarStock(id="none", length=1.0, qty=0))
        wanted_here = _own_names(
            [
                BarPiece(id=w.part.mark, length=round(w.geometry.length_mm or 0, 4), qty=w.part.qty)
                for w in pieces
                if w.geometry
            ]
        )
        key = f"{section_id}|{material_id}"
        done = done_pieces(state.cuts.values(), key)
        still = [p.model_copy(update={"qty": p.qty - done[p.id]}) for p in wanted_here if p.qty > done[p.id]]
        if not still:
            continue
        problem = BarProblem(
            name=f"{section_id} {material_id}",
            kerf=machines.saw_kerf.value,
            end_trim=machines.end_trim.value,
            stock=stock,
            parts=still,
        )
        out.append(
            BarGroup(
                key=key,
                section_id=section_id,
                material_id=material_id,
                problem=problem,
                lines=lines,
                mass_kg=sum((w.geometry.mass_kg if w.geometry else 0) * w.part.qty for w in pieces),
                left_out=left_out,
            )
        )
    return out


def _own_names(pieces: list[P]) -> list[P]:
    """The pieces, a mark that stands twice numbered from its second time on."""
    seen: dict[str, int] = {}
    out = []
    for p in pieces:
        seen[p.id] = seen.get(p.id, 0) + 1
        out.append(p if seen[p.id] == 1 else p.model_copy(update={"id": f"{p.id} ({seen[p.id]})"}))
    return out


def sheet_outline(item: SheetStockSpec) -> list[tuple[float, float]] | None:
    """Outline of a remnant with a missing corner; None for a whole rectangle."""
    if (
        item.missing_width is None
        or item.missing_height is None
        or not item.missing_width.value
        or not item.missing_height.value
    ):
        return None
    w, h, mw, mh = item.width.value, item.height.value, item.missing_width.value, item.missing_height.value
    if mw >= w or mh >= h:
        raise InputError(
            field="missing_width",
            got=item.missing_width.text,
            needs="the missing corner must be smaller than the sheet",
        )
    return [(0, 0), (w, 0), (w, h - mh), (w - mw, h - mh), (w - mw, h), (0, h)]


def sheet_piece(w: WorkedPart) -> SheetPiece:
    """A plate part as the nest takes it: arcs as polygons that never lie inside the true outline."""
    assert w.geometry is not None
    outline = w.geometry.outline
    return SheetPiece(
        id=w.part.mark,
        qty=w.part.qty,
        outline=[(round(float(x), 4), round(float(y), 4)) for x, y in ring_points(outline.outer, side=1)],
        holes=[
            [(round(float(x), 4), round(float(y), 4)) for x, y in ring_points(o, side=-1)] for o in outline.openings
        ],
        rotations=[0.0, 180.0] if w.part.grain else [0.0, 90.0, 180.0, 270.0],
        kind=w.part.shape.family,
    )


def sheet_groups(state: JobState, parts: dict[int, WorkedPart]) -> list[SheetGroup]:
    """Sheet problems by thickness and material."""
    wanted: dict[tuple[float, str], list[WorkedPart]] = {}
    for w in cut_pieces(parts):
        if w.geometry is not None and w.geometry.kind == "plate":
            wanted.setdefault((round(w.geometry.thickness_mm or 0, 3), w.geometry.material_id), []).append(w)
    machines = state.job.machines
    out = []
    for (thickness, material_id), pieces in wanted.items():
        m = material(material_id)
        per_mm2 = thickness * m.density_kg_m3 * 1e-9 * m.price_per_kg
        sheets, lines = [], []
        for number, record in state.stock.items():
            item = record.item
            if (
                not isinstance(item, SheetStockSpec)
                or item.material_id != material_id
                or abs(item.thickness.value - thickness) > 0.05
                or item.qty == 0
                or item.reserved_for not in (None, state.number)
            ):
                continue
            price = item.price.value if item.price is not None else per_mm2 * item.width.value * item.height.value
            on_hand = item.qty is not None
            sheets.append(
                SheetStock(
                    id=f"s{number}",
                    width=item.width.value,
                    height=item.height.value,
                    qty=item.qty,
                    cost=round(price * (OWN_VALUE if on_hand else 1.0), 2),
                    outline=sheet_outline(item),
                )
            )
            lines.append(
                StockLine(
                    id=f"s{number}",
                    record=number,
                    words=("remnant " if item.drop else "") + f"{item.width.value:g} × {item.height.value:g} mm",
                    on_hand=on_hand,
                    price=price,
                    assumed=item.price is None,
                    location=item.location,
                )
            )
        if not any(not line.on_hand for line in lines):
            width, height = ASSUMED_SHEET_MM[state.job.unit]
            price = per_mm2 * width * height
            sheets.append(SheetStock(id="assumed", width=width, height=height, cost=round(price, 2)))
            lines.append(
                StockLine(
                    id="assumed",
                    record=None,
                    words=f"{width:g} × {height:g} mm, assumed on offer",
                    on_hand=False,
                    price=price,
                    assumed=True,
                )
            )
        problem = SheetProblem(
            name=f"{thickness:g} mm {material_id}",
            kerf=machines.table_kerf.value,
            part_gap=machines.part_gap.value,
            edge_margin=machines.edge_margin.value,
            sheets=sheets,
            parts=_own_names([sheet_piece(w) for w in pieces]),
            meta={"guillotine": True} if machines.straight_cuts_only else {},
        )
        out.append(
            SheetGroup(
                key=f"{thickness:g}|{material_id}",
                thickness_mm=thickness,
                material_id=material_id,
                problem=problem,
                lines=lines,
                mass_kg=sum((w.geometry.mass_kg if w.geometry else 0) * w.part.qty for w in pieces),
                left_out=[],
            )
        )
    return out
