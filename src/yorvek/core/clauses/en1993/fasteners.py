"""EN 1993-1-8:2005 tables 3.4 and 3.10: bolts and pins by the stress area or the shank. From memory. N, mm, MPa;
characteristic.
"""

from __future__ import annotations

import numpy as np
from numpy.typing import NDArray

Floats = NDArray[np.float64]
ALPHA_V = {"4.6": 0.6, "5.6": 0.6, "8.8": 0.6, "10.9": 0.5}
"""EN 1993-1-8 table 3.4, threads in the shear plane."""
UNKNOWN = 0.5
"""alpha_v of classes that the table does not name."""
SHANK, TENSION = 0.6, 0.9


def shear_N(fub_MPa: float, area_mm2: float, alpha_v: float = SHANK) -> float:
    """Table 3.4, one plane: alpha_v fub A, by default with the shank in the plane."""
    return alpha_v * fub_MPa * area_mm2


def tension_N(fub_MPa: float, As_mm2: float) -> float:
    """Table 3.4: 0.9 fub As."""
    return TENSION * fub_MPa * As_mm2


def shear_with_pull(shear: Floats, pull: Floats) -> Floats:
    """Table 3.4: shares of shear plus pull over 1.4, and not less than each alone."""
    return np.asarray(np.maximum(np.maximum(shear, pull), shear + pull / 1.4))
