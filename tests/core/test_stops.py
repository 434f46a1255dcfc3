"""The stop list: each setting once for all bars, longest first, what is held back last."""

from tests.core.test_bar_wishes import bars_of, entry, job
from yorvek.core.jobs.stops import stops_of


def test_a_stop_is_set_once_for_all_bars():
    """By hand: eight of 1450 and nine of 900 off bars of 6000; C is as long as B, one setting for both."""
    one = bars_of(job([("A", 1450, 8, {}), ("B", 900, 5, {}), ("C", 900, 4, {})], [{"length": entry(6000)}]))
    stops = stops_of(one)
    assert [(s.length_mm, s.pieces, s.parts) for s in stops] == [(1450, 8, ["A"]), (900, 9, ["B", "C"])]
    assert set(stops[0].bars) | set(stops[1].bars) == set(range(1, len(one.plan.bars) + 1))


def test_another_angle_is_another_setting_and_end_for_end_is_not():
    parts = [
        ("A", 900, 2, {"left_end": entry(45)}), ("B", 900, 2, {"right_end": entry(45)}), ("C", 900, 2, {}),
        ("D", 900, 1, {"left_end": entry(30)}),
    ]  # fmt: skip
    stops = stops_of(bars_of(job(parts, [{"length": entry(6000)}])))
    assert sorted((abs(s.left), abs(s.right), s.parts) for s in stops) == [
        (0, 0, ["C"]), (30, 0, ["D"]), (45, 0, ["A", "B"]),
    ]  # fmt: skip


def test_what_is_held_back_is_set_last():
    stops = stops_of(bars_of(job([("H", 1400, 1, {"held_to": entry(1500)}), ("A", 300, 3, {})])))
    assert [(s.length_mm, s.held) for s in stops] == [(300, False), (1500, True)]
