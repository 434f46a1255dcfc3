"""Sizes as yards write them, found in the catalogue: families in four languages, any sign between the figures,
fractions or decimals.
"""

from __future__ import annotations

import re
from collections.abc import Iterable
from dataclasses import dataclass
from functools import lru_cache

from yorvek.core.errors import InputError
from yorvek.core.files.yard.headings import plain
from yorvek.core.files.yard.words import FAMILIES
from yorvek.core.quantities import UnitSystem
from yorvek.core.quantities.gauge import gauge_thickness_in
from yorvek.core.quantities.units import INCH_MM
from yorvek.core.sections import Section, catalogue, sold_in

SAID = tuple((family, "|".join(said)) for family, said in FAMILIES.items())
PLATE = re.compile(
    r"\b(?:sheets?|plates?|blech(?:e|tafel)?|feinblech|grobblech|tafelblech|toles?|chapas?|laminas?|pl)\b"
)
PATTERNED = re.compile(
    r"\b(?:chequer|checker|tread|tear|riffel|tranen|warzen|larmee|striee|lagrimada|perforated|loch|lochblech|perforee|"
    r"perforada|expanded|streck|mesh|gitter|wellblech|corrugated|trapez\w*)"
)
COLD = re.compile(r"\b(?:cold|cf|cfrhs|cfshs|kalt\w*|froid|frio|en ?10219\S*|welded)\b")
DIPPED = re.compile(
    r"\bhot[- ]?dip\w*|\b(?:galv\w*|zingue) (?:a|en) (?:chaud|caliente)\b|\ben caliente por inmersion\b"
)
"""Zinc, and not how a section was formed."""
HOT = re.compile(r"\b(?:hot|hf|warm\w*|chaud|caliente|en ?10210\S*|seamless|nahtlos)\b")
GALVANISED = re.compile(r"\b(?:galv\w*|hot dip\w*|verzinkt|feuerverzinkt|zinc\w*|zingue|hdg|dx51d?\S*|gi)\b")
NUMBER = r"(?:\d+[- ]\d+/\d+|\d+/\d+|\d*[.,]?\d+)"
BETWEEN = r"\s*(?:mm|in|inch|\"|'')?\s*[x×*/]\s*"
DIMS = re.compile(rf"(?<![\d.,/])({NUMBER}(?:{BETWEEN}{NUMBER})*)\s*(mm\b|in\b|inch\b|\"|'')?")
NORM_BEFORE = re.compile(r"(?:\ben|\bdin|\biso|\bastm|\baisi|\bgr(?:ade)?|\bfy)[ -]?$|\b(?:s|st|a|b)$")
NORM = re.compile(
    r"1\.[04]\d{3}\b|10(?:02[45]|05[5-9]|060|088|131|21[09]|29[69]|305)\b|(?:304|316)l?\b|60(?:6\d|82)\b|5083"
)
"""Numbers of norms, of metals and of alloys, and what stands before some of them (from memory)."""
GAUGE = re.compile(r"\s*[x×]?\s*\b(\d{1,2})\s*(?:ga|gauge|gage)\b\.?", re.IGNORECASE)
PIPE = re.compile(
    r"\bpipe\s*(\d+(?:[- ]\d+/\d+)?|\d+/\d+)\s*(?:in\b|\")?\s*(?:sch(?:edule)?\.?\s*)?(40|80|std|xs|xh)\b"
)
SCHEDULES = {"STD": ("40", "std"), "XS": ("80", "xs", "xh")}
"""From memory: schedule 40 is the standard wall up to 10 in, schedule 80 the extra strong one up to 8 in."""
CLOSE_MM = 0.06
"""Sizes that differ by less are one: 21.3 and 21.34."""
LARGEST_IN = 40.0
"""A figure of a size that is larger is in mm, whatever unit the list is in."""
BY_WEIGHT = ("w", "m", "s", "hp", "c", "mc")
"""Families whose names hold a depth and a weight, in whatever unit the list is."""
COLD_REMARK = "the list does not say hot or cold formed: read as cold formed, the weaker of the two"


@dataclass(frozen=True)
class Asked:
    """What a line says of its size: families that it may be of, and its figures in mm as they stand."""

    families: tuple[str, ...]
    dims_mm: tuple[float, ...]
    raw: tuple[float, ...]
    inch: bool
    words: str


@dataclass(frozen=True)
class Found:
    """A size of the catalogue, and what was understood beyond what was said."""

    section: Section
    remark: str = ""


