"""Structures through the API: made, rippling, mended by an offer, made into parts, undone, and closed to others."""

import pytest

from tests.server.conftest import mm

TUBE = {"section_id": "SHS 80×80×5 hot", "material_id": "S355"}


def structure(load, **more):
    return {
        "mark": "T1",
        "name": "lookout arm",
        "qty": 2,
        "starter": {"kind": "side arm", "reach": mm("800"), "side": mm("500")},
        "roles": {"arm": TUBE, "side arm": TUBE},
        "loads": [{"load_id": load, "spot": "tip"}],
        **more,
    }


@pytest.fixture
def made(owner, job):
    load = owner.good("POST", f"{job['base']}/loads", {"name": "scope", "form": "force", "force": mm("2500 N")})["id"]
    saved = owner.good("POST", f"{job['base']}/structures", structure(load))
    return {"base": job["base"], "load": load, "id": saved["id"], "view": saved["view"]}


def row(view, number):
    return next(x for x in view["structures"] if x["id"] == number)


def test_a_load_ripples_into_the_structure(owner, made):
    before = row(made["view"], made["id"])["verdict"]["strength"]["value"]
    changed = {"name": "scope", "form": "force", "force": mm("5000 N")}
    view = owner.good("PUT", f"{made['base']}/loads/{made['load']}", {"version": 1, "spec": changed})["view"]
    after = row(view, made["id"])["verdict"]["strength"]["value"]
    assert after < before and view["figures"]["strength"]["value"] <= after
    assert view["last_edit"]["ripple"]["after"]["breaks"] == view["figures"]["strength"]["value"]


def test_a_starters_loads_stand_where_they_stood_once_its_model_is_changed_by_hand(owner, made):
    """None is lost without a word: the reserve would be that of a structure that carries less."""
    spec = {
        **structure(made["load"]),
        "loads": [{"load_id": made["load"], "spot": s} for s in ("tip", "side arm", "nowhere")],
    }
    found = owner.good("POST", f"{made['base']}/starters/own", spec)
    assert [(x["spot"], x["bars"]) for x in found["loads"]] == [("at tip", []), ("", ["side arm"]), ("nowhere", [])]


def test_a_named_dimension_moves_it_and_undo_brings_it_back(owner, made):
    owner.good("POST", f"{made['base']}/dimensions", {"name": "reach", "size": mm("800"), "origin": "measured"})
    spec = structure(made["load"], starter={"kind": "side arm", "reach": mm("reach"), "side": mm("500")})
    view = owner.good("PUT", f"{made['base']}/structures/{made['id']}", {"version": 1, "spec": spec})["view"]
    stiff = row(view, made["id"])["verdict"]["stiffness"]["value"]
    number = next(d["id"] for d in view["dimensions"] if d["spec"]["name"] == "reach")
    longer = {"name": "reach", "size": mm("1600"), "origin": "measured"}
    view = owner.good("PUT", f"{made['base']}/dimensions/{number}", {"version": 1, "spec": longer})["view"]
    assert row(view, made["id"])["spec"]["starter"]["sizes"]["reach"]["value"] == 1600
    assert row(view, made["id"])["verdict"]["stiffness"]["value"] < stiff
    view = owner.good("POST", f"{made['base']}/undo")
    assert row(view, made["id"])["verdict"]["stiffness"]["value"] == pytest.approx(stiff)


def test_an_offer_is_taken_with_a_reason(owner, made):
    weak = {"arm": TUBE, "side arm": {"section_id": "SHS 40×40×4 hot", "material_id": "S355"}}
    spec = structure(made["load"], roles=weak)
    view = owner.good("PUT", f"{made['base']}/structures/{made['id']}", {"version": 1, "spec": spec})["view"]
    least = min(row(view, made["id"])["verdict"][k]["value"] for k in ("strength", "stiffness"))
    offers = owner.good("GET", f"{made['base']}/structures/{made['id']}/upgrades")
    assert offers and all(u["after"] > least for u in offers)
    best = offers[0]
    taken = {k: best[k] for k in ("words", "role", "section_id", "weld_leg_mm", "joint_at", "joint")}
    view = owner.good(
        "POST", f"{made['base']}/structures/{made['id']}/take", {"version": 2, "reason": "it was in the rack", **taken}
    )
    assert min(row(view, made["id"])["verdict"][k]["value"] for k in ("strength", "stiffness")) == pytest.approx(
        best["after"]
    )
    assert any("it was in the rack" in n["spec"]["text"] for n in view["notes"])
    stale = owner("POST", f"{made['base']}/structures/{made['id']}/take", {"version": 2, **taken})
    assert stale.status_code == 409


