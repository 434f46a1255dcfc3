"""The whole job in another metal: what a metal alone changes, and that equals are equal."""

import re

import pytest

from tests.core.test_checks import rail
from yorvek.core.comparison import Mine, MineFrame, swap
from yorvek.core.errors import InputError
from yorvek.core.frames import FrameRequest, check_frame, check_member
from yorvek.core.frames.chain import usual_pin
from yorvek.core.materials import material


def job(**more):
    return [
        Mine(mark="R1", qty=4, member=rail(**more)),
        Mine(mark="R2", qty=2, member=rail(load=2.0, section="SHS 60×60×4 hot", **more)),
    ]


def test_the_same_section_in_aluminium():
    """A third of the mass and a third of the stiffness: both go with density and E."""
    mine = job()
    found, kept = swap(mine, "6082-T6", "section"), swap(mine, "S355", "section")
    steel, aluminium = material("S355"), material("6082-T6")
    assert found.mass_kg / kept.mass_kg == pytest.approx(aluminium.density_kg_m3 / steel.density_kg_m3)
    for now, before in zip(found.members, kept.members, strict=True):
        assert now.section_id == before.section_id
        ratio = now.stiffness / before.stiffness
        assert ratio == pytest.approx(aluminium.E_MPa / steel.E_MPa, rel=0.05)  # its own weight is less too
    assert kept.mass_kg == pytest.approx(kept.mass_before_kg)


@pytest.mark.parametrize("metal", ["S235", "6082-T6", "304", "A500 Gr C"])
@pytest.mark.parametrize("equal", ["strength", "stiffness"])
def test_equals_are_at_least_equal_and_lightest(metal, equal):
    mine = job()
    found, before = swap(mine, metal, equal), swap(mine, "S355", "section")
    for now, was in zip(found.members, before.members, strict=True):
        if now.section_id is None:
            assert now.why_not and found.mass_kg is None
            continue
        assert getattr(now, equal) >= getattr(was, equal) * 0.99
    if found.mass_kg is not None:
        assert found.mass_kg == pytest.approx(sum(m.mass_kg * m.qty for m in found.members))


def test_at_equal_stiffness_aluminium_saves_less_than_its_density():
    found = swap(job(), "6082-T6", "stiffness")
    if found.mass_kg is not None:
        assert found.mass_kg / found.mass_before_kg > 0.34


def test_a_member_without_a_strength_cannot_be_matched():
    angle = [Mine(mark="A1", qty=1, member=rail(section="L 100×50×8"))]
    found = swap(angle, "S235", "strength")
    assert found.mass_kg is None and "not checked" in found.members[0].why_not


def test_an_unknown_metal_is_refused():
    with pytest.raises(InputError):
        swap(job(), "unobtainium", "section")


def bracket() -> MineFrame:
    shape = {"kind": "bracket", "sizes_mm": {"reach": 900, "drop": 600, "seat": 300}}
    roles = {r: {"section_id": "SHS 50×50×4 hot", "material_id": "S355"} for r in ("arm", "strut")}
    load = {"name": "net", "spot": "tip", "force_N": 2500.0, "case": "live"}
    joints = {f"strut, {n}": usual_pin(16.0).model_dump() for n in ("wall below", "seat")}
    ask = {
        "starter": shape,
        "roles": roles,
        "loads": [load],
        "method": {"kind": "shop"},
        "limits": {},
        "joints": joints,
    }
    return MineFrame(mark="K1", qty=3, request=FrameRequest.model_validate(ask))


@pytest.mark.parametrize("equal", ["strength", "stiffness"])
def test_a_structure_in_aluminium_is_at_least_as_strong_or_stiff(equal):
    """Worked out again from the sizes it names: every role in the metal, the reserve not below what it was."""
    mine = bracket()
    before = check_frame(mine.request, swings=False)
    found = swap([], "6082-T6", equal, [mine])
    (line,) = found.members
    chosen = dict(part.split(": ") for part in line.section_id.split("; "))
    roles = {r: {"section_id": s, "material_id": "6082-T6"} for r, s in chosen.items()}
    again = check_frame(FrameRequest.model_validate({**mine.request.model_dump(), "roles": roles}), swings=False)
    assert set(chosen) == {"arm", "strut"}
    assert again.mass_kg == pytest.approx(line.mass_kg)
    assert getattr(again, equal).value >= getattr(before, equal).value * 0.99
    assert found.mass_before_kg == pytest.approx(3 * before.mass_kg)


def test_a_structure_at_the_same_section_takes_the_nearest_size_sold():
    found = swap([], "6082-T6", "section", [bracket()])
    assert found.members[0].section_id and "50×50" in found.members[0].section_id
    same = swap([], "S355", "section", [bracket()])
    assert same.mass_kg == pytest.approx(same.mass_before_kg)


def test_C14_a_job_without_anything_sized_weighs_nothing_in_no_metal():
    assert swap([], "6082-T6", "section").mass_kg is None


def test_C14_what_nobody_sells_is_said_at_equal_section():
    found = swap(job(), "6082-T6", "section").members
    assert all("nobody sells it" in m.remark for m in found)
    assert not any(m.remark for m in swap(job(), "S235", "section").members)


def test_C14_what_fails_names_what_comes_nearest_and_by_how_much():
    heavy = [Mine(mark="R1", qty=1, member=rail(section="HEB 300"))]
    line = swap(heavy, "6082-T6", "stiffness").members[0]
    assert line.section_id is None
    name, share = re.search(r"the nearest, (.+), has (\d+) % of it", line.why_not).groups()
    before = check_member(heavy[0].member)
    now = check_member(heavy[0].member.model_copy(update={"section_id": name, "material_id": "6082-T6"}))
    assert now.stiffness.value / before.stiffness.value == pytest.approx(int(share) / 100, abs=0.02)
