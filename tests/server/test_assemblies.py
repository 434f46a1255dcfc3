"""Assemblies through the API: entered, seen before they are stored, set out, on paper, kept, undone, and refused."""

import io

import ezdxf
import pypdf

from tests.server.conftest import mm
from tests.server.test_structures import structure


def part(owner, job, mark, shape, **more):
    spec = {"mark": mark, "qty": 4, "material_id": "S355", "shape": shape, **more}
    return owner.good("POST", f"{job['base']}/parts", spec)["id"]


def plate(owner, job, mark="F7"):
    sizes = {"width": mm("250"), "height": mm("250"), "thickness": mm("12")}
    return part(owner, job, mark, {"family": "rectangle", **sizes})


def post(owner, job, mark="P7"):
    return part(owner, job, mark, {"family": "bar", "section_id": "SHS 50×50×4 hot", "length": mm("900")})


def stands(foot, bar, along="0", **more):
    rows = [
        {"name": "foot", "part_id": foot, "stands": {"by": "place"}},
        {"name": "post", "part_id": bar, "step": 2,
         "stands": {"by": "side", "onto": "foot", "onto_side": "front", "side": "left", "along": mm(along)}},
    ]  # fmt: skip
    welds = [{"part_id": bar, "onto_id": foot, "leg": mm("5"), "all_round": True}]
    return {"mark": "D7", "name": "post on its foot", "qty": 4, "placed": rows, "welds": welds, **more}


def made(owner, job, **more):
    foot, bar = plate(owner, job), post(owner, job)
    return foot, bar, owner.good("POST", f"{job['base']}/assemblies", stands(foot, bar, **more))["id"]


def shown(owner, job):
    return next(a for a in owner.good("GET", job["base"])["assemblies"] if a["spec"]["mark"] == "D7")


def found(owner, job):
    audit = owner.good("GET", job["base"])["figures"]["audit"]
    return [f["words"] for f in audit if f["rule"] == "assemblies" and f["mark"] in ("D7", "F7", "P7")]


def test_it_is_kept_follows_its_parts_and_goes_back(owner, job):
    foot, _, number = made(owner, job)
    one = shown(owner, job)
    assert one["result"]["size_mm"] == [250, 250, 912] and one["result"]["flaws"] == [] == found(owner, job)
    assert one["result"]["welds"][0]["places"] == 1 and one["result"]["standard"] == "ISO 2553"
    row = next(p for p in owner.good("GET", job["base"])["parts"] if p["id"] == foot)
    thicker = {**row["spec"], "qty": 3, "shape": {**row["spec"]["shape"], "thickness": mm("20")}}
    answer = owner.good("PUT", f"{job['base']}/parts/{foot}", {"version": 1, "spec": thicker})
    changed = answer["changes"]["assemblies"]["rows"]
    assert [a["result"]["size_mm"] for a in changed if a["id"] == number] == [[250, 250, 920]]
    assert found(owner, job) == ["4 stand in D7, and 3 are cut"]
    owner.good("POST", f"{job['base']}/undo")
    assert shown(owner, job)["result"]["size_mm"] == [250, 250, 912] and found(owner, job) == []


def test_what_does_not_go_together_is_kept_and_found(owner, job):
    foot, bar, number = made(owner, job)
    off = stands(foot, bar)
    off["placed"][1]["stands"]["gap"] = mm("20")
    owner.good("PUT", f"{job['base']}/assemblies/{number}", {"version": 1, "spec": off})
    assert found(owner, job) == ["P7 is welded to F7, and none of it touches one"]
    finding = next(f for f in owner.good("GET", job["base"])["figures"]["audit"] if f["mark"] == "D7")
    assert finding["asked"] == f"assemblies.{number}.welds.0" and finding["part"] == 0 and finding["open"]


