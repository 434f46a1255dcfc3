"""Joints at the ends of bars: the rules that go with each kind of connection."""

from __future__ import annotations

from yorvek.core.frames.connections import (
    Bolted,
    EndPlated,
    FishPlated,
    Grooved,
    Gusseted,
    Held,
    Joint,
    OnBase,
    Pinned,
    Rated,
    Screwed,
    Welded,
)
from yorvek.core.frames.joints.base import base_rules
from yorvek.core.frames.joints.bolts import bolted_rules, end_plate_rules
from yorvek.core.frames.joints.grooved import fish_plate_rules, groove_rule, screw_rules
from yorvek.core.frames.joints.gusset import gusset_rules
from yorvek.core.frames.joints.held import friction_rule, rated_rule
from yorvek.core.frames.joints.pin import pinned_rules, shear_rule
from yorvek.core.frames.joints.rule import End, Rule, worst
from yorvek.core.frames.joints.walls import Chord, wall_rule
from yorvek.core.frames.joints.weld import repeated_weld_stress, weld_rule

__all__ = ["Chord", "End", "Rule", "repeated_weld_stress", "rules_of", "wall_rule", "words_of", "worst"]


def rules_of(end: End, joint: Joint | None, *, hinged: bool) -> list[Rule]:
    """Rules of a joint; where none was chosen, a pin at a hinge and a weld all round elsewhere."""
    request = end.request
    if joint is None:
        if hinged:
            return [shear_rule(end, request.pin_mm, request.pin_shear_MPa)]
        return [weld_rule(end, request.weld_leg_mm)]
    if isinstance(joint, Welded):
        return [weld_rule(end, joint.leg_mm)]
    if isinstance(joint, Pinned):
        return pinned_rules(end, joint)
    if isinstance(joint, Bolted):
        return bolted_rules(end, joint)
    if isinstance(joint, EndPlated):
        return [*end_plate_rules(end, joint), weld_rule(end, request.weld_leg_mm)]
    if isinstance(joint, OnBase):
        return [*base_rules(end, joint), weld_rule(end, request.weld_leg_mm)]
    if isinstance(joint, Held):
        return [friction_rule(end, joint)]
    if isinstance(joint, Rated):
        return [rated_rule(end, joint)]
    if isinstance(joint, Grooved):
        return [groove_rule(end, joint)]
    if isinstance(joint, FishPlated):
        return fish_plate_rules(end, joint)
    if isinstance(joint, Gusseted):
        return gusset_rules(end, joint)
    if isinstance(joint, Screwed):
        return screw_rules(end, joint)
    raise AssertionError(joint)


def words_of(joint: Joint | None, *, hinged: bool) -> str:
    """The kind of a joint, as it is called."""
    return joint.kind if joint is not None else "pin" if hinged else "weld"
