"""Bent plates and saddled bars through the API: made, refused with their place, and given out in true size."""

import io

import pypdf
import pytest

from tests.server.conftest import mm


def bent(*features, **more):
    bends = [{"turn": mm("90"), "leg": mm("80")}, {"turn": mm("-90"), "leg": mm("60")}]
    shape = {"family": "bent", "width": mm("120"), "thickness": mm("5"), "first_leg": mm("60"), "bends": bends}
    return {"mark": "B9", "material_id": "S355", "shape": {**shape, **more}, "features": list(features)}


SADDLED = {
    "mark": "P9", "material_id": "S355",
    "shape": {
        "family": "bar", "section_id": "CHS 48.3×3.2", "length": mm("900"), "right_end": mm("30"),
        "left_shape": {"kind": "saddle", "size": mm("60.3"), "offset": mm("4")},
    },
}  # fmt: skip
HOLE = {"kind": "hole", "size": mm("14"), "x": mm("30"), "y": mm("60"), "leg": 2}


def made(owner, job, spec):
    view = owner.good("POST", f"{job['base']}/parts", spec)["view"]
    return next(p for p in view["parts"] if p["spec"]["mark"] == spec["mark"])


def printed(owner, job, part, **asked):
    query = "&".join(f"{k}={v}" for k, v in asked.items())
    return owner("GET", f"{job['base']}/export/parts/{part['id']}/true-size.pdf?{query}")


def test_a_bent_plate_is_given_out_with_its_bend_lines(owner, job):
    part = made(owner, job, bent(HOLE))
    g = part["geometry"]
    assert [b["words"] for b in g["bends"]] == ["90° up, R7.5", "90° down, R7.5"] and g["prints"] == ["part"]
    assert g["views"][0]["words"] == "bent, from its end"
    drawing = owner("GET", f"{job['base']}/export/parts/{part['id']}.dxf").content.decode()
    assert drawing.count("BEND") >= 5 and "90° up, R7.5" in drawing
    picture = owner("GET", f"{job['base']}/export/parts/{part['id']}.svg").content.decode()
    assert picture.count("<path") == 1 and "<line" not in picture, "a table may cut whatever an SVG has"
    answer = printed(owner, job, part, of="part", paper="A3")
    assert answer["Content-Type"] == "application/pdf" and "B9 part true size A3.pdf" in answer["Content-Disposition"]
    words = pypdf.PdfReader(io.BytesIO(answer.content)).pages[0].extract_text()
    assert "B9" in words and "90° up" in words and "100 mm" in words


@pytest.mark.parametrize(
    ("spec", "field"),
    [
        (bent({**HOLE, "leg": 4}), "features.0.leg"),
        (bent({**HOLE, "x": mm("5")}), "features.0.x"),
        (bent(first_leg=mm("4")), "shape.first_leg"),
        (bent(bends=[]), "shape.bends"),
        (bent(bends=[{"turn": mm("200"), "leg": mm("80")}]), "shape.bends.0.turn"),
        (bent(k_factor=0.9), "shape.k_factor"),
        (bent(bends=[{"turn": mm("abc"), "leg": mm("80")}]), "shape.bends.0.turn"),
    ],
)
def test_what_cannot_be_bent_is_refused_where_it_stands(owner, job, spec, field):
    answer = owner("POST", f"{job['base']}/parts", spec)
    assert answer.status_code == 422
    assert answer.json()["field"] == field
    assert all(p["spec"]["mark"] != "B9" for p in owner.good("GET", job["base"])["parts"])


def test_the_papers_of_a_bars_ends(owner, job):
    part = made(owner, job, SADDLED)
    assert part["geometry"]["prints"] == ["left-end", "right-end"]
    base = f"{job['base']}/export/parts/{part['id']}"
    for side in ("left", "right"):
        picture = owner("GET", f"{base}/{side}-end.svg").content.decode()
        assert "<title>front</title>" in picture
        assert owner("GET", f"{base}/{side}-end.dxf").content.decode().count("\nMARK\n") > 4
        assert printed(owner, job, part, of=f"{side}-end").status_code == 200
    assert owner("GET", f"{base}/middle-end.svg").status_code == 404
    answer = printed(owner, job, part, of="part")
    assert answer.status_code == 422 and answer.json()["field"] == "of"
    assert printed(owner, job, part, of="left-end", paper="A9").status_code == 422


def test_a_template_waits_for_figures_that_nobody_stands_for(owner, job):
    part = made(owner, job, bent())
    size = {"name": "reach", "size": mm("3000"), "verified_by": "owner"}
    number = owner.good("POST", f"{job['base']}/dimensions", size)["id"]
    body = {"version": 1, "spec": {**size, "size": mm("3100")}}
    owner.good("PUT", f"{job['base']}/dimensions/{number}", body)
    answer = printed(owner, job, part, of="part")
    assert answer.status_code == 422 and "reach" in answer.json()["sentence"]


def test_strangers_get_no_template(owner, job, stranger):
    part = made(owner, job, bent())
    assert printed(stranger, job, part, of="part").status_code in (403, 404)
