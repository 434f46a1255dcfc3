"""Every address × every role × own and other shop, from the description of the addresses and the table of rights in the
docs: nothing is let through but what the table says, and what is not let through changes nothing.
"""

import json
import re
from pathlib import Path

import pytest

from tests.server.conftest import a_load, a_member, mm, person
from yorvek.core.records import KINDS
from yorvek.server.api import api
from yorvek.server.jobs.models import CutBar, Job, JobRecord, ReadingLink, Release, Signature
from yorvek.server.journal.models import Edit
from yorvek.server.stock.models import Photo, StockItem

pytestmark = pytest.mark.django_db
TABLE = Path(__file__).parents[2] / "docs" / "rights.md"
MAY = {
    "anybody": {"nobody", "checker", "fabricator", "owner"},
    "reader": {"checker", "fabricator", "owner"},
    "author": {"checker", "fabricator", "owner"},
    "worker": {"fabricator", "owner"},
    "checker": {"checker"},
    "owner": {"owner"},
    "link": set(),
}
BY_HAND = {"kinds": "worker", "words": "anyone"}


def rights():
    """Who may make each request, from the docs."""
    found = {}
    for request, who in re.findall(r"^\| `([^`]+)` \| (\w+) \|$", TABLE.read_text(), re.MULTILINE):
        if group := re.search(r"\[(\w+)\]", request):
            for kind in KINDS:
                if kind.hand == BY_HAND[group[1]]:
                    found[request.replace(group[0], kind.plural)] = who
        else:
            found[request] = who
    return found


RIGHTS = rights()
SCHEMA = json.loads(json.dumps(api.get_openapi_schema(path_prefix="/")))
REQUESTS = sorted(f"{method.upper()} {path}" for path, ways in SCHEMA["paths"].items() for method in ways)


def test_every_address_stands_in_the_table_and_nothing_else_does():
    assert sorted(RIGHTS) == REQUESTS


def example(shape):
    """Something that fits a shape of the description, as small as it can be."""
    if "$ref" in shape:
        return example(SCHEMA["components"]["schemas"][shape["$ref"].rsplit("/", 1)[1]])
    for choice in ("anyOf", "oneOf", "allOf"):
        if choice in shape:
            return example(shape[choice][0])
    if "const" in shape:
        return shape["const"]
    if "enum" in shape:
        return shape["enum"][0]
    kind = shape.get("type")
    if kind == "object":
        return {name: example(shape["properties"][name]) for name in shape.get("required", [])}
    if "prefixItems" in shape:
        return [example(each) for each in shape["prefixItems"]]
    if kind == "array":
        return [example(shape["items"])] * shape.get("minItems", 0)
    return {"string": "1", "integer": 1, "number": 1.0, "boolean": False, "null": None}.get(kind, "1")


@pytest.fixture
def scene(shop, owner, stranger, job):
    """A job with one of everything that is said, signed, released, ticked and pictured, and people of every role."""
    base, number = job["base"], int(job["base"].rsplit("/", 1)[1])
    hands = {role: person(shop, f"a {role}", role=role) for role in ("checker", "fabricator")}
    author = person(shop, "the author", role="checker")
    said = {
        "comments": author.good("POST", f"{base}/comments", {"text": "from where?", "about": "R1"})["id"],
        "notes": author.good("POST", f"{base}/notes", {"kind": "note", "text": "a line"})["id"],
    }
    author.good("POST", f"{base}/sign", {"statement": "worked through"})
    row = Job.objects.get(pk=number)
    where = {"job": row, "version": 1}
    release = {"revision": "A", "digest": "0", "snapshot": "{}"}
    tick = {"key": "a|b", "length_mm": 6000, "pieces": [{"part": "R1", "length_mm": 3000}]}
    released = Release.objects.create(**where, data=release)
    cut = CutBar.objects.create(**where, data=tick)
    line = owner.good("POST", "/stock", {"item": BAR})["id"]
    photo = Photo.objects.create(shop=shop, item_number=line, data={"name": "", "sha256": "0" * 64})
    rows = {
        **said, "dimensions": owner.good("POST", f"{base}/dimensions", {"name": "reach", "size": mm("900")})["id"],
        "loads": owner.good("POST", f"{base}/loads", a_load(name="free"))["id"],
        "members": owner.good("POST", f"{base}/members", a_member(job["loads"][0]["id"], mark="R9"))["id"],
        "parts": next(p["id"] for p in job["parts"] if p["spec"]["mark"] == "F1"),
    }  # fmt: skip
    places = {
        "job_id": number, "edit_id": Edit.objects.filter(job_id=number).first().pk, "release_id": released.pk,
        "part_id": rows["parts"], "kind": "dxf", "side": "left", "plan_id": 1, "member_id": rows["members"],
        "structure_id": 1, "assembly_id": 1, "test_id": 1,
        "cut_id": cut.pk, "item_id": line, "photo_id": photo.pk, "person_id": author_number(author),
        "link_id": owner.good("POST", f"{base}/links", {"for_whom": "Odd"})["link"]["id"], "key": "reed-barrow",
    }  # fmt: skip
    return {"owner": owner, **hands, "stranger": stranger, "places": places, "rows": rows}


def author_number(author):
    return author.good("GET", "/door") and int(author.client.session["_auth_user_id"])


ASKED = {"material_id": "S235", "id": "SHS 50×50×3 hot", "unit": "mm"}
"""Words of queries that have to mean something."""


