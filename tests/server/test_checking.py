"""Comments, signature and release; drawings made parts of; sheets on the cutting table; all closed to strangers."""

import base64

import pytest

from tests.core.test_drawings import LINE, SQUARE, raw, ring_of
from tests.server.conftest import mm, person
from yorvek.core.files import labels
from yorvek.server.jobs.models import Release


@pytest.fixture
def checker(shop):
    return person(shop, "checker", role="checker")


def a_drawing(data, name="plate.dxf", **more):
    return {"name": name, "content": base64.b64encode(data).decode(), **more}


def test_a_comment_is_said_by_the_checker_and_answered_by_the_owner(shop, owner, checker, job):
    said = checker.good(
        "POST", f"{job['base']}/comments", {"text": "from where is the span?", "about": "R1", "check_id": "bending"}
    )
    row = said["view"]["comments"][0]
    assert row["author"] == "checker" and row["spec"]["check_id"] == "bending"
    answer = {"version": 1, "spec": {**row["spec"], "answer": "bearing to bearing"}}
    other = person(shop, "second checker", role="checker")
    assert other("PUT", f"{job['base']}/comments/{row['id']}", answer).status_code == 403
    view = owner.good("PUT", f"{job['base']}/comments/{row['id']}", answer)["view"]
    assert view["comments"][0]["spec"]["answer"] == "bearing to bearing"


def test_only_a_checker_signs_and_a_change_voids_it(owner, checker, job):
    refused = owner("POST", f"{job['base']}/sign", {"statement": "mine"})
    assert refused.status_code == 403 and "checker" in refused.json()["sentence"]
    view = checker.good("POST", f"{job['base']}/sign", {"statement": "worked through"})
    assert view["signatures"][0]["stands"] and view["signatures"][0]["by"] == "checker"
    load = view["loads"][0]
    owner.good(
        "PUT",
        f"{job['base']}/loads/{load['id']}",
        {"version": load["version"], "spec": {**load["spec"], "area": mm("4 kN/m2")}},
    )
    assert not owner.good("GET", job["base"])["signatures"][0]["stands"]


def test_a_release_keeps_the_job_as_it_stood(owner, checker, job):
    spec = {**job["job"]["spec"], "people_on_it": True, "span_over": 50}
    view = owner.good("PUT", job["base"], {"version": job["job"]["version"], "spec": spec})
    assert view["needs_checker"]
    refused = owner("POST", f"{job['base']}/release", {"version": view["job"]["version"], "note": "for cutting"})
    assert refused.status_code == 422
    view = checker.good("POST", f"{job['base']}/sign", {"statement": "worked through"})
    assert "signature" in refused.json()["sentence"]
    view = owner.good("POST", f"{job['base']}/release", {"version": view["job"]["version"], "note": "for cutting"})
    assert view["job"]["spec"]["revision"] == "B" and view["releases"][0]["checked_by"] == "checker"
    assert '"format":"yorvek-job"' in Release.objects.get().spec.snapshot
    assert not view["signatures"][0]["stands"]  # revision B is another job


def test_findings_are_told(owner, job):
    found = owner.good("GET", f"{job['base']}/findings")
    assert isinstance(found, list) and all(f["sentence"] for f in found)


def test_a_drawing_is_looked_at_and_becomes_a_part(owner, job):
    seen = owner.good("POST", f"{job['base']}/drawings", a_drawing(raw(ring_of(SQUARE))))
    assert seen["outlines"][0]["area_mm2"] == pytest.approx(6000) and not seen["troubles"]
    taken = {
        "drawing": a_drawing(raw(ring_of(SQUARE))),
        "material_id": "S355",
        "thickness": mm("8"),
        "parts": [{"number": 0, "mark": "D1", "qty": 3}],
    }
    view = owner.good("POST", f"{job['base']}/drawings/parts", taken)
    part = next(p for p in view["parts"] if p["spec"]["mark"] == "D1")
    assert part["geometry"]["mass_kg"] == pytest.approx(6000 * 8 * 7850e-9) and part["spec"]["qty"] == 3
    view = owner.good("POST", f"{job['base']}/undo")
    assert not any(p["spec"]["mark"] == "D1" for p in view["parts"])


