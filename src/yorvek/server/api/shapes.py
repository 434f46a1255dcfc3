"""Answers that several endpoints give."""

from __future__ import annotations

from typing import Any, Generic, TypeVar

from yorvek.core.assemblies.spec import AssemblySpec
from yorvek.core.assemblies.worked import AssemblyResult
from yorvek.core.checks import BeamVerdict, Reserve
from yorvek.core.checks.plate import PlateVerdict
from yorvek.core.cutting.bars import BarPlan
from yorvek.core.cutting.sheets import SheetPlan
from yorvek.core.fits import FitResult
from yorvek.core.frames import FrameVerdict, Link
from yorvek.core.jobs import (
    DimensionSpec,
    JobSpec,
    LoadSpec,
    MemberSpec,
    NoteSpec,
    PlateSpec,
    ProfileSpec,
    StockSpec,
    StructureSpec,
)
from yorvek.core.jobs.audit import AuditFinding
from yorvek.core.jobs.budget import ModuleMass
from yorvek.core.jobs.cautions import Caution
from yorvek.core.jobs.checking import CommentSpec
from yorvek.core.jobs.cuts import CutBarSpec
from yorvek.core.jobs.cutting import BarGroup, SheetGroup, StockLine
from yorvek.core.jobs.fits import FitOffers
from yorvek.core.jobs.free_joints import FreeJointSpec, FreeJointVerdict
from yorvek.core.jobs.hardware import HardwareLine
from yorvek.core.jobs.order_of_work import LaidPiece
from yorvek.core.jobs.purchase import Purchase
from yorvek.core.jobs.sheets_cut import CutSheetSpec
from yorvek.core.jobs.stops import Stop
from yorvek.core.model import Model
from yorvek.core.outlines import Outline
from yorvek.core.parts import PartGeometry, PartSpec
from yorvek.core.proving.judged import LoadTestResult
from yorvek.core.proving.spec import LoadTestSpec


class Row(Model):
    """Where a record is."""

    id: int
    version: int


class JobRow(Row):
    spec: JobSpec


class DimensionRow(Row):
    spec: DimensionSpec


class LoadRow(Row):
    """A load; `value` in N, N/mm or MPa, none where its size is missing."""

    spec: LoadSpec
    value: float | None


class MemberRow(Row):
    spec: MemberSpec
    verdict: BeamVerdict | None
    trouble: str | None


class StructureRow(Row):
    spec: StructureSpec
    verdict: FrameVerdict | None
    chain: list[Link]
    trouble: str | None


class PlateRow(Row):
    spec: PlateSpec
    verdict: PlateVerdict | None
    trouble: str | None


class JointRow(Row):
    """A joint that stands by itself."""

    spec: FreeJointSpec
    verdict: FreeJointVerdict | None
    trouble: str | None


class ProfileRow(Row):
    """A section of the job's own; `line` is its name in verdicts."""

    spec: ProfileSpec
    line: str
    materials: list[str]
    trouble: str | None


class PartRow(Row):
    spec: PartSpec
    followed: PartSpec
    geometry: PartGeometry | None
    trouble: str | None


class AssemblyRow(Row):
    spec: AssemblySpec
    result: AssemblyResult


class LoadTestRow(Row):
    spec: LoadTestSpec
    result: LoadTestResult


class StockRow(Row):
    """A line of the stock book, and the numbers of its pictures."""

    spec: StockSpec
    photos: list[int] = []


class NoteRow(Row):
    spec: NoteSpec
    author: str
    at: str


class CutRow(Row):
    """A bar that was cut, by whom and when."""

    spec: CutBarSpec
    author: str
    at: str


class CutSheetRow(Row):
    """A sheet that was cut, by whom and when."""

    spec: CutSheetSpec
    author: str
    at: str


class CommentRow(Row):
    """A comment with who wrote it and when."""

    spec: CommentSpec
    author: str
    at: str


class SignatureRow(Model):
    """A signature; `stands`: the job was not changed since."""

    by: str
    at: str
    statement: str
    revision: str
    stands: bool


class ReleaseRow(Model):
    """A release in the list."""

    id: int
    revision: str
    by: str
    at: str
    note: str
    checked_by: str


class PlanState(Model):
    """A sheet plan without its layout."""

    id: int
    key: str
    state: str
    progress: float
    early: dict[str, Any] | None
    message: str
    asked: str
    finished: str | None
    stale: bool
    title: str
    sheets: int
    cost: float | None
    utilisation: float | None


