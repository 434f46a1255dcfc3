"""Help on load tests: what is tested, where weights hang and gauges stand, and what is read."""

from __future__ import annotations

from yorvek.core.help.brief import NAME
from yorvek.core.help.entry import MAKER, OWN, SHOP, Help, h
from yorvek.core.help.sizing import MARK

LOAD_TESTS: dict[str, Help] = {
    "mark": MARK,
    "name": NAME,
    "member_id": h(
        "the member or structure that weights are hung on", "what is expected is worked out from how it was sized",
        "the one whose movement matters, or that people stand on", SHOP,
    ),
    "position": h(
        "the position of the mechanism that it is tested in", "it is as stiff as it stands", "the worst one", SHOP
    ),
    "weights.stand": h(
        "how the weights hang", "the same weight moves it less spread out than in the middle",
        "at one place; spread where the load of the brief is spread",
    ),
    "weights.load_id": h(
        "the load of the brief that they stand for", "they hang at its places", "the load that governs movement", SHOP
    ),
    "weights.bar": h("the bar that they hang from", "the rest of the structure carries it on", "a bar", SHOP),
    "weights.at": h(
        "where they hang, from the start", "movement goes by the place", "where the load of the brief stands", SHOP
    ),
    "proof": h(
        "the greatest weight of the test", "it is what the structure has then carried, and no more",
        "1.25 times what it is to carry; never beyond what it is sized for",
    ),
    "hold_minutes": h(
        "how long the proof load hangs before it is read again", "what slips or yields goes on moving", "10",
    ),
    "gauges.name": h("what the gauge is called", "readings stand under that name", "where it stands", OWN),
    "gauges.bar": h("the bar that it stands at", "movement goes by the place", "the bar that moves most", SHOP),
    "gauges.at": h(
        "where it stands, from the start", "movement goes by the place",
        "where it moves most; one more at each support tells a soft support from a thin wall",
    ),
    "gauges.aside": h(
        "how far it stands aside of the axis", "two, left and right, show whether it twists", "none, or half the width"
    ),
    "gauges.direction": h("the way whose movement it reads as more", "a gauge reads one way", "down", OWN),
    "instrument": h(
        "what it is read with, by name or number", "a reading is worth what its instrument is", "dial gauge 2", SHOP
    ),
    "resolution": h(
        "the least that the gauge tells apart", "what is less than twice of it is not taken for a movement",
        "0.01 mm of a dial gauge, 1 mm of a tape", MAKER,
    ),
    "by": h("who made the test", "somebody stands for it", "a name", OWN),
    "on": h("the day of the test", "it speaks for what stood there on that day", "today", OWN),
    "steps.load": h("the weight that hangs there now, in all", "each step is read by itself", "a quarter more", SHOP),
    "steps.going": h("whether weights are going on or coming off", "what stays shows on the way back", "on", SHOP),
    "steps.moved": h("what the gauge reads as soon as the weight hangs", "it is held against what is expected",
        "between the two figures that are expected", SHOP),
    "steps.minutes": h("how long it was held before it was read again", "growth is seen only with time", "2; 10 at "
        "the proof load"),
    "steps.held": h("what the gauge reads after holding", "movement that grows under the same weight stops the test",
        "the same as before", SHOP),
}  # fmt: skip
