"""What a second pair of eyes leaves on a job: comments, a signature, and the release that needs it."""

from __future__ import annotations

from pydantic import Field

from yorvek.core.errors import InputError
from yorvek.core.jobs.figures import Figures
from yorvek.core.jobs.state import JobState
from yorvek.core.model import Model


class CommentSpec(Model):
    """A remark on a number, a member or structure (by its mark), or the job; answered by whoever works on it."""

    text: str = Field(min_length=1, max_length=2000)
    about: str = Field(default="", max_length=80)
    check_id: str = Field(default="", max_length=200)
    answer: str = Field(default="", max_length=2000)
    answered_by: str = Field(default="", max_length=150, description="who gave the answer; written by the program")
    guest: str = Field(default="", max_length=60, description="the name given by who had a link; by the program")


class SignatureSpec(Model):
    """A checker's signature on the job as it stood: its digest says whether it was changed since."""

    statement: str = Field(min_length=1, max_length=2000)
    revision: str = Field(max_length=5)
    digest: str = Field(max_length=64)


class ReleaseSpec(Model):
    """A release: the revision, why, under whose signature, and the whole job as it stood."""

    revision: str = Field(max_length=5)
    note: str = Field(default="", max_length=2000)
    checked_by: str = Field(default="", max_length=150)
    digest: str = Field(max_length=64)
    snapshot: str = Field(description="the job file")


def needs_checker(state: JobState) -> bool:
    """Lifting gear, by its tick or by its method, people on it, public access."""
    job = state.job
    return job.lifted or job.method.kind == "lifting" or job.people_on_it or job.public


def _over_its_limits(state: JobState, found: Figures) -> str:
    """The first limit of the brief that the job does not keep, or the metal it lacks, in words; none is a reserve."""
    heavy = next((m for m in found.modules if m.within is False), None)
    if heavy is not None:
        return f"module {heavy.module} weighs {heavy.empty_kg:.1f} kg of {heavy.limit_kg:g}"
    longest = state.job.longest_piece
    pieces = [(w.part.mark, w.geometry.length_mm) for w in found.parts.values() if w.geometry and w.geometry.length_mm]
    over = next((p for p in pieces if longest is not None and p[1] > longest.value + 1e-6), None)
    if longest is not None and over is not None:
        return f"{over[0]} is {over[1]:.0f} mm long, {longest.value:.0f} can be brought"
    lost = [(b.plan.unplaced[0], b.group) for b in found.bars if b.plan.unplaced]
    if lost:
        piece, group = lost[0]
        return f"there is no {group.section_id} {group.material_id} for {piece.qty} of {piece.part}, here or on offer"
    least = state.job.swings_at_least_hz
    if least is not None and (state.members or state.plates):
        return f"swinging at least {least:g} Hz is not checked for members and plates"
    return ""


def refuse_unmeasured(found: Figures) -> None:
    """Whether metal may be cut: a saw, a table and a drawing for one wait for figures that somebody stands for.

    Raises:
        InputError: which figures nobody verified.
    """
    if found.held_up:
        raise InputError(
            field="dimensions", got=", ".join(found.held_up),
            needs="somebody who verified these, or in the brief the reason why they are cut anyway",
        )  # fmt: skip


def may_release(state: JobState, found: Figures, *, signed: bool, note: str, unanswered: int) -> None:
    """Whether the job may be released now.

    Raises:
        InputError: what stands in the way, and what to do.
    """
    if found.unverified:
        raise InputError(
            field="release", got=", ".join(found.unverified), needs="verify these dimensions first: who measured them?"
        )
    if unanswered:
        needs = "answer the checker's comments first"
        raise InputError(field="release", got=f"{unanswered} without an answer", needs=needs)
    for words, mark, reserve in (
        ("breaks", found.weakest, found.strength),
        ("moves too far", found.softest, found.stiffness),
    ):
        if reserve.value is not None and reserve.value < 1.0:
            raise InputError(
                field="release", got=f"{mark} {words}: {reserve.governs}", needs="every reserve at 1.00 or more"
            )
        if (
            reserve.value is None
            and (found.members or found.structures or found.plates or found.joints)
            and not note.strip()
        ):
            raise InputError(
                field="note",
                got="",
                needs=f"{mark} is not checked ({reserve.governs}): say on what other grounds it is released",
            )
    over = _over_its_limits(state, found)
    if over and not note.strip():
        raise InputError(field="note", got=over, needs="mend it, or say on what other grounds it is released")
    if needs_checker(state) and not signed:
        raise InputError(
            field="release",
            got="no signature",
            needs="a checker's signature on the job as it stands: it lifts, carries people or is public",
        )


def next_revision(revision: str) -> str:
    """A, B, … Z, AA, …; what is not letters gets a number."""
    if not revision.isalpha() or not revision.isupper():
        return (revision + "1")[:5]
    letters = list(revision)
    for k in reversed(range(len(letters))):
        if letters[k] != "Z":
            letters[k] = chr(ord(letters[k]) + 1)
            return "".join(letters)
        letters[k] = "A"
    return "A" + "".join(letters)
