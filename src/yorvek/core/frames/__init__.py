"""A structure as a whole: its loads combined, its bars and joints checked, and the chain of strength from load to ground."""

from yorvek.core.frames.chain import Link, Upgrade, chain, upgrades
from yorvek.core.frames.pieces import Piece, straight_pieces
from yorvek.core.frames.request import FrameLoad, FrameRequest, RoleChoice
from yorvek.core.frames.verdict import FrameVerdict, check_frame

__all__ = [
    "FrameLoad",
    "FrameRequest",
    "FrameVerdict",
    "Link",
    "Piece",
    "RoleChoice",
    "Upgrade",
    "chain",
    "check_frame",
    "straight_pieces",
    "upgrades",
]
