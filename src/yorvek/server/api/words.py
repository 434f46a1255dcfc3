"""What a value that does not fit should have been, in the words of the shop and not of the library that found it."""

from __future__ import annotations

from typing import Any


def _number(value: Any) -> str:
    return f"{value:g}" if isinstance(value, (int, float)) else str(value)


def _characters(count: Any) -> str:
    return "1 character" if count == 1 else f"{count} characters"


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


def needs(found: dict[str, Any]) -> str:
    """What would be right, of an error as pydantic reports it; its own words where there are none better."""
    kind, ctx = str(found.get("type", "")), found.get("ctx") or {}
    if kind == "string_too_short":
        return "something to read" if ctx["min_length"] == 1 else f"at least {_characters(ctx['min_length'])}"
    if kind == "string_too_long":
        return f"at most {_characters(ctx['max_length'])}"
    if kind == "too_short":
        return f"at least {ctx['min_length']} of them"
    if kind == "too_long":
        return f"at most {ctx['max_length']} of them"
    bounds = {"greater_than_equal": ("at least", "ge"), "less_than_equal": ("at most", "le"),
              "greater_than": ("more than", "gt"), "less_than": ("less than", "lt")}  # fmt: skip
    if kind in bounds:
        words, key = bounds[kind]
        return f"{words} {_number(ctx[key])}"
    if kind in ("literal_error", "enum"):
        return f"one of {ctx['expected']}"
    return PLAIN.get(kind, str(found.get("msg", "")).lower())
