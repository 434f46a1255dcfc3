"""What somebody said stays theirs (findings E2, G4): words, answers, signatures, releases, and undo over them."""

import json

import pytest

from tests.server.conftest import a_load, a_member, mm, person
from yorvek.core.records import upgrades
from yorvek.server.jobs.models import ROWS, Comment, JobRecord, Note, Release, Signature
from yorvek.server.journal.models import Edit, RowChange

pytestmark = pytest.mark.django_db


@pytest.fixture
def checker(shop):
    return person(shop, "checker", role="checker")


@pytest.fixture
def fabricator(shop):
    return person(shop, "fabricator", role="fabricator")


@pytest.fixture
def said(checker, job):
    """A comment of the checker's."""
    return checker.good("POST", f"{job['base']}/comments", {"text": "from where is the span?", "about": "R1"})


def test_E2_the_checkers_words_are_changed_and_taken_away_by_the_checker_alone(owner, fabricator, checker, job, said):
    path = f"{job['base']}/comments/{said['id']}"
    for hand in (owner, fabricator):
        refused = hand("PUT", path, {"version": 1, "spec": {"text": "all is well", "about": "R1"}})
        assert refused.status_code == 403 and "only checker changes them" in refused.json()["sentence"]
        assert hand("DELETE", f"{path}?version=1").status_code == 403
    assert Comment.objects.get().spec.text == "from where is the span?"
    checker.good("PUT", path, {"version": 1, "spec": {"text": "from where to where?", "about": "R1"}})
    checker.good("DELETE", f"{path}?version=2")
    assert not Comment.objects.exists()


def test_E2_an_answer_carries_the_name_of_who_gave_it_and_stays(owner, fabricator, checker, job, said):
    path, spec = f"{job['base']}/comments/{said['id']}", {"text": "from where is the span?", "about": "R1"}
    forged = {**spec, "answer": "bearing to bearing", "answered_by": "checker"}
    view = owner.good("PUT", path, {"version": 1, "spec": forged})["view"]
    assert view["comments"][0]["spec"]["answered_by"] == "owner"
    other = fabricator("PUT", path, {"version": 2, "spec": {**spec, "answer": "face to face"}})
    assert other.status_code == 422 and "owner answered this" in other.json()["sentence"]
    gone = checker("DELETE", f"{path}?version=2")
    assert gone.status_code == 403 and "was answered" in gone.json()["sentence"]


def test_E2_a_note_is_its_authors(owner, fabricator, job):
    note = fabricator.good("POST", f"{job['base']}/notes", {"kind": "lesson", "text": "measure the quay first"})
    path = f"{job['base']}/notes/{note['id']}"
    assert owner("PUT", path, {"version": 1, "spec": {"kind": "lesson", "text": "never mind"}}).status_code == 403
    assert owner("DELETE", f"{path}?version=1").status_code == 403
    fabricator.good("PUT", path, {"version": 1, "spec": {"kind": "lesson", "text": "measure both quays first"}})


def newest():
    """The edit that was made last."""
    return Edit.objects.order_by("-id").first().pk


def test_E2_undo_of_somebody_elses_edit_asks_and_never_touches_their_words(owner, fabricator, checker, job, said):
    base = job["base"]
    theirs = f"{base}/undo?edit_id={newest()}"
    asked = owner("POST", theirs)
    assert asked.status_code == 409 and asked.json()["asks"] == "sure" and "checker" in asked.json()["sentence"]
    assert owner("POST", f"{theirs}&sure=true").status_code == 403
    assert Comment.objects.exists()
    owner.good("PUT", f"{base}/loads/{job['loads'][0]['id']}", {"version": 1, "spec": a_load(note="by the owner")})
    assert fabricator("POST", f"{base}/undo").status_code == 409
    view = fabricator.good("POST", f"{base}/undo?sure=true")
    assert view["loads"][0]["spec"]["note"] == ""


def test_E2_a_signature_and_a_release_are_not_undone(owner, checker, job):
    base = job["base"]
    checker.good("POST", f"{base}/sign", {"statement": "worked through"})
    assert checker("POST", f"{base}/undo").status_code == 403  # a checker undoes nothing
    assert owner("POST", f"{base}/undo?edit_id={newest()}&sure=true").status_code == 403
    spec = {**job["job"]["spec"], "span_over": 50}
    view = owner.good("PUT", base, {"version": job["job"]["version"], "spec": spec})
    owner.good("POST", f"{base}/release", {"version": view["job"]["version"], "note": "for cutting"})
    refused = owner("POST", f"{base}/undo?edit_id={newest()}")
    assert refused.status_code == 403 and "stays" in refused.json()["sentence"]
    assert Signature.objects.count() == 1 and Release.objects.count() == 1