@pytest.mark.parametrize(
    ("change", "words"),
    [
        ({"drawing": a_drawing(b"rubbish")}, "cannot be read"),
        ({"drawing": a_drawing(raw(ring_of(SQUARE), units=0))}, "millimetres or inches"),
        ({"drawing": {**a_drawing(b"x"), "content": "!!"}}, "base64"),
        ({"drawing": a_drawing(raw(LINE(0, 0, 5, 5)))}, "1 to 0"),
        ({"parts": [{"number": 4, "mark": "D1"}]}, "1 to 1"),
        ({"parts": [{"number": 0, "mark": "R1"}]}, "another part has this mark"),
        ({"thickness": mm("0")}, "thickness"),
        ({"material_id": "gold"}, "material"),
    ],
)
def test_a_drawing_that_cannot_be_changes_nothing(owner, job, change, words):
    before = owner.good("GET", job["base"])
    body = {
        "drawing": a_drawing(raw(ring_of(SQUARE))),
        "material_id": "S355",
        "thickness": mm("8"),
        "parts": [{"number": 0, "mark": "D1"}],
    }
    refused = owner("POST", f"{job['base']}/drawings/parts", {**body, **change})
    assert refused.status_code == 422 and words in refused.json()["sentence"], refused.json()
    after = owner.good("GET", job["base"])
    assert [p["id"] for p in after["parts"]] == [p["id"] for p in before["parts"]]


def test_any_program_runs_on_the_simulated_table(owner):
    run = owner.good("POST", "/table/run", {"program": "G21\nG90\nM3\nG1 X10 F600\nM5", "width": 100, "height": 100})
    assert run["cut_mm"] == 10 and run["pierces"] == 1 and run["seconds"] == pytest.approx(1.0)
    refused = owner("POST", "/table/run", {"program": "G7", "width": 100, "height": 100})
    assert refused.status_code == 422 and "line 1" in refused.json()["sentence"]


def test_labels_are_a_pdf(owner, job):
    found = owner("GET", f"{job['base']}/export/labels.pdf")
    assert found.status_code == 200 and found.content.startswith(b"%PDF")


def test_the_code_of_a_label_opens_its_piece(owner, job, monkeypatch):
    """What stands in the codes is the address of each piece, as whoever asked reaches this server."""
    said = []
    monkeypatch.setattr(labels, "_code", lambda canvas, words, x, y: said.append(words))
    parts = [(p["id"], p["spec"]["qty"]) for p in owner.good("GET", job["base"])["parts"]]
    owner("GET", f"{job['base']}/export/labels.pdf", HTTP_HOST="localhost:8641")
    at = f"http://localhost:8641{job['base']}/parts?pick=part%20"
    assert said == [f"{at}{i}&piece={n}" for i, qty in parts for n in range(1, qty + 1)] and said


@pytest.mark.parametrize("path", ["findings", "export/labels.pdf", "plans/1/table?sheet=a%230"])
def test_a_stranger_sees_nothing(stranger, job, path):
    assert stranger("GET", f"{job['base']}/{path}").status_code == 404


@pytest.mark.parametrize("path", ["sign", "release", "drawings", "drawings/parts", "comments"])
def test_a_stranger_changes_nothing(stranger, job, path):
    body = {
        "statement": "x",
        "version": 1,
        "text": "x",
        **a_drawing(b"x"),
        "drawing": a_drawing(b"x"),
        "material_id": "S355",
        "thickness": mm("8"),
        "parts": [{"number": 0, "mark": "D"}],
    }
    allowed = {
        "sign": ("statement",),
        "release": ("version",),
        "drawings": ("name", "content"),
        "drawings/parts": ("drawing", "material_id", "thickness", "parts"),
        "comments": ("text",),
    }[path]
    assert stranger("POST", f"{job['base']}/{path}", {k: body[k] for k in allowed}).status_code in (403, 404)


