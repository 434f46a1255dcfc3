"""Everything that reads files, loaded and with its compiled code ready: imported once by what forks readers."""

import cv2

from yorvek.core.files import drawing, jobfile, offers, photo, svg
from yorvek.core.files.tracing import trace
from yorvek.core.outlines.arcs import fitted

cv2.setNumThreads(1)  # threads of a library do not outlive a fork
fitted([(0.0, 0.0), (1.0, 0.0), (2.0, 0.0)], 0.1)
__all__ = ["drawing", "jobfile", "offers", "photo", "svg", "trace"]