def test_E2_what_was_taken_away_comes_back_with_author_and_time(owner, fabricator, job):
    note = fabricator.good("POST", f"{job['base']}/notes", {"kind": "note", "text": "the blade is new"})
    then = Note.objects.get(pk=note["id"]).at
    fabricator.good("DELETE", f"{job['base']}/notes/{note['id']}?version=1")
    owner.good("POST", f"{job['base']}/undo?edit_id={newest()}&sure=true")
    back = Note.objects.get(pk=note["id"])
    assert back.author.username == "fabricator" and back.at == then


def test_E2_a_deletion_of_an_earlier_version_comes_back_with_them_too(fabricator, job):
    """Snapshots used to lack author and time: they are those of the edit that made the row."""
    note = fabricator.good("POST", f"{job['base']}/notes", {"kind": "note", "text": "the blade is new"})
    then = Note.objects.get(pk=note["id"]).at
    fabricator.good("DELETE", f"{job['base']}/notes/{note['id']}?version=1")
    for change in RowChange.objects.filter(table="note"):
        for side in (change.before, change.after):
            for name in ("author_id", "at", "schema"):
                (side or {}).pop(name, None)
        change.save()
    fabricator.good("POST", f"{job['base']}/undo")
    back = Note.objects.get(pk=note["id"])
    assert back.author.username == "fabricator" and abs((back.at - then).total_seconds()) < 5


def test_G4_undo_cannot_leave_a_member_without_its_load(owner, job):
    """The load was made in one edit, the member put on it in another: undoing the first would break the second."""
    base = job["base"]
    load = owner.good("POST", f"{base}/loads", a_load(name="stores"))
    made = Edit.objects.order_by("-id").first()
    owner.good("POST", f"{base}/members", a_member(load["id"], mark="R9"))
    refused = owner("POST", f"{base}/undo?edit_id={made.pk}")
    assert refused.status_code == 422
    assert "stores" in refused.json()["sentence"] and "it stands on R9" in refused.json()["sentence"]
    assert owner.good("GET", base)["members"][-1]["trouble"] is None


def test_G4_undo_cannot_make_two_of_one_mark(owner, job):
    base = job["base"]
    load = job["loads"][0]["id"]
    first = owner.good("POST", f"{base}/members", a_member(load, mark="R8"))
    owner.good("PUT", f"{base}/members/{first['id']}", {"version": 1, "spec": a_member(load, mark="R7")})
    renamed = Edit.objects.order_by("-id").first()
    owner.good("POST", f"{base}/members", a_member(load, mark="R8"))
    refused = owner("POST", f"{base}/undo?edit_id={renamed.pk}")
    assert refused.status_code == 422 and "has this mark" in refused.json()["sentence"]


def test_what_was_broken_before_stands_in_nobodys_way(owner, job):
    """A job of an earlier version may hold two loads of one name: other work on it goes on."""
    twin = JobRecord.objects.get(pk=job["loads"][0]["id"])
    twin.pk = None
    twin.save(force_insert=True)
    owner.held.clear()  # no edit made it
    owner.good("POST", f"{job['base']}/notes", {"kind": "note", "text": "two are called crowd"})
    assert owner("POST", f"{job['base']}/loads", a_load()).status_code == 422


@pytest.mark.parametrize("name", [" ", "crowd ", " crowd"])
def test_C8_a_name_that_only_a_blank_tells_apart_is_refused(owner, job, name):
    wrong = [("loads", a_load(name=name)), ("members", a_member(job["loads"][0]["id"], mark=name))]
    for kind, body in wrong:
        answer = owner("POST", f"{job['base']}/{kind}", body)
        assert answer.status_code == 422 and "something to read" in answer.json()["needs"], kind
    assert [x["spec"]["name"] for x in owner.good("GET", job["base"])["loads"]] == ["crowd"]


def test_a_name_that_could_not_be_read_again_is_not_stored(owner, job):
    """Blanks around the name of a profile go; one of blanks alone was stored as nothing, and was a fault."""
    profile = {"name": " ", "parts": [{"section_id": "SHS 80×80×5 hot"}]}
    answer = owner("POST", f"{job['base']}/profiles", profile)
    assert answer.status_code == 422 and "can be read" in answer.json()["needs"]
    made = owner.good("POST", f"{job['base']}/profiles", {**profile, "name": " doubled "})
    assert made["view"]["profiles"][0]["spec"]["name"] == "doubled"


