"""Groups of straight fillets, against points along them that share the forces by statics."""

import itertools
import math

import numpy as np
import pytest

from tests.core.test_true_joints import EN, check, judged, mm
from yorvek.core.errors import InputError
from yorvek.core.joints.weld_group import SIDES, WeldGroup, lines_of, worst_flows

FLAT = {"kind": "weld group", "leg": mm(6), "sides": "two along", "length": mm(200), "width": mm(100), "plate": mm(10)}
BAR = "FL 100×10"


def points(sides, a, b, each=400):
    """Points in the middle of equal bits of the lines, and the length of a bit, from the middle of the group."""
    ends = {"b": ((0, 0), (a, 0)), "t": ((0, b), (a, b)), "l": ((0, 0), (0, b)), "r": ((a, 0), (a, b))}
    at, long = [], []
    for s in SIDES[sides]:
        p, q = (np.array(e, float) for e in ends[s])
        share = (np.arange(each) + 0.5) / each
        at.append(p + share[:, None] * (q - p))
        long.append(np.full(each, np.linalg.norm(q - p) / each))
    at, long = np.concatenate(at), np.concatenate(long)
    return at - (at * long[:, None]).sum(axis=0) / long.sum(), long


def by_points(sides, a, b, forces):
    """Greatest flow when the group moves as a stiff body on even springs, every sense of every force."""
    (x, y), long = points(sides, a, b)[0].T, points(sides, a, b)[1]
    unit = np.stack([np.ones_like(x), y, -x])  # flow square to the plane: it moves out, turns about x, turns about y
    stiff = (unit * long) @ unit.T
    best = 0.0
    for senses in itertools.product((1, -1), repeat=5):
        N, Vy, Vz, T, My, Mz = np.array(forces) * (1, *senses)
        out = np.linalg.lstsq(stiff, np.array([Vz, T, My]), rcond=None)[0] @ unit
        polar = float((long * (x**2 + y**2)).sum())
        q = np.sqrt(out**2 + (N / long.sum() - Mz * y / polar) ** 2 + (Vy / long.sum() + Mz * x / polar) ** 2)
        best = max(best, float(q.max()))
    return best


@pytest.mark.parametrize("sides", SIDES)
def test_as_a_stiff_body_on_even_springs(sides):
    """Elastic method: AISC Manual part 8 takes it the same way."""
    joint = WeldGroup(leg_mm=6, sides=sides, length_mm=180, width_mm=90, plate_mm=10)
    line = lines_of(joint)
    forces = [9000.0, 4000.0, 1500.0, 60e3, 90e3, 400e3]
    if sides == "one along":
        forces[3] = 0.0
    if sides == "one across":
        forces[4] = 0.0
    found = float(worst_flows(joint, line, np.array([forces]))[0])
    assert found == pytest.approx(by_points(sides, 180, 90, forces), rel=0.01)


def test_a_bracket_out_of_the_middle_by_hand():
    """Two lines of 200, 100 apart, 10 kN at 150: Ip = 2.333e6, q = hypot(M y / Ip, V / L + M x / Ip) = 94.9 N/mm."""
    made = check(judged(BAR, {**FLAT, "reach": mm(150)}, {"in_depth": 10e3}), "weld group")
    assert made.demand == pytest.approx(94.87, rel=1e-3)
    assert made.capacity == pytest.approx(0.6 * 482.6 * 6 * 0.7071 / 2.0, rel=1e-3)


def test_square_to_the_bar_it_is_the_line_that_a_weld_all_round_is():
    """A flat bar's own outline, welded all round."""
    forces = {"pull": 9000.0, "in_depth": 3000.0, "about_width": 200e3}
    group = {**FLAT, "sides": "all round", "length": mm(10), "width": mm(100), "lies": "square to the bar"}
    for job in ({"method": {"kind": "asd"}}, EN):
        around = check(judged(BAR, {"kind": "weld", "leg": mm(6)}, forces, job), ": weld")
        assert check(judged(BAR, group, forces, job), "weld group").demand == pytest.approx(around.demand, rel=2e-3)


def test_a_single_line_does_not_hold_what_turns_about_it():
    one = {**FLAT, "sides": "one along"}
    assert "turns about itself" in check(judged(BAR, one, {"twist": 50e3}), "weld group").not_checked
    assert check(judged(BAR, one, {"pull": 5e3}), "weld group").reserve > 1
    square = {**one, "lies": "square to the bar"}
    assert check(judged(BAR, square, {"pull": 5e3}), "weld group").not_checked


def test_legs_that_are_too_small_or_melt_the_edge_away_are_said():
    assert "fillet" in check(judged(BAR, {**FLAT, "leg": mm(2)}, {"pull": 5e3}), "weld group").not_checked
    assert "melts" in check(judged(BAR, {**FLAT, "leg": mm(10)}, {"pull": 5e3}), "weld group").not_checked


OWN = {"kind": "weld group", "leg": mm(6), "sides": "own lines", "plate": mm(10)}


def test_lines_of_its_own_are_the_usual_group_drawn_by_hand():
    forces = {"pull": 4000.0, "in_depth": 9000.0, "across": 700.0, "twist": 3e4, "about_width": 2e5, "about_depth": 5e4}
    for lies in ("flat along the bar", "square to the bar"):
        drawn = {**OWN, "lies": lies, "lines": "0, 0 to 200, 0; 0, 100 to 200, 100; 0, 0 to 0, 100"}
        usual = {**FLAT, "lies": lies, "sides": "three sides"}
        one, other = (check(judged(BAR, j, forces), "weld group") for j in (drawn, usual))
        assert one.demand == pytest.approx(other.demand) and one.capacity == other.capacity


def test_a_sloping_line_shortens_the_lever():
    """Two lines at 45 degrees of 141.4 mm each: q = V / L + M r / Ip at their far ends, Ip by parts."""
    made = check(
        judged(BAR, {**OWN, "lines": "0, 0 to 100, 100; 200, 0 to 100, 100", "reach": mm(120)}, {"in_depth": 8e3}),
        "weld group",
    )
    L = 100 * math.sqrt(2)
    # middle at (100, 50); each line: own middle 50 aside, its own L3 / 12
    polar = 2 * (L**3 / 12 + L * 50**2)
    x, y, M = 100, 50, 8e3 * 120
    assert made.demand == pytest.approx(math.hypot(M * y / polar, 8e3 / (2 * L) + M * x / polar), rel=1e-6)


@pytest.mark.parametrize(
    ("lines", "words"),
    [
        ("", "each line as x, y to x, y"),
        ("0,0 to 200", "as 0, 0 to 200, 0"),
        ("0, 0 to 3, 4", "at least 10 mm"),
        ("0, 0 to 200, 0; 50, 0 to 90, 0", "it lies on another"),
    ],
)
def test_lines_that_cannot_be_are_refused(lines, words):
    with pytest.raises(InputError, match=words):
        judged(BAR, {**OWN, "lines": lines}, {"in_depth": 8e3})


def test_a_usual_group_asks_for_its_sizes():
    with pytest.raises(InputError, match="how long its welds are"):
        judged(BAR, {**FLAT, "width": None}, {"in_depth": 8e3})


def test_a_single_sloping_line_holds_no_moment_about_itself():
    one = {**OWN, "lines": "0, 0 to 100, 100"}
    assert check(judged(BAR, one, {"in_depth": 8e3}), "weld group").reserve
    assert "turns about itself" in check(judged(BAR, one, {"in_depth": 8e3, "twist": 2e4}), "weld group").not_checked
