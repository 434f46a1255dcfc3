"""Metals that a shop cuts and carries but this program does not size: nominal density and elastic constants.

Handbook values, from memory; alloys scatter by a few percent.
"""

from __future__ import annotations

from yorvek.core.model import Model


class NominalMetal(Model):
    """Nominal figures of a metal."""

    density_kg_m3: float
    E_MPa: float
    G_MPa: float


OTHER_METALS: dict[str, NominalMetal] = {
    "copper": NominalMetal(density_kg_m3=8940, E_MPa=117_000, G_MPa=44_000),
    "brass": NominalMetal(density_kg_m3=8500, E_MPa=100_000, G_MPa=37_000),
    "bronze": NominalMetal(density_kg_m3=8800, E_MPa=105_000, G_MPa=41_000),
    "grey cast iron": NominalMetal(density_kg_m3=7200, E_MPa=100_000, G_MPa=41_000),
    "titanium": NominalMetal(density_kg_m3=4500, E_MPa=110_000, G_MPa=42_000),
}
