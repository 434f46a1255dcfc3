"""Parts as they are put together."""

from yorvek.core.assemblies.spec import AssemblySpec
from yorvek.core.records.kind import Kind, Numbers, Ref


def _refers(spec: AssemblySpec) -> list[Ref]:
    """Its parts, its structure, and the joints that its welds follow."""
    parts = {p.part_id for p in spec.placed} | {n for w in spec.welds for n in (w.part_id, w.onto_id)}
    joints = {w.joint_id for w in spec.welds if w.joint_id is not None}
    own = [] if spec.structure_id is None else [Ref("structure", spec.structure_id)]
    return [*own, *(Ref("part", n) for n in sorted(parts)), *(Ref("joint", n) for n in sorted(joints))]


def _renumbered(spec: AssemblySpec, numbers: Numbers) -> AssemblySpec:
    parts, joints = numbers["part"], numbers["joint"]
    placed = [p.model_copy(update={"part_id": parts[p.part_id]}) for p in spec.placed]
    welds = [
        w.model_copy(update={
            "part_id": parts[w.part_id], "onto_id": parts[w.onto_id],
            "joint_id": None if w.joint_id is None else joints[w.joint_id],
        })
        for w in spec.welds
    ]  # fmt: skip
    own = None if spec.structure_id is None else numbers["structure"][spec.structure_id]
    return spec.model_copy(update={"placed": placed, "welds": welds, "structure_id": own})


ASSEMBLY = Kind(
    "assembly", "assemblies", AssemblySpec, follows=True, unique=("mark", "assembly"), refers=_refers,
    renumbered=_renumbered,
)  # fmt: skip
