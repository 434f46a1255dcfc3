"""Large structures: bars in two elements, loads that act together as one column, and what that may not change."""

from __future__ import annotations

import math
import threading

import numpy as np
import pytest

from tests.core.jobs import demo_structures
from tests.core.test_laws import frame
from tests.core.typed import asked, load
from yorvek.core.frames import all_checks, check_frame, events
from yorvek.core.frames.solving import Analysis, layout_in
from yorvek.core.frames.together import side_by_side
from yorvek.core.theory.frames import Skeleton, System, buckled, mesh_of
from yorvek.core.theory.frames.mesh import TOO_STIFF, usual_breaks

EI, LONG, PUSH = 210_000 * 2.71e6, 3000.0, 1e4
HINGED, CLAMPED, TURNS, FREE = (1, 1, 1, 1, 0, 0), (1,) * 6, (0, 1, 1, 1, 0, 0), (0,) * 6
COLUMNS = {
    "both ends hinged": (math.pi**2, HINGED, TURNS),
    "one end held, the other hinged": (20.1907, CLAMPED, TURNS),
    "both ends held": (4 * math.pi**2, CLAMPED, (0, 1, 1, 1, 1, 1)),
    "one end held, the other free": (math.pi**2 / 4, CLAMPED, FREE),
}
"""Critical load in E I / L2 and what holds the ends: Timoshenko and Gere, Theory of Elastic Stability, 2.1 to 2.4 (from
memory).
"""


def column(start, end):
    one = np.ones(1)
    return Skeleton(
        nodes=("a", "b"), points=np.array([[0.0, 0, 0], [LONG, 0, 0]]), bars=("c",), ends=np.array([[0, 1]]),
        axes=np.eye(3)[None], length=LONG * one, E=210_000 * one, G=81_000 * one, A=1836 * one, Iy=2.71e6 * one,
        Iz=2.71e6 * one, J=4.41e6 * one, own_mass=one * 0, released=np.zeros((1, 12), bool), only=np.zeros(1, int),
        held=np.array([start, end], bool),
    )  # fmt: skip


def critical(start, end, pieces):
    """In E I / L2, as it is shown, and what it was divided by."""
    skeleton = column(start, end)
    mesh = mesh_of(skeleton, usual_breaks(skeleton, pieces))
    return buckled(System.of(mesh), np.full(pieces, -PUSH)).factor * PUSH / (EI / LONG**2), mesh.too_stiff


@pytest.mark.parametrize("name", COLUMNS)
def test_a_column_in_two_elements_never_shows_more_than_the_handbook(name):
    exact, start, end = COLUMNS[name]
    shown, divided = critical(start, end, 2)
    assert divided == TOO_STIFF
    assert 0.96 * exact < shown <= exact * 1.0001


def test_what_is_taken_off_is_the_most_that_two_elements_are_out():
    over = [critical(*ends, 2)[0] * TOO_STIFF / exact for exact, *ends in COLUMNS.values()]
    assert max(over) == pytest.approx(TOO_STIFF, rel=2e-4)
    assert critical(HINGED, TURNS, 4)[1] == 1.0


FAR_ABOVE = 99
"""Reserves above it are shown as words."""


def weakest(verdict):
    return {c.id: c.reserve for c in [*all_checks(verdict), *verdict.movements] if c.reserve is not None}


@pytest.mark.parametrize("name", ["frame", *sorted(demo_structures())])
def test_coarse_elements_show_no_more_than_fine_ones(name, monkeypatch):
    def found():
        return frame() if name == "frame" else check_frame(demo_structures()[name])

    fine = found()
    monkeypatch.setattr(events, "MANY_BARS", 1)
    coarse = found()
    assert coarse.buckling.factor is None or coarse.buckling.factor <= fine.buckling.factor * 1.001
    one, other = weakest(fine), weakest(coarse)
    assert one.keys() == other.keys()
    # of a moment that is greatest between two stations each of the two may miss 0.4 %
    assert {k: (one[k], other[k]) for k in one if FAR_ABOVE > other[k] > one[k] * 1.005} == {}
    assert min(other.values()) == pytest.approx(min(one.values()), rel=0.05)


NODES = {"a": (0, 0, 0), "b": (3000, 0, 0), "c": (6000, 0, 0)}
BARS = {"ab": ("a", "b"), "bc": ("b", "c")}
STANDS = {"a": "fixed", "b": "on a roller", "c": "on a roller"}


def line(parts, job=None, **more):
    return asked(NODES, BARS, STANDS, parts, job={"method": {"kind": "asd"}, **(job or {})}, **more)


def test_loads_of_a_group_are_one_load_in_parts():
    whole = line([(load("crowd", 4, "N/mm"), {"bars": ["ab", "bc"]})])
    parts = line([(load(f"crowd {b}", 4, "N/mm", group="crowd"), {"bars": [b]}) for b in BARS])
    loading = Analysis(parts, layout_in(parts)).loading
    assert loading.width == 2 and loading.of_load == ((1,), (1,))
    one, other = check_frame(whole), check_frame(parts)
    assert weakest(other) == pytest.approx(weakest(one))
    assert other.swings_loaded_hz == pytest.approx(one.swings_loaded_hz)


def test_parts_that_swing_differently_stay_apart():
    loads = [
        (load("near", 4, "N/mm", group="crowd", dynamic_factor=1.5), {"bars": ["ab"]}),
        (load("far", 4, "N/mm", group="crowd"), {"bars": ["bc"]}),
        (load("steps", 1, "N/mm", group="crowd", cycles=100_000), {"bars": ["bc"]}),
    ]
    request = line(loads)
    assert Analysis(request, layout_in(request)).loading.of_load == ((1,), (2,), (3,))


def test_dead_loads_are_not_put_together():
    """One may hold up what another tips: put together their difference alone would be counted."""
    loads = [(load(f"dead {b}", 4, "N/mm", case="dead", group="dead"), {"bars": [b]}) for b in BARS]
    request = line(loads)
    assert Analysis(request, layout_in(request)).loading.of_load == ((1,), (2,))


def test_side_by_side_keeps_the_order_and_the_first_error():
    meet = threading.Barrier(2)

    def one(value):
        meet.wait(timeout=20)
        if value < 0:
            raise ValueError(value)
        return value

    assert side_by_side([lambda: one(1), lambda: one(2)], 10**6) == [1, 2]
    with pytest.raises(ValueError, match="-1"):
        side_by_side([lambda: one(-1), lambda: one(-2)], 10**6)
    assert side_by_side([lambda: 1, lambda: 2], 10) == [1, 2]
