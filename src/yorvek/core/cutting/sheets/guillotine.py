"""Plans that straight-through cuts can make: free rectangles split by full cuts, many orders, best kept."""

from __future__ import annotations

from collections.abc import Iterator

import numpy as np

from yorvek.core.cutting.sheets.problem import Placement, SheetProblem, SheetStock, polygon_of
from yorvek.core.outlines.outline import exact_cos_sin

Box = tuple[float, float, float, float]


def _boxes(problem: SheetProblem) -> list[list[tuple[float, float, float, float, float]]]:
    """For each kind its boxes by quarter turn: width, height, offset x, offset y, turn."""
    out = []
    for part in problem.parts:
        turns = (
            [0.0, 90.0]
            if part.rotations == "free"
            else [r for r in part.rotations if abs(r / 90 - round(r / 90)) < 1e-9] or [0.0]
        )
        corners = np.array(polygon_of(part).exterior.coords)
        sizes: list[tuple[float, float, float, float, float]] = []
        for turn in turns:
            c, s = exact_cos_sin(turn)
            x, y = corners[:, 0] * c - corners[:, 1] * s, corners[:, 0] * s + corners[:, 1] * c
            w, h = float(np.ptp(x)), float(np.ptp(y))
            if all(abs(w - o[0]) > 1e-9 or abs(h - o[1]) > 1e-9 for o in sizes):
                sizes.append((w, h, float(x.min()), float(y.min()), turn))
        out.append(sizes)
    return out


def _sheet_order(problem: SheetProblem) -> list[SheetStock]:
    whole = [s for s in problem.sheets if s.outline is None and s.qty != 0]
    return sorted(whole, key=lambda s: (s.cost / (s.width * s.height), -s.width * s.height))


def _fit(free: list[Box], sizes: list[tuple[float, float, float, float, float]], rule: int) -> tuple[int, int] | None:
    """The free rectangle and turn with the least waste by the rule; None if none takes the piece."""
    best, choice = np.inf, None
    for f, (_, _, w, h) in enumerate(free):
        for t, (pw, ph, *_rest) in enumerate(sizes):
            dw, dh = w - pw, h - ph
            if dw < -1e-9 or dh < -1e-9:
                continue
            score = (w * h - pw * ph, min(dw, dh), max(dw, dh), free[f][0] * 1e3 + free[f][1])[rule]
            if score < best:
                best, choice = score, (f, t)
    return choice


def _split(box: Box, w: float, h: float, gap: float, rule: int) -> list[Box]:
    """What is left of a free rectangle when a piece is cut from its corner: the first cut along one side or the
    other.
    """
    x, y, bw, bh = box
    right, top = bw - w - gap, bh - h - gap
    horizontal = (right < top, bw < bh, w * top < h * right, right * bh < top * bw)[rule]
    if horizontal:  # first cut runs the whole width above the piece
        parts = [(x + w + gap, y, right, h), (x, y + h + gap, bw, top)]
    else:
        parts = [(x + w + gap, y, right, bh), (x, y + h + gap, w, top)]
    return [p for p in parts if p[2] > 1e-9 and p[3] > 1e-9]


def _pack(
    problem: SheetProblem,
    order: list[int],
    sizes: list[list[tuple[float, float, float, float, float]]],
    fit: int,
    split: int,
) -> list[Placement]:
    gap, margin = problem.clearance, problem.edge_margin
    free: list[Box] = []
    owner: list[tuple[str, int]] = []
    opened: dict[str, int] = {}
    out = []
    stock = _sheet_order(problem)
    for kind in order:
        choice = _fit(free, sizes[kind], fit)
        if choice is None:
            for s in stock:
                if s.qty is not None and opened.get(s.id, 0) >= s.qty:
                    continue
                box = (margin, margin, s.width - 2 * margin, s.height - 2 * margin)
                if _fit([box], sizes[kind], fit) is not None:
                    free.append(box)
                    owner.append((s.id, opened.get(s.id, 0)))
                    opened[s.id] = opened.get(s.id, 0) + 1
                    choice = _fit([box], sizes[kind], fit)
                    assert choice is not None
                    choice = (len(free) - 1, choice[1])
                    break
        if choice is None:
            continue
        f, t = choice
        w, h, ox, oy, turn = sizes[kind][t]
        box, home = free.pop(f), owner.pop(f)
        out.append(
            Placement(
                part=problem.parts[kind].id,
                sheet=home[0],
                sheet_index=home[1],
                x=round(box[0] - ox, 6),
                y=round(box[1] - oy, 6),
                rotation_deg=turn,
            )
        )
        rest = _split(box, w, h, gap, split)
        free += rest
        owner += [home] * len(rest)
    return out


def guillotine_layouts(problem: SheetProblem, random: np.random.Generator) -> Iterator[list[Placement]]:
    """Layout after layout: four sorted orders under all rules, then orders shaken at random, for ever."""
    sizes = _boxes(problem)
    pieces = [k for k, p in enumerate(problem.parts) for _ in range(p.qty)]
    size = np.array([s[0][0] * s[0][1] for s in sizes])
    longest = np.array([max(s[0][0], s[0][1]) for s in sizes])
    shortest = np.array([min(s[0][0], s[0][1]) for s in sizes])
    keys = (size, longest, shortest, size / longest + longest)
    for key in keys:
        order = [pieces[i] for i in np.argsort(-key[pieces], kind="stable")]
        for fit in range(4):
            for split in range(4):
                yield _pack(problem, order, sizes, fit, split)
    while True:
        key = keys[int(random.integers(4))]
        noise = 1 + (0.05 + 0.4 * random.random()) * random.standard_normal(len(pieces))
        ranked = np.argsort([-key[k] * n for k, n in zip(pieces, noise, strict=True)])
        yield _pack(problem, [pieces[i] for i in ranked], sizes, int(random.integers(4)), int(random.integers(4)))
