"""Saddles: a paper wrapped back about its bar lies on the tube; drawn, weighed and sawn as they are. By geometry of
its own.
"""

import math

import numpy as np
import pytest
from hypothesis import given, settings
from hypothesis import strategies as st
from scipy.optimize import minimize_scalar

from tests.core.jobs import worked
from tests.core.test_jobs import plain_job
from yorvek.core.errors import InputError
from yorvek.core.parts import PartSpec, part_geometry
from yorvek.core.parts.ends import end_cut, wrapped
from yorvek.core.parts.spec import EndShape
from yorvek.core.quantities.entry import resolve
from yorvek.core.sections import section

TUBE, SQUARE = "CHS 48.3×3.2", "SHS 60×60×4 hot"


def mm(value):
    return {"text": f"{value:g}", "value": float(value)}


def saddle(size, **more):
    return {"kind": "saddle", "size": mm(size), **{k: mm(v) for k, v in more.items()}}


def edge(cut):
    """The curve of a paper: all of it but its two lower corners, from where it begins."""
    points = [(v.x, v.y) for v in cut.template.outer.vertices][2:]
    return sorted(points)


def about_round(u, r):
    """A place on a tube that paper is wrapped about from below, up the front: heights and depths from its middle."""
    return -r * math.cos(u / r), r * math.sin(u / r)


def about_square(u, b, r):
    """The same on a square tube of rounded corners, from the corner below in front, up the front."""
    flat, arc = b - 2 * r, math.pi / 2 * r
    side, at = divmod(u + arc / 2, flat + arc)
    turn = min(at, arc) / r
    y, z = -b / 2 + r - r * math.cos(turn) + max(0.0, at - arc), b / 2 - r + r * math.sin(turn)
    for _ in range(int(side) % 4):  # each side further is a quarter turn on: front, top, back, bottom
        y, z = z, -y
    return y, z


def away_from_tube(places, radius, angle_deg, offset):
    """How far places on a bar's end are from a tube, at most, the tube put where that is least: its axis lies in the
    side view at an angle from the bar's, `offset` behind the bar's middle.
    """
    along = np.array([math.cos(math.radians(angle_deg)), math.sin(math.radians(angle_deg)), 0.0])

    def worst(x):
        relative = places - np.array([x, 0.0, -offset])
        return float(np.abs(np.linalg.norm(np.cross(relative, along), axis=1) - radius).max())

    # towards the tip the tube lies at negative x
    found = minimize_scalar(worst, bounds=(-40 * radius, 0), method="bounded", options={"xatol": 1e-6})
    return found.fun


def placed(cut, about):
    """The curve of a paper in space: x from the tip along the bar, y up, z towards whoever looks."""
    base = max(y for _, y in edge(cut))
    out = []
    for u, v in edge(cut):
        y, z = about(u)
        out.append((base - v, y, z))
    return np.array(out)


@settings(max_examples=60, deadline=None)
@given(st.floats(1.0, 3.0), st.floats(25, 155), st.floats(-1, 1))
def test_a_paper_wrapped_back_lies_on_the_tube(ratio, angle, beside):
    r, radius = 24.15, 24.15 * ratio
    offset = round(beside * (radius - r) * 0.999, 3)
    shape = EndShape.model_validate(saddle(2 * radius, offset=offset))
    cut = end_cut("left", shape, section(TUBE), 90 - angle)
    places = placed(cut, lambda u: about_round(u, r))
    # the bar's left end: a positive angle from square cuts its top back, so the tube leans the other way
    assert (
        away_from_tube(places, radius, 180 - angle, offset) < 0.05
        or away_from_tube(places, radius, angle, offset) < 0.05
    )
    assert cut.depth_mm == pytest.approx(np.ptp(places[:, 0]), abs=1e-6)


@pytest.mark.parametrize("side", ["left", "right"])
@pytest.mark.parametrize(("angle", "offset"), [(90, 0), (90, 12), (60, -15), (40, 8)])
def test_a_square_tube_sits_on_a_round_one(side, angle, offset):
    """The paper of the right end is wrapped the other way round: it is seen from the other end."""
    s = section(SQUARE)
    shape = EndShape.model_validate(saddle(120, offset=offset))
    cut = end_cut(side, shape, s, 90 - angle)
    whole = max(u for u, _ in edge(cut))
    places = placed(cut, lambda u: about_square(u if side == "left" else whole - u, 60, s.outer_radius_mm))
    off = [away_from_tube(places, 60, a, offset) for a in (angle, 180 - angle)]
    # both ways of leaning are tried: one of them must fit, and offset must be on the side that it says
    assert min(off) < 0.1
    wrong = [away_from_tube(places, 60, a, -offset) for a in (angle, 180 - angle)]
    assert not offset or min(wrong) > 0.1


def test_ears_reach_further_than_the_crown():
    """On a tube of its own width the sides reach down to its middle, top and bottom end at its wall (by hand)."""
    cut = end_cut("left", EndShape.model_validate(saddle(48.3)), section(TUBE), 0.0)
    by_place = dict(edge(cut))
    quarter = math.pi * 48.3 / 4
    tip, crown = (min(by_place.items(), key=lambda p: abs(p[0] - at))[1] for at in (quarter, 2 * quarter))
    assert tip - crown == pytest.approx(24.15, abs=1e-6)
    assert [(line.x1, line.words) for line in cut.lines[:4]] == [
        (pytest.approx(k * quarter), name) for k, name in enumerate(("bottom", "front", "top", "back"))
    ]


