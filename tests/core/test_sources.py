"""Forces out of cylinders, stops and falls, by textbook statics and energy."""

import math

import pytest

from tests.core.test_structures import asked, force, shape
from yorvek.core.checks.limits import Limits
from yorvek.core.errors import InputError
from yorvek.core.frames import check_frame
from yorvek.core.jobs.spec import LoadSpec
from yorvek.core.quantities.entry import resolve


def newtons(source: dict[str, object]) -> float:
    return resolve(LoadSpec.model_validate({"name": "x", "form": "force", "source": source}), {}).entered().value


def t(text: str) -> dict[str, str]:
    return {"text": text}


def test_a_cylinder_pushes_with_its_bore_and_pulls_with_the_ring() -> None:
    """50 mm at 150 bar: 29.5 kN out; with a 28 mm rod 20.2 kN in (p A)."""
    push = {"kind": "cylinder", "bore": t("50"), "rod": t("28"), "pressure": t("150 bar")}
    assert newtons(push) == pytest.approx(15 * math.pi / 4 * 2500)
    assert newtons({**push, "pulls": True}) == pytest.approx(15 * math.pi / 4 * (2500 - 784))
    with pytest.raises(InputError, match="thinner than the bore"):
        newtons({**push, "rod": t("60")})


def test_stop_and_drop_by_energy() -> None:
    """m v2 / 2 = F x / 2 at the stop; a load let go from no height counts twice (Timoshenko, Strength of Materials)."""
    assert newtons({"kind": "stop", "mass": t("100 kg"), "speed_m_s": 0.5, "gives": t("10")}) == pytest.approx(2500)
    drop = {"kind": "drop", "mass": t("100 kg"), "gives": t("2")}
    assert newtons({**drop, "height": t("0")}) == pytest.approx(2 * 100 * 9.80665)
    fall = newtons({**drop, "height": t("100")})
    x = fall / (100 * 9.80665) * 2  # it sinks so far; work of gravity and energy of the spring must agree
    assert 100 * 9.80665 * (100 + x) == pytest.approx(fall * x / 2)


def test_a_least_frequency_is_a_check_of_the_structure() -> None:
    request = asked(shape("post", height=2500, out=300), [force("head", 500)])
    plain = check_frame(request)
    asked_hz = request.model_copy(update={"limits": Limits(least_hz=2.0)})
    found = check_frame(asked_hz, swings=False)
    assert not plain.sways
    assert found.sways[0].reserve == pytest.approx((plain.swings_loaded_hz or 0) / 2.0)
