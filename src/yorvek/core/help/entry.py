"""A word of help on a field."""

from __future__ import annotations

from yorvek.core.model import Model

PRACTICE = "common practice, no source"
SHOP = "the shop's own figure: measure it"
OWN = "as the shop likes it"
CUSTOMER = "the customer, or who will use it"
MAKER = "its maker's sheet"


class Help(Model):
    """What a field is, why it is asked, what it usually is, and where that comes from."""

    what: str
    why: str
    usual: str
    source: str


def h(what: str, why: str, usual: str, source: str = PRACTICE) -> Help:
    """A word of help, written down in its order."""
    return Help(what=what, why=why, usual=usual, source=source)
