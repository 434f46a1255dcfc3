"""The one kind of error that bad input raises."""

from __future__ import annotations

SECRET = object()
"""Stands for what was given where nobody but its owner may read it."""


class InputError(ValueError):
    """Bad input: which field, what was given, what would be right, and where in the text if it is a text."""

    def __init__(self, *, field: str, got: object, needs: str, at: int | None = None) -> None:
        self.field = field
        self.got = got
        self.needs = needs
        self.at = at
        super().__init__(self.sentence)

    @property
    def sentence(self) -> str:
        """One sentence that can stand beside the field."""
        if self.got is SECRET:
            return f"{self.field}: not this one; {self.needs}."
        shown = "nothing" if self.got in ("", None) else f"“{self.got}”"
        place = f" at character {self.at + 1}" if self.at is not None and self.got not in ("", None) else ""
        return f"{self.field}: {shown} was given{place}; {self.needs}."
