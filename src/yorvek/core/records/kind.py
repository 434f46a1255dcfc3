"""What a kind of record is: its spec, what it refers to, what it is called, who may write it, and when it is sound."""

from __future__ import annotations

from collections.abc import Callable, Mapping
from dataclasses import dataclass
from typing import Any, Literal, NamedTuple

from yorvek.core.frames import FrameRequest
from yorvek.core.jobs.state import JobState
from yorvek.core.jobs.structures import StructureResult
from yorvek.core.model import Model

Hand = Literal["worker", "anyone", "door"]
"""Who makes one: whoever works in the shop, whoever may read, or only the door made for it (signing, sawing)."""
SHORT = 60
Solve = Callable[[FrameRequest], StructureResult]
"""Works a structure out, or knows what came of it."""
Numbers = Mapping[str, Mapping[int, int]]
"""By kind: the number a record had, and the one it has now."""


class Ref(NamedTuple):
    """A record that another one stands on."""

    kind: str
    id: int


def label_of(spec: Any) -> str:
    """What a record is called: its mark, else its name, else how what it says begins, else its kind."""
    for field in ("mark", "name", "text", "kind"):
        if found := getattr(spec, field, ""):
            return str(found) if len(str(found)) <= SHORT else f"{str(found)[:SHORT].rstrip()} …"
    return ""


def _nothing(spec: Any) -> list[Ref]:
    return []


def _sound(state: JobState, number: int, solve: Solve) -> None:
    """Nothing to work out."""


def _same(spec: Any, numbers: Numbers) -> Any:
    return spec


def _as_given(before: Any, now: Any, by: str) -> Any:
    return now


@dataclass(frozen=True)
class Kind:
    """A kind of record.

    Args:
        name: one of them, in words.
        plural: the list of them, in a job's state, in job files and in addresses.
        follows: its quantities may name dimensions.
        unique: the field that tells one from another, and the family of kinds within which it does; none: any number
            may share it.
        refers: the records it stands on.
        renumbered: the same spec, what it refers to under other numbers.
        check: works out whether it can be; structures are worked out by what is handed to it.

            Raises:
                InputError: it cannot.
        solved: its check works a structure out, which is not done while others wait.
        used: what is said where one of them is taken away that others (`{users}`) stand on.
        amended: what is stored of a change, of (before or none, now, who); what is said with another's name goes.

            Raises:
                InputError: it may not be changed that way.
        hand: who makes one.
        said: somebody's words: they keep author and time, and only the author changes them.
        answers: fields of what is said that others who work in the shop may fill in.
        lasting: never changed, taken away or undone.
    """

    name: str
    plural: str
    spec: type[Model]
    follows: bool = False
    unique: tuple[str, str] | None = None
    refers: Callable[[Any], list[Ref]] = _nothing
    renumbered: Callable[[Any, Numbers], Any] = _same
    check: Callable[[JobState, int, Solve], None] = _sound
    solved: bool = False
    used: str = "{users} use it: change that first"
    amended: Callable[[Any, Any, str], Any] = _as_given
    hand: Hand = "worker"
    said: bool = False
    answers: frozenset[str] = frozenset()
    lasting: bool = False


MARK = ("mark", "what is sized")
"""Everything that is sized shares its marks."""
