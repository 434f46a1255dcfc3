"""Help on what is sized: members, plates, structures, joints, sections."""

from __future__ import annotations

from yorvek.core.help.brief import NAME
from yorvek.core.help.entry import CUSTOMER, MAKER, OWN, SHOP, Help, h

MARK = h(
    "a short name that goes on the metal", "lists, drawings and labels call it so", "a letter and a number: B1", OWN
)
QTY = h("how many of it the job has", "pieces, mass and money are counted by it", "1", OWN)
MODULE = h(
    "which module it belongs to",
    "mass, money and who fits it are added up by module",
    "left empty where there is only one",
    OWN,
)
SECTION = h(
    "the size of the bar",
    "its area, second moments and walls are what is checked",
    "start with what is on the rack; Compare names lighter ones",
    "the standard of its kind, as its page in Sections says",
)
MATERIAL = h(
    "the metal it is made of",
    "its yield and breaking strength are what is checked",
    "S355 or A500 tube, S235 or A36 flats; unknown steel from the scrap pile is its own entry",
    "the mill's certificate, or the least of its standard",
)

MEMBERS: dict[str, Help] = {
    "mark": MARK,
    "name": NAME,
    "qty": QTY,
    "module": MODULE,
    "section_id": SECTION,
    "material_id": MATERIAL,
    "length": h(
        "from end to end of what carries",
        "bending goes with the length, sag with its third or fourth power",
        "between the middles of its supports, not of the metal",
        SHOP,
    ),
    "axis": h("which way it is bent", "a flat on edge carries far more than lying", "about its strong axis"),
    "unbraced": h(
        "how far apart it is held sideways",
        "a slender beam tips over sideways before it yields",
        "its whole length, unless a deck or cross members are fixed to it",
        "AISC 360-22 F2; EN 1993-1-1 6.3.2, from memory",
    ),
    "bearing": h(
        "how long a stretch presses on it",
        "thin walls crush under what stands on a point",
        "the width of the foot or of the bar below",
        "AISC 360-22 J10; EN 1993-1-5 6, from memory",
    ),
    "wheel_from_edge": h(
        "how far in from the flange's edge the wheel runs",
        "at the edge the flange bends most",
        "left empty: at the edge, the worst",
        MAKER,
    ),
    "loads.at": h(
        "how far from the left it acts",
        "the middle bends a beam most",
        "where it stands: half of the length is the middle",
        SHOP,
    ),
    "loads.width": h(
        "how wide a strip of the area it carries",
        "half of the way to each neighbour",
        "half the spacing at an edge, the whole inside",
    ),
    "loads.start": h("where the stretch begins", "a load may lie on a part of it only", "0: all along", SHOP),
    "loads.end": h("where the stretch ends", "a load may lie on a part of it only", "its length: all along", SHOP),
    "loads.aside": h("how far beside its axis it acts", "what hangs to a side twists it", "0", SHOP),
    "supports.at": h("how far from the left it is held", "what sticks out beyond is an arm", "0 and its length", SHOP),
    "supports.kind": h(
        "how it is held there",
        "a pin lets it turn, a fixed end does not: rarely is a weld to a tube's wall truly fixed",
        "pinned",
    ),
    "notches.at": h("where the cut begins", "what is cut away does not carry", "measure it", SHOP),
    "notches.length": h("how long it is", "a long one bends by itself", "measure it", SHOP),
    "notches.depth": h("how deep it is", "strength goes with the square of what is left", "less than half", SHOP),
    "notches.side": h("which side is cut", "a cut in the pulled side tears", "the side that is pushed"),
}

