"""3D frames of straight members: linear and second-order, with the shapes of ordinary workshop structures in mind.

Twelve degrees of freedom a member (three-dimensional Euler-Bernoulli, shear deformation where shear areas are given),
releases by condensation, springs, rigid offsets, tension-only and compression-only members by iteration, imposed
displacements, P-Delta by geometric stiffness. Global Y is up. A member's local x runs from node i to j; its local z is
horizontal unless the member is vertical, then it is global Z; its section's strong axis is z (depth along local y), turned
by `roll_deg`. N, mm, MPa.
"""

from __future__ import annotations

from dataclasses import dataclass, field
from typing import Literal

import numpy as np
from numpy.typing import NDArray
from scipy.sparse import coo_matrix, diags, identity
from scipy.sparse.linalg import splu

from yorvek.core.errors import InputError
from yorvek.core.structures.element import (
    Floats,
    FrameSection,
    fixed_end,
    geometric,
    local_axes,
    offset_matrix,
    released,
    stiffness,
)

Direction = Literal["X", "Y", "Z", "x", "y", "z"]
DOF = ("DX", "DY", "DZ", "RX", "RY", "RZ")
END = ("dx", "dy", "dz", "rx", "ry", "rz")
ROUNDS = 30


@dataclass(frozen=True)
class FrameMember:
    """A member between two nodes. `released`: local freedoms such as "irz" that its end does not hold.

    `offset_i`, `offset_j`: from the node to the member's end, global mm, rigid.
    """

    i: str
    j: str
    section: FrameSection
    released: frozenset[str] = frozenset()
    roll_deg: float = 0.0
    only: Literal["", "tension", "compression"] = ""
    offset_i: tuple[float, float, float] = (0.0, 0.0, 0.0)
    offset_j: tuple[float, float, float] = (0.0, 0.0, 0.0)


@dataclass(frozen=True)
class MemberForce:
    """A load on a member: over a stretch (N/mm, from a to b, linear) or at a point (`at_mm`: N or Nmm), in a global or
    local direction, per millimetre of member.
    """

    member: str
    direction: Direction
    start: float = 0.0
    end: float = 0.0
    from_mm: float = 0.0
    to_mm: float | None = None
    at_mm: float | None = None
    force_N: float = 0.0
    moment_Nmm: float = 0.0


@dataclass
class Frame:
    """Nodes, members, supports (fixed freedoms, springs N/mm or Nmm/rad, imposed movements) and loads."""

    nodes: dict[str, tuple[float, float, float]]
    members: dict[str, FrameMember]
    supports: dict[str, dict[str, bool]]
    node_loads: dict[str, dict[str, float]] = field(default_factory=dict)
    member_loads: list[MemberForce] = field(default_factory=list)
    springs: dict[str, dict[str, float]] = field(default_factory=dict)
    imposed: dict[str, dict[str, float]] = field(default_factory=dict)


@dataclass(frozen=True)
class MemberLine:
    """A member's own axes and its forces along it. Tension positive; end forces as the member feels them."""

    length_mm: float
    axes: Floats
    ends: Floats
    loads: Floats
    points: tuple[tuple[float, Floats], ...]
    displacement: Floats
    section: FrameSection

    def forces(self, x_mm: float) -> Floats:
        """N, Vy, Vz, T, My, Mz at a station, as the left part feels the right part (N tension positive)."""
        return np.asarray(self.along(np.array([x_mm]))[0])

    def along(self, x_mm: Floats) -> Floats:
        """The same at many stations: one row each."""
        f = self.ends[:6]
        force = np.tile(f[:3], (len(x_mm), 1))
        moment = np.tile(f[3:], (len(x_mm), 1))
        moment[:, 1] += f[2] * x_mm
        moment[:, 2] -= f[1] * x_mm
        for a, b, *values in self.loads:
            start, end = np.array(values[:3]), np.array(values[3:6])
            s = np.clip(x_mm, a, b)[:, None] - a
            slope = (end - start) / (b - a)
            q = start * s + slope * s**2 / 2
            lever = q * (x_mm[:, None] - a) - (start * s**2 / 2 + slope * s**3 / 3)
            force += q
            moment[:, 1] += lever[:, 2]
            moment[:, 2] -= lever[:, 1]
        for at, p in self.points:
            past = x_mm >= at
            arm = np.where(past, x_mm - at, 0.0)
            force += past[:, None] * p[:3]
            moment += past[:, None] * p[3:]
            moment[:, 1] += p[2] * arm
            moment[:, 2] -= p[1] * arm
        return np.asarray(-np.concatenate([force, moment], axis=1))


