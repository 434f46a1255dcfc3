"""What was cut, and what was meant when work began."""

from yorvek.core.jobs.cuts import CutBarSpec, KeptPlanSpec
from yorvek.core.records.kind import Kind

CUT_BAR = Kind("cut bar", "cuts", CutBarSpec, hand="door", said=True, answers=frozenset({"pieces"}))
"""A piece that came out wrong is said of the tick by whoever found it."""
KEPT_PLAN = Kind("kept plan", "kept", KeptPlanSpec, hand="door")
