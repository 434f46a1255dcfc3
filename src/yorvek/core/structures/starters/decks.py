"""Decks and beds: rails with cross members, with an arm that stands on them, or on an axle; and an inclined runway."""

from __future__ import annotations

import itertools

from yorvek.core.errors import InputError
from yorvek.core.structures.starters.layout import FIXED, PINNED, Bar, Layout, Point, Spot, need


def deck_grid(length_mm: float, width_mm: float, bays: int, post_height_mm: float) -> Layout:
    """Two rails on four posts with cross members between them; the deck lies on the cross members."""
    need(length=length_mm, width=width_mm)
    if not 1 <= bays <= 40:
        raise InputError(field="bays", got=str(bays), needs="1 to 40")
    nodes: dict[str, Point] = {}
    bars: list[Bar] = []
    supports: dict[str, tuple[str, ...]] = {}
    deck: list[tuple[str, float]] = []
    pitch = length_mm / bays
    for k in range(bays + 1):
        for side, z in (("L", 0.0), ("R", width_mm)):
            nodes[f"{side}{k}"] = (pitch * k, post_height_mm, z)
            if k:
                bars.append(Bar(f"rail {side}{k}", f"{side}{k - 1}", f"{side}{k}", "rail"))
        nodes[f"M{k}"] = (pitch * k, post_height_mm, width_mm / 2)
        for half, (a, b) in enumerate(((f"L{k}", f"M{k}"), (f"M{k}", f"R{k}"))):
            bars.append(Bar(f"cross {k}{'ab'[half]}", a, b, "cross member"))
            deck.append((f"cross {k}{'ab'[half]}", pitch if 0 < k < bays else pitch / 2))
    for k in (0, bays):
        for side, z in (("L", 0.0), ("R", width_mm)):
            if post_height_mm > 0:
                nodes[f"foot {side}{k}"] = (pitch * k, 0.0, z)
                bars.append(Bar(f"post {side}{k}", f"foot {side}{k}", f"{side}{k}", "post"))
                supports[f"foot {side}{k}"] = FIXED
            else:
                supports[f"{side}{k}"] = ("DY", "DZ", *(("DX",) if k == 0 else ()))
    middle = f"M{bays // 2}"
    return Layout(
        nodes=nodes,
        bars=bars,
        supports=supports,
        spots={
            "deck": Spot("over the deck", bars=tuple(deck)),
            "middle": Spot("in the middle of the deck", nodes=(middle,)),
            "corner": Spot("sideways at the top of a post", nodes=("L0",)),
        },
        reach_mm=length_mm,
        tip=False,
        words="deck on rails and posts" if post_height_mm > 0 else "deck on rails",
        watched=tuple(n for n in nodes if n[0] in "LRM" and n[1:].isdigit()),
    )


def runway(length_mm: float, rise_mm: float, overhang_mm: float) -> Layout:
    """A rail hung at two places, level or rising by `rise_mm` over its length, its end standing out past the second."""
    need(length=length_mm)
    if not 0 <= overhang_mm < length_mm / 2:
        raise InputError(field="overhang", got=f"{overhang_mm:g} mm", needs="less than half of the runway's length")
    if abs(rise_mm) >= length_mm:
        raise InputError(field="rise", got=f"{rise_mm:g} mm", needs="less than the runway's length")
    run = (length_mm**2 - rise_mm**2) ** 0.5
    share = 1 - overhang_mm / length_mm
    nodes: dict[str, Point] = {
        "first hanger": (0, 0, 0),
        "middle": (run * share / 2, rise_mm * share / 2, 0),
        "second hanger": (run * share, rise_mm * share, 0),
    }
    bars = [
        Bar("runway 1", "first hanger", "middle", "runway"),
        Bar("runway 2", "middle", "second hanger", "runway"),
    ]
    watched: tuple[str, ...] = ("middle",)
    if overhang_mm > 0:
        nodes["end"] = (run, rise_mm, 0)
        bars.append(Bar("overhang", "second hanger", "end", "runway"))
        watched = ("middle", "end")
    return Layout(
        nodes=nodes,
        bars=bars,
        supports={"first hanger": PINNED[:4], "second hanger": ("DY", "DZ", "RX")},
        spots={
            "runway": Spot("along the runway", bars=tuple((b.name, 0.0) for b in bars)),
            "middle": Spot("in the middle of the span", nodes=("middle",)),
        },
        reach_mm=length_mm - overhang_mm,
        tip=False,
        words="runway",
        watched=watched,
    )


