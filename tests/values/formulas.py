"""Formulas that the cases ask for and the product does not use: they say nothing about a verdict of it.

They stand here, and not in the core, so that nobody takes a case that agrees for a check that is made.
"""

from __future__ import annotations

import math
from collections.abc import Sequence
from typing import Literal

import numpy as np
from numpy.typing import NDArray
from scipy.optimize import root

from yorvek.core.clauses.aisc360.fillets import THROAT_OF_LEG
from yorvek.core.clauses.aisc360.strength import Strength
from yorvek.core.clauses.en1993.members import reduction
from yorvek.core.errors import InputError
from yorvek.core.model import Model
from yorvek.core.structures.plates import plate_stiffness_Nmm

Element = Literal["internal bending", "internal compression", "outstand", "tube", "angle"]
TUBE_LIMITS = (50, 70, 90)
HOLE_ALLOWANCE_MM = 25.4 / 16
"""B4.3b in inches; the product takes the metric 2 mm."""


class SaeLoads(Model):
    """Proof and tensile load of an SAE J429 bolt, N."""

    proof_N: float
    tensile_N: float


def sae_loads(area_mm2: float, proof_MPa: float, tensile_MPa: float) -> SaeLoads:
    """Stresses on the tensile stress area."""
    return SaeLoads(proof_N=area_mm2 * proof_MPa, tensile_N=area_mm2 * tensile_MPa)


PHI, OMEGA = 0.75, 2.00


def directional_factor(angle_deg: float) -> float:
    """1 + 0.5 sin^1.5 of the angle between load and weld; not for the ends of rectangular hollow sections in
    tension.
    """
    return float(1 + 0.5 * math.sin(math.radians(angle_deg)) ** 1.5)


class MixedGroup(Model):
    """Welds along and across the load together."""

    option_a_N: float
    option_b_N: float
    strength: Strength


def mixed_group(*, leg_mm: float, longitudinal_mm: float, transverse_mm: float, FEXX_MPa: float) -> MixedGroup:
    """J2.4(b)(2): the greater of the plain sum, and 0.85 along with 1.5 across."""
    each = 0.60 * FEXX_MPa * leg_mm * THROAT_OF_LEG
    a, b = each * (longitudinal_mm + transverse_mm), each * (0.85 * longitudinal_mm + 1.5 * transverse_mm)
    return MixedGroup(option_a_N=a, option_b_N=b, strength=Strength(nominal=max(a, b), phi=PHI, omega=OMEGA))


def en_transverse_fillet_N(
    *, throat_mm: float, length_mm: float, fu_MPa: float, beta_w: float, gamma_M2: float = 1.25
) -> float:
    """The directional method, 4.5.3.2, for a load across the weld along one leg: normal and shear stress on the throat
    are equal, and sqrt(s^2 + 3 t^2) reaches fu / (beta gamma).
    """
    return fu_MPa / (beta_w * gamma_M2) / math.sqrt(2) * throat_mm * length_mm


class PinBending(Model):
    """A pin between two cheeks and a middle plate."""

    M_Nmm: float
    sigma_MPa: float
    shear_MPa: float


def pin_bending(P_N: float, pin_mm: float, lever_mm: float) -> PinBending:
    """Half the load on the lever at each side; double shear on the plain area."""
    M = P_N / 2 * lever_mm
    return PinBending(M_Nmm=M, sigma_MPa=M / (math.pi * pin_mm**3 / 32), shear_MPa=P_N / 2 / (math.pi * pin_mm**2 / 4))


def slenderness_limits(E_MPa: float, Fy_MPa: float) -> dict[str, float]:
    """Width-to-thickness limits of tables B4.1a and B4.1b."""
    root, ratio = math.sqrt(E_MPa / Fy_MPa), E_MPa / Fy_MPa
    return {
        "compression_I_flange": 0.56 * root,
        "compression_I_web": 1.49 * root,
        "compression_rect_HSS_wall": 1.40 * root,
        "compression_single_angle_leg": 0.45 * root,
        "compression_round_HSS_D_over_t": 0.11 * ratio,
        "flexure_I_flange_p": 0.38 * root,
        "flexure_I_flange_r": 1.0 * root,
        "flexure_I_web_p": 3.76 * root,
        "flexure_I_web_r": 5.70 * root,
        "flexure_HSS_flange_p": 1.12 * root,
        "flexure_HSS_flange_r": 1.40 * root,
        "flexure_HSS_web_p": 2.42 * root,
        "flexure_HSS_web_r": 5.70 * root,
        "flexure_round_HSS_p": 0.07 * ratio,
        "flexure_round_HSS_r": 0.31 * ratio,
        "flexure_angle_leg_p": 0.54 * root,
        "flexure_angle_leg_r": 0.91 * root,
    }


