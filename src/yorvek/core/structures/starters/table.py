"""The starters by name: the dimensions and counts each asks for, and the layout it expands into."""

from __future__ import annotations

from collections.abc import Callable, Mapping
from dataclasses import dataclass

from yorvek.core.errors import InputError
from yorvek.core.quantities.asked import Question, Typed
from yorvek.core.structures.starters.arms import braced_arm, bracket, post, side_arm, tied_arm
from yorvek.core.structures.starters.decks import bed, deck_grid, hand_cart, runway
from yorvek.core.structures.starters.frames import crossed_links, gate_leaf, portal, truss
from yorvek.core.structures.starters.layout import Layout


@dataclass(frozen=True)
class Ask:
    """A dimension a starter asks for; `example_mm` stands in to ask what the starter is made of; optional ones may be
    left out and are 0 then.
    """

    name: str
    words: str
    example_mm: float
    optional: bool = False

    @property
    def question(self) -> Question:
        """As a person is asked."""
        return Question(name=self.name, words=self.words, typed="length", optional=self.optional, without="none")


@dataclass(frozen=True)
class Count:
    """A whole number a starter asks for; 0 to 1 is a yes or no."""

    name: str
    words: str
    usual: int
    least: int
    most: int

    @property
    def question(self) -> Question:
        """As a person is asked."""
        typed: Typed = "yes or no" if (self.least, self.most) == (0, 1) else "count"
        usual = str(self.usual)
        return Question(
            name=self.name, words=self.words, typed=typed, least=self.least, most=self.most,
            usual_mm=usual, usual_in=usual,
        )  # fmt: skip


@dataclass(frozen=True)
class Starter:
    """One kind of structure."""

    kind: str
    words: str
    asks: tuple[Ask, ...]
    counts: tuple[Count, ...]
    build: Callable[[Mapping[str, float], Mapping[str, int]], Layout]


def _starter(
    kind: str, words: str, asks: list[Ask], build: Callable[..., Layout], counts: list[Count] | None = None
) -> Starter:
    return Starter(kind, words, tuple(asks), tuple(counts or ()), build)


