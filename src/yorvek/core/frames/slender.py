"""How much of a section counts in push where its walls buckle before it yields."""

from __future__ import annotations

import math

from yorvek.core.checks.methods import Method
from yorvek.core.clauses.aisc360 import compression as aisc
from yorvek.core.clauses.en1993 import effective as en
from yorvek.core.clauses.en1993.members import class_3_tube, epsilon
from yorvek.core.sections import Section

Wall = tuple[float, float, str, int]
"""Width, thickness, kind ("hollow", "web", "flange", "leg"), and how many there are."""
KINDS = {"hollow": "hollow", "web": "stiffened", "flange": "other", "leg": "other"}


def flat_walls(s: Section) -> list[Wall]:
    """The flat walls of a rolled or drawn size."""
    t, f = s.wall_mm, s.flange_mm
    if s.shape == "rhs":
        return [(max(s.depth_mm - 3 * t, 0.0), t, "hollow", 2), (max(s.width_mm - 3 * t, 0.0), t, "hollow", 2)]
    if s.shape == "i":
        return [(s.width_mm / 2, f, "flange", 4), (s.depth_mm - 2 * f - 2 * s.root_radius_mm, t, "web", 1)]
    if s.shape == "channel":
        return [(s.width_mm, f, "flange", 2), (s.depth_mm - 2 * f - 2 * s.root_radius_mm, t, "web", 1)]
    if s.shape == "angle":
        return [(s.depth_mm, t, "leg", 1), (s.width_mm, t, "leg", 1)]
    return []


def effective_share(s: Section, Fy_MPa: float, Fcr_MPa: float, E_MPa: float, method: Method) -> float:
    """Effective area over the whole in push; nan where no rule is here.

    AISC by E7 at the stress Fcr; EN by 1993-1-5 4.4 at yield, flat walls only.
    """
    if s.shape == "composed":
        return 1.0 if s.slender <= math.sqrt(E_MPa / Fy_MPa) else math.nan
    if s.shape == "chs":
        if method.kind == "en":
            return 1.0 if class_3_tube(s.depth_mm / s.wall_mm, Fy_MPa, E_MPa) else math.nan
        return aisc.round_effective_share(s.depth_mm / s.wall_mm, Fy_MPa, E_MPa)
    lost = 0.0
    for b, t, kind, count in flat_walls(s):
        if method.kind == "en":
            kept = _en_width(b, t, kind, Fy_MPa, E_MPa)
        else:
            kept = float(aisc.effective_width_mm(b, t, Fy_MPa, Fcr_MPa, E_MPa, KINDS[kind], aisc.LIMITS[kind]))
        lost += count * (b - kept) * t
    return max(0.0, 1 - lost / s.A_mm2)


def _en_width(b: float, t: float, kind: str, Fy_MPa: float, E_MPa: float) -> float:
    e = epsilon(Fy_MPa, E_MPa)
    if kind in ("flange", "leg"):
        return b * en.outstand_share(en.plate_slenderness(b, t, e, en.OUTSTAND))
    return b * en.internal_share(en.plate_slenderness(b, t, e, en.INTERNAL))