@dataclass(frozen=True)
class FrameResult:
    """Displacements and reactions at nodes, lines of members, and members that went slack."""

    displacements: dict[str, Floats]
    reactions: dict[str, Floats]
    lines: dict[str, MemberLine]
    slack: frozenset[str]

    def greatest_displacement_mm(self) -> float:
        return max(float(np.linalg.norm(d[:3])) for d in self.displacements.values())


@dataclass
class Element:
    """A member ready to be assembled."""

    name: str
    member: FrameMember
    dofs: NDArray[np.int64]
    T: Floats
    axes: Floats
    length: float
    loads: Floats
    points: tuple[tuple[float, Floats], ...]
    free: list[int]

    def condensed(self, N: float) -> tuple[Floats, Floats]:
        """Stiffness and fixed-end forces with released freedoms taken out."""
        k = stiffness(self.member.section, self.length)
        if N:
            k = k + geometric(N, self.length)
        f = fixed_end(self.loads, self.points, self.length)
        return released(k, f, self.free)


def frame_elements(frame: Frame, index: dict[str, int]) -> list[Element]:
    """Members ready to be assembled, freedoms numbered by the nodes' places in `index`."""
    out = []
    for name, m in frame.members.items():
        for end in (m.i, m.j):
            if end not in frame.nodes:
                raise InputError(field=f"member {name}", got=end, needs="there is no such node")
        start = np.array(frame.nodes[m.i]) + np.array(m.offset_i)
        stop = np.array(frame.nodes[m.j]) + np.array(m.offset_j)
        axes = local_axes(start, stop, m.roll_deg)
        T = np.zeros((12, 12))
        for k in range(0, 12, 3):
            T[k : k + 3, k : k + 3] = axes
        if any(m.offset_i) or any(m.offset_j):
            rigid = np.zeros((12, 12))
            rigid[:6, :6], rigid[6:, 6:] = offset_matrix(m.offset_i), offset_matrix(m.offset_j)
            T = T @ rigid
        length = float(np.linalg.norm(stop - start))
        loads, points = _on_member(frame, name, axes, length)
        dofs = np.array([*range(6 * index[m.i], 6 * index[m.i] + 6), *range(6 * index[m.j], 6 * index[m.j] + 6)])
        free = [(0 if r[0] == "i" else 6) + END.index(r[1:]) for r in sorted(m.released) if _is_release(name, r)]
        out.append(Element(name, m, dofs, T, axes, length, loads, points, free))
    return out


def _is_release(name: str, word: str) -> bool:
    if word[:1] in ("i", "j") and word[1:] in END:
        return True
    raise InputError(field=f"member {name}", got=word, needs="a release is i or j and one of " + ", ".join(END))


def _on_member(frame: Frame, name: str, axes: Floats, length: float) -> tuple[Floats, tuple[tuple[float, Floats], ...]]:
    lines, points = [], []
    for load in frame.member_loads:
        if load.member != name:
            continue
        unit = (
            axes @ np.eye(3)["XYZ".index(load.direction)]
            if load.direction in "XYZ"
            else np.eye(3)["xyz".index(load.direction)]
        )
        if load.at_mm is not None:
            if not -1e-6 <= load.at_mm <= length + 1e-6:
                raise InputError(field=f"load on {name}", got=f"{load.at_mm:g} mm", needs=f"within 0 to {length:g} mm")
            points.append((load.at_mm, np.concatenate([unit * load.force_N, unit * load.moment_Nmm])))
            continue
        b = length if load.to_mm is None else load.to_mm
        if not 0 <= load.from_mm < b <= length + 1e-6:
            raise InputError(
                field=f"load on {name}", got=f"{load.from_mm:g} to {b:g} mm", needs=f"within 0 to {length:g} mm"
            )
        lines.append([load.from_mm, min(b, length), *(unit * load.start), *(unit * load.end)])
    return np.array(lines).reshape(-1, 8), tuple(points)


