"""EN 1993-1-8:2005 6.2.4: plates that bend between the bolts in them and what is welded to them, as tee stubs. From
memory. N, mm, MPa; design values.
"""

from __future__ import annotations

import math
from typing import NamedTuple


class Lengths(NamedTuple):
    """Effective lengths of a bolt row: of mode 1, the lesser of the circular and the other patterns; of mode 2."""

    mode_1: float
    mode_2: float


def end_row(m_mm: float, e_mm: float, p_mm: float, e1_mm: float) -> Lengths:
    """Table 6.4, a row at the end of a group, by itself and as part of it.

    Args:
        m_mm: from the bolt to the weld, 0.8 of its throat times root two taken off.
        e_mm: from the bolt to the plate's side.
        p_mm: to the next row.
        e1_mm: to the plate's end.
    """
    circular = min(2 * math.pi * m_mm, math.pi * m_mm + 2 * e1_mm, math.pi * m_mm + p_mm, 2 * e1_mm + p_mm)
    half = 2 * m_mm + 0.625 * e_mm
    other = min(2 * half, half + e1_mm, half + 0.5 * p_mm, e1_mm + 0.5 * p_mm)
    return Lengths(min(circular, other), other)


def inner_row(m_mm: float, e_mm: float, p_mm: float) -> Lengths:
    """Table 6.4, a row between others."""
    other = min(4 * m_mm + 1.25 * e_mm, p_mm)
    return Lengths(min(2 * math.pi * m_mm, 2 * p_mm, other), other)


def bolt_N(
    *, Ft_N: float, lengths: Lengths, t_mm: float, fy_MPa: float, m_mm: float, e_mm: float, gamma_M0: float = 1.0
) -> float:
    """Table 6.2 of one bolt beside one face: yielding of the plate, bolt with yielding, the bolt alone; method 1.

    Args:
        Ft_N: what the bolt takes in tension by itself.
    """
    n = min(e_mm, 1.25 * m_mm)
    first, second = (0.25 * length * t_mm**2 * fy_MPa / gamma_M0 for length in lengths)
    return min(2 * first / m_mm, (second + n * Ft_N) / (m_mm + n), Ft_N)
