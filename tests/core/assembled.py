"""Assemblies as tests enter them, and their geometry worked out by other means."""

from itertools import pairwise

import numpy as np

from tests.core.test_plate_families import mm
from tests.core.test_twins import part
from yorvek.core.assemblies.of_part import solid_of
from yorvek.core.assemblies.spec import AssemblySpec
from yorvek.core.assemblies.worked import Ready
from yorvek.core.parts import part_geometry
from yorvek.core.quantities.entry import resolve


def bar(mark, section, length, **more):
    shape = {"family": "bar", "section_id": section, **more}
    return part(shape | ({"length": mm(str(length))} if length else {}), mark, qty=4)


def plate(mark, width, height, thickness, **more):
    sizes = {"width": mm(str(width)), "height": mm(str(height)), "thickness": mm(str(thickness))}
    return part({"family": "rectangle", **sizes}, mark, qty=4, **more)


def place(x=0, y=0, z=0, turns=(0, 0, 0)):
    sizes = {"x": x, "y": y, "z": z, **{f"turn_{axis}": deg for axis, deg in zip("xyz", turns, strict=True)}}
    return {"by": "place", **{k: mm(str(v)) for k, v in sizes.items()}}


def side(onto, onto_side="top", own="bottom", **more):
    sizes = {k: mm(str(more.pop(k))) for k in ("along", "across", "turn", "gap") if k in more}
    return {"by": "side", "onto": onto, "onto_side": onto_side, "side": own, **sizes, **more}


def row(name, number, stands, **more):
    more = {k: mm(str(v)) if k == "every" else v for k, v in more.items()}
    return {"name": name, "part_id": number, "stands": stands, **more}


def assembly(rows, welds=(), **more):
    spec = AssemblySpec.model_validate({"mark": "D1", "placed": list(rows), "welds": list(welds), **more})
    return resolve(spec, {})


def ready(parts, rows, welds=(), *, legs=None, standard="ISO 2553", unit="mm", bars=None, **more):
    """An assembly of parts by number."""
    made = {k: (p, part_geometry(p)) for k, p in parts.items()}
    return Ready(assembly(rows, welds, **more), made, bars or {}, legs or {}, standard, unit)


def solid(p):
    return solid_of(p, part_geometry(p))


def enclosed(faces):
    """Volume within flat faces and its centre, by cones from the origin over fans of triangles; openings count off as
    they run the other way round.
    """
    volume, moment = 0.0, np.zeros(3)
    for face in faces:
        for ring in face.rings:
            fan = [np.array([ring[0], a, b]) for a, b in pairwise(ring[1:])]
            area = sum((np.cross(t[1] - t[0], t[2] - t[0]) for t in fan), np.zeros(3))
            # rings may run either way: the outer one bounds metal, the others bound what is gone
            sign = (1.0 if ring is face.rings[0] else -1.0) * np.sign(area @ face.out)
            for t in fan:
                cone = sign * float(np.linalg.det(t)) / 6
                volume += cone
                moment += cone * t.sum(axis=0) / 4
    return volume, moment / volume
