"""From bar parts and bars to one problem for each profile in each material."""

from __future__ import annotations

import math
from dataclasses import dataclass, field

from yorvek.core.cutting.bars import BarProblem, BarStock, WantedLength
from yorvek.core.jobs.cuts import done_pieces
from yorvek.core.jobs.cutting import ASSUMED_BAR_MM, OWN_VALUE, BarGroup, StockLine, WorkedPart, cut_pieces, own_names
from yorvek.core.jobs.spec import BarStockSpec, landed
from yorvek.core.jobs.state import JobState
from yorvek.core.materials import material
from yorvek.core.parts import BarPiece as BarPart
from yorvek.core.sections import price_per_kg, section


def bar_price(section_id: str, material_id: str, length_mm: float) -> float:
    """A bar by its mass and the catalogue's price."""
    s, m = section(section_id), material(material_id)
    return s.mass_kg_per_m(m.density_kg_m3) * length_mm / 1000 * price_per_kg(s, m.price_per_kg)


@dataclass
class _Bars:
    """Bars of one profile: as the problem takes them, in words, and what was left out."""

    stock: list[BarStock] = field(default_factory=list)
    lines: list[StockLine] = field(default_factory=list)
    left_out: list[str] = field(default_factory=list)

    def add(self, id: str, length: float, qty: int | None, price: float, **line: object) -> None:
        on_hand = qty is not None and bool(line.pop("on_hand", True))
        self.stock.append(
            BarStock(id=id, length=length, qty=qty, cost=round(price * (OWN_VALUE if on_hand else 1.0), 2))
        )
        self.lines.append(StockLine.model_validate({"id": id, "on_hand": on_hand, "price": price, **line}))


def bar_groups(state: JobState, parts: dict[int, WorkedPart]) -> list[BarGroup]:
    """Bar problems by profile and material, in the order of the parts; what is cut already is not in them."""
    wanted: dict[tuple[str, str], list[WorkedPart]] = {}
    for w in cut_pieces(parts):
        if w.geometry is not None and w.geometry.kind == "bar":
            wanted.setdefault((str(w.geometry.section_id), w.geometry.material_id), []).append(w)
    out = []
    for (section_id, material_id), pieces in wanted.items():
        key = f"{section_id}|{material_id}"
        paired = paired_ends(section_id, pieces)
        saw = state.job.machines.saw_kerf.value
        every = own_names([_piece(w, paired, saw) for w in pieces])
        done = done_pieces(state.cuts.values(), key)
        still = [p.model_copy(update={"qty": p.qty - done[p.id]}) for p in every if p.qty > done[p.id]]
        if not still:
            continue
        bars = _bars(state, section_id, material_id)
        machines = state.job.machines
        problem = BarProblem(
            name=f"{section_id} {material_id}",
            kerf=machines.saw_kerf.value,
            end_trim=machines.end_trim.value
            + machines.clamp_dead.value
            + (paired.slant_mm + _beside_mm(pieces, saw) if paired else 0.0),
            stock=bars.stock,
            parts=still,
        )
        out.append(
            BarGroup(
                key=key,
                section_id=section_id,
                material_id=material_id,
                problem=problem,
                lines=bars.lines,
                mass_kg=sum((w.geometry.mass_kg if w.geometry else 0) * w.part.qty for w in pieces),
                left_out=bars.left_out,
                lengths={
                    p.id: round(w.geometry.length_mm or 0.0, 4)
                    for p, w in zip(every, pieces, strict=True)
                    if w.geometry
                },
                held=[p.id for p, w in zip(every, pieces, strict=True) if _part(w).held_to is not None],
                ripped=[p.id for p, w in zip(every, pieces, strict=True) if _part(w).ripped],
                said=[paired.words] if paired else [],
                slanted_kerf_mm=max(saw + slanted_mm(_part(w), saw, shared=True) for w in pieces) if paired else 0.0,
            )
        )
    return out


def _part(w: WorkedPart) -> BarPart:
    """The bar's own entry; a strip off a flat has none of its options."""
    return w.part.shape if isinstance(w.part.shape, BarPart) else BarPart()


