"""Who may change what somebody said. A signature's worth is what its forging costs."""

from __future__ import annotations

from typing import Any

from yorvek.server.accounts.models import User
from yorvek.server.records import Record


class NotYours(Exception):
    """It is somebody else's to change, or nobody's; the sentence says what can be done instead."""

    def __init__(self, sentence: str) -> None:
        self.sentence = sentence
        super().__init__(sentence)


def _author(row: Record) -> Any:
    return getattr(row, "author", None)


def _by(row: Record) -> str:
    author = _author(row)
    return author.username if author is not None else str(row.data.get("guest") or "somebody who is gone")


def may_change(user: User, row: Record, data: dict[str, Any]) -> None:
    """Whether a user may put `data` into a row: what was said is its author's, but for what others answer.

    Raises:
        NotYours: it is not theirs.
    """
    kind = row.kind
    if kind.lasting:
        raise NotYours(f"A {kind.name} is not changed: it says what stood at its time. Make a new one.")
    if not kind.said or _author(row) == user:
        return
    changed = {k for k in row.data.keys() | data.keys() if row.data.get(k) != data.get(k)}
    given_by = row.data.get("answered_by") or user.username
    if changed <= kind.answers and user.may_write and given_by == user.username:
        return
    raise NotYours(f"These are {_by(row)}'s words: only {_by(row)} changes them. Answer beside them instead.")


def may_take_away(user: User, row: Record) -> None:
    """Whether a user may take a row away: what was said by its author, as long as nobody answered.

    Raises:
        NotYours: it is not theirs, or stays for good.
    """
    kind = row.kind
    if kind.lasting:
        raise NotYours(f"A {kind.name} stays: it says what stood at its time.")
    if not kind.said:
        return
    if _author(row) != user:
        raise NotYours(f"This {kind.name} is {_by(row)}'s: only {_by(row)} takes it away.")
    if any(row.data.get(name) for name in kind.answers if isinstance(row.data.get(name), str)):
        raise NotYours(f"This {kind.name} was answered: it stays, with its answer.")
