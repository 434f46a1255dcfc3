"""Traced templates: pictures made by geometry of their own, the traced outline held against the true one."""

import io
import json
import math
import random

import numpy as np
import pytest
import shapely
from PIL import Image
from scipy.optimize import minimize
from shapely import affinity

from tests.core import strap_picture
from tests.core.jobs import DEMO
from tests.core.pictured import Camera, picture
from yorvek.core.errors import InputError
from yorvek.core.files.tracing.fitting import ring_through
from yorvek.core.files.tracing.plane import refuse_beyond
from yorvek.core.files.tracing.trace import TraceAsk, trace
from yorvek.core.outlines import Outline, Ring, Vertex, bounds_mm, ring_points
from yorvek.core.quantities.entry import resolve

SHEET = [(-40.0, -50.0), (360.0, -50.0), (360.0, 110.0), (-40.0, 110.0)]


def ring(*points):
    return Ring(vertices=[Vertex(x=p[0], y=p[1], bulge=p[2] if len(p) > 2 else 0.0) for p in points])


STRAP = Outline(
    outer=ring((30, 0), (320, 0), (320, 40), (260, 60), (30, 60, 1.0)),
    openings=[Ring.circle(30, 30, 24), Ring.circle(280, 22, 11)],
)
PLATE = Outline(outer=ring((0, 0), (180, 0), (180, 55), (120, 55, -0.4142135624), (100, 75), (0, 75)))
HOOK = Outline(
    outer=ring((0, 0), (240, 0, 0.4142135624), (260, 20), (260, 60), (200, 60), (200, 30), (60, 30, -0.25), (0, 50)),
    openings=[ring((80, 10), (120, 10, 1.0), (120, 20), (80, 20, 1.0))],
)


def polygon(outline):
    return shapely.Polygon(ring_points(outline.outer), [ring_points(r) for r in outline.openings])


def real_error(traced, outline):
    """How far the boundaries lie from each other at most, the traced one laid on the true one as well as it goes."""
    true = shapely.segmentize(polygon(outline).boundary, 1)
    x0, y0, _, _ = bounds_mm(outline)
    got = affinity.translate(polygon(traced).boundary, x0, y0)

    def off(p):
        laid = affinity.translate(affinity.rotate(got, p[2], origin=(160, 30)), p[0], p[1])
        return shapely.hausdorff_distance(shapely.segmentize(laid, 1), true)

    return float(minimize(off, [0, 0, 0], method="Nelder-Mead", options={"xatol": 2e-3, "fatol": 2e-3}).fun)


def asked(camera, inside, *, pressed=0.0, seed=0, sizes=(400, 160), check=None, ends=((100, -45), (235, 100))):
    rng = random.Random(seed)

    def px(points):
        found = camera.pixels(np.array(points, dtype=float)).tolist()
        return [(x + rng.uniform(-pressed, pressed), y + rng.uniform(-pressed, pressed)) for x, y in found]

    true = math.dist(*ends)
    spec = {
        "scale": {
            "kind": "corners", "corners": px(SHEET),
            "across": {"text": f"{sizes[0]}"}, "up": {"text": f"{sizes[1]}"},
        },
        "check": {"ends": px(ends), "length": {"text": f"{check or true}"}},
        "inside": px([inside])[0],
    }  # fmt: skip
    return resolve(TraceAsk.model_validate(spec), {})


CASES = [
    (outline, inside, width, tilt, turn, noise, shadow)
    for (outline, inside), rows in [
        ((STRAP, (120, 30)), [(900, 0, 0, 0, 0), (1300, 15, 20, 0.01, 0.3), (1900, 30, -35, 0.02, 0.4),
                              (1300, 30, 160, 0.03, 0.4)]),
        ((PLATE, (60, 30)), [(900, 10, 5, 0.01, 0.2), (1300, 20, -170, 0.02, 0.4), (1900, 30, 30, 0.03, 0.3),
                             (900, 5, 190, 0.02, 0.0)]),
        ((HOOK, (30, 15)), [(1300, 0, 0, 0.01, 0.4), (1300, 25, 35, 0.02, 0.2), (1900, 30, 10, 0.03, 0.4),
                            (900, 15, -10, 0.01, 0.3)]),
    ]
    for width, tilt, turn, noise, shadow in rows
]  # fmt: skip


