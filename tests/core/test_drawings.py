"""Drawings in: half written through ezdxf, half by hand as raw text; areas from closed forms, to 0.1 mm2 per mm of
outline.
"""

import io
import math

import ezdxf
import pytest
from hypothesis import example, given, settings
from hypothesis import strategies as st

from yorvek.core.errors import InputError
from yorvek.core.files.drawing import read_drawing
from yorvek.core.files.dxf import part_dxf
from yorvek.core.outlines import Outline, Ring, area_mm2
from yorvek.core.outlines.arcs import fitted

R = 40.0
SQUARE = [(0, 0), (100, 0), (100, 60), (0, 60)]


def written(draw, version="R2010", units=4):
    document = ezdxf.new(version, units=units)
    draw(document, document.modelspace())
    stream = io.StringIO()
    document.write(stream)
    return stream.getvalue().encode()


def lines(space, points, **more):
    for a, b in zip(points, points[1:] + points[:1], strict=True):
        space.add_line(a, b, **more)


def slot(space):
    """Two lines and two half arcs."""
    space.add_line((0, 0), (80, 0))
    space.add_arc((80, 20), 20, -90, 90)
    space.add_line((80, 40), (0, 40))
    space.add_arc((0, 20), 20, 90, 270)


def with_block(document, space, **more):
    block = document.blocks.new("hole")
    block.add_circle((0, 0), 5)
    lines(space, SQUARE)
    space.add_blockref("hole", (20, 20), dxfattribs=more)
    space.add_blockref("hole", (60, 30), dxfattribs=more)


def kidney(document, space):
    """A closed spline through points of an ellipse: its area is the ellipse's to a few square millimetres."""
    points = [(90 * math.cos(t), 50 * math.sin(t)) for t in (2 * math.pi * k / 48 for k in range(48))]
    spline = space.add_spline()
    fit = ezdxf.math.fit_points_to_cad_cv([*points, points[0]])
    spline.apply_construction_tool(fit)


WRITTEN = {
    "square of lines": (lambda d, s: lines(s, SQUARE), {}, [6000.0]),
    "R12 polyline": (lambda d, s: s.add_polyline2d(SQUARE, close=True), {"version": "R12"}, [6000.0]),
    "closed polyline": (lambda d, s: s.add_lwpolyline(SQUARE, close=True), {}, [6000.0]),
    "polyline with bulges": (
        lambda d, s: s.add_lwpolyline([(0, 0, 0), (80, 0, 1), (80, 40, 0), (0, 40, 1)], format="xyb", close=True),
        {"version": "R2018"},
        [80 * 40 + math.pi * 20**2],
    ),
    "circle": (lambda d, s: s.add_circle((5, 5), R), {"version": "R2000"}, [math.pi * R**2]),
    "slot of lines and arcs": (lambda d, s: slot(s), {}, [80 * 40 + math.pi * 20**2]),
    "inches": (lambda d, s: lines(s, [(0, 0), (4, 0), (4, 2), (0, 2)]), {"units": 1}, [4 * 2 * 25.4**2]),
    "metres": (lambda d, s: lines(s, [(0, 0), (0.4, 0), (0.4, 0.2), (0, 0.2)]), {"units": 6}, [80_000.0]),
    "ellipse": (
        lambda d, s: s.add_ellipse((0, 0), major_axis=(80, 0), ratio=0.5),
        {},
        [math.pi * 80 * 40],
    ),
    "plate with an opening": (
        lambda d, s: (lines(s, SQUARE), s.add_circle((50, 30), 10)),
        {},
        [6000 - math.pi * 100],
    ),
    "part in the opening of a part": (
        lambda d, s: (s.add_circle((0, 0), 50), s.add_circle((0, 0), 40), s.add_circle((0, 0), 10)),
        {},
        [math.pi * (50**2 - 40**2), math.pi * 100],
    ),
    "blocks": (lambda d, s: with_block(d, s), {}, [6000 - 2 * math.pi * 25]),
    "blocks twice as large": (
        lambda d, s: with_block(d, s, xscale=2, yscale=2),
        {},
        [6000 - 2 * math.pi * 100],
    ),
    "spline": (kidney, {}, [math.pi * 90 * 50]),
    "mirrored polyline": (
        lambda d, s: s.add_lwpolyline(
            [(0, 0, 0), (80, 0, 1), (80, 40, 0), (0, 40, 0)],
            format="xyb",
            close=True,
            dxfattribs={"extrusion": (0, 0, -1)},
        ),
        {},
        [80 * 40 + math.pi * 20**2 / 2],
    ),
}