def test_it_is_rated_for_a_load_and_a_stranger_is_not_told(owner, stranger, made):
    asked = f"{made['base']}/structures/{made['id']}/rating?load_id={made['load']}"
    found = owner.good("GET", asked)
    verdict = row(made["view"], made["id"])["verdict"]
    least = min(verdict["strength"]["value"], verdict["stiffness"]["value"])
    assert found["rated"] == pytest.approx(found["greatest"] / 1.25)
    assert (found["factor"] > 1) == (least > 1) and found["link"]
    refused = owner("GET", f"{asked}&derating=0.5")
    assert refused.status_code == 422 and "between 1 and 10" in refused.json()["sentence"]
    assert owner("GET", f"{made['base']}/structures/{made['id']}/rating?load_id=999999").status_code == 422
    assert stranger("GET", asked).status_code == 404


def test_it_is_drawn_in_space_with_its_walls_and_not_for_a_stranger(owner, stranger, made):
    asked = f"{made['base']}/structures/{made['id']}/picture"
    drawn = owner.good("GET", asked)
    verdict = row(made["view"], made["id"])["verdict"]
    (there,) = drawn["positions"]
    assert [b["name"] for b in there["bars"]] == [b["name"] for b in verdict["bars"]]
    assert there["nodes"] == verdict["nodes"]
    assert all(len(s["parts"][0]) == 2 for s in drawn["sections"].values()), "tubes: an outer ring and an opening"
    assert stranger("GET", asked).status_code == 404
    assert owner("GET", f"{made['base']}/structures/999999/picture").status_code == 404


def test_its_bars_become_parts_that_are_cut(owner, made):
    view = owner.good("POST", f"{made['base']}/structures/{made['id']}/parts", {"version": 1})
    bars = {p["spec"]["name"]: p for p in view["parts"] if p["spec"]["mark"].startswith("T1")}
    assert {n: (p["geometry"]["length_mm"], p["spec"]["qty"]) for n, p in bars.items()} == {
        "arm": (800, 2),
        "side arm": (500, 2),
    }
    assert any(b["group"]["section_id"] == TUBE["section_id"] for b in view["bars"])
    view = owner.good("POST", f"{made['base']}/undo")
    assert not any(p["spec"]["mark"].startswith("T1") for p in view["parts"])


def test_what_a_starter_is_made_of_is_told_before_its_dimensions_are_known(owner, made):
    blank = structure(made["load"], starter={"kind": "deck", "length": mm(""), "width": mm("")}, roles={}, loads=[])
    found = owner.good("POST", f"{made['base']}/starters", blank)
    assert set(found["roles"]) == {"rail", "cross member"} and found["loads_per_area"] == ["deck"]


@pytest.mark.parametrize(
    ("change", "words"),
    [
        ({"starter": {"kind": "side arm", "reach": mm("-1"), "side": mm("500")}}, "reach"),
        ({"starter": {"kind": "spiral", "reach": mm("800")}}, "starter"),
        ({"roles": {"arm": TUBE}}, "side arm"),
        ({"roles": {"arm": TUBE, "side arm": {**TUBE, "material_id": "6082-T6"}}}, "sold in"),
        ({"loads": [{"load_id": 99999, "spot": "tip"}]}, "no longer in the brief"),
        ({"qty": 0}, "qty"),
        ({"weld_leg": mm("0")}, "weld_leg"),
    ],
)
def test_a_structure_that_cannot_be_changes_nothing(owner, made, change, words):
    refused = owner(
        "PUT", f"{made['base']}/structures/{made['id']}", {"version": 1, "spec": structure(made["load"], **change)}
    )
    assert refused.status_code == 422 and words in refused.json()["sentence"]
    view = owner.good("GET", made["base"])
    assert row(view, made["id"])["version"] == 1


def test_a_load_under_a_structure_stays(owner, made):
    refused = owner("DELETE", f"{made['base']}/loads/{made['load']}?version=1")
    assert refused.status_code == 422 and "T1" in refused.json()["sentence"]


@pytest.mark.parametrize("path", ["upgrades", "take", "parts"])
def test_another_shops_structure_is_not_there(stranger, made, path):
    method = "GET" if path == "upgrades" else "POST"
    body = None if path == "upgrades" else {"version": 1, "words": "x"} if path == "take" else {"version": 1}
    assert stranger(method, f"{made['base']}/structures/{made['id']}/{path}", body).status_code == 404


def test_every_starter_is_drawn_small(owner):
    for kind in owner.good("GET", "/starters"):
        sketch = kind["sketch"]
        assert sketch["bars"] and sketch["held"], kind["kind"]
        ends = {n for bar in sketch["bars"] for n in bar}
        assert ends <= set(sketch["nodes"]) and set(sketch["held"]) <= set(sketch["nodes"])
        assert len({tuple(p) for p in sketch["nodes"].values()}) == len(sketch["nodes"]), "no two at one place"
