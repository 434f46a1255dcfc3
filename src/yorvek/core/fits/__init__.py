"""Fits: pins in bores, stacks of widths, tubes over tubes, with the least and the most play that their sizes allow."""

from yorvek.core.fits.played import FitResult, Plays, play_of
from yorvek.core.fits.slides import Slide, slides
from yorvek.core.fits.spec import Fit, FitSide, PinFit, StackFit, StackRow

__all__ = [
    "Fit", "FitResult", "FitSide", "PinFit", "Plays", "Slide", "StackFit", "StackRow", "play_of", "slides",
]  # fmt: skip
