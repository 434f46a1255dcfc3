"""Natural frequencies against closed forms (Blevins, Formulas for Natural Frequency and Mode Shape; from memory)."""

import math

import numpy as np
import pytest

from tests.core.framed import Frame, FrameMember, FrameSection
from tests.core.test_frame import FIXED, PINNED, ROLLER, STEEL
from yorvek.core.errors import InputError
from yorvek.core.theory.frames import System, mesh_of
from yorvek.core.theory.frames import frequencies_hz as swings

TUBE = FrameSection(**STEEL, A_mm2=1836, Iy_mm4=2.0e6, Iz_mm4=2.71e6, J_mm4=4.41e6, mass_kg_per_m=14.41)
WEIGHTLESS = FrameSection(**STEEL, A_mm2=1836, Iy_mm4=2.0e6, Iz_mm4=2.71e6, J_mm4=4.41e6)
EI, MU = 210e9 * 2.0e6 * 1e-12, 14.41


def frequencies_hz(frame, hung=None, count=1, laid=0.0):
    """Lowest frequencies with kilograms at nodes, and per metre of every bar."""
    mesh = mesh_of(frame.skeleton())
    nodes = np.zeros(len(mesh.points))
    for name, kg in (hung or {}).items():
        nodes[list(frame.nodes).index(name)] = kg / 1000
    return swings(System.of(mesh), np.full(len(frame.members), laid * 1e-6), nodes, count)


def line(section, supports, length=2000.0, **more):
    nodes = {"A": (0.0, 0.0, 0.0), "B": (length, 0.0, 0.0)}
    return Frame(nodes, {"m": FrameMember("A", "B", section, **more)}, supports)


@pytest.mark.parametrize(("number", "constant"), [(0, 1.8751), (1, 4.6941)])
def test_cantilever(number, constant):
    """f = (k L)^2 / 2 pi L^2 sqrt(E I / mu), about the weak axis; the second one of that axis is the third of all."""
    f = frequencies_hz(line(TUBE, {"A": FIXED}), count=4)
    exact = constant**2 / (2 * math.pi * 2.0**2) * math.sqrt(EI / MU)
    assert min(abs(v - exact) for v in f) / exact < (1e-3 if number == 0 else 5e-3)
    assert f == sorted(f)


def test_beam_on_two_ends():
    """f = pi / 2 L^2 sqrt(E I / mu)."""
    held = {**PINNED, "RX": True}
    f = frequencies_hz(line(TUBE, {"A": held, "B": ROLLER}))
    assert f[0] == pytest.approx(math.pi / (2 * 2.0**2) * math.sqrt(EI / MU), rel=1e-3)


def test_a_mass_at_the_tip_of_a_light_arm():
    """f = sqrt(3 E I / m L^3) / 2 pi."""
    f = frequencies_hz(line(WEIGHTLESS, {"A": FIXED}), {"B": 28.0})
    assert f[0] == pytest.approx(math.sqrt(3 * EI / (28 * 2.0**3)) / (2 * math.pi), rel=1e-4)


def test_a_load_that_lies_along_a_light_beam():
    """f = pi / 2 L^2 sqrt(E I / mu), all of the mass a load that lies along it."""
    f = frequencies_hz(line(WEIGHTLESS, {"A": {**PINNED, "RX": True}, "B": ROLLER}), laid=55.0)
    assert f[0] == pytest.approx(math.pi / (2 * 2.0**2) * math.sqrt(EI / 55.0), rel=1e-3)


def test_more_mass_swings_slower_and_a_shorter_arm_faster():
    light, heavy = (frequencies_hz(line(TUBE, {"A": FIXED}), {"B": m})[0] for m in (0.0, 50.0))
    short = frequencies_hz(line(TUBE, {"A": FIXED}, length=1000.0))[0]
    assert heavy < light < short
    assert short == pytest.approx(4 * light, rel=1e-3)


def test_what_cannot_swing_is_said():
    with pytest.raises(InputError, match="weigh something"):
        frequencies_hz(line(WEIGHTLESS, {"A": FIXED}))
