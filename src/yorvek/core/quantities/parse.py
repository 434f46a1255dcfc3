"""Shop notation and formulas: what a length, load, stress or mass field understands.

The table in `tests/shared/quantities.json` is the contract. Bare numbers take the unit the user has chosen; a hyphen
without spaces between a whole number and a fraction makes a mixed number; subtraction has spaces around it.
"""

from __future__ import annotations

import math
import re
from collections.abc import Mapping

from yorvek.core.errors import InputError
from yorvek.core.model import Model
from yorvek.core.quantities.gauge import gauge_thickness_in
from yorvek.core.quantities.units import BARE, INCH_MM, LENGTH, UNITS, WORDS, Kind, UnitSystem

LARGEST = 1e12
MAX_TEXT = 200
VULGAR = {
    "½": "1/2",
    "¼": "1/4",
    "¾": "3/4",
    "⅛": "1/8",
    "⅜": "3/8",
    "⅝": "5/8",
    "⅞": "7/8",
    "⅓": "1/3",
    "⅔": "2/3",
    "⅙": "1/6",
    "⅚": "5/6",
    "⅕": "1/5",
}
FEET = {"'", "’", "′", "ft", "foot", "feet"}
MIXED = re.compile(r"(\d+)(?:[ \t]+|-)(\d+)/(\d+)(?![\d.,])")
FRACTION = re.compile(r"(\d+)/(\d+)(?![\d.,])")
GROUPED = re.compile(r"\d{1,3}(?:[ \u00a0\u202f]\d{3})+(?:[.,]\d+)?(?![\d/])")
PLAIN = re.compile(r"(\d+[.,]?\d*|[.,]\d+)(?:[eE][+-]?\d+)?")
APOSTROPHE = re.compile(r"(\d{1,3})['’]\d{3}(?!\d)")
DOT_THOUSANDS = re.compile(r"[1-9]\d{0,2}\.\d00")
NAME = re.compile(r"[A-Za-z_]\w*")


class Value(Model):
    """A number on its way through a formula: `power` 1 is of the field's own kind, 0 is a plain number."""

    number: float
    power: int


class Parsed(Model):
    """What a field understood."""

    text: str
    value: float
    names: list[str]


