"""Jigs: cut and bought with the rest, and no weight of what is built."""

import io

import pypdf
import pytest
from pydantic import ValidationError

from tests.core.jobs import worked
from tests.core.test_audit import GALVANISED, STOCK, audited, bracket, marked, plate, twin, vented
from tests.core.test_features import hole
from tests.core.test_jobs import plain_job
from yorvek.core.files.labels import labels_pdf
from yorvek.core.parts.jig import Jig

SPACER = Jig(kind="spacer", uses=12, kept="plate rack")


def job(*parts):
    return worked(plain_job(parts=dict(enumerate(parts, 1)), stock=STOCK, members={}, loads={}))


def test_it_is_cut_and_bought_and_weighs_nothing_of_what_is_built():
    part, jig = plate(), marked(plate(width=120, height=60), "J1", jig=SPACER, qty=2)
    alone, both = job(part), job(part, jig)
    assert both.mass_kg == pytest.approx(alone.mass_kg)
    assert sum(m.mass_kg for m in both.modules) == pytest.approx(both.mass_kg)
    assert both.pieces == alone.pieces + 2
    assert sum(p.qty for s in both.sheets for p in s.problem.parts) == 3
    assert both.sheets[0].mass_kg > alone.sheets[0].mass_kg


def test_it_says_what_it_is_on_label_and_list():
    part = marked(plate(), "J1", name="between the rails", jig=SPACER)
    assert part.named() == "spacer: between the rails" and marked(plate(), "J1", jig=SPACER).named() == "spacer"
    state = plain_job(parts={1: part}, stock=STOCK, members={}, loads={})
    pages = pypdf.PdfReader(io.BytesIO(labels_pdf(state.job, worked(state), "mm"))).pages
    words = "".join(p.extract_text() for p in pages)
    assert "spacer: between" in words and "keep: plate rack" in words


def test_a_drill_template_is_no_second_mark_and_no_half_of_a_pair():
    first = marked(plate(hole(x=60, y=60)), "F8", material_id="S355")
    template = marked(twin("J1", mirrored=False), "J1", jig=Jig(kind="drill template", uses=4))
    assert job(first, template).audit == []
    assert [f.rule for f in job(first, marked(template, "F9", jig=None)).audit] == ["alike"]
    handed = marked(bracket(), "F8")
    assert job(handed, marked(twin("J1"), "J1", jig=SPACER, qty=3)).audit == []


def test_a_jig_before_two_of_one_piece_hides_nothing():
    jig, one, two = marked(plate(), "J1", jig=SPACER), marked(plate(), "F8"), marked(plate(), "F9")
    assert [(f.mark, f.words) for f in job(jig, one, two).audit] == [("F9", "it is the same piece as F8")]


def test_a_jig_needs_no_vent():
    assert audited(marked(vented(), "J1", jig=SPACER), **GALVANISED).to_decide() == []


@pytest.mark.parametrize("change", [{"kind": "thing"}, {"uses": 0}, {"kept": "x" * 61}, {"minutes": -1}])
def test_nonsense_is_refused(change):
    with pytest.raises(ValidationError):
        Jig.model_validate({"kind": "stop", **change})
