"""Help on assemblies: what stands where, and how it is welded."""

from __future__ import annotations

from yorvek.core.help.brief import NAME
from yorvek.core.help.entry import OWN, SHOP, Help, h
from yorvek.core.help.sizing import MARK, MODULE, QTY

ASSEMBLIES: dict[str, Help] = {
    "mark": MARK,
    "name": NAME,
    "module": MODULE,
    "qty": QTY,
    "structure_id": h(
        "the structure along whose bars its bars may stand",
        "what was sized stands at the same places in space",
        "the one that the parts were taken from; none for plate-work",
        SHOP,
    ),
    "callouts": h(
        "the standard by which welds are drawn and sized on the sheet",
        "the same sign means another side in the other one",
        "by the job's method: EN with ISO 2553, AISC with AWS A2.4",
        OWN,
    ),
    "drawing": h(
        "the number of somebody else's drawing that it is entered from",
        "marks of theirs stand beside ours in the list",
        "none, for what is drawn here",
        SHOP,
    ),
    "placed.name": h(
        "what this one is called", "others are placed against it by that name", "its mark and a number", OWN
    ),
    "placed.part_id": h("which part it is", "it is drawn as that part is made", "a part of this job", OWN),
    "placed.stands": h(
        "what says where it is",
        "a side against a side follows when either of them changes; a corner stays where it is",
        "a side against a side; the first one by its corner",
        OWN,
    ),
    "placed.count": h("how many of it follow each other", "one row instead of twenty", "1", SHOP),
    "placed.every": h(
        "how far from one to the next", "it is what is marked out on the rail", "a named dimension", SHOP
    ),
    "placed.way": h("along or across the side that it stands on", "rails run along, slats across", "along", OWN),
    "placed.step": h(
        "when it is put there",
        "the sheet lists them in that order, and shows each step",
        "1, what lies first on the table",
        SHOP,
    ),
    "placed.theirs": h(
        "its mark on that drawing", "so that both lists can be ticked off", "as it is written there", SHOP
    ),
    "placed.stands.side": h(
        "which of its own sides lies there",
        "left and right are its ends, front and back the faces of a plate",
        "bottom",
        OWN,
    ),
    "placed.stands.onto_side": h(
        "which side of the other it lies on", "as that one is drawn, not as it stands", "top", OWN
    ),
    "placed.stands.onto": h(
        "the name of what it stands against", "it goes along when that one is moved", "what is there", OWN
    ),
    "placed.stands.along": h(
        "how far along that side",
        "from edge to edge, as a tape is laid",
        "a formula of named dimensions follows them",
        SHOP,
    ),
    "placed.stands.along_from": h(
        "what is measured along", "edges are marked, middles are reckoned", "the near edge", SHOP
    ),
    "placed.stands.across": h(
        "how far across that side", "from edge to edge, as a tape is laid", "0, in the middle", SHOP
    ),
    "placed.stands.across_from": h(
        "what is measured across", "edges are marked, middles are reckoned", "the middle", SHOP
    ),
    "placed.stands.turn": h("how far it is turned on that side", "a brace lies aslant", "0, or a quarter turn", OWN),
    "placed.stands.gap": h(
        "how far it stays off that side", "for a root gap, a packing, or a nut that must fit between", "0", SHOP
    ),
    "placed.stands.x": h(
        "where its corner is, to the right", "all else is placed from the first", "0 for the first", OWN
    ),
    "placed.stands.y": h("where its corner is, up", "all else is placed from the first", "0 for the first", OWN),
    "placed.stands.z": h(
        "where its corner is, towards you", "all else is placed from the first", "0 for the first", OWN
    ),
    "placed.stands.turn_x": h("turned about its length", "before the other two turns", "0", OWN),
    "placed.stands.turn_y": h("turned about upright", "after the turn about x", "0", OWN),
    "placed.stands.turn_z": h("turned about the way towards you", "after the other two turns", "0", OWN),
    "placed.stands.bar": h(
        "a bar of the structure",
        "bars that run on in a straight line are one piece",
        "the one that it was sized as",
        OWN,
    ),
    "placed.stands.start": h(
        "how far its left end is behind the bar's start",
        "bars end at the walls of what they meet, not at its middle line",
        "in the middle, as much short at both ends",
        SHOP,
    ),
    "placed.stands.rolled": h("how far it is rolled about its length", "an angle may stand either way up", "0", SHOP),
    "welds.part_id": h("every one of this part", "one line stands for all alike welds", "what is put on", OWN),
    "welds.onto_id": h(
        "is welded to what it touches of that part", "what touches none is found", "what it stands on", OWN
    ),
    "welds.kind": h("what it is", "a fillet asks for no preparation, a butt weld does", "fillet", SHOP),
    "welds.leg": h(
        "the leg of a fillet, the depth of others",
        "it is what the welder holds a gauge to",
        "as it was sized, not more",
        SHOP,
    ),
    "welds.joint_id": h(
        "the joint of the sizing that says its leg",
        "the sheet changes with what was checked",
        "the joint it was sized as",
        OWN,
    ),
    "welds.sides": h(
        "on which side of the arrow", "what lies behind is drawn on the other line", "the arrow's side", OWN
    ),
    "welds.run": h(
        "how long each piece of a broken weld is", "less heat, less pull", "continuous where it must be tight", SHOP
    ),
    "welds.pitch": h(
        "from the middle of one piece to the next", "says how much of the seam is welded", "one piece", SHOP
    ),
    "welds.tail": h("process, or what else the welder must know", "it stands in the tail of the sign", "nothing", SHOP),
}
