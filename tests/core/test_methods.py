"""The five methods beside each other: factors by hand, EN's columns against its single rules, and what each refuses."""

import math
from dataclasses import fields

import numpy as np
import pytest
from hypothesis import given, settings
from hypothesis import strategies as st

from tests.core.test_checks import by_id, rail
from tests.values.formulas import sideways_buckling
from yorvek.core.checks import Method, check_beam
from yorvek.core.checks.methods import combinations_of, service_combinations
from yorvek.core.clauses.en1993 import columns
from yorvek.core.clauses.en1993.members import flexural_buckling
from yorvek.core.comparison import SweepRequest, sweep
from yorvek.core.sections import catalogue, section
from yorvek.core.sections.table import SectionTable, section_table

KINDS = ("shop", "asd", "lrfd", "en", "lifting")


def column(*values):
    return np.array(values, float)


@pytest.mark.parametrize("name", ["IPE 200", "IPE 300", "HEA 160", "HEB 240"])
@pytest.mark.parametrize("length", [500.0, 3000.0, 8000.0])
def test_en_sideways_buckling_of_rolled_i_sections(name, length):
    """The column's answer is the single rule's (held against check values), with the section's own constants."""
    s = section(name)
    single = sideways_buckling(
        length_mm=length,
        Iz_mm4=s.Iy_mm4,
        It_mm4=s.J_mm4,
        Iw_mm6=s.Cw_mm6,
        W_mm3=s.Zx_mm3,
        fy_MPa=235.0,
        curve="a" if s.depth_mm / s.width_mm <= 2 else "b",
        G_MPa=210_000 / 2.6,
    )
    got = columns.moment(section_table([s], "strong"), column(235), column(210_000), column(length))
    assert got[0] == pytest.approx(single.Mb_Rd_Nmm, rel=1e-9)


@pytest.mark.parametrize(
    ("name", "fy", "counts"),
    [
        ("SHS 100×100×4 hot", 235, "Z"),
        ("SHS 120×120×4 cold", 490, "S"),
        ("IPE 300", 275, "Z"),
        ("CHS 48.3×3.2", 235, "Z"),
    ],
)
def test_en_classes(name, fy, counts):
    """c/t 22 is class 1; 27 against 38 and 42 x 0.69 at fy 490 is class 3; IPE 300 and a stout tube are class 1 (table
    5.2, from memory).
    """
    s = section(name)
    W = columns.modulus(section_table([s], "strong"), column(fy), column(210_000))
    assert W[0] == pytest.approx(s.Zx_mm3 if counts == "Z" else s.Sx_mm3)


def test_thin_walls_are_class_4_and_not_checked():
    thin = [s for s in catalogue() if s.shape == "rhs" and (s.width_mm - 3 * s.wall_mm) / s.wall_mm > 50]
    assert thin
    W = columns.modulus(section_table(thin, "strong"), column(355), column(210_000))
    assert np.isnan(W).all()
    verdict = check_beam(rail(section=thin[0].id, material="S355", method=Method(kind="en")))
    assert verdict.strength.value is None and "class 4" in verdict.strength.governs


@pytest.mark.parametrize(
    ("name", "curve"),
    [
        ("SHS 100×100×4 hot", "a"),
        ("SHS 100×100×4 cold", "c"),
        ("IPE 300", "b"),
        ("HEB 200", "c"),
        ("L 100×100×10", "b"),
        ("RD 20", "c"),
    ],
)
def test_en_curves(name, curve):
    """Table 6.2, the worse axis (from memory)."""
    assert columns.buckling_curve(section(name)) == curve


def test_lrfd_and_asd_differ_by_their_factors():
    """phi Mn against Mn / omega on one nominal strength."""
    asd, lrfd, lifting = (
        by_id(check_beam(rail(section="HSS4X4X1/4", material="A500 Gr C", method=Method(kind=k))), "bending")
        for k in ("asd", "lrfd", "lifting")
    )
    assert lrfd.capacity / asd.capacity == pytest.approx(0.9 * 1.67)
    assert lifting.capacity / asd.capacity == pytest.approx(1.67 / 2.0)
    assert lrfd.demand == pytest.approx(asd.demand * 1.6, rel=0.02)  # nearly all of it is live load