def bed(length_mm: float, width_mm: float, bays: int, arm_height_mm: float, arm_reach_mm: float) -> Layout:
    """A bed of two rails and cross members on its four corners, with a post in the middle of one rail and an arm out
    from it:
    what hangs on the arm twists the bed.
    """
    need(arm_height=arm_height_mm)
    if bays < 2 or bays % 2:
        raise InputError(field="bays", got=str(bays), needs="an even number: the post stands on a cross member")
    flat = deck_grid(length_mm, width_mm, bays, 0.0)
    root = f"L{bays // 2}"
    x, y, z = flat.nodes[root]
    flat.nodes["arm root"] = (x, y + arm_height_mm, z)
    bars = [*flat.bars, Bar("post", root, "arm root", "post")]
    seat = "arm root"
    if arm_reach_mm > 0:
        seat = "arm tip"
        flat.nodes[seat] = (x, y + arm_height_mm, z - arm_reach_mm)
        bars.append(Bar("arm", "arm root", seat, "arm"))
    return Layout(
        nodes=flat.nodes,
        bars=bars,
        supports=flat.supports,
        spots={
            "arm": Spot("on the arm's end", nodes=(seat,)),
            "bed": Spot("over the bed", bars=flat.spots["deck"].bars),
            "middle": flat.spots["middle"],
        },
        reach_mm=length_mm,
        tip=False,
        words="bed with an arm on it",
        watched=(*flat.watched, seat),
    )


def hand_cart(length_mm: float, width_mm: float, bays: int, axle_from_front_mm: float, axle_drop_mm: float) -> Layout:
    """A bed whose rails run on into handles, carried by an axle on brackets under the rails and by two hands at the
    back.

    Three quarters of the length is bed; the wheels stand 60 mm outside the rails.
    """
    need(length=length_mm, width=width_mm, axle_from_front=axle_from_front_mm, axle_drop=axle_drop_mm)
    if not 2 <= bays <= 20:
        raise InputError(field="bays", got=str(bays), needs="2 to 20")
    bed_mm, out = 0.75 * length_mm, 60.0
    if axle_from_front_mm >= bed_mm:
        raise InputError(
            field="axle_from_front", got=f"{axle_from_front_mm:g} mm", needs=f"under the bed of {bed_mm:g} mm"
        )
    nodes: dict[str, Point] = {}
    bars: list[Bar] = []
    supports: dict[str, tuple[str, ...]] = {}
    deck: list[tuple[str, float]] = []
    pitch = bed_mm / bays
    at = sorted({*(round(pitch * k, 6) for k in range(bays + 1)), round(axle_from_front_mm, 6)})
    for side, z, outward in (("L", 0.0, -out), ("R", width_mm, out)):
        names = []
        for x in at:
            on_cross = abs(x / pitch - round(x / pitch)) < 1e-6
            name = f"{side}{round(x / pitch)}" if on_cross else f"{side} axle seat"
            nodes[name] = (x, axle_drop_mm, z)
            names.append(name)
            if abs(x - axle_from_front_mm) < 1e-5:
                nodes[f"{side} axle"] = (x, 0.0, z)
                nodes[f"{side} wheel"] = (x, 0.0, z + outward)
                bars += [
                    Bar(f"{side} bracket", name, f"{side} axle", "axle bracket"),
                    Bar(f"{side} stub", f"{side} axle", f"{side} wheel", "axle"),
                ]
                supports[f"{side} wheel"] = ("DX", "DY", *(("DZ",) if side == "L" else ()))
        nodes[f"{side} hand"] = (length_mm, axle_drop_mm, z)
        names.append(f"{side} hand")
        bars += [Bar(f"rail {side}{k}", a, b, "rail") for k, (a, b) in enumerate(itertools.pairwise(names), 1)]
        supports[f"{side} hand"] = ("DY",)
    bars.append(Bar("axle", "L axle", "R axle", "axle"))
    for k in range(bays + 1):
        bars.append(Bar(f"cross {k}", f"L{k}", f"R{k}", "cross member"))
        deck.append((f"cross {k}", pitch if 0 < k < bays else pitch / 2))
    middle = bays // 2
    return Layout(
        nodes=nodes,
        bars=bars,
        supports=supports,
        spots={
            "bed": Spot("over the bed", bars=tuple(deck)),
            "front": Spot("on the front cross member", bars=(("cross 0", 0.0),)),
            "one side": Spot("on one rail over the bed", nodes=(f"L{middle}",)),
            "wheel": Spot("against one wheel", nodes=("R wheel",)),
        },
        reach_mm=length_mm - axle_from_front_mm,
        tip=False,
        words="hand-cart frame",
        watched=tuple(n for n in nodes if "wheel" not in n),
    )
