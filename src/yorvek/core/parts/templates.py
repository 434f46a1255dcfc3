"""What of a part is printed in true size: a plate, the faces of a bar that are drilled, the papers of its ends."""

from __future__ import annotations

from yorvek.core.errors import InputError
from yorvek.core.model import Model
from yorvek.core.outlines import Outline, Ring
from yorvek.core.parts.drawn import MarkLine
from yorvek.core.parts.ends import wrapped
from yorvek.core.parts.saying import said_in
from yorvek.core.parts.spec import BarPiece, PartSpec
from yorvek.core.parts.worked import PartGeometry
from yorvek.core.quantities import UnitSystem
from yorvek.core.sections import section


class Template(Model):
    """Something to lay on metal or wrap about it: its true outline, lines that are marked, what it is."""

    name: str
    words: str
    outline: Outline
    lines: list[MarkLine] = []


def templates_of(part: PartSpec, g: PartGeometry, unit: UnitSystem = "mm") -> list[Template]:
    """All of a part's templates.

    Raises:
        InputError: an end that cannot be.
    """
    if not isinstance(part.shape, BarPiece):
        return [Template(name="part", words="plate", outline=g.outline, lines=[*g.bends])]
    faces = [
        Template(name=f.face, words=f"{f.face} face, from the left", outline=_face(g.width_mm, f.width_mm, f.openings))
        for f in g.faces
    ]
    say, s = said_in(unit), section(part.shape.section_id)
    ends = [(side, wrapped(side, shape, s, deg, say)) for side, shape, deg in part.shape.ends()]
    return faces + [
        Template(name=f"{side}-end", words=cut.words, outline=cut.template, lines=cut.lines)
        for side, cut in ends
        if cut is not None
    ]


def template_of(part: PartSpec, g: PartGeometry, name: str, unit: UnitSystem = "mm") -> Template:
    """One of them.

    Raises:
        InputError: there is none of that name.
    """
    found = templates_of(part, g, unit)
    named = next((t for t in found if t.name == name), None)
    if named is None:
        needs = "one of " + ", ".join(t.name for t in found) if found else "a part with something to print"
        raise InputError(field="of", got=name, needs=needs)
    return named


def _face(length: float, width: float, openings: list[Ring]) -> Outline:
    corners = [(0.0, 0.0), (length, 0.0), (length, width), (0.0, width)]
    return Outline(outer=Ring.polygon(corners), openings=openings)