@pytest.mark.parametrize(("kind", "names"), [
    ("shop", ["D + L"]),
    ("asd", ["D + L"]),
    ("lrfd", ["1.4 D", "1.2 D + 1.6 L", "0.9 D + 1.6 L"]),
    ("en", ["1.35 G + 1.5 Q", "1.0 G + 1.5 Q"]),
    ("lifting", ["D + L"]),
])  # fmt: skip
def test_combinations_without_wind(kind, names):
    """ASCE 7-22 and EN 1990 as CONTRACTS' table has them."""
    assert [c.name for c in combinations_of(Method(kind=kind), wind=False)] == names
    assert len(combinations_of(Method(kind=kind), wind=True)) > len(names)
    assert all(c.dead == 1 and c.live == 1 for c in service_combinations(wind=False))


@given(st.sampled_from(KINDS), st.floats(0.5, 20), st.floats(1.01, 3))
@settings(max_examples=40)
def test_more_load_never_gives_more_reserve(kind, load, times):
    light, heavy = (
        check_beam(rail(load=q, section="RHS 120×80×6.3 hot", method=Method(kind=kind))).strength.value
        for q in (load, load * times)
    )
    assert heavy < light


@pytest.mark.parametrize("kind", KINDS[1:])
def test_aluminium_is_judged_by_the_shop_factor_alone(kind):
    verdict = check_beam(rail(section="AL 120×80×5", material="6082-T6", method=Method(kind=kind)))
    assert verdict.strength.value is None and "shop factor" in verdict.strength.governs
    assert verdict.stiffness.value is not None


@pytest.mark.parametrize("kind", KINDS)
def test_the_sweep_speaks_the_same_method(kind):
    member = rail(method=Method(kind=kind))
    found = sweep(SweepRequest(member=member, materials=["S355"], system="metric"))
    picked = [c for c in found.candidates if c.strength is not None][::60]
    assert picked
    for candidate in picked:
        exact = check_beam(member.model_copy(update={"section_id": candidate.section_id, "material_id": "S355"}))
        assert candidate.strength == pytest.approx(exact.strength.value, rel=0.01)


def test_a_long_strut_by_both_codes():
    """Elastic buckling governs: AISC takes 0.877 Fe, EN a little less than Fe by its curve."""
    s = section("SHS 60×60×4 hot")
    by = flexural_buckling(A_mm2=s.A_mm2, I_mm4=s.Ix_mm4, length_mm=6000, fy_MPa=355, curve="a")
    assert 0.80 < by.Nb_Rd_N / by.Ncr_N < 0.97


@pytest.mark.parametrize(
    ("shape", "part", "plastic", "elastic"),
    [
        ("i", "flange", 10, 14), ("i", "web", 83, 124), ("channel", "flange", 10, 14), ("channel", "web", 83, 124),
        ("rhs", "flange", 38, 42), ("rhs", "web", 83, 124), ("chs", "wall", 70, 90),
    ],
)  # fmt: skip
@pytest.mark.parametrize("fy", [235.0, 355.0])
def test_walls_are_plastic_elastic_or_not_covered_by_their_class(shape, part, plastic, elastic, fy):
    """EN 1993-1-1 table 5.2 (from memory): epsilon, its square for round tubes; Z, S or nothing beside the limit."""
    e = math.sqrt(235 / fy) ** (2 if shape == "chs" else 1)
    t = 10.0

    def counts(slender):
        stocky = {"flat_width": t, "flat_depth": t, "depth": 10 * t, "width": 4 * t, "wall": t, "flange": t}
        own = {
            ("i", "flange"): {"width": 2 * slender * t + t}, ("i", "web"): {"depth": slender * t + 2 * t},
            ("channel", "flange"): {"width": slender * t + t}, ("channel", "web"): {"depth": slender * t + 2 * t},
            ("rhs", "flange"): {"flat_width": slender * t}, ("rhs", "web"): {"flat_depth": slender * t},
            ("chs", "wall"): {"depth": slender * t},
        }[shape, part]  # fmt: skip
        blank = {f.name: np.zeros(1) for f in fields(SectionTable)}
        given = {k: np.array([v]) for k, v in {**stocky, **own, "Z": 3.0, "S": 2.0}.items()}
        made = SectionTable(**{**blank, **given, "shape": np.array([shape]), "lateral": np.array([True])})
        return float(columns.modulus(made, np.array([fy]), np.array([210_000.0]))[0])

    for limit, before, behind in ((plastic, 3.0, 2.0), (elastic, 2.0, math.nan)):
        assert counts(limit * e * 0.999) == before
        assert counts(limit * e * 1.001) == pytest.approx(behind, nan_ok=True)
