"""How far a bender is set so that what it bends springs back to the turn that is wanted."""

from __future__ import annotations

from collections.abc import Sequence
from statistics import median

from yorvek.core.materials import Material
from yorvek.core.parts.bar_bend import BendTried
from yorvek.core.parts.drawn import BendLine
from yorvek.core.sections import Section
from yorvek.core.workshop.bends import OVERBEND_PER_DEGREE, overbend_angle_deg, sprung_from_deg

ALIKE = 0.1
"""Own bends within this share of the radius speak for it (ours)."""
MOST_SPRUNG = 1.5
"""Set over turn, above which the formula is not believed (ours)."""


def set_for(
    turn_deg: float, radius_mm: float, depth_mm: float, s: Section, metal: Material, tried: Sequence[BendTried]
) -> tuple[float | None, str]:
    """How far it is bent, degrees, and by what; None where there is no rule.

    Args:
        turn_deg: wanted, more than nothing.
        radius_mm: to the middle of the bar.
        depth_mm: of the bar in the plane that it is bent in.
        s, metal, tried: the bar, its metal, and the shop's own bends.
    """
    own = [
        t.set.value / t.came.value
        for t in tried
        if (t.section_id, t.material_id) == (s.id, metal.id) and abs(t.radius.value - radius_mm) <= ALIKE * radius_mm
    ]
    if own:
        return turn_deg * median(own), own_words(own)
    if s.closed:
        return overbend_angle_deg(turn_deg, OVERBEND_PER_DEGREE[metal.family]), "rule of thumb"
    return solid_set(turn_deg, radius_mm - depth_mm / 2, depth_mm, metal)


def solid_set(turn_deg: float, inside_mm: float, depth_mm: float, metal: Material) -> tuple[float | None, str]:
    """How far solid metal is bent, degrees, and by what; None where it springs back too far to say."""
    found = sprung_from_deg(turn_deg, inside_mm, depth_mm, metal.yield_MPa, metal.E_MPa)
    if found > MOST_SPRUNG * turn_deg:
        return None, "a trial: so wide a bend springs back too far to say"
    return found, "yield and radius"


def set_words(line: BendLine) -> str:
    """How far it is set, and by what."""
    return f"set to {line.set_deg:.1f}° by {line.set_by}" if line.set_deg is not None else f"set by {line.set_by}"


def own_words(ratios: Sequence[float]) -> str:
    """By how many of the shop's own bends, and how far they differ."""
    if len(ratios) == 1:
        return "one bend of your own"
    return f"{len(ratios)} bends of your own, ×{min(ratios):.3f} to ×{max(ratios):.3f}"
