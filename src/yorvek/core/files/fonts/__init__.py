"""The letters of all papers, embedded in each: Latin, Greek, Cyrillic, the signs of the trade. Their license is beside
them.
"""

from __future__ import annotations

from pathlib import Path

from reportlab.pdfbase.pdfmetrics import getFont, registerFont, stringWidth
from reportlab.pdfbase.ttfonts import TTFont

SANS, BOLD = "Sans", "SansBold"
UNKNOWN = "?"

for _name, _file in ((SANS, "sans.ttf"), (BOLD, "sans-bold.ttf")):
    registerFont(TTFont(_name, str(Path(__file__).parent / _file)))


def shown(words: str, font: str = SANS) -> str:
    """Words as they can be printed: a letter that the font has not got is a question mark, a control sign a space."""
    known = getFont(font).face.charToGlyph
    return "".join(c if ord(c) in known else " " if c.isspace() else UNKNOWN for c in words)


def wrapped(words: str, font: str, size: float, width: float) -> list[str]:
    """Lines no wider than so much; a word that is longer goes on in the next one."""
    lines = [""]
    for word in words.split():
        joined = f"{lines[-1]} {word}" if lines[-1] else word
        if stringWidth(joined, font, size) <= width:
            lines[-1] = joined
            continue
        if lines[-1]:
            lines.append("")
        for letter in word:
            if lines[-1] and stringWidth(lines[-1] + letter, font, size) > width:
                lines.append("")
            lines[-1] += letter
    return lines


def cut_short(words: str, font: str, size: float, width: float) -> str:
    """Words that fit into a width, with an ellipsis where they do not."""
    if stringWidth(words, font, size) <= width:
        return words
    while words and stringWidth(words + "…", font, size) > width:
        words = words[:-1]
    return words + "…"