def tidied(text: str) -> str:
    """Small letters with one sign for "by", and one for a diameter."""
    small = text.lower().replace("⌀", " ").replace("ø", " ").replace("Ø", " ").replace("×", "x").replace("✕", "x")
    small = small.replace("″", '"').replace("”", '"').replace("“", '"').replace("''", '"').replace("’", "'")
    for vulgar, parts in (
        ("½", "1/2"),
        ("¼", "1/4"),
        ("¾", "3/4"),
        ("⅛", "1/8"),
        ("⅜", "3/8"),
        ("⅝", "5/8"),
        ("⅞", "7/8"),
    ):
        small = re.sub(rf"(\d){vulgar}", rf"\1-{parts}", small).replace(vulgar, parts)
    return small


def _walls_of_gauge(text: str) -> str:
    """A tube's gauge as its wall in inches, with the sign that stands before a wall."""
    return GAUGE.sub(lambda m: f"x{gauge_thickness_in(int(m[1]), 'tube'):g}", text)


def _pipe(words: str) -> str:
    """A pipe by its schedule as the catalogue names it: schedule 40 is standard, 80 extra strong, in the sizes kept."""
    found = PIPE.search(words)
    if not found:
        return ""
    size = found[1].replace(" ", "-")
    weight = "XS" if found[2] in SCHEDULES["XS"] else "STD"
    return f"Pipe{size}{weight}"


def families_in(text: str) -> tuple[str, ...]:
    """Families that a text names; the longest words count."""
    words = f" {plain(re.sub(r'(?<=[a-z])(?=[0-9])', ' ', tidied(text)))} "
    fits: list[tuple[int, str]] = []
    for family, said in SAID:
        for m in re.finditer(rf"(?<= )(?:{said})(?= )", words):
            fits.append((len(m[0]), family))
    most = max((n for n, _ in fits), default=0)
    return tuple(dict.fromkeys(f for n, f in fits if n == most))


def number_of(text: str) -> float:
    """A whole number, a decimal with point or comma, a fraction or a mixed number."""
    whole, _, part = text.replace("-", " ").strip().rpartition(" ")
    if "/" in part:
        top, bottom = part.split("/")
        return (float(whole) if whole else 0.0) + float(top) / max(float(bottom), 1e-9)
    return float(part.replace(",", "."))


def asked_in(text: str, unit: UnitSystem = "mm") -> Asked | None:
    """The figures of a text and the families that it names; None where it has no figure. Bare ones are inches in a list
    of inches, and in a family that is named in inches only, unless they are too large for that.
    """
    small = tidied(_walls_of_gauge(text) if GAUGE.search(text) else text)
    spots = [m for m in DIMS.finditer(small) if not is_norm(small, m.start())]
    if not spots:
        return None
    best = max(spots, key=lambda m: (len(re.findall(NUMBER, m[1])), -m.start()))
    raw = [w for w in re.split(r"[x×*]|(?<![\d])/|/(?![\d])", re.sub(r"mm|inch|in|\"", "", best[1])) if w.strip()]
    inch = bool(best[2] and best[2] != "mm") or bool(re.search(r"\d/\d|\"|\binch", best[0]))
    values = tuple(number_of(w.strip()) for w in raw)
    families = families_in(text)
    if best[2] != "mm" and max(values) <= LARGEST_IN and (unit == "in" or (families == ("hss",) and values[-1] < 1)):
        inch = True
    scale = INCH_MM if inch else 1.0
    return Asked(families, tuple(v * scale for v in values), values, inch, small)


def is_norm(text: str, at: int) -> bool:
    """Whether a figure belongs to a norm or a grade: EN 10219, S355, 1.4301, A36."""
    return bool(NORM_BEFORE.search(text[:at]) or NORM.match(text[at:]))


@lru_cache
def _known() -> dict[str, list[tuple[tuple[float, ...], Section]]]:
    """Sizes of the catalogue by the family that their name is of, with their figures as named."""
    out: dict[str, list[tuple[tuple[float, ...], Section]]] = {}
    for s in catalogue():
        family, dims = _named(s)
        if dims:
            out.setdefault(family, []).append((dims, s))
    return out


FAMILY = {
    "UPN": "upn", "UPE": "upe", "IPE": "ipe", "HEA": "hea", "HEB": "heb", "HEM": "hem", "EN 10055": "tee", "W": "w",
    "M": "m", "S": "s", "HP": "hp", "C": "c", "MC": "mc", "pipe": "pipe", "DOM": "dom", "HSS": "hss",
    "round HSS": "hss", "reinforcing bar": "rebar",
}  # fmt: skip