def check(found, areas):
    """Right to 0.1 mm2 per mm of outline."""
    assert not found.troubles
    assert len(found.outlines) == len(areas)
    for one, area in zip(found.outlines, sorted(areas, reverse=True), strict=True):
        assert one.area_mm2 == pytest.approx(area, abs=0.1 * one.cut_mm)
        assert area_mm2(one.outline) == pytest.approx(one.area_mm2)


@pytest.mark.parametrize("name", WRITTEN)
def test_a_drawing_written_by_a_library(name):
    draw, how, areas = WRITTEN[name]
    unit = "mm" if how.get("version") == "R12" else None
    check(read_drawing("part.dxf", written(draw, **how), unit=unit), areas)


def raw(*entities, units=4):
    """A DXF by hand: header with its unit, and the entities."""
    head = f"0\nSECTION\n2\nHEADER\n9\n$ACADVER\n1\nAC1009\n9\n$INSUNITS\n70\n{units}\n0\nENDSEC\n"
    return (head + "0\nSECTION\n2\nENTITIES\n" + "".join(entities) + "0\nENDSEC\n0\nEOF\n").encode()


def LINE(x1, y1, x2, y2, layer="0"):
    return f"0\nLINE\n8\n{layer}\n10\n{x1}\n20\n{y1}\n11\n{x2}\n21\n{y2}\n"


def ARC(x, y, r, a, b):
    return f"0\nARC\n8\n0\n10\n{x}\n20\n{y}\n40\n{r}\n50\n{a}\n51\n{b}\n"


def CIRCLE(x, y, r):
    return f"0\nCIRCLE\n8\n0\n10\n{x}\n20\n{y}\n40\n{r}\n"


def POLY(points, closed=1):
    body = "".join(f"0\nVERTEX\n8\n0\n10\n{x}\n20\n{y}\n42\n{b}\n" for x, y, b in points)
    return f"0\nPOLYLINE\n8\n0\n66\n1\n70\n{closed}\n{body}0\nSEQEND\n"


def ring_of(points):
    return "".join(LINE(*a, *b) for a, b in zip(points, points[1:] + points[:1], strict=True))


BY_HAND = {
    "lines": (raw(ring_of(SQUARE)), [6000.0]),
    "lines in any order": (raw(LINE(100, 60, 0, 60), LINE(0, 0, 100, 0), LINE(0, 60, 0, 0), LINE(100, 0, 100, 60)),
        [6000.0]),
    "reversed lines": (raw(LINE(100, 0, 0, 0), LINE(100, 0, 100, 60), LINE(0, 60, 100, 60), LINE(0, 0, 0, 60)),
        [6000.0]),
    "doubled lines": (raw(ring_of(SQUARE), LINE(0, 0, 100, 0), LINE(100, 60, 100, 0)), [6000.0]),
    "broken lines": (raw(LINE(0, 0, 40, 0), LINE(40, 0, 100, 0), LINE(100, 0, 100, 60), LINE(100, 60, 0, 60),
        LINE(0, 60, 0, 0)), [6000.0]),
    "ends a hundredth apart": (raw(LINE(0, 0, 100.008, 0), LINE(100, 0, 100, 60.006), LINE(100, 60, 0, 60),
        LINE(0, 60, 0, 0)), [6000.0]),
    "polyline with bulges": (raw(POLY([(0, 0, 0), (80, 0, 1), (80, 40, 0), (0, 40, 1)])), [80 * 40 + math.pi * 400]),
    "clockwise polyline": (raw(POLY([(0, 40, 0), (80, 40, -1), (80, 0, 0), (0, 0, -1)])), [80 * 40 + math.pi * 400]),
    "half circle": (raw(ARC(0, 0, 30, 0, 180), LINE(-30, 0, 30, 0)), [math.pi * 900 / 2]),
    "three quarters": (raw(ARC(0, 0, 30, 0, 270), LINE(0, -30, 0, 0), LINE(0, 0, 30, 0)), [math.pi * 900 * 0.75]),
    "circle in inches": (raw(CIRCLE(0, 0, 2), units=1), [math.pi * 4 * 25.4**2]),
    "two plates": (raw(ring_of(SQUARE), CIRCLE(200, 0, 10)), [6000.0, math.pi * 100]),
    "four holes": (raw(ring_of(SQUARE), *(CIRCLE(x, y, 6) for x in (15, 85) for y in (15, 45))),
        [6000 - 4 * math.pi * 36]),
    "a hook of arcs": (raw(ARC(0, 0, 50, 0, 180), ARC(0, 0, 30, 0, 180), LINE(-50, 0, -30, 0), LINE(30, 0, 50, 0)),
        [math.pi * (2500 - 900) / 2]),
    "zero length line among them": (raw(ring_of(SQUARE), LINE(50, 0, 50, 0)), [6000.0]),
}  # fmt: skip


