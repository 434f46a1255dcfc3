"""Arms: on a tie, on a knee brace, with a side arm, on a wall bracket, and posts."""

from __future__ import annotations

from yorvek.core.errors import InputError
from yorvek.core.structures.starters.layout import FIXED, HINGE, PINNED, Bar, Layout, Point, Spot, need


def tied_arm(height_mm: float, reach_mm: float, tie_rise_mm: float) -> Layout:
    """A post fixed at its foot, an arm on a pin that lies across (it holds the arm sideways), hung from the post's top
    by a tie.
    """
    need(height=height_mm, reach=reach_mm, tie_rise=tie_rise_mm)
    h, r = height_mm, reach_mm
    return Layout(
        nodes={"foot": (0, 0, 0), "hinge": (0, h, 0), "head": (0, h + tie_rise_mm, 0), "tip": (r, h, 0)},
        bars=[
            Bar("post below", "foot", "hinge", "post"),
            Bar("post above", "hinge", "head", "post"),
            Bar("arm", "hinge", "tip", "arm", frozenset({"irz"})),
            Bar("tie", "head", "tip", "tie", HINGE, only="tension"),
        ],
        supports={"foot": FIXED},
        spots={"tip": Spot("at the tip", nodes=("tip",)), "arm": Spot("along the arm", bars=(("arm", 0.0),))},
        reach_mm=r,
        tip=True,
        words="arm on a tie",
        watched=("tip",),
    )


def braced_arm(height_mm: float, reach_mm: float, knee_drop_mm: float, knee_reach_mm: float) -> Layout:
    """A post fixed at its foot with an arm on a knee brace."""
    need(height=height_mm, reach=reach_mm, knee_drop=knee_drop_mm, knee_reach=knee_reach_mm)
    if knee_reach_mm >= reach_mm or knee_drop_mm >= height_mm:
        raise InputError(
            field="knee", got=f"{knee_drop_mm:g} × {knee_reach_mm:g} mm", needs="it must end on the post and on the arm"
        )
    h = height_mm
    return Layout(
        nodes={
            "foot": (0, 0, 0),
            "knee": (0, h - knee_drop_mm, 0),
            "corner": (0, h, 0),
            "seat": (knee_reach_mm, h, 0),
            "tip": (reach_mm, h, 0),
        },
        bars=[
            Bar("post below", "foot", "knee", "post"),
            Bar("post above", "knee", "corner", "post"),
            Bar("arm inside", "corner", "seat", "arm"),
            Bar("arm outside", "seat", "tip", "arm"),
            Bar("knee", "knee", "seat", "knee", HINGE),
        ],
        supports={"foot": FIXED},
        spots={
            "tip": Spot("at the tip", nodes=("tip",)),
            "arm": Spot("along the arm", bars=(("arm inside", 0.0), ("arm outside", 0.0))),
        },
        reach_mm=reach_mm,
        tip=True,
        words="arm on a knee brace",
        watched=("tip",),
    )


def side_arm(reach_mm: float, side_mm: float) -> Layout:
    """An arm fixed to a wall with a second arm square to it at its end: the load off the axis twists the first."""
    need(reach=reach_mm, side=side_mm)
    return Layout(
        nodes={"wall": (0, 0, 0), "corner": (reach_mm, 0, 0), "tip": (reach_mm, 0, side_mm)},
        bars=[
            Bar("arm", "wall", "corner", "arm"),
            Bar("side arm", "corner", "tip", "side arm"),
        ],
        supports={"wall": FIXED},
        spots={
            "tip": Spot("at the tip", nodes=("tip",)),
            "side arm": Spot("along the side arm", bars=(("side arm", 0.0),)),
        },
        reach_mm=reach_mm + side_mm,
        tip=True,
        words="arm with a side arm",
        watched=("tip",),
    )


def bracket(reach_mm: float, drop_mm: float, seat_mm: float) -> Layout:
    """An arm on a wall with a strut under it: the wall takes both by pins."""
    need(reach=reach_mm, drop=drop_mm, seat=seat_mm)
    if seat_mm > reach_mm:
        raise InputError(field="seat", got=f"{seat_mm:g} mm", needs="the strut must end on the arm")
    nodes: dict[str, Point] = {"wall above": (0, 0, 0), "wall below": (0, -drop_mm, 0), "seat": (seat_mm, 0, 0)}
    bars = [
        Bar("arm inside", "wall above", "seat", "arm"),
        Bar("strut", "wall below", "seat", "strut", HINGE),
    ]
    tip = "seat"
    if seat_mm < reach_mm:
        tip, nodes["tip"] = "tip", (reach_mm, 0, 0)
        bars.append(Bar("arm outside", "seat", "tip", "arm"))
    along = tuple((b.name, 0.0) for b in bars if b.role == "arm")
    return Layout(
        nodes=nodes,
        bars=bars,
        supports={"wall above": PINNED, "wall below": PINNED},
        spots={"tip": Spot("at the tip", nodes=(tip,)), "arm": Spot("along the arm", bars=along)},
        reach_mm=reach_mm,
        tip=True,
        words="bracket on a wall",
        watched=(tip,),
    )


def post(height_mm: float, out_mm: float) -> Layout:
    """A post fixed on its base; what it carries stands off its axis by `out_mm` on a head arm, where that is not
    nothing.
    """
    need(height=height_mm)
    nodes: dict[str, Point] = {"foot": (0, 0, 0), "head": (0, height_mm, 0)}
    bars = [Bar("post", "foot", "head", "post")]
    spots = {
        "head": Spot("at the head", nodes=("head",)),
        "post": Spot("along the post", bars=(("post", 0.0),)),
    }
    watched: tuple[str, ...] = ("head",)
    if out_mm > 0:
        nodes["seat"] = (out_mm, height_mm, 0)
        bars.append(Bar("head arm", "head", "seat", "head arm"))
        spots["seat"] = Spot("on the head arm's end", nodes=("seat",))
        watched = ("head", "seat")
    return Layout(
        nodes=nodes,
        bars=bars,
        supports={"foot": FIXED},
        spots=spots,
        reach_mm=height_mm,
        tip=True,
        words="post on a base",
        watched=watched,
    )
