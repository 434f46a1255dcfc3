"""What plates ask of the brake: how sharp a metal is bent, how long a leg the die holds, how hard it is pressed."""

from __future__ import annotations

from collections.abc import Iterable, Sequence

from yorvek.core.errors import InputError
from yorvek.core.materials import Material
from yorvek.core.parts.drawn import BendLine, Warned
from yorvek.core.parts.saying import Say
from yorvek.core.parts.sprung import set_words, solid_set
from yorvek.core.quantities.entry import Place
from yorvek.core.workshop.bends import least_radius_mm
from yorvek.core.workshop.presses import FLANGE_OF_OPENING, air_bend_force, air_bend_rules, opening_of_mm

USUAL_RADIUS = "inside; what the usual die makes, or the metal takes, where not given"
SHARPEST = 0.1
"""Of the thickness: no tool folds it sharper (ours)."""


def radius_of(given: Place | None, thickness_mm: float, metal: Material) -> float:
    """Inside radius of a bend: as given, or what the usual die makes, or what the metal takes if that is more, mm."""
    if given is not None:
        return given.value
    return max(air_bend_rules(thickness_mm).inside_radius_mm, least_radius_of(thickness_mm, metal))


def refuse_unbent(metal: Material, thickness_mm: float, radii: Iterable[tuple[str, float]]) -> None:
    """Raises InputError for what is no metal, and for a radius that no tool makes, at the question that states it."""
    if metal.family == "panel":
        raise InputError(field="shape.family", got=metal.name, needs="a metal: a panel is not bent")
    least = SHARPEST * thickness_mm
    for asked, radius in radii:
        if radius < least:
            needs = f"at least a tenth of the thickness, {least:.2g} mm: no tool folds it sharper"
            raise InputError(field=f"shape.{asked}", got=f"{radius:g} mm", needs=needs)


def line_across(
    at: tuple[float, float, float], words: str, bend: tuple[float, float, float], thickness_mm: float, metal: Material,
    asked: str = "",
) -> BendLine:  # fmt: skip
    """A line to bend along, and how far it is pressed.

    Args:
        at: from the left, and from where to where across, mm.
        words: how far and how sharp.
        bend: how far it turns, degrees; its inside radius, and how much of the flat turns, mm.
    """
    x, low, high = at
    turn_deg, radius, zone = bend
    set_deg, by = solid_set(abs(turn_deg), radius, thickness_mm, metal)
    return BendLine(
        x1=x, y1=low, x2=x, y2=high, turn_deg=turn_deg, zone_mm=zone, asked=asked, words=words, radius_mm=radius,
        set_deg=set_deg, set_by=by,
    )  # fmt: skip


def listed(lines: Sequence[BendLine], say: Say) -> list[str]:
    """Bends one after the other, as the drawing's notes say them."""
    return [
        f"bend {k}: {line.words}, {say(line.x1, rough=True)} from the left, {set_words(line)}"
        for k, line in enumerate(lines, 1)
    ]


def pressed(thickness_mm: float, bends: Iterable[tuple[float, float]], metal: Material, say: Say) -> list[str]:
    """Over which dies it is bent, and how hard at the most; of each bend its inside radius and its length, mm."""
    longest: dict[float, float] = {}
    for radius, length in bends:
        opening = round(opening_of_mm(thickness_mm, radius), 1)
        longest[opening] = max(longest.get(opening, 0.0), length)
    forces = {v: air_bend_force(thickness_mm, long, v, metal.ultimate_MPa).force_N for v, long in longest.items()}
    return [f"over a die of {say(v)}: about {force / 1000:.0f} kN on the brake" for v, force in sorted(forces.items())]


def cracks(name: str, asked: str, radius_mm: float, thickness_mm: float, metal: Material, say: Say) -> list[Warned]:
    """What is to be known of a bend that is sharper than its metal likes."""
    least = least_radius_of(thickness_mm, metal)
    if radius_mm >= least - 1e-9:
        return []
    usual = say(least, rough=True)
    words = f"{name}: R{say(radius_mm, rough=True)} may crack, R{usual} is usual"
    return [Warned(words=words, mend=f"bend it to R{usual}, or try it on a scrap first", asked=asked)]


def falls_in(
    name: str, asked: str, leg_mm: float, radii_mm: Iterable[float], thickness_mm: float, say: Say
) -> list[Warned]:
    """What is to be known of a leg that the die of a bend beside it does not hold; `radii_mm`: of those bends."""
    needs = max(FLANGE_OF_OPENING * opening_of_mm(thickness_mm, r) for r in radii_mm)
    if leg_mm >= needs - 1e-9:
        return []
    holds = say(needs, whole=True, rough=True)
    mend = f"a leg of {holds}, a narrower die, or bend it long and trim"
    return [Warned(words=f"{name} is under the {holds} that the die holds", mend=mend, asked=asked)]


def least_radius_of(thickness_mm: float, metal: Material) -> float:
    """Inside radius below which a metal may crack, mm."""
    return least_radius_mm(thickness_mm, metal.family, metal.yield_MPa, hard=metal.softens)
