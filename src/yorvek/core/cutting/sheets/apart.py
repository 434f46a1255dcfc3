"""One layout for the separating search: pieces anywhere on the sheets, at any allowed turn, overlapping or not."""

from __future__ import annotations

import math
from collections.abc import Callable
from dataclasses import dataclass

import numpy as np
import shapely
from shapely import Polygon

from yorvek.core.cutting.sheets.collide import MOST_POLES, Floats, Ints, find_poles
from yorvek.core.cutting.sheets.local import Layout
from yorvek.core.cutting.sheets.prepare import Container, Prepared, grown, turns_of
from yorvek.core.cutting.sheets.problem import Placement, polygon_of
from yorvek.core.cutting.sheets.rows import edges_of
from yorvek.core.cutting.sheets.separate import rounds, settle

SLACK_MM = 0.0012
"""Outlines are this much smaller than they have to be, so that pieces may touch; the verifier allows several times as
much.
"""
BETWEEN_MM = 1000.0
COARSE_MM = 0.2
SOFT = 0.008
TRIES_A_CALL = 60_000


@dataclass(frozen=True)
class State:
    """Where every piece is: angle, x, y and its sheet."""

    angle: Floats
    X: Floats
    Y: Floats
    sheet: Ints


def _fat(shape: Polygon, by_mm: float) -> Polygon:
    """A shape grown for the clearance, few corners, never less."""
    if by_mm > 0:
        out = grown(shape, by_mm)
    else:
        thin = shape.buffer(by_mm, join_style="mitre")
        out = thin if isinstance(thin, Polygon) else max(thin.geoms, key=lambda g: g.area)
    out = shapely.geometry.polygon.orient(out)
    fewer = Polygon(
        fewer_corners(shapely.get_coordinates(out.exterior)[:-1], COARSE_MM),
        [fewer_corners(shapely.get_coordinates(r)[:-1], COARSE_MM) for r in out.interiors],
    )
    return fewer if fewer.is_valid else out


def fewer_corners(ring: Floats, most_mm: float) -> Floats:
    """A ring with its metal on the left, with corners taken out so that the metal only grows, by at most `most_mm`
    anywhere:
    a corner turning right is cut across, a short edge between two corners turning left is replaced by the meeting of
    its neighbours.
    """
    points = ring.tolist()
    while len(points) > 4:
        n = len(points)
        best: float = most_mm
        change: tuple[int, list[float] | None] | None = None
        for k in range(n):
            a, b, c, d = (points[(k + m) % n] for m in range(4))
            first, second = _turn(a, b, c), _turn(b, c, d)
            if first < 0:
                away = abs(first) / max(math.dist(a, c), 1e-12)
                if away < best:
                    best, change = away, (k, None)
            if first > 0 and second > 0:
                met = _meeting(a, b, d, c)
                if met is not None:
                    away = abs(_turn(b, met, c)) / max(math.dist(b, c), 1e-12)
                    if away < best:
                        best, change = away, (k, met)
        if change is None:
            break
        k, met = change
        if met is None:
            del points[(k + 1) % n]
        else:
            points[(k + 1) % n] = met
            del points[(k + 2) % n]
    return np.array(points)


def _turn(a: list[float], b: list[float], c: list[float]) -> float:
    """Positive where a to b to c turns left."""
    return (b[0] - a[0]) * (c[1] - b[1]) - (b[1] - a[1]) * (c[0] - b[0])


def _meeting(a: list[float], b: list[float], d: list[float], c: list[float]) -> list[float] | None:
    """Where the line a b, carried on past b, meets the line d c, carried on past c."""
    ux, uy, vx, vy = b[0] - a[0], b[1] - a[1], c[0] - d[0], c[1] - d[1]
    cross = ux * vy - uy * vx
    if abs(cross) < 1e-9:
        return None
    t = ((d[0] - a[0]) * vy - (d[1] - a[1]) * vx) / cross
    s = ((d[0] - a[0]) * uy - (d[1] - a[1]) * ux) / cross
    return [a[0] + t * ux, a[1] + t * uy] if t > 1 and s > 1 else None


