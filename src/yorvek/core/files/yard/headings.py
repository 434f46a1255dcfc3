"""Headings of a list in English, German, French and Spanish: what a column holds, in which unit, money and by what."""

from __future__ import annotations

import re
import unicodedata
from collections.abc import Sequence
from dataclasses import dataclass

from yorvek.core.files.yard.cells import Cell
from yorvek.core.files.yard.words import CURRENCIES as CURRENCY_WORDS
from yorvek.core.files.yard.words import FIELDS
from yorvek.core.files.yard.words import PER as PER_WORDS

WORDS = {word: name for name, said in FIELDS.items() for word in said}
"""Fields by a heading without accents, marks and units."""

UNITS = {
    "mm": "mm", "m": "m", "cm": "cm", "in": "in", "inch": "in", "inches": "in", '"': "in", "ft": "ft", "feet": "ft",
    "'": "ft", "zoll": "in", "metre": "m", "metres": "m", "meter": "m", "meters": "m",
}  # fmt: skip
"""Lengths; "zoll" is an inch only beside a number or in brackets."""
PER = {word: unit for unit, said in PER_WORDS.items() for word in said}
CURRENCIES = {word: code for code, said in CURRENCY_WORDS.items() for word in said}
BRACKETS = re.compile(r"[(\[{]([^)\]}]*)[)\]}]")
BY = re.compile(r"(?:/|\b(?:per|je|pro|par|por|a|p)\b\s*)\s*(100\s?kg|%\s?kg|[a-z²0-9%]+(?: m| ft)?)", re.IGNORECASE)
FEWEST = 2
KINDS_OF_THING = ("material", "mat", "matiere", "steel", "acier", "acero")


@dataclass(frozen=True)
class Column:
    """What a column holds: a field, the unit of its lengths, what its price is of and in which money."""

    field: str
    unit: str = ""
    per: str = ""
    currency: str = ""


@dataclass(frozen=True)
class Head:
    """A line of headings: its columns by place, and the words of those that nobody knows."""

    row: int
    columns: dict[int, Column]
    unknown: list[str]


def plain(text: str) -> str:
    """Small letters without accents and marks; of what is said in brackets nothing."""
    bare = unicodedata.normalize("NFKD", text.lower().replace("ß", "ss"))
    bare = "".join(c for c in bare if not unicodedata.combining(c))
    return " ".join(re.sub(r"[^a-z0-9%²]+", " ", bare).split())


def per_word(text: str) -> str:
    """What a price is of, by a word for it; empty where it is none."""
    word = text.strip().lower().rstrip(".")
    return PER.get(word) or PER.get(plain(word)) or ""


def money_in(text: str) -> str:
    """The currency that is named in a text; empty where none is."""
    for sign in ("€", "£", "us$", "c$", "$", "zł"):
        if sign in text.lower():
            return CURRENCIES[sign]
    return next((CURRENCIES[w] for w in plain(text).split() if w in CURRENCIES), "")


def column_of(heading: str) -> Column | None:
    """What a heading says of its column; None where nobody knows it."""
    inside = " ".join(BRACKETS.findall(heading))
    outside = BRACKETS.sub(" ", heading)
    by = next((p for part in (inside, outside) for m in BY.findall(part) if (p := per_word(m))), "")
    by = by or per_word(inside)
    money = money_in(heading)
    said = plain(_without(outside))
    name = WORDS.get(said) or WORDS.get(said.rstrip("s")) or _nearest(said)
    if name is None and money and not said:
        name = "price"
    if name is None:
        return None
    if name in ("net", "price", "list"):
        by = by or {"kilopreis": "kg", "meterpreis": "m", "stuckpreis": "piece", "stueckpreis": "piece"}.get(said, "")
        return Column(name, per=by, currency=money)
    return Column(name, unit=_unit_in(inside, outside))


def _without(text: str) -> str:
    """A heading without its money and what its price is of."""
    bare = BY.sub(lambda m: " " if per_word(m[1]) else m[0], text)
    bare = re.sub(
        r"[€£$]|\b(?:eur|euro|usd|gbp|chf|cad|excl vat|ex vat|ht|zzgl mwst|exkl mwst|sin iva)\b",
        " ",
        bare,
        flags=re.IGNORECASE,
    )
    return re.sub(r"\b(?:in|en)\s+(?:mm|cm|m|ft|inch|inches)\b|\b(?:mm|cm)\b", " ", bare, flags=re.IGNORECASE)


def _unit_in(inside: str, outside: str) -> str:
    for text in (inside, outside):
        for word in re.findall(r"[a-z]+|[\"']", text.lower()):
            if word in UNITS and (
                text is inside or word in ("mm", "cm", "ft") or re.search(rf"\b(?:in|en)\s+{word}\b", text.lower())
            ):
                return UNITS[word]
    return ""


def _nearest(said: str) -> str | None:
    """By the longest known words that a heading begins or ends with."""
    fits = [w for w in WORDS if len(w) > 2 and (said.startswith(w + " ") or said.endswith(" " + w))]
    return WORDS[max(fits, key=len)] if fits else None


def head_in(rows: Sequence[Sequence[Cell]], most: int = 40) -> Head | None:
    """The first line that names a size or a thickness and one thing more; headings of two lines are read together."""
    for k, row in enumerate(rows[:most]):
        texts = [c.text for c in row]
        if sum(1 for t in texts if t) < FEWEST or any(c.number is not None for c in row):
            continue
        found = _head(k, texts)
        if found:
            below = rows[k + 1] if k + 1 < len(rows) else []
            both = _with(texts, below)
            return _head(k + 1, both) if both else found
    return None


def _head(k: int, texts: list[str]) -> Head | None:
    columns = {i: c for i, t in enumerate(texts) if t and (c := column_of(t)) is not None}
    metals = [i for i, c in columns.items() if c.field == "material"]
    if len(metals) > 1:  # beside a grade, "material" is what it is
        columns |= {i: Column("section") for i in metals if plain(texts[i]) in KINDS_OF_THING}
    names = {c.field for c in columns.values()}
    if not names & {"section", "thickness", "format"} or len(names) < FEWEST:
        return None
    return Head(k, columns, [t[:40] for i, t in enumerate(texts) if t and i not in columns])


def _with(texts: list[str], below: Sequence[Cell]) -> list[str] | None:
    """Headings with those under them, where the line below has headings or units and no figure. What is written once
    over several columns stands over the empty ones right of it.
    """
    under = [c.text for c in below]
    filled = [t for t in under if t]
    if not filled or any(re.search(r"\d", re.sub(r"100|m2", "", t)) for t in filled):
        return None
    if not all(column_of(t) or per_word(t) or money_in(t) or plain(t) in UNITS or _is_unit(t) for t in filled):
        return None
    over, out = "", []
    for i in range(max(len(texts), len(under))):
        own = texts[i] if i < len(texts) else ""
        low = under[i] if i < len(under) else ""
        over = own or (over if low else "")
        under_it = column_of(low) if low else None
        if under_it and under_it.field not in ("per", "length"):
            out.append(f"{over} {low}" if over and column_of(f"{over} {low}") else low)
        else:
            out.append(f"{own or over} ({low})" if low else own)
    return out


def _is_unit(text: str) -> bool:
    inner = BRACKETS.sub(lambda m: f" {m[1]} ", text).strip().lower()
    return inner in UNITS or bool(per_word(inner.lstrip("/"))) or bool(money_in(inner))
