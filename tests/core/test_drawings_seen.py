"""What of a drawing is cut, and what is not: hidden things (F2), figures that are none (F3), SVG as its rules say (F4),
lines on one another, touching contours and periodic curves (F5). Files are written by ezdxf or as plain text; areas are
worked out by hand.
"""

import io
import json
import math
import re

import ezdxf
import numpy as np
import pytest
from scipy.interpolate import BSpline

from yorvek.core.cli import run
from yorvek.core.errors import InputError
from yorvek.core.files import dxf_in
from yorvek.core.files.drawing import read_drawing
from yorvek.core.files.drawn import LENGTH_UNITS

SQUARE = [((0, 0), (100, 0)), ((100, 0), (100, 100)), ((100, 100), (0, 100)), ((0, 100), (0, 0))]


def dxf(draw, *, units=4, binary=None):
    document = ezdxf.new("R2010")
    document.header["$INSUNITS"] = units
    draw(document, document.modelspace())
    if binary is not None:
        document.saveas(binary, fmt="bin")
        return binary.read_bytes()
    out = io.StringIO()
    document.write(out)
    return out.getvalue().encode()


def square(space, x=0.0, y=0.0, a=100.0, layer="0"):
    corners = [(x, y), (x + a, y), (x + a, y + a), (x, y + a)]
    space.add_lwpolyline(corners, close=True, dxfattribs={"layer": layer})


def read(draw, **more):
    return read_drawing("part.dxf", dxf(draw), **more)


def shapes(found):
    """Area and openings of each outline."""
    return [(round(f.area_mm2, 2), len(f.outline.openings)) for f in found.outlines]


def svg(body, attributes='width="200mm" height="200mm" viewBox="0 0 200 200"', **more):
    head = 'xmlns="http://www.w3.org/2000/svg" xmlns:xlink="http://www.w3.org/1999/xlink"'
    return read_drawing("part.svg", f"<svg {head} {attributes}>{body}</svg>".encode(), **more)


RECT = '<rect width="100" height="100"/>'
HOLE = '<circle cx="50" cy="50" r="10" {}/>'
WITH_HOLE = round(100**2 - math.pi * 10**2, 2)


def test_what_is_on_a_layer_that_is_off_or_frozen_is_not_cut_and_is_said() -> None:
    def draw(document, space):
        document.layers.add("NOTES").off()
        document.layers.add("OLD").freeze()
        square(space)
        square(space, 200, layer="NOTES")
        square(space, 400, layer="OLD")
        space.add_circle((50, 50), 10, dxfattribs={"invisible": 1})
        hole = document.blocks.new("HOLE")
        hole.add_circle((0, 0), 5)
        space.add_blockref("HOLE", (20, 20), dxfattribs={"layer": "OLD"})
        space.add_blockref("HOLE", (40, 20), dxfattribs={"layer": "NOTES"})
        space.add_blockref("HOLE", (80, 20))

    found = read(draw)
    assert shapes(found) == [(round(1e4 - 25 * math.pi, 2), 1)]
    assert found.left_out_counts == {"lwpolyline, hidden": 2, "circle, hidden": 2, "insert, hidden": 1}


@pytest.mark.parametrize("said", ["99,75", "1.0D+02", "12abc", "nan", "", "1e", "--5"])
def test_a_figure_that_is_none_is_refused_with_its_line(said) -> None:
    """The library makes 99 of "99,75" and says nothing."""
    data = dxf(lambda d, m: square(m, a=99.75)).replace(b"\n99.75\n", f"\n{said}\n".encode(), 1)
    with pytest.raises(InputError, match="line") as caught:
        read_drawing("part.dxf", data)
    assert data.split(b"\n")[int(caught.value.field.split("line ")[1]) - 1].decode() == said


def test_a_figure_that_only_the_library_mends_is_refused_too(monkeypatch) -> None:
    """Where lines are lost no figure stands at its place any more: what the library says that it mended is heard."""
    data = dxf(lambda d, m: square(m, a=99.75)).replace(b"\n99.75\n", b"\n99,75\n")
    monkeypatch.setattr(dxf_in, "_refuse_figures", lambda data: None)
    with pytest.raises(InputError, match="99,75"):
        read_drawing("part.dxf", data)
    monkeypatch.setattr(dxf_in, "RECOVERED", re.compile("never"))
    assert read_drawing("part.dxf", data).outlines[0].area_mm2 < 99.75**2  # so it was cut


@pytest.mark.parametrize("said", ["99.75", " 99.75", "+99.75", "9.975e1", "9.975E+01", "99.750000"])
def test_figures_that_are_some_are_read(said) -> None:
    data = dxf(lambda d, m: square(m, a=99.75)).replace(b"\n99.75\n", f"\n{said}\n".encode())
    assert shapes(read_drawing("part.dxf", data)) == [(round(99.75**2, 2), 0)]


