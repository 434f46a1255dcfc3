"""What answers hold: what an edit changed and no more, what it would change before it is made, and what was worked out
once said by every process.
"""

import gzip
import json
from datetime import timedelta

import pytest
from django.db import connection, transaction
from django.utils import timezone

from tests.server.conftest import a_load, a_member, a_plate, mm
from yorvek.core.errors import InputError
from yorvek.server.api import opened
from yorvek.server.cutting.models import Plan
from yorvek.server.jobs import thread, worked
from yorvek.server.jobs.models import Job, JobRecord, Worked
from yorvek.server.journal.models import Edit

ENOUGH = 20_000
FRAME = {
    "mark": "P1",
    "starter": {"kind": "portal", "span": mm("3000"), "height": mm("2000")},
    "roles": {role: {"section_id": "SHS 80×80×5 hot", "material_id": "S355"} for role in ("beam", "leg")},
}


BAR = {"form": "bar", "section_id": "SHS 50×50×3 hot", "material_id": "S355", "length": mm("6000"), "qty": 2}


@pytest.fixture
def sixty(owner, db):
    """A job of sixty members under one load."""
    base = f"/jobs/{owner.good('POST', '/jobs', {'name': 'Sluice Seven', 'unit': 'mm'})['job']['id']}"
    load = owner.good("POST", f"{base}/loads", a_load())["id"]
    for k in range(60):
        length = mm(str(2000 + 20 * k))
        ends = [{"at": mm("0")}, {"at": length}]
        answer = owner("POST", f"{base}/members", a_member(load, mark=f"J{k}", length=length, supports=ends))
        assert answer.status_code == 200
    return base


def test_E15_a_note_in_a_job_of_sixty_members_is_answered_in_few_words(owner, sixty):
    whole = owner("GET", sixty)
    answer = owner("POST", f"{sixty}/notes", {"kind": "note", "text": "the van takes four metres"})
    assert len(answer.content) < ENOUGH / 5 and len(whole.content) > 10 * ENOUGH
    member = whole.json()["members"][30]
    spec = {**member["spec"], "name": "the middle one"}
    answer = owner("PUT", f"{sixty}/members/{member['id']}", {"version": 1, "spec": spec})
    assert len(answer.content) < ENOUGH
    rows = answer.json()["changes"]["members"]
    assert [r["id"] for r in rows["rows"]] == [member["id"]] and len(rows["order"]) == 60
    assert answer.json()["changes"]["loads"] is None


def test_a_load_that_all_stand_on_changes_all_of_them_and_nothing_else(owner, sixty):
    load = owner.good("GET", sixty)["loads"][0]
    answer = owner("PUT", f"{sixty}/loads/{load['id']}", {"version": 1, "spec": a_load(area=mm("6 kN/m2"))})
    changes = answer.json()["changes"]
    assert len(changes["members"]["rows"]) == 60 and changes["parts"] is None and changes["bars"] is None


def of(changes, numbers):
    """What changed, without what differs between a draft and an edit: numbers of versions, edits and new rows."""
    out = {k: v for k, v in changes.items() if k not in ("since", "stand", "last_edit")}
    for name, part in out.items():
        if isinstance(part, dict) and "rows" in part:
            rows = [
                {**{k: v for k, v in r.items() if k != "version"}, "id": numbers.get(r["id"], r["id"])}
                for r in part["rows"]
            ]
            out[name] = {"order": [numbers.get(n, n) for n in part["order"]], "rows": rows}
    return out


def drafts(view):
    """One change of every sort: made, changed, taken away, and a dimension that others follow."""
    member, plate = view["members"][0], next(p for p in view["parts"] if p["spec"]["mark"] == "F1")
    load = view["loads"][0]
    yield "loads", None, a_load(name="wind", area=mm("1 kN/m2"))
    yield "loads", load, {**load["spec"], "area": mm("7 kN/m2")}
    yield "members", member, {**member["spec"], "length": mm("3500"), "supports": [{"at": mm("0")}, {"at": mm("3500")}]}
    yield "members", None, a_member(load["id"], mark="R9")
    yield "structures", None, FRAME
    yield "parts", plate, {**plate["spec"], "qty": 9}
    yield "parts", plate, None
    yield "profiles", None, {"name": "doubled", "parts": [{"section_id": "SHS 80×80×5 hot"}]}
    yield "dimensions", view["dimensions"][0], {"name": "reach", "size": mm("3200")}