PLATES: dict[str, Help] = {
    "mark": MARK,
    "name": NAME,
    "material_id": MATERIAL,
    "qty": QTY,
    "module": MODULE,
    "form": h(
        "a panel, a strip, a disc, or a web with holes",
        "each bends in its own way",
        "a panel held all round",
        "Timoshenko, Theory of Plates and Shells, from memory",
    ),
    "a": h("its length, or its diameter", "how far it spans", "between what holds it", SHOP),
    "b": h("its width", "the shorter way carries most", "between what holds it", SHOP),
    "thickness": h("how thick it is", "sag goes with its third power", "6 mm to walk on, 10 mm under machines"),
    "lies": h("whether it lies or stands", "a lying one carries its own weight across", "lying", SHOP),
    "hole": h("how large each opening is", "what is cut away does not carry", "at most six tenths of the depth"),
    "pitch": h(
        "from the middle of an opening to that of the next",
        "the post between them is bent by shear",
        "at least one and a half diameters",
    ),
    "rim": h(
        "how high the pressed rim stands",
        "it stiffens the edge; it is not counted as more than its metal",
        "left empty: none",
        SHOP,
    ),
    "moment": h(
        "what bends the web at a hole",
        "above and below the hole it is push and pull",
        "from its member",
        "AISC Design Guide 31, from memory",
    ),
    "shear": h(
        "what shears the web at a hole",
        "the post and the tees bend under it",
        "from its member",
        "AISC Design Guide 31, from memory",
    ),
    "edges": h(
        "how each edge is held", "a welded edge bends less than one that only lies on", "rests, unless welded all along"
    ),
    "water": h(
        "how high water stands over its lower edge",
        "pressure grows with depth: 9.81 kPa a metre",
        "left empty: none",
        CUSTOMER,
    ),
    "patches.load_id": h(
        "which load stands on a part of it",
        "a wheel or a foot bends it more than the same spread",
        "a force of the brief",
        CUSTOMER,
    ),
    "patches.along": h("where its middle is, along", "the middle is worst", "half of the length", SHOP),
    "patches.up": h("where its middle is, across", "the middle is worst", "half of the width", SHOP),
    "patches.size_along": h("how wide the patch is", "the smaller, the harder", "the foot or the tyre", SHOP),
    "patches.size_up": h("how high the patch is", "the smaller, the harder", "the foot or the tyre", SHOP),
}

STRUCTURES: dict[str, Help] = {
    "mark": MARK,
    "name": NAME,
    "qty": QTY,
    "module": MODULE,
    "roles.section_id": SECTION,
    "roles.material_id": MATERIAL,
    "starter.sizes": h("a length of the whole", "all bars follow from it", "between the middles of the bars", SHOP),
    "weld_leg": h(
        "leg of the fillets all round, where no joint is entered",
        "it is what a weld is checked by",
        "the thinner wall, at most",
        "AISC 360-22 table J2.4; EN 1993-1-8 4.5, from memory",
    ),
    "loads.wheel_from_edge": MEMBERS["wheel_from_edge"],
    "loads.at": h("how far from the start of its stretch it stands", "the middle bends it most", "the middle", SHOP),
    "loads.aside": MEMBERS["loads.aside"],
    "members.name": h("bars that are one piece", "what is one piece buckles as one", "each bar by itself", OWN),
    "stretches.name": h("bars that span together", "sag is measured over the whole span", "each bar by itself", OWN),
    "stretches.kind": h(
        "whether it is held at both ends or is an arm", "an arm may move twice as far for its length", "a span"
    ),
    "stretches.over": h(
        "how far it may move: its length over this",
        "a gate that must shut moves less than a shelf",
        "as in the brief",
        CUSTOMER,
    ),
    "situations.name": h("what that position or stage is called", "verdicts name it", "boom up, boom down", OWN),
    "starter.own.springs.node": h(
        "where something soft holds it", "soil, rubber and long bolts give way", "left out: firm", MAKER
    ),
    "ground_friction": h(
        "how hard it is to push over the ground",
        "a foot that only stands slides before it tips, or not",
        "0.3 steel on concrete",
    ),
    "play": h(
        "what pins and bolts let it move before they carry",
        "it is added to how far it moves",
        "1 mm for two pins, 2 mm for bolts in holes",
    ),
}

PROFILES: dict[str, Help] = {
    "name": h("what members call it", "it stands in every list", "P1", OWN),
    "joined": h("how its parts hold together", "what lies loose slides and is far softer", "welded all along"),
    "parts.section_id": SECTION,
    "parts.width": h("width, or diameter of a tube", "what it is made of", "measure it", SHOP),
    "parts.thickness": h("thickness, or wall", "what it is made of", "measure it; less what rust took", SHOP),
    "parts.x": h("how far right its corner lies", "from the same corner for all parts", "0", SHOP),
    "parts.y": h("how far up its corner lies", "from the same corner for all parts", "0", SHOP),
    "parts.turn_deg": h("how far it is turned", "against the clock", "0", SHOP),
    "parts.figures": h(
        "what the maker states of it",
        "a slotted profile cannot be worked out from its outline",
        "as in the sheet; what is not stated is not checked",
        MAKER,
    ),
}
