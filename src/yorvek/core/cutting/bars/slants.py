"""Slanted ends on a bar: which of them share a cut as the pieces lie, and the length that all of it takes.

Two ends share one cut where their slants match as they lie. A tube may be turned over, turned end for end, or both, so
that any two ends of one angle match: mitred both ways a piece is turned over beside the one before it, a parallelogram
lies as it is. What is not alike on both sides (a channel, an angle) has fewer ways to lie. A bar's pieces are then the
edges of a graph whose nodes are the slants, and what lies side by side is a trail through it: every node pairs all its
ends but an odd one, and only a ring of pieces must be opened once.

A slanted cut takes the kerf over the cosine along the bar. Ends that do not match have a cut each.
"""

from __future__ import annotations

import math
from collections import Counter
from collections.abc import Iterable, Iterator, Sequence
from dataclasses import dataclass
from itertools import pairwise, permutations

from yorvek.core.cutting.bars.problem import BarProblem
from yorvek.core.model import Model

Node = float
MOST_CHAINS = 6
"""So many chains are tried in every order; with more of them the first and the last are as they come."""


class Lying(Model):
    """A piece as it lies on its bar, mm from the bar's end: its ends in degrees from square as they lie, whether it is
    turned over about its own length, turned end for end, and whether its left end is the cut that ended the piece
    before.
    """

    part: str
    at_mm: float
    length_mm: float
    left: float = 0.0
    right: float = 0.0
    over: bool = False
    round: bool = False
    shared: bool = False


@dataclass(frozen=True)
class _Edge:
    """A piece between the slants of its ends: degrees of the line's lean, left and right, as it is drawn."""

    part: str
    length: float
    left: float
    right: float


@dataclass(frozen=True)
class _Step:
    """A piece on its way along the bar, from its left end or from its right one."""

    edge: _Edge
    forward: bool

    @property
    def ends(self) -> tuple[float, float]:
        e = self.edge
        return (e.left, e.right) if self.forward else (e.right, e.left)


class Slants:
    """What slants cost and save on the bars of a problem."""

    def __init__(self, problem: BarProblem) -> None:
        self.problem = problem
        self.edges = {p.id: _Edge(p.id, p.length, p.left, -p.right or 0.0) for p in problem.parts}

    def cut(self, lean: float) -> float:
        """Of a cut along the bar, mm."""
        return self.problem.kerf / math.cos(math.radians(lean))

    def saved(self, lean: float) -> float:
        """What two ends that lie in one another save, mm."""
        return self.problem.depth * math.tan(math.radians(abs(lean)))

    def node(self, lean: float) -> Node:
        return abs(lean) if self.problem.turns == "any" else lean

    def chains(self, cuts: Counter[str]) -> list[list[_Step]]:
        """Pieces of a bar in chains, each piece sharing a cut with the next; in the order that takes least."""
        pieces = [self.edges[i] for i in sorted(cuts, key=lambda i: (-self.edges[i].length, i)) for _ in range(cuts[i])]
        if not any(e.left or e.right for e in pieces):
            return [[_Step(e, True) for e in pieces]]
        graph = _Graph(self, pieces)
        return self._in_order(list(graph.trails()))

    def _in_order(self, chains: list[list[_Step]]) -> list[list[_Step]]:
        """The bar's own ends cost no cut: the dearest lie there; a square one last, so that what is left is square."""
        if self.problem.turns != "none":
            chains = [self._square_last(c) for c in chains]
        if not 1 < len(chains) <= MOST_CHAINS:
            return chains

        def worth(chained: Iterable[list[_Step]]) -> tuple[float, bool]:
            order = list(chained)
            first, last = order[0][0].ends[0], order[-1][-1].ends[1]
            return round(self.cut(first) + self.cut(last), 9), last == 0

        return list(max(permutations(chains), key=worth))

    @staticmethod
    def _square_last(chain: list[_Step]) -> list[_Step]:
        if chain[-1].ends[1] != 0 and chain[0].ends[0] == 0:
            return [_Step(s.edge, not s.forward) for s in reversed(chain)]
        return chain

    def between(self, before: float, after: float) -> float:
        """Cuts between ends that do not share one."""
        return self.cut(0) if before == after == 0 else self.cut(before) + self.cut(after)

    def taken_mm(self, cuts: Counter[str]) -> float:
        """Length of a bar that its pieces take, without its trim."""
        chains = self.chains(cuts)
        total = sum(s.edge.length for c in chains for s in c)
        for chain in chains:
            total += sum(self.cut(s.ends[1]) - self.saved(s.ends[1]) for s in chain[:-1])
        return total + sum(self.between(a[-1].ends[1], b[0].ends[0]) for a, b in pairwise(chains))

    def left_mm(self, stock_mm: float, cuts: Counter[str]) -> float:
        """What is left of a bar, cut off behind its last piece; 0 where nothing is."""
        last = self.chains(cuts)[-1][-1].ends[1]
        return max(0.0, stock_mm - self.problem.end_trim - self.taken_mm(cuts) - self.cut(last))

    def lying(self, cuts: Counter[str]) -> list[Lying]:
        """Pieces of a bar, each as it lies."""
        out: list[Lying] = []
        at, lean, chains = 0.0, 0.0, self.chains(cuts)
        for k, chain in enumerate(chains):
            for n, step in enumerate(chain):
                if n:
                    at += self.cut(lean) - self.saved(lean)
                elif k:
                    at += self.between(lean, step.ends[0])
                out.append(self._placed(step, at, lean, shared=n > 0, alone=len(chain) == 1))
                at += step.edge.length
                lean = -out[-1].right or 0.0
        return out

    def _placed(self, step: _Step, at: float, lean: float, *, shared: bool, alone: bool) -> Lying:
        begins, ends = step.ends
        mirrored = shared and begins != lean
        if mirrored:
            begins, ends = -begins or 0.0, -ends or 0.0
        # turned in the plane of its slants a piece is turned over and end for end
        over = mirrored if step.forward else not mirrored
        e = step.edge
        said = not alone and bool(e.left or e.right)  # however it lies, a piece beside none is the same piece
        return Lying(
            part=e.part, at_mm=round(at, 4), length_mm=e.length, left=begins, right=-ends or 0.0,
            over=said and over, round=said and not step.forward, shared=shared,
        )  # fmt: skip


