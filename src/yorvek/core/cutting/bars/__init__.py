"""Bar plans: exact where possible, the bound always reported."""

from yorvek.core.cutting.bars.plan import solve_bars, warm_up
from yorvek.core.cutting.bars.problem import Bar, BarPiece, BarPlan, BarProblem, BarStock, Cut

__all__ = ["Bar", "BarPiece", "BarPlan", "BarProblem", "BarStock", "Cut", "solve_bars", "warm_up"]
