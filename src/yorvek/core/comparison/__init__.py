"""Comparison: the catalogue swept against the limits, and the whole job in another metal."""

from yorvek.core.comparison.candidates import Candidate, SweepResult
from yorvek.core.comparison.roles import RoleCandidate, RoleResult, sweep_role
from yorvek.core.comparison.swap import Equal, Mine
from yorvek.core.comparison.swap_frames import MineFrame
from yorvek.core.comparison.swap_job import SwapResult, swap
from yorvek.core.comparison.sweep import SweepRequest, sweep

__all__ = [
    "Candidate",
    "Equal",
    "Mine",
    "MineFrame",
    "RoleCandidate",
    "RoleResult",
    "SwapResult",
    "SweepRequest",
    "SweepResult",
    "swap",
    "sweep",
    "sweep_role",
]