@pytest.fixture
def followed(owner, job):
    """The job with a member that follows a dimension."""
    base, member = job["base"], job["members"][0]
    owner.good("POST", f"{base}/dimensions", {"name": "reach", "size": mm("3000")})
    spec = {**member["spec"], "length": mm("reach"), "supports": [{"at": mm("0")}, {"at": mm("reach")}]}
    owner.good("PUT", f"{base}/members/{member['id']}", {"version": member["version"], "spec": spec})
    return {**owner.good("GET", base), "base": base}


def test_a_preview_is_what_the_edit_then_does_and_stores_nothing(owner, followed):
    base = followed["base"]
    for kind, row, spec in drafts(followed):
        row = row and next(r for r in followed[kind] if r["id"] == row["id"])  # undoing counts versions on
        rows = {"id": row["id"]} if row else {}
        before = (Edit.objects.count(), list(JobRecord.objects.values_list("pk", "version")))
        draft = owner.good("POST", f"{base}/preview", {"kind": kind, "spec": spec, **rows})
        assert before == (Edit.objects.count(), list(JobRecord.objects.values_list("pk", "version")))
        version = f"?version={row['version']}" if row else ""
        if spec is None:
            answer = owner("DELETE", f"{base}/{kind}/{row['id']}{version}")
        elif row:
            answer = owner("PUT", f"{base}/{kind}/{row['id']}", {"version": row["version"], "spec": spec})
        else:
            answer = owner("POST", f"{base}/{kind}", spec)
        assert answer.status_code == 200, (kind, answer.content[:300])
        done = answer.json().get("changes") or answer.json()
        numbers = {} if row else {0: answer.json()["id"]}
        assert of(draft["changes"], numbers) == of(done, {}), kind
        assert draft["ripple"] == done["last_edit"]["ripple"], kind
        owner.good("POST", f"{base}/undo")
        followed = owner.good("GET", base)


def test_a_preview_refuses_what_the_edit_would_refuse_in_its_words(owner, stranger, followed):
    base, member = followed["base"], followed["members"][0]
    wrong = [
        ("members", None, a_member(99_999_999, mark="R8")),
        ("members", None, a_member(followed["loads"][0]["id"])),  # its mark is taken
        ("members", None, a_member(followed["loads"][0]["id"], mark="R8", material_id="6061-T6")),
        ("structures", None, {**FRAME, "roles": {}}),
        ("dimensions", None, {"name": "width", "size": mm("reach / 0")}),
        ("loads", None, a_load(name="odd", area=mm("heavy"))),
    ]
    for kind, _, spec in wrong:
        answers = [
            owner("POST", f"{base}/preview", {"kind": kind, "spec": spec}),
            owner("POST", f"{base}/{kind}", spec),
        ]
        assert [a.status_code for a in answers] == [422, 422], (kind, spec)
        assert answers[0].json()["needs"] == answers[1].json()["needs"], kind
    assert owner("POST", f"{base}/preview", {"kind": "members", "id": 1, "spec": member["spec"]}).status_code == 404
    assert owner("POST", f"{base}/preview", {"kind": "notes", "spec": {}}).status_code == 422
    assert stranger("POST", f"{base}/preview", {"kind": "loads", "spec": a_load(name="x")}).status_code == 404


def test_a_preview_of_another_figure_is_verified_by_nobody_as_the_edit_would_be(owner, followed):
    """What an edit makes of a change (here: the name of who measured goes with the old figure) a draft makes too."""
    base, row = followed["base"], followed["dimensions"][0]
    verified = {**row["spec"], "verified_by": "owner"}
    owner.good("PUT", f"{base}/dimensions/{row['id']}", {"version": row["version"], "spec": verified})
    other = {**verified, "size": mm("3100")}
    draft = owner.good("POST", f"{base}/preview", {"kind": "dimensions", "id": row["id"], "spec": other})["changes"]
    assert draft["dimensions"]["rows"][0]["spec"]["verified_by"] == ""
    assert draft["figures"]["unverified"] == ["reach"]


