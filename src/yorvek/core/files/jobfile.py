"""The job file: one JSON document with a whole job, its stock and its log. The schema is in docs/job-file.md."""

from __future__ import annotations

import json
from itertools import count
from typing import Any, Literal, get_args

from pydantic import Field, ValidationError

from yorvek.core.assemblies.spec import AssemblySpec
from yorvek.core.errors import InputError, needs_of, place_of
from yorvek.core.jobs.cuts import CutBarSpec, KeptPlanSpec
from yorvek.core.jobs.free_joints import FreeJointSpec
from yorvek.core.jobs.plates import PlateSpec
from yorvek.core.jobs.profiles import ProfileSpec
from yorvek.core.jobs.sheets_cut import CutSheetSpec
from yorvek.core.jobs.spec import DimensionSpec, JobSpec, LoadSpec, MemberSpec, NoteSpec, StockSpec
from yorvek.core.jobs.state import JobState
from yorvek.core.jobs.structures import StructureSpec
from yorvek.core.model import Model
from yorvek.core.parts import PartSpec
from yorvek.core.proving.spec import LoadTestSpec
from yorvek.core.quantities.entry import resolve
from yorvek.core.records import DIMENSION, FILED, Kind, label_of
from yorvek.core.records.job import JOB
from yorvek.core.records.upgrades import schema_of, upgraded

FORMAT = "yorvek-job"
VERSION = 1
LARGEST_BYTES = 5_000_000
ROOM = 4
"""For the number behind a name that was taken."""


class Numbered(Model):
    """A record with the number others refer to it by, within the file."""

    id: int = Field(ge=1)
    spec: Any


class FileLoad(Numbered):
    spec: LoadSpec


class FileMember(Numbered):
    spec: MemberSpec


class FileStructure(Numbered):
    """A structure of the file."""

    spec: StructureSpec


class FilePlate(Numbered):
    """A plate of the file."""

    spec: PlateSpec


class FileJoint(Numbered):
    """A joint of the file that stands by itself."""

    spec: FreeJointSpec


class FilePart(Numbered):
    spec: PartSpec


class FileAssembly(Numbered):
    spec: AssemblySpec


class FileLoadTest(Numbered):
    spec: LoadTestSpec


class JobFile(Model):
    """A job as it travels."""

    format: Literal["yorvek-job"] = "yorvek-job"
    version: Literal[1] = 1
    schemas: dict[str, int] = Field(default={}, description="shape of each kind of record, where it is not the first")
    job: JobSpec
    dimensions: list[DimensionSpec] = []
    loads: list[FileLoad] = []
    members: list[FileMember] = []
    structures: list[FileStructure] = []
    plates: list[FilePlate] = []
    joints: list[FileJoint] = []
    profiles: list[ProfileSpec] = []
    parts: list[FilePart] = []
    assemblies: list[FileAssembly] = []
    load_tests: list[FileLoadTest] = []
    stock: list[StockSpec] = []
    notes: list[NoteSpec] = []
    cuts: list[CutBarSpec] = []
    kept: list[KeptPlanSpec] = []
    sheets_cut: list[CutSheetSpec] = []


def first_trouble(error: ValidationError, data: Any = None) -> InputError:
    """The first thing wrong, as one sentence with its place in `data`, which was read."""
    trouble = error.errors()[0]
    place = ".".join(place_of(trouble["loc"], data)) or "the file"
    inner = trouble.get("ctx", {}).get("error")
    if isinstance(inner, InputError):
        return InputError(
            field=f"{place}: {inner.field}" if trouble["loc"] else inner.field, got=inner.got, needs=inner.needs
        )
    got = trouble.get("input")
    shown = "" if isinstance(got, dict | list) else got
    return InputError(field=place, got=shown, needs=needs_of(trouble))


def read_job_file(text: str) -> JobFile:
    """Read and check a job file: its shape, its references and every quantity in it.

    Raises:
        InputError: what is wrong, and where.
    """
    if len(text) > LARGEST_BYTES:
        raise InputError(field="job file", got=f"{len(text)} bytes", needs=f"at most {LARGEST_BYTES} bytes")
    try:
        data: Any = json.loads(text, parse_constant=_refuse_constant)
    except InputError:
        raise
    except (ValueError, RecursionError) as error:  # a number of thousands of digits is a plain ValueError
        line = getattr(error, "lineno", 0)
        raise InputError(
            field="job file", got=f"line {line}", needs="it must be JSON as saved by this program"
        ) from None
    if not isinstance(data, dict) or data.get("format") != FORMAT:
        raise InputError(
            field="format",
            got=data.get("format", "") if isinstance(data, dict) else type(data).__name__,
            needs=f"a job file says “{FORMAT}” here",
        )
    if data.get("version") != VERSION:
        raise InputError(field="version", got=data.get("version"), needs=f"this program reads version {VERSION}")
    file = as_written(data)
    _check_references(file)
    return _resolved(_told_apart(file))


def as_written(data: dict[str, Any]) -> JobFile:
    """The document in the present shape, whichever version wrote it.

    Raises:
        InputError: a field is not what it has to be.
    """
    shapes = data.get("schemas")
    written = shapes if isinstance(shapes, dict) else {}
    lists: dict[str, Any] = {k.plural: _in_shape(k, data[k.plural], written) for k in FILED if k.plural in data}
    if isinstance(data.get("job"), dict):
        schema = written.get(JOB.name, 1)
        lists["job"] = upgraded(JOB.name, data["job"], schema if isinstance(schema, int) else 1)
    given = {**data, **lists, "schemas": {}}
    try:
        return JobFile.model_validate(given)
    except ValidationError as error:
        raise first_trouble(error, given) from None


