"""A bar or tube that is bent: how long it is cut, where its bends are marked, how far each is set, and how it looks."""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import dataclass

from yorvek.core.errors import InputError
from yorvek.core.materials import Material
from yorvek.core.parts.bar_bend import LEAST_NEUTRAL, BarBend, BendTried
from yorvek.core.parts.drawn import BendLine, PartView, Shown, Warned
from yorvek.core.parts.folded import Folded, Folds, closed_on_itself, in_the_flat, leg_name, refuse_turns
from yorvek.core.parts.in_space import Turn, clears_itself, seen
from yorvek.core.parts.plates.brake import least_radius_of
from yorvek.core.parts.saying import Say
from yorvek.core.parts.spec import BarPiece
from yorvek.core.parts.sprung import set_for, set_words
from yorvek.core.quantities.entry import Length
from yorvek.core.sections import Section
from yorvek.core.workshop.bends import bend_allowance_mm, din_k, mould_setback_mm, outer_wall_mm

BENT = ("chs", "rhs", "round_bar", "square_bar", "flat")
MOST_TURN_DEG = 180.0
"""More is a coil (ours)."""
USUAL_OF_TUBE = 3.0
"""Radius to the middle over the depth, under which a tube kinks without a mandrel (common practice, no source)."""
HELD_DEPTHS = 2.0
"""What of a leg is straight, so that former and clamp hold it, in depths of the bar (common practice, no source)."""
QUARTER = 90.0


@dataclass(frozen=True)
class BentBar:
    """A bent bar: as it is cut, its depth in the plane of each bend, where that plane is about it, and its radius to
    the middle there.
    """

    folds: Folds
    depths: list[float]
    rolls: list[float]
    turns: list[float]

    def radius(self, k: int) -> float:
        """To the middle of the bar."""
        return self.folds.radii[k] + self.depths[k] / 2


def bent_bar(shape: BarPiece, s: Section, metal: Material) -> BentBar:
    """A bar in the flat.

    Raises:
        InputError: what is not bent, bends that contradict each other or take more than a leg has, a bar that runs into
            itself.
    """
    first = _first_leg(shape, s)
    rolls = [roll_deg(k, b, s) for k, b in enumerate(shape.bends)]
    depths = [_depth(k, roll, s) for k, roll in enumerate(rolls)]
    radii = [_inside(k, b, depth, s, metal) for k, (b, depth) in enumerate(zip(shape.bends, depths, strict=True))]
    turns = [b.turn.value for b in shape.bends]
    bends = list(zip(radii, depths, (abs(t) for t in turns), strict=True))
    zones = [bend_allowance_mm(r, d, turn, _neutral(shape, s, r, d)) for r, d, turn in bends]
    over = 1.0 if shape.measured == "outside" else 0.5
    backs = [mould_setback_mm(r, over * d, turn) for r, d, turn in bends]
    folds = in_the_flat([first, *(b.leg for b in shape.bends)], radii, zones, backs)
    found = BentBar(folds, depths, rolls, turns)
    if not (
        _in_plane(found, shape).clears_itself() if _planar(rolls) else clears_itself(turns_of(found), folds.legs, s)
    ):
        raise closed_on_itself(len(turns))
    return found


def bends_shown(
    bar: BentBar, shape: BarPiece, s: Section, metal: Material, tried: Sequence[BendTried], say: Say
) -> Shown:
    """What the drawing of a bent bar shows: marks, notes, how it looks once it is bent, and what may go wrong."""
    lines = _marks(bar, s, metal, tried, say)
    return Shown(
        notes=_said(bar, lines, s, say),
        bends=lines,
        views=_views(bar, shape, s),
        warned=_warned(bar, s, metal, say),
    )


