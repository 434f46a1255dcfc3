"""Help on what the kinds of joint ask for."""

from __future__ import annotations

from yorvek.core.help.entry import CUSTOMER, MAKER, PRACTICE, SHOP, Help, h

KINDS: dict[str, Help] = {
    "joint.leg": h(
        "leg of the fillet",
        "its throat, 0.7 of the leg, is what tears",
        "the thinner wall, at least 3 mm",
        "AISC 360-22 J2.2b; EN 1993-1-8 4.5, from memory",
    ),
    "joint.throat": h(
        "how deep the groove is filled",
        "what is not melted does not carry",
        "the thinner wall, less 3 mm where it is not gouged",
        "AISC 360-22 table J2.1, from memory",
    ),
    "joint.pin": h(
        "diameter of the pin",
        "it shears, and bends between lug and cheeks",
        "a bolt's shank or a bright bar",
        "ASME BTH-1 3-3.3; EN 1993-1-8 3.13, from memory",
    ),
    "joint.lug": h(
        "thickness of the plate in the middle",
        "it is crushed by the pin and torn at its edge",
        "half of the pin or more",
    ),
    "joint.cheek": h(
        "thickness of each plate outside", "two of them share what the lug has", "half of the lug or more"
    ),
    "joint.width": h(
        "how wide the plate is", "what is left beside the hole tears", "two and a half diameters of the hole"
    ),
    "joint.edge": h(
        "from the hole's middle to the edge",
        "the pin or bolt tears out towards it",
        "one and a half diameters at least",
        "AISC 360-22 table J3.4; EN 1993-1-8 table 3.3, from memory",
    ),
    "joint.play": h(
        "how much smaller the pin is than its hole", "it must go in; too much, and it knocks", "0.5 to 1 mm"
    ),
    "joint.hole": h(
        "diameter of the hole",
        "what is bored away does not carry",
        "bolt + 1 to 2 mm, pin + 0.5 mm",
        "AISC 360-22 table J3.3; EN 1090-2 table 11, from memory",
    ),
    "joint.gap": h("air between lug and cheek, each side", "the wider, the more the pin bends", "1 mm"),
    "joint.grade": h(
        "strength stamped on the head",
        "the same size of bolt carries twice as much in 10.9 as in 4.6",
        "8.8, or A325",
        "ISO 898-1; ASTM F3125, from memory",
    ),
    "joint.threads_in": h(
        "whether the thread lies where it is sheared",
        "the thread's core is a fifth smaller",
        "yes, unless the grip was chosen so",
    ),
    "joint.cheek_width": h("how wide each cheek is", "as the lug's", "as the lug"),
    "joint.cheek_edge": h("from the hole to the cheek's edge", "as the lug's", "as the lug"),
    "joint.lug_metal": h("metal of the lug", "its own strength is checked", "as the bar"),
    "joint.cheek_metal": h("metal of the cheeks", "their own strength is checked", "as the bar"),
    "joint.foot_height": h(
        "from the hole to the weld at the foot",
        "a pull aside bends the lug over its foot",
        "as short as the shackle allows",
    ),
    "joint.foot_leg": h(
        "leg of the fillet at the lug's foot", "it carries all that the lug does", "0.7 of the lug, both sides"
    ),
    "joint.foot_weld": h("how long it is welded", "the whole foot, or only its sides", "all round"),
    "joint.turns": h("how often it turns in its life", "a pin that turns wears", "0 where it hardly does", CUSTOMER),
    "joint.turns_about": h("about which axis it turns", "what turns passes no moment about it", "across the lug", SHOP),
    "joint.bolt": h("nominal diameter", "shear and pull go with its square", "M12 to M20, 1/2 to 3/4 in"),
    "joint.rows": h("how many along the force", "they share; a long row shares badly", "2"),
    "joint.columns": h("how many across the force", "they share", "2"),
    "joint.pitch": h(
        "from bolt to bolt along the force",
        "too near, and the plate tears between",
        "three diameters",
        "AISC 360-22 J3.4; EN 1993-1-8 table 3.3, from memory",
    ),
    "joint.gauge": h(
        "from bolt to bolt across the force", "room for the spanner, and metal between", "three diameters"
    ),
    "joint.side": h(
        "from a bolt to the edge beside it",
        "the strip outside tears",
        "one and a half diameters",
        "AISC 360-22 table J3.4; EN 1993-1-8 table 3.3, from memory",
    ),
    "joint.plate": h(
        "thickness of the plate", "it bends under bolts and is crushed by them", "as thick as the bolt's half, at least"
    ),
    "joint.planes": h("in how many planes a bolt is sheared", "with a plate on both sides two", "1"),
    "joint.hole_kind": h(
        "round, large or long",
        "in a large hole it slips until it bears",
        "round",
        "AISC 360-22 table J3.3; EN 1993-1-8 table 3.4, from memory",
    ),
    "joint.must_not_slip": h("whether it must hold by friction", "where a slip would harm", "no"),
    "joint.pretension": h(
        "how hard the bolt is drawn",
        "friction is that times the slip factor",
        "by its grade: 70 % of what breaks it",
        "AISC 360-22 table J3.1; EN 1993-1-8 3.9, from memory",
    ),
    "joint.slip_factor": h(
        "friction of the faces",
        "paint makes it slippery",
        "0.2 as rolled, 0.5 blasted",
        "EN 1090-2 table 17, from memory",
    ),
    "joint.one_leg": h(
        "an angle by one leg only",
        "it is pulled beside its middle",
        "yes for angles",
        "EN 1993-1-8 3.10.3; AISC 360-22 table D3.1, from memory",
    ),
    "joint.through": h("bolts go through both walls of a tube", "a tube's wall is pulled in", "yes, with a spacer"),
    "joint.height": h("how high the plate is", "room for the bolts beyond the bar", "bar + four bolt diameters"),
    "joint.thread": h(
        "how deep the thread is in the plate", "a short thread strips", "one diameter in steel, two in aluminium"
    ),
    "joint.thread_metal": h("what the thread is cut in", "soft metal strips", "as the plate"),
    "joint.length": h("how long the plate or the weld is", "it spreads what it carries", "bar + two hands for a foot"),
    "joint.anchor": h(
        "diameter of the anchors", "they hold it down: their pull in concrete is by their maker", "M16", MAKER
    ),
    "joint.concrete_MPa": h(
        "strength of the concrete",
        "it is crushed under the plate",
        "20 MPa where nothing is known",
        "ACI 318, EN 1992, from memory",
    ),
    "joint.by": h("what presses it together", "friction is all that holds it", "bolts"),
    "joint.bolts": h("how many bolts press", "each gives its part", "2"),
    "joint.torque_Nm": h(
        "how hard they are tightened",
        "torque over 0.2 times the diameter is the pull",
        "by the bolt's grade",
        "common practice, no source; a torque hits the pull within a third",
    ),
    "joint.friction": h("friction of the faces", "oil halves it", "0.15 oiled, 0.2 dry"),
    "joint.what": h("what the bought part is", "its name stands in the chain", "shackle, hook, turnbuckle", MAKER),
    "joint.rating": h("what it is marked for", "it already has its maker's factor in", "as stamped", MAKER),
    "joint.rated_for": h("in which direction", "a shackle pulled aside carries half", "along", MAKER),
    "joint.with_impact": h("whether its rating allows shocks", "many forbid them", "no", MAKER),
    "joint.modified": h("whether it was bored, welded or ground", "then its rating is void", "no", SHOP),
    "joint.lap": h("how far the plate lies over the bar", "it is as long as its welds", "the bar's width at least"),
    "joint.taper": h("how far the plate runs out to a point", "a blunt end gathers stress", "0", PRACTICE),
    "joint.screw": h(
        "diameter of the screw",
        "it shears, tilts and pulls out",
        "5.5 mm",
        "EN 1993-1-3 table 8.2; AISI S100 J4, from memory",
    ),
    "joint.screws": h("how many", "they share", "2 at least"),
    "joint.head": h("diameter of head or washer", "a thin sheet is pulled over it", "as measured", MAKER),
    "joint.free": h(
        "how much of the plate is free between its welds", "it buckles there when pushed", "as short as it can be"
    ),
    "joint.welds": h("how many lines of weld hold it", "they share", "4 for a plate through a slot, 2 on one face"),
    "joint.slot": h(
        "how long the tube is slotted",
        "only a part of the tube is held",
        "the tube's width or more",
        "AISC 360-22 table D3.1, case 5, from memory",
    ),
    "joint.foot": h("how long its foot is", "it is welded there to what it stands on", "as the bar is wide or more"),
    "joint.along": h("how far it runs along the bar", "the longer, the less its weld carries", "the bar's depth"),
    "joint.over": h("how far it runs over what the bar stands on", "the longer, the less its weld carries", "as along"),
    "joint.gusset_leg": h(
        "leg of the gusset's own fillets", "they carry what the corner's weld does not", "0.7 of the plate, both sides"
    ),
    "joint.sides": h("which sides are welded", "an open shape turns more easily", "all round"),
    "joint.lines": h(
        "straight lines of weld, from where to where", "their shape is what resists a twist", "as drawn", SHOP
    ),
    "joint.reach": h("how far beyond the weld the force acts", "a pull on an arm turns the weld", "measure it", SHOP),
    "joint.lies": h(
        "whether the plate lies or stands on the face", "a force in the weld's plane turns it there", "as drawn", SHOP
    ),
}
