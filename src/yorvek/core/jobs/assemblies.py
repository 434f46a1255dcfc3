"""The assemblies of a job: worked out with its parts as they are made, its structures and its joints."""

from __future__ import annotations

from collections.abc import Mapping

import numpy as np

from yorvek.core.assemblies.placing import BarAxis
from yorvek.core.assemblies.spec import AlongBar, AssemblySpec, Placed, Standard
from yorvek.core.assemblies.worked import AssemblyResult, Ready, work_out_assembly
from yorvek.core.errors import InputError
from yorvek.core.frames.members import chain_of
from yorvek.core.frames.request import RoleChoice
from yorvek.core.frames.solving import axes_of, layout_in
from yorvek.core.jobs.cutting import WorkedPart
from yorvek.core.jobs.free_joints import FreeJointSpec
from yorvek.core.jobs.joints import plain_joint
from yorvek.core.jobs.spec import JobSpec
from yorvek.core.jobs.state import JobState, structure_request
from yorvek.core.jobs.structures import StructureSpec
from yorvek.core.model import Model
from yorvek.core.quantities import length_text
from yorvek.core.structures.starters import Layout
from yorvek.core.structures.starters.layout import Bar

SHORTER = 0.8
"""A part that is less of the way between its nodes than that is not the piece that stands there (ours)."""
LONGER = 1.05


def ready_of(state: JobState, parts: Mapping[int, WorkedPart], spec: AssemblySpec) -> Ready:
    """An assembly with all that it is worked out from."""
    return Ready(
        spec=spec,
        parts={k: (w.part, w.geometry) for k, w in parts.items()},
        bars=bars_of(state, spec.structure_id),
        legs={k: leg_mm(j) for k, j in state.joints.items()},
        standard=standard_of(state.job, spec),
        unit=state.job.unit,
    )


def assembly_results(state: JobState, parts: Mapping[int, WorkedPart]) -> dict[int, AssemblyResult]:
    """Every assembly of a job worked out."""
    return {k: work_out_assembly(ready_of(state, parts, a)) for k, a in state.assemblies.items()}


def standard_of(job: JobSpec, spec: AssemblySpec) -> Standard:
    """By which its welds are called out: as it says, else by where the job's method is from."""
    if spec.callouts is not None:
        return spec.callouts
    if job.method.kind == "en":
        return "ISO 2553"
    return "AWS A2.4" if job.method.kind in ("asd", "lrfd") or job.unit == "in" else "ISO 2553"


def leg_mm(spec: FreeJointSpec) -> float | None:
    """The fillet leg that a joint of the sizing has; none where it is no fillet."""
    if spec.joint is None:
        return None if spec.hinged else spec.weld_leg.value
    found = getattr(plain_joint(spec.joint), "leg_mm", None)
    return None if found is None else float(found)


def _straight_runs(layout: Layout) -> list[list[Bar]]:
    """Bars of a role that run on in a straight line, each such run once."""
    done: set[str] = set()
    out = []
    for bar in layout.bars:
        if bar.name not in done:
            out.append(chain_of(layout, bar, lambda a, b: a.role == b.role, done))
            done |= {b.name for b in out[-1]}
    return out


def _axis(layout: Layout, run: list[Bar], choice: RoleChoice | None) -> BarAxis:
    """A run of bars from its start to its end, and how its section stands."""
    first, last = run[0], run[-1]
    _, depth, _ = axes_of(layout, first, turned=bool(choice and choice.turned))
    start, end = first.i, last.j
    if len(run) > 1:
        start = first.i if first.j in (run[1].i, run[1].j) else first.j
        end = last.j if last.i in (run[-2].i, run[-2].j) else last.i
    a, b = np.array(layout.nodes[start]), np.array(layout.nodes[end])
    return BarAxis(a, b, np.asarray(depth))


def _layout(state: JobState, spec: StructureSpec) -> Layout:
    return layout_in(structure_request(state, spec))


def bars_of(state: JobState, structure_id: int | None) -> dict[str, BarAxis]:
    """The straight runs of a structure, by the names of all their bars; none where it cannot be laid out."""
    spec = state.structures.get(structure_id or 0)
    if spec is None:
        return {}
    try:
        layout = _layout(state, spec)
    except InputError:
        return {}
    out: dict[str, BarAxis] = {}
    for run in _straight_runs(layout):
        out |= dict.fromkeys((b.name for b in run), _axis(layout, run, spec.roles.get(run[0].role)))
    return out


class SetOut(Model):
    """Parts set out along the bars of a structure, and what of it has none, in words."""

    placed: list[Placed]
    left: list[str]


def set_out(state: JobState, worked: Mapping[int, WorkedPart], structure_id: int) -> SetOut:
    """Parts along every bar of a structure: of its section and metal, the one whose length is nearest, as many as one
    of the structure has.

    Raises:
        InputError: it cannot be laid out.
    """
    spec = state.structures[structure_id]
    layout = _layout(state, spec)
    parts = {k: w for k, w in worked.items() if w.geometry is not None and w.geometry.kind == "bar"}
    there = {k: max(1, w.part.qty // spec.qty) for k, w in parts.items()}
    placed: list[Placed] = []
    left: dict[str, int] = {}
    used: dict[int, int] = {}
    for run in _straight_runs(layout):
        choice = spec.roles[run[0].role]
        axis = _axis(layout, run, choice)
        reach = float(np.linalg.norm(axis.end - axis.start))
        found = _nearest(parts, there, (state.section_id(choice.section_id), choice.material_id), reach)
        if found is None:
            words = f"{run[0].role}: no part of {choice.section_id} that fits {length_text(reach, state.job.unit)}"
            left[words] = left.get(words, 0) + 1
            continue
        there[found] -= 1
        used[found] = used.get(found, 0) + 1
        name = f"{parts[found].part.mark}.{used[found]}"
        placed.append(Placed(name=name, part_id=found, stands=AlongBar(bar=run[0].name)))
    return SetOut(placed=placed, left=[f"{n}× {w}" if n > 1 else w for w, n in left.items()])


def _nearest(
    parts: Mapping[int, WorkedPart], there: Mapping[int, int], made_of: tuple[str, str], reach: float
) -> int | None:
    """The part of a section and metal whose length is nearest, of what is left."""
    fit = []
    for k, w in parts.items():
        g = w.geometry
        assert g is not None
        length = g.length_mm or 0.0
        same = there[k] > 0 and (g.section_id, g.material_id) == made_of
        if same and SHORTER * reach <= length <= LONGER * reach:
            fit.append((abs(length - reach), k))
    return min(fit)[1] if fit else None
