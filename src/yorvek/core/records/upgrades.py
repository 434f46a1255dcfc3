"""What was written by earlier versions, brought to the present shape: pure functions on JSON, one for each step. Rows,
the journal and job files go through the same ones.
"""

from __future__ import annotations

from collections.abc import Callable, Mapping, Sequence
from typing import Any

Data = dict[str, Any]
Step = Callable[[Data], Data]
USUAL_ONCE = {"table_feed_mm_min": 2400, "pierce_s": 0.6}
"""What every table had before its feed and pierce came from the thickness; no screen asked for them."""


def _by_thickness(data: Data) -> Data:
    """A job whose table has a feed and a pierce time that nobody typed has none: they follow the thickness."""
    machines = data.get("machines")
    if not isinstance(machines, dict):
        return data
    return {**data, "machines": {k: v for k, v in machines.items() if USUAL_ONCE.get(k) != v}}


STEPS: Mapping[str, Sequence[Step]] = {"job": (_by_thickness,)}
"""By kind, the step from shape 1 to 2, from 2 to 3, and so on. A new field with a default needs none."""


def schema_of(kind: str, steps: Mapping[str, Sequence[Step]] = STEPS) -> int:
    """The shape that is written now."""
    return 1 + len(steps.get(kind, ()))


def upgraded(kind: str, data: Data, schema: int, steps: Mapping[str, Sequence[Step]] = STEPS) -> Data:
    """The data in the present shape; one from the future is left as it is, and read as far as it can be."""
    for step in steps.get(kind, ())[max(schema, 1) - 1 :]:
        data = step(data)
    return data