def web_shear(*, Fy_MPa: float, depth_mm: float, web_mm: float, Cv1: float = 1.0, phi: float = 1.0) -> Strength:
    """G2-1: webs; phi 1.0 and omega 1.5 for rolled webs up to 2.24 sqrt(E/Fy), else 0.90 and 1.67."""
    return Strength(nominal=0.6 * Fy_MPa * depth_mm * web_mm * Cv1, phi=phi, omega=1.5 / phi)


def net_area_mm2(
    width_mm: float,
    thickness_mm: float,
    hole_mm: float,
    holes: int,
    *,
    deduction_mm: float | None = None,
    staggers_mm: tuple[tuple[float, float], ...] = (),
) -> float:
    """Width less the holes in a line of fracture, each with its allowance, and s2/4g for each diagonal step, B4.3b.

    `staggers_mm`: pitch s and gauge g of each diagonal.
    """
    each = hole_mm + HOLE_ALLOWANCE_MM if deduction_mm is None else deduction_mm
    steps = sum(s**2 / (4 * g) for s, g in staggers_mm)
    return thickness_mm * (width_mm - holes * each + steps)


class BasePlateThickness(Model):
    """A base plate under an axial load: its cantilevers and the thickness they ask for."""

    m_mm: float
    n_mm: float
    n_prime_mm: float
    l_mm: float
    bearing_MPa: float
    thickness_mm: float


def base_plate(
    *,
    length_mm: float,
    width_mm: float,
    column_depth_mm: float,
    column_flange_mm: float,
    load_N: float,
    Fy_MPa: float,
    lam: float = 1.0,
    phi: float = 0.90,
) -> BasePlateThickness:
    """m, n and lambda n' beyond 0.95 d and 0.80 b; thickness l sqrt(2 P / (phi Fy B N)), LRFD."""
    m, n = (length_mm - 0.95 * column_depth_mm) / 2, (width_mm - 0.80 * column_flange_mm) / 2
    prime = math.sqrt(column_depth_mm * column_flange_mm) / 4
    reach = max(m, n, lam * prime)
    pressure = load_N / (length_mm * width_mm)
    return BasePlateThickness(
        m_mm=m,
        n_mm=n,
        n_prime_mm=prime,
        l_mm=reach,
        bearing_MPa=pressure,
        thickness_mm=reach * math.sqrt(2 * pressure / (phi * Fy_MPa)),
    )


class SquarePlate(Model):
    """A square plate under a square tube, as an elastic cantilever."""

    overhang_mm: float
    pressure_MPa: float
    moment_N: float
    thickness_mm: float


def square_plate(plate_mm: float, tube_mm: float, load_N: float, fy_MPa: float) -> SquarePlate:
    """p l2 / 2 a millimetre, against fy t2 / 6."""
    overhang, pressure = (plate_mm - tube_mm) / 2, load_N / plate_mm**2
    return SquarePlate(
        overhang_mm=overhang,
        pressure_MPa=pressure,
        moment_N=pressure * overhang**2 / 2,
        thickness_mm=overhang * math.sqrt(3 * pressure / fy_MPa),
    )


def tee_stub_N(*, bolt_N: float, m_mm: float, n_mm: float, plastic_Nmm: float) -> float:
    """EN 1993-1-8 6.2.4 for one bolt on each side: the least of the three ways a tee yields, N for both bolts.

    Args:
        bolt_N: tension one bolt takes.
        m_mm: lever from the bolt to the stem.
        n_mm: from the bolt to the edge, at most 1.25 m counts.
        plastic_Nmm: plastic moment of one line of the flange.
    """
    n = min(n_mm, 1.25 * m_mm)
    return min(4 * plastic_Nmm / m_mm, (2 * plastic_Nmm + 2 * n * bolt_N) / (m_mm + n), 2 * bolt_N)


OMEGA_RUPTURE, OMEGA_YIELD = 1.95, 1.65
HEAT_AFFECTED_MM = 25.4


class WeldedTension(Model):
    """Rupture of a member with part of its section beside welds."""

    Pn_N: float
    allowable_N: float
    of_unwelded: float


