"""Where a joint stands: the end of a bar, what it is joined to, and by which method it is judged."""

from __future__ import annotations

from dataclasses import dataclass

import numpy as np
from numpy.typing import NDArray

from yorvek.core.checks.methods import Method
from yorvek.core.materials import Material
from yorvek.core.sections import Section

Floats = NDArray[np.float64]
USUAL_AXES = np.eye(3)
ALUMINIUM = "aluminium"


@dataclass(frozen=True)
class Onto:
    """What a bar's end is joined to.

    `section`: None for a plain plate of `thickness_mm` that is stiff enough; `axes`: rows x, y, z in the same
    components as those of the end; `through`: it runs on past the joint; `use`: its own greatest stress there over its
    yield, push counted;
    `opposite`: another bar of the same force lands on its other side; `beside`: what all branches that load the same
    face the same way put on it, over the bar's own part (1 where they balance); `at_end`: the joint is at the end of
    its length; `bears_mm`: how much of it is pressed along its length, where that is not the bar's own size.
    """

    name: str
    section: Section | None
    metal: Material
    axes: Floats | None = None
    through: bool = True
    use: float = 0.0
    opposite: bool = False
    at_end: bool = False
    thickness_mm: float | None = None
    bears_mm: float | None = None
    corner: bool = False
    beside: float = 1.0

    @property
    def wall_mm(self) -> float | None:
        """The thickness that a weld on it goes by; None where it is not known."""
        return self.thickness_mm if self.section is None else thinnest_mm(self.section)


@dataclass(frozen=True)
class End:
    """The end of a bar at a joint. Forces are N, Vy, Vz, T, My, Mz in the bar's own axes, pull positive."""

    bar: str
    node: str
    section: Section | None
    metal: Material
    method: Method
    filler_MPa: float = 482.6
    welded: bool = True
    axes: Floats | None = None
    onto: tuple[Onto, ...] = ()
    usual_leg_mm: float = 5.0

    @property
    def name(self) -> str:
        return f"{self.bar}, {self.node}" if self.node else self.bar

    @property
    def wall_mm(self) -> float:
        """The thinnest of the bar's metal at the joint; a solid bar's least size."""
        return 0.0 if self.section is None else thinnest_mm(self.section)

    @property
    def Fu_MPa(self) -> float:
        return self.metal.ultimate_at_weld_MPa if self.welded else self.metal.ultimate_MPa

    @property
    def Fy_MPa(self) -> float:
        return self.metal.yield_at_weld_MPa if self.welded else self.metal.yield_MPa

    @property
    def thinner_mm(self) -> float:
        """The thinner of the parts joined, as far as they are known."""
        known = [o.wall_mm for o in self.onto if o.wall_mm] + ([self.wall_mm] if self.wall_mm else [])
        return min(known, default=0.0)

    def metals_apart(self) -> str | None:
        """Why the metals joined cannot be welded to each other; None where they can."""
        families = {self.metal.family, *(o.metal.family for o in self.onto)}
        if ALUMINIUM in families and len(families) > 1:
            other = ", ".join(sorted(families - {ALUMINIUM}))
            return f"aluminium does not weld to {other}: bolt them, with something between that keeps them apart"
        return None


def thinnest_mm(s: Section) -> float:
    """The thinnest of a section's metal; a solid bar's least size."""
    return min(v for v in (s.wall_mm, s.flange_mm or s.wall_mm, min(s.width_mm, s.depth_mm)) if v > 0)
