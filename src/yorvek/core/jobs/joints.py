"""Joints as people enter them: derived from the kinds' own models, lengths and forces in shop notation."""

from __future__ import annotations

from functools import reduce
from operator import or_
from typing import Annotated, Any, TypeAlias, cast

from annotated_types import Ge
from pydantic import Field, create_model
from pydantic.fields import FieldInfo

from yorvek.core.joints import KINDS, Joint
from yorvek.core.model import Model
from yorvek.core.quantities.asked import Question, question
from yorvek.core.quantities.entry import Entry, Force, Length, Place, Thickness

THICKNESSES = ("plate_mm", "lug_mm", "cheek_mm")
EVERY_END, EVERY_HINGE = "every end", "every hinge"


def _entry_of(name: str, field: FieldInfo) -> type[Entry] | None:
    """The entry that a figure of a model is typed as; None for what is typed as it is."""
    if name.endswith("_N"):
        return Force
    if not name.endswith("_mm"):
        return None
    if name in THICKNESSES:
        return Thickness
    return Place if any(isinstance(m, Ge) and m.ge == 0 for m in field.metadata) else Length


def _stem(name: str) -> str:
    return name.rsplit("_", 1)[0]


def _spec_of(model: type[Model]) -> type[Model]:
    """The entry model of a joint's model: the same fields, figures as entries."""
    fields: dict[str, Any] = {}
    for name, field in model.model_fields.items():
        entry = _entry_of(name, field)
        if entry is None:
            kind: Any = field.annotation
            fields[name] = (
                Annotated[kind, *field.metadata] if field.metadata else kind,
                Field(default=field.default, description=field.description),
            )
        elif field.is_required():
            fields[_stem(name)] = (entry, Field(description=field.description))
        elif field.default is None:
            fields[_stem(name)] = (entry | None, Field(default=None, description=field.description))
        else:
            usual = entry(text=f"{field.default:g}", value=float(field.default))
            fields[_stem(name)] = (entry, Field(default=usual, description=field.description))
    return create_model(f"{model.__name__}Spec", __base__=Model, __doc__=model.__doc__, **fields)


SPECS: dict[str, type[Model]] = {name: _spec_of(kind.model) for name, kind in KINDS.items()}
ANY_SPEC: Any = reduce(or_, SPECS.values())
JointSpec: TypeAlias = Annotated[ANY_SPEC, Field(discriminator="kind")]


class JointAt(Model):
    """A joint chosen for the end of a bar at a node; or, for a role, for "every end" of its bars or "every hinge"."""

    bar: str = Field(min_length=1, max_length=40)
    node: str = Field(min_length=1, max_length=40)
    joint: JointSpec

    @property
    def at(self) -> str:
        return f"{self.bar}, {self.node}"


def plain_joint(spec: Any) -> Joint:
    """The joint in millimetres and newtons."""
    model = KINDS[spec.kind].model
    values: dict[str, object] = {}
    for name, field in model.model_fields.items():
        if _entry_of(name, field) is None:
            values[name] = getattr(spec, name)
            continue
        value = getattr(spec, _stem(name))
        values[name] = None if value is None else value.value
    return cast(Joint, model(**values))


def joint_entered(joint: Joint) -> Any:
    """A joint in figures as an entry, as if somebody had typed it."""
    values: dict[str, object] = {}
    for name, field in type(joint).model_fields.items():
        value = getattr(joint, name)
        if _entry_of(name, field) is None:
            values[name] = value
        elif value is not None:
            values[_stem(name)] = {"text": f"{value:g} {name.rsplit('_', 1)[1]}", "value": value}
    return SPECS[joint.kind].model_validate(values)


class JointKind(Model):
    """A kind of joint and what it asks for."""

    kind: str
    words: str
    asks: list[Question]


USUAL = {
    "leg": ("5", "3/16"), "pin": ("20", "3/4"), "lug": ("10", "3/8"), "cheek": ("8", "5/16"), "width": ("60", "2 1/2"),
    "edge": ("30", "1 1/4"), "bolt": ("12", "1/2"), "pitch": ("40", "1 1/2"), "gauge": ("40", "1 1/2"),
    "side": ("25", "1"), "plate": ("8", "5/16"), "lap": ("80", "3"), "free": ("40", "1 1/2"), "length": ("200", "8"),
    "anchor": ("12", "1/2"), "screw": ("5.5", "7/32"), "head": ("14", "9/16"), "rating": ("5 kN", "1000 lb"),
    "along": ("100", "4"), "over": ("100", "4"), "gusset_leg": ("5", "3/16"), "rows": ("2", "2"), "columns": ("1", "1"),
    "bolts": ("2", "2"), "screws": ("4", "4"), "torque_Nm": ("40", "40"),
    "pin edge": ("40", "1 5/8"), "end plate pitch": ("120", "5"), "end plate gauge": ("110", "4 1/2"),
    "end plate width": ("160", "6 1/2"), "end plate plate": ("12", "1/2"), "base plate width": ("200", "8"),
    "base plate plate": ("12", "1/2"), "fish plates lap": ("120", "5"), "screws plate": ("2", "5/64"),
}  # fmt: skip
"""What a kind begins with, in mm and in inches; a kind's own go before the common ones (common practice, no source)."""


def _question(kind: str, name: str, field: FieldInfo) -> Question:
    usual_mm, usual_in = USUAL.get(f"{kind} {name}") or USUAL.get(name) or ("", "")
    return question(
        name, field, name.replace("_", " ").capitalize(), optional=not field.is_required(),
        hint=field.description or "", usual_mm=usual_mm, usual_in=usual_in,
    )  # fmt: skip


NOT_ASKED = ("kind", "rated_for")
"""The kind is known, and a rating by directions is for files and the API."""


def joint_kinds() -> list[JointKind]:
    """Every kind of joint with its questions, as the front end shows them."""
    return [
        JointKind(
            kind=name, words=kind.words,
            asks=[_question(name, n, f) for n, f in SPECS[name].model_fields.items() if n not in NOT_ASKED],
        )
        for name, kind in KINDS.items()
    ]  # fmt: skip
