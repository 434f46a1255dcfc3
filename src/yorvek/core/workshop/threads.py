"""Threads: tap drills with their thread engagement, and tensile stress areas."""

from __future__ import annotations

import math

from yorvek.core.errors import InputError
from yorvek.core.model import Model
from yorvek.core.quantities import INCH_MM

SAME_MM = 0.02
FULL_THREAD = 1.299038
"""Twice 5/8 of the sharp V's height over the pitch: the whole difference of diameters at 100 % thread."""
ISO_TAP_DRILL_MM = {
    "M3": 2.5, "M4": 3.3, "M5": 4.2, "M6": 5.0, "M8": 6.8, "M10": 8.5, "M12": 10.2, "M14": 12.0, "M16": 14.0,
    "M18": 15.5, "M20": 17.5, "M22": 19.5, "M24": 21.0, "M27": 24.0, "M30": 26.5,
}  # fmt: skip
"""ISO 2306, coarse series (from memory)."""
ISO_PITCH_MM = {
    "M3": 0.5, "M4": 0.7, "M5": 0.8, "M6": 1.0, "M8": 1.25, "M10": 1.5, "M12": 1.75, "M14": 2.0, "M16": 2.0, "M18": 2.5,
    "M20": 2.5, "M22": 2.5, "M24": 3.0, "M27": 3.0, "M30": 3.5, "M33": 3.5, "M36": 4.0, "M42": 4.5, "M48": 5.0,
}  # fmt: skip
"""ISO 261, coarse series (from memory)."""
UNC_TAP_DRILL: dict[str, tuple[str, float]] = {
    "#4-40": ("#43", 0.089), "#6-32": ("#36", 0.1065), "#8-32": ("#29", 0.136), "#10-24": ("#25", 0.1495),
    "#10-32": ("#21", 0.159), "1/4-20": ("#7", 0.201), "1/4-28": ("#3", 0.213), "5/16-18": ("F", 0.257),
    "5/16-24": ("I", 0.272), "3/8-16": ("5/16", 0.3125), "3/8-24": ("Q", 0.332), "7/16-14": ("U", 0.368),
    "7/16-20": ("25/64", 0.3906), "1/2-13": ("27/64", 0.4219), "1/2-20": ("29/64", 0.4531),
    "9/16-12": ("31/64", 0.4844),
    "9/16-18": ("33/64", 0.5156), "5/8-11": ("17/32", 0.5312), "5/8-18": ("37/64", 0.5781), "3/4-10": ("21/32", 0.6562),
    "3/4-16": ("11/16", 0.6875), "7/8-9": ("49/64", 0.7656), "7/8-14": ("13/16", 0.8125), "1-8": ("7/8", 0.875),
    "1-12": ("59/64", 0.9219),
}  # fmt: skip
"""Common tap-drill chart, about 75 % thread (from memory)."""


class TapDrill(Model):
    """A drill for a tap."""

    drill_mm: float
    name: str
    thread_percent: float


def thread_percent(diameter: float, pitch: float, drill: float) -> float:
    """Share of a full thread that a drill leaves; any one unit for all three."""
    return 100 * (diameter - drill) / (FULL_THREAD * pitch)


def drill_for_percent(diameter: float, pitch: float, percent: float) -> float:
    """Exact drill for a share of thread, in the unit of diameter and pitch."""
    return diameter - FULL_THREAD * pitch * percent / 100


def metric_size(size: str) -> tuple[float, float]:
    """Nominal diameter and pitch, mm, of a name such as M10 (coarse) or M10x1.

    Raises:
        InputError: no such thread.
    """
    name, _, pitch = size.replace("×", "x").partition("x")
    try:
        return float(name.removeprefix("M")), float(pitch) if pitch else ISO_PITCH_MM[name]
    except (KeyError, ValueError):
        raise InputError(
            field="thread", got=size, needs="choose one of " + ", ".join(ISO_PITCH_MM) + ", or a fine one such as M10x1"
        ) from None


