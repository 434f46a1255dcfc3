"""Help on the brief: the job, its loads, its named dimensions."""

from __future__ import annotations

from yorvek.core.help.entry import CUSTOMER, MAKER, OWN, PRACTICE, SHOP, Help, h

NAME = h("what it is called", "everybody calls it so, on screen, on paper and on the metal", "a word or two", OWN)
JOB: dict[str, Help] = {
    "name": h(
        "the name of the job", "it stands on every drawing, list and label", "place or thing it is for", CUSTOMER
    ),
    "for_whom": h("who ordered it", "it stands on the papers that leave the shop", "a name", CUSTOMER),
    "what": h("what it is, in a sentence or two", "whoever comes to it later reads this first", "free words", CUSTOMER),
    "method.kind": h(
        "by which rules strength is judged",
        "each has its own factors on loads and on metal; a reserve of 1 means just enough by that method",
        "the shop's own factors for fittings and fixtures, a code where the work is part of a building, lifting rules "
        "for what hangs people's loads over people",
        "AISC 360-22 for ASD and LRFD, EN 1993 with EN 1990, ASME BTH-1 for lifting, from memory",
    ),
    "method.n": h(
        "how far below yield it works",
        "the load may be larger than was said, the metal weaker",
        "1.67",
        "AISC 360-22, D2(a): safety factor of yield in tension, from memory",
    ),
    "method.m": h(
        "how far below breaking it works",
        "where it would tear and not stretch",
        "2.0",
        "AISC 360-22, J4.1: safety factor of rupture, from memory",
    ),
    "method.design_factor": h(
        "Nd, what lifting gear is designed with",
        "2 where loads are known and use is seldom, 3 otherwise",
        "2 or 3",
        "ASME BTH-1, 3-1.3, from memory",
    ),
    "span_over": h(
        "how far a beam may sag: its span over this",
        "what sags looks weak, and doors and panels jam",
        "240 for floors and decks, 360 under brittle finishes",
        "IBC table 1604.3, from memory",
    ),
    "cantilever_over": h(
        "how far the tip of an arm may go down: twice its length over this",
        "an arm is taken as half of a span of twice its length",
        "180 to 240",
        "IBC table 1604.3, note on cantilevers, from memory",
    ),
    "move_at_most": h(
        "a movement that must not be passed, whatever the span",
        "a gate that jams, a table that must stay true",
        "only where something fits or must not touch",
        CUSTOMER,
    ),
    "swings_at_least_hz": h(
        "how slowly it may swing, loaded",
        "people feel what swings in step with their walk",
        "3 where people walk, 5 where they work with care; nothing for what nobody stands on",
    ),
    "module_mass_limit": h(
        "what one module may weigh",
        "whoever or whatever lifts it has a limit",
        "50 kg for two people, else what the gear is marked for",
        SHOP,
    ),
    "longest_piece": h(
        "the longest piece that gets in",
        "what does not pass the door is made in two",
        "van floor or door, less a hand",
        SHOP,
    ),
    "environment": h(
        "where it stands", "it decides the cautions on rust, heat and loosening bolts", "outdoor", CUSTOMER
    ),
    "finish": h(
        "what protects it",
        "zinc needs vent holes and no closed boxes; paint needs edges broken",
        "paint indoors, galvanised outdoors",
    ),
    "carried.name": NAME,
    "carried.kind": h(
        "whether it stays on, or is what it is loaded with",
        "what stays on is lifted with it empty",
        "a bought part stays on",
    ),
    "carried.mass": h("how much it weighs", "it counts in the budget and in what lifts the module", "weigh it", MAKER),
    "carried.price": h(
        "what it costs", "it counts in the money of its module", "left out, it is said not to be known", MAKER
    ),
    "carried.module": h("which module it belongs to", "mass and money are added up by module", "as at the parts", OWN),
    "fits.name": h("what fits into what", "the audit and the list say it by this", "hinge pin", SHOP),
    "fits.moves": h(
        "whether it turns, is held, or gets a sleeve that is welded on",
        "what turns must not rattle, a weld shrinks a sleeve onto its bar",
        "as it works",
        SHOP,
    ),
    "fits.inner": h("the pin, the rod, the inner tube", "its most goes into the least bore", "measure it", SHOP),
    "fits.outer": h("the bore, the hole, the outer tube", "its least takes the thickest pin", "measure it", SHOP),
    "fits.opening": h("between which faces the stack stands", "its least takes the thickest stack", "measure it", SHOP),
    "fits.inner.size": h("its outside, as measured or drawn", "play is bore less pin", "by the caliper", SHOP),
    "fits.inner.off": h(
        "how far it may be off, either way",
        "least and most play are those of both at their worst",
        "left empty: nothing; a profile's by its standard",
        SHOP,
    ),
    "fits.inner.section_id": h(
        "a profile instead of a measure", "its limits are those of its standard", "what it is cut from", SHOP
    ),
    "fits.inner.hole": h("which round hole of which part", "it goes with the part's drawing", "the hole it is", SHOP),
    "fits.inner.joint": h("which pinned joint of the sizing", "it goes with what was checked", "the joint it is", SHOP),
    "fits.bolt": h(
        "a bolt through the whole stack", "its length is the usual one that reaches", "left empty: none", SHOP
    ),
    "fits.rows": h("what stands side by side", "each adds its width and its limits", "bush, washers, shims", SHOP),
    "bends_tried.set": h("how far the bender was set", "what springs back is bent further", "as it was read", SHOP),
    "bends_tried.came": h(
        "what came out once it was let go",
        "the next bend of this stock is set by the middle of your own",
        "measured on the bend, the turn and not what is left of 180",
        SHOP,
    ),
    "machines.saw_kerf": h(
        "what the blade turns to dust",
        "ten cuts of a long bar lose a hand's breadth",
        "2.5 mm cold saw, 1.5 mm band saw, 3 mm abrasive",
        SHOP,
    ),
    "machines.end_trim": h(
        "what is cut off a new bar's end", "mill ends are not square and often bruised", "10 mm", OWN
    ),
    "machines.drop_worth": h(
        "from which length a drop goes back on the rack",
        "shorter ones cost more to keep than they are worth",
        "300 mm",
        SHOP,
    ),
    "machines.clamp_dead": h(
        "the end that the clamp cannot let go",
        "the last piece of a bar cannot be shorter",
        "0 by hand, 80 to 150 mm on an automatic saw",
        MAKER,
    ),
    "machines.stack": h("how many bars lie in the saw at once", "alike bars are cut together, once", "1", OWN),
    "machines.yard_tolerance": h(
        "how far off a yard's cut may be", "a bar that is cut in half there comes short", "10 mm", "ask the yard"
    ),
    "machines.table_kerf": h(
        "width of the cut at the table",
        "outlines are shifted by half of it",
        "1.5 mm plasma at 6 mm, 0.3 mm laser, 1 mm water",
        OWN,
    ),
    "machines.part_gap": h(
        "metal left between parts",
        "less, and the strip between them warps or burns through",
        "the sheet's thickness, at least 5 mm",
    ),
    "machines.edge_margin": h(
        "metal left at the sheet's edge", "edges are bent and out of square; the clamps sit there", "8 to 15 mm"
    ),
    "machines.lead": h(
        "how far from the part the torch pierces",
        "a pierce blows wider than the cut and would mark the edge",
        "5 mm plasma at 6 mm, more in thick plate",
        MAKER,
    ),
    "machines.table_feed_mm_min": h(
        "how fast the table cuts, whatever the thickness",
        "times and programs then have this feed and no other",
        "left out, it follows the thickness by the way to cut",
        OWN,
    ),
    "machines.pierce_s": h(
        "how long a pierce takes, whatever the thickness",
        "the torch waits so long before it moves",
        "left out, it follows the thickness by the way to cut",
        OWN,
    ),
    "machines.mark_s": h(
        "how long the torch is on for a centre mark",
        "holes that it cannot make are marked, so that the drill starts there",
        "0.1 to 0.2 s; 0 where the table makes no marks",
        OWN,
    ),
    "machines.bridges": h(
        "places left standing in each outside",
        "small parts do not tip up into the torch's way",
        "0; 2 to 4 for parts that tip",
        OWN,
    ),
    "machines.welders": h(
        "with what the shop welds",
        "a comparison of metals then says which of them it cannot join",
        "steel and stainless by any; aluminium by TIG on AC or a spool gun",
    ),
}

