"""The front end's description of the API is the one the server gives."""

import json
import re
from pathlib import Path
from typing import get_args

import pytest
from pydantic import BaseModel

from yorvek.server.api import api

DOCUMENT = Path(__file__).parents[2] / "web" / "openapi.json"


def test_the_committed_openapi_document_is_current():
    """Make it again with `python -m yorvek.server.manage openapi > web/openapi.json` and `npm run types`."""
    now = json.loads(json.dumps(api.get_openapi_schema(path_prefix="/api/"), sort_keys=True))
    assert json.loads(DOCUMENT.read_text()) == now


def models_of(annotation, found):
    """Every model of ours that an annotation reaches, by name."""
    if isinstance(annotation, type) and issubclass(annotation, BaseModel):
        same = found.setdefault(annotation.__name__, set())
        if annotation in same:
            return
        same.add(annotation)
        for field in annotation.model_fields.values():
            models_of(field.annotation, found)
    for inside in get_args(annotation):
        models_of(inside, found)


def test_no_two_shapes_of_the_description_have_one_name():
    """The description keeps one of them, and the front end's types are then those of the wrong one."""
    found = {}
    for _, router in api._routers:
        for view in router.path_operations.values():
            for operation in view.operations:
                for shape in [*operation.models, *filter(None, operation.response_models.values())]:
                    models_of(shape, found)
    ours = {name: {m for m in same if m.__module__.startswith("yorvek")} for name, same in found.items()}
    assert len(ours) > 100 and [name for name, same in ours.items() if len(same) > 1] == []


@pytest.mark.django_db
def test_the_requests_of_the_page_on_the_api_are_answered_as_it_says(owner):
    page = (DOCUMENT.parents[1] / "docs" / "api.md").read_text()
    job, asked = "", re.findall(r"```http\n(\w+) /api(\S+)\n(.*?)```", page, re.DOTALL)
    answers = []
    for method, path, body in asked:
        answers.append(owner.good(method, path.replace("{job}", str(job)), json.loads(body) if body.strip() else None))
        job = job or answers[0]["job"]["id"]
    made, load, undone = answers
    assert made["figures"] and load["version"] == 1 and load["view"]["last_edit"]["ripple"]
    assert [x["spec"]["name"] for x in load["view"]["loads"]] == ["crowd"] and undone["loads"] == []
