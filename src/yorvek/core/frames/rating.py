"""What a structure may be rated for: the greatest of a named load at which every reserve is still one, found through
all events.
"""

from __future__ import annotations

from collections.abc import Callable

from yorvek.core.errors import InputError
from yorvek.core.frames.request import FrameLoad, FrameRequest
from yorvek.core.frames.said import FrameVerdict
from yorvek.core.frames.verdict import check_frame
from yorvek.core.model import Model

MOST, LEAST = 1e3, 1e-3
"""Times the load as entered, between which a rating is looked for."""
CLOSE = 1e-3
ROUNDS = 40


class Rating(Model):
    """The rated load: the load as entered times `factor`, over the shop's derating; what gives there; and why there is
    none.
    """

    load: str
    unit: str
    entered: float
    factor: float | None
    greatest: float | None
    derating: float
    rated: float | None
    link: str
    check_id: str | None
    trouble: str | None = None


def rated_load(request: FrameRequest, load: str, *, derating: float = 1.25) -> Rating:
    """Search for the load at which the least of strength and stiffness is one; every other load stays as it is.

    Args:
        load: its name; all of it grows together, wherever it stands.
        derating: what the greatest load is divided by for the plate (the shop's own; 1.25 is common practice, no
        source).

    Raises:
        InputError: no load of that name, or one that is permanent.
    """
    mine = [x for x in request.loads if x.name == load]
    if not mine:
        names = ", ".join(sorted({x.name for x in request.loads}))
        raise InputError(field="load", got=load, needs=f"a load of the structure: {names}")
    if mine[0].case == "dead":
        raise InputError(field="load", got=load, needs="a load that comes and goes: a permanent one is not rated")
    entered, unit = _size(mine[0])
    tried: dict[float, tuple[float, str, str | None]] = {}

    def use(factor: float) -> float:
        """One over the least reserve; what is not checked raises."""
        if factor not in tried:
            tried[factor] = _least(_grown(request, load, factor))
        return tried[factor][0]

    blank = Rating(
        load=load, unit=unit, entered=entered, factor=None, greatest=None, derating=derating, rated=None, link="",
        check_id=None,
    )  # fmt: skip
    try:
        if use(LEAST) >= 1.0:
            words = tried[LEAST][1]
            return blank.model_copy(update={"link": words, "trouble": f"it gives without this load: {words}"})
        factor = _where_full(use)
    except InputError as error:
        return blank.model_copy(update={"trouble": error.sentence})
    if factor is None:
        return blank.model_copy(update={"trouble": f"{MOST:g} times this load does not bring it to its limit"})
    _, link, check_id = tried[factor]
    greatest = entered * factor
    return blank.model_copy(
        update={
            "factor": factor,
            "greatest": greatest,
            "rated": greatest / derating,
            "link": link,
            "check_id": check_id,
        }
    )


def _size(load: FrameLoad) -> tuple[float, str]:
    """The figure a load is known by."""
    figures = ((load.force_N, "N"), (load.line_N_per_mm, "N/mm"), (load.area_MPa, "MPa"))
    return next((f for f in figures if f[0]), (0.0, "N"))


def _grown(request: FrameRequest, load: str, factor: float) -> FrameVerdict:
    def grown(x: FrameLoad) -> FrameLoad:
        if x.name != load:
            return x
        sizes = ("force_N", "line_N_per_mm", "area_MPa")
        return x.model_copy(update={s: getattr(x, s) * factor for s in sizes})

    return check_frame(request.model_copy(update={"loads": [grown(x) for x in request.loads]}), swings=False)


def _least(verdict: FrameVerdict) -> tuple[float, str, str | None]:
    """One over the least reserve, and what it belongs to.

    Raises:
        InputError: something that applies is not checked.
    """
    both = [r for r in (verdict.strength, verdict.stiffness) if r.value is not None]
    # movement that cannot be worked out because it buckles does not stop the search: its strength has given by then
    gives = any((r.value or 0.0) < 1.0 for r in both)
    for r in (verdict.strength, verdict.stiffness):
        if r.value is None and (r is verdict.strength or (r.check_id and not gives)):
            raise InputError(field="rating", got="not checked", needs=r.governs)
    worst = min(both, key=lambda r: r.value or 0.0)
    return 1.0 / max(worst.value or 0.0, 1e-9), worst.governs, worst.check_id


def _where_full(use: Callable[[float], float]) -> float | None:
    """The factor at which the use is one, on its lower side; None where the most does not reach it."""
    low, high = LEAST, 1.0
    while use(high) < 1.0:
        low = high
        if high >= MOST:
            return None
        high = min(MOST, high * max(1.5, min(1.0 / max(use(high), 1e-6), 20.0)))
    for _ in range(ROUNDS):
        if high / low - 1.0 <= CLOSE:
            break
        a, b = use(low), use(high)
        # use grows about as the load does; kept off the ends so that both close in
        middle = low + (high - low) * min(max((1.0 - a) / max(b - a, 1e-12), 0.05), 0.95)
        low, high = (middle, high) if use(middle) < 1.0 else (low, middle)
    return low
