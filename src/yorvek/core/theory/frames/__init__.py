"""3D frames of straight bars: solved, buckled and swung as wholes. N, mm, MPa, tonnes; global Y is up.

A `Skeleton` is what was drawn, a `Mesh` the same with every bar in pieces, a `System` one elastic state of it (some
ties slack, some feet lifted, some push taken into its stiffness), in which all load columns are solved at once.
"""

from yorvek.core.theory.frames.buckling import Buckled, buckled, elements_work
from yorvek.core.theory.frames.columns import Columns, Piece, columns_of
from yorvek.core.theory.frames.mesh import Mesh, mesh_of
from yorvek.core.theory.frames.skeleton import DOF, END, Skeleton, local_axes
from yorvek.core.theory.frames.swinging import frequencies_hz
from yorvek.core.theory.frames.system import Mechanism, System

__all__ = [
    "DOF",
    "END",
    "Buckled",
    "Columns",
    "Mechanism",
    "Mesh",
    "Piece",
    "Skeleton",
    "System",
    "buckled",
    "columns_of",
    "elements_work",
    "frequencies_hz",
    "local_axes",
    "mesh_of",
]
