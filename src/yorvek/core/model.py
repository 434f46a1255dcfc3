"""The base of every request and result: typed, closed, and free of NaN and infinity."""

from __future__ import annotations

from pydantic import BaseModel, ConfigDict


class Model(BaseModel):
    """A plain record. Unknown keys and numbers that are not finite are refused."""

    model_config = ConfigDict(extra="forbid", frozen=True, allow_inf_nan=False)
