"""From plate parts and sheets to one problem for each thickness in each material and process."""

from __future__ import annotations

from collections import Counter

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
from yorvek.core.jobs.sheets_cut import PlateKey, plates_done
from yorvek.core.jobs.spec import SawAndTable, SheetStockSpec, landed
from yorvek.core.jobs.state import JobState
from yorvek.core.jobs.ways import Drilled, later_of, named, way_of, why_later, without_later
from yorvek.core.materials import material
from yorvek.core.outlines import ring_points
from yorvek.core.outlines.width import is_circle, span_of
from yorvek.core.quantities import UnitSystem, length_text
from yorvek.core.workshop.processes import Process


def sheet_outline(item: SheetStockSpec) -> list[tuple[float, float]] | None:
    """Outline of a remnant, true or with a missing corner; None for a whole rectangle."""
    if item.outline:
        return list(item.outline)
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


def sheet_piece(w: WorkedPart, way: Process | None = None) -> SheetPiece:
    """A plate part as the nest takes it: arcs as polygons that never lie inside the true outline, openings that its
    way cannot make filled.
    """
    assert w.geometry is not None
    outline = without_later(w.geometry, way)
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


def drilled(w: WorkedPart, id: str, way: Process | None) -> list[Drilled]:
    """Holes that a part's way cannot make, by their size; what is not round is milled, and counts by its width. Then
    what is tapped and sunk.
    """
    g = w.geometry
    if g is None or g.thickness_mm is None:
        return []
    after = [
        Drilled(
            part=id, name=w.part.named(), qty=w.part.qty, holes=t.holes, across_mm=t.across_mm, why=t.tool, tool=t.tool
        )
        for t in g.tools
    ]
    if way is None:
        return after
    later = [g.outline.openings[k] for k in later_of(g, way)]
    sizes = Counter((is_circle(r), round(span_of(r), 2)) for r in later)
    round_why = {mm: why_later(way, g.thickness_mm, mm) for _, mm in sizes}
    other_why = f"{why_later(way, g.thickness_mm)}; it is no round hole: mill it"
    return [
        Drilled(
            part=id, name=w.part.named(), qty=w.part.qty, holes=n, across_mm=mm,
            why=round_why[mm] if round_ else other_why,
        )
        for (round_, mm), n in sorted(sizes.items())
    ] + after  # fmt: skip


def common_line(machines: SawAndTable, pieces: list[WorkedPart]) -> bool:
    """Whether the parts of a group share their cuts: never where one of them needs a clean edge."""
    return machines.common_line and not any(w.part.edge == "clean" for w in pieces)


def _size(width_mm: float, height_mm: float, unit: UnitSystem) -> str:
    return f"{length_text(width_mm, unit, with_unit=unit == 'in')} × {length_text(height_mm, unit)}"


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
                words=("remnant " if item.drop else "") + _size(item.width.value, item.height.value, state.job.unit),
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
                words=f"{_size(width, height, state.job.unit)}, assumed on offer",
                on_hand=False,
                price=price,
                assumed=True,
            )
        )
    return sheets, lines


Wanted = dict[PlateKey, list[WorkedPart]]


def sheet_groups(state: JobState, parts: dict[int, WorkedPart]) -> list[SheetGroup]:
    """Sheet problems by thickness, material and way to cut; what is cut already is not in them."""
    every = (_group(state, *key, pieces) for key, pieces in _by_plate(state, parts).items())
    return [group for group in every if group is not None]


def plates_changed(state: JobState, parts: dict[int, WorkedPart]) -> list[str]:
    """What is no longer wanted as it was cut, and what that means, a sentence each."""
    if not state.sheets_cut:
        return []
    out = []
    for key, pieces in _by_plate(state, parts).items():
        for p, w in _pieces(state, key.process, pieces):
            words = plates_done(state.sheets_cut.values(), str(key), w.ref, p.outline).words(p.id, p.qty)
            out += [words] * bool(words)
    return out


def _by_plate(state: JobState, parts: dict[int, WorkedPart]) -> Wanted:
    wanted: Wanted = {}
    for w in cut_pieces(parts):
        if w.geometry is not None and w.geometry.kind == "plate":
            key = PlateKey(
                round(w.geometry.thickness_mm or 0, 3), w.geometry.material_id, named(state.job, w.part.process)
            )
            wanted.setdefault(key, []).append(w)
    return wanted


def _pieces(state: JobState, process: str, pieces: list[WorkedPart]) -> list[tuple[SheetPiece, WorkedPart]]:
    way = way_of(state.job, process)
    return list(zip(own_names([sheet_piece(w, way) for w in pieces]), pieces, strict=True))


def _group(
    state: JobState, thickness: float, material_id: str, process: str, pieces: list[WorkedPart]
) -> SheetGroup | None:
    """One thickness in one material, cut in one way; None where all of it is cut."""
    machines, way = state.job.machines, way_of(state.job, process)
    key = str(PlateKey(thickness, material_id, process))
    every = _pieces(state, process, pieces)
    done = {p.id: plates_done(state.sheets_cut.values(), key, w.ref, p.outline) for p, w in every}
    still = [p.model_copy(update={"qty": p.qty - done[p.id].right}) for p, _ in every if p.qty > done[p.id].right]
    if not still:
        return None
    m = material(material_id)
    per_mm2 = thickness * m.density_kg_m3 * 1e-9 * m.price_per_kg
    sheets, lines = _on_hand_and_offered(state, material_id, thickness, per_mm2)
    problem = SheetProblem(
        name=f"{thickness:g} mm {material_id}" + (f" {process}" if process else ""),
        kerf=way.kerf_mm if way else machines.table_kerf.value,
        part_gap=0.0 if common_line(machines, pieces) else machines.part_gap.value,
        edge_margin=machines.edge_margin.value,
        sheets=sheets,
        parts=still,
        meta={"guillotine": True} if machines.straight_cuts_only or (way and way.straight_only) else {},
    )
    return SheetGroup(
        key=key,
        process=process,
        way=way.name if way else "",
        thickness_mm=thickness,
        material_id=material_id,
        problem=problem,
        lines=lines,
        mass_kg=sum((w.geometry.mass_kg if w.geometry else 0) * w.part.qty for w in pieces),
        left_out=[],
        refs={p.id: w.ref for p, w in every},
        drilled=[d for p, w in every for d in drilled(w, p.id, way)],
    )
