"""Joints by kind: one file each, registered here. A verdict on a joint is made of its kind's limit states, and of
nothing else.
"""

from __future__ import annotations

from typing import Annotated, Any

from pydantic import Field

from yorvek.core.joints import (
    base_plate,
    bolts,
    end_plate,
    fish_plates,
    friction,
    groove,
    gusset,
    knee,
    pin,
    rated,
    screws,
    weld,
    weld_group,
)
from yorvek.core.joints.at import End, Onto
from yorvek.core.joints.base_plate import OnBase
from yorvek.core.joints.bolt_layout import Bolted
from yorvek.core.joints.end_plate import EndPlated
from yorvek.core.joints.fish_plates import FishPlated
from yorvek.core.joints.friction import Held
from yorvek.core.joints.groove import Grooved
from yorvek.core.joints.gusset import Gusseted
from yorvek.core.joints.kind import Kind
from yorvek.core.joints.knee import Kneed
from yorvek.core.joints.pin import Pinned
from yorvek.core.joints.rated import Rated
from yorvek.core.joints.rule import Rule, never, worst
from yorvek.core.joints.screws import Screwed
from yorvek.core.joints.weld import Welded
from yorvek.core.joints.weld_group import WeldGroup

KINDS: dict[str, Kind[Any]] = {
    k.name: k
    for k in (
        weld.KIND, pin.KIND, bolts.KIND, end_plate.KIND, base_plate.KIND, friction.KIND, rated.KIND, groove.KIND,
        fish_plates.KIND, screws.KIND, gusset.KIND, knee.KIND, weld_group.KIND,
    )
}  # fmt: skip
Joint = Annotated[
    Welded
    | Pinned
    | Bolted
    | EndPlated
    | OnBase
    | Held
    | Rated
    | Grooved
    | FishPlated
    | Screwed
    | Gusseted
    | Kneed
    | WeldGroup,
    Field(discriminator="kind"),
]
HINGE = "nothing was chosen for this hinge: choose its pin and lug, its bolts or its weld"

__all__ = ["KINDS", "End", "Joint", "Kind", "Onto", "Rule", "bigger", "outside_of", "rules_of", "worst"]


def rules_of(end: End, joint: Joint | None, *, hinged: bool) -> list[Rule]:
    """Rules of all limit states of a joint; where none was chosen, a weld all round at stiff ends, and nothing at
    hinges.
    """
    if joint is not None:
        return KINDS[joint.kind].rules(end, joint)
    if hinged:
        return [never(end, "hinge", HINGE)]
    return weld.KIND.rules(end, Welded(leg_mm=end.usual_leg_mm))


def outside_of(joint: Joint | None, *, hinged: bool = False) -> list[str]:
    """What is not looked at and said beside every figure of a joint."""
    if joint is None:
        return ["the pin, lug or bolts of a hinge that nobody chose"] if hinged else []
    return KINDS[joint.kind].outside(joint)


def bigger(joint: Joint) -> list[tuple[str, Joint]]:
    """Changes that make a joint stronger, small ones first."""
    return KINDS[joint.kind].bigger(joint)
