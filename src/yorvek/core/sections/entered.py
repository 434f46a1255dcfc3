"""Profiles known by their maker's figures alone, such as slotted ones: no outline, so no weld along it and no wall."""

from __future__ import annotations

import re
from typing import Annotated

from pydantic import Field

from yorvek.core.errors import InputError
from yorvek.core.model import Model
from yorvek.core.sections.section import Section
from yorvek.core.sections.stressed import Wall

Positive = Annotated[float, Field(gt=0, le=1e12)]
NUMBER = r"-?\d+(?:\.\d+)?"
FIGURES = re.compile(rf"^figures (?P<depth>{NUMBER})×(?P<width>{NUMBER}): (?P<rest>.+)$")
NAMES = {
    "A": "A_mm2", "Ix": "Ix_mm4", "Iy": "Iy_mm4", "J": "J_mm4", "Av": "shear_area_mm2", "Sx": "Sx_mm3",
    "Sy": "Sy_mm3", "Ct": "Ct_mm3", "inside": "inside_b_t", "outstand": "outstand_b_t",
}  # fmt: skip
UNKNOWN_WALL = 1e9
ROUND_OFF = 1.001


class Figures(Model):
    """What its maker states, depth standing. Walls (b/t of the slimmest held at both edges, and at one) are what
    buckling of the walls goes by: without them push and bending are not checked.
    """

    depth_mm: Positive
    width_mm: Positive
    A_mm2: Positive
    Ix_mm4: Positive
    Iy_mm4: Positive
    J_mm4: Positive
    shear_area_mm2: Positive = Field(description="of the walls along the shear, the lesser of both ways")
    Sx_mm3: Positive | None = Field(default=None, description="none: Ix over half the depth")
    Sy_mm3: Positive | None = Field(default=None, description="none: Iy over half the width")
    Ct_mm3: Positive | None = Field(default=None, description="none: J over the longer side")
    inside_b_t: Positive | None = None
    outstand_b_t: Positive | None = None

    def words(self) -> str:
        """As it stands in the line of a section."""
        known = [(k, getattr(self, name)) for k, name in NAMES.items()]
        rest = ", ".join(f"{k} {_number(v)}" for k, v in known if v is not None)
        return f"figures {_number(self.depth_mm)}×{_number(self.width_mm)}: {rest}"

    def checked(self) -> Figures:
        """Itself.

        Raises:
            InputError: figures that no section of this size can have.
        """
        d, b = self.depth_mm, self.width_mm
        Sx, Sy = self.Sx_mm3 or 0.0, self.Sy_mm3 or 0.0
        for name, value, most, needs in (
            ("A", self.A_mm2, d * b, "an area in mm² within its depth times its width"),
            ("Ix", self.Ix_mm4, self.A_mm2 * d**2 / 4, "mm⁴ (1 cm⁴ is 10,000 mm⁴), within A times half the depth²"),
            ("Iy", self.Iy_mm4, self.A_mm2 * b**2 / 4, "mm⁴ (1 cm⁴ is 10,000 mm⁴), within A times half the width²"),
            ("J", self.J_mm4, self.Ix_mm4 + self.Iy_mm4, "mm⁴, not above Ix + Iy"),
            ("Av", self.shear_area_mm2, self.A_mm2, "mm², not above A"),
            ("Sx", Sx, self.Ix_mm4 / (d / 2), "mm³ (1 cm³ is 1,000 mm³), not above Ix over half the depth"),
            ("Sy", Sy, self.Iy_mm4 / (b / 2), "mm³ (1 cm³ is 1,000 mm³), not above Iy over half the width"),
            ("Ct", self.Ct_mm3 or 0.0, self.J_mm4 / (min(d, b) / 8), "mm³, not above J over an eighth of its side"),
        ):  # fmt: skip
            if value > most * ROUND_OFF:
                raise InputError(field=name, got=f"{value:g}", needs=needs)
        return self

    def section(self, id: str) -> Section:
        """The section of that name that these figures make."""
        d, b = self.depth_mm, self.width_mm
        walls = [Wall.flat(self.inside_b_t, 1.0, "inside").needs] if self.inside_b_t else []
        walls += [Wall.flat(self.outstand_b_t, 1.0, "outstand").needs] if self.outstand_b_t else []
        return Section(
            id=id,
            series="composed",
            shape="composed",
            system="metric",
            source="its maker's figures, as entered",
            computed="by figures as entered, alike left and right, above and below; its outline is not known",
            depth_mm=d,
            width_mm=b,
            A_mm2=self.A_mm2,
            mass_area_mm2=self.A_mm2,
            Ix_mm4=self.Ix_mm4,
            Iy_mm4=self.Iy_mm4,
            Sx_mm3=self.Sx_mm3 or self.Ix_mm4 / (d / 2),
            Sy_mm3=self.Sy_mm3 or self.Iy_mm4 / (b / 2),
            Zx_mm3=self.Sx_mm3 or self.Ix_mm4 / (d / 2),
            Zy_mm3=self.Sy_mm3 or self.Iy_mm4 / (b / 2),
            J_mm4=self.J_mm4,
            Ct_mm3=self.Ct_mm3 or self.J_mm4 / max(d, b),
            I_major_mm4=max(self.Ix_mm4, self.Iy_mm4),
            I_minor_mm4=min(self.Ix_mm4, self.Iy_mm4),
            major_axis_deg=0.0 if self.Ix_mm4 >= self.Iy_mm4 else 90.0,
            cx_mm=b / 2,
            cy_mm=d / 2,
            shear_centre_x_mm=b / 2,
            shear_centre_y_mm=d / 2,
            shear_area_x_mm2=self.shear_area_mm2,
            shear_area_y_mm2=self.shear_area_mm2,
            perimeter_mm=2 * (b + d),
            slender=max(walls) if walls else UNKNOWN_WALL,
            entered=True,
        )


def _number(value: float) -> str:
    return f"{value:.9g}" if value < 1e9 else f"{value:.0f}"


def figures_of(what: str) -> Figures | None:
    """The figures that a part of a line holds; None for any other part.

    Raises:
        InputError: it cannot be read, or holds figures that cannot be.
    """
    found = FIGURES.match(what)
    if found is None:
        return None
    values = {"depth_mm": float(found["depth"]), "width_mm": float(found["width"])}
    for text in found["rest"].split(","):
        name, _, number = text.strip().partition(" ")
        if name not in NAMES or not re.fullmatch(NUMBER, number):
            raise InputError(
                field="section", got=text.strip(), needs="figures such as A 420, Ix 65000: " + ", ".join(NAMES)
            )
        values[NAMES[name]] = float(number)
    missing = [k for k, name in NAMES.items() if name not in values and Figures.model_fields[name].is_required()]
    if missing or min(values.values()) <= 0:
        raise InputError(field="section", got=what[:60], needs="figures above 0 for " + ", ".join(missing or values))
    return Figures(**values).checked()