class Kinds:
    """Outlines of the kinds of pieces about their middles, their poles and turns, as flat arrays; made once for a
    problem.
    """

    def __init__(self, data: Prepared) -> None:
        problem = data.problem
        self.middles: list[tuple[float, float]] = []
        self.degrees: list[list[float]] = []
        self.edges: list[Floats] = []
        self.poles: list[Floats] = []
        self.root: list[float] = []
        self.free = np.array([p.rotations == "free" for p in problem.parts], np.int64)
        least = min(polygon_of(p).area for p in problem.parts)
        for part in problem.parts:
            shape = polygon_of(part)
            fat = _fat(shape, problem.clearance / 2 - SLACK_MM)
            fat = Polygon(fat.exterior, [r for r in fat.interiors if Polygon(r).area > least])
            middle = fat.centroid
            self.middles.append((middle.x, middle.y))
            self.degrees.append(turns_of(part, shape))
            self.add(shapely.transform(fat, lambda p, m=middle: p - np.array([m.x, m.y])))
        self.diameter = max(float(np.ptp(e[:, [0, 2]])) + float(np.ptp(e[:, [1, 3]])) for e in self.edges)

    def add(self, shape: Polygon) -> int:
        """Take an outline in; returns its number."""
        edges = edges_of(shape)
        poles = np.zeros((MOST_POLES, 3))
        count = find_poles(edges, shape.area, poles)
        self.edges.append(edges)
        self.poles.append(poles[:count])
        self.root.append(math.sqrt(shape.convex_hull.area))
        return len(self.edges) - 1


