"""What is asked of a load and of a way to cut: forms and tables are drawn from these, as those of joints and parts are
from theirs.
"""

from __future__ import annotations

from typing import Any

from yorvek.core.jobs.spec import LoadSpec
from yorvek.core.model import Model
from yorvek.core.quantities.asked import Question, question
from yorvek.core.workshop.processes import Process

Said = dict[str, tuple[str, dict[str, Any]]]
FORMS = {"force": "a force", "line": "per length", "area": "per area"}
LOAD: Said = {
    "name": ("Load", {"without": "crowd"}),
    "case": ("It is", {}),
    "form": ("Given", {"said": FORMS}),
    "force": ("Size", {"only": {"form": ["force"]}}),
    "line": ("Size", {"only": {"form": ["line"]}}),
    "area": ("Size", {"only": {"form": ["area"]}}),
    "dynamic_factor": ("Dynamic factor", {}),
    "cycles": ("Comes and goes, times", {"without": "seldom"}),
    "group": ("Comes together with", {"without": "nothing", "hint": "loads of one group act together or not at all"}),
    "one_of": ("One of", {"without": "nothing", "hint": "of these at most one acts at a time"}),
    "both_ways": ("it acts either way", {}),
}
PROCESS: Said = {
    "there": ("There", {}),
    "sent_out": ("Sent out", {}),
    "straight_only": ("Straight cuts only", {}),
    "thinnest_mm": ("Thinnest, mm", {}),
    "thickest_mm": ("Thickest, mm", {}),
    "kerf_mm": ("Kerf, mm", {}),
    "speed_1mm": ("mm a minute in 1 mm", {}),
    "fastest": ("At most", {}),
    "hole_of_thickness": ("Least hole over thickness", {}),
    "per_hour": ("An hour", {}),
    "setup_min": ("Set up, min", {}),
    "least_charge": ("Least charge", {}),
}


def asked(model: type[Model], said: Said) -> list[Question]:
    """The questions of a model's fields, all of which must be told."""
    return [
        question(name, model.model_fields[name], words, optional=False, **more) for name, (words, more) in said.items()
    ]


def load_asks() -> list[Question]:
    """What a load is asked for; where its force comes from is a question of its own."""
    return asked(LoadSpec, LOAD)


def process_asks() -> list[Question]:
    """What a way to cut is asked for."""
    return asked(Process, PROCESS)
