"""What load tests found of a member or a structure, as far as it is still what was tested."""

from __future__ import annotations

import hashlib
import json
from collections.abc import Callable, Mapping
from typing import Any, Literal

from yorvek.core.jobs.spec import MemberSpec
from yorvek.core.jobs.structures import StructureSpec
from yorvek.core.model import Model
from yorvek.core.proving.spec import LoadTestSpec

Tested = Literal["member", "structure"]
ASIDE = {
    "mark", "name", "module", "qty", "loads", "decided", "pinned", "span_over", "stretches", "bearing", "notches",
    "wheel_from_edge", "play", "second_order",
}  # fmt: skip
"""What of a spec says nothing of how stiff it is."""


class Found(Model):
    """A share of the stiffness computed, and play; as computed where nothing was taken from a test."""

    stiffness: float = 1.0
    play_mm: float = 0.0


def seal_of(spec: MemberSpec | StructureSpec, own: Callable[[str], str]) -> str:
    """A mark of what makes it as stiff as it is: another one once that is changed; `own` writes out a section of the
    job's own.
    """
    said = spec.model_dump(mode="json", exclude=ASIDE, exclude_defaults=True)
    return hashlib.sha256(json.dumps(_meant(said, own), sort_keys=True).encode()).hexdigest()


def _meant(said: Any, own: Callable[[str], str]) -> Any:
    """Of entries only what they came to, however it was typed; of sections what they are made of."""
    if isinstance(said, list):
        return [_meant(v, own) for v in said]
    if not isinstance(said, dict):
        return said
    if "text" in said:
        return said.get("value", 0.0)
    return {k: own(v) if k == "section_id" else _meant(v, own) for k, v in said.items()}


def found_of(
    tests: Mapping[int, LoadTestSpec], kind: Tested, specs: Mapping[int, MemberSpec | StructureSpec],
    spec: MemberSpec | StructureSpec, own: Callable[[str], str],
) -> Found:  # fmt: skip
    """The least stiffness and the greatest play that the model takes from tests of it."""
    seal = seal_of(spec, own)
    taken = [
        t.taken for t in tests.values()
        if t.taken is not None and t.taken.seal == seal and _mark(specs, getattr(t, f"{kind}_id")) == spec.mark
    ]  # fmt: skip
    return Found(
        stiffness=min((t.stiffness for t in taken), default=1.0), play_mm=max((t.play_mm for t in taken), default=0.0)
    )


def _mark(specs: Mapping[int, MemberSpec | StructureSpec], number: int | None) -> str | None:
    found = None if number is None else specs.get(number)
    return None if found is None else found.mark
