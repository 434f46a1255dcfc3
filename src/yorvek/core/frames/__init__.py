"""A structure as a whole: its loads combined, its bars and joints checked, and the chain of strength from load to
ground.
"""

from yorvek.core.frames.alone import check_member
from yorvek.core.frames.chain import Link, Upgrade, chain, upgrades
from yorvek.core.frames.pictured import Picture, picture_of
from yorvek.core.frames.pieces import Piece, straight_pieces
from yorvek.core.frames.rating import Rating, rated_load
from yorvek.core.frames.request import FrameLoad, FrameRequest, RoleChoice, Shape, Situation
from yorvek.core.frames.said import FrameVerdict, SituationVerdict
from yorvek.core.frames.verdict import all_checks, check_frame
from yorvek.core.joints import Joint

__all__ = [
    "FrameLoad",
    "FrameRequest",
    "FrameVerdict",
    "Joint",
    "Link",
    "Picture",
    "Piece",
    "Rating",
    "RoleChoice",
    "Shape",
    "Situation",
    "SituationVerdict",
    "Upgrade",
    "all_checks",
    "chain",
    "check_frame",
    "check_member",
    "picture_of",
    "rated_load",
    "straight_pieces",
    "upgrades",
]
