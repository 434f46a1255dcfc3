"""Sections that a shop puts together: what a line means, against closed forms and the sizes they are made of."""

import math

import pytest
from hypothesis import given, settings
from hypothesis import strategies as st

from yorvek.core.checks import BeamMember, check_beam
from yorvek.core.errors import InputError
from yorvek.core.outlines import Outline, Ring
from yorvek.core.sections import outlines_of, section, short_name, sold_in
from yorvek.core.sections.line import ComposedPart, Composition, outline_words, read_line, single_parts

GIRDER = "Girder = plate 100×8 + plate 184×6 at 53, 8 turned 90 + plate 100×8 at 0, 192 | continuous"


def beam(section_id: str, **more: object) -> BeamMember:
    ask = {
        "beam": {
            "length_mm": 3000,
            "supports": [{"x_mm": 0}, {"x_mm": 3000}],
            "loads": [{"name": "net", "line_N_per_mm": 6.0}],
        },
        "section_id": section_id,
        "material_id": "S235",
    }
    return BeamMember.model_validate({**ask, **more})


def test_a_line_reads_back_as_it_was_written() -> None:
    made = Composition(
        name="Rail box",
        parts=[
            ComposedPart(what="SHS 60×60×4 hot"),
            ComposedPart(what="plate 80×6", x_mm=-10, y_mm=60, turn_deg=7.5, mirrored=True),
        ],
        joined="stitched",
    )
    assert read_line(made.line()) == made
    assert short_name(made.line()) == "Rail box"


def test_one_size_alone_is_that_size() -> None:
    """EN 10210-2 prints J 72.5 cm4 and Ct 22.0 cm3 for SHS 60×60×4; the outline gives both within two percent."""
    alone, sold = section("One = SHS 60×60×4 hot"), section("SHS 60×60×4 hot")
    for name in ("A_mm2", "Ix_mm4", "Iy_mm4", "Zx_mm3", "Zy_mm3"):
        assert getattr(alone, name) == pytest.approx(getattr(sold, name), rel=0.002), name
    assert alone.J_mm4 == pytest.approx(sold.J_mm4, rel=0.03)
    assert alone.Ct_mm3 == pytest.approx(sold.Ct_mm3, rel=0.02)
    assert alone.cells == 1 and sold_in(alone) == sold_in(sold)


def test_a_girder_of_three_plates_by_hand() -> None:
    """Closed forms of the thin-walled I: I by parts, J of strips, Cw = tf b3 h2 / 24, VQ/Ib at the middle."""
    s = section(GIRDER)
    Ix = 6 * 184**3 / 12 + 2 * (100 * 8**3 / 12 + 800 * 96**2)
    assert s.Ix_mm4 == pytest.approx(Ix, rel=1e-6)
    assert s.Cw_mm6 == pytest.approx(8 * 100**3 * 192**2 / 24, rel=0.03)
    assert s.J_mm4 == pytest.approx((2 * 100 * 8**3 + 184 * 6**3) / 3, rel=0.05)
    Q = 800 * 96 + 6 * 92 * 46
    assert s.shear_area_y_mm2 == pytest.approx(Ix * 6 / Q, rel=1e-3)
    assert s.beta_mm == pytest.approx(0.0, abs=0.05)
    # flange: 47 mm beside the web; web: 184 mm between the flanges
    assert s.slender == pytest.approx(max(47 / 8 / 0.45, 184 / 6 / 1.40), rel=0.01)


def test_monosymmetry_of_a_tee_by_hand() -> None:
    """Integral of y (x2 + y2) over two rectangles, exactly."""
    s = section("Tee = plate 80×8 at -40, 80 + plate 80×8 at 4, 0 turned 90")

    def part(width: float, low: float, high: float) -> float:
        return width**3 / 12 * (high**2 - low**2) / 2 + width * (high**4 - low**4) / 4

    cy = (640 * 84 + 640 * 40) / 1280
    total = part(80, 80 - cy, 88 - cy) + part(8, -cy, 80 - cy)
    assert s.beta_mm == pytest.approx(total / s.Ix_mm4 - 2 * (s.shear_centre_y_mm - cy), rel=1e-4)


def test_boxed_is_stiff_in_twist_where_open_is_not() -> None:
    boxed = section(
        "Box = plate 100×8 + plate 100×6 at 6, 8 turned 90 + plate 100×6 at 100, 8 turned 90 + plate 100×8 at 0, 108"
    )
    bredt = 4 * (94 * 108) ** 2 / (2 * 94 / 8 + 2 * 108 / 6)
    assert boxed.J_mm4 == pytest.approx(bredt, rel=0.05)
    assert boxed.cells == 1 and boxed.J_mm4 > 50 * section(GIRDER).J_mm4


def test_not_joined_is_the_sum_of_its_parts() -> None:
    two = section("Two = plate 60×6 + plate 60×6 at 0, 6 | not joined")
    joined = section("Two = plate 60×6 + plate 60×6 at 0, 6 | continuous")
    assert two.Ix_mm4 == pytest.approx(2 * 60 * 6**3 / 12)
    assert joined.Ix_mm4 == pytest.approx(60 * 12**3 / 12)
    assert two.Sx_mm3 == pytest.approx(2 * 60 * 6**2 / 6)


