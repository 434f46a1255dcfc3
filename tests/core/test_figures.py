"""No figure moves unnoticed. Where a change is meant, write them anew (`python -m tests.core.figures`) and look at the
difference.
"""

import json

import pytest

from tests.core import sampled
from tests.core.figures import PAGE, figures

STANDING = json.loads(PAGE.read_text())
DRAWN = json.loads(sampled.PAGE.read_text())
CLOSE = 2e-6


def alike(a, b):
    if isinstance(a, str) or isinstance(b, str) or a is None or b is None:
        return a == b
    return a == pytest.approx(b, rel=CLOSE, abs=1e-6)


def moved(name, found, standing=STANDING):
    kept = standing[name]
    if found.keys() != kept.keys():
        return [f"{name}: {sorted(found.keys() ^ kept.keys())}"]
    return [
        f"{name}, {k}: {kept[k]} -> {v}"
        for k, v in found.items()
        if len(v) != len(kept[k]) or not all(alike(a, b) for a, b in zip(v, kept[k], strict=True))
    ]


@pytest.mark.parametrize("what", ["joint", "member", "frame"])
def test_no_figure_has_moved(what):
    found = figures(what)
    assert found.keys() == {k for k in STANDING if k.startswith(what)}
    assert not [line for name, checks in found.items() for line in moved(name, checks)]


@pytest.mark.parametrize("what", sampled.ALL)
def test_nothing_drawn_by_lot_has_moved(what):
    """Write them anew with `python -m tests.core.sampled`."""
    now = {f"{what} {k}": {"drawn": v} for k, v in sampled.ALL[what]()}
    kept = {k: {"drawn": v} for k, v in DRAWN.items() if k.split()[0] == what}
    assert now.keys() == kept.keys()
    assert not [line for name in now for line in moved(name, now[name], kept)]