def test_the_middles_of_a_square_tubes_faces_are_marked_between_its_folds():
    """Of 60 with corners of 6: a face and its corner are 60 - 12 + π/2 × 6 along the paper (by hand)."""
    s = section(SQUARE)
    step = 60 - 2 * s.outer_radius_mm + math.pi / 2 * s.outer_radius_mm
    cut = end_cut("left", EndShape.model_validate(saddle(120)), s, 0.0)
    named = {line.words: line.x1 for line in cut.lines if line.words and line.x1 == line.x2}
    assert named == pytest.approx(
        {"front": step / 2, "top": 1.5 * step, "back": 2.5 * step, "bottom": 3.5 * step}, abs=1
    )
    folds = sorted(line.x1 for line in cut.lines if not line.words)
    assert folds == pytest.approx([step, 2 * step, 3 * step], abs=1)
    other = end_cut("right", EndShape.model_validate(saddle(120)), s, 0.0)
    assert {line.words: line.x1 for line in other.lines}["front"] == pytest.approx(3.5 * step, abs=1)


@pytest.mark.parametrize("side", ["left", "right"])
def test_a_saddle_leans_as_a_mitre_of_its_angle_does(side):
    """From square, counted positive where the top is cut back."""
    shape = EndShape.model_validate(saddle(120))
    for cut in (end_cut(side, shape, section(TUBE), 30.0), wrapped(side, EndShape(), section(TUBE), 30.0)):
        high = {line.words: line.y2 for line in cut.lines}
        assert high["bottom"] - high["top"] > 0.9 * 48.3 * math.tan(math.radians(30)) - 1e-6


def bar(section_id=TUBE, **more):
    shape = {"family": "bar", "section_id": section_id, "length": mm(900), **more}
    return resolve(PartSpec.model_validate({"mark": "B", "qty": 4, "material_id": "S355", "shape": shape}), {})


def test_it_is_drawn_as_it_is():
    """From the side the ears stand at half the height, where the curve is not cut back at all."""
    outline = part_geometry(bar(left_shape=saddle(60.3))).outline
    low, middle = (min(v.x for v in outline.outer.vertices if abs(v.y - y) < 0.6 and v.x < 450) for y in (0.0, 24.15))
    assert middle == pytest.approx(0, abs=1e-6)
    assert low == pytest.approx(30.15 - math.sqrt(30.15**2 - 24.15**2), abs=1e-3)


def test_what_it_takes_is_off_the_mass():
    """Of a thin wall, the mean of its cut: by quadrature of its own over the way round."""
    a = np.linspace(0, 2 * math.pi, 20001)[:-1]
    reach = np.sqrt(60.3**2 / 4 - (24.15 * np.sin(a)) ** 2)
    taken = (reach - reach.min()).mean()
    whole, cut = part_geometry(bar()), part_geometry(bar(right_shape=saddle(60.3)))
    s = section(TUBE)
    assert whole.mass_kg - cut.mass_kg == pytest.approx(taken * s.A_mm2 * 7850e-9, rel=1e-3)
    # of a solid, over the whole disc: the volume under the tube, by quadrature
    y, z = np.meshgrid(*[np.linspace(-25, 25, 1001)] * 2)
    disc = np.hypot(y, z) <= 25
    deep = np.sqrt(40**2 - z[disc] ** 2)
    rod = {"section_id": "RD 50"}
    lost = part_geometry(bar(**rod)).mass_kg - part_geometry(bar(**rod, left_shape=saddle(80))).mass_kg
    assert lost == pytest.approx((deep - math.sqrt(40**2 - 25**2)).mean() * math.pi * 625 * 7850e-9, rel=0.02)


STOCK = {1: {"item": {"form": "bar", "section_id": TUBE, "material_id": "S355", "length": mm(6000), "price": mm(60)}}}


def test_a_saddled_end_is_sawn_square():
    """A bar that was planned as mitred lost an ear to its neighbour: the ears reach over the mitre."""
    ends = {"left_end": mm(30), "right_end": mm(0)}
    job = plain_job(parts={1: bar(**ends, left_shape=saddle(60.3))}, stock=STOCK)
    (group,) = worked(job).bars
    assert [(p.left, p.right) for p in group.group.problem.parts] == [(0.0, 0.0)]
    mitred = plain_job(parts={1: bar(**ends)}, stock=STOCK)
    (group,) = worked(mitred).bars
    assert [p.left for p in group.group.problem.parts] == [30.0]


def test_a_mitre_has_its_paper_too():
    """A tube cut at 30°: its curve is a sine of r tan 30° (by hand)."""
    cut = wrapped("left", EndShape(), section(TUBE), 30.0)
    base = max(y for _, y in edge(cut))
    for u, y in edge(cut):
        if u < math.pi * 48.3 - 1e-6:
            back = 24.15 * math.tan(math.radians(30)) * (1 - math.cos(u / 24.15))
            assert base - y == pytest.approx(back, abs=1e-6)
    # the other way, the bottom is cut back: the same curve from the top on
    other = wrapped("left", EndShape(), section(TUBE), -30.0)
    assert max(y for _, y in edge(other)) == pytest.approx(base)
    assert other.depth_mm == pytest.approx(48.3 * math.tan(math.radians(30)))
    assert dict(edge(other))[0.0] == pytest.approx(base - other.depth_mm)
    assert wrapped("left", EndShape(), section(TUBE), 0.0) is None
    assert wrapped("left", EndShape(), section("L 50×50×5"), 30.0) is None


@pytest.mark.parametrize(
    ("shape", "deg", "field"),
    [
        (saddle(60.3, offset=10), 0, "shape.left_shape.size"),
        (saddle(40), 0, "shape.left_shape.size"),
    ],
)
def test_a_bar_beside_its_tube_is_refused(shape, deg, field):
    with pytest.raises(InputError) as caught:
        part_geometry(bar(left_shape=shape, left_end=mm(deg)))
    assert caught.value.field == field
