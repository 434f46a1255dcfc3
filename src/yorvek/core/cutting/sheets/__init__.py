"""Sheet plans: true shapes on sheets and remnants, or straight-through cuts; verified."""

from yorvek.core.cutting.sheets.plan import solve_sheets, warm_up
from yorvek.core.cutting.sheets.problem import Placement, SheetPiece, SheetPlan, SheetProblem, SheetStock, outline_at
from yorvek.core.cutting.sheets.run import NotVerified

__all__ = [
    "NotVerified",
    "Placement",
    "SheetPiece",
    "SheetPlan",
    "SheetProblem",
    "SheetStock",
    "outline_at",
    "solve_sheets",
    "warm_up",
]