def welded_tension(
    *,
    Ftu_MPa: float,
    Ftu_welded_MPa: float,
    gross_mm2: float,
    affected_mm2: float,
    kt: float = 1.0,
    omega: float = OMEGA_RUPTURE,
) -> WeldedTension:
    """Pn = (Ftu (Ag - Awz) + Ftuw Awz) / kt."""
    Pn = (Ftu_MPa * (gross_mm2 - affected_mm2) + Ftu_welded_MPa * affected_mm2) / kt
    return WeldedTension(Pn_N=Pn, allowable_N=Pn / omega, of_unwelded=Pn / (Ftu_MPa * gross_mm2 / kt))


class WeldedBending(Model):
    """First yield of a beam with and without a weld across it."""

    unwelded_Nmm: float
    welded_Nmm: float
    ratio: float


def welded_bending(*, Fty_MPa: float, Fty_welded_MPa: float, S_mm3: float, omega: float = OMEGA_YIELD) -> WeldedBending:
    """Allowable moments at first yield."""
    return WeldedBending(
        unwelded_Nmm=Fty_MPa * S_mm3 / omega,
        welded_Nmm=Fty_welded_MPa * S_mm3 / omega,
        ratio=Fty_welded_MPa / Fty_MPa,
    )


LIMITS: dict[str, tuple[float, float, float]] = {
    "internal bending": (72, 83, 124),
    "internal compression": (33, 38, 42),
    "outstand": (9, 10, 14),
}


class SectionClass(Model):
    """Table 5.2 of one element."""

    epsilon: float
    ratio: float
    limits: tuple[float, float, float]
    section_class: int


def section_class(element: str, c_or_D_mm: float, t_mm: float, fy_MPa: float) -> SectionClass:
    """Class of an element in compression, in bending, or of a round tube.

    Raises:
        InputError: no such element.
    """
    epsilon = math.sqrt(235 / fy_MPa)
    if element == "tube":
        limits = tuple(v * epsilon**2 for v in TUBE_LIMITS)
    elif element in LIMITS:
        limits = tuple(v * epsilon for v in LIMITS[element])
    else:
        raise InputError(field="element", got=element, needs="one of tube, " + ", ".join(LIMITS))
    ratio = c_or_D_mm / t_mm
    found = next((k + 1 for k, v in enumerate(limits) if ratio <= v), 4)
    return SectionClass(epsilon=epsilon, ratio=ratio, limits=(limits[0], limits[1], limits[2]), section_class=found)


class Sideways(Model):
    """6.3.2.2 of one member."""

    Mcr_Nmm: float
    slenderness: float
    chi: float
    Mb_Rd_Nmm: float


def sideways_buckling(
    *,
    length_mm: float,
    Iz_mm4: float,
    It_mm4: float,
    Iw_mm6: float,
    W_mm3: float,
    fy_MPa: float,
    curve: str,
    C1: float = 1.0,
    E_MPa: float = 210_000.0,
    G_MPa: float = 81_000.0,
    gamma_M1: float = 1.0,
) -> Sideways:
    """Lateral-torsional buckling, general case, load at the shear centre."""
    euler = math.pi**2 * E_MPa * Iz_mm4 / length_mm**2
    Mcr = C1 * euler * math.sqrt(Iw_mm6 / Iz_mm4 + length_mm**2 * G_MPa * It_mm4 / (math.pi**2 * E_MPa * Iz_mm4))
    slenderness = math.sqrt(W_mm3 * fy_MPa / Mcr)
    chi = reduction(slenderness, curve)
    return Sideways(Mcr_Nmm=Mcr, slenderness=slenderness, chi=chi, Mb_Rd_Nmm=chi * W_mm3 * fy_MPa / gamma_M1)


def shear_area_of_rolled_I_mm2(
    A_mm2: float, b_mm: float, tf_mm: float, tw_mm: float, r_mm: float, *, eta: float = 1.0, h_mm: float | None = None
) -> float:
    """6.2.6(3) a: A - 2 b tf + (tw + 2 r) tf, not less than eta hw tw."""
    area = A_mm2 - 2 * b_mm * tf_mm + (tw_mm + 2 * r_mm) * tf_mm
    return area if h_mm is None else max(area, eta * (h_mm - 2 * tf_mm) * tw_mm)


