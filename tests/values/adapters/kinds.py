"""What an adapter is: a case's inputs in, what the core computes out; None where the core has no answer."""

from __future__ import annotations

from collections.abc import Callable
from typing import Any

Inputs = dict[str, Any]
Outputs = dict[str, Any]
Adapters = dict[str, Callable[[Inputs], Outputs | None]]
