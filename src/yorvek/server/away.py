"""What is said where the database is away, or full."""

from __future__ import annotations

from django.db import InterfaceError, OperationalError

SAID = {
    "nothing": "nothing was saved. What you typed is still here; try again in a moment.",
    "perhaps": "it is not known whether your change was saved. Look at the job again before you repeat it.",
    "all": "but your change was saved. Load the job again to see it.",
}
LOST = (OperationalError, InterfaceError)
DOES_NOT_ANSWER = "The database does not answer just now"
NO_ROOM = (1021, 1114)
"""What MariaDB says where it cannot write any more: disk full, table full."""


def away_body(error: Exception, saved: str) -> dict[str, str]:
    """What is answered: what is wrong, and what of a change is in the database."""
    full = bool(error.args) and error.args[0] in NO_ROOM
    what = "The disk of the database is full; whoever runs this makes room" if full else DOES_NOT_ANSWER
    return {"sentence": f"{what}: {SAID[saved]}", "saved": saved}
