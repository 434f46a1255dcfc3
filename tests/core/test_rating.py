"""The rated load of a structure: against closed forms, and what any search for it must hold to."""

from functools import partial

import pytest

from tests.core import typed
from tests.core.typed import TUBE, beam, load, structure
from yorvek.core.errors import InputError
from yorvek.core.frames import FrameRequest, check_frame, rated_load
from yorvek.core.sections import section

HUNG = {"bars": ["b0"], "direction": "down", "moves": True}
SPAN = partial(beam, 4000)


@pytest.fixture
def asked(monkeypatch):
    """The request that a structure as typed becomes."""

    def of(*loads, make=SPAN, **more) -> FrameRequest:
        seen = []
        with monkeypatch.context() as m:
            m.setattr(typed, "check_frame", lambda request: seen.append(request) or check_frame(request))
            make(list(loads), job={"method": {"kind": "asd"}}, **more)
        return seen[0]

    return of


def test_where_movement_governs_it_is_the_load_of_the_limit(asked):
    """P L3 / 48 E I + 5 w L4 / 384 E I = L / 240, any handbook."""
    s = section(TUBE)
    w, EI, L = s.mass_kg_per_m() * 9.80665 / 1000, 210_000 * s.Ix_mm4, 4000.0
    P = (L / 240 - 5 * w * L**4 / 384 / EI) * 48 * EI / L**3
    found = rated_load(asked((load("module", 700.0), HUNG)), "module", derating=1.0)
    assert found.greatest == pytest.approx(P, rel=0.004) and found.rated == found.greatest
    assert "movement" in (found.check_id or "")


def test_at_the_rated_load_the_least_reserve_is_one_whatever_was_entered(asked):
    dead = (load("q", 1.5, "N/mm", case="dead"), {"bars": ["b0"]})
    found = [rated_load(asked((load("module", P), HUNG), dead, section="IPE 160"), "module") for P in (300.0, 20_000.0)]
    assert found[0].greatest == pytest.approx(found[1].greatest, rel=0.003)
    assert found[0].rated == pytest.approx(found[0].greatest / 1.25)
    at = check_frame(asked((load("module", found[0].greatest), HUNG), dead, section="IPE 160"))
    assert min(at.strength.value, at.stiffness.value) == pytest.approx(1.0, abs=0.004)
    assert found[0].link in (at.strength.governs, at.stiffness.governs)


def test_what_cannot_be_rated_says_why(asked):
    heavy = asked((load("q", 60.0, "N/mm", case="dead"), {"bars": ["b0"]}), (load("module", 500.0), HUNG))
    assert "without this load" in rated_load(heavy, "module").trouble
    channel = asked((load("module", 500.0), HUNG), section="UPE 200")
    assert "flange of an I" in rated_load(channel, "module").trouble
    for name, says in (("nobody", "a load of the structure"), ("q", "permanent")):
        with pytest.raises(InputError, match=says):
            rated_load(heavy, name)


def test_a_limit_that_could_not_be_judged_leaves_no_rating(asked, monkeypatch):
    """Not strength alone: here the brief asks for a least frequency, and none can be worked out."""
    light = asked((load("module", 500.0), HUNG))
    assert rated_load(light, "module").rated
    monkeypatch.setattr("yorvek.core.frames.verdict.swings_hz", lambda *_, **__: None)
    wanted = light.model_copy(update={"limits": light.limits.model_copy(update={"least_hz": 4.0})})
    found = rated_load(wanted, "module")
    assert found.rated is None and "no lowest frequency" in found.trouble


def test_a_slender_one_is_rated_below_where_it_buckles(asked):
    """Its movement cannot be worked out beyond that: the search goes on with its strength."""
    post = partial(
        structure, {"foot": (0, 0), "top": (0, 4000)}, {"b0": ("foot", "top")}, {"foot": [*"xyz", "rx", "ry", "rz"]}
    )
    column = asked((load("module", 1000.0), {"spot": "at top", "direction": "down"}), make=post)
    found = rated_load(column, "module", derating=1.0)
    assert found.trouble is None
    assert 0 < found.greatest < check_frame(column).buckling.factor * 1000.0
