"""Solid bars, reinforcing bar, and what is extruded in aluminium."""

from __future__ import annotations

from collections.abc import Iterator

from yorvek.core.quantities import INCH_MM
from yorvek.core.sections import doubly, rolled, series, solid
from yorvek.core.sections.hollow import chs, rhs
from yorvek.core.sections.names import inches, times
from yorvek.core.sections.section import Section


def solid_bars() -> Iterator[Section]:
    """Flat, square and round bars."""
    for b, walls in series.METRIC_FLAT.items():
        for t in walls:
            yield solid.bar(
                f"FL {times(b, t)}",
                series="EN 10058",
                system="metric",
                width=t,
                depth=b,
                source="EN 10058 sizes (from memory)",
            )
    for a in series.METRIC_SQUARE_BAR:
        yield solid.bar(
            f"SQ {a}", series="EN 10059", system="metric", width=a, depth=a, source="EN 10059 sizes (from memory)"
        )
    for d in series.METRIC_ROUND_BAR:
        yield solid.round_bar(
            f"RD {d}", series="EN 10060", system="metric", diameter=d, source="EN 10060 sizes (from memory)"
        )
    stock = "common inch stock (common practice, no source)"
    for w, thicknesses in series.INCH_FLAT.items():
        for th in thicknesses:
            yield solid.bar(
                f"FL {inches(w, th)} in",
                series="inch flat",
                system="inch",
                width=th * INCH_MM,
                depth=w * INCH_MM,
                source=stock,
            )
    for side in series.INCH_SQUARE_BAR:
        yield solid.bar(
            f"SQ {inches(side)} in",
            series="inch bar",
            system="inch",
            width=side * INCH_MM,
            depth=side * INCH_MM,
            source=stock,
        )
    for dia in series.INCH_ROUND_BAR:
        yield solid.round_bar(
            f"RD {inches(dia)} in", series="inch bar", system="inch", diameter=dia * INCH_MM, source=stock
        )


def aluminium() -> Iterator[Section]:
    """Extruded tube, flats, angles."""
    stock = "common extruded stock, sharp corners (common practice, no source)"
    sizes = [(b, b, t) for b, walls in series.ALUMINIUM_SQUARE.items() for t in walls]
    sizes += [(h, b, t) for (h, b), walls in series.ALUMINIUM_RECTANGLE.items() for t in walls]
    for h, b, t in sizes:
        yield rhs(
            f"AL {times(h, b, t)}",
            series="aluminium",
            system="metric",
            depth=h,
            width=b,
            t=t,
            r_out=0,
            r_in=0,
            source=stock,
        )
    for d, walls in series.ALUMINIUM_ROUND.items():
        for t in walls:
            yield chs(f"AL ⌀{times(d, t)}", series="aluminium", system="metric", diameter=d, t=t, source=stock)
    for w, walls in series.ALUMINIUM_FLAT.items():
        for t in walls:
            yield solid.bar(f"AL FL {times(w, t)}", series="aluminium", system="metric", width=t, depth=w, source=stock)
    for a, c, t in series.ALUMINIUM_ANGLE:
        yield rolled.angle(
            f"AL L {times(a, c, t)}",
            series="aluminium",
            system="metric",
            vertical=a,
            horizontal=c,
            t=t,
            root=t / 2,
            toe=0,
            source=stock,
        )
    for side, wall in series.INCH_ALUMINIUM_SQUARE:
        yield rhs(
            f"AL {inches(side, side, wall)} in",
            series="inch aluminium",
            system="inch",
            depth=side * INCH_MM,
            width=side * INCH_MM,
            t=wall * INCH_MM,
            r_out=0,
            r_in=0,
            source=stock,
        )


def aluminium_open() -> Iterator[Section]:
    """Extruded channels and I sections, sharp but for small roots."""
    stock = "common extruded stock (common practice, no source)"
    for h, b, t in series.ALUMINIUM_CHANNEL:
        yield rolled.channel(
            f"AL C {times(h, b, t)}", series="aluminium", system="metric", depth=h, width=b, web=t, flange=t,
            root=t / 2,
            source=stock,
        )  # fmt: skip
    for h, b, web, flange in series.ALUMINIUM_I:
        yield doubly.i_section(
            f"AL I {times(h, b, web, flange)}", series="aluminium", system="metric", depth=h, width=b, web=web,
            flange=flange, root=web / 2, source=stock,
        )  # fmt: skip


def reinforcing() -> Iterator[Section]:
    """Reinforcing bar by its nominal diameter."""
    for d in series.REINFORCING:
        yield solid.round_bar(
            f"rebar {d}", series="reinforcing bar", system="metric", diameter=d, source="EN 10080 sizes (from memory)"
        )
