"""From bar parts and bars to one problem for each profile in each material."""

from __future__ import annotations

import math
from collections.abc import Mapping
from dataclasses import dataclass, field
from typing import Literal

from yorvek.core.cutting.bars import BarProblem, BarStock, WantedLength
from yorvek.core.jobs.cuts import Done, done_of
from yorvek.core.jobs.cutting import ASSUMED_BAR_MM, OWN_VALUE, BarGroup, StockLine, WorkedPart, cut_pieces, own_names
from yorvek.core.jobs.spec import BarStockSpec, landed
from yorvek.core.jobs.state import JobState
from yorvek.core.jobs.ways import Drilled
from yorvek.core.materials import material
from yorvek.core.parts import BarPiece as BarPart
from yorvek.core.quantities import length_text
from yorvek.core.sections import price_per_kg, section

Turns = Literal["any", "swap", "none"]
TURNS: dict[str, Turns] = {
    "rhs": "any", "chs": "any", "flat": "any", "square_bar": "any", "round_bar": "any", "i": "any", "channel": "swap",
}  # fmt: skip
"""How a piece of a shape may lie on its bar and still be the same piece; an angle or a tee only as it is drawn."""


def bars_drilled(parts: Mapping[int, WorkedPart]) -> list[Drilled]:
    """What is drilled, milled and tapped in the bars of a job, by part and tool."""
    return [
        Drilled(
            part=w.part.mark, name=w.part.named(), qty=w.part.qty, holes=t.holes, across_mm=t.across_mm, why=t.tool,
            tool="" if t.opens else t.tool,
        )
        for w in parts.values()
        if w.geometry is not None and w.geometry.kind == "bar"
        for t in w.geometry.tools
    ]  # fmt: skip


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


def bar_groups(state: JobState, parts: dict[int, WorkedPart], only: str = "") -> list[BarGroup]:
    """Bar problems by profile and material, in the order of the parts, or the one of that key; what is cut already is
    not in them.
    """
    wanted = {k: pieces for k, pieces in _by_profile(parts).items() if not only or "|".join(k) == only}
    every = (_group(state, *key, pieces) for key, pieces in wanted.items())
    return [group for group in every if group is not None]


def _by_profile(parts: dict[int, WorkedPart]) -> dict[tuple[str, str], list[WorkedPart]]:
    wanted: dict[tuple[str, str], list[WorkedPart]] = {}
    for w in cut_pieces(parts):
        if w.geometry is not None and w.geometry.kind == "bar":
            wanted.setdefault((str(w.geometry.section_id), w.geometry.material_id), []).append(w)
    return wanted


def changed_after_cutting(state: JobState, parts: dict[int, WorkedPart]) -> list[str]:
    """What is no longer wanted as it was cut, and what that means, a sentence each."""
    if not state.cuts:
        return []
    out = []
    for (section_id, material_id), pieces in _by_profile(parts).items():
        wanted = _wanted(state, pieces)
        done = _done(state, f"{section_id}|{material_id}", wanted)
        out += [words for p, _ in wanted if (words := done[p.id].words(p))]
    return out


def _wanted(state: JobState, pieces: list[WorkedPart]) -> list[tuple[WantedLength, WorkedPart]]:
    saw = state.job.machines.saw_kerf.value
    return list(zip(own_names([_piece(w, saw) for w in pieces]), pieces, strict=True))


def _done(state: JobState, key: str, wanted: list[tuple[WantedLength, WorkedPart]]) -> dict[str, Done]:
    return {p.id: done_of(state.cuts.values(), key, p, w.ref) for p, w in wanted}


