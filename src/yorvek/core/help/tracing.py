"""Help on tracing a template."""

from __future__ import annotations

from yorvek.core.help.entry import SHOP, Help, h

TRACE: dict[str, Help] = {
    "scale.across": h("from the first corner to the second", "it gives the scale along it", "measure the sheet", SHOP),
    "scale.up": h("from the second corner to the third", "it gives the scale across", "measure the sheet", SHOP),
    "scale.length": h("how long the first length is", "it gives the scale of all", "as long as the picture lets", SHOP),
    "check.length": h(
        "another length, aslant of the first or of the sheet",
        "nothing is traced where it disagrees by more than 1 %",
        "measured on the sheet, corner of this to corner of that",
        SHOP,
    ),
}
