"""Nominal shear strength by shape. AISC 360-22 chapter G (from memory). Columns in, N out."""

from __future__ import annotations

import numpy as np

from yorvek.core.sections.table import Array, SectionTable

SOLID = ("flat", "square_bar", "round_bar")


def web_coefficient(h_t: Array, Fy: Array, E: Array, kv: float) -> Array:
    """Cv2 of a web. AISC 360-22 eq. G2-9 to G2-11 (from memory)."""
    limit = np.sqrt(kv * E / Fy)
    with np.errstate(divide="ignore", invalid="ignore"):
        return np.where(
            h_t <= 1.10 * limit, 1.0, np.where(h_t <= 1.37 * limit, 1.10 * limit / h_t, 1.51 * kv * E / (h_t**2 * Fy))
        )


def nominal_shear(t: SectionTable, Fy: Array, E: Array, length_mm: float) -> Array:
    """Vn: G4 for rectangular hollow, G5 for round hollow, G2 for channels; solid bars by their greatest elastic
    stress.
    """
    h_t = t.flat_depth / np.maximum(t.wall, 1e-9)
    hollow = 0.6 * Fy * t.shear_area * web_coefficient(h_t, Fy, E, 5.0)
    d_t = t.depth / np.maximum(t.wall, 1e-9)
    critical = np.minimum(
        np.maximum(1.60 * E / (np.sqrt(max(length_mm, 1.0) / t.depth) * d_t**1.25), 0.78 * E / d_t**1.5), 0.6 * Fy
    )
    round_ = critical * t.A / 2
    channel = (
        0.6 * Fy * t.shear_area * web_coefficient((t.depth - 2 * t.flange) / np.maximum(t.wall, 1e-9), Fy, E, 5.34)
    )
    out = np.where(
        t.shape == "rhs",
        hollow,
        np.where(
            t.shape == "chs", round_, np.where(np.isin(t.shape, ["channel", "i"]), channel, 0.6 * Fy * t.shear_area)
        ),
    )
    return np.asarray(out)


CLAUSE = {
    "rhs": "G4",
    "chs": "G5",
    "channel": "G2",
    "i": "G2",
    "angle": "G3",
    "composed": "VQ/Ib",
    "flat": "elastic",
    "square_bar": "elastic",
    "round_bar": "elastic",
}