def solve_frame(frame: Frame, *, second_order: bool = False) -> FrameResult:
    """Displacements, reactions and member forces.

    Args:
        frame: the structure and its loads.
        second_order: take the axial forces' effect on stiffness into account (P-Delta), by iteration.

    Raises:
        InputError: it can move without resistance (said which way), buckles, or a reference is wrong.
    """
    if not frame.members:
        raise InputError(field="members", got="none", needs="a frame needs at least one member")
    names = list(frame.nodes)
    index = {n: k for k, n in enumerate(names)}
    elements = frame_elements(frame, index)
    slack: set[str] = set()
    axial: dict[str, float] = {}
    seen: set[frozenset[str]] = set()
    for _ in range(ROUNDS):
        u, result = _once(frame, names, index, elements, slack, axial if second_order else {})
        wrong = {
            e.name
            for e in elements
            if e.member.only
            and e.name not in slack
            and (1 if e.member.only == "tension" else -1) * _mean_axial(result.lines[e.name]) < -1e-9
        }
        back = {e.name for e in elements if e.name in slack and _stretches(e, u)}
        now = {e.name: _mean_axial(result.lines[e.name]) for e in elements} if second_order else {}
        settled = not second_order or (
            axial and all(abs(now[n] - axial[n]) <= 1e-6 * max(1.0, max(abs(v) for v in now.values())) for n in now)
        )
        axial = now
        state = frozenset((slack | wrong) - back)
        if state == frozenset(slack) and settled:
            return result
        if state != frozenset(slack):
            if state in seen:
                raise InputError(
                    field="members",
                    got=", ".join(sorted(state)),
                    needs="tension-only members find no rest; brace both ways",
                )
            seen.add(state)
        slack = set(state)
    raise InputError(field="frame", got="no rest", needs="it sways more with every round: it buckles under these loads")


def _mean_axial(line: MemberLine) -> float:
    return float((line.forces(0.0)[0] + line.forces(line.length_mm)[0]) / 2)


def _stretches(e: Element, u: Floats) -> bool:
    local = e.T @ u[e.dofs]
    longer = local[6] - local[0]
    return bool(longer > 1e-9 if e.member.only == "tension" else longer < -1e-9)


def _once(
    frame: Frame,
    names: list[str],
    index: dict[str, int],
    elements: list[Element],
    slack: set[str],
    axial: dict[str, float],
) -> tuple[Floats, FrameResult]:
    size = 6 * len(names)
    load = np.zeros(size)
    parts: dict[str, tuple[Floats, Floats]] = {}
    for e in elements:
        k, f = e.condensed(axial.get(e.name, 0.0))
        if e.name in slack:
            k, f = np.zeros((12, 12)), f
        parts[e.name] = (k, f)
        if f.any():
            load[e.dofs] -= e.T.T @ f
    for node, forces in frame.node_loads.items():
        for name, value in forces.items():
            load[6 * _node(index, node) + _component(name)] += value
    applied = load.copy()
    dofs = np.array([e.dofs for e in elements])
    T, k_all = np.array([e.T for e in elements]), np.array([parts[e.name][0] for e in elements])
    rows, columns = [np.repeat(dofs, 12, axis=1).ravel()], [np.tile(dofs, (1, 12)).ravel()]
    values = [(T.transpose(0, 2, 1) @ k_all @ T).ravel()]
    for node, stiff in frame.springs.items():
        for name, value in stiff.items():
            at = 6 * _node(index, node) + DOF.index(name)
            rows.append(np.array([at]))
            columns.append(np.array([at]))
            values.append(np.array([value]))
    K = coo_matrix(
        (np.concatenate(values), (np.concatenate(rows), np.concatenate(columns))), shape=(size, size)
    ).tocsc()
    held = np.zeros(size, bool)
    u = np.zeros(size)
    for node, fixed in frame.supports.items():
        for name, on in fixed.items():
            held[6 * _node(index, node) + DOF.index(name)] |= bool(on)
    for node, moves in frame.imposed.items():
        for name, value in moves.items():
            at = 6 * _node(index, node) + DOF.index(name)
            held[at] = True
            u[at] = value
    # a rotation that no member holds (all its ends released there) carries nothing and is left out
    diagonal = K.diagonal()
    scale = diagonal.max(initial=1.0)
    loose = (diagonal < 1e-12 * scale) & ~held
    for at in map(int, np.nonzero(loose)[0]):
        if at % 6 < 3:
            raise InputError(
                field=f"node {names[at // 6]}",
                got="nothing holds it",
                needs=f"it can move {_way(at % 6)}: connect or support it",
            )
        if abs(load[at]) > 1e-9:
            raise InputError(
                field=f"node {names[at // 6]}",
                got="a moment",
                needs=f"nothing there takes a moment {_way(at % 6)}: every end is released",
            )
    free = np.nonzero(~held & ~loose)[0]
    fixed_part = np.nonzero(held)[0]
    inner = K[free][:, free]
    right = load[free] - K[free][:, fixed_part] @ u[fixed_part]
    _refuse_mechanism(inner, free, names, axial)
    u[free] = splu(inner.tocsc()).solve(right)
    reaction = K @ u - applied
    for node, stiff in frame.springs.items():
        for name in stiff:
            at = 6 * index[node] + DOF.index(name)
            reaction[at] -= stiff[name] * u[at]
    lines = {}
    for e in elements:
        k, f = parts[e.name]
        d = e.T @ u[e.dofs]
        ends = k @ d + f
        lines[e.name] = MemberLine(e.length, e.axes, ends, e.loads, e.points, d, e.member.section)
    return u, FrameResult(
        displacements={n: u[6 * k : 6 * k + 6] for n, k in index.items()},
        reactions={
            n: np.where(held[6 * index[n] : 6 * index[n] + 6], reaction[6 * index[n] : 6 * index[n] + 6], 0.0)
            for n in {*frame.supports, *frame.imposed}
        },
        lines=lines,
        slack=frozenset(slack),
    )


