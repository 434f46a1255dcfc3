"""Structures in space: what is drawn is what is judged. Areas by the shoelace formula, axes by their products."""

import math

import numpy as np
import pytest

from tests.core.jobs import demo_structures
from tests.core.test_slewing import ARM, FREE, HUNG
from tests.core.typed import asked as asked_of
from tests.core.typed import load
from yorvek.core.errors import InputError
from yorvek.core.frames import check_frame, picture_of
from yorvek.core.sections import section

DEMO = demo_structures()


def perch(situations):
    """A post that a stay props from one side, an arm from its head."""
    return asked_of(
        ARM, {"post": ("foot", "head"), "arm": ("head", "tip"), "stay": ("stay", "head")},
        {"foot": "fixed", "stay": "pinned"}, [(load("module", 9000), HUNG)],
        sections={"arm": "IPE 160", "stay": "SHS 40×40×3 hot"}, situations=situations, job=FREE,
    )  # fmt: skip


def shoelace(ring):
    x, y = np.array(ring).T
    return abs(float(x @ np.roll(y, -1) - y @ np.roll(x, -1))) / 2


@pytest.mark.parametrize("name", DEMO)
def test_every_bar_that_is_judged_is_drawn_where_it_is(name):
    asked = DEMO[name]
    verdict, drawn = check_frame(asked, swings=False), picture_of(asked)
    there = next(p for p in drawn.positions if p.name in ("", verdict.position))
    assert list(there.nodes) == list(verdict.nodes)
    assert np.array(list(there.nodes.values())) == pytest.approx(np.array(list(verdict.nodes.values())))
    assert [(b.name, b.i, b.j, b.section_id) for b in there.bars] == [
        (b.name, b.i, b.j, b.section_id) for b in verdict.bars
    ]
    for bar in there.bars:
        along = np.subtract(there.nodes[bar.j], there.nodes[bar.i])
        axes = np.array([along / np.linalg.norm(along), bar.depth, bar.width])
        assert axes @ axes.T == pytest.approx(np.eye(3), abs=1e-9)
    assert {h.node for h in verdict.handed} <= set(there.held)


@pytest.mark.parametrize("id", ["RHS 120×60×4 hot", "SHS 60×60×4 hot", "CHS 48.3×3.2", "IPE 160", "UPN 120"])
def test_the_walls_that_are_drawn_have_the_sections_area_about_its_centroid(id):
    asked = perch([])
    roles = {k: c.model_copy(update={"section_id": id, "material_id": "S355"}) for k, c in asked.roles.items()}
    drawn, s = picture_of(asked.model_copy(update={"roles": roles})).sections[id], section(id)
    area = sum(shoelace(r[0]) - sum(shoelace(o) for o in r[1:]) for r in drawn.parts)
    # a chord strays by up to 0.2 mm from a rounded corner
    assert area == pytest.approx(s.mass_area_mm2, rel=0.04)
    points = np.array(drawn.parts[0][0])
    assert float(np.ptp(points[:, 1])) == pytest.approx(s.depth_mm, abs=0.5)
    assert float(np.ptp(points[:, 0])) == pytest.approx(s.width_mm, abs=0.5)
    assert points.min(axis=0) == pytest.approx([-s.cx_mm, -s.cy_mm], abs=0.5)


def test_an_arm_that_slews_is_drawn_from_where_it_begins():
    slew = {"about": "head", "turns": ["arm"], "from_deg": 90, "to_deg": 180}
    drawn = picture_of(perch([{"name": "slewed", "slew": slew}, {"name": "in front"}]))
    slewed, front = drawn.positions
    assert [p.name for p in drawn.positions] == ["slewed", "in front"]
    assert front.nodes["tip"] == pytest.approx((700, 3000, 0))
    assert math.dist(slewed.nodes["tip"], slewed.nodes["head"]) == pytest.approx(700)
    assert slewed.nodes["tip"] == pytest.approx((0, 3000, -700))


def test_a_section_turned_on_its_side_is_drawn_so():
    asked = perch([])
    turned = {k: c.model_copy(update={"turned": True}) for k, c in asked.roles.items()}
    before = {b.name: b for b in picture_of(asked).positions[0].bars}
    for bar in picture_of(asked.model_copy(update={"roles": turned})).positions[0].bars:
        assert abs(np.dot(bar.depth, before[bar.name].width)) == pytest.approx(1)


def test_what_is_known_by_figures_alone_has_no_walls_and_a_role_without_a_section_no_bar():
    asked = perch([])
    less = {k: c for k, c in asked.roles.items() if k != "stay"}
    assert {b.role for b in picture_of(asked.model_copy(update={"roles": less})).positions[0].bars} == {"bar", "arm"}


def test_a_position_that_cannot_be_is_refused_by_its_name():
    with pytest.raises(InputError, match="no such bar"):
        picture_of(perch([{"name": "odd", "without": ["no such bar"]}]))


def test_a_position_that_cannot_be_does_not_hide_the_others():
    drawn = picture_of(perch([{"name": "odd", "without": ["no such bar"]}, {"name": "in front"}]))
    assert [p.name for p in drawn.positions] == ["in front"]
