"""Everything that reads files, loaded and with its compiled code ready: imported once by what forks readers."""

from yorvek.core.files import drawing, jobfile, offers, photo, svg
from yorvek.core.outlines.arcs import fitted

fitted([(0.0, 0.0), (1.0, 0.0), (2.0, 0.0)], 0.1)
__all__ = ["drawing", "jobfile", "offers", "photo", "svg"]
