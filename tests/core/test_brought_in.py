"""Spreadsheets and pictures brought in: what they hold, and two hundred that are damaged, none of which falls over."""

import io
import random
import time

import pytest
from openpyxl import Workbook
from PIL import Image

from yorvek.core.cutting.table.simulate import simulate
from yorvek.core.errors import InputError
from yorvek.core.files.offers import read_offers
from yorvek.core.files.photo import photo_jpeg

HEAD = "section;material;length;width;height;thickness;price;qty;supplier;delivery;duty %;yard cut"
CSV = f"""{HEAD}
SHS 60×60×4 hot;S355;6000;;;;52,40;;Reedside Steel;4;2;3
SHS 60×60×4 hot;S355;7.5 m;;;;61;3;;;;
;S355;;2500;1250;8;180;;;;;
SHS 61×61×4;S355;6000;;;;52;;;;;
SHS 60×60×4 hot;A36;6000;;;;52;;;;;
SHS 60×60×4 hot;S355;long;;;;52;;;;;
SHS 60×60×4 hot;S355;6000;;;;52;two;;;;
"""


def xlsx(rows):
    book = Workbook()
    for row in rows:
        book.active.append(row)
    out = io.BytesIO()
    book.save(out)
    return out.getvalue()


def test_a_csv_is_read_and_its_odd_lines_are_named():
    found = read_offers("offers.csv", CSV.encode())
    bar, there, sheet = (o.item for o in found.offers)
    assert (bar.length.value, bar.price.value, bar.qty, bar.supplier) == (6000, 52.4, None, "Reedside Steel")
    assert (bar.delivery.value, bar.duty_percent, bar.yard_cut.value) == (4, 2, 3)
    assert there.length.value == 7500 and there.qty == 3
    assert sheet.form == "sheet" and sheet.thickness.value == 8
    assert [o.row for o in found.odd] == [5, 6, 7, 8]
    assert (
        "catalogue" in found.odd[0].words and "sold in" in found.odd[1].words and "whole number" in found.odd[3].words
    )


def test_an_xlsx_is_read_the_same_and_unknown_columns_are_said():
    rows = [
        ["Offers of the week"],
        ["what", "material", "length", "price", "colour"],
        ["FL 60×8", "S235", 6000, 18.5, "black"],
    ]
    found = read_offers("offers.XLSX", xlsx(rows))
    assert found.offers[0].item.section_id == "FL 60×8" and found.offers[0].item.price.value == 18.5
    assert found.unknown == ["colour"] and found.odd == []


def test_inches_and_feet():
    found = read_offers("o.csv", b"section,material,length,price\nHSS3X3X1/4,A500 Gr C,20',80\n", unit="in")
    assert found.offers[0].item.length.value == pytest.approx(6096)


@pytest.mark.parametrize(
    ("name", "data", "says"),
    [
        ("o.doc", b"x", "as .csv or .xlsx"),
        ("o.csv", b"a,b\n1,2\n", "headings"),
        ("o.csv", b"", "headings"),
        ("o.csv", b"section,material\n" + b"x,y\n" * 6000, "at most 5000 lines"),
        ("o.csv", b"\0" * 50, "text"),
        ("o.xlsx", b"PK not really", "cannot be opened"),
        ("o.csv", b" " * 6_000_000, "at most 5 MB"),
    ],
)
def test_what_is_no_price_list_is_refused_in_words(name, data, says):
    with pytest.raises(InputError, match=says):
        read_offers(name, data)


def picture(kind, size=(320, 200)):
    out = io.BytesIO()
    Image.effect_noise(size, 40).convert("RGB").save(out, kind)
    return out.getvalue()


def test_a_photo_is_made_small_and_plain():
    found = Image.open(io.BytesIO(photo_jpeg(picture("PNG", (3000, 1500)))))
    assert found.format == "JPEG" and found.size == (1280, 640) and not found.getexif()


def test_a_picture_that_unpacks_to_too_much_is_refused():
    out = io.BytesIO()
    Image.new("1", (30_000, 30_000)).save(out, "PNG")
    with pytest.raises(InputError, match=r"pixels|damaged"):
        photo_jpeg(out.getvalue())


def damaged(data, chance):
    """Bytes flipped, cut off, doubled or put in; at places that chance gives."""
    out = bytearray(data)
    for _ in range(chance.randint(1, 12)):
        at = chance.randrange(len(out))
        what = chance.random()
        if what < 0.5:
            out[at] = chance.randrange(256)
        elif what < 0.7:
            del out[at : at + chance.randint(1, 40)]
        elif what < 0.9:
            out[at:at] = bytes(chance.randrange(256) for _ in range(chance.randint(1, 40)))
        else:
            del out[at:]
        if not out:
            out = bytearray(b"?")
    return bytes(out)


PROGRAM = b"G21 G90\nG0 X10 Y10\nM3\nG1 X90 Y10 F2400\nG2 X90 Y50 I0 J20\nG1 X10 Y50\nM5\nM30\n"


@pytest.mark.parametrize("seed", range(40))
def test_damaged_files_end_in_words_or_in_something_sound(seed):
    """Five kinds of file for each of forty seeds: two hundred, each answered within seconds."""
    chance = random.Random(seed)
    book = xlsx([HEAD.split(";"), ["SHS 60×60×4 hot", "S355", 6000, None, None, None, 52.4]])
    cases = [
        (lambda d: read_offers("o.csv", d), CSV.encode()),
        (lambda d: read_offers("o.xlsx", d), book),
        (photo_jpeg, picture("JPEG")),
        (photo_jpeg, picture(chance.choice(["PNG", "WEBP", "BMP", "TIFF"]))),
        (lambda d: simulate(d.decode("latin-1"), width=500, height=300), PROGRAM),
    ]
    for read, data in cases:
        began = time.process_time()
        try:
            read(damaged(data, chance))
        except InputError as error:
            assert error.needs
        assert time.process_time() - began < 10
