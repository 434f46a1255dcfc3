"""The one kind of error that bad input raises, and what would be right in the words of the shop: not in those of the
library that looks at the shape of what was sent.
"""

from __future__ import annotations

from collections.abc import Sequence
from typing import Any

SECRET = object()
"""Stands for what was given where nobody but its owner may read it."""


class InputError(ValueError):
    """Bad input: which field, what was given, what would be right, and where in the text if it is a text."""

    def __init__(self, *, field: str, got: object, needs: str, at: int | None = None) -> None:
        self.field = field
        self.got = got
        self.needs = needs
        self.at = at
        super().__init__(self.sentence)

    @property
    def sentence(self) -> str:
        """One sentence that can stand beside the field."""
        if self.got is SECRET:
            return f"{self.field}: not this one; {self.needs}."
        shown = "nothing" if self.got in ("", None) else f"“{self.got}”"
        place = f" at character {self.at + 1}" if self.at is not None and self.got not in ("", None) else ""
        return f"{self.field}: {shown} was given{place}; {self.needs}."


def _number(value: Any) -> str:
    return f"{value:g}" if isinstance(value, (int, float)) else str(value)


def _characters(count: Any) -> str:
    return "1 character" if count == 1 else f"{count} characters"


BOUNDS = {
    "greater_than_equal": ("at least", "ge"),
    "less_than_equal": ("at most", "le"),
    "greater_than": ("more than", "gt"),
    "less_than": ("less than", "lt"),
}
PLAIN = {
    "missing": "it has to be given",
    "string_type": "a text",
    "int_type": "a whole number",
    "int_parsing": "a whole number",
    "int_from_float": "a whole number",
    "float_type": "a number",
    "float_parsing": "a number",
    "finite_number": "a number that is finite",
    "bool_type": "yes or no",
    "bool_parsing": "yes or no",
    "list_type": "a list",
    "dict_type": "a record",
    "model_type": "a record",
    "model_attributes_type": "a record",
}


def place_of(loc: Sequence[int | str], data: Any) -> list[str]:
    """Where in what was sent an error is, as its fields are named there. Pydantic's own place has one step more for
    each record that says by a field of its own which kind it is.

    Args:
        loc: the place as pydantic gives it.
        data: what was sent, read.
    """
    out = []
    for k, step in enumerate(loc):
        if isinstance(data, dict) and step not in data and k < len(loc) - 1 and step in _kinds(data):
            continue
        out.append(str(step))
        inside = isinstance(data, dict) and step in data
        inside = inside or (isinstance(data, list) and isinstance(step, int) and step < len(data))
        data = data[step] if inside else data
    return out


def _kinds(data: dict[Any, Any]) -> list[str]:
    return [v for v in data.values() if isinstance(v, str)]


def needs_of(found: Any) -> str:
    """What would be right, of one error as pydantic reports it; its own words where there are none better."""
    kind, ctx = str(found.get("type", "")), found.get("ctx") or {}
    if isinstance(ctx.get("error"), InputError):
        return str(ctx["error"].needs)
    if kind == "string_too_short":
        return "something to read" if ctx["min_length"] == 1 else f"at least {_characters(ctx['min_length'])}"
    if kind == "string_too_long":
        return f"at most {_characters(ctx['max_length'])}"
    if kind == "too_short":
        return f"at least {ctx['min_length']} of them"
    if kind == "too_long":
        return f"at most {ctx['max_length']} of them"
    if kind in BOUNDS:
        words, key = BOUNDS[kind]
        return f"{words} {_number(ctx[key])}"
    if kind in ("literal_error", "enum"):
        return f"one of {ctx['expected']}"
    return PLAIN.get(kind, str(found.get("msg", "")).lower())
