"""A twin worked out: the part that it follows, mirrored or grown, with its own features after that part's."""

from __future__ import annotations

from collections.abc import Sequence

from shapely import Polygon

from yorvek.core.errors import InputError
from yorvek.core.materials import material
from yorvek.core.outlines import Outline, Ring, bounds_mm, ring_points
from yorvek.core.outlines.arcs import fitted
from yorvek.core.outlines.outline import Vertex
from yorvek.core.parts.bending import on_legs
from yorvek.core.parts.drawn import Shown
from yorvek.core.parts.features import Feature
from yorvek.core.parts.features.where import placed
from yorvek.core.parts.other_hand import (
    bar_mirrored,
    features_mirrored,
    has_hands,
    outline_mirrored,
    shown_mirrored,
)
from yorvek.core.parts.plates import PlateShape
from yorvek.core.parts.saying import Say
from yorvek.core.parts.spec import BarPiece, Follower, PartSpec, Shape, TwinMade
from yorvek.core.parts.twin import OF, OTHER, Twin
from yorvek.core.parts.worked import PartGeometry
from yorvek.core.quantities.entry import Length
from yorvek.core.sections import section

CHORD_MM, FITTED_MM = 0.002, 0.01
"""How finely an outline is grown, and how near to that its new lines and arcs lie."""
OWN = ("shape.of", "shape.grown", "shape.thickness")
POINTED = 3.0
"""A corner that would reach further than so many times the growth is cut off (ours)."""


def made_like(part: PartSpec, twin: Twin, first: PartSpec) -> TwinMade:
    """A twin with what it takes from the part that it follows, whose own following is done.

    Raises:
        InputError: a growth or a thickness that such a part has not, something of the part missing.
    """
    own = part.features
    features = [] if twin.bare else list(first.features)
    shape: Shape = first.shape
    metal = part.material_id or first.material_id
    try:
        if isinstance(shape, BarPiece):
            shape, features = _bar(shape, features, twin)
        elif not isinstance(shape, Follower):
            shape, features = _plate(shape, features, twin, metal)
    except InputError as error:
        raise at_the_twin(error, twin, len(features)) from None
    hand = part.hand or (OTHER[first.hand] if twin.mirrored else "")
    fields = {name: getattr(part, name) for name in PartSpec.model_fields}
    fields |= {
        "shape": shape, "features": [*features, *own], "material_id": metal,
        "module": part.module or first.module, "hand": hand,
    }  # fmt: skip
    return TwinMade.model_construct(**fields, like=twin, of_mark=first.mark, of_features=len(features))


def at_the_twin(error: InputError, twin: Twin, of_features: int) -> InputError:
    """What is wrong with a twin, at what states it there: its own feature, its change, or which part it follows."""
    if error.field in OWN:
        return error
    asked = asked_of(error.field, of_features)
    if not asked.startswith(OF):
        return InputError(field=asked, got=error.got, needs=error.needs)
    if twin.by_mm and error.field.startswith("features."):
        return _wrong_growth(twin, "openings that stay within what is left")
    changed = "shape.thickness" if twin.thickness is not None else "shape.of"
    return InputError(field=changed, got=error.got, needs=f"{error.needs} ({error.field.rpartition('.')[2]})")


def _bar(shape: BarPiece, features: Sequence[Feature], twin: Twin) -> tuple[BarPiece, list[Feature]]:
    if twin.thickness is not None:
        raise InputError(field="shape.thickness", got=twin.thickness.text, needs="nothing: it follows a bar")
    if twin.by_mm:
        if shape.length is None or shape.bends:
            raise _wrong_growth(twin, "nothing: only a straight bar is made longer, and one that is bent by its legs")
        long = round(shape.length.value + twin.by_mm, 3)
        if long <= 0:
            raise _wrong_growth(twin, f"something of its {shape.length.value:g} mm left")
        shape = shape.model_copy(update={"length": Length(text=f"{long:g}", value=long)})
    if not twin.mirrored or not shape.section_id:
        return shape, list(features)
    return bar_mirrored(shape, features, section(shape.section_id))


def _plate(
    shape: PlateShape, features: Sequence[Feature], twin: Twin, material_id: str
) -> tuple[PlateShape, list[Feature]]:
    if twin.thickness is not None:
        shape = shape.model_copy(update={"thickness": twin.thickness})
    metal = material(material_id)
    flat = [f.model_copy(update={"leg": 0}) for f in on_legs(features, shape.starts(metal))]
    bare = shape.blank(metal)
    if twin.mirrored:
        flat = features_mirrored(flat, *_across(shape, bare))
        bare = outline_mirrored(bare, *_across(shape, bare))
    if not twin.by_mm:
        return shape, flat
    _, dx, dy = grown(bare, twin)
    return shape, [_moved(f, dx, dy, twin) for f in flat]


