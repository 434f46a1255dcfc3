"""Help on parts and stock."""

from __future__ import annotations

from yorvek.core.help.brief import NAME
from yorvek.core.help.entry import MAKER, OWN, SHOP, Help, h
from yorvek.core.help.sizing import MARK, MATERIAL, MODULE, QTY, SECTION

PARTS: dict[str, Help] = {
    "mark": MARK,
    "name": NAME,
    "qty": QTY,
    "module": MODULE,
    "material_id": MATERIAL,
    "shape.section_id": SECTION,
    "edge": h(
        "which edge the drawing needs",
        "a plasma edge is rough and hard, a sheared one bruised",
        "as cut, machined only where it bears or fits",
    ),
    "shape.member_id": h(
        "the member that it follows",
        "its section, metal and length go with the sizing",
        "its own member; none for what is not sized",
        SHOP,
    ),
    "shape.length": h(
        "from point to point, over the long sides",
        "it is what is measured at the saw stop",
        "a formula of named dimensions follows them",
        SHOP,
    ),
    "shape.left_end": h("angle of the cut, from square", "0 is a straight cut, 45 a mitre", "0", SHOP),
    "shape.right_end": h("angle of the cut, from square", "0 is a straight cut, 45 a mitre", "0", SHOP),
    "shape.end_shape.kind": h(
        "a plain cut, a saddle or a notch", "a tube that meets a tube needs a saddle", "plain", SHOP
    ),
    "shape.end_shape.size": h(
        "diameter that the saddle sits on, or depth of the notch", "it must fit what it meets", "measure it", SHOP
    ),
    "shape.end_shape.width": h("how wide the notch is", "it must clear what it meets", "measure it + 1 mm", SHOP),
    "shape.end_shape.offset": h(
        "how far the bar stands in front of the tube's middle, negative behind",
        "a bar beside the middle is cut back on one side",
        "left empty: over its middle",
        SHOP,
    ),
    "hand": h(
        "whether it is the left one of a pair, or the right one",
        "two lefts do not make a pair; it stands on label, list and saw sheet",
        "neither, where both are alike",
        SHOP,
    ),
    "jig": h(
        "whether it is cut for the work only: a spacer, a stop, a former, a drill template",
        "it is cut and bought, and is no weight of what is built",
        "neither, for what is built",
        SHOP,
    ),
    "jig.uses": h("how often this job uses it", "says whether it pays", "as many as there are places for it", SHOP),
    "jig.kept": h("where it is kept after the job", "the next job looks there first", "left empty: scrap", SHOP),
    "jig.minutes": h("to make one and set it up", "against what it saves", "left empty: not known", SHOP),
    "shape.of": h(
        "which part it is over again, or whose wall it is",
        "what changes there changes here",
        "the one that is drawn; a part that follows is not followed itself",
        SHOP,
    ),
    "shape.mirrored": h(
        "whether it is the other hand of that part",
        "what is bent, sunk or drilled from one side only fits one side of the job",
        "on for a left and a right; off for a copy with a change",
        SHOP,
    ),
    "shape.bare": h(
        "leaves out the holes and openings that were added to that part",
        "its family's own stay",
        "off; on where it gets others, below",
        SHOP,
    ),
    "shape.grown": h(
        "how much larger all round a flat plate is, or how much longer a straight bar",
        "a pad under a foot, a strip that laps over",
        "left empty: as large as that part; negative: smaller",
        SHOP,
    ),
    "shape.held_to": h(
        "the most it may be when it is measured in place",
        "metal is bought before the place is ready",
        "left empty: it is as drawn",
        SHOP,
    ),
    "shape.width": h("how wide it is", "what it covers", "off flat bar: a width that is sold", SHOP),
    "shape.height": h("how high it is", "what it covers", "a lug: from its foot to the hole's middle", SHOP),
    "shape.thickness": h(
        "how thick it is", "it is what it is cut from, and what bears on its holes", "8 mm, or 5/16 in"
    ),
    "shape.hole": h(
        "diameter of its holes",
        "the bolt must go in",
        "bolt + 1 to 2 mm: 13.5 for M12",
        "AISC 360-22 table J3.3; EN 1090-2 table 11, from memory",
    ),
    "shape.edge": h(
        "from a hole's middle to the edge",
        "the bolt tears out towards it",
        "one and a half diameters or more",
        "AISC 360-22 table J3.4; EN 1993-1-8 table 3.3, from memory",
    ),
    "shape.columns": h("holes across", "they stand at equal ways", "2", SHOP),
    "shape.rows": h("holes up", "they stand at equal ways", "2", SHOP),
    "shape.middle_hole": h("a hole in the middle", "for zinc to run out, or a cable", "left empty: none", SHOP),
    "shape.corner_radius": h(
        "how the corners are rounded", "nobody cuts a finger, and paint holds", "left empty: sharp"
    ),
    "shape.leg_x": h("how far it runs along", "its weld is as long", "as up", SHOP),
    "shape.leg_y": h("how far it runs up", "its weld is as long", "as along", SHOP),
    "shape.nose": h("what is cut off its points", "a point burns away and cannot be welded round", "15 mm"),
    "shape.root_clip": h(
        "what is cut off its corner", "it must clear the weld in the corner", "the weld's leg and a half, 12 mm"
    ),
    "shape.off_bar": h(
        "cut from flat bar and not from sheet",
        "a sheet need not be bought for two plates",
        "where a flat of that width is sold",
    ),
    "shape.outer": h("outside diameter", "what it covers", "measure it", SHOP),
    "shape.inner": h("diameter of the opening", "a disc has none", "left empty: none", SHOP),
    "shape.slot_length": h("how long a slot is, over its round ends", "how far it can be set", "40 mm", SHOP),
    "shape.slot_width": h("how wide a slot is", "the bolt must go in", "bolt + 1 to 2 mm"),
    "shape.slots": h("how many slots", "they stand at equal ways up its height", "2", SHOP),
    "shape.taper": h("over how much of each end it is drawn in", "the weld's end must not stand on one line", "60 mm"),
    "shape.holes": h("how many openings", "they stand at equal ways along it", "as many as leave it stiff", SHOP),
    "shape.rim": h("how deep the rims of its openings are pressed", "a rim stiffens the edge", "left empty: plain"),
    "shape.seat": h("diameter of half rounds in its lower edge", "it sits on tubes there", "the tube + 1 mm", SHOP),
    "shape.seats": h("how many half rounds", "they stand at equal ways", "2", SHOP),
    "shape.seat_edge": h("from its end to the first half round", "where the tubes are", "left empty: evenly", SHOP),
    "shape.first_leg": h(
        "the first leg, outside; of a bar to the outside or to the middle, as it says below",
        "to the corner where the faces would meet; beyond 90° to the outside of the bend",
        "as the drawing says it",
        "DIN 6935, from memory",
    ),
    "shape.corners": h(
        "the corners of the side, one after the other",
        "a wall runs from each to the next",
        "around it, either way",
        SHOP,
    ),
    "shape.corners.x": h("from the left of the side", "it is the outline that is cut", "0 at the left", SHOP),
    "shape.corners.y": h("from below", "it is the outline that is cut", "0 below", SHOP),
    "shape.corners.bend": h(
        "inside radius where one wall runs round the corner",
        "a bend saves a seam; one corner at least is welded",
        "left empty: welded; bent: one to two thicknesses",
        SHOP,
    ),
    "shape.wall": h("how thick the walls are", "bent across, they may be thinner", "left empty: as the sides", SHOP),
    "shape.inset": h(
        "from the side's edge to the outside of a wall",
        "the weld lies on that ledge",
        "the leg of the weld; left empty: the thinner plate",
        SHOP,
    ),
    "shape.tab": h(
        "how long the tabs are that go through the sides",
        "they set the walls before anything is tacked",
        "three to six thicknesses; left empty: none",
        SHOP,
    ),
    "shape.apart": h(
        "tabs from middle to middle, at the most", "a long wall bows between them", "left empty: 150 mm", SHOP
    ),
    "shape.clearance": h(
        "play about a tab, on each side",
        "too little and zinc, paint or a burr keep it out; too much and it stands aslant",
        "left empty: 0.5 mm",
        SHOP,
    ),
    "shape.number": h("which wall of the box", "its length and tabs come from there", "by the drawing", SHOP),
    "shape.bends": h("where it is bent, one after the other", "each adds a leg", "up is towards you", SHOP),
    "shape.bends.turn": h(
        "how far it is turned there", "0 would be flat, 90 is a square corner, negative is down", "90", SHOP
    ),
    "shape.bends.leg": h("the leg after it, measured as the first", "as the first leg", "as the drawing says it", SHOP),
    "shape.bends.radius": h(
        "of a plate inside the bend, of a bar to its middle",
        "sharper may crack, a tube kinks",
        "left empty: the plate's; a tube three times its depth",
        SHOP,
    ),
    "shape.bends.roll": h(
        "about the bar, the plane that it is bent in",
        "0 as seen from the side, 90 towards you, counted as it lies straight",
        "left empty: from the side; a flat the easy way",
        SHOP,
    ),
    "shape.measured": h(
        "where legs end at a bend", "outside faces, or the middle of the bar", "as the drawing says it", SHOP
    ),
    "shape.neutral": h(
        "where of its depth the metal keeps its length, from the inside",
        "it says how long the bar is cut; your own bends know it better than a rule",
        "left empty: the middle of a tube",
        SHOP,
    ),
    "shape.radius": h(
        "inside radius of its bends",
        "sharper than the metal takes cracks, wider wants a wider die",
        "left empty: what a die of eight thicknesses makes, or more where the metal asks it",
        SHOP,
    ),
    "shape.k_factor": h(
        "where the neutral line lies, as a share of the thickness from the inside",
        "it says how long the flat is; your own bends know it better than a rule",
        "left empty: by the standard, 0.33 to 0.45",
        "DIN 6935, from memory",
    ),
    "shape.gap": h("between two walls at a corner", "the weld goes in", "left empty: 1 mm", SHOP),
    "shape.large": h("outside diameter of the large rim", "what it fits", "measure it", SHOP),
    "shape.small": h("outside diameter of the small rim", "what it fits", "as the large one: a tube", SHOP),
    "shape.pieces": h("from how many alike pieces it is rolled", "rolls and sheets are only so long", "1", SHOP),
    "features.leg": h(
        "from which leg of a bent plate its place is measured",
        "as it is measured once it is bent: from that leg's outside corner",
        "0: on the flat, before it is bent",
        SHOP,
    ),
    "features.x": h(
        "how far its middle is from the plate's left edge",
        "where it is marked and cut; of a row the first, of a circle the middle",
        "one and a half diameters from an edge, or more",
        "AISC 360-22 table J3.4; EN 1993-1-8 table 3.3, from memory",
    ),
    "features.y": h(
        "how far its middle is from the plate's lower edge",
        "where it is marked and cut; of a grid the lower left one",
        "one and a half diameters from an edge, or more",
        "AISC 360-22 table J3.4; EN 1993-1-8 table 3.3, from memory",
    ),
    "features.face": h(
        "on which face of the bar it is",
        "front is the side that is drawn, and places count from its lower left; an angle has a front and a bottom",
        "front",
        SHOP,
    ),
    "features.size": h("how wide the hole or slot is", "the bolt must go in", "bolt + 1 to 2 mm"),
    "features.thread": h(
        "which thread is tapped",
        "the hole is made by its tap drill, and the plate must be thick enough to hold it",
        "one diameter of plate in steel, one and a half in aluminium",
        SHOP,
    ),
    "features.sink": h("how wide the countersink is at the face", "the head must lie flush", "twice the bolt", SHOP),
    "features.angle": h(
        "the whole angle of the countersink",
        "the head has the same",
        "90 metric, 82 inch",
        "ISO 10642; ASME B18.3, from memory",
    ),
    "features.length": h("how long the slot is, over its round ends", "how far it can be set", "40 mm", SHOP),
    "features.turn": h("how far it is turned, counter-clockwise from along the plate", "which way it can be set", "0"),
    "features.width": h("how wide the opening is before it is turned", "what goes through it", "as needed", SHOP),
    "features.height": h("how high the opening is before it is turned", "what goes through it", "as needed", SHOP),
    "features.corner": h("how its corners are rounded", "sharp corners tear", "6 mm, the plate's thickness or more"),
    "features.pattern": h(
        "whether it is repeated", "one row stands for all of them, and all follow a change", "once", SHOP
    ),
    "features.pattern.count": h("how many of it", "they stand at equal ways", "as the bolts ask", SHOP),
    "features.pattern.pitch": h(
        "from one middle to the next",
        "the plate tears between them",
        "three diameters",
        "AISC 360-22 J3.3; EN 1993-1-8 table 3.3, from memory",
    ),
    "features.pattern.turn": h("which way the row runs, counter-clockwise from along the plate", "0 along, 90 up", "0"),
    "features.pattern.across": h("how many stand side by side", "columns of the grid", "2", SHOP),
    "features.pattern.up": h("how many stand one over the other", "rows of the grid", "2", SHOP),
    "features.pattern.pitch_across": h("from one column to the next", "between middles", "three diameters or more"),
    "features.pattern.pitch_up": h("from one row to the next", "between middles", "three diameters or more"),
    "features.pattern.diameter": h(
        "the circle that their middles stand on", "as the hub or flange asks", "100 mm", SHOP
    ),
    "features.pattern.first": h(
        "where the first stands, counter-clockwise from along the plate", "turns the whole circle", "0", SHOP
    ),
}

