"""Help on fields: of fields that there are, in words, for every field that a form shows."""

from __future__ import annotations

import re
from pathlib import Path
from typing import Any, get_args

import pytest
from pydantic import BaseModel

from yorvek.core.files.tracing.trace import TraceAsk
from yorvek.core.help import FIELDS, Help
from yorvek.core.jobs.asking import load_asks, process_asks
from yorvek.core.jobs.joints import joint_kinds
from yorvek.core.jobs.spec import JobSpec, LoadSpec, NoteSpec
from yorvek.core.parts.families import feature_kinds, feature_patterns, part_families
from yorvek.core.quantities.asked import Question
from yorvek.core.records.kinds import IN_STATE
from yorvek.core.records.stock import StockSpec
from yorvek.core.workshop.processes import USUAL, Process

STAGES = Path(__file__).parents[2] / "web" / "src" / "stages"
MODELS = {
    **{kind.plural: kind.spec for kind in IN_STATE},
    "brief": JobSpec,
    "notes": NoteSpec,
    "stock": StockSpec,
    "trace": TraceAsk,
}
ALL = [(form, path) for form, fields in FIELDS.items() for path in fields]
WITHIN = {"FitSideFields.vue": "fits.inner."}
"""Fields that stand in a form more than once, and where one of them does."""
AT = re.compile(r'\s:?at="`?([^"`]*)`?"')


def models_in(annotation: Any) -> list[type[BaseModel]]:
    """The models that a field may hold, in lists, unions and tables too."""
    if isinstance(annotation, type) and issubclass(annotation, BaseModel):
        return [annotation]
    return [found for inner in get_args(annotation) for found in models_in(inner)]


def reached(model: type[BaseModel], steps: list[str]) -> bool:
    """Whether a place lies within a record: a table's names and an entry's parts are not walked."""
    if not steps:
        return True
    names = {"end_shape": ("left_shape", "right_shape")}.get(steps[0], (steps[0],))
    fields = [model.model_fields[n] for n in names if n in model.model_fields]
    return any(
        not steps[1:] or any(reached(inner, steps[1:]) for inner in models_in(field.annotation)) for field in fields
    )


@pytest.mark.parametrize(("form", "path"), ALL, ids=lambda x: x)
def test_it_is_of_a_field_that_there_is(form: str, path: str) -> None:
    assert reached(MODELS[form], path.split("."))


def test_every_form_has_its_help() -> None:
    assert set(FIELDS) == set(MODELS) - {"cuts", "kept", "sheets_cut"}


@pytest.mark.parametrize(("form", "path"), ALL, ids=lambda x: x)
def test_all_four_are_said_in_words(form: str, path: str) -> None:
    told = FIELDS[form][path]
    for said in told.model_dump().values():
        assert said.strip() and not said.rstrip().endswith((".", ":", ",")), said
        assert "  " not in said
    assert told.source != "from memory", "of what?"


def shown() -> list[tuple[str, str]]:
    """Where the fields of all forms lie, as the screen says it: file and place. What the core itself asks for is looked
    at below.
    """
    out = []
    for file in sorted(STAGES.rglob("*.vue")):
        for found in AT.findall(file.read_text()):
            if re.search(r"a\.name|\{ row", found):
                continue
            place = re.sub(r"\$\{side\}_shape", "end_shape", found)
            place = place.replace("${within}", WITHIN.get(file.name, "${within}"))
            steps = [s for s in re.sub(r"\$\{[^}]*\}", "0.", place).split(".") if s and s != "0"]
            out.append((file.name, ".".join(steps)))
    return out


def told(place: str) -> Help | None:
    """What is said of a place in any form; of what only one of many models has, what is said of where it lies."""
    for fields in FIELDS.values():
        for near in (place, place.rsplit(".", 1)[0]):
            if near in fields:
                return fields[near]
    return None


def test_the_screen_has_fields() -> None:
    assert len(shown()) > 100


@pytest.mark.parametrize(("file", "place"), sorted(set(shown())), ids=lambda x: x)
def test_every_field_of_a_form_has_help(file: str, place: str) -> None:
    assert told(place) is not None or any(path.startswith(f"{place}.") for path in FIELDS["joints"])


@pytest.mark.parametrize("kind", [k.kind for k in joint_kinds()])
def test_all_that_a_kind_of_joint_asks_has_help(kind: str) -> None:
    (asked,) = (k for k in joint_kinds() if k.kind == kind)
    assert {f"joint.{a.name}" for a in asked.asks} <= set(FIELDS["joints"])


@pytest.mark.parametrize("family", [f.kind for f in part_families()])
def test_all_that_a_family_of_parts_asks_has_help(family: str) -> None:
    (asked,) = (f for f in part_families() if f.kind == family)
    rows = {f"shape.{a.name}.{each.name}" for a in asked.asks for each in a.rows}
    assert {f"shape.{a.name}" for a in asked.asks} | rows <= set(FIELDS["parts"])


def test_all_that_features_and_their_patterns_ask_has_help() -> None:
    asked = {f"features.{a.name}" for kind in feature_kinds() for a in kind.asks}
    asked |= {f"features.pattern.{a.name}" for pattern in feature_patterns() for a in pattern.asks}
    assert asked <= set(FIELDS["parts"])


@pytest.mark.parametrize("asked", load_asks(), ids=lambda a: a.name)
def test_all_that_a_load_asks_has_help_and_is_a_field_of_its_record(asked: Question) -> None:
    """`both_ways` says itself what it is."""
    assert asked.name in FIELDS["loads"] or asked.typed == "yes or no"
    assert set(asked.said) <= set(asked.choices)
    assert all(set(may) <= set(get_args(LoadSpec.model_fields[by].annotation)) for by, may in asked.only.items())


def test_a_load_is_asked_for_one_size_in_whichever_form_it_is_given() -> None:
    forms = get_args(LoadSpec.model_fields["form"].annotation)
    sizes = [a for a in load_asks() if a.only]
    assert sorted(f for a in sizes for f in a.only["form"]) == sorted(forms)
    assert {a.name: a.typed for a in sizes} == {"force": "force", "line": "line_load", "area": "area_load"}


@pytest.mark.parametrize("asked", process_asks(), ids=lambda a: a.name)
def test_what_is_asked_of_a_way_to_cut_can_be_written_back_into_it(asked: Question) -> None:
    now = getattr(USUAL[0], asked.name)
    Process.model_validate({**USUAL[0].model_dump(), asked.name: not now if asked.typed == "yes or no" else now + 1})
