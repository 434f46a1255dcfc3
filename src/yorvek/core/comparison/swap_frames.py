"""A structure in another metal: each role in the nearest size sold in it, made larger until it matches, then smaller
again.
"""

from __future__ import annotations

import math
from collections.abc import Callable

from yorvek.core.comparison.swap import SAME, Equal, Swapped, none_of
from yorvek.core.errors import InputError
from yorvek.core.frames import FrameRequest, FrameVerdict, check_frame
from yorvek.core.model import Model
from yorvek.core.sections import Section, catalogue, section, sold_in

MOST_STEPS = 40


class MineFrame(Model):
    """A structure of the job, and how many of it there are."""

    mark: str
    qty: int
    request: FrameRequest


def _unlike(a: Section, b: Section) -> float:
    """How far two sizes of one shape are from each other."""
    return sum(
        abs(math.log(max(x, 0.1) / max(y, 0.1)))
        for x, y in ((a.depth_mm, b.depth_mm), (a.width_mm, b.width_mm), (a.wall_mm, b.wall_mm))
    )


def _sizes_of(present: Section, material_id: str) -> list[Section]:
    """Sizes of its shape in that metal by mass, each stiffer than every lighter one; any system where its own has
    none.
    """
    fits = [s for s in catalogue() if s.shape == present.shape and material_id in sold_in(s)]
    own = [s for s in fits if s.system == present.system] or fits
    out: list[Section] = []
    for s in sorted(own, key=lambda s: s.A_mm2):
        if not out or s.Ix_mm4 > out[-1].Ix_mm4:
            out.append(s)
    return out


def _matches(found: FrameVerdict | None, before: FrameVerdict, equal: Equal) -> bool:
    """Whether it is as strong as before; or as stiff, and holds or is as strong."""
    if found is None or found.strength.value is None or found.stiffness.value is None:
        return False
    if equal == "strength":
        return found.strength.value >= (before.strength.value or 0.0) * SAME
    least = min(1.0, before.strength.value or 1.0)
    return found.stiffness.value >= (before.stiffness.value or 0.0) * SAME and found.strength.value >= least * SAME


def _smaller(
    choices: dict[str, list[Section]],
    at: dict[str, int],
    found: FrameVerdict | None,
    tried: Callable[[dict[str, int]], FrameVerdict | None],
    matches: Callable[[FrameVerdict | None], bool],
) -> tuple[dict[str, int], FrameVerdict | None]:
    """Role by role, the heaviest first, the smallest size with which it still matches."""
    for r in sorted(at, key=lambda r: -choices[r][at[r]].A_mm2):
        while at[r] > 0 and matches(smaller := tried({**at, r: at[r] - 1})):
            at, found = {**at, r: at[r] - 1}, smaller
    return at, found


def swap_frame(mine: MineFrame, material_id: str, equal: Equal, before: FrameVerdict) -> Swapped:
    """One structure in another metal; roles keep their shape."""
    roles = mine.request.roles
    choices = {r: _sizes_of(section(c.section_id), material_id) for r, c in roles.items()}
    empty = next((r for r, sizes in choices.items() if not sizes), None)
    if empty:
        return none_of(mine.mark, mine.qty, f"no size of the shape of {empty} is sold in this metal")
    at = {
        r: min(range(len(sizes)), key=lambda k: _unlike(section(roles[r].section_id), sizes[k]))
        for r, sizes in choices.items()
    }

    def tried(places: dict[str, int]) -> FrameVerdict | None:
        chosen = {
            r: c.model_copy(update={"section_id": choices[r][places[r]].id, "material_id": material_id})
            for r, c in roles.items()
        }
        try:
            return check_frame(mine.request.model_copy(update={"roles": chosen}), swings=False)
        except InputError:
            return None

    def matches(found: FrameVerdict | None) -> bool:
        return _matches(found, before, equal)

    if equal == "section":
        # nearest of all sizes of the shape, not only of those
        for r, c in roles.items():
            fits = [s for s in catalogue() if s.shape == section(c.section_id).shape and material_id in sold_in(s)]
            choices[r] = [min(fits, key=lambda s: _unlike(section(c.section_id), s))]
            at[r] = 0
        return _said(mine, choices, at, tried(at))
    if before.strength.value is None or before.stiffness.value is None:
        return none_of(mine.mark, mine.qty, "its own strength is not checked, so nothing can match it")
    found = tried(at)
    for _ in range(MOST_STEPS):
        if matches(found) or all(at[r] == len(choices[r]) - 1 for r in at):
            break
        at = {r: min(k + 1, len(choices[r]) - 1) for r, k in at.items()}
        found = tried(at)
    if not matches(found):
        enough = "strong" if equal == "strength" else "stiff and holds"
        return none_of(mine.mark, mine.qty, f"no size of this metal is that {enough}")
    at, found = _smaller(choices, at, found, tried, matches)
    return _said(mine, choices, at, found)


def _said(
    mine: MineFrame, choices: dict[str, list[Section]], at: dict[str, int], found: FrameVerdict | None
) -> Swapped:
    if found is None:
        return none_of(mine.mark, mine.qty, "it does not stand in the nearest sizes of this metal")
    return Swapped(
        mark=mine.mark,
        qty=mine.qty,
        section_id="; ".join(f"{r}: {choices[r][k].id}" for r, k in at.items()),
        mass_kg=found.mass_kg,
        price=found.price,
        strength=found.strength.value,
        stiffness=found.stiffness.value,
    )