STOCK: dict[str, Help] = {
    "item.section_id": SECTION,
    "item.material_id": MATERIAL,
    "item.length": h("as measured, not as sold", "a 6 m bar is often 6,010", "6000, or 20 ft", SHOP),
    "item.thickness": h("thickness of the sheet", "parts of that thickness come from it", "as measured", SHOP),
    "item.width": h("the long way of the sheet", "pieces are laid within", "2500, or 96 in", SHOP),
    "item.height": h("the short way of the sheet", "pieces are laid within", "1250, or 48 in", OWN),
    "item.missing_width": h(
        "width of the corner that is gone", "a remnant is rarely a rectangle", "left empty: none", SHOP
    ),
    "item.missing_height": h(
        "height of the corner that is gone", "a remnant is rarely a rectangle", "left empty: none", SHOP
    ),
    "item.qty": h("how many are here", "they are used before any is bought", "1", OWN),
    "item.price": h(
        "of one bar or sheet",
        "a plan is chosen by money",
        "left empty: mass times the catalogue's price a kg",
        "the yard's list",
    ),
    "item.location": h("where it lies", "whoever saws goes straight there", "rack 2", SHOP),
    "item.delivery": h(
        "what bringing one costs", "a cheap bar from far away is dear", "left empty: in the price", "the yard's list"
    ),
    "item.duty_percent": h("what customs add", "it comes on top of price and delivery", "0", "the customs tariff"),
    "item.yard_cut": h(
        "what the yard asks to cut one in half",
        "half a bar may be all that is needed",
        "left empty: it is not offered",
        "the yard's list",
    ),
    "item.supplier": h("who sells it", "the buy list is sorted by it", "a name", OWN),
    "item.heat": h(
        "number on the mill's certificate",
        "it follows every piece that is cut from it",
        "left empty where there is none",
        MAKER,
    ),
    "item.note": h("whatever else matters", "scale, a bend, a painted end", "free words", OWN),
}