class Apart:
    """A layout on given sheets that may overlap, and the search that draws it apart."""

    def __init__(self, data: Prepared, kinds: Kinds, sheets: list[Container], random: np.random.Generator) -> None:
        self.data, self.kinds, self.containers, self.random = data, kinds, sheets, random
        self.pieces = data.pieces
        self.movable = len(self.pieces)
        offsets = np.cumsum([0.0, *(s.length + BETWEEN_MM for s in sheets)])[:-1]
        self.offsets = offsets
        self.sheets = np.array([[o, 0.0, o + s.length, s.height] for o, s in zip(offsets, sheets, strict=True)])
        blocks: list[tuple[int, float, float]] = []
        edges, poles, root = list(kinds.edges), list(kinds.poles), list(kinds.root)
        for offset, s in zip(offsets, sheets, strict=True):
            for piece in s.outside:
                middle = piece.centroid
                moved = shapely.transform(piece, lambda p, m=middle: p - np.array([m.x, m.y]))
                own = edges_of(moved)
                found = np.zeros((MOST_POLES, 3))
                count = find_poles(own, moved.area, found)
                edges.append(own)
                poles.append(found[:count])
                root.append(math.sqrt(moved.convex_hull.area))
                blocks.append((len(edges) - 1, offset + middle.x, middle.y))
        self.kind = np.array([*self.pieces, *(b[0] for b in blocks)], np.int64)
        n = len(self.kind)
        self.angle, self.X, self.Y = np.zeros(n), np.zeros(n), np.zeros(n)
        for k, (_, x, y) in enumerate(blocks):
            self.X[self.movable + k], self.Y[self.movable + k] = x, y
        self.sheet = np.zeros(self.movable, np.int64)
        self.estart = np.cumsum([0, *(len(e) for e in edges)])
        self.edges, self.poles = np.vstack(edges), np.vstack(poles)
        self.pstart = np.cumsum([0, *(len(p) for p in poles)])
        self.root = np.array(root)
        self.istart = np.cumsum([0, *(len(edges[k]) for k in self.kind)])
        self.qstart = np.cumsum([0, *(len(poles[k]) for k in self.kind)])
        self.iedges, self.ipoles = np.zeros((self.istart[-1], 4)), np.zeros((self.qstart[-1], 3))
        self.boxes, self.table, self.weights = np.zeros((n, 4)), np.zeros((n, n)), np.ones((n, n))
        self.scratch_e = np.zeros((max(len(e) for e in edges), 4))
        self.scratch_p = np.zeros((max(len(p) for p in poles), 3))
        self.turns = np.radians(np.array([d for turns in kinds.degrees for d in turns]))
        self.turn_start = np.cumsum([0, *(len(t) for t in kinds.degrees)])
        self.best, self.best_sheet = np.zeros((self.movable, 3)), np.zeros(self.movable, np.int64)
        self.hits = np.zeros(max(len(e) for e in edges), np.int64)
        self.soft = SOFT * kinds.diameter
        self.tried = 0

    def load(self, layout: Layout) -> None:
        """Take over a constructed layout; pieces without a place go anywhere."""
        order = np.argsort(layout.order, kind="stable")
        mine = np.argsort(self.pieces, kind="stable")
        for i, p in zip(mine, order, strict=True):
            kind = int(self.pieces[i])
            s, shape, x, line = layout.out[p]
            if s < 0:
                self._anywhere(int(i))
                continue
            x0, y0, degrees = self.data.shapes.origins[int(shape)]
            a = math.radians(degrees)
            mx, my = self.kinds.middles[kind]
            c, sn = math.cos(a), math.sin(a)
            self.angle[i], self.sheet[i] = a, int(s)
            self.X[i] = self.offsets[int(s)] + float(x) - x0 + c * mx - sn * my
            self.Y[i] = float(line) * self.data.row_mm - y0 + sn * mx + c * my

    def _anywhere(self, i: int) -> None:
        area = self._share()
        s = int(np.searchsorted(area, self.random.random()))
        s = min(s, len(self.sheets) - 1)
        x0, y0, x1, y1 = self.sheets[s]
        kind = self.pieces[i]
        self.angle[i] = self.turns[self.random.integers(self.turn_start[kind], self.turn_start[kind + 1])]
        self.X[i], self.Y[i] = self.random.uniform(x0, x1), self.random.uniform(y0, y1)
        self.sheet[i] = s

    def _share(self) -> Floats:
        area = (self.sheets[:, 2] - self.sheets[:, 0]) * (self.sheets[:, 3] - self.sheets[:, 1])
        out: Floats = np.cumsum(area) / area.sum()
        return out

    def state(self) -> State:
        n = self.movable
        return State(self.angle[:n].copy(), self.X[:n].copy(), self.Y[:n].copy(), self.sheet.copy())

    def restore(self, state: State) -> None:
        n = self.movable
        self.angle[:n], self.X[:n], self.Y[:n] = state.angle, state.X, state.Y
        self.sheet[:] = state.sheet

    def settle(self) -> float:
        """Draw pieces back onto their sheets, and the sum of overlaps then."""
        for _ in range(2):
            total = float(
                settle(
                    self.movable, self.angle, self.X, self.Y, self.kind, self.estart, self.edges, self.pstart,
                    self.poles,
                    self.root, self.istart, self.iedges, self.qstart, self.ipoles, self.boxes, self.soft, self.table,
                    self.hits,
                )
            )  # fmt: skip
            n = self.movable
            box, room = self.boxes[:n], self.sheets[self.sheet]
            right = np.minimum(room[:, 2] - box[:, 2], 0.0)
            left = np.maximum(room[:, 0] - box[:, 0], 0.0)
            down = np.minimum(room[:, 3] - box[:, 3], 0.0)
            up = np.maximum(room[:, 1] - box[:, 1], 0.0)
            if not (right.any() or left.any() or down.any() or up.any()):
                break
            self.X[:n] += np.where(left > 0, left, right)
            self.Y[:n] += np.where(up > 0, up, down)
        return total

    def separate(self, idle: int, go_on: Callable[[], bool]) -> bool:
        """Draw the pieces apart; False if they still overlap after so many rounds without improvement, or when told to
        stop.
        The layout of least overlap is what is left then.
        """
        self.weights[:, :] = 1.0
        total = self.settle()
        best, best_state, since = total, self.state(), 0
        share = self._share()
        while total > 0.0:
            total, least, tried, waited = rounds(
                int(self.random.integers(2**31)), max(idle - since, 1), TRIES_A_CALL, self.movable, self.angle, self.X,
                self.Y, self.sheet, self.sheets, share, self.turn_start, self.turns, self.kinds.free, self.kind,
                self.estart, self.edges, self.pstart, self.poles, self.root, self.istart, self.iedges, self.qstart,
                self.ipoles, self.boxes, self.weights, self.table, self.soft, self.scratch_e, self.scratch_p, self.best,
                self.best_sheet, 0.0004 * self.kinds.diameter, self.hits,
            )  # fmt: skip
            self.tried += tried
            if least < best * 0.98:
                since = waited
            else:
                since += waited
            if least < best:
                best = least
                best_state = State(
                    self.best[:, 0].copy(), self.best[:, 1].copy(), self.best[:, 2].copy(), self.best_sheet.copy()
                )
            if total > 0.0 and (since >= idle or not go_on()):
                self.restore(best_state)
                return False
        return True

    def worked(self) -> int:
        """Work done since it was asked last, in thousands of places tried."""
        done, self.tried = self.tried // 1000 + 1, 0
        return done

    def reach(self, s: int) -> float:
        """How far to the right the pieces of a sheet stand."""
        mine = self.sheet == s
        return float(self.boxes[: self.movable][mine, 2].max() - self.sheets[s, 0]) if mine.any() else 0.0

    def shorten(self, s: int, length: float) -> None:
        """Only so much of a sheet may be used; pieces that are too wide for that go to other sheets."""
        self.sheets[s, 2] = self.sheets[s, 0] + length
        if len(self.sheets) == 1:
            return
        n = self.movable
        wide = np.nonzero((self.sheet == s) & (self.boxes[:n, 2] - self.boxes[:n, 0] > length))[0]
        for i in wide:
            for _ in range(20):
                self._anywhere(int(i))
                if self.sheet[i] != s:
                    break

    def disturb(self) -> None:
        """Swap two large unlike pieces."""
        size = self.root[self.pieces]
        large = np.nonzero(size >= np.quantile(size, 0.6))[0]
        if len(large) < 2:
            return
        i, j = self.random.choice(large, 2, replace=False)
        for a in (self.X, self.Y):
            a[i], a[j] = a[j], a[i]
        self.sheet[i], self.sheet[j] = self.sheet[j], self.sheet[i]

    def placements(self) -> list[Placement]:
        """In the problem's own terms."""
        out = []
        index: list[int] = []
        used: dict[str, int] = {}
        occupied = set(self.sheet.tolist())
        for s, one in enumerate(self.containers):
            index.append(used.get(one.stock.id, 0))
            if s in occupied:
                used[one.stock.id] = index[s] + 1
        for i in range(self.movable):
            kind, s = int(self.pieces[i]), int(self.sheet[i])
            container = self.containers[s]
            degrees = self._degrees(kind, float(self.angle[i]))
            a = math.radians(degrees)
            mx, my = self.kinds.middles[kind]
            c, sn = math.cos(a), math.sin(a)
            out.append(
                Placement(
                    part=self.data.problem.parts[kind].id,
                    sheet=container.stock.id,
                    sheet_index=index[s],
                    x=round(container.x0 + self.X[i] - self.offsets[s] - (c * mx - sn * my), 5),
                    y=round(container.y0 + self.Y[i] - (sn * mx + c * my), 5),
                    rotation_deg=degrees,
                )
            )
        return out

    def _degrees(self, kind: int, angle: float) -> float:
        """The allowed turn it is; any for a free piece."""
        degrees = math.degrees(angle) % 360
        near = min(self.kinds.degrees[kind], key=lambda d: abs((d - degrees + 180) % 360 - 180))
        if not self.kinds.free[kind] or abs((near - degrees + 180) % 360 - 180) < 1e-9:
            return near
        return round(degrees, 7)
