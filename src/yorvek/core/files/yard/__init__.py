"""Lists as yards send them: tables of any sort, headings in four languages, sizes and grades as they are written there.
Nothing is guessed at: a line is read, or named with its reason.
"""

from yorvek.core.files.yard.reading import read_list
from yorvek.core.files.yard.rows import Line, Odd, Read

__all__ = ["Line", "Odd", "Read", "read_list"]
