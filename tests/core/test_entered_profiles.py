"""Profiles known by their maker's figures alone, such as slotted ones."""

import pytest

from tests.core.typed import load, structure
from yorvek.core.errors import InputError
from yorvek.core.frames import all_checks
from yorvek.core.jobs.profiles import ProfileSpec
from yorvek.core.sections import section
from yorvek.core.sections.entered import Figures, figures_of

SLOTTED = Figures(
    depth_mm=40, width_mm=40, A_mm2=620, Ix_mm4=92_000, Iy_mm4=92_000, J_mm4=14_000, shear_area_mm2=180,
    inside_b_t=9, outstand_b_t=4,
)  # fmt: skip
FREE = {"method": {"kind": "shop"}}


def line(figures):
    return ProfileSpec(name="Slotted 40", parts=[{"kind": "figures", "figures": figures.model_dump()}]).line()


def hung(id, metal="6061-T6", newton=300, joint=None):
    """A beam of a metre between two posts' heads, something hung from its middle."""
    joints = [] if joint is None else [{"bar": "b0", "node": n, "joint": joint} for n in ("a", "b")]
    return structure(
        {"a": (0, 0), "b": (1000, 0)}, {"b0": ("a", "b")},
        {"a": ["x", "y", "z", "rx"], "b": ["y", "z", "rx"]},
        [(load("box", newton), {"bars": ["b0"], "direction": "down", "at": {"text": "500 mm"}})],
        section=id, metal=metal, job=FREE, welded=False, joints=joints,
    )  # fmt: skip


def named(verdict, part):
    return next(c for c in all_checks(verdict) if part in c.id)


def test_the_line_holds_the_figures_and_reads_them_back():
    assert figures_of(line(SLOTTED).partition(" = ")[2].partition(" | ")[0]) == SLOTTED
    s = section(line(SLOTTED))
    assert (s.A_mm2, s.Ix_mm4, s.J_mm4) == (620, 92_000, 14_000)
    assert s.Sx_mm3 == pytest.approx(92_000 / 20)
    assert s.mass_kg_per_m(2700) == pytest.approx(620 * 2700e-6)


def test_it_bends_and_moves_by_its_figures():
    """P L3 / (48 E I) and P L / 4 over S, any handbook; own weight beside; the shop's factors on yield and ultimate."""
    v = hung(line(SLOTTED))
    w = 620 * 2700e-9 * 9.80665
    sag = (300 * 1000**3 / 48 + 5 * w * 1000**4 / 384) / (69_600 * 92_000)
    assert v.movement.demand == pytest.approx(sag, rel=0.01)
    moment, allowed = 300 * 1000 / 4 + w * 1000**2 / 8, 92_000 / 20 * min(240 / 1.67, 260 / 2)
    assert named(v, "together").demand == pytest.approx(moment / allowed, rel=0.01)


def test_as_good_as_the_same_section_with_its_outline():
    """A plate on edge by its outline, and by what its outline gives."""
    id = "Strip = plate 40×12 + plate 40×12 at 0, 12 | continuous"
    whole = section(id)
    same = Figures(
        depth_mm=whole.depth_mm, width_mm=whole.width_mm, A_mm2=whole.A_mm2, Ix_mm4=whole.Ix_mm4,
        Iy_mm4=whole.Iy_mm4, J_mm4=whole.J_mm4, shear_area_mm2=whole.shear_area_y_mm2, Ct_mm3=whole.Ct_mm3,
        outstand_b_t=1,
    )  # fmt: skip
    a, b = named(hung(id, "S355"), "together"), named(hung(line(same), "S355"), "together")
    assert b.capacity == pytest.approx(a.capacity, rel=0.01)


def test_without_its_walls_bending_is_not_checked():
    blind = SLOTTED.model_copy(update={"inside_b_t": None, "outstand_b_t": None})
    v = hung(line(blind))
    assert named(v, "together").not_checked
    assert v.strength.value is None


def test_it_is_joined_by_a_rating_and_by_nothing_else():
    weld = {"kind": "weld", "leg": {"text": "4 mm"}}
    v = structure(
        {"a": (0, 0), "b": (1000, 0), "c": (0, 500)}, {"b0": ("a", "b"), "up": ("a", "c")}, {"c": "fixed"},
        [(load("box", 50), {"spot": "at b", "direction": "down"})],
        section=line(SLOTTED), metal="6061-T6", job=FREE, welded=False,
        joints=[{"bar": "b0", "node": "a", "joint": weld}],
    )  # fmt: skip
    found = [c for b in v.bars for j in b.joints for c in j.checks]
    assert found
    assert all("maker's rating" in c.not_checked for c in found if c.not_checked and "b0" in c.id)
    assert named(v, "b0, a").not_checked


@pytest.mark.parametrize(
    ("change", "says"),
    [
        ({"Ix_mm4": 9.2}, None),
        ({"Ix_mm4": 9.2e6}, "mm⁴"),
        ({"A_mm2": 2000}, "within its depth times its width"),
        ({"J_mm4": 400_000}, "not above Ix"),
        ({"shear_area_mm2": 700}, "not above A"),
        ({"Sx_mm3": 9000}, "not above Ix over half the depth"),
    ],
)
def test_figures_that_no_section_can_have_are_refused_in_words(change, says):
    odd = SLOTTED.model_copy(update=change)
    if says is None:
        assert section(line(odd)).Ix_mm4 == 9.2
        return
    with pytest.raises(InputError, match=says):
        line(odd)


@pytest.mark.parametrize(
    "text",
    [
        "Odd = figures 40×40: A 620 | continuous",
        "Odd = figures 40×40: A 620, Ix 92000, Iy 92000, J 14000, Av none | continuous",
        "Odd = figures 40×40: A 620, Ix 92000, Iy 92000, J 14000, Av 0 | continuous",
        "Odd = figures 40×40: A 620, Ix 92000, Iy 92000, J 14000, Av 180 + plate 40×5 at 0, 40 | continuous",
        "Odd = figures 40×40: A 620, Ix 92000, Iy 92000, J 14000, Av 180 turned 90 | continuous",
    ],
)
def test_a_line_that_holds_too_little_or_too_much_is_refused(text):
    with pytest.raises(InputError):
        section(text)
