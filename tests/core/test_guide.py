"""The worked example of docs/guide.md: its figures from the core, and the words in the guide."""

import re

import pytest

from tests.core.jobs import ROOT, demo, worked
from tests.core.test_jobs import plain_job
from yorvek.core.comparison import SweepRequest, sweep
from yorvek.core.jobs.state import beam_member
from yorvek.core.sections import section

GUIDE = " ".join((ROOT / "docs" / "guide.md").read_text().split())


@pytest.fixture(scope="module")
def figures():
    return worked(plain_job())


def cut(value, digits=2):
    """A reserve as the screen shows it: cut, never rounded up."""
    return f"{int(value * 10**digits) / 10**digits:.{digits}f}"


def test_the_joist(figures):
    v = figures.members[1].verdict
    assert f"{abs(v.moment.greatest) / 1e6:.2f} kNm" in GUIDE
    assert f"{cut(v.strength.value)}, {v.strength.word}" in GUIDE
    assert f"{cut(v.stiffness.value)}, **{v.stiffness.word}**" in GUIDE
    assert f"{abs(v.deflection.greatest):.2f} mm of {v.limit_mm:.2f}" in GUIDE
    own = v.mass_kg / 3 * 9.80665 / 1000
    assert f"{3 + own:.2f} kN/m" in GUIDE


def test_the_lightest_that_holds(figures):
    state = plain_job()
    steels = ["S235", "S275", "S355"]
    best = sweep(SweepRequest(member=beam_member(state, state.members[1]), materials=steels, system="metric")).lightest
    assert f"{best.section_id} in {best.material_id}: {best.mass_kg:.1f} kg a joist" in GUIDE
    assert f"instead of {figures.members[1].verdict.mass_kg:.1f}" in GUIDE
    assert f"moves {best.deflection_mm:.2f} mm ({cut(best.stiffness)}, {best.stiffness_word})" in GUIDE


def test_the_plate_and_the_bars(figures):
    plate = figures.parts[2].geometry
    assert f"{plate.mass_kg:.2f} kg each, {plate.cut_length_mm / 1000:.2f} m of cut" in GUIDE
    assert "diagonal of 166.4 mm" in GUIDE and "check: hole diagonal 166.4 mm" in plate.notes
    (bars,) = figures.bars
    assert bars.plan.proven
    assert (
        f"{figures.bars_to_buy} bars for {figures.purchase.of_kind('bars'):g}, "
        f"each with a drop of {bars.plan.bars[0].drop:g} mm" in GUIDE
    )


def test_the_section_with_a_plate_on_it():
    own, tube = section("Rail cap = SHS 60×60×4 hot + plate 80×6 at -10, 60"), section("SHS 60×60×4 hot")
    assert f"I {own.Ix_mm4 / 1e4:.1f} cm⁴ upright against {tube.Ix_mm4 / 1e4:.1f} of the tube" in GUIDE
    assert f"from {tube.J_mm4 / 1e4:.1f} to {own.J_mm4 / 1e4:.0f} cm⁴" in GUIDE


def test_the_skin_of_the_gate():
    plate = worked(demo("sluice-seven")).plates[1].verdict
    assert f"under 1.5 m of water, breaks {cut(plate.strength.value)}." in GUIDE


def test_the_core_from_python_prints_what_its_page_says(capsys):
    """docs/core.md: its lines are run as they stand there."""
    page = (ROOT / "docs" / "core.md").read_text()
    code, printed = re.search(r"```python\n(.*?)```\n\nprints\n\n```\n(.*?)```", page, re.DOTALL).groups()
    assert len([line for line in code.splitlines() if line.strip()]) == 10
    exec(compile(code, "docs/core.md", "exec"), {})
    assert capsys.readouterr().out == printed


def test_the_bent_handle():
    """Cut length and bends of the Reed Barrow's handle, as the guide says them."""
    handle = next(w for w in worked(demo("reed-barrow")).parts.values() if w.part.mark == "H1").geometry
    near = [f"{b.x1 - b.zone_mm / 2:.1f}" for b in handle.bends]
    assert f"is cut {handle.length_mm:.1f} long; its bends begin {near[0]} and {near[1]} from the left" in GUIDE
