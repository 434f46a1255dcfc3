"""Frames: portal, flat truss, crossed links, a gate leaf on its straps."""

from __future__ import annotations

from yorvek.core.errors import InputError
from yorvek.core.structures.starters.layout import FIXED, HINGE, PINNED, Bar, Layout, Point, Spot, need


def portal(span_mm: float, height_mm: float, pinned_feet: bool) -> Layout:
    """Two legs and a beam, joined stiffly; its feet fixed or pinned."""
    need(span=span_mm, height=height_mm)
    foot = PINNED if pinned_feet else FIXED
    return Layout(
        nodes={
            "left foot": (0, 0, 0),
            "left top": (0, height_mm, 0),
            "middle": (span_mm / 2, height_mm, 0),
            "right top": (span_mm, height_mm, 0),
            "right foot": (span_mm, 0, 0),
        },
        bars=[
            Bar("left leg", "left foot", "left top", "leg"),
            Bar("beam left", "left top", "middle", "beam"),
            Bar("beam right", "middle", "right top", "beam"),
            Bar("right leg", "right foot", "right top", "leg"),
        ],
        supports={"left foot": foot, "right foot": foot},
        spots={
            "middle": Spot("in the middle of the beam", nodes=("middle",)),
            "beam": Spot("along the beam", bars=(("beam left", 0.0), ("beam right", 0.0))),
            "top": Spot("sideways at the left top", nodes=("left top",)),
        },
        reach_mm=span_mm,
        tip=False,
        words="portal on legs",
        watched=("middle", "left top"),
    )


def truss(span_mm: float, height_mm: float, panels: int) -> Layout:
    """A flat truss with verticals and diagonals that fall to the middle; chords run through, the rest is hinged."""
    need(span=span_mm, height=height_mm)
    if panels < 2 or panels % 2 or panels > 40:
        raise InputError(field="panels", got=str(panels), needs="an even number from 2 to 40")
    d = span_mm / panels
    nodes: dict[str, Point] = {f"b{k}": (d * k, 0, 0) for k in range(panels + 1)}
    nodes |= {f"t{k}": (d * k, height_mm, 0) for k in range(1, panels)}
    bars = [Bar(f"bottom {k}", f"b{k - 1}", f"b{k}", "bottom chord") for k in range(1, panels + 1)]
    bars += [Bar(f"top {k}", f"t{k - 1}", f"t{k}", "top chord") for k in range(2, panels)]
    bars += [
        Bar("end left", "b0", "t1", "top chord", HINGE),
        Bar("end right", f"b{panels}", f"t{panels - 1}", "top chord", HINGE),
    ]
    bars += [Bar(f"upright {k}", f"b{k}", f"t{k}", "web", HINGE) for k in range(1, panels)]
    for k in range(1, panels - 1):
        low, high = (k + 1, k) if k < panels / 2 else (k, k + 1)
        bars.append(Bar(f"diagonal {k}", f"b{low}", f"t{high}", "web", HINGE))
    return Layout(
        nodes=nodes,
        bars=bars,
        supports={
            **{n: ("DZ", "RX", "RY") for n in nodes if n not in ("b0", f"b{panels}")},
            "b0": ("DX", "DY", "DZ", "RX", "RY"),
            f"b{panels}": ("DY", "DZ", "RX", "RY"),
        },
        spots={
            "top joints": Spot("shared by the top joints", nodes=tuple(f"t{k}" for k in range(1, panels))),
            "middle": Spot("at the bottom joint in the middle", nodes=(f"b{panels // 2}",)),
            "bottom chord": Spot(
                "along the bottom chord", bars=tuple((f"bottom {k}", 0.0) for k in range(1, panels + 1))
            ),
        },
        reach_mm=span_mm,
        tip=False,
        words="flat truss",
        watched=tuple(n for n in nodes),
    )


