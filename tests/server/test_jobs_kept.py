"""A job is copied, put away, and taken up again; nothing of it is lost, and who did it is written down."""

from tests.server.conftest import a_load
from yorvek.server.jobs.models import Job
from yorvek.server.journal.models import Edit


def test_a_copy_has_what_the_job_has_under_another_name_and_is_a_job_of_its_own(owner, job):
    load = owner.good("POST", f"{job['base']}/loads", {**a_load(), "name": "crosswind"})["id"]
    made = owner.good("POST", f"{job['base']}/copy", {"name": "Heron Hide, the second"})
    assert made["job"]["spec"]["name"] == "Heron Hide, the second" and made["job"]["id"] != job["job"]["id"]
    assert [r["spec"]["name"] for r in made["loads"]] == ["crowd", "crosswind"]
    assert load not in [r["id"] for r in made["loads"]] and len(made["parts"]) == len(job["parts"])
    assert Edit.objects.latest("pk").title == f"Heron Hide, the second, a copy of {job['job']['spec']['name']}"
    owner.good("DELETE", f"{job['base']}/loads/{load}?version=1")
    assert len(owner.good("GET", f"/jobs/{made['job']['id']}")["loads"]) == 2
    assert owner("POST", f"{job['base']}/copy", {"name": ""}).status_code == 422


def test_a_job_that_is_put_away_is_listed_and_comes_back_as_it_was(owner, job):
    before = owner.good("GET", job["base"])
    owner.good("DELETE", job["base"])
    assert owner("GET", job["base"]).status_code == 404
    assert job["job"]["id"] not in [j["id"] for j in owner.good("GET", "/jobs")]
    (line,) = owner.good("GET", "/jobs/away")
    assert line["id"] == job["job"]["id"] and line["name"] == job["job"]["spec"]["name"]
    after = owner.good("POST", f"{job['base']}/back")
    assert after["loads"] == before["loads"] and owner.good("GET", "/jobs/away") == []
    last = Edit.objects.latest("pk")
    assert "taken up again" in last.title and not Job.objects.get(pk=line["id"]).archived
    assert owner("POST", f"{job['base']}/back").status_code == 404, "it is not away any more"