def shear_area_of_hollow_mm2(A_mm2: float, b_mm: float, h_mm: float) -> float:
    """6.2.6(3) f: A h / (b + h), load parallel to the depth."""
    return A_mm2 * h_mm / (b_mm + h_mm)


def plastic_shear_N(area_mm2: float, fy_MPa: float, gamma_M0: float = 1.0) -> float:
    """6.2.6(2)."""
    return area_mm2 * fy_MPa / math.sqrt(3) / gamma_M0


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
    """Closed: exact polar moment. Slit: 2 pi r t^3 / 3 less the slit, r to the middle of the wall; its shear centre
    lies 2 r from the centre, opposite the slit (thin wall, narrow slit).
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


class PlateStrip(Model):
    """A strip of a long plate, or a narrow one."""

    M_N: float
    sigma_MPa: float
    w_plate_mm: float
    w_beam_mm: float


def plate_strip(
    span_mm: float,
    thickness_mm: float,
    pressure_MPa: float,
    held: Literal["both ends", "one end"],
    E_MPa: float = 205_000.0,
    nu: float = 0.3,
) -> PlateStrip:
    """One-way bending. A wide plate cannot narrow as it bends and moves by D; a narrow strip by E I."""
    qL2, qL4 = pressure_MPa * span_mm**2, pressure_MPa * span_mm**4
    EI, D = E_MPa * thickness_mm**3 / 12, plate_stiffness_Nmm(E_MPa, thickness_mm, nu)
    M, factor = (qL2 / 8, 5 / 384) if held == "both ends" else (qL2 / 2, 1 / 8)
    return PlateStrip(
        M_N=M, sigma_MPa=6 * M / thickness_mm**2, w_plate_mm=factor * qL4 / D, w_beam_mm=factor * qL4 / EI
    )


Point = tuple[float, float]


Line = tuple[float, float, float, float]


Floats = NDArray[np.float64]


def force_vector(force_N: float, direction_deg: float) -> Point:
    """Components of a force given by size and direction from x, counter-clockwise."""
    return force_N * math.cos(math.radians(direction_deg)), force_N * math.sin(math.radians(direction_deg))


class WeldGroup(Model):
    """Welds as lines: the elastic vector method in their plane."""

    length_mm: float
    centroid_mm: Point
    Ip_mm3: float
    moment_Nmm: float
    q_max_N_per_mm: float
    q_max_at_mm: Point


def weld_lines(lines: Sequence[Line], force: Point, at: Point) -> WeldGroup:
    """Force per length: direct, and turning about the centroid.

    Raises:
        InputError: no weld.
    """
    p = np.array(lines, float).reshape(-1, 2, 2)
    length = np.linalg.norm(p[:, 1] - p[:, 0], axis=1)
    total = float(length.sum())
    if not total > 0:
        raise InputError(field="welds", got=str(len(lines)), needs="at least one line with a length")
    centroid = (p.mean(axis=1) * length[:, None]).sum(axis=0) / total
    r = p - centroid
    middle = r.mean(axis=1)
    Ip = float((length * (middle**2).sum(axis=1) + length**3 / 12).sum())
    moment = float((at[0] - centroid[0]) * force[1] - (at[1] - centroid[1]) * force[0])
    ends = r.reshape(-1, 2)
    q = np.array(force) / total + moment / Ip * np.column_stack([-ends[:, 1], ends[:, 0]])
    size = np.linalg.norm(q, axis=1)
    k = int(np.argmax(size))
    worst = ends[k] + centroid
    return WeldGroup(
        length_mm=total,
        centroid_mm=(float(centroid[0]), float(centroid[1])),
        Ip_mm3=Ip,
        moment_Nmm=moment,
        q_max_N_per_mm=float(size[k]),
        q_max_at_mm=(float(worst[0]), float(worst[1])),
    )


class RectangleWeld(Model):
    """A weld all round a rectangle that carries shear on an arm."""

    Sw_mm2: float
    q_bending_N_per_mm: float
    q_shear_N_per_mm: float
    q_resultant_N_per_mm: float


def weld_round_rectangle(b_mm: float, d_mm: float, V_N: float, e_mm: float) -> RectangleWeld:
    """Line section modulus b d + d2/3; bending across the shear on the weld's perimeter."""
    Sw = b_mm * d_mm + d_mm**2 / 3
    bending, shear = V_N * e_mm / Sw, V_N / (2 * (b_mm + d_mm))
    return RectangleWeld(
        Sw_mm2=Sw,
        q_bending_N_per_mm=bending,
        q_shear_N_per_mm=shear,
        q_resultant_N_per_mm=math.hypot(bending, shear),
    )


