"""What was cut, and what was meant when work began."""

from typing import TypeVar

from yorvek.core.jobs.cuts import CutBarSpec, KeptPlanSpec
from yorvek.core.jobs.cutting import same_piece
from yorvek.core.jobs.sheets_cut import CutSheetSpec
from yorvek.core.records.kind import Kind, Numbers

Cut = TypeVar("Cut", CutBarSpec, CutSheetSpec)


def _renumbered(spec: Cut, numbers: Numbers) -> Cut:
    """Pieces of the parts they were cut for, where these are still there."""
    parts = numbers.get("part", {})
    pieces = [p.model_copy(update={"ref": same_piece(p.ref, parts)}) for p in spec.pieces]
    return spec.model_copy(update={"pieces": pieces})


CUT_BAR = Kind(
    "cut bar", "cuts", CutBarSpec, hand="door", said=True, answers=frozenset({"pieces"}), renumbered=_renumbered
)
"""A piece that came out wrong is said of the tick by whoever found it."""
CUT_SHEET = Kind(
    "cut sheet", "sheets_cut", CutSheetSpec, hand="door", said=True, answers=frozenset({"pieces"}),
    renumbered=_renumbered,
)  # fmt: skip
KEPT_PLAN = Kind("kept plan", "kept", KeptPlanSpec, hand="door")