def _across(shape: PlateShape, bare: Outline) -> tuple[float, bool]:
    """How large it is where it is mirrored, mm, and whether that is top for bottom."""
    _, _, w, h = bounds_mm(bare)
    return (h, True) if shape.turns_up else (w, False)


def _wrong_growth(twin: Twin, needs: str) -> InputError:
    return InputError(field="shape.grown", got=twin.grown.text if twin.grown is not None else "", needs=needs)


def _moved(feature: Feature, dx: float, dy: float, twin: Twin) -> Feature:
    x, y = feature.x.value + dx, feature.y.value + dy
    if min(x, y) < 0:
        raise _wrong_growth(twin, "openings that stay within what is left")
    return feature.model_copy(update={"x": placed(x), "y": placed(y)})


def flat_of(twin: Twin, shape: PlateShape, bare: Outline, shown: Shown) -> tuple[Outline, Shown]:
    """The flat of a twin of a plate, and what its drawing shows.

    Raises:
        InputError: what is bent cannot be grown, and nothing is left of what is made too small.
    """
    if twin.mirrored:
        size, up = _across(shape, bare)
        bare, shown = outline_mirrored(bare, size, up), shown_mirrored(shown, size, up)
    if not twin.by_mm:
        return bare, shown
    if shown.bends or shown.views:
        raise _wrong_growth(twin, "nothing: it is bent, its legs say its size")
    return grown(bare, twin)[0], Shown()


def grown(outline: Outline, twin: Twin) -> tuple[Outline, float, float]:
    """An outline, larger all round or smaller, and how far what it had has moved: its lower left corner is the origin
    again. Its corners stay sharp, its openings stay as they are.

    Raises:
        InputError: nothing is left, or it falls apart, or an opening breaks its edge.
    """
    edge = Polygon(ring_points(outline.outer, chord_mm=CHORD_MM)).buffer(
        twin.by_mm, join_style="mitre", mitre_limit=POINTED
    )
    if not isinstance(edge, Polygon) or edge.is_empty or edge.interiors:
        raise _wrong_growth(twin, "a growth that leaves one whole plate")
    if any(not edge.contains(Polygon(ring_points(o))) for o in outline.openings):
        raise _wrong_growth(twin, "openings that stay within what is left")
    x0, y0, _, _ = edge.bounds
    pieces = fitted(list(edge.exterior.normalize().reverse().coords), FITTED_MM)
    outer = Ring(vertices=[Vertex(x=x - x0, y=y - y0, bulge=bulge) for (x, y), _, bulge in pieces])
    return Outline(outer=outer, openings=[o.moved(-x0, -y0) for o in outline.openings]), -x0, -y0


def said_of(part: TwinMade, g: PartGeometry, say: Say) -> PartGeometry:
    """A twin's geometry: what states a measure stands in the part that it follows, and what it is of is said."""

    def asked(name: str) -> str:
        return asked_of(name, part.of_features)

    whose = f"as {part.of_mark}"
    if part.like.mirrored:
        other = has_hands(part, g)
        whose += ", mirrored" if other else ", turned over: alike from both sides, it is its own other hand"
    by = part.like.by_mm
    if by:
        larger = ("longer", "shorter") if g.kind == "bar" else ("larger all round", "smaller all round")
        whose += f", {say(abs(by), whole=True)} {larger[by < 0]}"
    return g.model_copy(
        update={
            "notes": [whose, *g.notes],
            "dimensions": [d.model_copy(update={"asked": asked(d.asked)}) for d in g.dimensions],
            "openings_asked": [asked(a) for a in g.openings_asked],
            "faces": [f.model_copy(update={"asked": [asked(a) for a in f.asked]}) for f in g.faces],
            "bends": [b.model_copy(update={"asked": asked(b.asked)}) for b in g.bends],
            "views": [
                v.model_copy(
                    update={"dimensions": [d.model_copy(update={"asked": asked(d.asked)}) for d in v.dimensions]}
                )
                for v in g.views
            ],
            "warned": [w.model_copy(update={"asked": asked(w.asked)}) for w in g.warned],
        }
    )


def asked_of(name: str, of_features: int) -> str:
    """What states something of a twin: a feature of its own by its own number, or the part that it follows."""
    head, _, rest = name.partition(".")
    number, _, field = rest.partition(".")
    if head == "features" and number.isdigit() and int(number) >= of_features:
        return f"features.{int(number) - of_features}.{field}"
    return f"{OF}{name}" if name else ""
