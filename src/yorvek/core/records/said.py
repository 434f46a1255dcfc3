"""What people say of a job: the log, and a second pair of eyes."""

from yorvek.core.errors import InputError
from yorvek.core.jobs.checking import CommentSpec, ReleaseSpec, SignatureSpec
from yorvek.core.jobs.spec import NoteSpec
from yorvek.core.records.kind import Kind

NOTE = Kind("note", "notes", NoteSpec, hand="anyone", said=True)


def _answered(before: CommentSpec | None, now: CommentSpec, by: str) -> CommentSpec:
    """An answer carries the name of who gave it, and stays theirs; only a link makes somebody a guest.

    Raises:
        InputError: somebody else gave it.
    """
    now = now.model_copy(update={"guest": before.guest if before is not None else ""})
    answer, who = (before.answer, before.answered_by) if before is not None else ("", "")
    if now.answer == answer:
        return now.model_copy(update={"answered_by": who})
    if answer and who not in ("", by):
        raise InputError(field="answer", got=now.answer, needs=f"{who} answered this: say yours in a comment")
    return now.model_copy(update={"answered_by": by if now.answer else ""})


COMMENT = Kind(
    "comment", "comments", CommentSpec, hand="anyone", said=True, amended=_answered,
    answers=frozenset({"answer", "answered_by"}),
)  # fmt: skip
SIGNATURE = Kind("signature", "signatures", SignatureSpec, hand="door", said=True, lasting=True)
RELEASE = Kind("release", "releases", ReleaseSpec, hand="door", said=True, lasting=True)
