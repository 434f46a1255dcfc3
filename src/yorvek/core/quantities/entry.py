"""A typed quantity in a record: what was typed, the unit system chosen then, and what it came to."""

from __future__ import annotations

from collections.abc import Mapping
from typing import Any, ClassVar, TypeVar

from pydantic import Field

from yorvek.core.errors import InputError
from yorvek.core.materials import material
from yorvek.core.model import Model
from yorvek.core.quantities.parse import parse
from yorvek.core.quantities.units import Kind, UnitSystem

M = TypeVar("M", bound=Model)


class Entry(Model):
    """Text as typed, and its value in core units (found by `resolve`, whatever was sent)."""

    kind: ClassVar[Kind] = "number"
    more_than: ClassVar[float | None] = None
    at_least: ClassVar[float | None] = None
    at_most: ClassVar[float | None] = None

    text: str = Field(max_length=200)
    unit: UnitSystem = "mm"
    value: float = 0.0


class Length(Entry):
    """A length of something that is there: more than nothing, up to 100 m."""

    kind = "length"
    more_than = 0.0
    at_most = 100_000.0


class Place(Entry):
    """A distance from an end or edge, zero allowed."""

    kind = "length"
    at_least = 0.0
    at_most = 100_000.0


class Size(Entry):
    """A named dimension: any length."""

    kind = "length"
    at_least = -100_000.0
    at_most = 100_000.0


class Thickness(Entry):
    """A thickness, gauge numbers allowed where the metal is known."""

    kind = "thickness"
    more_than = 0.0
    at_most = 500.0


class Force(Entry):
    """A force, N."""

    kind = "force"
    at_least = -1e8
    at_most = 1e8


class Moment(Entry):
    """A moment, N mm."""

    kind = "moment"
    at_least = -1e11
    at_most = 1e11


class LineLoad(Entry):
    """A load per length, N/mm."""

    kind = "line_load"
    at_least = -1e5
    at_most = 1e5


class SpringRate(Entry):
    """What gives: force for a movement, N/mm."""

    kind = "line_load"
    at_least = 0.0
    at_most = 1e8


class TurnRate(Entry):
    """What gives: moment for a turn of one degree, N mm."""

    kind = "moment"
    at_least = 0.0
    at_most = 1e13


class AreaLoad(Entry):
    """A load per area, MPa."""

    kind = "area_load"
    at_least = -10.0
    at_most = 10.0


class Angle(Entry):
    """An angle of a cut away from square, degrees."""

    kind = "angle"
    at_least = -75.0
    at_most = 75.0


class Turned(Entry):
    """How far something is turned, degrees."""

    kind = "angle"
    at_least = -360.0
    at_most = 360.0


class Bent(Entry):
    """How far something was bent, degrees."""

    kind = "angle"
    more_than = 0.0
    at_most = 360.0


class Pressure(Entry):
    """A pressure in a cylinder, MPa; a bare number is in bar or psi."""

    kind = "pressure"
    more_than = 0.0
    at_most = 100.0


class Mass(Entry):
    """A mass, kg."""

    kind = "mass"
    more_than = 0.0
    at_most = 1e6


class Money(Entry):
    """An amount of money."""

    kind = "money"
    at_least = 0.0
    at_most = 1e9


GAUGE_METAL = {"carbon steel": "carbon steel", "stainless": "stainless", "aluminium": "aluminium"}


def resolve(model: M, names: Mapping[str, float], *, path: str = "") -> M:
    """The same record with every entry's value worked out from its text.

    Raises:
        InputError: with the entry's path in the record.
    """
    metal = _metal(model)
    changed: dict[str, Any] = {}
    for name in type(model).model_fields:
        value = getattr(model, name)
        found = _resolved(value, names, f"{path}.{name}" if path else name, metal)
        if found is not value:
            changed[name] = found
    return model.model_copy(update=changed) if changed else model


def _metal(model: Model) -> str | None:
    id = getattr(model, "material_id", None)
    if not id:
        return None
    return GAUGE_METAL.get(material(id).family)


def _resolved(value: Any, names: Mapping[str, float], path: str, metal: str | None) -> Any:
    if isinstance(value, Entry):
        return evaluate(value, names, path, metal)
    if isinstance(value, Model):
        return resolve(value, names, path=path)
    if isinstance(value, list) and any(isinstance(v, Model) for v in value):
        return [_resolved(v, names, f"{path}.{i}", metal) for i, v in enumerate(value)]
    if isinstance(value, dict) and any(isinstance(v, Model) for v in value.values()):
        return {k: _resolved(v, names, f"{path}.{k}", metal) for k, v in value.items()}
    return value


def evaluate(entry: M, names: Mapping[str, float], path: str, metal: str | None = None) -> M:
    """One entry with its value."""
    assert isinstance(entry, Entry)
    kind = type(entry)
    found = parse(
        entry.text,
        kind=kind.kind,
        unit=entry.unit,
        names=names,
        metal=metal,
        field=path,
        more_than=kind.more_than,
        at_least=kind.at_least,
        at_most=kind.at_most,
    )
    return entry if found.value == entry.value else entry.model_copy(update={"value": found.value})


def evaluate_dimensions(texts: Mapping[str, Entry]) -> dict[str, float]:
    """Values of named dimensions that may be formulas of each other.

    Raises:
        InputError: a formula is wrong, or dimensions go round in a circle.
    """
    out: dict[str, float] = {}
    open_ = dict(texts)
    while open_:
        done = []
        trouble: InputError | None = None
        for name, entry in open_.items():
            try:
                out[name] = parse(
                    entry.text, unit=entry.unit, names=out, field=name, at_least=Size.at_least, at_most=Size.at_most
                ).value
                done.append(name)
            except InputError as error:
                uses_open = any(other != name and other in entry.text for other in open_) or name in _words(entry.text)
                if not uses_open:
                    raise
                trouble = trouble or error
        if not done:
            circle = [n for n in open_ if _words(open_[n].text) & set(open_)]
            if circle and trouble is not None and all(w in texts for w in _words(open_[circle[0]].text)):
                raise InputError(
                    field=circle[0],
                    got=open_[circle[0]].text,
                    needs="these dimensions need each other: "
                    + ", ".join(sorted(circle))
                    + "; give one of them a figure",
                )
            assert trouble is not None
            raise trouble
        for name in done:
            del open_[name]
    return out


def _words(text: str) -> set[str]:
    word, out = "", set()
    for char in text + " ":
        if char.isalnum() or char == "_":
            word += char
        else:
            if word and not word[0].isdigit():
                out.add(word)
            word = ""
    return out
