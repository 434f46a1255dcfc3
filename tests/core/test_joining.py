"""Metals that a shop can weld with what it has (common practice, no source)."""

import pytest

from yorvek.core.materials import MATERIALS, PANELS, material
from yorvek.core.materials.joining import JOINS, UNPROVEN, WELDERS, cannot_join


def test_every_family_of_metal_says_what_joins_it() -> None:
    assert {m.family for m in (*MATERIALS, *PANELS)} == set(JOINS)


@pytest.mark.parametrize("welder", WELDERS)
@pytest.mark.parametrize("metal", MATERIALS, ids=lambda m: m.id)
def test_steel_is_joined_by_any_of_them_and_aluminium_by_few(metal, welder) -> None:
    if metal.id in UNPROVEN:
        assert cannot_join(metal, [welder]).startswith("not before it is proven: ")
        return
    few = metal.family == "aluminium" and welder in ("stick", "wire", "TIG on DC")
    assert bool(cannot_join(metal, [welder])) is few


def test_one_of_several_is_enough_and_what_lacks_is_named() -> None:
    metal = material("6082-T6")
    assert cannot_join(metal, ["stick", "TIG on AC"]) == ""
    assert cannot_join(metal, ["stick"]) == "needs wire with spool gun or TIG on AC; the shop has stick"


def test_nothing_is_said_of_a_shop_that_has_not_said_with_what_it_welds() -> None:
    assert all(cannot_join(m, []) == "" for m in (*MATERIALS, *PANELS))


def test_a_panel_is_never_welded() -> None:
    assert {cannot_join(m, WELDERS) for m in PANELS} == {"it is not welded: bolts, or a clamp"}
