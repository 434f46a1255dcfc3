"""Families of plate parts: what each is called, what it asks for, and what it begins with. The questions are the fields
of its model; a form is drawn from them.
"""

from __future__ import annotations

from collections.abc import Mapping
from types import MappingProxyType
from typing import get_args

from pydantic.fields import FieldInfo

from yorvek.core.model import Model
from yorvek.core.parts.bar_bend import BENDS_ASK
from yorvek.core.parts.features import KINDS, PATTERNS
from yorvek.core.parts.plates import FAMILIES, Said
from yorvek.core.parts.spec import BarPiece
from yorvek.core.quantities.asked import Question, may_be_none, question


class PartFamily(Model):
    """A family, the letter that its marks begin with, how many there are of it at first, and its questions."""

    kind: str
    words: str
    letter: str
    pieces: int = 1
    asks: list[Question]


def _question(
    name: str, said: tuple[str, str, str, str], field: FieldInfo, rows: Mapping[str, Said] = MappingProxyType({})
) -> Question:
    words, without, usual_mm, usual_in = said
    begins = {"without": without, "usual_mm": usual_mm, "usual_in": usual_in}
    if name in rows:
        row = get_args(field.annotation)[0].model_fields
        each = [_question(n, s, row[n]) for n, s in rows[name].items()]
        return Question(name=name, words=words, typed="rows", rows=each, **begins)
    return question(name, field, words, optional=may_be_none(field), **begins)


BENDS: tuple[str, str, str, str] = ("Bends", "none", "0", "0")
LEGS_ASK: Said = {
    "first_leg": ("First leg", "", "", ""), "measured": ("Legs are measured to the", "", "", ""),
    "neutral": ("Keeps its length at, of its depth", "the middle; solid bar by DIN 6935", "", ""),
}  # fmt: skip


def bend_asks() -> list[Question]:
    """The bends of a bar, first of all, and what else is asked of one that has any."""
    fields = BarPiece.model_fields
    rows = _question("bends", BENDS, fields["bends"], {"bends": BENDS_ASK}).model_copy(update={"optional": True})
    return [rows, *(_question(name, said, fields[name]) for name, said in LEGS_ASK.items())]


class Offered(Model):
    """Something that is added to a part: what it is, and its questions."""

    kind: str
    words: str
    asks: list[Question]


PATTERN_ASKS: dict[str, Said] = {
    "once": {},
    "row": {
        "count": ("How many", "", "3", "3"), "pitch": ("Apart", "", "60", "3"),
        "turn": ("Line turned by", "", "0", "0"),
    },
    "grid": {
        "across": ("Across", "", "2", "2"), "up": ("Up", "", "2", "2"),
        "pitch_across": ("Apart across", "", "60", "3"), "pitch_up": ("Apart up", "", "60", "3"),
    },
    "circle": {
        "count": ("How many", "", "6", "6"), "diameter": ("Circle ⌀", "", "100", "4"),
        "first": ("The first at", "", "0", "0"),
    },
}  # fmt: skip


def _offered(key: str, model: type[Model], words: str, asks: Said) -> Offered:
    return Offered(
        kind=str(model.model_fields[key].default), words=words,
        asks=[_question(name, said, model.model_fields[name]) for name, said in asks.items()],
    )  # fmt: skip


def feature_kinds() -> list[Offered]:
    """What a plate can be given beside its family's own openings."""
    return [_offered("kind", k.model, k.words, k.asks) for k in KINDS]


def feature_patterns() -> list[Offered]:
    """How a feature is repeated."""
    return [
        _offered("pattern", model, words, PATTERN_ASKS[str(model.model_fields["pattern"].default)])
        for model, words in PATTERNS.items()
    ]


def part_families() -> list[PartFamily]:
    """Every family of plates that is made from dimensions, in the order that it is offered."""
    return [
        PartFamily(
            kind=str(f.model.model_fields["family"].default), words=f.words, letter=f.letter, pieces=f.pieces,
            asks=[_question(name, said, f.model.model_fields[name], f.rows) for name, said in f.asks.items()],
        )
        for f in FAMILIES
    ]  # fmt: skip
