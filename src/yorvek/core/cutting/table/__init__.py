"""The cutting table: a nest as a path with leads and pierces, as plain G-code, and the simulated table that runs it."""

from yorvek.core.cutting.table.gcode import gcode
from yorvek.core.cutting.table.nest import TableJob, sheet_on_table
from yorvek.core.cutting.table.paths import Contour, TablePlan, TableSettings, table_plan
from yorvek.core.cutting.table.simulate import TableRun, simulate

__all__ = [
    "Contour",
    "TableJob",
    "TablePlan",
    "TableRun",
    "TableSettings",
    "gcode",
    "sheet_on_table",
    "simulate",
    "table_plan",
]