def crossed_links(link_mm: float, height_mm: float, width_mm: float, pin_gap_mm: float) -> Layout:
    """Two pairs of crossed links side by side, joined by cross tubes; their feet are held together by a tie.

    The feet draw apart as the height falls: the height is the position of the mechanism. The links of a pair stand
    `pin_gap_mm` apart, and the pin between them may turn.
    """
    need(link=link_mm, height=height_mm, width=width_mm, pin_gap=pin_gap_mm)
    if height_mm >= link_mm * 0.98:
        raise InputError(
            field="height", got=f"{height_mm:g} mm", needs=f"below {link_mm * 0.98:.0f} mm, or the links stand upright"
        )
    base = (link_mm**2 - height_mm**2) ** 0.5
    turning = frozenset({"irx"})
    nodes: dict[str, Point] = {}
    bars: list[Bar] = []
    for side, outer, inner in (("L", 0.0, pin_gap_mm), ("R", width_mm, width_mm - pin_gap_mm)):
        nodes |= {
            f"{side} foot": (0, 0, outer),
            f"{side} cross": (base / 2, height_mm / 2, outer),
            f"{side} top": (base, height_mm, outer),
            f"{side} inner foot": (base, 0, inner),
            f"{side} inner cross": (base / 2, height_mm / 2, inner),
            f"{side} inner top": (0, height_mm, inner),
        }
        bars += [
            Bar(f"{side} rising low", f"{side} foot", f"{side} cross", "link"),
            Bar(f"{side} rising high", f"{side} cross", f"{side} top", "link"),
            Bar(f"{side} falling low", f"{side} inner foot", f"{side} inner cross", "link"),
            Bar(f"{side} falling high", f"{side} inner cross", f"{side} inner top", "link"),
            Bar(f"{side} pin", f"{side} cross", f"{side} inner cross", "pin", turning, bored=True),
        ]
    bars += [
        Bar("cross top", "L top", "R top", "cross tube"),
        Bar("cross inner top", "L inner top", "R inner top", "cross tube"),
        Bar("cross inner foot", "L inner foot", "R inner foot", "cross tube"),
    ]
    for side in "LR":
        bars.append(Bar(f"{side} tie", f"{side} foot", f"{side} inner foot", "tie", HINGE, only="tension"))
    tops = ("L top", "R top", "L inner top", "R inner top")
    return Layout(
        nodes=nodes,
        bars=bars,
        supports={
            **{f"{s} foot": ("DX", "DY", "DZ") for s in "LR"},
            **{f"{s} inner foot": ("DY", "DZ") for s in "LR"},
        },
        spots={
            "tops": Spot("shared by the four tops", nodes=tops),
            "one side": Spot("on the tops of one side", nodes=("L top", "L inner top")),
        },
        reach_mm=max(base, height_mm),
        tip=False,
        words="crossed link frame",
        watched=tops,
    )


def gate_leaf(width_mm: float, height_mm: float, strap_mm: float, on_sill: bool) -> Layout:
    """A leaf of stiles, rails and a brace that hangs by two straps on its hinge pins; its toe is held by a stay, and
    when it is shut its bottom and toe lean on the sill and the post.
    """
    need(width=width_mm, height=height_mm, strap=strap_mm)
    s, w, h = strap_mm, strap_mm + width_mm, height_mm
    nodes: dict[str, Point] = {
        "lower pin": (0, 0, 0),
        "upper pin": (0, h, 0),
        "lower heel": (s, 0, 0),
        "upper heel": (s, h, 0),
        "bottom middle": (s + width_mm / 2, 0, 0),
        "top middle": (s + width_mm / 2, h, 0),
        "lower toe": (w, 0, 0),
        "upper toe": (w, h, 0),
    }
    bars = [
        Bar("lower strap", "lower pin", "lower heel", "strap"),
        Bar("upper strap", "upper pin", "upper heel", "strap"),
        Bar("heel stile", "lower heel", "upper heel", "stile"),
        Bar("toe stile", "lower toe", "upper toe", "stile"),
        Bar("bottom rail heel", "lower heel", "bottom middle", "rail"),
        Bar("bottom rail toe", "bottom middle", "lower toe", "rail"),
        Bar("top rail heel", "upper heel", "top middle", "rail"),
        Bar("top rail toe", "top middle", "upper toe", "rail"),
        Bar("middle stile", "bottom middle", "top middle", "stile"),
        Bar("brace", "lower heel", "upper toe", "brace", HINGE),
    ]
    supports: dict[str, tuple[str, ...]] = {
        "lower pin": ("DX", "DY", "DZ", "RX"),
        "upper pin": ("DX", "DZ", "RX"),
        "upper toe": ("DZ",),
    }
    if on_sill:
        supports |= {"lower toe": ("DZ",), "bottom middle": ("DZ",)}
    return Layout(
        nodes=nodes,
        bars=bars,
        supports=supports,
        spots={
            "skin": Spot(
                "over the skin",
                bars=(("heel stile", width_mm / 4), ("middle stile", width_mm / 2), ("toe stile", width_mm / 4)),
            ),
            "toe": Spot("at the top of the toe", nodes=("upper toe",)),
            "lower toe": Spot("at the bottom of the toe", nodes=("lower toe",)),
        },
        reach_mm=width_mm,
        tip=True,
        words="gate leaf on straps",
        watched=("upper toe", "lower toe", "bottom middle"),
    )