def _piece(w: WorkedPart, paired: Paired | None, kerf_mm: float) -> WantedLength:
    """A piece as the plan takes it: two halves off one length where it is ripped, at its most where it is still to be
    measured, with what slanted cuts take along the bar beyond a square one, less what it shares with its neighbour
    where mitred ends lie against each other.
    """
    assert w.geometry is not None
    shape = _part(w)
    length = shape.held_to.value if shape.held_to is not None else w.geometry.length_mm or 0.0
    length += slanted_mm(shape, kerf_mm, shared=paired is not None)
    if paired is not None and (shape.left_end.value or shape.right_end.value):
        length -= paired.shared_mm
    qty = math.ceil(w.part.qty / 2) if shape.ripped else w.part.qty
    return WantedLength(id=w.part.mark, length=round(length, 4), qty=qty)


def slanted_mm(shape: BarPart, kerf_mm: float, *, shared: bool) -> float:
    """What slanted cuts of a piece take along the bar beyond the one square kerf that every piece has, mm.

    A cut at an angle from square takes kerf over its cosine. Where ends share their cuts there is one of them a piece;
    elsewhere a slanted end has a cut of its own, and the bar is squared for the piece beside it.
    """
    cuts = [kerf_mm / math.cos(math.radians(abs(e.value))) for e in (shape.left_end, shape.right_end) if e.value]
    if not cuts:
        return 0.0
    return max(cuts) - kerf_mm if shared else sum(cuts)


def _beside_mm(pieces: list[WorkedPart], kerf_mm: float) -> float:
    """What slanted ends take once a bar beyond their slant, mm: a kerf that squares it for what else lies on it; where
    every piece is slanted the last of them has no other against its end, and takes less.
    """
    least = min(slanted_mm(_part(w), kerf_mm, shared=True) for w in pieces)
    return -least if least else kerf_mm


@dataclass(frozen=True)
class Paired:
    """Mitred ends of one angle, lying against each other: what each piece shares, and what the slant costs once a
    bar.
    """

    shared_mm: float
    slant_mm: float
    words: str


def paired_ends(section_id: str, pieces: list[WorkedPart]) -> Paired | None:
    """Whether all mitred pieces of a profile have one and the same angle at both ends, so that one cut serves two of
    them.

    The second piece is turned over: from piece to piece it is then the length less depth times tan of the angle.
    """
    angles = {
        (round(abs(_part(w).left_end.value), 6), round(abs(_part(w).right_end.value), 6))
        for w in pieces
        if _part(w).left_end.value or _part(w).right_end.value
    }
    if len(angles) != 1:
        return None
    left, right = next(iter(angles))
    if left != right or not left:
        return None
    shared = section(section_id).depth_mm * math.tan(math.radians(left))
    return Paired(
        shared, shared, f"ends of {left:g}° share a cut: turn every second piece over, they stand side by side"
    )


def _bars(state: JobState, section_id: str, material_id: str) -> _Bars:
    longest = state.job.longest_piece.value if state.job.longest_piece else None
    out = _Bars()
    for number, record in state.stock.items():
        item = record.item
        if (
            not isinstance(item, BarStockSpec)
            or (item.section_id, item.material_id) != (section_id, material_id)
            or item.qty == 0
            or item.reserved_for not in (None, state.number)
        ):
            continue
        own = item.price.value if item.price is not None else bar_price(section_id, material_id, item.length.value)
        price = landed(item, own)
        common = {"record": number, "assumed": item.price is None, "location": item.location, "supplier": item.supplier}
        if longest is not None and item.qty is None and item.length.value > longest:
            half = item.length.value / 2 - state.job.machines.yard_tolerance.value
            if item.yard_cut is None or half > longest:
                out.left_out.append(f"{item.length.text} is longer than the {longest:g} mm that can be brought home")
                continue
            words = f"half of {item.length.value:g} mm, cut at the yard, {half:g} mm counted"
            out.add(f"s{number}", half, None, (price + item.yard_cut.value) / 2, words=words, half=True, **common)
            continue
        words = ("drop " if item.drop else "") + f"{item.length.value:g} mm"
        out.add(f"s{number}", item.length.value, item.qty, price, words=words, **common)
    if not any(not line.on_hand for line in out.lines):
        length = ASSUMED_BAR_MM[section(section_id).system]
        if longest is None or length <= longest:
            price = bar_price(section_id, material_id, length)
            out.add("assumed", length, None, price, words=f"{length:g} mm, assumed on offer", record=None, assumed=True)
    if not out.stock:
        out.left_out.append("no stock is entered that can be brought home")
        out.stock.append(BarStock(id="none", length=1.0, qty=0))
    return out
