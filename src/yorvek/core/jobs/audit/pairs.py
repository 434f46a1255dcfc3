"""Left and right: two alike where a pair is wanted, more of one hand than of the other, one hand and not the other."""

from __future__ import annotations

from collections import defaultdict
from collections.abc import Iterator, Sequence

from yorvek.core.jobs.audit.alike import after_others, same_pieces
from yorvek.core.jobs.audit.kind import Audited, AuditRule, Flaw
from yorvek.core.jobs.cutting import WorkedPart
from yorvek.core.parts import PartGeometry
from yorvek.core.parts.other_hand import has_hands
from yorvek.core.parts.spec import PartSpec, TwinMade
from yorvek.core.parts.twin import OTHER, Side

BOTH = {"left", "right"}


def _look(job: Audited) -> Iterator[Flaw]:
    lots: dict[tuple[object, ...], list[int]] = defaultdict(list)
    firsts = {w.part.like.of for w in job.parts.values() if isinstance(w.part, TwinMade)}
    for number, w, g in job.drawn():
        if w.part.jig is not None:
            continue
        if isinstance(w.part, TwinMade):
            yield from _against_its_hand(job, number, w.part)
        lots[_lot(number, w, g, firsts)].append(number)
    for numbers in lots.values():
        yield from _numbers(job, numbers)
    for numbers in same_pieces(job):
        yield from _drawn_alike(job, numbers)


def _lot(number: int, w: WorkedPart, g: PartGeometry, firsts: set[int]) -> tuple[object, ...]:
    """What goes together: a part and its twins; of what has a hand and none, what weighs and is cut alike."""
    if isinstance(w.part, TwinMade):
        return ("of", w.part.like.of)
    if number in firsts or not w.part.hand:
        return ("of", number)
    return ("alike", round(g.mass_kg, 4), round(g.cut_length_mm, 1), g.length_mm, g.material_id, g.section_id)


def _handed(w: WorkedPart) -> bool:
    return w.geometry is not None and has_hands(w.part, w.geometry)


def _against_its_hand(job: Audited, number: int, part: TwinMade) -> Iterator[Flaw]:
    """A twin whose hand is not what it comes out as."""
    first = job.parts[part.like.of].part
    if part.like.mirrored and part.hand and part.hand == first.hand:
        words = f"it is {first.mark} mirrored, and both are said to be {part.hand}"
        yield Flaw(number, words, f"say that one of them is {OTHER[part.hand]}", "hand")
    if not part.like.mirrored and {part.hand, first.hand} == BOTH and _handed(job.parts[number]):
        words = f"it is said to be {part.hand}, and is made as {first.mark}, which is {first.hand}: two alike"
        yield Flaw(number, words, f"mirror it, or say that it is {first.hand}", "shape.mirrored")


def _drawn_alike(job: Audited, numbers: list[int]) -> Iterator[Flaw]:
    """Parts drawn one by one, the same piece, and yet called the left and the right one."""
    own = [n for n in numbers if not isinstance(job.parts[n].part, TwinMade)]
    for number, earlier in after_others(own):
        w = job.parts[number]
        first = next((p for n in earlier if {(p := job.parts[n].part).hand, w.part.hand} == BOTH), None)
        if first is not None and _handed(w):
            words = f"it is said to be {w.part.hand}, and is drawn as {first.mark}, which is {first.hand}: two alike"
            yield Flaw(number, words, f"make it the other hand of {first.mark}", "hand")


def _mirrored(part: PartSpec) -> bool:
    return isinstance(part, TwinMade) and part.like.mirrored


def _numbers(job: Audited, numbers: Sequence[int]) -> Iterator[Flaw]:
    """As many of one hand as of the other, among a part and its twins. One that says its hand says that of all."""
    parts = {n: job.parts[n].part for n in numbers}
    said: Side = next((OTHER[p.hand] if _mirrored(p) else p.hand for p in parts.values() if p.hand), "")
    names: tuple[str, str] = (said, OTHER[said]) if said else ("of one hand", "of the other")
    hands: dict[str, list[int]] = defaultdict(list)
    for n, part in parts.items():
        if part.hand or not isinstance(part, TwinMade) or part.like.mirrored:
            hands[part.hand or names[_mirrored(part)]].append(n)
    count = {hand: sum(parts[n].qty for n in of) for hand, of in hands.items()}
    if len(count) == 1 and said:
        ((hand, n),) = count.items()
        (other,) = BOTH - {hand}
        mend = "make its other hand, or say that it has none"
        yield Flaw(numbers[0], f"{n} {hand}, and no {other} one", mend, "hand", "care")
    if len(set(count.values())) == 2:
        less, more = sorted(count, key=count.__getitem__)
        words = f"{count[more]} {more} and {count[less]} {less}: a pair wants as many of each"
        yield Flaw(hands[less][0], words, f"{count[more]} of each, or a reason why not", "qty")


PAIRS = AuditRule("pairs", "left and right", _look)