class _Graph:
    """Slants as nodes and pieces as edges between them."""

    def __init__(self, slants: Slants, pieces: Sequence[_Edge]) -> None:
        self.slants, self.pieces = slants, pieces
        self.directed = slants.problem.turns == "none"
        self.at: dict[Node, list[tuple[int, Node, bool]]] = {}
        self.surplus: Counter[Node] = Counter()
        """Ends that begin a piece over those that end one; where pieces may be turned, ends at a node."""
        for k, e in enumerate(pieces):
            self._add(k, slants.node(e.left), slants.node(e.right))
        self.used: set[int] = set()

    def _add(self, k: int, a: Node, b: Node) -> None:
        self.at.setdefault(a, []).append((k, b, True))
        self.at.setdefault(b, [])
        if not self.directed:
            self.at[b].append((k, a, False))
        self.surplus[a] += 1
        self.surplus[b] += -1 if self.directed else 1

    def trails(self) -> Iterator[list[_Step]]:
        """The fewest chains that hold every piece."""
        left = sorted(self.at, key=lambda n: (self.slants.saved(n), n))
        while left:
            nodes = self._component(left[0])
            left = [n for n in left if n not in nodes]
            cheapest = min(nodes, key=lambda n: (self.slants.saved(n), n))
            joined = self._closed(nodes)
            start = cheapest if joined is None else joined
            yield from _apart(self._circuit(start), len(self.pieces), self.pieces)

    def _component(self, start: Node) -> set[Node]:
        near: dict[Node, set[Node]] = {n: set() for n in self.at}
        for a, edges in self.at.items():
            for _, b, _ in edges:
                near[a].add(b)
                near[b].add(a)
        found, open_ = {start}, [start]
        while open_:
            more = near[open_.pop()] - found
            found |= more
            open_ += more
        return found

    def _closed(self, nodes: set[Node]) -> Node | None:
        """Add what makes a ring of a component; where such an addition begins, or nothing if it was one."""
        first, number = None, len(self.pieces) + len(self.used)
        if self.directed:
            begins = [n for n in sorted(nodes) for _ in range(self.surplus[n])]
            ends = [n for n in sorted(nodes) for _ in range(-self.surplus[n])]
            pairs = list(zip(ends, begins, strict=True))
        else:
            odd = [n for n in sorted(nodes) if self.surplus[n] % 2]
            pairs = list(zip(odd[::2], odd[1::2], strict=True))
        for k, (a, b) in enumerate(pairs):
            self._add(number + k, a, b)
            first = a if first is None else first
        return first

    def _circuit(self, start: Node) -> list[tuple[int, bool]]:
        """Every edge of a component once, round."""
        stack: list[tuple[Node, tuple[int, bool] | None]] = [(start, None)]
        turn = {n: iter(edges) for n, edges in self.at.items()}
        out: list[tuple[int, bool]] = []
        while stack:
            node, came = stack[-1]
            step = next((e for e in turn[node] if e[0] not in self.used), None)
            if step is not None:
                self.used.add(step[0])
                stack.append((step[1], (step[0], step[2])))
                continue
            stack.pop()
            if came is not None:
                out.append(came)
        return out[::-1]


def _apart(ring: list[tuple[int, bool]], own: int, pieces: Sequence[_Edge]) -> Iterator[list[_Step]]:
    """A ring taken apart at what was added to close it."""
    opened = next((k for k, (n, _) in enumerate(ring) if n >= own), None)
    if opened is not None:
        ring = ring[opened + 1 :] + ring[: opened + 1]
    chain: list[_Step] = []
    for number, forward in ring:
        if number < own:
            chain.append(_Step(pieces[number], forward))
        elif chain:
            yield chain
            chain = []
    if chain:
        yield chain
