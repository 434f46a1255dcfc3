"""Where a part stands, in the words of whoever puts it there."""

from __future__ import annotations

from yorvek.core.assemblies.placing import HIGH, LOW, SIDES
from yorvek.core.assemblies.spec import AlongBar, AtPlace, From, OnSide, Placed
from yorvek.core.parts.saying import Say


def where_words(p: Placed, say: Say) -> str:
    """Where a row stands, and how the others of it follow."""
    return ", ".join(x for x in (_first(p, say), _row(p, say)) if x)


def _first(p: Placed, say: Say) -> str:
    s = p.stands
    if s is None:
        return "not placed"
    if isinstance(s, AtPlace):
        turned = [f"{t.value:g}° about {a}" for t, a in ((s.turn_x, "x"), (s.turn_y, "y"), (s.turn_z, "z")) if t.value]
        at = ", ".join(say(v.value, rough=True) for v in (s.x, s.y, s.z))
        return ", turned ".join([f"corner at {at}", *turned])
    if isinstance(s, AlongBar):
        where = "in its middle" if s.start is None else f"{say(s.start.value, whole=True, rough=True)} from its start"
        rolled = f", rolled {s.rolled.value:g}°" if s.rolled.value else ""
        return f"along {s.bar}, {where}{rolled}"
    return _against(s, say)


def _against(s: OnSide, say: Say) -> str:
    _, _, along, across = SIDES[s.onto_side]
    said = [f"its {s.side} against the {s.onto_side} of {'each ' if s.each else ''}{s.onto}"]
    said += [
        w for w in (
            _measured(s.along_from, s.along.value, along, say), _measured(s.across_from, s.across.value, across, say),
        ) if w
    ]  # fmt: skip
    if s.turn.value:
        said.append(f"turned {s.turn.value:g}°")
    if s.gap.value:
        said.append(f"{say(s.gap.value, whole=True, rough=True)} off it")
    return ", ".join(said)


def _measured(start: From, move: float, axis: int, say: Say) -> str:
    size = say(abs(move), whole=True, rough=True)
    if start == "middle":
        return f"{size} {'past' if move > 0 else 'short of'} its middle from the {LOW[axis]}" if move else ""
    name = (LOW if start == "low" else HIGH)[axis]
    if not move:
        return f"flush at the {name}"
    return f"{size} from the {name}" if move > 0 else f"{size} beyond the {name}"


def _row(p: Placed, say: Say) -> str:
    if p.count == 1 or p.stands is None:
        return ""
    every = "" if p.every is None else f" every {say(p.every.value, whole=True, rough=True)}"
    return f"{p.count} in a row {p.way}{every}"