class _Reader:
    """Recursive descent over one text. Every refusal carries its place."""

    def __init__(
        self, text: str, kind: Kind, unit: UnitSystem, names: Mapping[str, float], metal: str | None, field: str
    ) -> None:
        self.original = text
        self.kind, self.unit, self.names, self.metal, self.field = kind, unit, names, metal, field
        self.text, self.origin = _spell_out(text)
        self.at = 0
        self.used: list[str] = []
        table = UNITS[kind]
        spelled = sorted(table, key=len, reverse=True)
        self.units = table
        self.unit_pattern = re.compile("|".join(re.escape(u) + _ends(u) for u in spelled) or r"(?!)")
        self.own_unit = BARE[unit].get(kind, ("", 1.0))[1]

    def refuse(self, needs: str, at: int | None = None) -> InputError:
        place = self.at if at is None else at
        where = self.origin[place] if place < len(self.origin) else len(self.original)
        return InputError(field=self.field, got=self.original, needs=needs, at=where)

    def skip(self) -> None:
        while self.at < len(self.text) and self.text[self.at].isspace():
            self.at += 1

    def peek(self) -> str:
        self.skip()
        return self.text[self.at] if self.at < len(self.text) else ""

    def whole(self) -> Value:
        value = self.sum()
        if self.peek():
            rest = self.text[self.at :].strip()
            if rest[0].isdigit():
                raise self.refuse("two numbers stand side by side: put +, - or * between them")
            word = NAME.match(rest)
            if word:
                raise self.refuse(self.unknown_word(word.group(0)))
            raise self.refuse(f"“{rest[:12]}” is not understood: write {WORDS[self.kind]}")
        return value

    def unknown_word(self, word: str) -> str:
        for kind, table in UNITS.items():
            if word in table and kind not in (self.kind, "thickness"):
                return f"{word} is a unit of {kind.replace('_', ' ')}: write {WORDS[self.kind]}"
        known = ", ".join(sorted(self.names)[:6])
        has = f"named dimensions here: {known}" if known else "this job has no named dimensions yet"
        return f"“{word}” is neither a unit nor a named dimension ({has})"

    def sum(self) -> Value:
        value = self.product()
        while (sign := self.peek()) and sign in "+-−":
            at = self.at
            self.at += 1
            other = self.product()
            value, other = self.same_power(value, other, at)
            step = other.number if sign == "+" else -other.number
            value = Value(number=value.number + step, power=value.power)
        return value

    def same_power(self, a: Value, b: Value, at: int) -> tuple[Value, Value]:
        if a.power == b.power:
            return a, b
        if {a.power, b.power} != {0, 1}:
            raise self.refuse("a length and an area cannot be added", at)
        return self.dimensioned(a), self.dimensioned(b)

    def dimensioned(self, value: Value) -> Value:
        return value if value.power else Value(number=value.number * self.own_unit, power=1)

    def product(self) -> Value:
        value = self.factor()
        while (sign := self.peek()) and sign in "*×/÷":
            at = self.at
            self.at += 1
            other = self.factor()
            if sign in "*×":
                value = Value(number=value.number * other.number, power=value.power + other.power)
            else:
                if other.number == 0:
                    raise self.refuse("nothing can be divided by zero", at)
                value = Value(number=value.number / other.number, power=value.power - other.power)
            if value.power not in (0, 1):
                raise self.refuse(f"two quantities are multiplied or divided here: write {WORDS[self.kind]}", at)
        return value

    def factor(self) -> Value:
        sign = self.peek()
        if sign == "(":
            at = self.at
            self.at += 1
            value = self.sum()
            if self.peek() != ")":
                raise self.refuse("this bracket is never closed", at)
            self.at += 1
            return value
        if sign and sign in "-−+":
            self.at += 1
            value = self.factor()
            return Value(number=-value.number, power=value.power) if sign != "+" else value
        if sign.isdigit() or (sign and sign in ".,"):
            return self.measure()
        word = NAME.match(self.text, self.at)
        if word:
            return self.named(word)
        if not sign:
            raise self.refuse(
                f"the formula stops here: write {WORDS[self.kind]}" if self.at else f"write {WORDS[self.kind]}"
            )
        raise self.refuse(f"“{sign}” cannot stand here: write {WORDS[self.kind]}")

    def named(self, word: re.Match[str]) -> Value:
        name = word.group(0)
        if name not in self.names:
            raise self.refuse(self.unknown_word(name))
        self.at = word.end()
        self.used.append(name)
        is_own = self.kind in ("length", "thickness")
        return Value(number=self.names[name], power=1 if is_own else 0)

    def measure(self) -> Value:
        start = self.at
        number = self.number()
        if self.kind == "thickness" and (ga := re.compile(r"\s*(gauge|ga)\b").match(self.text, self.at)):
            self.at = ga.end()
            return Value(number=gauge_thickness_in(number, self.metal, field=self.field) * INCH_MM, power=1)
        if self.kind == "length" and re.compile(r"\s*(gauge|ga)\b").match(self.text, self.at):
            raise self.refuse("gauge depends on the metal and belongs in a thickness field")
        self.refuse_thousands(start)
        unit = self.take_unit()
        if unit is None:
            return Value(number=number, power=0)
        value = number * self.units[unit]
        if unit in FEET and self.units is LENGTH:
            value += self.inches_after_feet()
        elif self.units is LENGTH and (self.peek().isdigit()):
            at = self.at
            self.number()
            if self.take_unit() in FEET:
                raise self.refuse("feet come before inches: write 3' 6\"", at)
            self.at = at
        if not math.isfinite(value):
            raise self.refuse("this number is too large", start)
        return Value(number=value, power=1)

    def refuse_thousands(self, start: int) -> None:
        """1'000 and a bare 1.200 mean a thousand and more to some, and a foot or little more than one to others."""
        typed = self.text[start : self.at]
        feet = APOSTROPHE.match(self.text, start)
        if feet and self.units is LENGTH:
            whole = feet.group(0).replace("'", "").replace("’", "")
            raise self.refuse(f"{feet.group(0)} can be read two ways: write {whole} or {feet.group(1)} ft", start)
        alone = not self.text[self.at :].strip() and start == 0
        if alone and self.units is LENGTH and self.unit == "mm" and DOT_THOUSANDS.fullmatch(typed):
            raise self.refuse(
                f"{typed} can be read two ways: write {typed.replace('.', '')} or {float(typed):g} mm", start
            )

    def inches_after_feet(self) -> float:
        self.skip()
        if (
            self.at < len(self.text)
            and self.text[self.at] == "-"
            and self.text[self.at + 1 : self.at + 2].isdigit()
            and not self.text[self.at - 1].isspace()
        ):
            self.at += 1
        if not self.peek().isdigit():
            return 0.0
        at = self.at
        number = self.number()
        unit = self.take_unit()
        if unit is None:
            return number * INCH_MM
        if self.units[unit] != INCH_MM:
            raise self.refuse("inches follow feet: write 6' 6-1/2\"", at)
        return number * INCH_MM

    def take_unit(self) -> str | None:
        self.skip()
        found = self.unit_pattern.match(self.text, self.at)
        if not found:
            return None
        self.at = found.end()
        return found.group(0)

    def number(self) -> float:
        at = self.at
        if mixed := MIXED.match(self.text, at):
            whole, top, bottom = (int(g) for g in mixed.groups())
            if bottom == 0:
                raise self.refuse("nothing can be divided by zero", mixed.start(3))
            if top >= bottom:
                raise self.refuse("the fraction of a mixed number is less than one, as in 6 1/2", mixed.start(2))
            self.at = mixed.end()
            return whole + top / bottom
        if fraction := FRACTION.match(self.text, at):
            if int(fraction.group(2)) == 0:
                raise self.refuse("nothing can be divided by zero", fraction.start(2))
            self.at = fraction.end()
            return int(fraction.group(1)) / int(fraction.group(2))
        if grouped := GROUPED.match(self.text, at):
            self.at = grouped.end()
            return float(re.sub(r"[ \u00a0\u202f]", "", grouped.group(0)).replace(",", "."))
        return self._decimal()

    def _decimal(self) -> float:
        """A plain number with at most one decimal sign."""
        at = self.at
        plain = PLAIN.match(self.text, at)
        if plain is None:
            raise self.refuse(f"“{self.text[at]}” is not a number", at)
        digits = plain.group(0)
        if plain.group(1) in (".", ","):
            raise self.refuse(f"“{digits}” is not a number")
        whole_part, comma, after = plain.group(1).partition(",")
        follows = self.text[plain.end() : plain.end() + 1]
        if comma and (follows in (".", ",") or (len(after) == 3 and whole_part != "0")):
            bare = plain.group(1)
            raise self.refuse(
                f"{bare} can be read two ways: write {bare.replace(',', '')} or {float(bare.replace(',', '.')):g}", at
            )
        if follows and follows in ".,":
            raise self.refuse("a number has one decimal point", plain.end())
        number = float(digits.replace(",", "."))
        if not math.isfinite(number):
            raise self.refuse("this number is too large", at)
        self.at = plain.end()
        return number


