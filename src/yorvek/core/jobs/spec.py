"""The records of a job, as people enter them: settings, named dimensions, loads, members, stock, notes."""

from __future__ import annotations

from typing import Literal

from pydantic import Field, field_validator

from yorvek.core.checks.limits import Limits
from yorvek.core.checks.methods import Method
from yorvek.core.errors import InputError
from yorvek.core.fits import Fit
from yorvek.core.jobs.hardware import HardwareItem
from yorvek.core.jobs.sources import ForceSource
from yorvek.core.materials.joining import Welder
from yorvek.core.model import Model
from yorvek.core.parts.bar_bend import BendTried
from yorvek.core.quantities.entry import AreaLoad, Force, Length, LineLoad, Mass, Money, Place, Size, Thickness
from yorvek.core.quantities.units import UNITS
from yorvek.core.workshop.processes import USUAL, Process

Mark = Field(min_length=1, max_length=20)


class MethodChoice(Model):
    """How the shop judges strength."""

    kind: Literal["shop", "asd", "lrfd", "en", "lifting"] = "shop"
    n: float = Field(default=1.67, ge=1.0, le=10.0)
    m: float = Field(default=2.0, ge=1.0, le=20.0)
    design_factor: float = Field(default=2.0, ge=2.0, le=10.0)

    def plain(self) -> Method:
        """The method as the checks take it."""
        return Method(kind=self.kind, n=self.n, m=self.m, design_factor=self.design_factor)


class SawAndTable(Model):
    """What the machines take: kerf and trim of the saw; kerf, gap and margin of the table."""

    saw_kerf: Place = Place(text="2.5", value=2.5)
    end_trim: Place = Place(text="10", value=10.0)
    drop_worth: Place = Place(text="300", value=300.0)
    clamp_dead: Place = Field(
        default=Place(text="0", value=0.0), description="end of a bar that the saw's clamp cannot let go"
    )
    stack: int = Field(default=1, ge=1, le=20, description="bars the saw takes at once")
    yard_tolerance: Place = Field(default=Place(text="10", value=10.0), description="how far off a yard's cut may be")
    table_kerf: Place = Place(text="1.5", value=1.5)
    part_gap: Place = Place(text="5", value=5.0)
    edge_margin: Place = Place(text="8", value=8.0)
    straight_cuts_only: bool = False
    table_feed_mm_min: float | None = Field(default=None, gt=0, le=100_000, description="by the thickness if not said")
    pierce_s: float | None = Field(default=None, ge=0, le=60, description="by the thickness if not said")
    mark_s: float = Field(default=0.15, ge=0, le=5, description="torch on for a centre mark; 0: none are made")
    lead: Place = Place(text="5", value=5.0)
    bridges: int = Field(default=0, ge=0, le=8)
    common_line: bool = Field(default=False, description="parts stand a kerf apart, shared edges are cut once")
    welders: list[Welder] = Field(default=[], max_length=5, description="with what the shop welds; empty: not said")


class CarriedSpec(Model):
    """Something of a module that the shop does not make: a bought part that stays on it, or what it is loaded with."""

    name: str = Field(min_length=1, max_length=60)
    module: str = Field(default="", max_length=60)
    kind: Literal["bought part", "payload"] = "bought part"
    mass: Mass
    price: Money | None = None


LONGEST_KEY = 200


class GoingOn(Model):
    """Why something that the audit found is cut anyway; `finding`: its key."""

    finding: str = Field(min_length=1, max_length=LONGEST_KEY)
    reason: str = Field(min_length=3, max_length=300)