def test_a_binary_file_is_read(tmp_path) -> None:
    data = dxf(lambda d, m: square(m), binary=tmp_path / "part.dxf")
    assert data[:2] != b"  " and shapes(read_drawing("part.dxf", data)) == [(1e4, 0)]
    with pytest.raises(InputError):
        read_drawing("part.dxf", data[: len(data) // 2])


@pytest.mark.parametrize(
    "tilt",
    [
        lambda m: m.add_circle((50, 50), 10, dxfattribs={"extrusion": (0, 1, 1)}),
        lambda m: m.add_line((0, 0, 0), (50, 50, 10)),
        lambda m: m.add_ellipse((50, 50), major_axis=(10, 0, 5), ratio=0.5),
    ],
)
def test_what_lies_tilted_is_not_read_as_if_it_lay_flat(tilt) -> None:
    with pytest.raises(InputError, match="flat"):
        read(lambda d, m: (square(m), tilt(m)))


def test_a_circle_seen_from_below_lies_flat() -> None:
    found = read(lambda d, m: (square(m), m.add_circle((-50, 50), 10, dxfattribs={"extrusion": (0, 0, -1)})))
    assert shapes(found) == [(WITH_HOLE, 1)]


@pytest.mark.parametrize("unit", LENGTH_UNITS)
def test_every_unit_that_may_be_chosen_scales(unit) -> None:
    inch = {"mm": 1, "cm": 10, "m": 1000, "in": 25.4, "ft": 304.8, "pt": 25.4 / 72, "px": 25.4 / 96}[unit]
    found = read_drawing("part.dxf", dxf(lambda d, m: square(m, a=10), units=0), unit=unit)
    assert found.outlines[0].area_mm2 == pytest.approx((10 * inch) ** 2)
    with pytest.raises(InputError, match="one of mm"):
        read_drawing("part.dxf", dxf(lambda d, m: square(m)), unit="furlong")


def lines(space, pairs):
    for a, b in pairs:
        space.add_line(a, b)


SPLIT = [((0, 0), (50, 0)), ((50, 0), (100, 0)), *SQUARE[1:]]
CASES = {
    "a circle, and the same in two arcs": (
        lambda d, m: (m.add_circle((0, 0), 50), m.add_arc((0, 0), 50, 0, 180), m.add_arc((0, 0), 50, 180, 360)),
        [math.pi * 2500],
    ),
    "a circle, and the same in two other arcs": (
        lambda d, m: (m.add_circle((0, 0), 50), m.add_arc((0, 0), 50, 70, 200), m.add_arc((0, 0), 50, 200, 70)),
        [math.pi * 2500],
    ),
    "a circle twice": (lambda d, m: (m.add_circle((0, 0), 50), m.add_circle((0, 0), 50)), [math.pi * 2500]),
    "a circle in arcs that overlap": (
        lambda d, m: [m.add_arc((0, 0), 50, a, a + 200) for a in (0, 120, 240)],
        [math.pi * 2500],
    ),
    "every line twice": (lambda d, m: lines(m, SQUARE * 2), [1e4]),
    "every line twice, once backwards": (lambda d, m: lines(m, SQUARE + [(b, a) for a, b in SQUARE]), [1e4]),
    "an edge of two lines that overlap": (
        lambda d, m: lines(m, [((0, 0), (60, 0)), ((40, 0), (100, 0)), *SQUARE[1:]]),
        [1e4],
    ),
    "an edge that lies within another": (lambda d, m: lines(m, [*SQUARE, ((20, 0), (70, 0))]), [1e4]),
    "a contour, and the same with an edge in two": (lambda d, m: (square(m), lines(m, SPLIT)), [1e4]),
    "lines, and the same with an edge in two": (lambda d, m: lines(m, SQUARE + SPLIT), [1e4]),
    "an arc of a hundredth": (
        lambda d, m: m.add_lwpolyline(
            [(0, 0, 0), (99.99, 0, 0.4142), (100, 0.01, 0), (100, 100, 0), (0, 100, 0)], format="xyb", close=True
        ),
        [1e4],
    ),
    "a loose arc of a hundredth": (
        lambda d, m: (lines(m, [((0, 0), (99.99, 0)), ((100, 0.01), (100, 100)), *SQUARE[2:]]),
                      m.add_arc((99.99, 0.01), 0.01, 270, 360)),
        [1e4],
    ),
    "two contours that touch in a corner": (lambda d, m: (square(m), square(m, 100, 100, 50)), [1e4, 2500]),
    "the same in loose lines": (
        lambda d, m: lines(m, SQUARE + [((x + 100, y + 100), (z + 100, w + 100)) for (x, y), (z, w) in SQUARE]),
        [1e4, 1e4],
    ),
    "two contours that share an edge": (lambda d, m: (square(m), square(m, 100, 0, 50)), [1e4, 2500]),
    "a hole that touches the edge": (lambda d, m: (square(m), m.add_circle((10, 50), 10)), [WITH_HOLE]),
}  # fmt: skip


@pytest.mark.parametrize("case", CASES)
@pytest.mark.parametrize("turn", [0.0, 37.0])
def test_lines_on_one_another_and_contours_that_touch_are_what_anybody_sees(case, turn) -> None:
    draw, areas = CASES[case]

    def turned(document, space):
        draw(document, space)
        matrix = ezdxf.math.Matrix44.z_rotate(math.radians(turn)) @ ezdxf.math.Matrix44.translate(1234.5, -987.6, 0)
        for entity in list(space):
            entity.transform(matrix)

    found = read(turned)
    assert found.troubles == []
    assert [f.area_mm2 for f in found.outlines] == pytest.approx(areas, rel=1e-4 if "hundredth" in case else 2e-6)


@pytest.mark.parametrize(
    ("draw", "says"),
    [
        (lambda d, m: (square(m), square(m, 50, 50)), "cross each other"),
        (lambda d, m: (square(m), m.add_circle((100, 50), 10)), "cross each other"),
        (lambda d, m: lines(m, [*SQUARE, ((100, 0), (150, 0))]), "branch"),
        (lambda d, m: lines(m, SQUARE[:3]), "does not close"),
        (lambda d, m: m.add_lwpolyline([(0, 0), (100, 0)], close=True), "does not close"),
        (lambda d, m: m.add_lwpolyline([(0, 0), (100, 100), (100, 0), (0, 100)], close=True), "crosses itself"),
    ],
)
def test_what_is_not_clear_is_still_named(draw, says) -> None:
    assert any(says in t.what for t in read(draw).troubles)


def test_a_periodic_spline_runs_where_it_is_defined() -> None:
    """Area by an independent library: 1/2 of the integral of x dy - y dx."""
    corners = [(0, 0, 0), (100, 0, 0), (100, 100, 0), (0, 100, 0)]
    found = read(lambda d, m: m.add_spline(dxfattribs={"degree": 3}).set_closed(corners))
    points = np.array([*corners, *corners[:3]])[:, :2]
    curve = BSpline(np.arange(11.0), points, 3)
    t = np.linspace(3, 7, 40_001)
    x, y = curve(t).T
    area = abs(np.trapezoid(x * curve.derivative()(t)[:, 1] - y * curve.derivative()(t)[:, 0], t)) / 2
    assert found.troubles == [] and found.outlines[0].area_mm2 == pytest.approx(area, rel=1e-4)


@pytest.mark.parametrize(
    "hidden",
    [
        HOLE.format('style="display:none"'),
        HOLE.format('display="none"'),
        HOLE.format('visibility="hidden"'),
        HOLE.format('opacity="0"'),
        HOLE.format('fill="none" stroke="none"'),
        f"<style>.ghost {{ display: none }}</style>{HOLE.format('class=' + chr(34) + 'ghost' + chr(34))}",
        f"<style>/* x */ #g, .y {{ visibility:hidden; }}</style><g id='g'>{HOLE.format('')}</g>",
        f"<g style='display : none'><g>{HOLE.format('')}</g></g>",
    ],
)
def test_what_an_svg_does_not_show_is_not_cut_and_is_said(hidden) -> None:
    found = svg(RECT + hidden)
    assert shapes(found) == [(1e4, 0)] and found.left_out_counts == {"circle, hidden": 1}


def test_what_is_shown_within_something_hidden_is_cut() -> None:
    found = svg(
        RECT + f'<g visibility="hidden">{HOLE.format(chr(118) + "isibility=" + chr(34) + "visible" + chr(34))}</g>'
    )
    assert shapes(found) == [(WITH_HOLE, 1)]


NESTED = '<svg {} viewBox="0 0 10 10"><rect width="10" height="10"/></svg>'
USED = '<defs><circle id="c" r="10"/></defs>' + RECT
SYMBOL = '<symbol id="s" viewBox="0 0 10 10"><rect width="10" height="10"/></symbol>'


@pytest.mark.parametrize(
    ("body", "expected"),
    [
        (USED + '<use href="#c" x="50" y="50"/>', [(WITH_HOLE, 1)]),
        (USED + '<use xlink:href="#c" transform="translate(50 50)"/>', [(WITH_HOLE, 1)]),
        (SYMBOL + '<use href="#s" x="10" y="10" width="50" height="50"/>', [(2500, 0)]),
        (SYMBOL + '<use href="#s" width="50" height="20"/>', [(400, 0)]),
        (NESTED.format('x="10" y="10" width="100" height="100"'), [(1e4, 0)]),
        (NESTED.format('width="100" height="50" preserveAspectRatio="none"'), [(5000, 0)]),
        ('<rect width="50mm" height="2in"/>', [(round(50 / 25.4 * 96 * 192, 2), 0)]),
    ],
)  # fmt: skip
def test_uses_symbols_nested_views_and_figures_with_units(body, expected) -> None:
    assert shapes(svg(body)) == [(pytest.approx(a), n) for a, n in expected]


@pytest.mark.parametrize(
    ("attributes", "area"),
    [
        ('width="200mm" height="100mm" viewBox="0 0 200 200"', 2500),
        ('width="200mm" height="100mm" viewBox="0 0 200 200" preserveAspectRatio="none"', 5000),
        ('width="200mm" height="100mm" viewBox="0 0 200 200" preserveAspectRatio="xMidYMid slice"', 1e4),
        ('width="20cm" viewBox="0 0 400 400"', 2500),
    ],
)
def test_a_view_box_lies_in_its_page_as_it_says(attributes, area) -> None:
    assert shapes(svg(RECT, attributes)) == [(area, 0)]


@pytest.mark.parametrize(
    "attributes", ['width="200mm" height="200mm"', 'width="200" height="200"', 'width="100%" viewBox="0 0 9 9"', ""]
)
def test_a_drawing_that_does_not_say_how_large_it_is_asks(attributes) -> None:
    """By the rule of the format it would be in 96ths of an inch; most that write such files mean millimetres."""
    with pytest.raises(InputError, match="unit"):
        svg(RECT, attributes)
    assert shapes(svg(RECT, attributes, unit="mm")) == [(1e4, 0)]


def test_percentages_and_circles_of_uses_are_refused() -> None:
    with pytest.raises(InputError, match="50%"):
        svg('<rect width="50%" height="50"/>')
    with pytest.raises(InputError):
        svg('<g id="a"><use href="#a"/><rect width="10" height="10"/></g>')
    many = "".join(f'<g id="g{k}">' + f'<use href="#g{k + 1}"/>' * 12 + "</g>" for k in range(7))
    with pytest.raises(InputError, match="simpler"):
        svg(many + '<g id="g7">' + RECT + "</g>")


def test_a_document_type_without_entities_and_a_style_in_cdata_are_no_trouble() -> None:
    head = '<?xml version="1.0"?><!DOCTYPE svg PUBLIC "-//W3C//DTD SVG 1.1//EN" "svg11.dtd">'
    body = f"<style><![CDATA[.g{{display:none}}]]></style>{RECT}{HOLE.format('class=' + chr(34) + 'g' + chr(34))}"
    text = f'{head}<svg xmlns="http://www.w3.org/2000/svg" width="9mm" viewBox="0 0 9 9">{body}</svg>'
    assert shapes(read_drawing("part.svg", text.encode())) == [(1e4, 0)]


def test_a_large_round_is_as_true_as_a_small_one() -> None:
    found = svg('<circle cx="5000" cy="5000" r="5000"/>', 'width="10000mm" viewBox="0 0 10000 10000"')
    assert found.outlines[0].area_mm2 == pytest.approx(math.pi * 25e6, rel=1e-8)


def test_the_command_says_what_is_cut_what_is_wrong_and_what_is_left_out(tmp_path, capsys) -> None:
    file = tmp_path / "part.dxf"
    file.write_bytes(
        dxf(lambda d, m: (square(m, 10, 20), m.add_text("S1"), m.add_circle((50, 50), 9, dxfattribs={"invisible": 1})))
    )
    assert run(["drawing", str(file)]) == 0
    said = json.loads(capsys.readouterr().out)
    (outline,) = said["outlines"]
    assert outline["box_mm"] == [10, 20, 110, 120] and outline["cut_mm"] == 400 and outline["openings"] == 0
    assert said["left_out"] == {"text": 1, "circle, hidden": 1} and said["troubles"] == []
    assert run(["drawing", str(tmp_path / "none.dxf")]) == 2


def test_the_command_reads_a_yards_list(tmp_path, capsys) -> None:
    file = tmp_path / "list.csv"
    file.write_text("Profile;Grade;Length (mm);Price\nRHS 120x60x4 hot;S355J2H;6000;99,50\nSHS 9x9x9;S355;6000;1,00\n")
    assert run(["offers", str(file)]) == 0
    said = json.loads(capsys.readouterr().out)
    (line,), (left,) = said["lines"], said["refused"]
    assert (line["row"], line["section"], line["length_mm"], line["price"]) == (2, "RHS 120×60×4 hot", 6000, 99.5)
    assert left["row"] == 3 and "catalogue" in left["reason"]