def test_what_was_undone_is_done_again_and_undone_again(owner, job):
    base, path = job["base"], f"{job['base']}/loads/{job['loads'][0]['id']}"
    owner.good("PUT", path, {"version": 1, "spec": a_load(note="first")})
    assert owner("POST", f"{base}/redo").status_code == 422

    def note(action):
        return owner.good("POST", f"{base}/{action}")["loads"][0]["spec"]["note"]

    assert [note(a) for a in ("undo", "redo", "undo", "redo")] == ["", "first", "", "first"]
    titles = list(Edit.objects.order_by("id").values_list("title", flat=True))
    assert titles[-4:] == ["undo: load crowd", "again: load crowd"] * 2
    view = owner.good("POST", f"{base}/undo")
    owner.good("PUT", path, {"version": view["loads"][0]["version"], "spec": a_load(note="other")})
    assert owner("POST", f"{base}/redo").status_code == 422


def test_putting_a_job_away_is_written_down(owner, job):
    owner.good("DELETE", job["base"])
    last = Edit.objects.order_by("-id").first()
    change = last.rows.get()
    assert "put away" in last.title and (change.before["archived"], change.after["archived"]) == (False, True)


def test_snapshots_hold_every_column(owner, job):
    """Whatever a table has beside what is the same for every row of it stands in the journal."""
    owner.good("POST", f"{job['base']}/notes", {"kind": "note", "text": "a line"})
    kept = RowChange.objects.order_by("-id").first().after
    columns = {f.attname for f in JobRecord._meta.concrete_fields} - {"id", "job_id", "kind_name"}
    assert columns | {"owner"} == set(kept)


def test_E8_what_is_asked_twice_under_one_key_is_done_once(owner, job):
    path, body = f"{job['base']}/loads", a_load(name="once")
    key = {"HTTP_IDEMPOTENCY_KEY": "3f2a-once"}
    first = owner("POST", path, body, **key)
    again = owner("POST", path, body, **key)
    assert (first.status_code, again.status_code) == (200, 200)
    assert again.json()["id"] == first.json()["id"] and again.json()["already"] == "new load once"
    assert again.json()["changes"]["since"] == ""  # fits nothing: the page reads the job anew
    assert [x["spec"]["name"] for x in owner.good("GET", job["base"])["loads"]].count("once") == 1
    assert owner("POST", path, a_load(name="twice"), HTTP_IDEMPOTENCY_KEY="x" * 200).status_code == 422


def test_E8_a_fault_says_what_was_saved(owner, job, monkeypatch):
    from django.db import OperationalError

    from yorvek.server.api import records
    from yorvek.server.journal import edits

    def dies(*args, **more):
        raise OperationalError("the database is gone")

    path = f"{job['base']}/loads"
    with monkeypatch.context() as patch:
        patch.setattr(edits, "_whole", dies)
        before = owner("POST", path, a_load(name="a"))
        assert before.status_code == 503 and before.json()["saved"] == "nothing"
        assert "nothing was saved" in before.json()["sentence"]
    with monkeypatch.context() as patch:
        patch.setattr(records, "job_changes", dies)
        after = owner("POST", path, a_load(name="b"))
        assert after.status_code == 503 and after.json()["saved"] == "all"
        assert "your change was saved" in after.json()["sentence"]
    with monkeypatch.context() as patch:
        patch.setattr(records, "job_changes", lambda job: 1 / 0)
        fault = owner("POST", path, a_load(name="c"))
        assert fault.status_code == 500 and "your change was saved" in fault.json()["sentence"]
    names = [x["spec"]["name"] for x in owner.good("GET", job["base"])["loads"]]
    assert names == ["crowd", "b", "c"]


def test_E7_dimensions_that_refer_to_later_ones_come_back(owner, job):
    base = job["base"]
    owner.good("POST", f"{base}/dimensions", {"name": "aa", "size": mm("1000")})
    owner.good("POST", f"{base}/dimensions", {"name": "bb", "size": mm("2000")})
    rows = {d["spec"]["name"]: d for d in owner.good("GET", base)["dimensions"]}
    first = rows["aa"]
    owner.good("PUT", f"{base}/dimensions/{first['id']}", {"version": 1, "spec": {"name": "aa", "size": mm("bb / 2")}})
    text = owner("GET", f"{base}/export/job.json").content.decode()
    view = owner.good("POST", "/jobs/import", {"text": text})
    assert {d["spec"]["name"]: d["spec"]["size"]["value"] for d in view["dimensions"]} == {"aa": 1000, "bb": 2000}


