"""How large stock really is: the least and most of its outside and its bore, by the standard that it is sold to.

All limits are from memory and want a second source; what is measured and entered goes before them.
"""

from __future__ import annotations

from collections.abc import Callable
from dataclasses import dataclass

from yorvek.core.errors import InputError
from yorvek.core.quantities import INCH_MM
from yorvek.core.sections import Section

DESIGN_WALL = 0.93
"""Design wall over nominal wall in the inch shape table (AISC 360 B4.2, from memory)."""
DESIGN_SERIES = ("HSS", "round HSS", "pipe")
SEAMED = ("EN 10210", "EN 10219", "EN 10219 stainless", "HSS", "round HSS", "pipe", "inch tube")
"""Series that may be welded along, with a bead inside."""


@dataclass(frozen=True)
class Span:
    """A size with its least and most, mm, and where those come from."""

    least: float
    nominal: float
    most: float
    by: str

    @classmethod
    def off(cls, nominal: float, off: float, by: str) -> Span:
        """Either way by as much."""
        return cls(nominal - off, nominal, nominal + off, by)

    def less(self, other: Span) -> Span:
        """What is left of it around another, both at their worst: the play."""
        by = self.by if self.by == other.by else f"{other.by}; {self.by}"
        return Span(self.least - other.most, self.nominal - other.nominal, self.most - other.least, by)


@dataclass(frozen=True)
class Limits:
    """A standard: how far the outside may be off, and of what is hollow the wall, mm, of a size, mm."""

    by: str
    outside: Callable[[float], float]
    wall: Callable[[float], float] = lambda t: 0.0


def _en_wall(t: float) -> float:
    return 0.1 * t if t <= 5 else 0.5


def _en_outside(b: float) -> float:
    return max(0.5, 0.01 * b)


def _step(size: float, steps: tuple[tuple[float, float], ...]) -> float:
    """Of steps (up to, off) the first that a size does not pass, or the last."""
    return next((off for upto, off in steps if size <= upto), steps[-1][1])


def _a500(b: float) -> float:
    return (
        _step(b, ((2.5 * INCH_MM, 0.51), (3.5 * INCH_MM, 0.64), (5.5 * INCH_MM, 0.76)))
        if b <= 5.5 * INCH_MM
        else 0.01 * b
    )


LIMITS: dict[str, Limits] = {
    "EN 10210": Limits("EN 10210-2", _en_outside, lambda t: 0.1 * t),
    "EN 10219": Limits("EN 10219-2", _en_outside, _en_wall),
    "EN 10219 stainless": Limits("EN 10219-2, as for steel", _en_outside, _en_wall),
    "HSS": Limits("ASTM A500", _a500, lambda t: 0.1 * t),
    "round HSS": Limits("ASTM A500", lambda d: (0.005 if d < 2 * INCH_MM else 0.0075) * d, lambda t: 0.1 * t),
    "pipe": Limits("ASTM A53", lambda d: 0.4 if d <= 1.9 * INCH_MM else 0.01 * d, lambda t: 0.125 * t),
    "DOM": Limits("ASTM A513 type 5", lambda d: 0.1 if d <= 2 * INCH_MM else 0.18, lambda t: 0.05),
    "inch tube": Limits("ASTM A513 type 1", lambda d: 0.1 if d <= INCH_MM else 0.15, lambda t: 0.1 * t),
    "aluminium": Limits("EN 755", lambda d: max(0.3, 0.01 * d), lambda t: 0.1 * t),
    "inch aluminium": Limits("EN 755, as metric", lambda d: max(0.3, 0.01 * d), lambda t: 0.1 * t),
    "EN 10060": Limits(
        "EN 10060", lambda d: _step(d, ((15, 0.4), (25, 0.5), (35, 0.6), (50, 0.8), (80, 1.0), (1e9, 1.3)))
    ),
    "EN 10059": Limits("EN 10059", lambda b: _step(b, ((15, 0.4), (25, 0.5), (35, 0.6), (50, 0.8), (1e9, 1.0)))),
    "inch bar": Limits("ASTM A29", lambda d: 0.25 if d <= INCH_MM else 0.01 * d),
}
MEMORY = "from memory"


def _limits(s: Section) -> Limits:
    """Raises InputError for what no limits are known of."""
    found = LIMITS.get(s.series)
    if found is None:
        raise InputError(field="section_id", got=s.id, needs="measure it: no limits of its sizes are known here")
    return found


def outside(s: Section, across: float) -> Span:
    """The outside of a profile, whose nominal is `across`."""
    limits = _limits(s)
    return Span.off(across, limits.outside(across), f"{limits.by}, {MEMORY}")


def bore(s: Section, across: float) -> Span:
    """The inside of a hollow profile, whose outside is `across`.

    Raises:
        InputError: it is not hollow.
    """
    if not s.closed:
        raise InputError(field="section_id", got=s.id, needs="a hollow section: it has no bore")
    limits, wall = _limits(s), wall_of(s)
    if s.series == "DOM":  # drawn over a mandrel: its bore is held by itself
        return Span.off(across - 2 * wall, 0.13, f"{limits.by}, {MEMORY}")
    off = limits.outside(across) + 2 * limits.wall(wall)
    return Span.off(across - 2 * wall, off, f"{limits.by}, {MEMORY}")


def wall_of(s: Section) -> float:
    """The wall as it is made, mm; tables of design carry a thinner one."""
    return s.wall_mm / DESIGN_WALL if s.series in DESIGN_SERIES else s.wall_mm


def inner_corner(s: Section) -> float:
    """Radius inside the corners of a hollow section, mm; nothing of a round one."""
    return max(0.0, s.outer_radius_mm - wall_of(s)) if s.shape == "rhs" else 0.0
