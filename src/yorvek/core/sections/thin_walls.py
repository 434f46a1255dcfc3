"""Thin walls in torsion: one closed cell by Bredt, open strips, and a tube that is slit. mm, N, MPa."""

from __future__ import annotations

import math

from yorvek.core.model import Model


class ThinBox(Model):
    """A rectangular box on its middle line."""

    enclosed_area_mm2: float
    J_mm4: float
    J_slit_mm4: float


def thin_box(width_mm: float, depth_mm: float, t_mm: float) -> ThinBox:
    """Bredt: 4 Am^2 / sum(s/t) on the middle line; slit along one wall it is the sum of s t^3 / 3."""
    b, h = width_mm - t_mm, depth_mm - t_mm
    around = 2 * (b + h)
    return ThinBox(enclosed_area_mm2=b * h, J_mm4=4 * (b * h) ** 2 / (around / t_mm), J_slit_mm4=around * t_mm**3 / 3)


class SlitTube(Model):
    """A round tube whole and slit along its length."""

    J_closed_mm4: float
    J_open_mm4: float
    times_softer: float
    shear_centre_from_centre_mm: float
    I_mm4: float


def slit_tube(diameter_mm: float, t_mm: float, slit_mm: float = 0.0) -> SlitTube:
    """Closed: exact polar moment. Slit: 2 pi r t^3 / 3 less the slit, r to the middle of the wall; its shear centre lies 2 r
    from the centre, opposite the slit (thin wall, narrow slit).
    """
    bore, r = diameter_mm - 2 * t_mm, (diameter_mm - t_mm) / 2
    I = math.pi / 64 * (diameter_mm**4 - bore**4)  # noqa: E741
    opened = (2 * math.pi * r - slit_mm) * t_mm**3 / 3
    return SlitTube(
        J_closed_mm4=2 * I, J_open_mm4=opened, times_softer=2 * I / opened, shear_centre_from_centre_mm=2 * r, I_mm4=I
    )


class Twist(Model):
    """A closed cell under torque."""

    shear_flow_N_per_mm: float
    tau_MPa: float
    twist_rad: float

    @property
    def twist_deg(self) -> float:
        return math.degrees(self.twist_rad)


def cell_twist(torque_Nmm: float, cell: ThinBox, t_mm: float, G_MPa: float, length_mm: float) -> Twist:
    """Bredt-Batho: flow T / 2 Am, stress flow / t, twist T L / G J."""
    flow = torque_Nmm / (2 * cell.enclosed_area_mm2)
    return Twist(shear_flow_N_per_mm=flow, tau_MPa=flow / t_mm, twist_rad=torque_Nmm * length_mm / (G_MPa * cell.J_mm4))


def round_twist(torque_Nmm: float, diameter_mm: float, t_mm: float, G_MPa: float, length_mm: float) -> Twist:
    """A round tube: stress T r / J at the outside, twist T L / G J."""
    J = slit_tube(diameter_mm, t_mm).J_closed_mm4
    tau = torque_Nmm * diameter_mm / 2 / J
    return Twist(shear_flow_N_per_mm=tau * t_mm, tau_MPa=tau, twist_rad=torque_Nmm * length_mm / (G_MPa * J))