def _ends(unit: str) -> str:
    """What may not follow a unit's letters: 5ft3in is five feet and three inches, 5in3 is nothing."""
    if unit in FEET and unit[-1].isalpha():
        return r"(?![A-Za-z_/²])"
    return r"(?![A-Za-z0-9_/²])" if unit[-1].isalnum() or unit[-1] == "²" else ""


def _spell_out(text: str) -> tuple[str, list[int]]:
    """Vulgar fractions written out, with the place in the typed text of every character."""
    out: list[str] = []
    origin: list[int] = []
    for place, char in enumerate(text):
        piece = VULGAR.get(char, char)
        if char in VULGAR and out and out[-1].isdigit():
            piece = " " + piece
        out.extend(piece)
        origin.extend([place] * len(piece))
    return "".join(out), origin


def parse(
    text: str,
    *,
    kind: Kind = "length",
    unit: UnitSystem = "mm",
    names: Mapping[str, float] | None = None,
    metal: str | None = None,
    field: str = "",
    more_than: float | None = None,
    at_least: float | None = None,
    at_most: float | None = None,
) -> Parsed:
    """Understand a typed quantity.

    Args:
        text: what was typed, kept as it is.
        kind: what the field takes.
        unit: the unit system chosen, which bare numbers take.
        names: the job's named dimensions, mm.
        metal: what a gauge number refers to (a key of `gauge.TABLES`), in thickness fields.
        field: the field's name for the error.
        more_than: exclusive lower limit, core units.
        at_least: inclusive lower limit, core units.
        at_most: inclusive upper limit, core units.

    Returns:
        The text, its value in core units and the named dimensions it uses.

    Raises:
        InputError: with the place in the text and what would be right.
    """
    field = field or kind.replace("_", " ")
    if len(text) > MAX_TEXT:
        raise InputError(
            field=field, got=text[:40] + "…", needs=f"write {WORDS[kind]}, in at most {MAX_TEXT} characters"
        )
    if text.count("(") > 30:
        raise InputError(field=field, got=text, needs="use at most 30 brackets")
    reader = _Reader(text, kind, unit, names or {}, metal, field)
    value = reader.whole()
    number = value.number if kind in ("number", "money") else reader.dimensioned(value).number
    if not math.isfinite(number) or abs(number) > LARGEST:
        raise InputError(field=field, got=text, needs=f"this number is too large: write {WORDS[kind]}")
    word, core = BARE["mm"].get(kind, ("", 1.0))
    if more_than is not None and number <= more_than:
        raise InputError(field=field, got=text, needs=f"it must be more than {more_than / core:g} {word}".rstrip())
    if at_least is not None and number < at_least:
        raise InputError(field=field, got=text, needs=f"it must be at least {at_least / core:g} {word}".rstrip())
    if at_most is not None and number > at_most:
        raise InputError(field=field, got=text, needs=f"it must be at most {at_most / core:g} {word}".rstrip())
    return Parsed(text=text, value=number, names=reader.used)
