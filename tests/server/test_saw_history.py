"""At the saw: what was cut stays what it was, metal keeps its history, and what is bought for a job is kept for it."""

import pytest

from tests.server.conftest import mm
from tests.server.test_saw import KEY, bar_part, of, received, ticked, wanted

pytestmark = pytest.mark.django_db


@pytest.fixture
def job(owner):
    base = f"/jobs/{owner.good('POST', '/jobs', {'name': 'Reed Weir', 'unit': 'mm'})['job']['id']}"
    owner.good("POST", f"{base}/parts", bar_part("A", "900", 5))
    return base


def part_of(view, mark):
    return next(p for p in view["parts"] if p["spec"]["mark"] == mark)


def changed(owner, job, was, **more):
    """The job once a part is another one."""
    row = part_of(owner.good("GET", job), was)
    spec = row["spec"]
    shape = {**spec["shape"], **more.pop("shape", {})}
    body = {"version": row["version"], "spec": {**spec, **more, "shape": shape}}
    owner.good("PUT", f"{job}/parts/{row['id']}", body)
    return owner.good("GET", job)


def said(owner, job):
    return [f["sentence"] for f in owner.good("GET", f"{job}/findings") if f["kind"] == "cut before"]


def all_cut(owner, job):
    """Five of 900 off one bar of 6000."""
    _, view = received(owner, job)
    _, after = ticked(owner, job, view)
    assert of(after) is None and len(after["cuts"][0]["spec"]["pieces"]) == 5
    return after


def test_another_mark_asks_for_nothing_anew(owner, job):
    """Finding D13: with a new mark all five were wanted again."""
    all_cut(owner, job)
    assert of(changed(owner, job, "A", mark="B9")) is None and said(owner, job) == []


def test_pieces_cut_shorter_than_they_are_wanted_now_do_not_count(owner, job):
    """Finding D13: changed to 950 after cutting, five of 900 counted, and nobody said so."""
    all_cut(owner, job)
    after = changed(owner, job, "A", shape={"length": mm("950")})
    assert wanted(after) == {"A": 5}
    (words,) = said(owner, job)
    assert "5 × 900 mm" in words and "wanted anew" in words and words == after["figures"]["cut_before"][0] + "."


def test_pieces_cut_longer_are_made_shorter(owner, job):
    all_cut(owner, job)
    after = changed(owner, job, "A", qty=6, shape={"length": mm("850")})
    assert wanted(after) == {"A": 1}
    (words,) = said(owner, job)
    assert "5 × 900 mm" in words and "make them shorter" in words


def test_more_than_is_wanted_is_said(owner, job):
    all_cut(owner, job)
    after = changed(owner, job, "A", qty=3)
    assert of(after) is None and "5 are cut and 3 wanted" in after["figures"]["cut_before"][0]


def test_a_miscut_keeps_the_heat_and_the_zinc_of_its_bar(owner, job):
    """Finding D14."""
    item = {
        "form": "bar", "section_id": "SHS 60×60×4 hot", "material_id": "S355", "length": mm("6000"), "qty": 1,
        "galvanised": True, "heat": "Q-411", "supplier": "Reedmouth", "price": {"text": "60"}, "location": "rack 1",
    }  # fmt: skip
    owner.good("POST", "/stock", {"item": item})
    _, after = ticked(owner, job, owner.good("GET", job))
    (cut,) = after["cuts"]
    owner.good("POST", f"{job}/cuts/{cut['id']}/miscut", {"piece": 0, "came_out": mm("600"), "location": "rack 7"})
    stock = [r["spec"]["item"] for r in owner.good("GET", "/stock")]
    (back,) = [s for s in stock if s["length"]["value"] == 600]
    assert back["galvanised"] and back["heat"] == "Q-411" and back["location"] == "rack 7"
    assert back["price"]["value"] == pytest.approx(6) and "miscut A" in back["note"] and back["drop"]
    drop = next(s for s in stock if s["drop"] and s is not back)
    assert drop["galvanised"] and drop["heat"] == "Q-411" and drop["reserved_for"] is None


def test_what_is_received_for_a_job_is_kept_for_it(owner, job):
    """Finding D17: another job could cut it."""
    received(owner, job)
    (line,) = [r["spec"]["item"] for r in owner.good("GET", "/stock")]
    assert line["reserved_for"] == int(job.split("/")[2])
    other = f"/jobs/{owner.good('POST', '/jobs', {'name': 'Otter Holt', 'unit': 'mm'})['job']['id']}"
    owner.good("POST", f"{other}/parts", bar_part("A", "900", 5))
    assert not any(x["on_hand"] for x in of(owner.good("GET", other))["group"]["lines"])


def test_a_bar_with_a_piece_held_back_is_cut_but_for_it(owner, job):
    """Finding D7: the bar could not be ticked off at all. Three of 1000 and one of at most 1500 from 6000: the three
    are cut, and what is left, 6000 - 10 - 3 x 1002.5, waits for the fourth, kept for the job.
    """
    row = part_of(owner.good("GET", job), "A")
    owner.good("DELETE", f"{job}/parts/{row['id']}?version={row['version']}")
    owner.good("POST", f"{job}/parts", bar_part("B", "1000", 3))
    held = bar_part("H", "1400", 1)
    owner.good("POST", f"{job}/parts", {**held, "shape": {**held["shape"], "held_to": mm("1500")}})
    _, view = received(owner, job)
    lying = of(view)["laid"][0]
    assert [(p["part"], p["length_mm"], p["held"]) for p in lying] == [("B", 1000, False)] * 3 + [("H", 1500, True)]
    _, after = ticked(owner, job, view)
    (cut,) = after["cuts"]
    assert [p["part"] for p in cut["spec"]["pieces"]] == ["B"] * 3
    rest = next(r["spec"]["item"] for r in owner.good("GET", "/stock") if r["spec"]["item"]["drop"])
    assert rest["length"]["value"] == pytest.approx(6000 - 10 - 3 * 1002.5, abs=0.1)
    assert rest["reserved_for"] == int(job.split("/")[2]) and "rest for H" in rest["note"]
    assert wanted(after) == {"H": 1} and of(after)["plan"]["bars"][0]["drop"] > 0
    assert after["figures"]["bars_to_buy"] == 0
    bar = of(after)["plan"]["bars"][0]
    answer = owner("POST", f"{job}/cuts", {"key": KEY, "stock": bar["stock"], "cuts": {"H": 1}})
    assert answer.status_code == 422 and "held back" in answer.json()["sentence"]