def test_all_that_does_not_fit_is_said_with_its_place(owner, job):
    answer = owner("POST", f"{job['base']}/loads", {"case": "windy", "dynamic_factor": -2, "form": "area"})
    errors = answer.json()["errors"]
    assert answer.status_code == 422 and {e["path"] for e in errors} >= {"name", "case", "dynamic_factor"}
    assert errors[0]["sentence"] == answer.json()["sentence"] and all(e["sentence"].endswith(".") for e in errors)
    one = owner("POST", f"{job['base']}/loads", a_load(area=mm("heavy"))).json()
    assert one["errors"] == [{"path": one["field"], "sentence": one["sentence"]}]


def test_what_changes_without_an_edit_is_asked_without_the_rest(owner, job):
    view = owner.good("GET", job["base"])
    same = owner("GET", f"{job['base']}/changes?since={view['stand']}").json()
    assert same["since"] == same["stand"] == view["stand"] and same["members"] is None
    assert same["sheets"] == view["sheets"] and same["figures"] == view["figures"]
    owner.good("POST", f"{job['base']}/notes", {"kind": "note", "text": "a line"})
    later = owner("GET", f"{job['base']}/changes?since={view['stand']}").json()
    assert later["since"] == "" and later["stand"] != view["stand"] and later["sheets"] is None


def test_a_job_that_nobody_changed_is_sent_again_as_it_was(owner, job, monkeypatch):
    """The same bytes, packed or not, without working anything out; a nod for whoever holds them; never a stale one."""
    path = f"/api{job['base']}"
    first = owner.client.get(path)
    with monkeypatch.context() as patch:
        patch.setattr(opened, "job_view", lambda job: 1 / 0)
        again, packed = owner.client.get(path), owner.client.get(path, headers={"Accept-Encoding": "gzip"})
        nod = owner.client.get(path, headers={"If-None-Match": first["ETag"]})
    assert again.content == first.content == gzip.decompress(packed.content)
    assert nod.status_code == 304 and nod.content == b""
    row = Job.objects.get(pk=job["job"]["id"])
    changes = [
        lambda: owner.good("POST", f"{job['base']}/notes", {"kind": "note", "text": "a line"}),
        lambda: owner.good("POST", f"{job['base']}/undo"),
        lambda: owner.good("POST", "/stock", {"item": BAR}),
        lambda: Plan.objects.create(job=row, key="k", problem={}),
        lambda: Plan.objects.update(progress=0.5),
    ]
    for change in changes:
        before = owner.client.get(path)["ETag"]
        change()
        after = owner.client.get(path, headers={"If-None-Match": before})
        assert after.status_code == 200 and after["ETag"] != before


def test_a_job_whose_ripple_is_still_worked_out_is_not_kept(owner, job):
    Edit.objects.filter(job_id=job["job"]["id"]).update(ripple=None)
    opened._kept.clear()
    assert owner.good("GET", job["base"])["last_edit"]["ripple"] is None and not opened._kept
    Edit.objects.update(at=timezone.now() - timedelta(minutes=2))
    assert owner.good("GET", job["base"]) and opened._kept, "there will be none any more"


def forget():
    """As in a process that has just been started."""
    for kept in (thread._structure, thread._figures, thread._verdict, thread._bar_plan):
        kept.cache_clear()


