"""A part that is no part of what is built: it is cut for the work on it, and kept."""

from __future__ import annotations

from typing import Literal

from pydantic import Field

from yorvek.core.model import Model

JigKind = Literal["spacer", "stop", "former", "drill template"]


class Jig(Model):
    """What it is for, how often it is used, and where it goes after that."""

    kind: JigKind
    uses: int = Field(default=1, ge=1, le=100_000, description="how often this job uses it")
    kept: str = Field(default="", max_length=60, description="where it is kept after the job")
    minutes: float | None = Field(default=None, ge=0, le=100_000, description="to make one and set it up")
