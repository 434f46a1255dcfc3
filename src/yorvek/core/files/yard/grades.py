"""Grades as yards write them, and which metal of ours each is."""

from __future__ import annotations

import re

from yorvek.core.files.yard.headings import plain
from yorvek.core.materials import MATERIALS

STRENGTH = {"235": "S235", "275": "S275", "355": "S355"}
SAID: tuple[tuple[str, str], ...] = (
    (r"\bs ?(235|275|355) ?(?:j0|j2|jr|jo|k2|n|nl|m|ml|mc)?(?: ?(?:h|w|c|g3|g4|g2|\+ ?n|\+ ?ar|wp))*\b", ""),
    (r"\b(?:st ?37|rst ?37|ust ?37|fe ?360|1 0038|1 0037|1 0039|e24|a37)(?: \d)?\b", "S235"),
    (r"\b(?:st ?44|fe ?430|1 0044|e28)(?: \d)?\b", "S275"),
    (r"\b(?:st ?52|fe ?510|1 0577|1 0570|1 0045|1 0576|e36)(?: \d)?\b", "S355"),
    (r"\b(?:1 4301|1 4307|304|304l|aisi 304l?|x5crni18 10|v2a|inox 304l?)\b", "304"),
    (r"\b(?:1 4404|1 4401|1 4435|316|316l|aisi 316l?|v4a|inox 316l?)\b", "316"),
    (r"\b(?:(?:en )?aw )?6061 ?t6(?:51|511)?\b", "6061-T6"),
    (r"\b(?:(?:en )?aw )?6082 ?t6(?:51)?\b|\balmgsi1 ?f31\b|\balsi1mgmn ?t6\b", "6082-T6"),
    (r"\b(?:(?:en )?aw )?5083 ?(?:h111|o h111)\b", "5083-H111"),
    (r"\ba ?36\b", "A36"),
    (r"\ba ?500 ?(?:gr(?:ade)?|cl)? ?c\b", "A500 Gr C"),
    (r"\ba ?572 ?(?:gr(?:ade)?)? ?50\b", "A572-50"),
    (r"\ba ?992\b", "A572-50"),
    (r"\ba ?53 ?(?:gr(?:ade)?)? ?b\b", "A53 Gr B"),
    (r"\ba ?513\b", "A513"),
    (r"\bdom\b", "DOM"),
    (r"\bb ?500 ?b\b", "B500B"),
)
"""How grades are written, as patterns of small letters without marks (from memory)."""


def grade_in(text: str) -> str:
    """The metal that a text names; empty where it names none, or one that is not kept here."""
    words = plain(text.replace("-", " ").replace("/", " ").replace("+", " "))
    exact = next((m.id for m in MATERIALS if plain(m.id.replace("-", " ")) == words), "")
    if exact:
        return exact
    for pattern, metal in SAID:
        found = re.search(pattern, words)
        if found:
            return metal or STRENGTH[found[1]]
    return ""
