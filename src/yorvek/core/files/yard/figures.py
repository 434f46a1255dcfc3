"""Numbers as they are written: which of comma and point is the decimal one is found out from the list itself."""

from __future__ import annotations

import re
from collections.abc import Iterable
from dataclasses import dataclass
from typing import Literal

Decimal = Literal[",", "."]
SPACES = re.compile(r"(?<=\d)[\s\u00a0\u202f\u2009'’](?=\d{3}(?!\d))")
NUMBER = re.compile(r"[-+]?\d[\d.,]*|[.,]\d+")
GROUPED = {
    ",": re.compile(r"\d{1,3}(\.\d{3})+(,\d+)?"),
    ".": re.compile(r"\d{1,3}(,\d{3})+(\.\d+)?"),
}
UNCLEAR = re.compile(r"[1-9]\d{0,2}[.,]\d{3}")


@dataclass(frozen=True)
class Habit:
    """How a list writes numbers: its decimal sign, if that was found out."""

    decimal: Decimal | None


def tidy(text: str) -> str:
    """A number without what groups its digits by spaces or apostrophes, and without a dash for no cents."""
    return re.sub(r"[.,][-–—]+$", "", SPACES.sub("", text.strip()))


def habit_of(texts: Iterable[str]) -> Habit:
    """Which sign is the decimal one, by numbers that can be read one way only; of a list that does both, none."""
    seen: set[Decimal] = set()
    for text in texts:
        for found in NUMBER.findall(tidy(text)):
            sign = decimal_in(found)
            if sign:
                seen.add(sign)
    return Habit(seen.pop() if len(seen) == 1 else None)


def decimal_in(number: str) -> Decimal | None:
    """The decimal sign of a number, where it can be but one."""
    signs = [c for c in number if c in ".,"]
    if not signs:
        return None
    last: Decimal = "," if signs[-1] == "," else "."
    other: Decimal = "." if last == "," else ","
    if len(set(signs)) == 2:
        return last
    if len(signs) > 1:  # several of one sign group thousands
        return other
    if UNCLEAR.fullmatch(number):
        return None
    return last


def readings(number: str, habit: Habit) -> list[float]:
    """What a number may mean: one value, two where the list does not tell, none where it is no number."""
    text = tidy(number)
    sign = decimal_in(text) or (habit.decimal if UNCLEAR.fullmatch(text) else None)
    if sign is None and UNCLEAR.fullmatch(text):
        return [v for d in (",", ".") for v in _value(text, d)]
    return _value(text, sign or ".")


def _value(text: str, decimal: str) -> list[float]:
    if not (GROUPED[decimal].fullmatch(text.lstrip("+-")) or text.count(decimal) <= 1):
        return []
    thousands = "." if decimal == "," else ","
    plain = text.replace(thousands, "") if GROUPED[decimal].fullmatch(text.lstrip("+-")) else text
    try:
        return [float(plain.replace(decimal, "."))]
    except ValueError:
        return []
