"""Checks: demand against capacity, each a full record."""

from yorvek.core.checks.beam import check_beam
from yorvek.core.checks.beam_said import BeamMember, BeamVerdict
from yorvek.core.checks.limits import Limits
from yorvek.core.checks.methods import Method
from yorvek.core.checks.record import Check, Reserve, least_reserve, reserve_word
from yorvek.core.checks.sensitivity import Sensitivity, sensitivity

__all__ = [
    "BeamMember",
    "BeamVerdict",
    "Check",
    "Limits",
    "Method",
    "Reserve",
    "Sensitivity",
    "check_beam",
    "least_reserve",
    "reserve_word",
    "sensitivity",
]