BAYS = Count("bays", "Bays", 6, 1, 40)
_ALL = [
    _starter(
        "tied arm", "Arm on a tie",
        [Ask("height", "Height of the hinge", 2000), Ask("reach", "Reach of the arm", 2000),
            Ask("tie_rise", "Tie above the arm", 1000)],
        lambda d, n: tied_arm(d["height"], d["reach"], d["tie_rise"]),
    ),
    _starter(
        "braced arm", "Arm on a knee brace",
        [Ask("height", "Height of the arm", 3000), Ask("reach", "Reach of the arm", 3000),
            Ask("knee_drop", "Knee below the arm", 1000), Ask("knee_reach", "Knee out from the post", 1000)],
        lambda d, n: braced_arm(d["height"], d["reach"], d["knee_drop"], d["knee_reach"]),
    ),
    _starter(
        "bracket", "Bracket on a wall",
        [Ask("reach", "Reach of the arm", 1000), Ask("drop", "Strut's foot below the arm", 600),
            Ask("seat", "Strut's head out from the wall", 800)],
        lambda d, n: bracket(d["reach"], d["drop"], d["seat"]),
    ),
    _starter(
        "post", "Post on a base",
        [Ask("height", "Height of the post", 2000), Ask("out", "Load out from its axis", 300, optional=True)],
        lambda d, n: post(d["height"], d["out"]),
    ),
    _starter(
        "portal", "Portal on legs", [Ask("span", "Span", 2000), Ask("height", "Height", 2000)],
        lambda d, n: portal(d["span"], d["height"], bool(n["pinned_feet"])),
        [Count("pinned_feet", "Feet on pins", 0, 0, 1)],
    ),
    _starter(
        "side arm", "Arm with a side arm",
        [Ask("reach", "Reach from the wall", 2000), Ask("side", "Length of the side arm", 1000)],
        lambda d, n: side_arm(d["reach"], d["side"]),
    ),
    _starter(
        "deck", "Deck on rails",
        [Ask("length", "Length", 4000), Ask("width", "Width", 2000),
            Ask("post_height", "Height of posts", 1000, optional=True)],
        lambda d, n: deck_grid(d["length"], d["width"], n["bays"], d["post_height"]), [BAYS],
    ),
    _starter(
        "truss", "Flat truss", [Ask("span", "Span", 4000), Ask("height", "Height", 1000)],
        lambda d, n: truss(d["span"], d["height"], n["panels"]), [Count("panels", "Panels", 6, 2, 40)],
    ),
    _starter(
        "runway", "Inclined runway",
        [Ask("length", "Length of the runway", 4000), Ask("rise", "Rise over its length", 100, optional=True),
            Ask("overhang", "End past the second hanger", 500, optional=True)],
        lambda d, n: runway(d["length"], d["rise"], d["overhang"]),
    ),
    _starter(
        "bed", "Bed with an arm on it",
        [Ask("length", "Length", 2000), Ask("width", "Width", 800), Ask("arm_height", "Height of the arm", 500),
            Ask("arm_reach", "Arm out from the rail", 400, optional=True)],
        lambda d, n: bed(d["length"], d["width"], n["bays"], d["arm_height"], d["arm_reach"]),
        [Count("bays", "Bays", 4, 2, 40)],
    ),
    _starter(
        "crossed links", "Crossed link frame",
        [Ask("link", "Length of a link", 1200), Ask("height", "Height it stands at", 600),
            Ask("width", "Width over the links", 700), Ask("pin_gap", "Between the links of a pair", 40)],
        lambda d, n: crossed_links(d["link"], d["height"], d["width"], d["pin_gap"]),
    ),
    _starter(
        "gate leaf", "Gate leaf on straps",
        [Ask("width", "Width of the leaf", 2000), Ask("height", "Between the hinges", 1500),
            Ask("strap", "Pin to the heel stile", 120)],
        lambda d, n: gate_leaf(d["width"], d["height"], d["strap"], bool(n["on_sill"])),
        [Count("on_sill", "Shut: leans on sill and post", 1, 0, 1)],
    ),
    _starter(
        "hand-cart", "Hand-cart frame",
        [Ask("length", "Length with the handles", 2000), Ask("width", "Between the rails", 700),
            Ask("axle_from_front", "Axle behind the front", 600), Ask("axle_drop", "Axle below the rails", 200)],
        lambda d, n: hand_cart(d["length"], d["width"], n["bays"], d["axle_from_front"], d["axle_drop"]),
        [Count("bays", "Bays", 4, 2, 20)],
    ),
]  # fmt: skip
STARTERS: dict[str, Starter] = {s.kind: s for s in _ALL}


def expand(kind: str, sizes_mm: Mapping[str, float], counts: Mapping[str, int]) -> Layout:
    """The layout of a starter.

    Raises:
        InputError: no such starter, a dimension missing or unknown, a count out of its range.
    """
    found = STARTERS.get(kind)
    if found is None:
        raise InputError(field="starter", got=kind, needs="one of " + ", ".join(STARTERS))
    sizes = {}
    for ask in found.asks:
        if ask.name not in sizes_mm and not ask.optional:
            raise InputError(field=ask.name, got="", needs=f"{ask.words.lower()}: a length")
        sizes[ask.name] = sizes_mm.get(ask.name, 0.0)
    whole = {}
    for c in found.counts:
        value = counts.get(c.name, c.usual)
        if not c.least <= value <= c.most:
            raise InputError(field=c.words.lower(), got=str(value), needs=f"a whole number from {c.least} to {c.most}")
        whole[c.name] = value
    known = {a.name for a in found.asks} | {c.name for c in found.counts}
    odd = next((k for k in (*sizes_mm, *counts) if k not in known), None)
    if odd:
        raise InputError(field=odd, got=kind, needs="it asks for " + ", ".join(sorted(known)))
    return found.build(sizes, whole)