@pytest.mark.parametrize("name", BY_HAND)
def test_a_drawing_written_by_hand(name):
    data, areas = BY_HAND[name]
    check(read_drawing("part.dxf", data), areas)


def test_what_does_not_close_is_named_and_mended_only_with_consent():
    gap = raw(LINE(0, 0, 99.5, 0), LINE(100, 0, 100, 60), LINE(100, 60, 0, 60), LINE(0, 60, 0, 0))
    found = read_drawing("part.dxf", gap)
    assert not found.outlines and len(found.troubles) == 2
    assert all("does not close" in t.what for t in found.troubles)
    assert {(round(t.x, 1), round(t.y, 1)) for t in found.troubles} == {(99.5, 0.0), (100.0, 0.0)}
    mended = read_drawing("part.dxf", gap, mend=True)
    check(mended, [6000.0])
    assert "gap of 0.500 mm" in mended.mended[0]


def test_a_stray_line_is_left_out_only_with_consent():
    data = raw(ring_of(SQUARE), LINE(30, 30, 60, 40))
    assert len(read_drawing("part.dxf", data).troubles) == 2
    mended = read_drawing("part.dxf", data, mend=True)
    check(mended, [6000.0])
    assert any("stray" in m for m in mended.mended)


def test_contours_that_cross_are_named():
    bow = read_drawing("part.dxf", raw(ring_of([(0, 0), (100, 60), (100, 0), (0, 60)])))
    assert "crosses itself" in bow.troubles[0].what and bow.troubles[0].x == pytest.approx(50, abs=0.1)
    two = read_drawing("part.dxf", raw(ring_of(SQUARE), CIRCLE(100, 30, 10)))
    assert any("cross each other" in t.what for t in two.troubles)
    fork = read_drawing("part.dxf", raw(ring_of(SQUARE), LINE(0, 0, 100, 60)))
    assert any("may not branch" in t.what for t in fork.troubles)


def test_a_unit_is_asked_for():
    with pytest.raises(InputError, match="choose millimetres or inches"):
        read_drawing("part.dxf", raw(ring_of(SQUARE), units=0))
    assert read_drawing("part.dxf", raw(ring_of(SQUARE), units=0), unit="in").outlines[0].area_mm2 == pytest.approx(
        6000 * 25.4**2
    )


SVG = '<svg xmlns="http://www.w3.org/2000/svg" width="200mm" height="100mm" viewBox="0 0 200 100">{}</svg>'
SHAPES = {
    "rect": ('<rect x="10" y="10" width="80" height="40"/>', [3200.0]),
    "round rect": ('<rect x="10" y="10" width="80" height="40" rx="10"/>', [3200 - (4 - math.pi) * 100]),
    "circle": ('<circle cx="50" cy="50" r="30"/>', [math.pi * 900]),
    "ellipse turned": ('<ellipse cx="0" cy="0" rx="40" ry="20" transform="translate(60 50) rotate(30)"/>',
        [math.pi * 800]),
    "polygon": ('<polygon points="0,0 60,0 60,30"/>', [900.0]),
    "path of lines": ('<path d="M0 0H60V30h-60z"/>', [1800.0]),
    "path of arcs": ('<path d="M20 20 A20 20 0 0 1 60 20 A20 20 0 01 20 20Z"/>', [math.pi * 400]),
    "path of curves": ('<path d="M0 50 C0 22.3858 22.3858 0 50 0 S100 22.3858 100 50 77.6142 100 50 100 0 77.6142 0 '
        '50z"/>', [math.pi * 2500]),
    "groups": ('<g transform="scale(2)"><g transform="translate(5,5)"><rect width="20" height="10"/></g></g>', [800.0]),
    "opening": ('<rect width="80" height="40"/><circle cx="40" cy="20" r="10"/>', [3200 - math.pi * 100]),
    "quadratic": ('<path d="M0 0 Q50 100 100 0 Z"/>', [2 / 3 * 100 * 50]),
}  # fmt: skip


