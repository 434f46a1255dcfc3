"""Prints in true size, measured back from the PDF: every line of every tile, laid together by their crosses."""

import io
import itertools
import math
import re

import numpy as np
import pypdf
import pytest
from pypdf.generic import ContentStream
from shapely import LineString, MultiLineString, Point, Polygon

from tests.core.test_features import hole
from tests.core.test_plate_families import bend, spec
from tests.core.test_saddles import TUBE, bar, mm, saddle
from yorvek.core.errors import InputError
from yorvek.core.files.true_size import EDGE_MM, OVERLAP_MM, PAPERS, Tile, tiling, true_size_pdf
from yorvek.core.outlines import bounds_mm, ring_points
from yorvek.core.parts import part_geometry
from yorvek.core.parts.templates import template_of, templates_of

POINT_MM = 25.4 / 72


def strokes(page):
    """Every straight line of a page as it comes out of a printer, mm from its lower left corner."""
    stack, now, path, out = [], np.eye(3), [], []

    def put(x, y):
        px, py, _ = np.array([float(x), float(y), 1.0]) @ now
        return px * POINT_MM, py * POINT_MM

    for operands, operator in ContentStream(page.get_contents(), page.pdf).operations:
        name = operator.decode()
        if name == "q":
            stack.append(now)
        elif name == "Q":
            now = stack.pop()
        elif name == "cm":
            a, b, c, d, e, f = map(float, operands)
            now = np.array([[a, b, 0], [c, d, 0], [e, f, 1]]) @ now
        elif name == "m":
            path.append([put(*operands)])
        elif name == "l":
            path[-1].append(put(*operands))
        elif name == "h":
            path[-1].append(path[-1][0])
        elif name == "re":
            x, y, w, h = map(float, operands)
            path.append([put(*p) for p in ((x, y), (x + w, y), (x + w, y + h), (x, y + h), (x, y))])
        elif name in ("S", "s", "n"):  # what is only clipped to is not drawn
            out += [] if name == "n" else [pair for run in path for pair in itertools.pairwise(run)]
            path = []
    return out


def printed(template, paper="A4", unit="mm"):
    return pypdf.PdfReader(io.BytesIO(true_size_pdf("Scope Pier B1", template, paper, unit)))


def on_the_part(template, paper="A4"):
    """All that is drawn within the windows of all tiles, where it is on the part, mm."""
    found = tiling(template, paper)
    lines = []
    for page, tile in zip(printed(template, paper).pages, found.tiles, strict=True):
        window = Polygon(
            [(tile.x, tile.y), (tile.x + tile.width, tile.y), (tile.x + tile.width, tile.y + tile.height),
             (tile.x, tile.y + tile.height)]
        )  # fmt: skip
        for (ax, ay), (bx, by) in strokes(page):
            shift = (tile.x - EDGE_MM, tile.y - EDGE_MM)
            line = LineString([(ax + shift[0], ay + shift[1]), (bx + shift[0], by + shift[1])])
            seen = line.intersection(window)
            if seen.length > 0:
                lines.append(seen)
    return MultiLineString([part for line in lines for part in getattr(line, "geoms", [line])])


def plate(**more):
    return template_of(spec("rectangle", **more), part_geometry(spec("rectangle", **more)), "part")


LARGE = {"width": 640, "height": 430, "thickness": 8, "corner_radius": 40}


@pytest.mark.parametrize("paper", list(PAPERS))
def test_tiles_laid_together_are_the_part(paper):
    """Every place of its outline is printed, within a tenth of a millimetre."""
    features = [hole(x=100, y=90, size=60), hole(x=400, y=300, size=22)]
    part = spec("rectangle", features, **LARGE)
    template = template_of(part, part_geometry(part), "part")
    drawn = on_the_part(template, paper)
    assert len(tiling(template, paper).tiles) > 1
    for ring in (template.outline.outer, *template.outline.openings):
        for x, y in ring_points(ring, chord_mm=0.001):
            assert drawn.distance(Point(x, y)) < 0.1


@pytest.mark.parametrize(("unit", "side"), [("mm", 100.0), ("in", 101.6)])
def test_the_square_on_every_tile_measures_what_it_says(unit, side):
    for page in printed(plate(**LARGE), unit=unit).pages:
        squares = [
            (a, b) for a, b in strokes(page)
            if math.dist(a, (EDGE_MM, EDGE_MM)) < 0.01 and abs(math.dist(a, b) - side) < 0.1
        ]  # fmt: skip
        assert squares
        words = page.extract_text()
        assert ("100 mm" if unit == "mm" else '4"') in words and "Measure it before you cut" in words
        assert re.search(r"tile [A-Z]\d+ of \d × \d", words)