def _marks(bar: BentBar, s: Section, metal: Material, tried: Sequence[BendTried], say: Say) -> list[BendLine]:
    """Where it is bent, along the bar as it is cut, and how far the bender is set there."""
    out = []
    for k, (x, zone) in enumerate(zip(bar.folds.middles(), bar.folds.zones, strict=True)):
        turn = abs(bar.turns[k])
        set_deg, by = set_for(turn, bar.radius(k), bar.depths[k], s, metal, tried)
        out.append(
            BendLine(
                x1=x, y1=0.0, x2=x, y2=s.depth_mm, turn_deg=bar.turns[k], zone_mm=zone, asked=f"bends.{k}.turn",
                words=f"{turn:g}° {_way(bar.rolls[k], bar.turns[k])}, R{say(bar.radius(k), rough=True)}",
                radius_mm=bar.radius(k), set_deg=set_deg, set_by=by,
            )
        )  # fmt: skip
    return out


def _said(bar: BentBar, lines: Sequence[BendLine], s: Section, say: Say) -> list[str]:
    """What its drawing says: its bends from the left end, and what to mind."""
    out = [f"cut {say(bar.folds.long(), rough=True)} long, bent to radii to its middle"]
    for k, line in enumerate(lines):
        near, far = line.x1 - line.zone_mm / 2, line.x1 + line.zone_mm / 2
        reach = f"from {say(near, rough=True)} to {say(far, rough=True)}"
        out.append(f"bend {k + 1}: {line.words}, {reach}, {set_words(line)}")
    if s.closed:
        thin = min(outer_wall_mm(s.wall_mm, bar.radius(k), depth) for k, depth in enumerate(bar.depths))
        out.append(f"outer wall about {say(thin, rough=True)} of {say(s.wall_mm)} in the bends")
        out.append("keep its seam at the side of the bends, where it is neither stretched nor pressed")
    return out


def _warned(bar: BentBar, s: Section, metal: Material, say: Say) -> list[Warned]:
    """What may go wrong at the bender."""
    out = []
    for k, depth in enumerate(bar.depths):
        asked = f"bends.{k}.radius"
        if s.closed:
            usual, got = USUAL_OF_TUBE * depth, bar.radius(k)
            if got < usual - 1e-9:
                words = f"bend {k + 1}: R{say(got, rough=True)} to its middle, under three times its depth, may kink"
                out.append(Warned(words=words, mend=f"R{say(usual)}, or a mandrel, or fill it", asked=asked))
            continue
        least, got = least_radius_of(depth, metal), bar.folds.radii[k]
        if got < least - 1e-9:
            words = f"bend {k + 1}: R{say(got, rough=True)} inside may crack, R{say(least, rough=True)} is usual"
            mend = f"R{say(least + depth / 2, rough=True)} to its middle, bend it hot, or try it on a scrap first"
            out.append(Warned(words=words, mend=mend, asked=asked))
    for k, leg in enumerate(bar.folds.legs):
        needs = HELD_DEPTHS * max(bar.depths[max(0, k - 1) : k + 1])
        if leg < needs - 1e-9:
            words = f"leg {k + 1} has {say(leg, rough=True)} that stays straight: former and clamp hold twice its depth"
            mend = f"{say(needs - leg, rough=True)} more, or bend it long and trim"
            out.append(Warned(words=words, mend=mend, asked=leg_name(k)))
    return out


def _views(bar: BentBar, shape: BarPiece, s: Section) -> list[PartView]:
    """It once bent: in its plane with its legs, or where its bends lie in several from the side and from above."""
    if not _planar(bar.rolls):
        return seen(turns_of(bar), bar.folds.legs, s)
    first = bar.rolls[0] % 180
    words = {0.0: "bent, from the side", QUARTER: "bent, from above"}.get(first, "bent, in its plane")
    return [_in_plane(bar, shape).view(words)]


