"""C5: a structure that does not stand is kept with its trouble; what is no structure is refused as before."""

from tests.server.conftest import mm


def frame(held):
    place = {"x": mm("0"), "y": mm("0"), "z": mm("0")}
    nodes = [{"name": "a", **place}, {"name": "b", **place, "x": mm("2000")}]
    own = {"nodes": nodes, "bars": [{"name": "ab", "i": "a", "j": "b", "role": "bar"}], "held": held}
    roles = {"bar": {"section_id": "SHS 80×80×5 hot", "material_id": "S355"}}
    return {"mark": "K1", "starter": {"kind": "own", "own": own}, "roles": roles}


def test_C5_a_mechanism_is_kept_with_its_trouble_and_mended_later(owner, job):
    saved = owner.good("POST", f"{job['base']}/structures", frame({"a": "pinned"}))
    view = owner.good("GET", job["base"])
    (row,) = [s for s in view["structures"] if s["id"] == saved["id"]]
    assert row["verdict"] is None and "can" in row["trouble"] and "without resistance" in row["trouble"]
    assert view["figures"]["strength"]["value"] is None and view["figures"]["strength"]["word"] == "not checked"
    other = owner.good("PUT", f"{job['base']}/structures/{saved['id']}", {"version": 1, "spec": frame({"a": "fixed"})})
    (row,) = [s for s in owner.good("GET", job["base"])["structures"] if s["id"] == other["id"]]
    assert row["trouble"] is None and row["verdict"]["strength"]["value"]


def test_what_is_no_structure_is_still_refused(owner, job):
    none = frame({"a": "pinned"})
    none["starter"]["own"]["bars"][0]["j"] = "nowhere"
    assert owner("POST", f"{job['base']}/structures", none).status_code == 422
    unsold = frame({"a": "fixed"})
    unsold["roles"]["bar"]["material_id"] = "6082-T6"
    assert owner("POST", f"{job['base']}/structures", unsold).status_code == 422


def test_a_mechanism_in_a_draft_says_so_and_may_be_saved(owner, job):
    draft = owner("POST", f"{job['base']}/preview", {"kind": "structures", "spec": frame({"a": "pinned"})})
    assert draft.status_code == 200
    (row,) = draft.json()["changes"]["structures"]["rows"]
    assert "without resistance" in row["trouble"]
