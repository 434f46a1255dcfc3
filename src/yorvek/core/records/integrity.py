"""What must hold of a job's records whatever is done to them: what is referred to is there, and what tells records
apart does.
"""

from __future__ import annotations

from collections import defaultdict
from typing import Any

from yorvek.core.errors import InputError
from yorvek.core.jobs.state import JobState
from yorvek.core.records.kind import Kind, Ref, label_of
from yorvek.core.records.kinds import IN_STATE, kind_named

Users = dict[Ref, dict[tuple[str, int], str]]
"""By what is referred to: what refers to it, by kind and number, and what that is called."""


def refuse_broken(before: JobState | None, after: JobState) -> None:
    """Refuse what an edit would break; what was broken before it does not stand in its way.

    Raises:
        InputError: a record would refer to what is not there, or could not be told from another.
    """
    was = _lost(before) if before is not None else {}
    for ref, users in _lost(after).items():
        new = [label for user, label in users.items() if user not in was.get(ref, {})]
        if new:
            raise _missing(ref, new, before)
    made_of = _lost_sections(before) if before is not None else []
    gone = next((x for x in _lost_sections(after) if x not in made_of), None)
    if gone is not None:
        raise InputError(
            field="profile", got=gone[1], needs=f"{gone[0]} is made of it: change that first, or keep the name"
        )
    blurred_then = _blurred(before) if before is not None else set()
    for field, name, _ in sorted(_blurred(after) - blurred_then):
        raise InputError(field=field, got=name, needs="something to read, without blanks before or after it")
    doubles_then = _doubles(before) if before is not None else {}
    for (family, name), kinds in _doubles(after).items():
        if len(kinds) > len(doubles_then.get((family, name), [])):
            raise _double(kinds, name)


def _all(state: JobState, kind: Kind) -> dict[int, Any]:
    return dict(getattr(state, kind.plural))


def _lost(state: JobState) -> Users:
    """What is referred to and not there, with what refers to it."""
    there = {k.name: set(_all(state, k)) for k in IN_STATE}
    out: Users = defaultdict(dict)
    for kind in IN_STATE:
        for number, spec in _all(state, kind).items():
            for ref in kind.refers(spec):
                if ref.id not in there[ref.kind]:
                    out[ref][(kind.name, number)] = label_of(spec)
    return out


def _missing(ref: Ref, users: list[str], before: JobState | None) -> InputError:
    kind = kind_named(ref.kind)
    known = _all(before, kind).get(ref.id) if before is not None else None
    if known is None:
        return InputError(
            field=", ".join(users), got=f"{ref.kind} {ref.id}", needs=f"this job has no {ref.kind} of that number"
        )
    return InputError(field=ref.kind, got=label_of(known), needs=kind.used.format(users=", ".join(users)))


def _lost_sections(state: JobState) -> list[tuple[str, str]]:
    """Mark and section of what is made of nothing that is known."""
    return [(mark, id) for mark, id in state.sections_used() if not state.has_section(id)]


def _blurred(state: JobState) -> set[tuple[str, str, int]]:
    """Names and marks that nobody can read, or tell from another by reading: field, name and number."""
    named = [(kind.unique[0], kind) for kind in IN_STATE if kind.unique is not None]
    found = ((field, str(getattr(spec, field)), n) for field, kind in named for n, spec in _all(state, kind).items())
    return {(field, name, n) for field, name, n in found if name != name.strip() or not name}


def _doubles(state: JobState) -> dict[tuple[str, str], list[Kind]]:
    """What more than one record is called, by family: the kinds of all that are called so."""
    called: dict[tuple[str, str], list[Kind]] = defaultdict(list)
    for kind in IN_STATE:
        if kind.unique is not None:
            field, family = kind.unique
            for spec in _all(state, kind).values():
                called[(family, getattr(spec, field))].append(kind)
    return {k: kinds for k, kinds in called.items() if len(kinds) > 1}


def _double(kinds: list[Kind], name: str) -> InputError:
    field = kinds[0].unique[0] if kinds[0].unique else "name"
    whose = " or ".join(dict.fromkeys(k.name for k in kinds))
    return InputError(field=field, got=name, needs=f"another {whose} has this {field}: choose another")
