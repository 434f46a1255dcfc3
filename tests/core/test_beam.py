"""The beam solver: laws every solved beam obeys. Values against outside sources are in tests/values."""

import numpy as np
import pytest
from hypothesis import given, settings
from hypothesis import strategies as st

from yorvek.core.errors import InputError
from yorvek.core.structures import (
    BeamLoad,
    BeamRequest,
    DistributedLoad,
    LoadSet,
    PointLoad,
    Support,
    member_cases,
    solve_beam,
)

places = st.floats(0, 4000)
points = st.lists(st.builds(PointLoad, x_mm=places, force_N=st.floats(-1e4, 1e4)), max_size=4)
lines = st.lists(
    st.tuples(places, places, st.floats(-20, 20), st.floats(-20, 20))
    .filter(lambda t: t[1] - t[0] > 1)
    .map(lambda t: DistributedLoad(from_mm=t[0], to_mm=t[1], start_N_per_mm=t[2], end_N_per_mm=t[3])),
    max_size=3,
)
holds = st.sampled_from(
    [
        [Support(x_mm=0), Support(x_mm=4000)],
        [Support(x_mm=0, kind="fixed")],
        [Support(x_mm=0, kind="fixed"), Support(x_mm=4000)],
        [Support(x_mm=500), Support(x_mm=2200), Support(x_mm=3700)],
        [Support(x_mm=0, kind="fixed"), Support(x_mm=4000, kind="fixed")],
    ]
)


def moment_about_left(loads):
    total = sum(p.force_N * p.x_mm for p in loads.points)
    for d in loads.distributed:
        n, a, b = d.to_mm - d.from_mm, d.start_N_per_mm, d.end_N_per_mm
        total += n * (a + b) / 2 * d.from_mm + n**2 * (a / 6 + b / 3)
    return total


def down(loads):
    return sum(p.force_N for p in loads.points) + sum(
        (d.to_mm - d.from_mm) * (d.start_N_per_mm + d.end_N_per_mm) / 2 for d in loads.distributed
    )


@given(points, lines, holds)
@settings(max_examples=80, deadline=None)
def test_equilibrium(p, d, supports):
    loads = LoadSet(points=p, distributed=d)
    s = solve_beam(4000, supports, [loads], EI_Nmm2=2e12)
    size = 1 + sum(abs(x.force_N) for x in p) + sum(20 * (x.to_mm - x.from_mm) for x in d)
    assert s.reactions_N[0].sum() == pytest.approx(down(loads), abs=1e-6 * size)
    turned = sum(r * q.x_mm for r, q in zip(s.reactions_N[0], supports, strict=True)) + s.fixing_moments_Nmm[0].sum()
    assert turned == pytest.approx(moment_about_left(loads), abs=1e-5 * size * 4000)


@given(points, lines, holds)
@settings(max_examples=40, deadline=None)
def test_superposition(p, d, supports):
    both, one, other = LoadSet(points=p, distributed=d), LoadSet(points=p), LoadSet(distributed=d)
    s = solve_beam(4000, supports, [both, one, other], EI_Nmm2=2e12)
    size = np.abs(s.moment).max() + 1
    assert np.abs(s.moment[0] - s.moment[1] - s.moment[2]).max() <= 1e-7 * size


@given(st.lists(st.floats(1, 3999), min_size=1, max_size=3))
@settings(max_examples=40, deadline=None)
def test_mirror_image(xs):
    supports = [Support(x_mm=700), Support(x_mm=3100)]
    mirrored = [Support(x_mm=900), Support(x_mm=3300)]
    a = solve_beam(4000, supports, [LoadSet(points=[PointLoad(x_mm=x, force_N=1000) for x in xs])], EI_Nmm2=1e12)
    b = solve_beam(4000, mirrored, [LoadSet(points=[PointLoad(x_mm=4000 - x, force_N=1000) for x in xs])], EI_Nmm2=1e12)
    assert a.extreme(a.deflection, sign=-1).value == pytest.approx(
        b.extreme(b.deflection, sign=-1).value, rel=1e-6, abs=1e-9
    )
    assert a.reactions_N[0] == pytest.approx(b.reactions_N[0][::-1], rel=1e-6, abs=1e-6)


def test_live_load_on_the_span_alone_is_worse_than_everywhere():
    """Common practice, no source: a loaded overhang lifts the span beside it."""
    request = BeamRequest(
        length_mm=3700, supports=[Support(x_mm=0), Support(x_mm=3000)], loads=[BeamLoad(name="crowd", line_N_per_mm=6)]
    )
    cases = member_cases(request)
    assert [r.name for r in cases.regions] == ["the span", "the right overhang"]
    sag = [
        cases.solution.combined(row).extreme(cases.solution.combined(row).moment, sign=1).value
        for row in cases.factors(0, 1, 1, 0)
    ]
    assert cases.pattern_name(int(np.argmax(sag))) == "live load on the span only"
    everywhere = cases.solution.combined(cases.factors(0, 1, 1, 0)[-1])
    assert max(sag) > everywhere.extreme(everywhere.moment, sign=1).value * 1.05


@pytest.mark.parametrize(
    ("supports", "words"),
    [
        ([], "falls down"),
        ([Support(x_mm=0)], "turn about its only support"),
        ([Support(x_mm=0), Support(x_mm=0)], "at one place"),
        ([Support(x_mm=0), Support(x_mm=9000)], "must stand on the beam"),
    ],
)
def test_a_beam_that_cannot_stand_is_refused_in_words(supports, words):
    with pytest.raises(InputError, match=words):
        solve_beam(4000, supports, [LoadSet()], EI_Nmm2=1e12)


def test_a_load_off_the_beam_is_refused():
    with pytest.raises(InputError, match="act on the beam"):
        solve_beam(
            4000, [Support(x_mm=0, kind="fixed")], [LoadSet(points=[PointLoad(x_mm=4001, force_N=1)])], EI_Nmm2=1e12
        )


def test_a23_a_whole_number_of_millimetres_is_the_same_length():
    """0.00652 q L^4 / (E I) under a load that grows to q at one end, any handbook; 80.1 mm here."""

    def sags(length):
        load = DistributedLoad(from_mm=0, to_mm=length, start_N_per_mm=0, end_N_per_mm=3)
        ends = [Support(x_mm=0), Support(x_mm=length)]
        s = solve_beam(length, ends, [LoadSet(distributed=[load])], EI_Nmm2=1e12)
        return s.extreme(s.deflection, sign=-1).value

    assert sags(8000) == sags(8000.0) == pytest.approx(-0.00652 * 3 * 8000**4 / 1e12, rel=1e-3)
