"""The rows of a job's views: what each kind shows of a record, and what of it can change though nobody touched it."""

from __future__ import annotations

from collections.abc import Callable
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


def _member(at: Place) -> shapes.MemberRow:
    found = at.found.members[at.id]
    return shapes.MemberRow(
        id=at.id, version=at.version, spec=at.state.members[at.id], verdict=found.verdict, trouble=found.trouble
    )


def _structure(at: Place) -> shapes.StructureRow:
    found = at.found.structures[at.id]
    return shapes.StructureRow(
        id=at.id, version=at.version, spec=at.state.structures[at.id], verdict=found.verdict, chain=found.chain,
        trouble=found.trouble,
    )  # fmt: skip


def _plate(at: Place) -> shapes.PlateRow:
    found = at.found.plates[at.id]
    return shapes.PlateRow(
        id=at.id, version=at.version, spec=at.state.plates[at.id], verdict=found.verdict, trouble=found.trouble
    )


def _joint(at: Place) -> shapes.JointRow:
    found = at.found.joints[at.id]
    return shapes.JointRow(
        id=at.id, version=at.version, spec=at.state.joints[at.id], verdict=found.verdict, trouble=found.trouble
    )


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


def _followed(state: JobState, number: int) -> Any:
    try:
        return followed(state, state.parts[number])
    except InputError:
        return state.parts[number]


WORKED_ROWS: dict[str, Callable[[Place], shapes.Row]] = {
    "dimensions": _dimension,
    "loads": _load,
    "members": _member,
    "structures": _structure,
    "plates": _plate,
    "joints": _joint,
    "profiles": _profile,
    "parts": _part,
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
    "comments": SaidSection("comment", _comment, False),
    "releases": SaidSection("release", _release, True),
}