@pytest.mark.parametrize("name", SHAPES)
def test_an_svg(name):
    """Areas by closed form; the circle of four curves is a circle to 0.03 % (the usual constant 0.5523)."""
    body, areas = SHAPES[name]
    check(read_drawing("part.svg", SVG.format(body).encode()), areas)


def test_what_goes_out_comes_back():
    ring = Outline(outer=Ring.circle(60, 60, 120), openings=[Ring.circle(60, 60, 40)])
    found = read_drawing("ring.dxf", part_dxf("R1", ring).encode())
    check(found, [area_mm2(ring)])
    assert found.left_out == ["1 of text"] and found.outlines[0].layer == "CUT_OUTSIDE"
    assert all(v.bulge for v in found.outlines[0].outline.outer.vertices)  # arcs stayed arcs


@settings(deadline=None)
@given(r=st.floats(5, 500), a=st.floats(0, 6), sweep=st.floats(0.3, 5.5))
def test_an_arc_is_found_again_in_its_points(r, a, sweep):
    points = [(r * math.cos(a + sweep * k / 800), r * math.sin(a + sweep * k / 800)) for k in range(801)]
    pieces = fitted(points, 0.01)
    assert len(pieces) <= 2
    assert sum(4 * math.atan(b) for _, _, b in pieces) == pytest.approx(sweep, abs=1e-3)


@settings(deadline=None, max_examples=120)
@given(data=st.binary(max_size=300), name=st.sampled_from(["a.dxf", "a.svg", "a.txt", "a"]))
def test_rubbish_is_refused_in_one_sentence(data, name):
    with pytest.raises(InputError):
        read_drawing(name, data, unit="mm")


@settings(deadline=None, max_examples=150)
@given(
    at=st.integers(0, 10_000),
    what=st.binary(max_size=12),
    which=st.sampled_from(sorted(BY_HAND)),
    cut=st.integers(0, 60),
)
@example(at=50, what=b"", which="broken lines", cut=51)  # a unit that is a point
def test_a_damaged_drawing_never_falls_over(at, what, which, cut):
    data = BY_HAND[which][0]
    at %= len(data)
    try:
        found = read_drawing("a.dxf", data[:at] + what + data[at + cut :])
    except InputError as error:
        assert error.sentence
    else:
        assert all(math.isfinite(o.area_mm2) for o in found.outlines)


@settings(deadline=None, max_examples=100)
@given(
    at=st.integers(0, 10_000), what=st.text(max_size=8), which=st.sampled_from(sorted(SHAPES)), cut=st.integers(0, 30)
)
def test_a_damaged_svg_never_falls_over(at, what, which, cut):
    text = SVG.format(SHAPES[which][0])
    at %= len(text)
    try:
        found = read_drawing("a.svg", (text[:at] + what + text[at + cut :]).encode("utf-8", "replace"))
    except InputError as error:
        assert error.sentence
    else:
        assert all(math.isfinite(o.area_mm2) for o in found.outlines)


def test_a_page_without_a_name_is_refused():
    """The library asserts that a layout has one; lines taken out of a file leave it without."""
    whole = written(lambda document, space: lines(space, SQUARE))
    nameless = whole.replace(b"AcDbLayout\n  1\nModel\n", b"AcDbLayout\n")
    assert len(nameless) < len(whole)
    with pytest.raises(InputError, match="cannot be read"):
        read_drawing("a.dxf", nameless)
