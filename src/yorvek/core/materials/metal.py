"""Metals a shop builds from, each with its constants and where they come from.

Strengths are the standards' minimum values; those marked so are from memory and belong to the thickness range a small
shop uses (up to 16 mm or 5/8 in). Prices are round starting figures in the shop's currency per kilogram, to be replaced
by the shop's own.
"""

from __future__ import annotations

from typing import Literal

from pydantic import Field

from yorvek.core.model import Model

Family = Literal["carbon steel", "stainless", "aluminium", "panel"]


class Material(Model):
    """A metal: strengths and stiffness in MPa, density in kg/m3, price per kg."""

    id: str
    name: str
    family: Family
    E_MPa: float = Field(gt=0)
    G_MPa: float = Field(gt=0)
    density_kg_m3: float = Field(gt=0)
    yield_MPa: float = Field(gt=0)
    ultimate_MPa: float = Field(gt=0)
    yield_at_weld_MPa: float = Field(gt=0, description="within 25 mm of a weld")
    ultimate_at_weld_MPa: float = Field(gt=0)
    price_per_kg: float = Field(gt=0)
    weldability: str
    source: str
    lasting_MPa: float | None = Field(
        default=None, gt=0, description="of a plastic or panel: borne for years, not minutes"
    )

    @property
    def softens(self) -> bool:
        """Whether a weld takes strength from it."""
        return self.yield_at_weld_MPa < self.yield_MPa


def _steel(id: str, fy: float, fu: float, price: float, source: str, *, E: float, G: float, weld: str) -> Material:
    return Material(
        id=id,
        name=id,
        family="carbon steel",
        E_MPa=E,
        G_MPa=G,
        density_kg_m3=7850,
        yield_MPa=fy,
        ultimate_MPa=fu,
        yield_at_weld_MPa=fy,
        ultimate_at_weld_MPa=fu,
        price_per_kg=price,
        weldability=weld,
        source=source,
    )


def _en_steel(id: str, fy: float, fu: float, price: float) -> Material:
    return _steel(
        id,
        fy,
        fu,
        price,
        "EN 1993-1-1:2005 table 3.1, up to 40 mm (from memory)",
        E=210_000,
        G=81_000,
        weld="welds with any common process, filler of 70 ksi class matches; no preheat at these thicknesses",
    )


def _us_steel(id: str, fy: float, fu: float, price: float, source: str) -> Material:
    return _steel(
        id,
        fy,
        fu,
        price,
        source + " (from memory); E, G by AISC 360",
        E=199_948,
        G=77_221,
        weld="welds with any common process, filler of 70 ksi class matches",
    )


def _drawn(id: str, fy: float, fu: float, fyw: float, fuw: float, price: float) -> Material:
    """Cold-drawn tube: the heat of a weld gives back what drawing gained."""
    made = _us_steel(
        id,
        fy,
        fu,
        price,
        "ASTM A513 type 5, 1020 DOM: 70 ksi, 80 ksi; beside a weld as normalised, 35 ksi, 55 ksi",
    )
    return made.model_copy(
        update={
            "yield_at_weld_MPa": fyw,
            "ultimate_at_weld_MPa": fuw,
            "weldability": "welds with any common process, filler of 70 ksi class; loses half its yield beside the "
            "weld",
        }
    )


def _stainless(id: str, fy: float, fu: float, price: float) -> Material:
    return Material(
        id=id,
        name=f"stainless {id}",
        family="stainless",
        E_MPa=193_000,
        G_MPa=75_000,
        density_kg_m3=8000,
        yield_MPa=fy,
        ultimate_MPa=fu,
        yield_at_weld_MPa=fy,
        ultimate_at_weld_MPa=fu,
        price_per_kg=price,
        weldability="welds well with 308L or 316L filler; more distortion than steel; chromium in the fume",
        source="ASTM A240/A276 annealed minimum (from memory)",
    )


def _aluminium(
    id: str,
    fy: float,
    fu: float,
    fyw: float,
    fuw: float,
    E: float,
    price: float,
    source: str,
    weld: str,
    density: float = 2700,
) -> Material:
    return Material(
        id=id,
        name=f"aluminium {id}",
        family="aluminium",
        E_MPa=E,
        G_MPa=E / 2.66,
        density_kg_m3=density,
        yield_MPa=fy,
        ultimate_MPa=fu,
        yield_at_weld_MPa=fyw,
        ultimate_at_weld_MPa=fuw,
        price_per_kg=price,
        weldability=weld,
        source=source,
    )


def _unsure(id: str, fy: float, fu: float, price: float, source: str, weld: str) -> Material:
    """Steel that needs a question before it is welded."""
    return _steel(id, fy, fu, price, source, E=210_000, G=81_000, weld=weld)


MATERIALS: tuple[Material, ...] = (
    _en_steel("S235", 235, 360, 1.15),
    _en_steel("S275", 275, 430, 1.20),
    _en_steel("S355", 355, 490, 1.30),
    _us_steel("A36", 248.2, 400, 1.20, "ASTM A36: 36 ksi, 58 ksi"),
    _us_steel("A500 Gr C", 344.7, 427.5, 1.45, "ASTM A500 grade C: 50 ksi, 62 ksi"),
    _us_steel("A572-50", 344.7, 448.2, 1.30, "ASTM A572 grade 50: 50 ksi, 65 ksi"),
    _us_steel("A53 Gr B", 241.3, 413.7, 1.40, "ASTM A53 grade B: 35 ksi, 60 ksi"),
    _us_steel("A513", 220.6, 310.3, 1.60, "ASTM A513 type 1, 1010 as welded: 32 ksi, 45 ksi"),
    _drawn("DOM", 482.6, 551.6, 241.3, 379.2, 3.10),
    _unsure(
        "B500B",
        500,
        540,
        1.10,
        "EN 10080, class B (from memory)",
        "weldable where its mark says so (carbon equivalent 0.52 at most); of unknown grade it is not welded",
    ),
    _unsure(
        "unknown steel",
        185,
        290,
        0.60,
        "salvage of unknown grade: the least of structural steel, S185 of EN 10025-2 (from memory)",
        "spark and file it first, weld a coupon and bend it; what cracks or is hard is not welded; measure what rust "
        "has left",
    ),
    _stainless("304", 205, 515, 4.60),
    _stainless("316", 205, 515, 6.20),
    _aluminium(
        "6061-T6",
        240,
        260,
        105,
        165,
        69_600,
        5.40,
        "Aluminum Design Manual 2020 table A.4.3, extrusions 35 and 38 ksi, welded 15 and 24 ksi (from memory)",
        "welds with 4043 or 5356 filler, and loses more than half its yield beside the weld",
    ),
    _aluminium(
        "6082-T6",
        250,
        290,
        125,
        185,
        70_000,
        5.20,
        "EN 1999-1-1:2007 table 3.2b, 5 mm and more, heat-affected 125 and 185 (from memory)",
        "welds with 5356 or 4043 filler, and loses half its yield beside the weld",
    ),
    _aluminium(
        "5083-H111",
        125,
        275,
        125,
        275,
        70_000,
        5.60,
        "EN 1999-1-1:2007 table 3.2a, O/H111 (from memory)",
        "welds with 5183 or 5356 filler; keeps its annealed strength beside the weld",
        2660,
    ),
)
