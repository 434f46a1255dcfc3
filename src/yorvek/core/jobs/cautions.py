"""Cautions that follow from what the job contains: a condition, a sentence, what to do, who decides.

Wording is our own; the gap figures are ISO 13854 (from memory). Common practice where no source is named.
"""

from __future__ import annotations

from collections.abc import Callable
from dataclasses import dataclass
from typing import Literal

from yorvek.core.errors import InputError
from yorvek.core.jobs.state import JobState, with_twins
from yorvek.core.materials import Material, material
from yorvek.core.model import Model
from yorvek.core.sections import section

Level = Literal["stop", "care"]


class Caution(Model):
    """What stands beside the work."""

    id: str
    level: Level
    title: str
    text: str
    do: str
    decides: str


@dataclass(frozen=True)
class Rule:
    """When a caution applies, and what it says."""

    id: str
    level: Level
    applies: Callable[[JobState], bool]
    title: str
    text: str
    do: str
    decides: str

    def says(self) -> Caution:
        return Caution(id=self.id, level=self.level, title=self.title, text=self.text, do=self.do, decides=self.decides)


def _metals(state: JobState) -> list[Material]:
    """Every material that anything of the job is made of."""
    ids = (
        {m.material_id for m in state.members.values()}
        | {c.material_id for s in state.structures.values() for c in s.roles.values()}
        | {p.material_id for p in state.plates.values()}
        | {j.material_id for j in state.joints.values()}
        | {p.material_id for p in state.parts.values() if p.material_id}
    )
    return [material(i) for i in ids]


def _families(state: JobState) -> set[str]:
    return {m.family for m in _metals(state)}


def _galvanised_stock(state: JobState) -> bool:
    """Whether galvanised stock is there of a size that this job cuts."""
    sections = {id for _, id in state.sections_used()}
    plates = {(p.material_id, t.value) for p in with_twins(state) if (t := getattr(p.shape, "thickness", None))}
    return any(
        s.item.galvanised
        and (
            s.item.section_id in sections
            if s.item.form == "bar"
            else any(m == s.item.material_id and abs(t - s.item.thickness.value) < 0.05 for m, t in plates)
        )
        for s in state.stock.values()
    )


def _has_work(state: JobState) -> bool:
    return bool(state.parts)


def _hollow(state: JobState) -> bool:
    return any(_closed(state.section_id(id)) for _, id in state.sections_used())


def _closed(id: str) -> bool:
    try:
        s = section(id)
    except InputError:
        return False
    return s.closed or s.cells > 0


LOCAL = "local rule and a licensed engineer"
RULES: tuple[Rule, ...] = (
    Rule(
        "people",
        "stop",
        lambda s: s.job.people_on_it,
        "People stand on this",
        "Loads, guards and falls over an edge are for the local code. These results are a planning aid.",
        "Have loads, railings and fixings checked and signed before anyone goes on it; test with dead weights, never "
        "with people.",
        LOCAL,
    ),
    Rule(
        "public",
        "stop",
        lambda s: s.job.public,
        "Open to the public",
        "A public structure needs a licensed engineer and the required inspections.",
        "Get the permit and the engineer's signature before release.",
        LOCAL,
    ),
    Rule(
        "lifted",
        "stop",
        lambda s: s.job.lifted,
        "It is lifted, or lifts",
        "Lugs, slings and anything that hangs a load are lifting gear: rated below computed capacity, marked, proof "
        "loaded, inspected.",
        "Set an exclusion zone; nobody below. Test with dead weights in steps. Stop if anything moves that should not.",
        "local lifting rule",
    ),
    Rule(
        "galvanised",
        "stop",
        lambda s: s.job.welded and _galvanised_stock(s),
        "Galvanised metal is in the stock",
        "Zinc burns off as poisonous fume when it is welded or cut hot.",
        "Strip the zinc 50 mm back from every weld or take bare metal; extraction and a fitted mask.",
        "the welder",
    ),
    Rule(
        "galvanising",
        "care",
        lambda s: s.job.finish == "galvanised" and _hollow(s),
        "Closed tubes go to the zinc bath",
        "A closed cavity bursts in the bath, and in the weld.",
        "Vent and drain holes at both ends of every tube, before welding it shut.",
        "the galvaniser",
    ),
    Rule(
        "welding",
        "care",
        lambda s: s.job.welded and _has_work(s),
        "Welding",
        "Arc eyes, fume, fire and hot edges. A good-looking weld may have no strength.",
        "Practise on the same metal and bend a coupon; clean to bright metal, paint and scale off; earth clamp near "
        "the weld; fire watch after.",
        "the welder",
    ),
    Rule(
        "cutting",
        "care",
        _has_work,
        "Cutting and grinding",
        "Cut-off wheels and grinders kick and burst; cut ends are hot and sharp.",
        "Guard on, right disc, glasses and ear protection, no gloves at a turning saw or drill, piece clamped; "
        "deburr before handling.",
        "whoever cuts",
    ),
    Rule(
        "aluminium",
        "care",
        lambda s: s.job.welded and any(m.softens for m in _metals(s)),
        "Metal that a weld softens",
        "Within 25 mm of a weld hardened aluminium and cold-drawn tube drop to half of their yield or less; bolted "
        "joints keep it.",
        "Mark members as welded where they are; look at bolting instead.",
        "the designer",
    ),
    Rule(
        "panels",
        "care",
        lambda s: "panel" in _families(s),
        "Plastic and plywood panels",
        "Sun, cold, heat, water and long loading take strength from them; acrylic breaks without warning into sharp "
        "pieces.",
        "Round the corners, drill holes with room to move, renew them when they craze or soften; where people stand, "
        "let the maker confirm the span.",
        "the designer",
    ),
    Rule(
        "salvage",
        "stop",
        lambda s: any(m.id == "unknown steel" for m in _metals(s)),
        "Steel of unknown grade",
        "It is judged at 185 MPa of yield and 290 MPa at break, the least of structural steel; it may be hard, "
        "cracked or thin with rust.",
        "Measure the wall that is left and enter that section (tube or box by its measured wall); file, spark and "
        "bend-test a welded coupon; keep it out of lifting gear.",
        "the designer",
    ),
    Rule(
        "reinforcing bar",
        "care",
        lambda s: any(m.id == "B500B" for m in _metals(s)),
        "Reinforcing bar",
        "Only bar whose mark says that it welds is welded; other bar turns hard beside the weld and snaps.",
        "Read the rolled mark or the certificate; otherwise bolt, clamp or bend it instead.",
        "the welder",
    ),
    Rule(
        "stainless",
        "care",
        lambda s: "stainless" in _families(s) and s.job.welded,
        "Stainless fume",
        "Welding stainless gives off chromium.",
        "Extraction at the arc; keep carbon-steel tools and dust away from it.",
        "the welder",
    ),
    Rule(
        "salt",
        "care",
        lambda s: s.job.environment == "salt" and len(_families(s)) > 1,
        "Two metals in salt air",
        "Unlike metals that touch in salt water eat each other.",
        "Keep them apart with sleeves and washers, and paint the nobler one.",
        "the designer",
    ),
    Rule(
        "half_built",
        "care",
        lambda s: len(s.members) > 2 or bool(s.structures),
        "While it is half built",
        "What stands when finished may fall before.",
        "Think through turning and lifting of each stage; prop it before the clamp comes off.",
        "whoever fits up",
    ),
)


def cautions(state: JobState) -> list[Caution]:
    """Those that apply, the ones that stop work first."""
    found = [r.says() for r in RULES if r.applies(state)]
    return sorted(found, key=lambda c: c.level != "stop")
