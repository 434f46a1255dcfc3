"""Load tests as they are entered: what is tested, where weights hang and dials stand, and what was read."""

from __future__ import annotations

from typing import Literal

from pydantic import Field

from yorvek.core.frames.request import Direction
from yorvek.core.model import Model
from yorvek.core.quantities.entry import Force, Length, Place, Size

MOST_GAUGES, MOST_STEPS = 6, 60
Before = Literal["weights", "barrier", "nobody", "lines", "stops"]
BEFORE: dict[Before, str] = {
    "weights": "dead weights, each weighed; never people",
    "barrier": "a barrier round everything that could fall or fly",
    "nobody": "nobody on it, under it or in line with a rope",
    "lines": "weights go on and come off without anybody beneath",
    "stops": "blocks close beneath, that catch it after a hand's breadth",
}
"""What is done before the first weight goes on (common practice, no source)."""


class TestWeights(Model):
    """Where the weights hang: as a load of the brief stands, at one place, or spread along a bar."""

    stand: Literal["load", "place", "spread"] = "place"
    load_id: int | None = Field(default=None, description="of the load that they stand for")
    bar: str = Field(default="", max_length=80, description="of a structure")
    at: Place | None = Field(default=None, description="from the start of the bar or the member")


class TestGauge(Model):
    """Where movement is read: at a place, in a direction, aside of the axis where it is to show a twist."""

    name: str = Field(min_length=1, max_length=40)
    bar: str = Field(default="", max_length=80, description="of a structure")
    at: Place
    aside: Size | None = None
    direction: Direction = "down"


class TestStep(Model):
    """What was read at a weight: as soon as it hung there, and after it was held; a reading for each gauge."""

    load: Force
    going: Literal["on", "off"] = "on"
    moved: list[Size | None] = Field(default=[], max_length=MOST_GAUGES)
    held: list[Size | None] = Field(default=[], max_length=MOST_GAUGES)
    minutes: float = Field(default=0.0, ge=0, le=10_000, description="for which it was held")


class TestTaken(Model):
    """What the model takes from the test, why and by whom, and a mark of what was tested; written by the program."""

    reason: str = Field(min_length=1, max_length=400)
    by: str = Field(max_length=150)
    stiffness: float = Field(gt=0, le=1, description="share of the stiffness computed")
    play_mm: float = Field(ge=0, le=1000)
    seal: str = Field(max_length=64)


class LoadTestSpec(Model):
    """A test with dead weights of a member or a structure."""

    mark: str = Field(min_length=1, max_length=20)
    name: str = Field(default="", max_length=80)
    member_id: int | None = None
    structure_id: int | None = None
    position: str = Field(default="", max_length=60, description="of a mechanism")
    weights: TestWeights = TestWeights()
    proof: Force
    hold_minutes: float = Field(default=10.0, ge=0, le=10_000)
    gauges: list[TestGauge] = Field(min_length=1, max_length=MOST_GAUGES)
    instrument: str = Field(default="", max_length=80)
    resolution: Length = Length(text="0.1 mm", value=0.1)
    zeroed: bool = Field(default=False, description="the gauges read nothing before the first weight")
    by: str = Field(default="", max_length=60)
    on: str = Field(default="", max_length=20, description="the day")
    before: list[Before] = Field(default=[], max_length=len(BEFORE))
    steps: list[TestStep] = Field(default=[], max_length=MOST_STEPS)
    taken: TestTaken | None = Field(default=None, description="written by the program")
