"""The picture of the old hinge strap of Sluice Seven that the demo's new one is traced from, and the part that the
trace gives, made anew: python -m tests.core.strap_picture. A strap on a sheet, photographed aslant with a noisy
camera, half of it in the shade.
"""

from __future__ import annotations

import io
import json
from pathlib import Path

import numpy as np
from PIL import Image

from tests.core.pictured import Camera, picture
from yorvek.core.files.tracing.trace import TraceAsk, trace
from yorvek.core.outlines import Outline, Ring, Vertex
from yorvek.core.quantities.entry import resolve

HOME = Path(__file__).parents[2]
NAME = "sluice-seven-strap.jpg"
SHEET = [(-45.0, -60.0), (555.0, -60.0), (555.0, 140.0), (-45.0, 140.0)]
"""Corners of a sheet of 600 by 200, mm."""
SECOND = [(150.0, -45.0), (300.0, 105.0)]
INSIDE = (200.0, 35.0)
CAMERA = Camera((255.0, 40.0), 1000.0, 18.0, 4.0, 2000, 1100)


def strap() -> Outline:
    """An eye of R34 at one end, tapering from 68 to 40, three bolt holes, rounded at the far end."""
    corners = [
        (34, 0, 0),
        (300, 6, 0),
        (490, 14, 0.414214),
        (510, 34, 0.414214),
        (490, 54, 0),
        (300, 62, 0),
        (34, 68, 1),
    ]
    outer = Ring(vertices=[Vertex(x=x, y=y, bulge=b) for x, y, b in corners])
    holes = [(34, 34, 24.2), (250, 34, 14), (360, 34, 14), (470, 34, 14)]
    return Outline(outer=outer, openings=[Ring.circle(x, y, d) for x, y, d in holes])


def photographed() -> bytes:
    """The picture as a JPEG."""
    raw = picture(CAMERA, strap(), paper=SHEET, noise=0.015, shadow=0.3, seed=7)
    out = io.BytesIO()
    Image.open(io.BytesIO(raw)).save(out, "JPEG", quality=88)
    return out.getvalue()


def asked() -> TraceAsk:
    """How it is read: places as somebody pressed them."""

    def px(points: list[tuple[float, float]]) -> list[list[float]]:
        return [[round(float(v), 1) for v in p] for p in CAMERA.pixels(np.array(points))]

    spec = {
        "scale": {"kind": "corners", "corners": px(SHEET), "across": {"text": "600"}, "up": {"text": "200"}},
        "check": {"ends": px(SECOND), "length": {"text": "212.1"}},
        "inside": px([INSIDE])[0],
    }
    return resolve(TraceAsk.model_validate(spec), {})


def traced_part(data: bytes) -> dict[str, object]:
    """The part of the demo job that the picture gives."""
    found = trace(data, asked())
    return {
        "mark": "S2", "name": "hinge strap, new", "module": "Straps", "qty": 1, "material_id": "S355", "mirror": True,
        "shape": {
            "family": "free", "outline": found.outline.model_dump(),
            "thickness": {"text": "strap_thickness", "unit": "mm", "value": 12.0},
            "source": f"{NAME}, off by {found.off_mm:.1f} mm at most",
        },
        "grain": False,
    }  # fmt: skip


def main() -> None:
    data = photographed()
    (HOME / "demo" / NAME).write_bytes(data)
    file = HOME / "demo" / "sluice-seven.job.json"
    job = json.loads(file.read_text())
    others = [p for p in job["parts"] if p["spec"]["mark"] != "S2"]
    number = max(p["id"] for p in others) + 1
    job["parts"] = [*others, {"id": number, "spec": traced_part(data)}]
    file.write_text(json.dumps(job, indent=1, ensure_ascii=False) + "\n")
    print(f"{NAME}: {len(data)} bytes; {trace(data, asked()).off_mm} mm")


if __name__ == "__main__":
    main()