def _node(index: dict[str, int], node: str) -> int:
    if node not in index:
        raise InputError(field="node", got=node, needs="there is no such node")
    return index[node]


def _component(name: str) -> int:
    try:
        return ("FX", "FY", "FZ", "MX", "MY", "MZ").index(name)
    except ValueError:
        raise InputError(field="load", got=name, needs="one of FX, FY, FZ, MX, MY, MZ") from None


def _way(freedom: int) -> str:
    return ("along X", "up and down", "along Z", "about X", "about the vertical", "about Z")[freedom]


def _refuse_mechanism(inner: coo_matrix, free: NDArray[np.int64], names: list[str], axial: dict[str, float]) -> None:
    """Find the freedom that moves without resistance, by the least of the factors."""
    scaling = 1 / np.sqrt(np.maximum(np.abs(inner.diagonal()), 1e-300))
    scaled = (diags(scaling) @ inner @ diags(scaling)).tocsc()
    try:
        factors = splu(scaled, permc_spec="MMD_AT_PLUS_A", diag_pivot_thresh=0.0, options={"SymmetricMode": True})
    except RuntimeError:
        pivots, order = None, None
    else:
        pivots, order = factors.U.diagonal(), factors.perm_c
    if pivots is not None and order is not None and (pivots > 1e-10).all():
        return
    at = int(free[int(np.argmin(np.abs(inner.diagonal())))])
    if pivots is not None and order is not None:
        vector = _soft_mode(scaled)
        at = int(free[int(np.argmax(np.abs(vector * scaling * np.where(free % 6 < 3, 1.0, 1e-3))))])
        if axial and pivots.min() < -1e-10:
            raise InputError(
                field="frame", got="buckling", needs=f"under these loads node {names[at // 6]} gives way {_way(at % 6)}"
            )
    turn = "spin" if at % 6 >= 3 else "move"
    raise InputError(
        field=f"node {names[at // 6]}",
        got="a mechanism",
        needs=f"it can {turn} {_way(at % 6)} without resistance: add a support or take a release away",
    )


def _soft_mode(scaled: coo_matrix) -> Floats:
    """The movement that costs least: a few rounds of inverse iteration on a slightly stiffened matrix."""
    solve = splu((scaled + 1e-9 * identity(scaled.shape[0])).tocsc())
    v = np.random.default_rng(1).standard_normal(scaled.shape[0])
    for _ in range(12):
        v = solve.solve(v)
        v /= np.linalg.norm(v)
    return np.asarray(v)
