"""The whole job in another metal: members and structures at the same section, at the same strength, at the same
stiffness.
"""

from __future__ import annotations

from collections.abc import Sequence

from yorvek.core.comparison.swap import Equal, Mine, Swapped, matched, same_section
from yorvek.core.comparison.swap_frames import MineFrame, swap_frame
from yorvek.core.frames import FrameVerdict, check_frame, check_member
from yorvek.core.materials import material
from yorvek.core.model import Model


class SwapResult(Model):
    """The job in one metal by one equality. Totals are None where a member has no section in it."""

    material_id: str
    equal: Equal
    weldability: str
    members: list[Swapped]
    mass_kg: float | None
    price: float | None
    mass_before_kg: float
    price_before: float


def swap(
    members: Sequence[Mine],
    material_id: str,
    equal: Equal,
    frames: Sequence[MineFrame] = (),
    verdicts: Sequence[FrameVerdict] = (),
) -> SwapResult:
    """Put every member and every structure into another metal.

    Args:
        members, frames: what the job is made of.
        material_id: the metal.
        equal: what stays the same.
        verdicts: of the structures as they are, where they are known already.

    Raises:
        InputError: no such material, or a structure that does not stand as it is.
    """
    metal = material(material_id)
    present = [check_member(m.member) for m in members]
    standing = list(verdicts) or [check_frame(f.request, swings=False) for f in frames]
    out = [
        same_section(m, material_id) if equal == "section" else matched(m, material_id, equal, p)
        for m, p in zip(members, present, strict=True)
    ]
    out += [swap_frame(f, material_id, equal, v) for f, v in zip(frames, standing, strict=True)]
    whole = bool(out) and all(s.mass_kg is not None for s in out)
    before = [(p.mass_kg, p.price, m.qty) for p, m in zip(present, members, strict=True)]
    before += [(v.mass_kg, v.price, f.qty) for v, f in zip(standing, frames, strict=True)]
    return SwapResult(
        material_id=material_id,
        equal=equal,
        weldability=metal.weldability,
        members=out,
        mass_kg=sum((s.mass_kg or 0) * s.qty for s in out) if whole else None,
        price=sum((s.price or 0) * s.qty for s in out) if whole else None,
        mass_before_kg=sum(mass * qty for mass, _, qty in before),
        price_before=sum(price * qty for _, price, qty in before),
    )
