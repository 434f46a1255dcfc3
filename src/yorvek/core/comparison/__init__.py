"""Comparison: the catalogue swept against the limits, and the whole job in another metal."""

from yorvek.core.comparison.swap import Equal, Mine, SwapResult, swap
from yorvek.core.comparison.sweep import Candidate, SweepRequest, SweepResult, sweep

__all__ = ["Candidate", "Equal", "Mine", "SwapResult", "SweepRequest", "SweepResult", "swap", "sweep"]
