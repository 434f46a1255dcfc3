"""Bar plans: exact where possible, the bound always reported."""

from yorvek.core.cutting.bars.plan import solve_bars, warm_up
from yorvek.core.cutting.bars.problem import Bar, BarPlan, BarProblem, BarStock, Cut, WantedLength

__all__ = ["Bar", "BarPlan", "BarProblem", "BarStock", "Cut", "WantedLength", "solve_bars", "warm_up"]
