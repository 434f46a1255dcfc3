"""What a kind of joint is: one file that registers itself, with its model, its limit states, its next sizes and its
words.
"""

from __future__ import annotations

from collections.abc import Callable, Sequence
from dataclasses import dataclass, field
from typing import Annotated, Any, Generic, TypeVar

from pydantic import Field

from yorvek.core.joints.at import End
from yorvek.core.joints.rule import Rule, States, ledger, never
from yorvek.core.model import Model

J = TypeVar("J", bound=Model)
Size = Annotated[float, Field(gt=0, le=100)]
Count = Annotated[int, Field(ge=1, le=24)]
Millimetres = Annotated[float, Field(gt=0, le=2000)]
Leg = Annotated[float, Field(gt=0, le=40)]
BY_RATING = "the outline of this profile is not known, only its figures: choose a connector by its maker's rating"
Larger = list[tuple[str, Any]]


@dataclass(frozen=True)
class Kind(Generic[J]):
    """A kind of joint.

    `states`: every limit state that applies to it, by name; `find`: what is known of them for one joint; `bigger`:
    changes that make it stronger, small ones first; `outside`: what is not looked at and said beside every figure;
    `by_rating`: it goes by what its maker states, and needs no outline of the bar.
    """

    model: type[J]
    words: str
    states: tuple[str, ...]
    find: Callable[[End, J], States]
    bigger: Callable[[J], Larger] = field(default=lambda joint: [])
    outside: Callable[[J], list[str]] = field(default=lambda joint: [])
    by_rating: bool = False

    @property
    def name(self) -> str:
        return str(self.model.model_fields["kind"].default)

    def rules(self, end: End, joint: J) -> list[Rule]:
        """Rules of all its limit states; a profile known by figures alone has none but ratings."""
        if end.section is not None and end.section.entered and not self.by_rating:
            return [never(end, self.states[0], BY_RATING)]
        return ledger(end, self.states, self.find(end, joint))


def steps(joint: Model, words: Callable[[float], str], name: str, sizes: Sequence[float]) -> Larger:
    """The joint with one of its figures made larger, by the sizes there are."""
    present = float(getattr(joint, name) or 0.0)
    return [(words(v), joint.model_copy(update={name: v})) for v in sizes if v > present]
