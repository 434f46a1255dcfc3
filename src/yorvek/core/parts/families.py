"""Families of plate parts: what each is called, what it asks for, and what it begins with. The questions are the fields
of its model; a form is drawn from them.
"""

from __future__ import annotations

from pydantic.fields import FieldInfo

from yorvek.core.model import Model
from yorvek.core.parts.features import KINDS, PATTERNS
from yorvek.core.parts.spec import BasePlate, Gusset, LugPlate, Rectangle, RingPlate, SlottedPlate
from yorvek.core.quantities.asked import Question, may_be_none, question


class PartFamily(Model):
    """A family, the letter that its marks begin with, and its questions."""

    kind: str
    words: str
    letter: str
    asks: list[Question]


Said = dict[str, tuple[str, str, str, str]]
"""By field: words, what stands where it is left out, what it begins with in mm and in inches."""
WIDTH, HEIGHT = ("Width", "", "", ""), ("Height", "", "", "")
THICKNESS = ("Thickness", "", "8", "3/8")
CORNERS = ("Corner radius", "sharp", "", "")
FAMILIES: dict[type[Model], tuple[str, str, Said]] = {
    BasePlate: ("Plate with holes", "F", {
        "width": WIDTH, "height": HEIGHT, "thickness": THICKNESS,
        "hole": ("Hole", "", "13.5", "9/16"), "edge": ("Hole to edge", "", "30", "1 1/4"),
        "columns": ("Holes across", "", "2", "2"), "rows": ("Holes up", "", "2", "2"),
        "middle_hole": ("Middle hole", "none", "", ""), "corner_radius": CORNERS,
    }),
    Gusset: ("Gusset", "G", {
        "leg_x": ("Leg along", "", "", ""), "leg_y": ("Leg up", "", "", ""), "thickness": THICKNESS,
        "nose": ("Points cut off", "", "15", "1/2"), "root_clip": ("Root cut, for the weld", "", "12", "1/2"),
    }),
    Rectangle: ("Rectangle", "S", {
        "width": WIDTH, "height": HEIGHT, "thickness": THICKNESS, "corner_radius": CORNERS,
        "off_bar": ("off flat bar", "", "", ""),
    }),
    RingPlate: ("Ring or disc", "R", {
        "outer": ("Outer diameter", "", "", ""), "inner": ("Opening", "none: a disc", "", ""), "thickness": THICKNESS,
    }),
    LugPlate: ("Lug", "L", {
        "width": ("Width", "", "60", "2 1/2"), "height": ("Foot to the hole's middle", "", "", ""),
        "hole": ("Hole", "", "21", "13/16"), "thickness": THICKNESS,
        "root_clip": ("Corners cut at the foot", "none", "", ""),
    }),
    SlottedPlate: ("Slotted plate", "T", {
        "width": WIDTH, "height": HEIGHT, "thickness": THICKNESS,
        "slot_length": ("Slot length", "", "40", "1 1/2"), "slot_width": ("Slot width", "", "13.5", "9/16"),
        "slots": ("Slots up its height", "", "2", "2"), "corner_radius": CORNERS,
    }),
}  # fmt: skip


def _question(name: str, said: tuple[str, str, str, str], field: FieldInfo) -> Question:
    words, without, usual_mm, usual_in = said
    optional = may_be_none(field)
    return question(name, field, words, optional=optional, without=without, usual_mm=usual_mm, usual_in=usual_in)


class Offered(Model):
    """Something that is added to a part: what it is, and its questions."""

    kind: str
    words: str
    asks: list[Question]


PATTERN_ASKS: dict[str, Said] = {
    "once": {},
    "row": {
        "count": ("How many", "", "3", "3"), "pitch": ("Apart", "", "60", "3"),
        "turn": ("Line turned by", "", "0", "0"),
    },
    "grid": {
        "across": ("Across", "", "2", "2"), "up": ("Up", "", "2", "2"),
        "pitch_across": ("Apart across", "", "60", "3"), "pitch_up": ("Apart up", "", "60", "3"),
    },
    "circle": {
        "count": ("How many", "", "6", "6"), "diameter": ("Circle ⌀", "", "100", "4"),
        "first": ("The first at", "", "0", "0"),
    },
}  # fmt: skip


def _offered(key: str, model: type[Model], words: str, asks: Said) -> Offered:
    return Offered(
        kind=str(model.model_fields[key].default), words=words,
        asks=[_question(name, said, model.model_fields[name]) for name, said in asks.items()],
    )  # fmt: skip


def feature_kinds() -> list[Offered]:
    """What a plate can be given beside its family's own openings."""
    return [_offered("kind", k.model, k.words, k.asks) for k in KINDS]


def feature_patterns() -> list[Offered]:
    """How a feature is repeated."""
    return [
        _offered("pattern", model, words, PATTERN_ASKS[str(model.model_fields["pattern"].default)])
        for model, words in PATTERNS.items()
    ]


def part_families() -> list[PartFamily]:
    """Every family of plates that is made from dimensions, in the order that it is offered."""
    return [
        PartFamily(
            kind=str(model.model_fields["family"].default), words=words, letter=letter,
            asks=[_question(name, said, model.model_fields[name]) for name, said in asks.items()],
        )
        for model, (words, letter, asks) in FAMILIES.items()
    ]  # fmt: skip
