"""The rows of a job's views: what each kind shows of a record, and what of it can change though nobody touched it."""

from __future__ import annotations

from collections.abc import Callable
from functools import partial
from typing import Any, NamedTuple

from yorvek.core.errors import InputError
from yorvek.core.jobs import Figures, JobState, LoadSpec, ProfileSpec
from yorvek.core.jobs.state import followed
from yorvek.core.sections import section, sold_in
from yorvek.server.api import shapes
from yorvek.server.jobs.models import JobRecord


class Place(NamedTuple):
    """A record in a job that was worked out."""

    state: JobState
    found: Figures
    id: int
    version: int


def _size_of(load: LoadSpec) -> float | None:
    try:
        return load.entered().value
    except InputError:
        return None


def _dimension(at: Place) -> shapes.DimensionRow:
    return shapes.DimensionRow(id=at.id, version=at.version, spec=at.state.dimensions[at.id])


def _load(at: Place) -> shapes.LoadRow:
    spec = at.state.loads[at.id]
    return shapes.LoadRow(id=at.id, version=at.version, spec=spec, value=_size_of(spec))


def _sized(row: Callable[..., shapes.Row], name: str) -> Callable[[Place], shapes.Row]:
    """Rows of a list of what is sized: the spec, its verdict or why there is none."""

    def made(at: Place) -> shapes.Row:
        result, spec = getattr(at.found, name)[at.id], getattr(at.state, name)[at.id]
        return row(id=at.id, version=at.version, spec=spec, verdict=result.verdict, trouble=result.trouble)

    return made


def _structure(at: Place) -> shapes.Row:
    plain = _sized(partial(shapes.StructureRow, chain=at.found.structures[at.id].chain), "structures")
    return plain(at)


def _profile(at: Place) -> shapes.ProfileRow:
    """A profile with what it is sold in; a dimension it follows may have pulled its parts apart, and then that is
    said.
    """
    spec: ProfileSpec = at.state.profiles[at.id]
    try:
        line = spec.line()
        return shapes.ProfileRow(
            id=at.id, version=at.version, spec=spec, line=line, materials=list(sold_in(section(line))), trouble=None
        )
    except InputError as error:
        return shapes.ProfileRow(id=at.id, version=at.version, spec=spec, line="", materials=[], trouble=error.sentence)


def _part(at: Place) -> shapes.PartRow:
    found, spec = at.found.parts[at.id], at.state.parts[at.id]
    return shapes.PartRow(
        id=at.id, version=at.version, spec=spec, followed=_followed(at.state, at.id), geometry=found.geometry,
        trouble=found.trouble,
    )  # fmt: skip


def _assembly(at: Place) -> shapes.AssemblyRow:
    spec, result = at.state.assemblies[at.id], at.found.assemblies[at.id]
    return shapes.AssemblyRow(id=at.id, version=at.version, spec=spec, result=result)


def _load_test(at: Place) -> shapes.LoadTestRow:
    spec, result = at.state.load_tests[at.id], at.found.load_tests[at.id]
    return shapes.LoadTestRow(id=at.id, version=at.version, spec=spec, result=result)


def _followed(state: JobState, number: int) -> Any:
    try:
        return followed(state, state.parts[number])
    except InputError:
        return state.parts[number]


WORKED_ROWS: dict[str, Callable[[Place], shapes.Row]] = {
    "dimensions": _dimension,
    "loads": _load,
    "members": _sized(shapes.MemberRow, "members"),
    "structures": _structure,
    "plates": _sized(shapes.PlateRow, "plates"),
    "joints": _sized(shapes.JointRow, "joints"),
    "profiles": _profile,
    "parts": _part,
    "assemblies": _assembly,
    "load_tests": _load_test,
}
"""Rows of what the figures are worked out from, in the order of their numbers."""


def result_of(section_name: str, state: JobState, found: Figures, number: int) -> object:
    """What stands in a row beside what was typed; it may change though the record does not."""
    results: dict[int, object] = getattr(found, section_name, {})
    if section_name == "parts":
        return results[number], _followed(state, number)
    return results.get(number)


def by(row: JobRecord) -> str:
    """Who said it; a guest by the name they gave."""
    if row.author is not None:
        return row.author.username
    guest = row.data.get("guest")
    return f"{guest} (by a link)" if guest else ""


def _note(row: JobRecord) -> shapes.NoteRow:
    return shapes.NoteRow(id=row.pk, version=row.version, spec=row.spec, author=by(row), at=row.at.isoformat())


def _cut(row: JobRecord) -> shapes.CutRow:
    return shapes.CutRow(id=row.pk, version=row.version, spec=row.spec, author=by(row), at=row.at.isoformat())


def _cut_sheet(row: JobRecord) -> shapes.CutSheetRow:
    return shapes.CutSheetRow(id=row.pk, version=row.version, spec=row.spec, author=by(row), at=row.at.isoformat())


def _comment(row: JobRecord) -> shapes.CommentRow:
    return shapes.CommentRow(id=row.pk, version=row.version, spec=row.spec, author=by(row), at=row.at.isoformat())


def _release(row: JobRecord) -> shapes.ReleaseRow:
    return shapes.ReleaseRow(
        id=row.pk,
        revision=row.spec.revision,
        by=by(row),
        at=row.at.isoformat(),
        note=row.spec.note,
        checked_by=row.spec.checked_by,
    )


class SaidSection(NamedTuple):
    """A list of what people said: of which kind, how a row looks, and whether the newest stands first."""

    kind: str
    row: Callable[[JobRecord], Any]
    newest_first: bool


SAID_ROWS: dict[str, SaidSection] = {
    "notes": SaidSection("note", _note, True),
    "cuts": SaidSection("cut bar", _cut, True),
    "sheets_cut": SaidSection("cut sheet", _cut_sheet, True),
    "comments": SaidSection("comment", _comment, False),
    "releases": SaidSection("release", _release, True),
}
