"""One thin adapter a kind: the case's inputs in, what the core computes out. No formula stands here."""

from tests.values.adapters import (
    beams,
    connections,
    fabrication,
    frames,
    members,
    plates,
    sections,
    verdict_frames,
    verdict_joints,
)
from tests.values.adapters.kinds import Adapters

ADAPTERS: Adapters = {
    **beams.ADAPTERS,
    **sections.ADAPTERS,
    **members.ADAPTERS,
    **connections.ADAPTERS,
    **frames.ADAPTERS,
    **plates.ADAPTERS,
    **fabrication.ADAPTERS,
    **verdict_frames.ADAPTERS,
    **verdict_joints.ADAPTERS,
}