def test_C9_nothing_is_cut_from_figures_nobody_stands_for(owner, job):
    """A verified figure that changes is nobody's again; a reason given for the old one goes with it."""
    base, part = job["base"], next(p["id"] for p in job["parts"] if p["spec"]["mark"] == "F1")
    size = {"name": "reach", "size": mm("3000"), "verified_by": "owner"}
    number = owner.good("POST", f"{base}/dimensions", size)["id"]
    drawing, bar = f"{base}/export/parts/{part}.dxf", {"key": "a|b", "stock": "1", "cuts": {"R1": 1}}
    assert owner("GET", drawing).status_code == 200

    def put(version, **more):
        spec = {**size, **more}
        return owner.good("PUT", f"{base}/dimensions/{number}", {"version": version, "spec": spec})["view"]

    view = put(1, size=mm("3100"))
    assert view["figures"]["held_up"] == ["reach"] and view["dimensions"][0]["spec"]["verified_by"] == ""
    for answer in (
        owner("GET", drawing),
        owner("POST", f"{base}/cuts", bar),
        owner("GET", f"{base}/export/plans/1/program.nc?sheet=a%230"),
    ):
        assert answer.status_code == 422 and "reach" in answer.json()["sentence"]
    assert owner("GET", f"{base}/export/parts/{part}.svg").status_code == 200

    reason = {"verified_by": "", "cut_anyway": "the quay is measured on Monday, these are trial pieces"}
    view = put(2, size=mm("3100"), **reason)
    assert view["figures"]["held_up"] == [] and view["figures"]["unverified"] == ["reach"]
    assert owner("GET", drawing).status_code == 200
    assert owner("POST", f"{base}/cuts", bar).status_code == 404  # it gets as far as the plan
    view = put(3, size=mm("3200"), **reason)
    assert view["dimensions"][0]["spec"]["cut_anyway"] == "" and view["figures"]["held_up"] == ["reach"]


def test_a_release_is_compared_field_by_field_and_verdict_by_verdict(owner, job):
    base = job["base"]
    view = owner.good("PUT", base, {"version": job["job"]["version"], "spec": {**job["job"]["spec"], "span_over": 50}})
    view = owner.good("POST", f"{base}/release", {"version": view["job"]["version"], "note": "for cutting"})
    first = view["releases"][0]["id"]

    def against(**query):
        asked = "&".join(f"{k}={v}" for k, v in query.items())
        return owner.good("GET", f"{base}/releases/{first}/against?{asked}")

    same = against()
    assert same == {"differences": [], "turns": []}, "another letter is no difference"
    load, member = view["loads"][0], view["members"][0]
    owner.good("PUT", f"{base}/loads/{load['id']}", {"version": 1, "spec": {**load["spec"], "area": mm("6 kN/m2")}})
    spec = {**member["spec"], "mark": "R2", "loads": [{"load_id": load["id"], "width": mm("1200")}]}
    owner.good("POST", f"{base}/members", spec)
    found = against()
    said = {(d["kind"], d["label"], d["field"]): (d["before"], d["after"]) for d in found["differences"]}
    assert said[("load", "crowd", "area")] == ("5 kN/m2", "6 kN/m2") and said[("member", "R2", "")] == ("", "is new")
    assert not any(kind == "member" and label == "R1" for kind, label, _ in said), "the same load is no difference"
    owner.good("POST", f"{base}/dimensions", {"name": "reach", "size": mm("900"), "verified_by": "owner"})
    assert ("dimension", "reach", "is new") in {(d["kind"], d["label"], d["after"]) for d in against()["differences"]}
    turned = {(t["mark"], t["what"]): t for t in found["turns"]}
    assert turned[("R1", "strength")]["after"] < turned[("R1", "strength")]["before"]
    assert turned[("R2", "strength")]["before_word"] == ""
    view = owner.good("GET", base)
    view = owner.good("POST", f"{base}/release", {"version": view["job"]["version"], "note": "again"})
    second = view["releases"][0]["id"]
    apart = against(other=second)
    assert {d["label"] for d in apart["differences"]} >= {"crowd", "R2"} and len(apart["turns"]) == len(found["turns"])
