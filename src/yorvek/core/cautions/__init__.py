"""Cautions from the content of a job."""

from yorvek.core.cautions.rules import Caution, cautions

__all__ = ["Caution", "cautions"]
