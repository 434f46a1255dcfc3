"""What is sent out: drawings and their list in one file, the same each time."""

import csv
import io
import zipfile

import ezdxf
import pytest

from tests.core.test_purchase import plate, solve, state
from yorvek.core.errors import InputError
from yorvek.core.files.parcel import parcel_zip
from yorvek.core.jobs import figures

LASER = "laser, sent out"


def opened(job, way=LASER):
    return zipfile.ZipFile(io.BytesIO(parcel_zip(job.job, figures(job, solve), way, "mm")))


def test_a_parcel_has_what_is_cut_that_way_and_nothing_else():
    job = state([plate(300, 200, 8, 4, process=LASER, edge="clean"), plate(90, 60, 8, 2, mark="Q/1")])
    file = opened(job)
    assert sorted(file.namelist()) == ["P 8 mm S355.dxf", "list.csv"]
    (head, row) = csv.reader(io.StringIO(file.read("list.csv").decode("utf-8-sig")))
    said = dict(zip(head, row, strict=True))
    assert (said["Mark"], said["Pieces"], said["Material"], said["Edge at least"]) == ("P", "4", "S355", "clean")
    assert said["Size"] == "300 mm × 200 mm" and said["Drawing"] == "P 8 mm S355.dxf" and said["Price asked"] == ""
    drawing = ezdxf.read(io.StringIO(file.read("P 8 mm S355.dxf").decode()))
    (ring,) = drawing.modelspace().query("LWPOLYLINE")
    assert ring.closed and len(ring) == 4


def test_a_mark_makes_no_folder():
    job = state([plate(90, 60, 8, 2, mark="Q/1", process=LASER)])
    assert all("/" not in name for name in opened(job).namelist())


@pytest.mark.parametrize(("way", "needs"), [("plasma table", "sent out"), (LASER, "cut by it"), ("nobody", "sent out")])
def test_what_is_no_parcel_is_refused(way, needs):
    job = state([plate(300, 200, 8, 4)])
    with pytest.raises(InputError, match=needs):
        parcel_zip(job.job, figures(job, solve), way, "mm")
