"""What was written by earlier versions, brought to the present shape: pure functions on JSON, one for each step. Rows,
the journal and job files go through the same ones.
"""

from __future__ import annotations

from collections.abc import Callable, Mapping, Sequence
from typing import Any

Data = dict[str, Any]
Step = Callable[[Data], Data]
STEPS: Mapping[str, Sequence[Step]] = {}
"""By kind, the step from shape 1 to 2, from 2 to 3, and so on. A new field with a default needs none."""


def schema_of(kind: str, steps: Mapping[str, Sequence[Step]] = STEPS) -> int:
    """The shape that is written now."""
    return 1 + len(steps.get(kind, ()))


def upgraded(kind: str, data: Data, schema: int, steps: Mapping[str, Sequence[Step]] = STEPS) -> Data:
    """The data in the present shape; one from the future is left as it is, and read as far as it can be."""
    for step in steps.get(kind, ())[max(schema, 1) - 1 :]:
        data = step(data)
    return data
