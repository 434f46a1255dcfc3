"""From plate parts and sheets to one problem for each thickness in each material and process."""

from __future__ import annotations

from yorvek.core.cutting.sheets import SheetPiece, SheetProblem, SheetStock
from yorvek.core.errors import InputError
from yorvek.core.jobs.cutting import (
    ASSUMED_SHEET_MM,
    OWN_VALUE,
    SheetGroup,
    StockLine,
    WorkedPart,
    cut_pieces,
    own_names,
)
from yorvek.core.jobs.spec import SawAndTable, SheetStockSpec, landed
from yorvek.core.jobs.state import JobState
from yorvek.core.materials import material
from yorvek.core.outlines import ring_points


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
        mirror=w.part.mirror,
        first=w.part.first,
        kind=w.part.shape.family,
    )


def common_line(machines: SawAndTable, pieces: list[WorkedPart]) -> bool:
    """Whether the parts of a group share their cuts: never where one of them needs a clean edge."""
    return machines.common_line and not any(w.part.edge == "clean" for w in pieces)


def _on_hand_and_offered(
    state: JobState, material_id: str, thickness: float, per_mm2: float
) -> tuple[list[SheetStock], list[StockLine]]:
    """Sheets of a material and thickness that this job may use; where none is on offer, one of the usual size is
    assumed.
    """
    sheets: list[SheetStock] = []
    lines: list[StockLine] = []
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
        price = landed(
            item,
            item.price.value if item.price is not None else per_mm2 * item.width.value * item.height.value,
        )
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
    return sheets, lines


def sheet_groups(state: JobState, parts: dict[int, WorkedPart]) -> list[SheetGroup]:
    """Sheet problems by thickness and material."""
    wanted: dict[tuple[float, str, str], list[WorkedPart]] = {}
    for w in cut_pieces(parts):
        if w.geometry is not None and w.geometry.kind == "plate":
            thickness = round(w.geometry.thickness_mm or 0, 3)
            wanted.setdefault((thickness, w.geometry.material_id, w.part.process), []).append(w)
    machines = state.job.machines
    out = []
    ways = {p.name: p for p in state.job.processes}
    for (thickness, material_id, process), pieces in wanted.items():
        way = ways.get(process)
        m = material(material_id)
        per_mm2 = thickness * m.density_kg_m3 * 1e-9 * m.price_per_kg
        sheets, lines = _on_hand_and_offered(state, material_id, thickness, per_mm2)
        problem = SheetProblem(
            name=f"{thickness:g} mm {material_id}",
            kerf=way.kerf_mm if way else machines.table_kerf.value,
            part_gap=0.0 if common_line(machines, pieces) else machines.part_gap.value,
            edge_margin=machines.edge_margin.value,
            sheets=sheets,
            parts=own_names([sheet_piece(w) for w in pieces]),
            meta={"guillotine": True} if machines.straight_cuts_only or (way and way.straight_only) else {},
        )
        out.append(
            SheetGroup(
                key=f"{thickness:g}|{material_id}" + (f"|{process}" if process else ""),
                process=process,
                thickness_mm=thickness,
                material_id=material_id,
                problem=problem,
                lines=lines,
                mass_kg=sum((w.geometry.mass_kg if w.geometry else 0) * w.part.qty for w in pieces),
                left_out=[],
            )
        )
    return out