class BoltGroup(Model):
    """Bolts in shear by the elastic vector method."""

    centroid_mm: Point
    Ip_mm2: float
    moment_Nmm: float
    resultants_N: list[float]
    max_bolt_N: float


def bolt_group(bolts: Sequence[Point], force: Point, at: Point) -> BoltGroup:
    """Equal bolts: direct share, and turning about the centroid.

    Raises:
        InputError: no bolt, or one bolt that would have to take a moment.
    """
    p = np.array(bolts, float).reshape(-1, 2)
    if not len(p):
        raise InputError(field="bolts", got="none", needs="at least one bolt")
    centroid = p.mean(axis=0)
    r = p - centroid
    Ip = float((r**2).sum())
    moment = float((at[0] - centroid[0]) * force[1] - (at[1] - centroid[1]) * force[0])
    if Ip < 1e-9 and abs(moment) > 1e-6:
        raise InputError(field="bolts", got="one place", needs="bolts apart from each other, or the force through them")
    turning = moment / Ip * np.column_stack([-r[:, 1], r[:, 0]]) if Ip >= 1e-9 else np.zeros_like(r)
    size = np.linalg.norm(np.array(force) / len(p) + turning, axis=1)
    return BoltGroup(
        centroid_mm=(float(centroid[0]), float(centroid[1])),
        Ip_mm2=Ip,
        moment_Nmm=moment,
        resultants_N=[float(s) for s in size],
        max_bolt_N=float(size.max()),
    )


LARGEST_MM, MU, LAMBDA = 8.6, 10 / 25.4, 0.55
"""Load-deformation curve of a bolt, R = Rult (1 - exp(-10 D))^0.55 with D in inches, greatest 0.34 in (Crawford and
Kulak, as the AISC Manual part 7 prints it; from memory)."""


FURTHEST = float((1 - math.exp(-MU * LARGEST_MM)) ** LAMBDA)
"""What the furthest bolt carries of its ultimate strength at that deformation."""


def instantaneous_centre_coefficient(bolts: Sequence[Point], eccentricity_mm: float, angle_deg: float = 0.0) -> float:
    """How many bolts' worth a group carries at an eccentricity: the manual's C. Where no centre is found, the elastic
    method's figure, which is never more.

    Args:
        bolts: their places.
        eccentricity_mm: from the centroid, measured across the load's direction for angle 0 (load along -y, lever along
        x).
        angle_deg: of the load from vertical, leaning away from the group.
    """
    p = np.array(bolts, float)
    p = p - p.mean(axis=0)
    a = math.radians(angle_deg)
    down = np.array([math.sin(a), -math.cos(a)])
    across = np.array([math.cos(a), math.sin(a)])
    lever = eccentricity_mm * math.cos(a)
    if lever < 1e-9:
        return float(len(p))

    def residual(centre: Floats) -> Floats:
        """Force across the load, and what is missing along it, when the group turns about a centre."""
        d = p - centre
        r = np.linalg.norm(d, axis=1)
        R = (1 - np.exp(-MU * LARGEST_MM * r / max(float(r.max()), 1e-9))) ** LAMBDA
        away = lever + float((-centre) @ across)
        load = float((R * r).sum()) / away if abs(away) > 1e-9 else 0.0
        resisting = (R[:, None] * np.column_stack([-d[:, 1], d[:, 0]]) / np.maximum(r, 1e-9)[:, None]).sum(axis=0)
        turned = resisting * np.sign(float(-resisting @ down) or 1.0)
        return np.array([float(turned @ across), float(-turned @ down) - load, load])

    # the elastic centre is a good start: it lies across the load's line at Ip / (n e) from the centroid
    start = -across * float((p**2).sum()) / (len(p) * lever)
    found = root(lambda c: residual(c)[:2], start, method="hybr", options={"xtol": 1e-10})
    elastic = FURTHEST * (
        1
        / bolt_group(
            [(float(x), float(y)) for x, y in p],
            (float(down[0]), float(down[1])),
            (float(across[0] * lever), float(across[1] * lever)),
        ).max_bolt_N
    )
    if not found.success or np.abs(residual(found.x)[:2]).max() > 1e-6 * len(p):
        return elastic
    return max(elastic, float(residual(found.x)[2]))