def test_every_kind_has_its_rows():
    from yorvek.core.records import KINDS

    assert set(ROWS) == {kind.name for kind in KINDS}


def test_C8_a_file_of_an_earlier_version_with_two_of_one_name_comes_in_with_both(owner, job):
    """Earlier versions took them; now the second gets a number, and the log says so."""
    file = json.loads(owner("GET", f"{job['base']}/export/job.json").content)
    twin = json.loads(json.dumps(file["loads"][0]))
    file["loads"].append({**twin, "id": 9000})
    long = "everything that stands on the deck"
    file["loads"] += [{"id": n, "spec": {**twin["spec"], "name": long}} for n in (9010, 9011)]
    file["members"].append({**file["members"][0], "id": 9001})
    file["members"][1]["spec"] = {**file["members"][0]["spec"], "loads": [{"load_id": 9000, "width": mm("900")}]}
    view = owner.good("POST", "/jobs/import", {"text": json.dumps(file)})
    assert [x["spec"]["name"] for x in view["loads"]] == ["crowd", "crowd 2", long, f"{long} 2"]
    assert [m["spec"]["mark"] for m in view["members"]] == ["R1", "R1 2"]
    second = view["members"][1]["spec"]["loads"][0]["load_id"]
    assert second == view["loads"][1]["id"] and view["members"][1]["trouble"] is None
    assert {"load", "member"} <= {w for n in view["notes"] for w in n["spec"]["text"].split()}


def test_E2_an_answer_is_not_undone_by_another(owner, fabricator, checker, job, said):
    path = f"{job['base']}/comments/{said['id']}"
    spec = {"text": "from where is the span?", "about": "R1", "answer": "bearing to bearing"}
    owner.good("PUT", path, {"version": 1, "spec": spec})
    assert fabricator("POST", f"{job['base']}/undo?edit_id={newest()}&sure=true").status_code == 403
    assert Comment.objects.get().spec.answer == "bearing to bearing"
    owner.good("POST", f"{job['base']}/undo")
    assert Comment.objects.get().spec.answer == ""


@pytest.fixture
def renamed_field(monkeypatch):
    """As if loads had once called their name a title."""

    def step(data):
        out = dict(data)
        out["name"] = out.pop("title")
        return out

    monkeypatch.setitem(upgrades.STEPS, "load", [step])


def old(data):
    out = dict(data)
    out["title"] = out.pop("name")
    return out


def test_G6_rows_the_journal_and_job_files_of_an_earlier_shape_are_read(owner, job, renamed_field):
    """A row, the snapshots of its changes and a file as an earlier version wrote them, and undo and redo over them."""
    base, load = job["base"], JobRecord.objects.get(pk=job["loads"][0]["id"])
    JobRecord.objects.filter(pk=load.pk).update(data=old(load.data), schema=1)
    for change in RowChange.objects.filter(table="load"):
        change.after = {**change.after, "data": old(change.after["data"]), "schema": 1}
        change.save()
    view = owner.good("GET", base)
    assert view["loads"][0]["spec"]["name"] == "crowd" and view["members"][0]["trouble"] is None
    owner.good("PUT", f"{base}/loads/{load.pk}", {"version": 1, "spec": a_load(note="by the new version")})
    stored = JobRecord.objects.get(pk=load.pk)
    assert (stored.schema, stored.data["name"]) == (2, "crowd") and "title" not in stored.data
    assert owner.good("POST", f"{base}/undo")["loads"][0]["spec"]["note"] == ""
    assert JobRecord.objects.get(pk=load.pk).data["name"] == "crowd"
    assert owner.good("POST", f"{base}/redo")["loads"][0]["spec"]["note"] == "by the new version"

    file = json.loads(owner("GET", f"{base}/export/job.json").content)
    assert file["schemas"] == {"job": 2, "load": 2}
    assert owner.good("POST", "/jobs/import", {"text": json.dumps(file)})["loads"][0]["spec"]["name"] == "crowd"
    file["loads"] = [{**x, "spec": old(x["spec"])} for x in file["loads"]]
    del file["schemas"]
    assert owner.good("POST", "/jobs/import", {"text": json.dumps(file)})["loads"][0]["spec"]["name"] == "crowd"
