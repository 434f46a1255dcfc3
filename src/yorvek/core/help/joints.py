"""Help on joints."""

from __future__ import annotations

from yorvek.core.help.brief import NAME
from yorvek.core.help.entry import SHOP, Help, h
from yorvek.core.help.kinds import KINDS
from yorvek.core.help.sizing import MARK, MATERIAL, QTY, SECTION

JOINTS: dict[str, Help] = {
    "mark": MARK,
    "name": NAME,
    "qty": QTY,
    "section_id": SECTION,
    "material_id": MATERIAL,
    "onto.section_id": SECTION,
    "onto.material_id": MATERIAL,
    "onto.place": h(
        "whether what it stands on runs on, ends close by, or turns the corner",
        "a wall near its end carries less",
        "runs through",
        "AISC 360-22 chapter K; EN 1993-1-8 chapter 7, from memory",
    ),
    "onto.angle_deg": h("angle between the two", "the sharper, the less of the force pushes into the wall", "90", SHOP),
    "onto.stress_MPa": h(
        "what its own load does there", "a pushed wall gives way sooner", "from its own sizing; push negative"
    ),
    "forces.name": NAME,
    "forces.case": h(
        "dead, live, wind, or as designed for", "factors go with it; “as designed for” has them in", "live"
    ),
    "forces.dynamic_factor": h(
        "by how much it is more than at rest", "what jerks pushes harder", "1 at rest, 2 put on suddenly"
    ),
    **{
        f"forces.{k}": h(words, "all that a joint must pass on at once", "0 where there is none", SHOP)
        for k, words in (
            ("pull", "along the bar; push negative"),
            ("in_depth", "across it, in its depth"),
            ("across", "across it, in its width"),
            ("about_width", "bends its depth"),
            ("about_depth", "bends its width"),
            ("twist", "turns it about its own axis"),
        )
    },
    **KINDS,
}