def _in_plane(bar: BentBar, shape: BarPiece) -> Folded:
    """A bar whose bends lie in one plane, from the side or from above: what comes towards you is down there."""
    first = bar.rolls[0] % 180
    # a plane that is turned half about the bar bends the other way; from above, the front is below
    signs = [(1 if roll % 360 == first else -1) * (-1 if first == QUARTER else 1) for roll in bar.rolls]
    turns = [sign * turn for sign, turn in zip(signs, bar.turns, strict=True)]
    beside = 0.0 if shape.measured == "outside" else bar.depths[0] / 2
    return Folded(bar.depths[0], bar.folds, turns, beside)


def turns_of(bar: BentBar) -> list[Turn]:
    """Its bends as they lie in space."""
    radii = [bar.radius(k) for k in range(len(bar.turns))]
    return [Turn(*each) for each in zip(radii, bar.turns, bar.rolls, strict=True)]


def _planar(rolls: Sequence[float]) -> bool:
    return all((roll - rolls[0]) % 180 == 0 for roll in rolls)


def _first_leg(shape: BarPiece, s: Section) -> Length:
    """Its first leg. Raises InputError for what is not bent here, or not known how."""
    if s.shape not in BENT:
        raise InputError(field="shape.bends", got=s.id, needs="a flat, a round or square bar, or a hollow section")
    if shape.ripped:
        raise InputError(field="shape.bends", got="a bar that is split", needs="one or the other")
    if shape.held_to is not None:
        raise InputError(field="shape.held_to", got=shape.held_to.text, needs="legs that are known: it is bent")
    if shape.length is not None:
        needs = "nothing: its legs say how long it is"
        raise InputError(field="shape.length", got=shape.length.text, needs=needs)
    if shape.first_leg is None:
        raise InputError(field="shape.first_leg", got="", needs="how long the first leg is")
    refuse_turns([b.turn for b in shape.bends], MOST_TURN_DEG)
    return shape.first_leg


def roll_deg(k: int, bend: BarBend, s: Section) -> float:
    """Of the plane that a bend is in, about the bar.

    Raises:
        InputError: a bar with flat sides is bent over a corner.
    """
    if bend.roll is None:
        return QUARTER if s.shape == "flat" and s.width_mm < s.depth_mm else 0.0
    if not s.round and bend.roll.value % QUARTER:
        raise InputError(
            field=f"shape.bends.{k}.roll", got=bend.roll.text, needs="0, 90, 180 or 270 degrees: it has flat sides"
        )
    return bend.roll.value


def _depth(k: int, roll: float, s: Section) -> float:
    """Of the bar in the plane that it is bent in, mm."""
    return s.depth_mm if s.round or roll % 180 == 0 else s.width_mm


def _inside(k: int, bend: BarBend, depth: float, s: Section, metal: Material) -> float:
    """Inside radius of a bend, mm: as given, or of the usual former.

    Raises:
        InputError: it is bent about nothing.
    """
    if bend.radius is not None:
        if bend.radius.value <= depth / 2:
            raise InputError(
                field=f"shape.bends.{k}.radius", got=bend.radius.text,
                needs=f"more than half its depth, {depth / 2:g} mm: the radius is to the middle of the bar",
            )  # fmt: skip
        return bend.radius.value - depth / 2
    if s.closed:
        return (USUAL_OF_TUBE - 0.5) * depth
    return max(depth, least_radius_of(depth, metal))


def _neutral(shape: BarPiece, s: Section, inside: float, depth: float) -> float:
    """Where of the depth the metal keeps its length, from the inside: of a tube at its middle (common practice, no
    source), of solid bar as of plate, by DIN 6935.
    """
    if shape.neutral is not None:
        return shape.neutral
    return 0.5 if s.closed else max(LEAST_NEUTRAL, din_k(inside, depth) / 2)


def _way(roll: float, turn: float) -> str:
    """To where it is bent, about the bar."""
    angle = (roll + (180.0 if turn < 0 else 0.0)) % 360
    named = {0.0: "up", 90.0: "to the front", 180.0: "down", 270.0: "to the back"}
    return named.get(angle, f"{angle:g}° round from up to the front")