def _in_shape(kind: Kind, items: Any, written: dict[str, Any]) -> Any:
    """A list of records brought to the present shape; what is no list of records is left to be refused."""
    schema = written.get(kind.name, 1)
    if not isinstance(items, list) or not isinstance(schema, int):
        return items
    numbered = issubclass(_inside(kind.plural), Numbered)

    def brought(item: Any) -> Any:
        spec = item.get("spec") if numbered and isinstance(item, dict) else item
        if not isinstance(spec, dict):
            return item
        now = upgraded(kind.name, spec, schema)
        return {**item, "spec": now} if numbered else now

    return [brought(x) for x in items]


def _refuse_constant(name: str) -> float:
    raise InputError(field="job file", got=name, needs="numbers must be finite")


def _check_references(file: JobFile) -> None:
    """Each number stands once, and what is referred to is in the file.

    Raises:
        InputError: what is not.
    """
    there: dict[str, set[int]] = {}
    for kind in FILED:
        numbers = [x.id for x in getattr(file, kind.plural) if isinstance(x, Numbered)]
        there[kind.name] = set(numbers)
        if len(there[kind.name]) < len(numbers):
            double = next(i for i in numbers if numbers.count(i) > 1)
            raise InputError(field=kind.plural, got=str(double), needs="each id may stand once")
    for kind in FILED:
        for x in getattr(file, kind.plural):
            spec = spec_in(x)
            for ref in kind.refers(spec):
                if ref.id not in there[ref.kind]:
                    raise InputError(
                        field=f"{kind.name} {label_of(spec)}", got=f"{ref.kind} {ref.id}",
                        needs=f"the file has no {ref.kind} of that id",
                    )  # fmt: skip
        in_order(kind, getattr(file, kind.plural))


def in_order(kind: Kind, items: list[Any]) -> list[Any]:
    """Items of a kind, each after those of the same kind that it stands on.

    Raises:
        InputError: some stand on each other.
    """
    by_id = {x.id: x for x in items if isinstance(x, Numbered)}
    out: dict[int, Any] = {}
    for each in items:
        chain = [each]
        while chain:
            last = chain[-1]
            wanted = (by_id.get(r.id) for r in kind.refers(spec_in(last)) if r.kind == kind.name)
            first = next((x for x in wanted if x is not None and id(x) not in out), None)
            if first is None:
                out[id(chain.pop())] = last
            elif any(first is x for x in chain):
                needs = "to stand on something that does not stand on it"
                raise InputError(field=kind.plural, got=label_of(spec_in(first)), needs=needs)
            else:
                chain.append(first)
    return list(out.values())


def spec_in(item: Any) -> Any:
    """What an item of a list says, whether it has a number or not."""
    return item.spec if isinstance(item, Numbered) else item


def _told_apart(file: JobFile) -> JobFile:
    """Earlier versions took two things of one mark or name: the later ones get a number behind it, and a note says so.

    Raises:
        InputError: what is doubled cannot have a number behind its name.
    """
    taken: dict[str, set[str]] = {}
    notes = list(file.notes)
    lists: dict[str, list[Any]] = {}
    for kind in FILED:
        if kind.unique is None:
            continue
        field, family = kind.unique
        names = taken.setdefault(family, set())
        lists[kind.plural] = []
        for item in getattr(file, kind.plural):
            was = getattr(spec_in(item), field)
            name = _free(kind, was, names)
            names.add(name)
            if name != was:
                spec = spec_in(item).model_copy(update={field: name})
                item = item.model_copy(update={"spec": spec}) if isinstance(item, Numbered) else spec
                notes.append(NoteSpec(text=f"Two were called {was} in the file: one {kind.name} is now {name}."))
            lists[kind.plural].append(item)
    return file.model_copy(update={**lists, "notes": notes})


def _free(kind: Kind, was: str, names: set[str]) -> str:
    """A name that is not taken: its own, or with the next number behind it."""
    if was not in names:
        return was
    if kind is DIMENSION:  # formulas speak of it by its name
        raise InputError(field=kind.plural, got=was, needs="each name may stand once")
    field, _ = kind.unique or ("name", "")
    limits = (getattr(m, "max_length", None) for m in kind.spec.model_fields[field].metadata)
    most = next((n for n in limits if n is not None), len(was) + ROOM)
    return next(name for n in count(2) if (name := f"{was[: most - ROOM]} {n}") not in names)


def _inside(plural: str) -> Any:
    """What a list of a job file is made of."""
    (inside,) = get_args(JobFile.model_fields[plural].annotation)
    return inside


def filed(plural: str, number: int, spec: Model) -> Model:
    """A record as it stands in its list of a job file: with its number where others may refer to it."""
    inside = _inside(plural)
    found: Model = inside(id=number, spec=spec) if issubclass(inside, Numbered) else spec
    return found


def present_shapes() -> dict[str, int]:
    """The shape in which each kind of record is written now, where it is not the first."""
    return {kind.name: schema for kind in (JOB, *FILED) if (schema := schema_of(kind.name)) > 1}


def _resolved(file: JobFile) -> JobFile:
    names = JobState(job=file.job, dimensions=dict(enumerate(file.dimensions))).names()
    return resolve(file, names)


def write_job_file(file: JobFile) -> str:
    """The document, ready to save."""
    return json.dumps(file.model_dump(mode="json", exclude_none=True), indent=1, ensure_ascii=False) + "\n"


def job_file_schema() -> dict[str, Any]:
    """JSON schema of the document."""
    return JobFile.model_json_schema()
