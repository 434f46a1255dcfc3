"""Structures: the beam with any supports and loads."""

from yorvek.core.structures.beam import DistributedLoad, LoadSet, PointLoad, Support, TurningMoment, solve_beam
from yorvek.core.structures.beam_solution import BeamSolution, Extreme
from yorvek.core.structures.member import BeamLoad, BeamRequest, MemberCases, Region, member_cases

__all__ = [
    "BeamLoad",
    "BeamRequest",
    "BeamSolution",
    "DistributedLoad",
    "Extreme",
    "LoadSet",
    "MemberCases",
    "PointLoad",
    "Region",
    "Support",
    "TurningMoment",
    "member_cases",
    "solve_beam",
]