def _named(s: Section) -> tuple[str, tuple[float, ...]]:
    family = FAMILY.get(s.series, s.shape)
    if family == "pipe":
        return family, ()
    inch = s.system == "inch" and family not in BY_WEIGHT
    name = _walls_of_gauge(s.id) if s.series == "inch tube" else s.id
    found = re.findall(r"\d+-\d+/\d+|\d+/\d+|\d*\.?\d+", name.removesuffix(" in"))
    dims = tuple(number_of(w) * (INCH_MM if inch else 1.0) for w in found)
    return family, dims


def find(asked: Asked, *, metals: Iterable[str] = (), text: str = "") -> list[Section]:
    """Sizes that fit what was asked for, in any of its families; of a metal only where one is sold in it.

    Args:
        asked: of the line.
        metals: materials that it may be of; none: of any.
        text: all that the line says.

    Raises:
        InputError: there is such a size, and it is not sold in the metal.
    """
    wanted = set(metals)
    hits: list[Section] = []
    for family in _families(asked):
        for dims in _orders(family, asked):
            hits += [s for known, s in _known().get(family, ()) if _same(known, dims)]
    hits = list(dict.fromkeys(hits))
    system = "inch" if asked.inch else "metric"
    hits = [s for s in hits if s.system == system or FAMILY.get(s.series) in (*BY_WEIGHT, "hss")] or hits
    if wanted:
        sold = [s for s in hits if wanted & set(sold_in(s))]
        if hits and not sold:
            needs = f"{hits[0].id} is sold in " + ", ".join(sold_in(hits[0]))
            raise InputError(field="material", got=", ".join(sorted(wanted)), needs=needs)
        hits = sold
    words = DIPPED.sub(" galvanised ", plain(text))
    if COLD.search(words) and not HOT.search(words):
        hits = [s for s in hits if not s.id.endswith(" hot")]
    elif HOT.search(words):
        hits = [s for s in hits if not s.id.endswith(" cold")]
    return hits


ALSO = {
    "square or rectangular": ["rhs", "chs"],
    "tube": ["rhs", "chs"],
    "hss": ["hss", "rhs"],
    "he": ["hea", "heb", "hem"],
}


def _families(asked: Asked) -> list[str]:
    out: list[str] = []
    for f in asked.families:
        out += ALSO.get(f, [f]) + (["chs"] if f == "round_bar" and len(asked.raw) == 2 else [])
    if "he" in asked.families:
        letter = re.search(r"\bhe\s*\d+\s*([abm])\b|\bhe\s*-?\s*([abm])\b", asked.words)
        out = [f"he{letter[1] or letter[2]}"] if letter else out
    return out


def _orders(family: str, asked: Asked) -> list[tuple[float, ...]]:
    """Figures as the catalogue may have them: a square by one side, the longer side first, weights as they are."""
    raw = asked.raw if family in BY_WEIGHT else asked.dims_mm
    if family in ("rhs", "hss", "angle") and len(raw) == 2:
        return [(raw[0], raw[0], raw[1]), raw]
    if family in ("rhs", "hss", "angle") and len(raw) == 3:
        *sides, wall = raw
        a, b = max(sides), min(sides)
        return [(a, b, wall)]
    if family == "flat" and len(raw) == 2:
        return [raw, (raw[1], raw[0])]
    return [raw]


def _same(known: tuple[float, ...], asked: tuple[float, ...]) -> bool:
    return len(known) == len(asked) and all(abs(a - b) < CLOSE_MM for a, b in zip(known, asked, strict=True))


def exactly(text: str) -> Section | None:
    """The size whose own name stands there, whatever sign stands between its figures; a pipe also by its schedule."""
    return _by_name().get(_squeezed(text)) or _by_name().get(_squeezed(_pipe(tidied(text))))


def _squeezed(text: str) -> str:
    return re.sub(r"\s+", "", tidied(text))


@lru_cache
def _by_name() -> dict[str, Section]:
    return {_squeezed(s.id): s for s in catalogue()}


def chosen(hits: list[Section], words: str) -> Found:
    """The one that is meant.

    Raises:
        InputError: none, or several between which the list does not tell.
    """
    if not hits:
        raise InputError(field="section", got=words[:60], needs="a size of the catalogue")
    bare = {s.id.removesuffix(" hot").removesuffix(" cold") for s in hits}
    if len(hits) > 1 and len(bare) == 1:
        cold = [s for s in hits if s.id.endswith(" cold")]
        if len(cold) == 1:
            return Found(cold[0], COLD_REMARK)
    if len(hits) > 1:
        raise InputError(field="section", got=words[:60], needs="one of " + ", ".join(s.id for s in hits[:5]))
    return Found(hits[0])
