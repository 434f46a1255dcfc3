"""Metric hollow and rolled sizes, steel."""

from __future__ import annotations

from collections.abc import Iterator

from yorvek.core.sections import doubly, rolled, series
from yorvek.core.sections.hollow import chs, cold_radii_mm, hot_radii_mm, rhs
from yorvek.core.sections.inch_sizes import table_rows
from yorvek.core.sections.names import times
from yorvek.core.sections.section import Section
from yorvek.core.sections.tees import tee


def hollow() -> Iterator[Section]:
    """Hot-finished and cold-formed hollow sections."""
    for made, name, squares, rectangles, radii in (
        ("EN 10210", "hot", series.HOT_SQUARE, series.HOT_RECTANGLE, hot_radii_mm),
        ("EN 10219", "cold", series.COLD_SQUARE, series.COLD_RECTANGLE, cold_radii_mm),
    ):
        sizes = [(b, b, t) for b, walls in squares.items() for t in walls]
        sizes += [(h, b, t) for (h, b), walls in rectangles.items() for t in walls]
        for h, b, t in sizes:
            kind = "SHS" if h == b else "RHS"
            r_out, r_in = radii(t)
            yield rhs(
                f"{kind} {times(h, b, t)} {name}",
                series=made,
                system="metric",
                depth=h,
                width=b,
                t=t,
                r_out=r_out,
                r_in=r_in,
                source=f"{made}-2 sizes (from memory)",
            )
    for b, thin in series.COLD_SQUARE.items():
        for t in thin[:2]:
            r_out, r_in = cold_radii_mm(t)
            yield rhs(
                f"SHS {times(b, b, t)} stainless",
                series="EN 10219 stainless",
                system="metric",
                depth=b,
                width=b,
                t=t,
                r_out=r_out,
                r_in=r_in,
                source="common stainless stock, cold-formed radii (common practice, no source)",
            )
    for d, tubes in series.HOT_ROUND.items():
        for t in tubes:
            yield chs(
                f"CHS {times(d, t)}",
                series="EN 10210",
                system="metric",
                diameter=d,
                t=t,
                source="EN 10210-2 sizes (from memory)",
            )


def angles_and_channels() -> Iterator[Section]:
    """Rolled angles, channels and tees."""
    for a, b, t, root, toe in series.METRIC_ANGLE:
        yield rolled.angle(
            f"L {times(a, b, t)}",
            series="EN 10056",
            system="metric",
            vertical=a,
            horizontal=b,
            t=t,
            root=root,
            toe=toe,
            source="EN 10056-1 sizes (from memory)",
        )
    for h, b, web, flange, root in series.PARALLEL_CHANNEL:
        yield rolled.channel(
            f"UPE {h}",
            series="UPE",
            system="metric",
            depth=h,
            width=b,
            web=web,
            flange=flange,
            root=root,
            source="EN 10365 sizes (from memory)",
        )
    for h, b, web, mean, round_, toe in series.TAPERED_CHANNEL:
        yield rolled.channel(
            f"UPN {h}",
            series="UPN",
            system="metric",
            depth=h,
            width=b,
            web=web,
            flange=mean,
            root=round_,
            toe=toe,
            slope=0.08,
            source="EN 10365 sizes (from memory)",
        )


def i_sections() -> Iterator[Section]:
    """IPE and wide flanges."""
    for row in table_rows("metric_i.csv"):
        yield doubly.i_section(
            row["designation"],
            series=row["series"],
            system="metric",
            depth=row["depth_mm"],
            width=row["width_mm"],
            web=row["web_mm"],
            flange=row["flange_mm"],
            root=row["root_mm"],
            source="EN 10365 dimensions, from memory",
        )


def tees() -> Iterator[Section]:
    """Rolled equal tees."""
    for size, t, root in series.TEE:
        yield tee(f"T {times(size, size, t)}", size=size, t=t, root=root, source="EN 10055 sizes (from memory)")