def test_it_is_seen_before_it_is_stored(owner, job, stranger):
    foot, bar = plate(owner, job), post(owner, job)
    ask = {"spec": stands(foot, bar, along="10 + 15"), "view": "front"}
    view = owner.good("POST", f"{job['base']}/assembly-view", ask)
    layers = {line["layer"] for line in view["lines"]}
    assert layers == {"BODY", "MARK", "WELD"} and {t["words"] for t in view["texts"]} >= {"F7", "P7", "z5"}
    first = owner.good("POST", f"{job['base']}/assembly-view", {**ask, "step": 1})
    assert not any(t["words"] == "P7" for t in first["texts"]) and "after step 1" in first["words"]
    assert not any(a["spec"]["mark"] == "D7" for a in owner.good("GET", job["base"])["assemblies"])
    preview = owner.good("POST", f"{job['base']}/preview", {"kind": "assemblies", "spec": ask["spec"]})
    (row,) = [a for a in preview["changes"]["assemblies"]["rows"] if a["id"] == 0]
    assert row["result"]["welds"][0]["places"] == 1
    bad = owner("POST", f"{job['base']}/assembly-view", {**ask, "spec": stands(foot, bar, along="12 furlongs")})
    assert bad.status_code == 422 and "furlongs" in bad.json()["sentence"]
    assert stranger("POST", f"{job['base']}/assembly-view", ask).status_code == 404


def test_its_sheets_go_out_as_pdf_and_its_views_as_dxf(owner, job, stranger):
    _, _, number = made(owner, job)
    base = f"{job['base']}/export/assemblies/{number}"
    answer = owner("GET", f"{base}.pdf?unit=in")
    text = "".join(p.extract_text() for p in pypdf.PdfReader(io.BytesIO(answer.content)).pages).replace("\n", " ")
    assert answer["Content-Type"] == "application/pdf" and "D7" in answer["Content-Disposition"]
    for words in ("post on its foot", "all round", "from above", "1. foot (F7): corner at", "lb"):
        assert words in text
    document = ezdxf.read(io.StringIO(owner("GET", f"{base}.dxf").content.decode()))
    assert {e.dxf.layer for e in document.modelspace()} == {"BODY", "MARK", "WELD"}
    assert owner("GET", f"{base}.svg").status_code == 404
    assert stranger("GET", f"{base}.pdf").status_code == 404


def test_what_it_stands_on_is_not_taken_away_from_under_it(owner, job):
    foot, _, number = made(owner, job)
    refused = owner("DELETE", f"{job['base']}/parts/{foot}?version=1")
    assert refused.status_code == 422 and "D7" in refused.json()["sentence"]
    double = owner("POST", f"{job['base']}/assemblies", stands(foot, foot))
    assert double.status_code == 422 and "D7" in double.json()["sentence"]
    gone = owner("POST", f"{job['base']}/assemblies", {**stands(foot, 10**6), "mark": "D8"})
    assert gone.status_code == 422
    owner.good("DELETE", f"{job['base']}/assemblies/{number}?version=1")
    owner.good("DELETE", f"{job['base']}/parts/{foot}?version=1")


def test_the_bars_of_a_structure_are_set_out(owner, job, stranger):
    load = owner.good("POST", f"{job['base']}/loads", {"name": "scope", "form": "force", "force": mm("2500 N")})["id"]
    number = owner.good("POST", f"{job['base']}/structures", structure(load))["id"]
    address = f"{job['base']}/structures/{number}"
    before = owner.good("GET", f"{address}/set-out")
    assert before["placed"] == [] and "no part of" in before["left"][0]
    owner.good("POST", f"{address}/parts", {"version": 1})
    found = owner.good("GET", f"{address}/set-out")
    assert found["left"] == [] and {p["stands"]["by"] for p in found["placed"]} == {"bar"}
    spec = {"mark": "D7", "structure_id": number, "placed": found["placed"]}
    owner.good("POST", f"{job['base']}/assemblies", spec)
    rows = shown(owner, job)["result"]["rows"]
    assert sum(r["placed"] for r in rows) == len(found["placed"]) == sum(r["count"] for r in rows) > 1
    assert stranger("GET", f"{address}/set-out").status_code == 404
    assert owner("GET", f"{job['base']}/structures/999999/set-out").status_code == 404
