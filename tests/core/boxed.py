"""Boxes of plates as tests enter them."""

from tests.core.test_plate_families import mm
from tests.core.test_twins import part

ELL = [(0, 0), (500, 0), (500, 200), (260, 200), (260, 420), (0, 420)]
FOUR = [(0, 0), (400, 0), (400, 300), (0, 300)]
NECK = [(0, 0), (100, 0), (100, 90), (200, 90), (200, 0), (300, 0)]
NECK += [(x, 200 - y) for x, y in reversed(NECK)]


def box(corners=ELL, width=240, thickness=6, *, mark="D1", qty=2, **more):
    own = {k: more.pop(k) for k in ("features", "material_id", "module") if k in more}
    bends = more.pop("bends", {})
    sizes = {k: mm(str(v)) for k, v in {"tab": 0, **more}.items()}
    rows = [{"x": mm(repr(float(x))), "y": mm(repr(float(y)))} for x, y in corners]
    for k, radius in bends.items():
        rows[k]["bend"] = mm(str(radius))
    shape = {"family": "box_side", "corners": rows}
    shape |= {"width": mm(str(width)), "thickness": mm(str(thickness)), **sizes}
    return part(shape, mark, qty=qty, **own)


def wall(number, mark="D1-1", of=1, **more):
    return part({"family": "box_wall", "of": of, "number": number}, mark, **{"material_id": "", **more})