def metric_tap_drill(size: str) -> TapDrill:
    """Drill of a metric thread: ISO 2306's for the coarse series; for fine threads diameter less pitch to a tenth, as
    the standard's own figures are (from memory).

    Raises:
        InputError: no such size.
    """
    diameter, pitch = metric_size(size)
    drill = ISO_TAP_DRILL_MM[size] if size in ISO_TAP_DRILL_MM else round((diameter - pitch) * 10) / 10
    return TapDrill(drill_mm=drill, name=f"{drill:g}", thread_percent=thread_percent(diameter, pitch, drill))


def unified_tap_drill(size: str) -> TapDrill:
    """Drill of a unified thread such as 1/4-20.

    Raises:
        InputError: no such size.
    """
    if size not in UNC_TAP_DRILL:
        raise InputError(field="thread", got=size, needs="choose one of " + ", ".join(UNC_TAP_DRILL))
    name, drill = UNC_TAP_DRILL[size]
    diameter, threads = unified_size(size)
    return TapDrill(drill_mm=drill * INCH_MM, name=name, thread_percent=thread_percent(diameter, 1 / threads, drill))


def _is_metric(size: str) -> bool:
    return size.strip().upper().startswith("M")


def tap_drill(size: str) -> TapDrill:
    """Drill of a thread of either system, by its name: M12, M10x1, 1/2-13.

    Raises:
        InputError: no such size.
    """
    name = size.replace(" ", "")
    return metric_tap_drill(name) if _is_metric(name) else unified_tap_drill(name)


def thread_diameter_mm(size: str) -> float:
    """Nominal diameter of a thread of either system.

    Raises:
        InputError: no such metric size.
    """
    name = size.replace(" ", "")
    return metric_size(name)[0] if _is_metric(name) else unified_size(name)[0] * INCH_MM


def unified_size(size: str) -> tuple[float, float]:
    """Nominal diameter, in, and threads per inch of a name such as 3/8-16 or #10-24."""
    nominal, _, threads = size.partition("-")
    if nominal.startswith("#"):
        return 0.06 + 0.013 * int(nominal[1:]), float(threads)
    top, _, bottom = nominal.partition("/")
    return (float(top) / float(bottom) if bottom else float(top)), float(threads)


def metric_stress_area_mm2(diameter_mm: float, pitch_mm: float) -> float:
    """Tensile stress area, ISO 898-1: pi/4 (d - 0.9382 P)^2."""
    return math.pi / 4 * (diameter_mm - 0.938194 * pitch_mm) ** 2


def unified_stress_area_in2(diameter_in: float, threads_per_inch: float) -> float:
    """Tensile stress area, ASME B1.1: pi/4 (d - 0.9743 / n)^2."""
    return math.pi / 4 * (diameter_in - 0.974279 / threads_per_inch) ** 2


def coarse_pitch_mm(diameter_mm: float) -> float:
    """Pitch of the coarse thread of a size, metric or inch.

    Raises:
        InputError: no coarse thread of that diameter is known here.
    """
    for name, pitch in ISO_PITCH_MM.items():
        if abs(float(name[1:]) - diameter_mm) < SAME_MM:
            return pitch
    for name in UNC_TAP_DRILL:
        diameter, threads = unified_size(name)
        if abs(diameter * INCH_MM - diameter_mm) < SAME_MM:
            return INCH_MM / threads
    raise InputError(field="bolt", got=f"{diameter_mm:g} mm", needs="a size with a coarse thread")


def coarse_stress_area_mm2(diameter_mm: float) -> float:
    """Tensile stress area of the coarse thread of a size, metric or inch.

    Raises:
        InputError: no coarse thread of that diameter is known here.
    """
    pitch = coarse_pitch_mm(diameter_mm)
    if any(abs(float(name[1:]) - diameter_mm) < SAME_MM for name in ISO_PITCH_MM):
        return metric_stress_area_mm2(diameter_mm, pitch)
    return unified_stress_area_in2(diameter_mm / INCH_MM, INCH_MM / pitch) * INCH_MM**2