class PlanView(PlanState):
    """A sheet plan with its layout and true outlines to draw; `later`: openings of each that are drilled afterwards."""

    group: SheetGroup
    result: SheetPlan | None
    outlines: dict[str, Outline]
    later: dict[str, list[int]]


class Headline(Model):
    mass_kg: float
    money: float
    breaks: float | None
    breaks_at: str
    moves: float | None
    moves_at: str
    bars: int
    pieces: int


class Ripple(Model):
    before: Headline
    after: Headline
    stale: int


class EditView(Model):
    """A line of the history."""

    id: int
    title: str
    by: str
    at: str
    ripple: Ripple | None
    undone: bool
    is_undo: bool
    rows: int


class ThreadFigures(Model):
    """The numbers of the thread."""

    strength: Reserve
    stiffness: Reserve
    weakest: str
    softest: str
    mass_kg: float
    modules: list[ModuleMass]
    bars_to_cut: int
    bars_to_buy: int
    pieces: int
    unverified: list[str]
    held_up: list[str]
    cut_before: list[str]
    """What nothing is cut from until somebody stands for it."""
    audit: list[AuditFinding]
    """What would go wrong with the parts as they stand: mended, decided, or only said."""
    fits: list[FitResult]
    fit_offers: FitOffers
    stale_plans: int
    sheets_planned: int
    cautions: list[Caution]


class BarView(Model):
    """A profile's plan; `laid`: pieces of each bar in the order of work; `stops`: what the saw is set to."""

    group: BarGroup
    plan: BarPlan
    laid: list[list[LaidPiece]]
    stops: list[Stop]
    proof: str


class SheetView(Model):
    """A group of plates with its newest plan and its newest finished one."""

    key: str
    thickness_mm: float
    material_id: str
    process: str
    pieces: int
    mass_kg: float
    lines: list[StockLine]
    left_out: list[str]
    latest: PlanState | None
    done: PlanState | None


class JobView(Model):
    """Everything the views of a job show; `stand` says of when."""

    stand: str
    job: JobRow
    dimensions: list[DimensionRow]
    loads: list[LoadRow]
    members: list[MemberRow]
    structures: list[StructureRow]
    plates: list[PlateRow]
    joints: list[JointRow]
    profiles: list[ProfileRow]
    parts: list[PartRow]
    assemblies: list[AssemblyRow]
    load_tests: list[LoadTestRow]
    notes: list[NoteRow]
    bars: list[BarView]
    cuts: list[CutRow]
    sheets_cut: list[CutSheetRow]
    hardware: list[HardwareLine]
    purchase: Purchase
    sheets: list[SheetView]
    figures: ThreadFigures
    last_edit: EditView | None
    comments: list[CommentRow]
    signatures: list[SignatureRow]
    releases: list[ReleaseRow]
    needs_checker: bool


R = TypeVar("R", bound=Model)


class Listed(Model, Generic[R]):
    """A list of which some rows are otherwise: those, and the numbers of all in their order."""

    order: list[int]
    rows: list[R]


class Changes(Model):
    """What an edit changed of what the views show. Over a view that stands at `since` it makes the view at `stand`;
    what is null is as it was.
    """

    since: str
    stand: str
    job: JobRow | None = None
    dimensions: Listed[DimensionRow] | None = None
    loads: Listed[LoadRow] | None = None
    members: Listed[MemberRow] | None = None
    structures: Listed[StructureRow] | None = None
    plates: Listed[PlateRow] | None = None
    joints: Listed[JointRow] | None = None
    profiles: Listed[ProfileRow] | None = None
    parts: Listed[PartRow] | None = None
    assemblies: Listed[AssemblyRow] | None = None
    load_tests: Listed[LoadTestRow] | None = None
    notes: Listed[NoteRow] | None = None
    bars: list[BarView] | None = None
    cuts: Listed[CutRow] | None = None
    sheets_cut: Listed[CutSheetRow] | None = None
    hardware: list[HardwareLine] | None = None
    purchase: Purchase | None = None
    sheets: list[SheetView] | None = None
    figures: ThreadFigures | None = None
    last_edit: EditView | None = None
    comments: Listed[CommentRow] | None = None
    signatures: list[SignatureRow] | None = None
    releases: Listed[ReleaseRow] | None = None
    needs_checker: bool | None = None


class Saved(Model):
    """A record that was written, and what that changed of the job; none outside one."""

    id: int
    version: int
    changes: Changes | None
