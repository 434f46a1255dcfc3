"""The rated load of a structure: against closed forms, and what any search for it must hold to."""

import pytest

from tests.core import typed
from tests.core.typed import TUBE, beam, load
from yorvek.core.errors import InputError
from yorvek.core.frames import FrameRequest, check_frame, rated_load
from yorvek.core.sections import section

HUNG = {"bars": ["b0"], "direction": "down", "moves": True}


@pytest.fixture
def asked(monkeypatch):
    """The request that a structure as typed becomes."""

    def of(*loads, **more) -> FrameRequest:
        seen = []
        with monkeypatch.context() as m:
            m.setattr(typed, "check_frame", lambda request: seen.append(request) or check_frame(request))
            beam(4000, list(loads), job={"method": {"kind": "asd"}}, **more)
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
