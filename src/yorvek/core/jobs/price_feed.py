"""A stand-in for suppliers' price lists: made-up offers for what a job needs, the same for everybody on one day."""

from __future__ import annotations

import hashlib
from datetime import date

from yorvek.core.jobs.bar_groups import bar_price
from yorvek.core.jobs.figures import Figures
from yorvek.core.jobs.spec import BarStockSpec, SheetStockSpec, StockSpec
from yorvek.core.materials import material
from yorvek.core.quantities.entry import Length, Money, Thickness

SUPPLIERS = (("Reedside Steel", 0.96, 6.0), ("Saltmarsh Metals", 1.03, 0.0))
"""Name, price against the catalogue's, and delivery of one; made up."""
BARS_MM = (6000.0, 7500.0)
SHEETS_MM = ((2500.0, 1250.0), (3000.0, 1500.0))
NOTE = "simulated price list"


def _swing(*words: object) -> float:
    """From -6 to 6 percent, by what and when."""
    mark = hashlib.sha256("|".join(map(str, words)).encode()).digest()
    return 1 + (mark[0] / 255 - 0.5) * 0.12


def feed(found: Figures, day: date) -> list[StockSpec]:
    """Two suppliers' offers for every profile and thickness that is still to be cut."""
    out = []
    for supplier, level, delivery in SUPPLIERS:
        more = {
            "supplier": supplier,
            "note": f"{NOTE}, {day.isoformat()}",
            "delivery": Money(text=f"{delivery:g}", value=delivery) if delivery else None,
        }
        for bar in found.bars:
            g = bar.group
            for length in BARS_MM:
                price = bar_price(g.section_id, g.material_id, length) * level * _swing(supplier, g.key, length, day)
                cut = Money(text="4", value=4.0) if length > BARS_MM[0] else None
                item = BarStockSpec(
                    section_id=g.section_id, material_id=g.material_id,
                    length=Length(text=f"{length:g} mm", value=length),
                    price=Money(text=f"{price:.2f}", value=round(price, 2)), yard_cut=cut, **more,
                )  # fmt: skip
                out.append(StockSpec(item=item))
        for sheet in found.sheets:
            m = material(sheet.material_id)
            for width, height in SHEETS_MM:
                kg = width * height * sheet.thickness_mm * m.density_kg_m3 * 1e-9
                price = kg * m.price_per_kg * level * _swing(supplier, sheet.key, width, day)
                plate = SheetStockSpec(
                    material_id=sheet.material_id,
                    thickness=Thickness(text=f"{sheet.thickness_mm:g} mm", value=sheet.thickness_mm),
                    width=Length(text=f"{width:g} mm", value=width), height=Length(text=f"{height:g} mm", value=height),
                    price=Money(text=f"{price:.2f}", value=round(price, 2)), **more,
                )  # fmt: skip
                out.append(StockSpec(item=plate))
    return out