def _group(state: JobState, section_id: str, material_id: str, pieces: list[WorkedPart]) -> BarGroup | None:
    """One profile in one material; None where all of it is cut."""
    key = f"{section_id}|{material_id}"
    machines = state.job.machines
    s = section(section_id)
    named = _wanted(state, pieces)
    done = _done(state, key, named)
    still = [p.model_copy(update={"qty": p.qty - done[p.id].counts}) for p, _ in named if p.qty > done[p.id].counts]
    if not still:
        return None
    held = {p.id: most.value for p, w in named if (most := _part(w).held_to) is not None}
    bars = _bars(state, section_id, material_id)
    problem = BarProblem(
        name=f"{section_id} {material_id}",
        kerf=machines.saw_kerf.value,
        end_trim=machines.end_trim.value + machines.clamp_dead.value,
        stock=bars.stock,
        parts=_with_room(still, held, machines.saw_kerf.value),
        depth=s.depth_mm if any(p.left or p.right for p in still) else 0.0,
        turns=TURNS.get(s.shape, "none"),
    )
    return BarGroup(
        key=key,
        section_id=section_id,
        material_id=material_id,
        problem=problem,
        lines=bars.lines,
        mass_kg=sum((w.geometry.mass_kg if w.geometry else 0) * w.part.qty for w in pieces),
        left_out=bars.left_out,
        held=held,
        ripped=[p.id for p, w in named if _part(w).ripped],
        refs={p.id: w.ref for p, w in named},
    )


def _part(w: WorkedPart) -> BarPart:
    """The bar's own entry; a strip off a flat has none of its options."""
    return w.part.shape if isinstance(w.part.shape, BarPart) else BarPart()


def _piece(w: WorkedPart, kerf_mm: float) -> WantedLength:
    """A piece as the plan takes it: two halves off one length where it is ripped. One that is still to be measured has
    its most kept for it, and what its own cuts take: it shares none, it is cut last.
    """
    assert w.geometry is not None
    shape = _part(w)
    length, ends = w.geometry.length_mm or 0.0, shape.sawn()
    if shape.held_to is not None:
        length = shape.held_to.value + sum(kerf_mm / math.cos(math.radians(e)) for e in ends if e)
        ends = (0.0, 0.0)
    qty = math.ceil(w.part.qty / 2) if shape.ripped else w.part.qty
    return WantedLength(id=w.part.mark, length=round(length, 4), qty=qty, left=ends[0], right=ends[1])


def _with_room(parts: list[WantedLength], held: dict[str, float], kerf_mm: float) -> list[WantedLength]:
    """Beside slanted pieces one that is held back, and so lies last, has room for the cuts between it and these."""
    leans = [abs(x) for p in parts for x in (p.left, p.right) if x]
    if not leans or not held:
        return parts
    more = kerf_mm + kerf_mm / math.cos(math.radians(max(leans)))
    return [p.model_copy(update={"length": p.length + more}) if p.id in held else p for p in parts]


def _bars(state: JobState, section_id: str, material_id: str) -> _Bars:
    longest = state.job.longest_piece.value if state.job.longest_piece else None
    out = _Bars()

    def said(mm: float) -> str:
        return length_text(mm, state.job.unit)

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
                out.left_out.append(f"{item.length.text} is longer than the {said(longest)} that can be brought home")
                continue
            words = f"half of {said(item.length.value)}, cut at the yard, {said(half)} counted"
            out.add(f"s{number}", half, None, (price + item.yard_cut.value) / 2, words=words, half=True, **common)
            continue
        words = ("drop " if item.drop else "") + said(item.length.value)
        out.add(f"s{number}", item.length.value, item.qty, price, words=words, **common)
    if not any(not line.on_hand for line in out.lines):
        length = ASSUMED_BAR_MM[section(section_id).system]
        if longest is None or length <= longest:
            price = bar_price(section_id, material_id, length)
            out.add(
                "assumed", length, None, price, words=f"{said(length)}, assumed on offer", record=None, assumed=True
            )
    if not out.stock:
        out.left_out.append("no stock is entered that can be brought home")
        out.stock.append(BarStock(id="none", length=1.0, qty=0))
    return out
