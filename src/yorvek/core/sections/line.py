"""Sections a shop puts together itself, written as one line that is their name and holds all of them.

``Rail box = SHS 60×60×4 hot + plate 80×6 at -10, 60 | continuous``: parts with their place (lower left corner of the
box around each, then turned counter-clockwise about it), and how they are joined. A part is a size of the catalogue, a
plate, a tube or a box of any wall (as measured on what is salvaged), or an outline. The line goes wherever a section's
name goes, so a record that uses one stands alone.
"""

from __future__ import annotations

import re

from pydantic import Field

from yorvek.core.errors import InputError
from yorvek.core.model import Model
from yorvek.core.outlines import Outline, Ring, Vertex
from yorvek.core.sections.built_up import Joined, Placed
from yorvek.core.sections.catalogue import outline_of, size
from yorvek.core.sections.entered import FIGURES, figures_of
from yorvek.core.sections.hollow import chs_outline, rhs_outline

NAMED = " = "
NUMBER = r"-?\d+(?:\.\d+)?"
PLACE = re.compile(
    rf"^(?P<what>.+?)(?: at (?P<x>{NUMBER}), ?(?P<y>{NUMBER}))?(?: turned (?P<turn>{NUMBER}))?(?P<mirror> mirrored)?$"
)
PLATE = re.compile(rf"^plate (?P<width>{NUMBER})×(?P<thickness>{NUMBER})$")
TUBE = re.compile(rf"^tube (?P<diameter>{NUMBER})×(?P<wall>{NUMBER})$")
BOX = re.compile(rf"^box (?P<depth>{NUMBER})×(?P<width>{NUMBER})×(?P<wall>{NUMBER})$")
OUTLINE = re.compile(r"^outline \((?P<rings>[^)]+)\)$")
LONGEST = 4000


class ComposedPart(Model):
    """A part of a composed section, mm: `what` is a size, "plate 80×6", "tube 60×3", "box 80×40×3.4", "outline (0 0, 40
    0, …)", or by itself "figures 40×40: A 420, …" of a profile whose outline is not known.
    """

    what: str = Field(max_length=LONGEST)
    x_mm: float = Field(default=0.0, ge=-5000, le=5000)
    y_mm: float = Field(default=0.0, ge=-5000, le=5000)
    turn_deg: float = Field(default=0.0, ge=-360, le=360)
    mirrored: bool = False

    def placed(self) -> Placed:
        """Where it lies.

        Raises:
            InputError: what it is cannot be read.
        """
        return Placed(
            name=self.what if len(self.what) < 40 else "outline",
            outline=part_outline(self.what),
            x_mm=self.x_mm,
            y_mm=self.y_mm,
            turn_deg=self.turn_deg,
            mirrored=self.mirrored,
        )

    def words(self) -> str:
        """As it stands in the line."""
        place = f" at {self.x_mm:.6g}, {self.y_mm:.6g}" if self.x_mm or self.y_mm else ""
        turn = f" turned {self.turn_deg:.6g}" if self.turn_deg else ""
        return self.what.strip() + place + turn + (" mirrored" if self.mirrored else "")


class Composition(Model):
    """A composed section as it is entered."""

    name: str = Field(min_length=1, max_length=40, pattern=r"^[^=|+]*$")
    parts: list[ComposedPart] = Field(min_length=1, max_length=12)
    joined: Joined = "continuous"

    def line(self) -> str:
        """The one line that is its name."""
        return self.name.strip() + NAMED + " + ".join(p.words() for p in self.parts) + f" | {self.joined}"


def is_composed(id: str) -> bool:
    """Whether a section's name is such a line."""
    return NAMED in id


def read_line(line: str) -> Composition:
    """The composition a line holds.

    Raises:
        InputError: it is not such a line.
    """
    name, _, rest = line.partition(NAMED)
    body, bar, joined = rest.rpartition(" | ")
    parts = []
    for text in (body if bar else rest).split(" + "):
        found = PLACE.match(text.strip())
        if found is None:
            raise InputError(field="section", got=text, needs="a part such as plate 80×6 at 0, 60 turned 90")
        parts.append(
            ComposedPart(
                what=found["what"],
                x_mm=float(found["x"] or 0),
                y_mm=float(found["y"] or 0),
                turn_deg=float(found["turn"] or 0),
                mirrored=bool(found["mirror"]),
            )
        )
    ways: dict[str, Joined] = {"continuous": "continuous", "stitched": "stitched", "not joined": "not joined"}
    if bar and joined not in ways:
        raise InputError(field="section", got=joined, needs="joined as one of " + ", ".join(ways))
    return Composition(name=name, parts=parts, joined=ways[joined] if bar else "continuous")