def test_a_composed_beam_is_checked_and_says_what_was_assumed() -> None:
    held = check_beam(beam(GIRDER, unbraced_mm=100.0))
    bending = next(c for c in held.checks if c.id == "bending")
    assert bending.reserve == pytest.approx(235 * section(GIRDER).Sx_mm3 / 1.67 / (bending.demand or 1), rel=0.01)
    assert any("welded along its whole length" in a for a in bending.assumptions)
    free = check_beam(beam(GIRDER))
    assert (free.strength.value or 0) < (held.strength.value or 0)


def test_thin_walls_and_leaning_sections_are_not_passed() -> None:
    thin = check_beam(
        beam("Thin = plate 100×2 + plate 184×2 at 53, 2 turned 90 + plate 100×2 at 0, 186", unbraced_mm=100.0)
    )
    assert thin.strength.word == "not checked"
    leaning = check_beam(beam("Lean = plate 100×8 + plate 184×8 at 8, 8 turned 90"))
    assert leaning.strength.word == "not checked"


def test_sideways_buckling_of_a_girder_against_the_european_rule_for_rolled_ones() -> None:
    """The composed I of IPE 200's outline buckles where the I does: the elastic moment is the same formula."""
    import numpy as np

    from yorvek.core.clauses.sideways import critical_moment
    from yorvek.core.sections.table import section_table

    whole = [
        critical_moment(
            section_table([section(name)], "strong"), np.array([210e3]), np.array([81e3]), np.array([4000.0])
        )[0]
        for name in ("IPE 200", "I = IPE 200")
    ]
    assert whole[1] == pytest.approx(whole[0], rel=0.02)


def test_what_is_cut_for_it() -> None:
    assert single_parts("Cap = SHS 60×60×4 hot + plate 80×6 at -10, 60") == ["SHS 60×60×4 hot", "plate 80×6"]
    own = "Hat = outline (0 0, 40 0, 40 3, 0 3)"
    assert single_parts(own) == [own]


@pytest.mark.parametrize(
    ("line", "says"),
    [
        ("X = SHS 60×60×4", "catalogue"),
        ("X = plate 80×6 + plate 80×6 at 200, 0", "touch"),
        ("X = plate 80×6 + plate 80×6 at 10, 2", "beside each other"),
        ("X = outline (0 0, a b)", "corners"),
        ("X = SHS 60×60×4 hot + AL 60×60×4 at 60, 0", "one family"),
        ("X = plate 80×0", "above 0"),
        ("X = plate 80×6 | glued", "joined as one of"),
    ],
)
def test_a_line_that_cannot_be_says_why(line: str, says: str) -> None:
    with pytest.raises(InputError, match=says):
        section(line)


@settings(max_examples=25, deadline=None)
@given(st.floats(20, 200), st.floats(3, 20), st.floats(-360, 360))
def test_turned_and_moved_a_plate_keeps_its_area_and_principal_axes(width: float, thick: float, turn: float) -> None:
    width, thick, turn = round(width, 2), round(thick, 2), round(turn, 2)
    s = section(f"P = plate {width}×{thick} at 5, -7 turned {turn}")
    big, small = max(width, thick), min(width, thick)
    assert s.A_mm2 == pytest.approx(width * thick, rel=1e-5)
    assert s.I_major_mm4 == pytest.approx(small * big**3 / 12, rel=1e-4)
    assert s.I_minor_mm4 == pytest.approx(big * small**3 / 12, rel=1e-4)
    assert all(v.x > -1e-6 and v.y > -1e-6 for o in outlines_of(s) for v in o.outer.vertices)


def test_an_outline_is_written_and_read_with_its_arcs_and_openings() -> None:
    """A round tube as an outline of half circles: area by its radii."""
    ring = Ring.model_validate({"vertices": [{"x": 30, "y": 0, "bulge": 1}, {"x": -30, "y": 0, "bulge": 1}]})
    inner = Ring.model_validate({"vertices": [{"x": 25, "y": 0, "bulge": 1}, {"x": -25, "y": 0, "bulge": 1}]})
    s = section(f"Pipe = {outline_words(Outline(outer=ring, openings=[inner]))}")
    assert s.A_mm2 == pytest.approx(math.pi * (30**2 - 25**2), rel=1e-6)
    assert s.J_mm4 == pytest.approx(math.pi / 2 * (30**4 - 25**4), rel=0.01)


def test_lopsided_between_stitches_has_no_rule_sideways() -> None:
    """A tee's monosymmetry counts where it is one piece; between stitches nothing is claimed, alike above and below it
    is nought.
    """
    tee = "Tee = plate 80×16 at 0, 60 + plate 60×16 at 48, 0 turned 90 | "
    bent = check_beam(beam(section(tee + "continuous").id, unbraced_mm=3000))
    open_ = check_beam(beam(section(tee + "stitched").id, unbraced_mm=3000))
    assert all(c.reserve is not None for c in bent.checks if c.id == "bending")
    assert any(c.not_checked for c in open_.checks if c.id in ("bending", "sideways buckling"))
    assert section(tee + "stitched").beta_mm is None
    # apart, each plate is alike above and below by itself
    assert section(tee + "not joined").beta_mm == 0.0
    assert section(GIRDER.replace("continuous", "stitched")).beta_mm == 0.0