@pytest.mark.parametrize(("paper", "size"), [("A4", (210, 297)), ("A3", (297, 420)), ("Letter", (215.9, 279.4))])
def test_pages_are_as_large_as_the_paper_and_say_what_they_are_within_it(paper, size):
    """ISO 216; ANSI letter. Every word stands on the page."""
    (page,) = printed(plate(width=100, height=60, thickness=8), paper).pages
    assert sorted(float(v) * POINT_MM for v in page.mediabox[2:]) == pytest.approx(size, abs=0.1)
    seen = []

    def look(text, _, matrix, *__):
        if text.strip():
            seen.append((text.strip(), matrix[4] * POINT_MM, matrix[5] * POINT_MM))

    page.extract_text(visitor_text=look)
    wide, high = (float(v) * POINT_MM for v in page.mediabox[2:])
    assert any("Scope Pier B1" in words for words, *_ in seen) and any("tile A1" in words for words, *_ in seen)
    assert all(0 <= x < wide and 0 < y < high for _, x, y in seen)


def test_neighbours_share_their_crosses():
    """A cross in the overlap of two tiles stands at one place of the part on both."""
    template = plate(**LARGE)
    found = tiling(template, "A4")
    crosses = []
    for page, tile in zip(printed(template).pages, found.tiles, strict=True):
        mine = set()
        for (ax, ay), (bx, by) in strokes(page):
            if abs(math.dist((ax, ay), (bx, by)) - 8) < 1e-3 and abs(ay - by) < 1e-6:
                mine.add((round((ax + bx) / 2 + tile.x - EDGE_MM, 2), round(ay + tile.y - EDGE_MM, 2)))
        crosses.append(mine)
    by_place = {(t.column, t.row): c for t, c in zip(found.tiles, crosses, strict=True)}
    for (column, row), mine in by_place.items():
        for beside in ((column + 1, row), (column, row + 1)):
            if beside in by_place:
                assert len(mine & by_place[beside]) >= 2


def test_a_small_part_is_one_page_and_a_long_one_says_what_else():
    assert len(printed(plate(width=150, height=90, thickness=8)).pages) == 1
    with pytest.raises(InputError, match="larger paper") as caught:
        tiling(plate(width=5800, height=1400, thickness=8), "A4")
    assert caught.value.field == "paper"
    with pytest.raises(InputError):
        tiling(plate(width=90000, height=90000, thickness=8), "A4")


def test_a_paper_about_a_tube_is_as_long_as_the_tube_is_round():
    part = bar(left_shape=saddle(60.3), right_end=mm(30))
    left, right = templates_of(part, part_geometry(part))
    assert [left.name, right.name] == part_geometry(part).prints == ["left-end", "right-end"]
    drawn = on_the_part(left)
    x0, y0, x1, y1 = bounds_mm(left.outline)
    assert (drawn.bounds[0], drawn.bounds[2]) == pytest.approx((x0, x1), abs=0.1)
    assert x1 - x0 == pytest.approx(math.pi * 48.3, abs=0.1)
    (page,) = printed(left).pages
    words = page.extract_text()
    assert all(name in words for name in ("bottom", "front", "top", "back", "behind the tip"))
    assert "saddled onto ⌀60.3" in words


def test_faces_bends_and_square_ends():
    drilled = bar("SHS 60×60×4 hot", length=mm(500))
    drilled = drilled.model_copy(update={"features": spec("rectangle", [hole(x=100, y=30)], **LARGE).features})
    names = [t.name for t in templates_of(drilled, part_geometry(drilled))]
    assert names == part_geometry(drilled).prints == ["front", "back"]
    bent = spec("bent", first_leg=60, width=100, thickness=5, bends=[bend(90, 80)])
    (flat,) = templates_of(bent, part_geometry(bent))
    assert [line.words for line in flat.lines] == ["90° up, R6.4"]
    square = bar(TUBE)
    assert templates_of(square, part_geometry(square)) == part_geometry(square).prints == []
    angle = bar("L 50×50×5", left_end=mm(45))
    assert templates_of(angle, part_geometry(angle)) == part_geometry(angle).prints == []
    with pytest.raises(InputError, match="something to print"):
        template_of(square, part_geometry(square), "left-end")
    with pytest.raises(InputError, match="one of front, back"):
        template_of(drilled, part_geometry(drilled), "part")


def test_tiles_overlap():
    found = tiling(plate(**LARGE), "A4")
    first, second = found.tiles[:2]
    assert first.x + first.width - second.x == pytest.approx(OVERLAP_MM)


def test_rows_beyond_the_alphabet_have_two_letters():
    assert [Tile(0, 0, 1, 1, 2, row).name for row in (0, 25, 26, 59)] == ["A3", "Z3", "AA3", "BH3"]