BAR = {"form": "bar", "section_id": "SHS 50×50×3 hot", "material_id": "S355", "length": mm("6000")}
DIMENSION = {"name": "span", "size": mm("10")}
PART = {
    "mark": "Z1", "material_id": "S355",
    "shape": {"family": "rectangle", "width": mm("10"), "height": mm("10"), "thickness": mm("5")},
}  # fmt: skip
WHOLE = {
    "/dimensions": DIMENSION, "/dimensions/{row_id}": DIMENSION, "POST /jobs/{job_id}/parts": PART,
    "/parts/{row_id}": PART, "POST /stock": {"item": BAR}, "/stock/{item_id}": {"item": BAR},
    "/cuts": {"key": "a|b", "stock": "1", "cuts": {"R1": 1}}, "/take": {"version": 1, "words": "x"},
    "/load-tests/{test_id}/take": {"version": 1, "reason": "x"},
    "PUT /people/{person_id}": {"role": "owner", "active": True},
    "/stock/import": {"name": "a.csv", "content": "c2VjdGlvbixtYXRlcmlhbCxsZW5ndGgK"},
}  # fmt: skip
"""Bodies that cannot be made by shape alone, by how their requests end."""


def made(request, scene):
    """Method, path and body of a request at this scene."""
    method, path = request.split(" ", 1)
    plural = path.split("/")[3] if path.count("/") > 2 else ""
    places = {**scene["places"], "row_id": scene["rows"].get(plural, 1)}
    operation = SCHEMA["paths"][path][method.lower()]
    query = [p["name"] for p in operation.get("parameters", []) if p["in"] == "query" and p.get("required")]
    asked = "&".join(f"{name}={ASKED.get(name, 1)}" for name in query)
    content = operation.get("requestBody", {}).get("content", {})
    body = example(content["application/json"]["schema"]) if content else None
    for end, whole in WHOLE.items():
        if body is not None and request.endswith(end):
            body = {"version": 1, "spec": whole} if request.startswith("PUT") and "version" in body else whole
    return method, path.format(**places) + (f"?{asked}" if asked else ""), body


def everything():
    """Whatever a request could have changed."""
    rows = [(r.pk, r.version, json.dumps(r.data)) for r in JobRecord.objects.all()]
    stock = [(r.pk, r.version, json.dumps(r.data)) for r in StockItem.objects.all()]
    links = list(ReadingLink.objects.values_list("pk", "ended"))
    return rows, stock, links, Edit.objects.count(), Job.objects.count(), Photo.objects.count(), people()


def people():
    from yorvek.server.accounts.models import User

    return sorted(User.objects.values_list("username", "role", "is_active", "password"))


UNHEARD = {"POST /login", "POST /first-account", "POST /logout", "POST /me/password"}
"""What is about oneself: tested with people and doors."""
ANYBODYS = {"POST /examples/{key}"}
"""What its address names is nobody's: whoever may, does it in a shop of their own."""


def let_through(request_, scene, visitor):
    """What a request gave whom it should not have, in words."""
    who, asked = RIGHTS[request_], made(request_, scene)
    method, path, body = asked
    before, wrong = everything(), []
    if who != "anybody":
        text = json.dumps(body) if body is not None else ""
        answer = visitor.generic(method, f"/api{path}", text, content_type="application/json")
        if answer.status_code not in (401, 403):
            wrong.append(f"nobody: {answer.status_code}")
    for role in ("checker", "fabricator", "owner"):
        if role not in MAY[who] or (who == "author" and method != "POST"):
            code = scene[role](*asked).status_code
            # a body that is refused for its shape is refused before anybody is asked who they are
            if code not in (403, 404) and not (code == 422 == scene["owner"](*asked).status_code):
                wrong.append(f"{role}: {code}")
    if "{" in request_ and request_ not in ANYBODYS:
        code = scene["stranger"](*asked).status_code
        if code not in (403, 404, 422):
            wrong.append(f"stranger: {code}")
    if everything() != before:
        wrong.append("something was changed")
    return wrong


def test_nothing_is_let_through_but_what_the_table_says(scene, client):
    found = {r: let_through(r, scene, client) for r in REQUESTS if r not in UNHEARD}
    assert {r: wrong for r, wrong in found.items() if wrong} == {}


def test_requests_are_made_whole(scene):
    """Where the body made here is refused for its shape, the test above says little."""
    shapeless = []
    for request_ in REQUESTS:
        method, path, body = made(request_, scene)
        if body is not None and request_ not in UNHEARD and RIGHTS[request_] in ("worker", "checker", "owner"):
            hand = scene["fabricator" if RIGHTS[request_] != "worker" else "checker"]
            answer = hand(method, path, body)
            if answer.status_code not in (403, 404):
                shapeless.append(request_)
    assert shapeless == []


def test_a_signature_and_a_release_have_no_address_of_their_own():
    """They are made by signing and releasing, and there is no way to change or take one away."""
    named = [
        r
        for r in REQUESTS
        if re.search(r"/(signatures|releases|cuts|sheets_cut|kept)\b", r) and not r.startswith("GET")
    ]
    assert named == [
        "POST /jobs/{job_id}/cuts", "POST /jobs/{job_id}/cuts/{cut_id}/miscut",
        "POST /jobs/{job_id}/sheets_cut/{cut_id}/miscut",
    ]  # fmt: skip
    assert {Signature.kind.lasting, Release.kind.lasting} == {True}
