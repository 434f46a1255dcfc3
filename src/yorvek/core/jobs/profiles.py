"""Sections that a job puts together itself. Members, structures and parts name them; what they are made of stands here
once.
"""

from __future__ import annotations

from typing import Literal

from pydantic import Field, field_validator

from yorvek.core.errors import InputError
from yorvek.core.model import Model
from yorvek.core.quantities.entry import Length, Size, Thickness
from yorvek.core.sections.built_up import Joined
from yorvek.core.sections.catalogue import is_size
from yorvek.core.sections.entered import Figures
from yorvek.core.sections.line import ComposedPart, Composition


class ProfilePart(Model):
    """A part of a profile: a size of the catalogue, a plate, a tube of any wall, or an outline of a drawing; or
    a profile known by figures alone.
    """

    kind: Literal["size", "plate", "tube", "outline", "figures"] = "size"
    section_id: str = Field(default="", max_length=80)
    width: Length | None = Field(default=None, description="of a plate; the diameter of a tube")
    thickness: Thickness | None = None
    outline: str = Field(default="", max_length=4000)
    figures: Figures | None = Field(default=None, description="of a profile known by its maker's figures, alone")
    x: Size = Size(text="0")
    y: Size = Size(text="0")
    turn_deg: float = Field(default=0.0, ge=-360, le=360)
    mirrored: bool = False

    def plain(self) -> ComposedPart:
        """In millimetres.

        Raises:
            InputError: something of it is missing.
        """
        if self.kind == "figures":
            if self.figures is None:
                raise InputError(field="figures", got="", needs="its depth and width, A, Ix, Iy, J and shear area")
            what = self.figures.checked().words()
        elif self.kind in ("plate", "tube"):
            if self.width is None or self.thickness is None:
                raise InputError(field=self.kind, got="", needs="its width or diameter, and its thickness")
            what = f"{self.kind} {self.width.value:.6g}×{self.thickness.value:.6g}"
        else:
            what = self.section_id if self.kind == "size" else self.outline
            if not what:
                raise InputError(field=self.kind, got="", needs="a size of the catalogue, or an outline of a drawing")
        return ComposedPart(
            what=what, x_mm=self.x.value, y_mm=self.y.value, turn_deg=self.turn_deg, mirrored=self.mirrored
        )


class ProfileSpec(Model):
    """A section of the job's own, under a name that stands where a section's size would."""

    name: str = Field(min_length=1, max_length=40, pattern=r"^[^=|+]*$")
    parts: list[ProfilePart] = Field(min_length=1, max_length=12)
    joined: Joined = "continuous"

    @field_validator("name")
    @classmethod
    def _is_no_size(cls, name: str) -> str:
        if is_size(name):
            raise InputError(field="name", got=name, needs="this is a size of the catalogue: choose another name")
        if not name.strip():
            raise InputError(field="name", got=name, needs="a name that can be read")
        return name.strip()

    def line(self) -> str:
        """The line that is the section everywhere below the job."""
        return Composition(name=self.name, parts=[p.plain() for p in self.parts], joined=self.joined).line()
