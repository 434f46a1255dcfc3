"""Sheet and tube gauges, which depend on the metal.

Manufacturers' Standard gauge (uncoated steel sheet), galvanized sheet gauge, stainless sheet gauge, Brown & Sharpe
(aluminium) and Birmingham wire gauge (tube wall). Values in inches, from memory; those in the check values agree.
"""

from __future__ import annotations

from yorvek.core.errors import InputError

STEEL = {
    7: 0.1793,
    8: 0.1644,
    9: 0.1495,
    10: 0.1345,
    11: 0.1196,
    12: 0.1046,
    13: 0.0897,
    14: 0.0747,
    15: 0.0673,
    16: 0.0598,
    17: 0.0538,
    18: 0.0478,
    19: 0.0418,
    20: 0.0359,
    22: 0.0299,
    24: 0.0239,
    26: 0.0179,
    28: 0.0149,
}
GALVANIZED = {
    9: 0.1532,
    10: 0.1382,
    11: 0.1233,
    12: 0.1084,
    13: 0.0934,
    14: 0.0785,
    15: 0.0710,
    16: 0.0635,
    17: 0.0575,
    18: 0.0516,
    19: 0.0456,
    20: 0.0396,
    22: 0.0336,
    24: 0.0276,
    26: 0.0217,
    28: 0.0187,
}
STAINLESS = {
    7: 0.1875,
    8: 0.1719,
    9: 0.1563,
    10: 0.1406,
    11: 0.1250,
    12: 0.1094,
    13: 0.0938,
    14: 0.0781,
    15: 0.0703,
    16: 0.0625,
    17: 0.0563,
    18: 0.0500,
    19: 0.0438,
    20: 0.0375,
    22: 0.0313,
    24: 0.0250,
    26: 0.0188,
    28: 0.0156,
}
ALUMINIUM = {
    7: 0.1443,
    8: 0.1285,
    9: 0.1144,
    10: 0.1019,
    11: 0.0907,
    12: 0.0808,
    13: 0.0720,
    14: 0.0641,
    15: 0.0571,
    16: 0.0508,
    17: 0.0453,
    18: 0.0403,
    19: 0.0359,
    20: 0.0320,
    22: 0.0253,
    24: 0.0201,
    26: 0.0159,
    28: 0.0126,
}
TUBE = {
    7: 0.180,
    8: 0.165,
    9: 0.148,
    10: 0.134,
    11: 0.120,
    12: 0.109,
    13: 0.095,
    14: 0.083,
    15: 0.072,
    16: 0.065,
    17: 0.058,
    18: 0.049,
    19: 0.042,
    20: 0.035,
    22: 0.028,
    24: 0.022,
}
TABLES = {
    "carbon steel": STEEL,
    "galvanized steel": GALVANIZED,
    "stainless": STAINLESS,
    "aluminium": ALUMINIUM,
    "tube": TUBE,
}


def gauge_thickness_in(gauge: float, metal: str | None, *, field: str = "thickness") -> float:
    """Thickness in inches of a gauge number.

    Raises:
        InputError: no metal is known, or the metal has no such gauge.
    """
    if metal is None:
        raise InputError(
            field=field,
            got=f"{gauge:g} ga",
            needs="gauge depends on the metal: choose the material first, or write the thickness",
        )
    table = TABLES[metal]
    if gauge not in table:
        raise InputError(
            field=field, got=f"{gauge:g} ga", needs=f"{metal} has whole gauges from {min(table)} to {max(table)}"
        )
    return table[int(gauge)]
