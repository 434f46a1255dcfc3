"""Papers as they are printed: letters embedded, units of the job, long words, codes."""

import io

import pypdf
import pytest
import segno

from tests.core.jobs import demo, worked
from yorvek.core.files import labels as labels_file
from yorvek.core.files.buy_paper import buy_list_pdf
from yorvek.core.files.fonts import BOLD, SANS, cut_short, shown, wrapped
from yorvek.core.files.labels import labels_pdf
from yorvek.core.files.lists import bars_table, pieces_table
from yorvek.core.files.pdf import cut_list_pdf
from yorvek.core.files.report import report_pdf
from yorvek.core.jobs import JobSpec, JobState
from yorvek.core.jobs.hardware import BoltItem, LineItem, hardware_line
from yorvek.core.parts import PartSpec
from yorvek.core.quantities.format import cut_text


def entry(value, unit="mm"):
    return {"text": f"{value:g}", "value": float(value) * (25.4 if unit == "in" else 1), "unit": unit}


def bar(mark, length, **more):
    shape = {"family": "bar", "section_id": "HSS8X8X3/16", "length": entry(length), **more}
    return PartSpec.model_validate(
        {"mark": mark, "name": more.pop("name", ""), "material_id": "A500 Gr C", "shape": shape}
    )


def state(unit, **parts):
    spec = JobSpec.model_validate({"name": "Łódź Ωδός Жук", "unit": unit})
    return JobState(job=spec, parts=dict(enumerate(parts.values(), 1)))


def text_of(data):
    return "\n".join(page.extract_text() for page in pypdf.PdfReader(io.BytesIO(data)).pages)


def every_paper(job, unit):
    found = worked(job)
    return {
        "cut list": cut_list_pdf(job.job, found, unit),
        "report": report_pdf(job, found, unit),
        "labels": labels_pdf(job.job, found, unit),
        "buy list": buy_list_pdf(job.job, found.purchase, unit),
    }


def test_letters_of_other_languages_are_embedded():
    """Finding F8: "Łódź" was printed as "■ód■", and no font was in the file."""
    for name, data in every_paper(state("mm", a=bar("A", 900)), "mm").items():
        assert "Łódź Ωδός Жук" in text_of(data), name
        fonts = [
            font.get_object()
            for page in pypdf.PdfReader(io.BytesIO(data)).pages
            for font in page["/Resources"]["/Font"].values()
        ]
        used = [f for f in fonts if "Sans" in str(f.get("/BaseFont"))]
        assert used and all("/FontFile2" in f["/FontDescriptor"] for f in used), name


def test_the_signs_of_the_trade_are_there():
    signs = "⌀ ≥ ≤ √ δ – “ ” − ₂ ⊥ ∥ α φ · → × ° ½ ² ³ ± μ Σ ω γ λ ψ ⇅ ⇄"
    assert shown(signs) == signs and shown(signs, BOLD) == signs
    assert shown("tab\there 漢") == "tab here ?"


def test_a_long_word_goes_on_in_the_next_line():
    lines = wrapped("short " + "W" * 400 + " end", SANS, 9, 200)
    from reportlab.pdfbase.pdfmetrics import stringWidth

    assert "".join(lines).replace(" ", "") == "short" + "W" * 400 + "end"
    assert all(stringWidth(x, SANS, 9) <= 200 for x in lines)
    assert cut_short("W" * 400, SANS, 9, 100).endswith("…") and cut_short("W", SANS, 9, 100) == "W"


@pytest.mark.parametrize(
    ("mm", "text"),
    [
        (17.15625 * 25.4, '17 5/32"'),
        (436.0, '17 5/32" (17.165)'),
        (600, '23 5/8" (23.622)'),
        (6096, "20' 0\""),
        (2.5, '0.098"'),
    ],
)
def test_a_length_that_is_cut_is_said_to_a_thirty_second_and_exactly_where_that_differs(mm, text):
    """Finding D9: 17 5/32" stood as 17 3/16" and as 17 1/8" in one file, and a kerf of 2.5 mm as 1/8"."""
    assert cut_text(mm, "in") == text and cut_text(mm, "mm").endswith(" mm")


