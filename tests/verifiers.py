"""Independent checks of plans, written for the tests and the benchmarks: nothing of the engines' own geometry is
used.
"""

import math
from collections import Counter
from itertools import pairwise

import pytest
from shapely import affinity
from shapely.geometry import Polygon, box

from yorvek.core.cutting.bars.slants import Slants

TOLERANCE = 0.01


def check_bars(problem, plan):
    """Quantities exact, every bar long enough, stock not exceeded; returns the cost."""
    parts, stock = {p.id: p for p in problem.parts}, {s.id: s for s in problem.stock}
    made, used, cost = {}, {}, 0.0
    for bar in plan.bars:
        length = sum(parts[c.part].length * c.qty for c in bar.cuts)
        count = sum(c.qty for c in bar.cuts)
        assert count >= 1 and bar.count >= 1
        room = stock[bar.stock].length - problem.end_trim
        if any(parts[c.part].left or parts[c.part].right for c in bar.cuts):
            reach = check_lying(problem, bar)
            assert reach <= room + 1e-6 and 0 <= bar.drop <= max(0.0, room - reach - problem.kerf) + 1e-3
        else:
            assert length + (count - 1) * problem.kerf <= room + 1e-6
            assert bar.drop == pytest.approx(max(0.0, room - length - count * problem.kerf), abs=1e-5)
        used[bar.stock] = used.get(bar.stock, 0) + bar.count
        cost += stock[bar.stock].cost * bar.count
        for c in bar.cuts:
            made[c.part] = made.get(c.part, 0) + c.qty * bar.count
    left = {u.part: u.qty for u in plan.unplaced}
    assert {p.id: p.qty for p in problem.parts} == {p.id: made.get(p.id, 0) + left.get(p.id, 0) for p in problem.parts}
    for s in problem.stock:
        assert s.qty is None or used.get(s.id, 0) <= s.qty
    return cost


def side_view(length, left, right, depth):
    """A piece from the side, its ends in degrees from square: above 0 the lower side is the longer one."""
    lean, back = depth * math.tan(math.radians(left)), depth * math.tan(math.radians(right))
    bottom = max(-lean, 0.0), length - max(-back, 0.0)
    top = max(lean, 0.0), length - max(back, 0.0)
    return Polygon([(bottom[0], 0), (bottom[1], 0), (top[1], depth), (top[0], depth)])


def check_lying(problem, bar):
    """Pieces of a bar drawn as they are said to lie: all there, a kerf apart; how far they reach, mm."""
    cuts = Counter({c.part: c.qty for c in bar.cuts})
    lying = Slants(problem).lying(cuts)
    assert Counter(x.part for x in lying) == cuts
    shapes = [affinity.translate(side_view(x.length_mm, x.left, x.right, problem.depth), x.at_mm) for x in lying]
    for a, b in pairwise(shapes):
        assert a.distance(b) >= problem.kerf - 1e-3
    assert min(s.bounds[0] for s in shapes) >= -1e-6
    return max(s.bounds[2] for s in shapes)


def first_fit_decreasing(problem):
    """Cost of first-fit decreasing on the cheapest-per-length stock that takes the piece; a yardstick for one unlimited
    stock.
    """
    stock = problem.stock[0]
    rooms = []
    for piece in sorted((p.length for p in problem.parts for _ in range(p.qty)), reverse=True):
        for i, room in enumerate(rooms):
            if piece <= room + 1e-9:
                rooms[i] -= piece + problem.kerf
                break
        else:
            rooms.append(stock.length - problem.end_trim - piece - problem.kerf)
    return len(rooms) * stock.cost


def check_sheets(problem, plan):
    """No overlap, gaps and margins kept, allowed turns, exact quantities; returns the placed polygons by sheet."""
    parts, sheets = {p.id: p for p in problem.parts}, {s.id: s for s in problem.sheets}
    by_sheet = {}
    for p in plan.placements:
        part = parts[p.part]
        assert part.rotations == "free" or any(abs(p.rotation_deg - r) % 360 < 1e-6 for r in part.rotations)
        shape = affinity.translate(
            affinity.rotate(Polygon(part.outline, part.holes), p.rotation_deg, origin=(0, 0)), p.x, p.y
        )
        by_sheet.setdefault((p.sheet, p.sheet_index), []).append(shape)
        assert sheets[p.sheet].qty is None or 0 <= p.sheet_index < sheets[p.sheet].qty
    for (sheet, _), shapes in by_sheet.items():
        s = sheets[sheet]
        outline = Polygon(s.outline) if s.outline else box(0, 0, s.width, s.height)
        for i, a in enumerate(shapes):
            assert outline.buffer(TOLERANCE).covers(a)
            assert a.distance(outline.exterior) >= problem.edge_margin - TOLERANCE
            for b in shapes[i + 1 :]:
                gap = max(problem.part_gap, problem.kerf)
                assert a.distance(b) >= gap - TOLERANCE if gap else a.buffer(-TOLERANCE).intersection(b).area < 0.05
    placed = {p.id: sum(1 for x in plan.placements if x.part == p.id) for p in problem.parts}
    left = {u.part: u.qty for u in plan.unplaced}
    assert placed == {p.id: p.qty - left.get(p.id, 0) for p in problem.parts}
    return by_sheet


def bottom_left(problem):
    """Sheets that the plain bottom-left rule takes for the boxes around the pieces, largest first, as they are
    drawn.
    """
    gap, margin = max(problem.part_gap, problem.kerf), problem.edge_margin
    (sheet,) = problem.sheets
    width, height = sheet.width - 2 * margin + gap, sheet.height - 2 * margin + gap
    boxes = []
    for part in problem.parts:
        xs, ys = [x for x, _ in part.outline], [y for _, y in part.outline]
        boxes += [(max(xs) - min(xs) + gap, max(ys) - min(ys) + gap)] * part.qty
    sheets = []
    for w, h in sorted(boxes, key=lambda b: -b[0] * b[1]):
        for placed in [*sheets, None]:
            if placed is None:
                placed = []
                sheets.append(placed)
            spots = sorted((y, x) for x in {0.0, *(p[2] for p in placed)} for y in {0.0, *(p[3] for p in placed)})
            free = next(
                (
                    (x, y)
                    for y, x in spots
                    if x + w <= width + 1e-9
                    and y + h <= height + 1e-9
                    and all(
                        x >= p[2] - 1e-9 or x + w <= p[0] + 1e-9 or y >= p[3] - 1e-9 or y + h <= p[1] + 1e-9
                        for p in placed
                    )
                ),
                None,
            )
            if free:
                placed.append((free[0], free[1], free[0] + w, free[1] + h))
                break
    return len(sheets)