@pytest.mark.django_db(transaction=True)
class TestBetweenProcesses:
    """Without a transaction around the test, as in the application."""

    def test_G5_what_took_long_is_not_worked_out_again_by_another_process(self, owner, monkeypatch):
        forget()
        base = f"/jobs/{owner.good('POST', '/jobs', {'name': 'Otter Holt', 'unit': 'mm'})['job']['id']}"
        monkeypatch.setattr(worked, "LONG_S", 0.0)
        owner.good("POST", f"{base}/structures", FRAME)
        view = owner.good("GET", base)
        assert Worked.objects.exists()
        forget()

        def again(text):
            raise AssertionError("worked out twice")

        monkeypatch.setattr(thread, "work_out", again)
        assert owner.good("GET", base) == view

    def test_all_processes_answer_with_the_same_view(self, owner, job):
        """Each has the times of its own search; they are nobody's business."""
        view = owner.good("GET", job["base"])
        assert view["bars"] and all(b["plan"]["trace"] == [] for b in view["bars"])
        forget()
        opened._kept.clear()
        assert owner.good("GET", job["base"]) == view

    def test_G5_a_structure_is_not_worked_out_under_the_lock(self, owner, monkeypatch):
        forget()
        base = f"/jobs/{owner.good('POST', '/jobs', {'name': 'Otter Holt', 'unit': 'mm'})['job']['id']}"
        under = []
        really = thread.work_out

        def seen(request):
            under.append(connection.in_atomic_block)
            return really(request)

        monkeypatch.setattr(thread, "work_out", seen)
        saved = owner.good("POST", f"{base}/structures", FRAME)
        other = {**FRAME, "starter": {**FRAME["starter"], "span": mm("3300")}}
        owner.good("PUT", f"{base}/structures/{saved['id']}", {"version": 1, "spec": other})
        assert under == [False, False]

    def test_what_another_process_kept_meanwhile_is_said_by_all(self, monkeypatch):
        class Found(worked.Model):
            value: float

        monkeypatch.setattr(worked, "LONG_S", -1.0)

        def slower(asked):
            worked.Kept(lambda _: Found(value=1.0), Found, most=9)(asked)  # the other one was faster
            return Found(value=2.0)

        assert worked.Kept(slower, Found, most=9)("{}").value == 1.0
        assert Worked.objects.count() == 1

    def test_what_an_edit_worked_out_is_what_all_say_once_it_is_through(self, monkeypatch):
        """A draft tried within a transaction left each process with a bar plan of its own."""

        class Found(worked.Model):
            value: float

        monkeypatch.setattr(worked, "LONG_S", -1.0)
        here, there = (worked.Kept(lambda _, v=v: Found(value=v), Found, most=9) for v in (1.0, 2.0))
        made = []
        of_it = worked.Kept(lambda asked: made.append(here(asked).value) or made[-1], most=9)
        with transaction.atomic():
            assert here("{}").value == here("{}").value == of_it("{}") == 1.0 and not Worked.objects.exists()
        assert there("{}").value == 2.0
        assert here("{}").value == of_it("{}") == 2.0 and made == [1.0, 2.0]
        assert of_it("{}") == 2.0 and made == [1.0, 2.0]

    def test_the_oldest_answers_go(self):
        asked = []
        kept = worked.Kept(lambda text: asked.append(text) or text, most=2)
        for text in "abcab":
            kept(text)
        assert asked == ["a", "b", "c", "a", "b"]
        kept("b")
        assert len(asked) == 5

    def test_what_cannot_be_read_back_as_it_is_is_not_kept(self, owner, monkeypatch):
        class Odd(worked.Model):
            value: float

        monkeypatch.setattr(worked, "LONG_S", -1.0)
        endless = worked.Kept(lambda _: Odd.model_construct(value=float("inf")), Odd, most=9)
        assert endless("{}").value == float("inf")
        assert not Worked.objects.exists()
        monkeypatch.setattr(worked, "MOST", 3)
        monkeypatch.setattr(worked, "AT_ONCE", 2)
        for k in range(5):
            worked.Kept(lambda text: Odd(value=float(text)), Odd, most=9)(json.dumps(k))
        assert Worked.objects.count() <= 3
        assert worked.Kept(lambda _: Odd(value=-1.0), Odd, most=9)("4").value == 4.0


def test_a_refusal_is_kept_as_it_was_raised():
    from yorvek.core.jobs.structures import Refusal

    error = InputError(field="span", got="0", needs="more than nothing", at=3)
    assert Refusal(field="span", got="0", needs="more than nothing", at=3).error().sentence == error.sentence


def test_a_part_that_is_drafted_needs_no_number_of_its_own(owner, job):
    """A new plate in a draft stands under the number nobody has, and its mass is in the figures."""
    draft = owner.good("POST", f"{job['base']}/preview", {"kind": "parts", "spec": a_plate(mark="F9", qty=10)})
    parts, ripple = draft["changes"]["parts"], draft["ripple"]
    assert parts["rows"][0]["id"] == 0 and parts["order"][-1] == 0
    mass = parts["rows"][0]["geometry"]["mass_kg"]
    assert ripple["after"]["mass_kg"] - ripple["before"]["mass_kg"] == pytest.approx(10 * mass, abs=2e-3)
