"""Help on the fields of every form: what each is, why it is asked, what it usually is, and where that comes from."""

from __future__ import annotations

from yorvek.core.help.assembling import ASSEMBLIES
from yorvek.core.help.brief import DIMENSIONS, JOB, LOADS, NOTES
from yorvek.core.help.entry import Help
from yorvek.core.help.joints import JOINTS
from yorvek.core.help.making import PARTS, STOCK
from yorvek.core.help.proving import LOAD_TESTS
from yorvek.core.help.sizing import MEMBERS, PLATES, PROFILES, STRUCTURES
from yorvek.core.help.tracing import TRACE

__all__ = ["FIELDS", "Help"]

WITHIN = {f"joints.{path}": one for path, one in JOINTS.items() if path.startswith("joint.")}
"""A joint at the end of a bar asks what a joint by itself asks."""
FIELDS: dict[str, dict[str, Help]] = {
    "assemblies": ASSEMBLIES,
    "load_tests": LOAD_TESTS,
    "brief": JOB,
    "dimensions": DIMENSIONS,
    "joints": JOINTS,
    "loads": LOADS,
    "members": MEMBERS,
    "notes": NOTES,
    "parts": PARTS,
    "plates": PLATES,
    "profiles": PROFILES,
    "stock": STOCK,
    "structures": {**STRUCTURES, **WITHIN},
    "trace": TRACE,
}
"""By form and place within its record, rows without their numbers."""
