"""Two states of a job side by side: what was said otherwise, field by field, and what came of it, by verdict."""

from __future__ import annotations

from typing import Any

from yorvek.core.checks import Reserve
from yorvek.core.files.jobfile import JobFile, Numbered, spec_in
from yorvek.core.jobs import Figures, JobState
from yorvek.core.model import Model
from yorvek.core.records import IN_STATE, Kind, label_of
from yorvek.core.records.digest import SIGNED, Places, said

LONGEST = 200


class Difference(Model):
    """A field that is not what it was; an empty side: the record was not there."""

    kind: str
    label: str
    field: str
    before: str
    after: str


class Turn(Model):
    """A reserve that is not what it was; none: not there, or not checked."""

    mark: str
    what: str
    before: float | None
    after: float | None
    before_word: str
    after_word: str


def state_of(file: JobFile) -> JobState:
    """The state that a job file holds, records under its own numbers."""
    lists = {
        kind.plural: {
            (x.id if isinstance(x, Numbered) else place): spec_in(x)
            for place, x in enumerate(getattr(file, kind.plural), start=1)
        }
        for kind in IN_STATE
    }
    return JobState(job=file.job, **lists)


def differences(before: JobFile, after: JobFile) -> list[Difference]:
    """Every field that is not the same; records are told by their marks and names, whatever their numbers are."""
    was_brief, now_brief = ({**said(f.job), "revision": ""} for f in (before, after))
    out = _fields("brief", after.job.name, was_brief, now_brief)
    places = _places(before, after)
    for kind in SIGNED:
        was, now = (_by_label(kind, f, places[side]) for side, f in enumerate((before, after)))
        for label in dict.fromkeys([*was, *now]):
            if label not in now:
                out.append(Difference(kind=kind.name, label=label, field="", before="was there", after=""))
            elif label not in was:
                out.append(Difference(kind=kind.name, label=label, field="", before="", after="is new"))
            else:
                out += _fields(kind.name, label, was[label], now[label])
    return out


def _places(*files: JobFile) -> list[dict[str, Places]]:
    """For each file the place of every numbered record among all labels of its kind: the same in both."""
    out: list[dict[str, Places]] = [{} for _ in files]
    for kind in SIGNED:
        items = [[x for x in getattr(f, kind.plural) if isinstance(x, Numbered)] for f in files]
        labels = sorted({label_of(x.spec) for each in items for x in each})
        place = {label: k for k, label in enumerate(labels, start=1)}
        for found, each in zip(out, items, strict=True):
            found[kind.name] = Places({x.id: place[label_of(x.spec)] for x in each})
    return out


def _by_label(kind: Kind, file: JobFile, places: dict[str, Places]) -> dict[str, dict[str, Any]]:
    specs = (kind.renumbered(spec_in(x), places) for x in getattr(file, kind.plural))
    return {label_of(s): said(s) for s in specs}


def _fields(kind: str, label: str, was: dict[str, Any], now: dict[str, Any]) -> list[Difference]:
    """Fields that read otherwise; a length that only follows a named dimension reads the same, and is told there."""
    both = {name: (_words(was.get(name)), _words(now.get(name))) for name in sorted(was.keys() | now.keys())}
    return [
        Difference(
            kind=kind, label=label, field=name.replace("_", " "), before=before[:LONGEST], after=after[:LONGEST]
        )
        for name, (before, after) in both.items()
        if before != after
    ]  # fmt: skip


def _words(value: Any) -> str:
    """A value as a person reads it: quantities as they were typed, lists by their items."""
    if value is None:
        return "nothing said"
    if isinstance(value, dict):
        if "text" in value:
            return str(value["text"])
        return ", ".join(f"{k} {_words(v)}" for k, v in value.items())
    if isinstance(value, list):
        return "; ".join(map(_words, value))
    return str(value)


def turns(before: tuple[JobState, Figures], after: tuple[JobState, Figures]) -> list[Turn]:
    """Reserves that are not the same, of all that is sized, by mark."""
    was, now = _reserves(*before), _reserves(*after)
    return [
        Turn(
            mark=mark, what=what, before=_value(was.get((mark, what))), after=_value(now.get((mark, what))),
            before_word=_word(was.get((mark, what))), after_word=_word(now.get((mark, what))),
        )
        for mark, what in dict.fromkeys([*was, *now])
        if _shown(was.get((mark, what))) != _shown(now.get((mark, what)))
    ]  # fmt: skip


def _reserves(state: JobState, found: Figures) -> dict[tuple[str, str], Reserve]:
    out = {}
    for plural in ("members", "structures", "plates", "joints"):
        for number, spec in getattr(state, plural).items():
            verdict = getattr(found, plural)[number].verdict
            for what in ("strength", "stiffness"):
                reserve = getattr(verdict, what, None)
                if reserve is not None:
                    out[(spec.mark, what)] = reserve
    return out


def _value(reserve: Reserve | None) -> float | None:
    return None if reserve is None else reserve.value


def _word(reserve: Reserve | None) -> str:
    return "" if reserve is None else reserve.word


def _shown(reserve: Reserve | None) -> tuple[float | None, str]:
    """To the hundredth that is shown."""
    value = _value(reserve)
    return (None if value is None else round(value, 2)), _word(reserve)
