"""Two metals that touch where it is wet or salty."""

from __future__ import annotations

from collections.abc import Iterable, Iterator

from yorvek.core.jobs.audit.kind import Audited, AuditRule, Flaw, Level
from yorvek.core.materials import material

WET: dict[str, tuple[Level, str]] = {"salt": ("stop", "in salt air"), "outdoor": ("care", "in the wet")}
NOBLE = ("aluminium", "carbon steel", "stainless")
"""The less noble first: it is eaten by those after it (the order of metals in sea water, from memory)."""


def _look(job: Audited) -> Iterator[Flaw]:
    level, where = WET.get(job.state.job.environment, (None, ""))
    if level is None:
        return
    for of, ids in _touching(job):
        found = sorted({material(i).family for i in ids if i} & set(NOBLE), key=NOBLE.index)
        if len(found) > 1:
            words = f"{found[0]} on {' and '.join(found[1:])} {where}: the {found[0]} is eaten where they touch"
            yield Flaw(0, words, "keep them apart with sheets, sleeves and washers, or make it of one", "", level, of)


def _touching(job: Audited) -> Iterator[tuple[str, Iterable[str]]]:
    """What is joined to each other, by its mark: its materials."""
    for joint in job.state.joints.values():
        yield joint.mark, [joint.material_id, *(o.material_id for o in joint.onto)]
    for structure in job.state.structures.values():
        yield structure.mark, [c.material_id for c in structure.roles.values()]


METALS = AuditRule("metals", "two metals that touch where it is wet", _look)