class JobSpec(Model):
    """A job's brief, but for its loads and dimensions."""

    name: str = Field(min_length=1, max_length=80)
    revision: str = Field(default="A", max_length=5)
    for_whom: str = Field(default="", max_length=120)
    what: str = Field(default="", max_length=2000)
    unit: Literal["mm", "in"] = "mm"
    currency: str = Field(default="€", max_length=4)
    modules: list[str] = Field(default=[], max_length=50)
    method: MethodChoice = MethodChoice()
    span_over: float = Field(default=240, ge=50, le=5000)
    cantilever_over: float = Field(default=180, ge=50, le=5000)
    move_at_most: Length | None = None
    swings_at_least_hz: float | None = Field(default=None, gt=0, le=200, description="lowest natural frequency, loaded")
    module_mass_limit: Mass | None = None
    longest_piece: Length | None = Field(default=None, description="longest piece that vehicle and door take")
    environment: Literal["dry", "outdoor", "salt", "hot", "dusty", "vibrating"] = "dry"
    finish: Literal["none", "paint", "galvanised"] = "none"
    people_on_it: bool = False
    lifted: bool = False
    public: bool = False
    welded: bool = True
    machines: SawAndTable = SawAndTable()
    processes: list[Process] = Field(default=list(USUAL), max_length=30, description="ways to cut plate")
    hardware: list[HardwareItem] = Field(default=[], max_length=100)
    carried: list[CarriedSpec] = Field(default=[], max_length=60)
    fits: list[Fit] = Field(default=[], max_length=100, description="pins in bores, stacks of widths")
    bends_tried: list[BendTried] = Field(
        default=[], max_length=300, description="bends that the shop made: what they sprang back by speaks for the next"
    )
    going_on: list[GoingOn] = Field(default=[], max_length=500, description="what the audit found and is cut anyway")

    def limits(self, span_over: float | None = None) -> Limits:
        """How far a part of the job may move; a member or plate may have its own share of the span."""
        return Limits(
            span_over=span_over or self.span_over,
            cantilever_over=self.cantilever_over,
            absolute_mm=None if self.move_at_most is None else self.move_at_most.value,
        )


class DimensionSpec(Model):
    """A named dimension, possibly a formula of others, and where it comes from."""

    name: str = Field(pattern=r"^[A-Za-z_][A-Za-z0-9_]{0,39}$")
    size: Size
    origin: Literal["measured", "drawing", "customer", "assumed"] = "assumed"
    verified_by: str = Field(default="", max_length=60)
    cut_anyway: str = Field(default="", max_length=200, description="why it is cut though nobody verified it")

    @field_validator("name")
    @classmethod
    def _is_no_unit(cls, name: str) -> str:
        if any(name in table for table in UNITS.values()):
            raise InputError(field="name", got=name, needs="this is a unit: choose another name, such as frame_width")
        return name


class LoadSpec(Model):
    """A named load of the brief: a force, a load per length or a load per area."""

    name: str = Field(min_length=1, max_length=60)
    case: Literal["dead", "live", "wind"] = "live"
    form: Literal["force", "line", "area"] = "area"
    force: Force | None = None
    line: LineLoad | None = None
    area: AreaLoad | None = None
    source: ForceSource | None = Field(default=None, description="what a force comes out of, instead of its size")
    dynamic_factor: float = Field(default=1.0, ge=1.0, le=5.0)
    cycles: float = Field(default=0.0, ge=0.0, le=1e9, description="how often it comes and goes in its life; 0: seldom")
    group: str = Field(default="", max_length=40, description="loads of one group act together or not at all")
    one_of: str = Field(
        default="", max_length=40, description="of loads that share this word at most one acts at a time"
    )
    both_ways: bool = Field(default=False, description="it acts in either sense")
    note: str = Field(default="", max_length=300)

    def entered(self) -> Force | LineLoad | AreaLoad:
        """The quantity of the chosen form.

        Raises:
            InputError: it is empty.
        """
        if self.form == "force" and self.source is not None:
            newtons = self.source.newtons()
            return Force(text=f"{newtons:.0f} N", value=newtons)
        found = {"force": self.force, "line": self.line, "area": self.area}[self.form]
        if found is None:
            raise InputError(field=self.form, got="", needs="give the size of the load")
        return found


class MemberSupport(Model):
    """A support of a member at a distance from its left end."""

    at: Place
    kind: Literal["simple", "fixed"] = "simple"


class MemberLoad(Model):
    """A load of the brief as it comes onto a member; a force that runs stands anywhere from `start` to `end`."""

    load_id: int
    at: list[Place] = Field(default=[], max_length=30)
    width: Length | None = Field(default=None, description="of the area that the member carries")
    start: Place | None = None
    end: Place | None = None
    runs: bool = False
    sideways: bool = False
    aside: Size | None = Field(default=None, description="how far it stands aside of the axis")


