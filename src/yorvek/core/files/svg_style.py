"""What of an SVG is seen: display, visibility, paint and opacity, by attribute, by style and by rules of a sheet."""

from __future__ import annotations

import re
from collections.abc import Iterator, Mapping
from dataclasses import dataclass
from xml.etree import ElementTree

Element = ElementTree.Element
ASKED = ("display", "visibility", "fill", "stroke", "opacity")
INHERITED = ("visibility", "fill", "stroke")
COMMENT = re.compile(r"/\*.*?\*/", re.DOTALL)
RULE = re.compile(r"([^{}]+)\{([^{}]*)\}")
SIMPLE = re.compile(r"([\w-]*|\*)((?:[.#][\w-]+)*)")
LONGEST_SHEET = 400_000

Style = Mapping[str, str]


@dataclass(frozen=True)
class Rule:
    """What a rule says of whatever has this tag, name and classes; `weight` orders those that say the same thing."""

    tag: str
    id: str
    classes: frozenset[str]
    says: Style

    @property
    def weight(self) -> tuple[int, int, int]:
        return bool(self.id), len(self.classes), bool(self.tag)

    def fits(self, element: Element, tag: str) -> bool:
        """Whether it is said of an element."""
        if (self.tag and self.tag != tag) or (self.id and self.id != element.get("id")):
            return False
        return self.classes <= set((element.get("class") or "").split())


def rules_of(root: Element) -> list[Rule]:
    """The rules of all style sheets in a drawing that tell what is seen; selectors of one step only."""
    out: list[Rule] = []
    for element in root.iter():
        if str(element.tag).rpartition("}")[2] == "style":
            text = "".join(element.itertext())[:LONGEST_SHEET]
            out += _rules_in(COMMENT.sub(" ", text))
    return sorted(out, key=lambda r: r.weight)


def _rules_in(text: str) -> Iterator[Rule]:
    for selectors, body in RULE.findall(text):
        says = declared(body)
        if not says:
            continue
        for selector in selectors.split(","):
            found = SIMPLE.fullmatch(selector.strip())
            if not found:
                continue
            marks = re.findall(r"([.#])([\w-]+)", found[2])
            id = next((name for sign, name in marks if sign == "#"), "")
            tag = "" if found[1] == "*" else found[1]
            yield Rule(tag, id, frozenset(name for sign, name in marks if sign == "."), says)


def declared(text: str) -> dict[str, str]:
    """Declarations that tell what is seen."""
    out = {}
    for part in text.split(";"):
        name, _, value = part.partition(":")
        if name.strip().lower() in ASKED:
            out[name.strip().lower()] = value.replace("!important", "").strip().lower()
    return out


def style_of(element: Element, tag: str, rules: list[Rule], above: Style) -> dict[str, str]:
    """How an element is shown, with what it has from what it lies in."""
    own = {k: v for k in INHERITED if (v := above.get(k))}
    own |= {k: v.strip().lower() for k in ASKED if (v := element.get(k)) is not None}
    for rule in rules:
        if rule.fits(element, tag):
            own |= rule.says
    return own | declared(element.get("style", ""))


def is_gone(style: Style) -> bool:
    """Whether nothing of it is shown, nor of what lies in it."""
    return style.get("display") == "none" or _number(style.get("opacity", "1")) == 0


def is_unseen(style: Style) -> bool:
    """Whether a shape is not shown though what lies in it may be: hidden, or painted with nothing."""
    if style.get("visibility") in ("hidden", "collapse"):
        return True
    return style.get("fill") in ("none", "transparent") and style.get("stroke", "none") in ("none", "transparent")


def _number(text: str) -> float:
    try:
        return float(text.rstrip("%"))
    except ValueError:
        return 1.0