def test_one_length_reads_alike_on_all_papers_of_an_inch_job():
    job = state("in", a=bar("A", 17.15625 * 25.4))
    found = worked(job)
    said = '17 5/32"'
    (row,) = pieces_table(found, "in").rows
    assert row[9] == said and row[6] == 17.1562 and "Length in" in pieces_table(found, "in").head
    assert f"A {said}" in bars_table(found, "in").rows[0][4]
    for name, data in every_paper(job, "in").items():
        text = text_of(data)
        assert " mm" not in text.replace("mm, ", ""), (name, text)
        if name in ("cut list", "labels"):
            assert said in text, name
    assert "lb" in " ".join(pieces_table(found, "in").head) and "kg" not in text_of(cut_list_pdf(job.job, found, "in"))


def test_numbers_are_numbers():
    """Finding F9: a list to calculate with."""
    job = demo("heron-hide")
    found = worked(job)
    table = pieces_table(found, "mm")
    for row in table.rows:
        assert isinstance(row[6], float) and row[10] is not None
    assert all(isinstance(row[-1], float) for row in bars_table(found, "mm").rows)


def test_notes_of_a_part_are_in_the_jobs_unit():
    shape = {
        "family": "base_plate", "width": entry(8, "in"), "height": entry(8, "in"), "thickness": entry(0.5, "in"),
        "hole": entry(9 / 16, "in"), "edge": entry(1.5, "in"),
    }  # fmt: skip
    plate = PartSpec.model_validate({"mark": "B", "material_id": "A36", "shape": shape})
    (inch,) = worked(state("in", a=plate)).parts.values()
    (metric,) = worked(state("mm", a=plate)).parts.values()
    assert '4 holes ⌀9/16"' in inch.geometry.notes and 't = 1/2"' in inch.geometry.notes
    assert "4 holes ⌀14.2875" in metric.geometry.notes and "t = 12.7 mm" in metric.geometry.notes


def test_inch_bolts_reach_too():
    """Finding D9: no UNC bolts. 1/2-13 through 1 in with two washers, by hand: 1 + 2 x 0.125 + 0.44 + 2 / 13 = 1.844,
    so 2 in; M12 through 20: 20 + 2 x 2.52 + 9.6 + 3.5 = 38.1, so 40.
    """
    bolt = BoltItem.model_validate({"size": "1/2-13", "grip": entry(1, "in"), "grade": "5"})
    assert bolt.length_mm() == pytest.approx(50.8) and hardware_line(bolt).what.startswith('1/2-13×2" 5')
    assert BoltItem.model_validate({"size": "M12", "grip": entry(20)}).words() == "M12×40"
    long = hardware_line(BoltItem.model_validate({"size": "1/2-20", "grip": entry(20, "in")}))
    assert "threaded rod" in long.trouble and '8"' in long.trouble


def test_a_line_is_bought_by_the_foot_in_an_inch_job():
    """Two of 10 ft with 5 % are 21 ft; at 3 a metre that is 3 x 0.3048 a foot (by hand)."""
    rope = LineItem.model_validate({"name": "rope", "path": [entry(120, "in")], "qty": 2, "price": entry(3)})
    line = hardware_line(rope, "in")
    assert (line.number, line.unit) == (21, "ft") and line.all == pytest.approx(21 * 3 * 0.3048)
    assert hardware_line(rope).unit == "m"


class Pen:
    """What is drawn of a code: its boxes."""

    def __init__(self):
        self.boxes = []

    def beginPath(self):
        return self

    def rect(self, *box):
        self.boxes.append(box)

    def drawPath(self, *_, **__):
        pass


@pytest.mark.parametrize("words", ["Reed Weir|A|P1|1", "Łódź|B|a long mark of a piece|1200"])
def test_a_code_is_drawn_dot_by_dot_and_always_as_large(words):
    """Finding F9: codes of unlike size."""
    pen = Pen()
    labels_file._code(pen, words, 0.0, 0.0)
    matrix = [list(row) for row in segno.make(words, micro=False, error="m", mask=0).matrix]
    dot = labels_file.CODE / (len(matrix) + 2 * labels_file.QUIET)
    drawn = [[0] * len(matrix) for _ in matrix]
    for x, y, wide, high in pen.boxes:
        row = len(matrix) - 1 - round(y / dot - labels_file.QUIET)
        first = round(x / dot - labels_file.QUIET)
        assert high == pytest.approx(dot)
        for k in range(first, first + round(wide / dot)):
            drawn[row][k] = 1
    assert drawn == [[int(bool(dot_)) for dot_ in row] for row in matrix]
    # with another mask it says the same words: the dots differ, the words do not
    assert (
        segno.make(words, micro=False, error="m").version == segno.make(words, micro=False, error="m", mask=0).version
    )
