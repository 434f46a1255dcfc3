"""What the core asks a person for: one question a field of a model, so that a form is drawn from the model and no list
of kinds stands in a front end.
"""

from __future__ import annotations

from typing import Any, Literal, get_args

from pydantic.fields import FieldInfo

from yorvek.core.model import Model
from yorvek.core.quantities.entry import (
    Angle,
    AreaLoad,
    Bent,
    Entry,
    Force,
    Length,
    LineLoad,
    Mass,
    Place,
    Pressure,
    Thickness,
    Turned,
)

Typed = Literal[
    "length", "place", "thickness", "force", "line_load", "area_load", "mass", "pressure", "angle",
    "number", "count", "text", "yes or no", "choice", "rows",
]  # fmt: skip


class Question(Model):
    """One thing that is asked for.

    Args:
        name: of the field in the record.
        words, hint: what it is, and a word more.
        typed, choices: as what it is typed, or what is chosen among.
        said: what the choices are called, where that is not what they are.
        least, most: of a count.
        only: by another field, what must stand there for this to be asked.
        optional, without: it may be left out, and what stands then.
        usual_mm, usual_in: what it begins with (common practice, no source); of rows, how many there are.
        rows: of a list, what each of its rows asks.
    """

    name: str
    words: str
    hint: str = ""
    typed: Typed
    choices: list[str] = []
    said: dict[str, str] = {}
    least: int | None = None
    most: int | None = None
    only: dict[str, list[str]] = {}
    optional: bool = False
    without: str = ""
    usual_mm: str = ""
    usual_in: str = ""
    rows: list[Question] = []


ENTRIES: dict[type[Entry], Typed] = {
    Length: "length",
    Place: "place",
    Thickness: "thickness",
    Force: "force",
    LineLoad: "line_load",
    AreaLoad: "area_load",
    Mass: "mass",
    Pressure: "pressure",
    Angle: "angle",
    Turned: "angle",
    Bent: "angle",
}
PLAIN: dict[type, Typed] = {bool: "yes or no", int: "count", str: "text"}


def question(name: str, field: FieldInfo, words: str, *, optional: bool, **more: Any) -> Question:
    """The question of a field, typed as the field is."""
    choices = [str(v) for v in get_args(field.annotation) if isinstance(v, str)]
    return Question(
        name=name, words=words, typed="choice" if choices else typed_as(field.annotation), choices=choices,
        optional=optional, **more,
    )  # fmt: skip


def typed_as(annotation: Any) -> Typed:
    """As what a field is typed; None beside it only says that it may be left out."""
    kind = next((k for k in get_args(annotation) if k is not type(None)), annotation)
    return ENTRIES.get(kind) or PLAIN.get(kind, "number")


def may_be_none(field: FieldInfo) -> bool:
    """Whether nothing may stand in a field."""
    return type(None) in get_args(field.annotation)