class NotchSpec(Model):
    """A notch or slot of a member, from its left end."""

    at: Place
    length: Length
    depth: Length
    side: Literal["top", "bottom", "middle"] = "bottom"


class MemberSpec(Model):
    """A member that is sized as a beam."""

    mark: str = Mark
    name: str = Field(default="", max_length=80)
    module: str = Field(default="", max_length=60)
    qty: int = Field(default=1, ge=1, le=1000)
    length: Length
    supports: list[MemberSupport] = Field(max_length=20)
    loads: list[MemberLoad] = Field(default=[], max_length=30)
    section_id: str
    material_id: str
    axis: Literal["strong", "weak"] = "strong"
    welded: bool = True
    unbraced: Length | None = None
    bearing: Length | None = Field(default=None, description="length that supports and point loads bear on")
    wheel_from_edge: Place | None = Field(default=None, description="of point loads on wheels on the bottom flange")
    notches: list[NotchSpec] = Field(default=[], max_length=12)
    span_over: float | None = Field(default=None, ge=50, le=5000)
    pinned: list[tuple[str, str]] = Field(
        default=[], max_length=5, description="section and material of candidates kept in view"
    )
    decided: str = Field(default="", max_length=400, description="why this section and material")


class BarStockSpec(Model):
    """A bar on hand or on offer."""

    form: Literal["bar"] = "bar"
    section_id: str
    material_id: str
    length: Length
    qty: int | None = Field(default=None, ge=0, le=10_000, description="none: on offer, as many as wanted")
    price: Money | None = Field(default=None, description="of one; by mass and the catalogue where not given")
    supplier: str = Field(default="", max_length=60)
    delivery: Money | None = Field(default=None, description="of one, on top of its price")
    duty_percent: float = Field(default=0.0, ge=0, le=200)
    yard_cut: Money | None = Field(default=None, description="price of having it cut in half at the yard")
    location: str = Field(default="", max_length=60)
    drop: bool = False
    galvanised: bool = False
    heat: str = Field(default="", max_length=60, description="heat number or certificate")
    reserved_for: int | None = Field(default=None, description="number of the job it is kept for")
    note: str = Field(default="", max_length=200)


Corner = tuple[float, float]


class SheetStockSpec(Model):
    """A sheet or remnant on hand or on offer; a remnant has its true outline, or a corner missing."""

    form: Literal["sheet"] = "sheet"
    material_id: str
    thickness: Thickness
    width: Length
    height: Length
    missing_width: Place | None = Field(default=None, description="of the missing upper right corner")
    missing_height: Place | None = None
    outline: list[Corner] | None = Field(
        default=None, min_length=3, max_length=500, description="true outline within its sides, mm"
    )
    qty: int | None = Field(default=None, ge=0, le=10_000)
    price: Money | None = None
    supplier: str = Field(default="", max_length=60)
    delivery: Money | None = Field(default=None, description="of one, on top of its price")
    duty_percent: float = Field(default=0.0, ge=0, le=200)
    location: str = Field(default="", max_length=60)
    drop: bool = False
    galvanised: bool = False
    heat: str = Field(default="", max_length=60, description="heat number or certificate")
    reserved_for: int | None = Field(default=None, description="number of the job it is kept for")
    note: str = Field(default="", max_length=200)


class StockSpec(Model):
    """A line of the stock book."""

    item: BarStockSpec | SheetStockSpec = Field(discriminator="form")


class PhotoSpec(Model):
    """A picture: what it is of, and the hash under which its JPEG is kept."""

    name: str = Field(default="", max_length=120)
    sha256: str = Field(pattern="^[0-9a-f]{64}$")


def landed(item: BarStockSpec | SheetStockSpec, price: float) -> float:
    """What one costs at the door: its price with duty, and its delivery."""
    return price * (1 + item.duty_percent / 100) + (item.delivery.value if item.delivery is not None else 0.0)


class NoteSpec(Model):
    """A line of the log."""

    kind: Literal["decision", "deviation", "mistake", "lesson", "note"] = "note"
    text: str = Field(min_length=1, max_length=2000)
    about: str = Field(default="", max_length=80)
