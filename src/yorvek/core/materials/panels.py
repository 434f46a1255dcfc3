"""Plastics, plywood and composite panel as floors and covers; sold as sheet, judged by their breaking strength.

Short-time values at room temperature, handbook figures from memory; sun, heat, water and long loading lower them.
"""

from __future__ import annotations

from yorvek.core.materials.metal import Material


def _panel(
    id: str, E: float, G: float, kg_m3: float, strong: float, price: float, source: str, *, lasting: float
) -> Material:
    return Material(
        id=id,
        name=id,
        family="panel",
        E_MPa=E,
        G_MPa=G,
        density_kg_m3=kg_m3,
        yield_MPa=strong,
        ultimate_MPa=strong,
        yield_at_weld_MPa=strong,
        ultimate_at_weld_MPa=strong,
        price_per_kg=price,
        weldability="is not welded to metal: bolt it with room to move, washers under the heads",
        source=source,
        lasting_MPa=lasting,
    )


PANELS: tuple[Material, ...] = (
    _panel(
        "acrylic",
        3200,
        1180,
        1190,
        70,
        9.0,
        "cast acrylic sheet, bending strength 100 less 30 % for edges; 20 borne for years without crazing (from "
        "memory)",
        lasting=20,
    ),
    _panel(
        "polycarbonate",
        2350,
        860,
        1200,
        60,
        11.0,
        "polycarbonate sheet, yield in bending; 28 for years (from memory)",
        lasting=28,
    ),
    _panel(
        "birch plywood",
        7500,
        620,
        680,
        29,
        4.0,
        "birch plywood across the face grain, characteristic; 0.6 of it for lasting loads, EN 1995 kmod (from memory)",
        lasting=17.4,
    ),
    _panel(
        "composite panel",
        25_000,
        1000,
        1900,
        44,
        12.0,
        "two 0.5 mm aluminium skins on a 4 mm core, as one; half of it for years (common practice, no source)",
        lasting=22,
    ),
)