@pytest.mark.parametrize("case", range(len(CASES)))
def test_a_picture_gives_the_true_outline_and_says_no_less_than_it_is_off(case):
    """Within 0.5 mm or 0.3 % of the true outline, corners pressed a pixel beside."""
    outline, inside, width, tilt, turn, noise, shadow = CASES[case]
    camera = Camera((160, 30), 650, tilt, turn, width, width * 3 // 4)
    data = picture(camera, outline, paper=SHEET, noise=noise, shadow=shadow, seed=case)
    found = trace(data, asked(camera, inside, pressed=1.0, seed=case))
    size = max(b - a for a, b in zip(bounds_mm(outline)[:2], bounds_mm(outline)[2:], strict=True))
    real = real_error(found.outline, outline)
    assert real <= max(0.5, 0.003 * size)
    assert real <= found.off_mm <= 0.02 * size
    assert len(found.outline.openings) == len(outline.openings)


def test_what_is_round_is_a_circle_and_what_is_straight_has_the_corners_it_has():
    camera = Camera((160, 30), 650, 10, 5, 1300, 975)
    found = trace(picture(camera, STRAP, paper=SHEET, noise=0.01), asked(camera, (120, 30)))
    assert len(found.outline.outer.vertices) == 5
    sizes = sorted(
        max(np.ptp([v.x for v in r.vertices]), np.ptp([v.y for v in r.vertices])) for r in found.outline.openings
    )
    assert sizes == [pytest.approx(11, abs=0.3), pytest.approx(24, abs=0.3)]


def test_it_is_laid_back_over_the_picture():
    """Corners of the outline, through its own matrix, are where the camera saw them."""
    camera = Camera((160, 30), 650, 25, 30, 1300, 975)
    found = trace(picture(camera, PLATE, paper=SHEET), asked(camera, (60, 30)))
    back = np.array(found.to_picture)
    points = np.array([(v.x, v.y, 1.0) for v in found.outline.outer.vertices]) @ back.T
    there = points[:, :2] / points[:, 2:]
    for corner in camera.pixels(np.array([(0.0, 0.0), (180, 0), (180, 55), (0, 75)])):
        assert np.linalg.norm(there - corner, axis=1).min() < 2.0


def test_a_piece_is_traced_as_it_is_seen_and_not_mirrored_however_its_corners_are_told():
    camera = Camera((160, 30), 650, 0, 0, 1300, 975)
    data, ask = picture(camera, STRAP, paper=SHEET), asked(camera, (120, 30))
    told = ask.scale.corners
    other = [told[1], told[0], told[3], told[2]]
    turned = ask.model_copy(update={"scale": ask.scale.model_copy(update={"corners": other})})
    for found in (trace(data, ask), trace(data, turned)):
        assert real_error(Outline(outer=upright(found.outline)), Outline(outer=STRAP.outer)) < 0.6


def upright(outline):
    """Turned by half where its round end is at the right: corners told the other way begin elsewhere."""
    arcs = [v for v in outline.outer.vertices if v.bulge]
    _, _, w, h = bounds_mm(outline)
    right = arcs[0].x > w / 2
    return outline.moved(-w, -h).outer.moved(0, 0, 180) if right else outline.outer


def test_a_scan_needs_but_one_length_and_one_across_it():
    camera = Camera((160, 30), 700, 0, 0, 1300, 975)
    data = picture(camera, STRAP, paper=SHEET, noise=0.01)
    px = camera.pixels(np.array([SHEET[0], SHEET[1], SHEET[1], SHEET[2], (120, 30)], dtype=float)).tolist()
    spec = {
        "scale": {"kind": "length", "ends": px[:2], "length": {"text": "400"}},
        "check": {"ends": px[2:4], "length": {"text": "160"}}, "inside": px[4],
    }  # fmt: skip
    found = trace(data, resolve(TraceAsk.model_validate(spec), {}))
    assert real_error(found.outline, STRAP) <= min(0.96, found.off_mm)
    along = {**spec, "check": {"ends": [px[0], [px[1][0], px[1][1] + 9]], "length": {"text": "400"}}}
    assert field_of(data, resolve(TraceAsk.model_validate(along), {})) == "check.ends"


def field_of(data, ask):
    with pytest.raises(InputError) as caught:
        trace(data, ask)
    return caught.value.field


def test_a_scale_of_one_length_aslant_is_refused_by_the_second():
    """30° from upright, what lies across is foreshortened by cos 30°: the second length says so."""
    camera = Camera((160, 30), 700, 30, 0, 1300, 975)
    data = picture(camera, STRAP, paper=SHEET)
    px = camera.pixels(np.array([SHEET[0], SHEET[1], SHEET[1], SHEET[2], (120, 30)], dtype=float)).tolist()
    spec = {
        "scale": {"kind": "length", "ends": px[:2], "length": {"text": "400"}},
        "check": {"ends": px[2:4], "length": {"text": "160"}}, "inside": px[4],
    }  # fmt: skip
    assert field_of(data, resolve(TraceAsk.model_validate(spec), {})) == "check.length"


@pytest.fixture(scope="module")
def plain():
    camera = Camera((160, 30), 650, 10, 0, 900, 675)
    return camera, picture(camera, STRAP, paper=SHEET)


@pytest.mark.parametrize(
    ("more", "field"),
    [
        ({"check": 203}, "check.length"),
        ({"check": 195}, "check.length"),
        ({"sizes": (400, 150)}, "check.length"),
        ({"ends": (SHEET[0], SHEET[2])}, "check.ends"),
        ({"ends": ((0, 0), (5, 5))}, "check.ends"),
        ({"ends": ((0, -45), (300, 60))}, "check.ends"),
    ],
)
def test_a_second_length_that_speaks_against_the_scale_is_refused(plain, more, field):
    camera, data = plain
    assert field_of(data, asked(camera, (120, 30), **more)) == field


def test_half_a_percent_is_let_pass_and_said(plain):
    camera, data = plain
    true = math.dist((100, -45), (235, 100))
    found = trace(data, asked(camera, (120, 30), check=true * 1.005))
    assert found.check_off == pytest.approx(0.005, abs=0.002)
    close = trace(data, asked(camera, (120, 30)))
    assert found.off_mm > close.off_mm
    assert any("most of what it may be off is the scale" in w for w in found.words)


@pytest.mark.parametrize("inside", [(340, 100), (-60, -80), (5000, 20)])
def test_a_place_that_is_not_on_the_piece_is_refused(plain, inside):
    """On the sheet beside it, off the sheet, off the picture."""
    camera, data = plain
    assert field_of(data, asked(camera, inside)) == "inside"


def test_corners_in_a_line_or_crossed_are_refused(plain):
    camera, data = plain
    ask = asked(camera, (120, 30))
    a, b, c, d = ask.scale.corners
    for corners in ([a, c, b, d], [a, b, ((a[0] + b[0]) / 2, (a[1] + b[1]) / 2), d]):
        crossed = ask.model_copy(update={"scale": ask.scale.model_copy(update={"corners": corners})})
        assert field_of(data, crossed) == "scale.corners"


def test_a_piece_like_its_ground_is_refused():
    camera = Camera((160, 30), 650, 0, 0, 900, 675)
    data = picture(camera, STRAP, paper=SHEET, piece=0.86, noise=0.01)
    assert field_of(data, asked(camera, (120, 30))) == "inside"


def test_a_light_piece_on_a_dark_sheet_is_traced_too():
    camera = Camera((160, 30), 650, 15, 10, 1300, 975)
    data = picture(camera, STRAP, paper=SHEET, piece=0.85, paper_tone=0.25, ground=0.6, noise=0.01, shadow=0.3)
    found = trace(data, asked(camera, (120, 30)))
    assert real_error(found.outline, STRAP) <= min(0.96, found.off_mm)


def test_a_piece_that_runs_off_its_sheet_is_refused():
    camera = Camera((160, 30), 650, 0, 0, 900, 675)
    long = Outline(outer=ring((0, 0), (380, 0), (380, 60), (0, 60)))
    assert field_of(picture(camera, long, paper=SHEET), asked(camera, (120, 30))) == "inside"


def test_specks_are_left_out_and_said():
    camera = Camera((160, 30), 650, 0, 0, 1300, 975)
    specked = Outline(outer=STRAP.outer, openings=[Ring.circle(150, 30, 2.5)])
    found = trace(picture(camera, specked, paper=SHEET), asked(camera, (120, 30)))
    assert (found.dropped, found.outline.openings) == (1, [])
    assert any("specks" in w for w in found.words)


@pytest.mark.parametrize("data", [b"", b"no picture", b"\x89PNG\r\n\x1a\n" + b"0" * 50])
def test_what_is_no_picture_is_refused(plain, data):
    assert field_of(data, asked(plain[0], (120, 30))) == "photo"


def test_a_picture_of_two_hundred_million_pixels_is_refused(plain):
    out = io.BytesIO()
    Image.new("1", (20_000, 10_000)).save(out, "PNG")
    assert field_of(out.getvalue(), asked(plain[0], (120, 30))) == "photo"


def test_the_demo_strap_is_what_its_picture_gives():
    """The part of Sluice Seven, made anew from the picture that ships, and the strap that was photographed."""
    data = (DEMO / strap_picture.NAME).read_bytes()
    found = trace(data, strap_picture.asked())
    job = json.loads((DEMO / "sluice-seven.job.json").read_text())
    (part,) = [p["spec"] for p in job["parts"] if p["spec"]["mark"] == "S2"]
    there = Outline.model_validate(part["shape"]["outline"])
    assert polygon(there).hausdorff_distance(polygon(found.outline)) < 0.05
    assert real_error(there, strap_picture.strap()) <= min(found.off_mm, 0.003 * 510)


@pytest.mark.parametrize("seed", range(12))
def test_lines_and_arcs_are_laid_through_points_within_what_is_asked(seed):
    """Outlines by lot, points every 0.4 mm with some scatter: the ring lies within three tolerances of what is true."""
    rng = np.random.default_rng(seed)
    corners = int(rng.integers(4, 9))
    angles = np.sort(rng.uniform(0, 2 * np.pi, corners))
    if np.diff([*angles, angles[0] + 2 * np.pi]).min() < 0.45:
        angles = np.linspace(0, 2 * np.pi, corners, endpoint=False)
    radii = rng.uniform(60, 110, corners)
    bulges = np.where(rng.random(corners) < 0.4, rng.uniform(0.15, 0.5, corners), 0.0)
    true = ring(*zip(radii * np.cos(angles), radii * np.sin(angles), bulges, strict=True))
    line = shapely.LinearRing(ring_points(true))
    places = shapely.line_interpolate_point(line, np.arange(0, line.length, 0.4))
    points = shapely.get_coordinates(places) + rng.normal(0, 0.02, (len(places), 2))
    found, off = ring_through(points, 0.12)
    assert shapely.hausdorff_distance(shapely.LinearRing(ring_points(found)), line, densify=0.01) < 0.5
    assert off < 0.5 and len(found.vertices) <= 2 * corners


def test_a_piece_towards_the_horizon_of_its_corners_is_refused():
    """A small rectangle pressed as if it ran away steeply: far up the picture there is no plane left."""
    camera = Camera((160, 30), 650, 0, 0, 900, 675)
    data = picture(camera, STRAP, paper=SHEET)
    px = camera.pixels(np.array([(20, -48), (120, -48), (90, -20), (50, -20), (120, 30)], dtype=float)).tolist()
    scale = {"kind": "corners", "corners": px[:4], "across": {"text": "100"}, "up": {"text": "60"}}
    aside = camera.pixels(np.array([(40, -46), (80, -22)], dtype=float)).tolist()
    for ends, length, field in (
        ([px[0], px[2]], "116.6", "check.ends"),
        (aside, "60", "check.length"),
        (aside, "72.3", "inside"),
    ):
        spec = {"scale": scale, "check": {"ends": ends, "length": {"text": length}}, "inside": px[4]}
        assert field_of(data, resolve(TraceAsk.model_validate(spec), {})) == field


@pytest.mark.parametrize("value", [1e9, float("inf"), float("nan")])
def test_places_that_no_picture_has_are_refused(value):
    with pytest.raises(ValueError):
        TraceAsk.model_validate({**asked(Camera((0, 0), 1, 0, 0, 9, 9), (0, 0)).model_dump(), "inside": [value, 1]})


def test_the_plane_is_not_trusted_towards_its_horizon():
    plane = np.array([[1.0, 0, 0], [0, 1, 0], [0, -0.01, 1.0]])
    refuse_beyond(np.array([[0.0, 0], [10, 50]]), plane)
    for far in ([10.0, 95], [10, 150]):
        with pytest.raises(InputError):
            refuse_beyond(np.array([[0.0, 0], far]), plane)