LOADS: dict[str, Help] = {
    "name": NAME,
    "case": h(
        "whether it always acts, comes and goes, or is wind",
        "each has its own factors, and what always acts may also help",
        "dead: it is always there; live: people, goods, machines",
        "ASCE 7-22 chapter 2; EN 1990, from memory",
    ),
    "form": h(
        "how it is given: a force, so much a length, or so much an area",
        "an area load becomes a load along a member by the width that it carries",
        "a force for one thing, an area for people and goods",
    ),
    "force": h(
        "how much it pushes or pulls, in all",
        "it is what everything is sized for",
        "a mass is taken at 9.81 m/s2: 200 kg is 1.96 kN",
        CUSTOMER,
    ),
    "line": h(
        "how much a length",
        "for walls, rails and hoses that lie along it",
        "1 kN/m on a handrail people lean on",
        "EN 1991-1-1 table 6.12 gives 0.2 to 1.0 kN/m by use, from memory",
    ),
    "area": h(
        "how much an area",
        "for people and goods spread over a deck",
        "2 kPa where few walk, 4 to 5 kPa where a crowd may stand",
        "ASCE 7-22 table 4.3-1 and EN 1991-1-1 table 6.2, from memory",
    ),
    "dynamic_factor": h(
        "by how much a moving load is more than its weight",
        "what drops, jerks or rolls over a step pushes harder than at rest",
        "1 at rest, 1.25 where it is let down slowly, 2 put on suddenly",
        "2 for a load put on suddenly: energy of a spring; the others " + PRACTICE,
    ),
    "cycles": h(
        "how often it comes and goes in the whole of its life",
        "metal tires from many small loads at welds and corners",
        "0 where it is seldom; 20,000 is where fatigue is looked at",
        "AISC 360-22 appendix 3.1: not below 20,000, from memory",
    ),
    "group": h(
        "a word shared by loads that come together or not at all",
        "both wheels of a cart come onto the deck together",
        "left empty: each by itself",
    ),
    "one_of": h(
        "a word shared by loads of which at most one acts",
        "a gate is either open or shut, never both",
        "left empty: they may act together",
    ),
    "source.bore": h(
        "the inside diameter of the cylinder", "pressure times its area is the force", "as stamped on it", MAKER
    ),
    "source.pressure": h(
        "what the pump or relief valve gives",
        "the valve's setting, not the gauge of a good day",
        "6 to 8 bar of air, 160 to 210 bar of oil",
        MAKER,
    ),
    "source.rod": h("the diameter of the rod", "pulling, the rod's area does not push", "measure it", MAKER),
    "source.mass": h("how much it weighs", "its fall or its run is what is caught", "weigh it", CUSTOMER),
    "source.speed_m_s": h(
        "how fast it runs when it meets the stop", "its energy goes with the square of it", "a walk is 1.4", CUSTOMER
    ),
    "source.height": h(
        "how far it falls before it is caught", "its energy is its weight times this", "measure it", CUSTOMER
    ),
    "source.gives": h(
        "how far what catches it gives way",
        "the less it gives, the harder the blow",
        "measure it; a rubber stop gives some 10 mm",
        MAKER,
    ),
}

DIMENSIONS: dict[str, Help] = {
    "name": h(
        "what it is called in formulas",
        "parts that say it follow when it changes",
        "frame_width, with an underline for a gap",
        SHOP,
    ),
    "size": h(
        "how long it is, or a formula of other names",
        "one place to change it",
        "1994, 6' 6-1/2\", frame_width - 2*40",
        SHOP,
    ),
    "origin": h("where it comes from", "what was only assumed is asked for before metal is cut", "measured", SHOP),
    "verified_by": h("who held a tape to it", "a cut that was made by a wrong size is scrap", "a name", OWN),
    "cut_anyway": h(
        "why it is cut though nobody verified it", "it stands in the log when somebody asks", "left empty", SHOP
    ),
}

NOTES: dict[str, Help] = {
    "text": h(
        "what was decided, changed, went wrong or was learned",
        "whoever makes the next one like it reads it first",
        "one sentence, with figures where there are some",
        OWN,
    ),
    "about": h("the mark that it is about", "it stands with that part", "B1; left empty: the whole job", OWN),
}