def outline_words(outline: Outline) -> str:
    """An outline as a part of a line: corners "x y", "/bulge" where an arc follows; rings apart by ";"."""

    def corner(v: Vertex) -> str:
        return (
            f"{v.x:.4f}".rstrip("0").rstrip(".")
            + " "
            + f"{v.y:.4f}".rstrip("0").rstrip(".")
            + (f"/{v.bulge:.6g}" if v.bulge else "")
        )

    rings = [outline.outer, *outline.openings]
    return "outline (" + "; ".join(", ".join(corner(v) for v in r.vertices) for r in rings) + ")"


def part_outline(what: str) -> Outline:
    plate, tube, free, box = PLATE.match(what), TUBE.match(what), OUTLINE.match(what), BOX.match(what)
    if plate:
        w, t = float(plate["width"]), float(plate["thickness"])
        if not (0 < w <= 5000 and 0 < t <= 500):
            raise InputError(field="section", got=what, needs="a width and a thickness above 0 mm")
        return Outline(outer=Ring.polygon([(0, 0), (w, 0), (w, t), (0, t)]))
    if tube:
        d, t = float(tube["diameter"]), float(tube["wall"])
        if not 0 < 2 * t < d <= 5000:
            raise InputError(field="section", got=what, needs="a wall of less than half the diameter")
        return chs_outline(d, t)
    if box:
        depth, width, wall = (float(box[k]) for k in ("depth", "width", "wall"))
        if not 0 < 4 * wall <= min(depth, width) <= max(depth, width) <= 5000:
            raise InputError(field="section", got=what, needs="a wall of at most a quarter of the smaller side")
        return rhs_outline(depth, width, wall, 2 * wall, wall)
    if free:
        try:
            rings = [Ring(vertices=[_vertex(v) for v in text.split(",")]) for text in free["rings"].split(";")]
        except ValueError:
            raise InputError(
                field="section", got=what[:60], needs="corners such as outline (0 0, 40 0, 40 4)"
            ) from None
        return Outline(outer=rings[0], openings=rings[1:])
    figures = figures_of(what)
    if figures is not None:
        return Outline(
            outer=Ring.polygon(
                [(0, 0), (figures.width_mm, 0), (figures.width_mm, figures.depth_mm), (0, figures.depth_mm)]
            )
        )
    return outline_of(size(what))


def _vertex(text: str) -> Vertex:
    place, _, bulge = text.strip().partition("/")
    x, y = (float(v) for v in place.split())
    return Vertex(x=x, y=y, bulge=float(bulge or 0))


def plate_size(what: str) -> tuple[float, float] | None:
    """Width and thickness of a part that is a plate, mm; None for what is not."""
    found = PLATE.match(what)
    return (float(found["width"]), float(found["thickness"])) if found else None


def single_parts(line: str) -> list[str]:
    """What is cut for it: sizes of the catalogue, plates, and profiles of their own."""
    made = read_line(line)
    if len(made.parts) == 1 and not plate_size(made.parts[0].what):
        return [line if is_made(made.parts[0].what) else made.parts[0].what]
    return [
        Composition(name=_called(p.what), parts=[ComposedPart(what=p.what)]).line() if _called(p.what) else p.what
        for p in made.parts
    ]


def _called(what: str) -> str:
    """What a part that is a profile of its own is called; nothing for sizes and plates."""
    kinds = {"tube": TUBE, "box": BOX, "profile": OUTLINE, "slotted": FIGURES}
    return next((name for name, rule in kinds.items() if rule.match(what)), "")


def is_made(what: str) -> bool:
    return any(rule.match(what) for rule in (PLATE, TUBE, BOX, OUTLINE, FIGURES))
