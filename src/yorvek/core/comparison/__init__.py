"""Comparison: the catalogue swept against the limits."""

from yorvek.core.comparison.sweep import Candidate, SweepRequest, SweepResult, sweep

__all__ = ["Candidate", "SweepRequest", "SweepResult", "sweep"]
