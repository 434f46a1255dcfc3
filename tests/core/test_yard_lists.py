"""Lists as yards send them (made up, after what yards' lists look like: common practice, no source): every line is
read, or named with its reason, and nothing is guessed. Findings F6 and F7.
"""

import io
from typing import get_args

import pytest
from openpyxl import Workbook

from yorvek.core.errors import InputError
from yorvek.core.files.offers import read_offers
from yorvek.core.files.yard import read_list
from yorvek.core.files.yard.figures import Habit, habit_of, readings
from yorvek.core.files.yard.grades import grade_in
from yorvek.core.files.yard.headings import column_of
from yorvek.core.files.yard.profiles import asked_in, chosen, exactly, find
from yorvek.core.files.yard.words import FIELDS, Known
from yorvek.core.materials import material
from yorvek.core.sections import catalogue, section


def one(text, *, name="list.csv", unit="mm"):
    """The only line of a list."""
    found = read_list(name, text if isinstance(text, bytes) else text.encode(), unit=unit)
    assert found.odd == [], found.odd
    (line,) = found.lines
    return line


def odd(text, **more):
    """What is said of the only line of a list that cannot be read."""
    found = read_list("list.csv", text.encode(), **more)
    assert found.lines == []
    (left,) = found.odd
    return left.words


def bar(size, grade="S235JR", length="6000", head="Profile;Grade;Length (mm)"):
    return one(f"{head}\n{size};{grade};{length}\n")


def test_every_size_of_the_catalogue_is_found_by_its_own_name_with_a_letter_x() -> None:
    assert [s.id for s in catalogue() if exactly(s.id.replace("×", "x")) != s] == []


@pytest.mark.parametrize(
    ("size", "means"),
    [
        ("RHS 120x60x4", "RHS 120×60×4 cold"),
        ("RHS 120 x 60 x 4 hot finished", "RHS 120×60×4 hot"),
        ("Rechteckrohr 120x60x4 warmgefertigt", "RHS 120×60×4 hot"),
        ("RHS 60x120x4 EN 10219", "RHS 120×60×4 cold"),
        ("SHS 50*50*3", "SHS 50×50×3 cold"),
        ("SHS 50x3", "SHS 50×50×3 cold"),
        ("Vierkantrohr 50 x 50 x 3,0 mm", "SHS 50×50×3 cold"),
        ("Tube carré 50x50x3", "SHS 50×50×3 cold"),
        ("Tubo cuadrado 50×50×3", "SHS 50×50×3 cold"),
        ("CHS 48,3 x 3,2", "CHS 48.3×3.2"),
        ("Rundrohr 48.3x3.2", "CHS 48.3×3.2"),
        ("Tube rond Ø48,3x3,2", "CHS 48.3×3.2"),
        ("L 50x5", "L 50×50×5"),
        ("Winkelstahl 50x50x5", "L 50×50×5"),
        ("Cornière 50x50x5", "L 50×50×5"),
        ("Angular 50 x 50 x 5", "L 50×50×5"),
        ("Flat bar 60x8", "FL 60×8"),
        ("Flachstahl 8 x 60", "FL 60×8"),
        ("Plat 60x8", "FL 60×8"),
        ("Pletina 60 x 8", "FL 60×8"),
        ("Rundstahl 20", "RD 20"),
        ("Round bar Ø 20 mm", "RD 20"),
        ("Vierkantstahl 20", "SQ 20"),
        ("IPE200", "IPE 200"),
        ("HE 200 A", "HEA 200"),
        ("HEB-200", "HEB 200"),
        ("UPN 100", "UPN 100"),
        ("U-Stahl 100", "UPN 100"),
        ("T 50x50x6", "T 50×50×6"),
    ],
)
def test_sizes_as_yards_write_them(size, means) -> None:
    assert bar(size, grade="S235JR" if "IPE" in size or "HE" in size else "S355J2").section == means


@pytest.mark.parametrize(
    ("size", "grade", "means"),
    [
        ("HSS 3 x 3 x 1/4", "A500 Gr. C", "HSS3X3X1/4"),
        ("HSS3X3X.250", "A500C", "HSS3X3X1/4"),
        ("W8x31", "A992", "W8X31"),
        ("L2x2x1/4", "A36", "L2X2X1/4"),
        ('Angle 2" x 2" x 1/4"', "A36", "L2X2X1/4"),
        ("Flat bar 1/4 x 2", "A36", "FL 2×1/4 in"),
        ("C4x5.4", "A36", "C4X5.4"),
        ("Round bar 3/4", "A36", "RD 3/4 in"),
    ],
)
def test_sizes_in_inches(size, grade, means) -> None:
    quoted = '"' + size.replace('"', '""') + '"'
    assert one(f"section,grade,length\n{quoted},{grade},20 ft\n", unit="in").section == means


def test_a_size_that_is_hot_and_cold_formed_is_read_as_the_weaker_and_says_so() -> None:
    line = bar("RHS 120x60x4", "S355J2H")
    assert line.remarks == ["the list does not say hot or cold formed: read as cold formed, the weaker of the two"]
    cold, hot = section("RHS 120×60×4 cold"), section("RHS 120×60×4 hot")
    assert cold.A_mm2 < hot.A_mm2
    assert not bar("RHS 120x60x4 hot", "S355J2H").remarks


def test_a_size_that_nobody_keeps_is_named_and_not_rounded_to_one_that_is() -> None:
    asked = asked_in("SHS 61x61x4")
    assert asked is not None and find(asked) == []
    with pytest.raises(InputError, match="a size of the catalogue"):
        chosen([], "SHS 61x61x4")
    assert "a size of the catalogue" in odd("Profile;Grade;Length\nSHS 61x61x4;S355;6000\n")


@pytest.mark.parametrize(
    ("said", "means"),
    [
        ("s355", "S355"),
        ("S355J2H", "S355"),
        ("S355J2+N", "S355"),
        ("S235JRH", "S235"),
        ("S275 JR", "S275"),
        ("St 37-2", "S235"),
        ("St52-3", "S355"),
        ("1.0577", "S355"),
        ("1.0038", "S235"),
        ("1.4301", "304"),
        ("AISI 304L", "304"),
        ("1.4404", "316"),
        ("V4A", "316"),
        ("EN AW-6082 T6", "6082-T6"),
        ("6061-T6511", "6061-T6"),
        ("A36", "A36"),
        ("ASTM A500 Grade C", "A500 Gr C"),
        ("A572 Gr 50", "A572-50"),
        ("6082-T6", "6082-T6"),
        ("A53 Gr.B", "A53 Gr B"),
    ],
)
def test_grades_as_yards_write_them(said, means) -> None:
    assert grade_in(said) == means


@pytest.mark.parametrize(
    "said", ["S460", "S690QL", "1.4462", "EN AW-6060 T66", "brass", "6082", "C45", "A500 Gr B", "42CrMo4"]
)
def test_a_grade_that_is_not_kept_is_none_of_those_that_are(said) -> None:
    """A grade of another strength taken for one of ours would be a wrong reserve."""
    assert grade_in(said) == ""
    assert "material" in odd(f"Profile;Grade;Length\nSHS 50x50x3;{said};6000\n")


@pytest.mark.parametrize(
    ("heading", "field"),
    [
        ("Profile", "section"),
        ("Bezeichnung", "section"),
        ("Désignation", "section"),
        ("Descripción", "section"),
        ("Grade", "material"),
        ("Güte", "material"),
        ("Nuance", "material"),
        ("Calidad", "material"),
        ("Länge [m]", "length"),
        ("Longueur (mm)", "length"),
        ("Longitud", "length"),
        ("Net price", "net"),
        ("Nettopreis €/kg", "net"),
        ("Prix/m", "price"),
        ("Listenpreis", "list"),
        ("Precio por kg", "price"),
        ("Stück", "qty"),
        ("Blechdicke", "thickness"),
        ("Épaisseur", "thickness"),
        ("Format", "format"),
        ("Lieferant", "supplier"),
        ("€", "price"),
    ],
)
def test_headings_in_four_languages(heading, field) -> None:
    found = column_of(heading)
    assert found is not None and found.field == field


@pytest.mark.parametrize(
    ("heading", "unit", "per", "money"),
    [
        ("Length (m)", "m", "", ""),
        ("Länge in mm", "mm", "", ""),
        ("Length ft", "ft", "", ""),
        ("Price per kg", "", "kg", ""),
        ("€/kg", "", "kg", "EUR"),
        ("Preis je m", "", "m", ""),
        ("Price (GBP/t)", "", "t", "GBP"),
        ("Prix €/100kg", "", "100kg", "EUR"),
        ("Price $/ft", "", "ft", "USD"),
        ("Preis / Stk", "", "piece", ""),
        ("Price $/lb", "", "lb", "USD"),
        ("Price per sheet", "", "piece", ""),
    ],
)
def test_headings_say_units_money_and_what_a_price_is_of(heading, unit, per, money) -> None:
    found = column_of(heading)
    assert found is not None and (found.unit, found.per, found.currency) == (unit, per, money)


def test_every_field_that_may_be_said_has_its_words() -> None:
    assert set(get_args(Known)) == set(FIELDS)


def test_numbers_are_read_as_the_list_writes_them() -> None:
    german, english = habit_of(["1.104,50", "12,5"]), habit_of(["1,104.50"])
    assert (german.decimal, english.decimal) == (",", ".")
    assert readings("6.000", german) == [6000] and readings("6.000", english) == [6]
    assert readings("1'104.50", english) == [1104.5] and readings("1 104,50", german) == [1104.5]
    assert sorted(readings("6.000", Habit(None))) == [6, 6000]
    assert habit_of(["1.104,50", "1,104.50"]).decimal is None
    assert readings("52,-", german) == [52] and readings("abc", german) == []


def test_a_thousands_point_of_a_german_list_is_no_decimal_one() -> None:
    assert bar("IPE 200", "S235JR", "6.000", head="Profil;Güte;Länge (mm)").length_mm == 6000
    assert bar("IPE 200", "S235JR", "12.000", head="Profil;Güte;Länge").length_mm == 12000
    line = one("Profil;Güte;Länge;Preis\nIPE 200;S235JR;12.000;1.104,50\n")
    assert (line.length_mm, line.price) == (12000, 1104.5)


def test_a_price_that_may_be_two_is_not_guessed() -> None:
    assert "it may be" in odd("Profile;Grade;Length (mm);Price\nIPE 200;S235;6000;1.104\n")
    found = read_list("a.csv", b"Profile;Grade;Length (mm);Price\nIPE 200;S235;6000;1.104\nIPE 220;S235;6000;99,50\n")
    assert [x.price for x in found.lines] == [1104, 99.5]


@pytest.mark.parametrize(
    ("text", "mm"),
    [
        ("6 m", 6000),
        ("6,0 m", 6000),
        ("6m", 6000),
        ("6000 mm", 6000),
        ("6", 6000),
        ("12,1 m", 12100),
        ("20'", 6096),
        ("19' 8-1/4\"", 6000.75),
    ],
)
def test_lengths_as_yards_write_them(text, mm) -> None:
    quoted = '"' + text.replace('"', '""') + '"'
    assert bar("IPE 200", length=quoted, head="Profile;Grade;Length").length_mm == pytest.approx(mm)


@pytest.mark.parametrize("length", ["6-7 m", "6 bis 12 m", "mill", "0", "60000", "-6000", ""])
def test_a_length_that_is_none_is_named(length) -> None:
    assert "length" in odd(f"Profile;Grade;Length\nIPE 200;S235;{length}\n")


def mass_kg(id, metal, length_mm):
    return section(id).mass_kg_per_m(material(metal).density_kg_m3) * length_mm / 1000


def test_a_price_of_mass_length_or_area_is_that_of_the_piece() -> None:
    """By hand: 6 m at 18.4 kg/m and 1.20 a kg; the same by the metre, by the tonne and by the foot."""
    kg = mass_kg("SHS 60×60×4 hot", "S355", 6000)
    head = "Profile;Grade;Length (mm);"
    size = "SHS 60x60x4 hot;S355J2H;6000;"
    for heading, price, each in (
        ("Price €/kg", "1,20", 1.2 * kg),
        ("Price per t", "1200,00", 1.2 * kg),
        ("€/100 kg", "120,00", 1.2 * kg),
        ("Price/m", "8,50", 51.0),
        ("Price per piece", "49,90", 49.9),
        ("Price", "49,90", 49.9),
        ("$/ft", "2,60", 2.6 * 6000 / 304.8),
    ):
        assert one(f"{head}{heading}\n{size}{price}\n").price == pytest.approx(each, rel=1e-4)
    assert one(f"{head}Price;Unit\n{size}1,20;kg\n").price == pytest.approx(1.2 * kg, rel=1e-4)
    assert one(f"{head}Price\n{size}1,20 €/kg\n").price == pytest.approx(1.2 * kg, rel=1e-4)
    assert "by piece, kg" in odd(f"{head}Price;Unit\n{size}1,20;bundle\n")
    assert "fits what it is of" in odd(f"{head}Price €/m²\n{size}1,20\n")


@pytest.mark.parametrize(
    "text",
    [
        "Thickness;Grade;Format;Price\n3;S235JR;2500x1250;99,75\n",
        "Thickness (mm);Grade;Width;Length;Price\n3;S235JR;1250;2500;99,75\n",
        "Description;Grade;Price\nBlech 3 x 1250 x 2500;S235JR;99,75\n",
        "Description;Grade;Price\nSheet 2500x1250x3mm;S235JR;99,75\n",
        "Artikel;Güte;Stärke;Format;Preis\nFeinblech;DC01 / S235;3,0;1250 x 2500;99,75\n",
        "Désignation;Nuance;Épaisseur;Format;Prix\nTôle;S235JR;3 mm;1,25 x 2,5 m;99,75\n",
    ],
)
def test_sheets_however_their_sizes_stand(text) -> None:
    line = one(text)
    assert (line.section, line.material, line.thickness_mm, line.width_mm, line.height_mm) == (
        "",
        "S235",
        3,
        2500,
        1250,
    )
    assert line.price == 99.75


def test_a_sheet_by_mass_or_area() -> None:
    """3 x 1250 x 2500 of 7850 kg/m3 is 73.6 kg and 3.125 m2."""
    head = "Thickness;Grade;Format;"
    assert one(f"{head}€/kg\n3;S235;2500x1250;1,10\n").price == pytest.approx(1.1 * 73.594, rel=1e-4)
    assert one(f"{head}Price €/m²\n3;S235;2500x1250;32,00\n").price == pytest.approx(100)


@pytest.mark.parametrize(
    ("text", "thick", "sides"),
    [
        ("11 ga sheet 4x8", 0.1196, (96, 48)),
        ("Galvanised sheet 16 gauge 48 x 96", 0.0635, (96, 48)),
        ('"Plate 1/4"" x 48"" x 96"""', 0.25, (96, 48)),
        ("Sheet 1/8 x 4' x 10'", 0.125, (120, 48)),
    ],
)
def test_sheets_by_gauge_and_by_the_foot(text, thick, sides) -> None:
    """Gauges of plain and of galvanised sheet are two tables (from memory)."""
    line = one(f"Item,Grade,Price\n{text},A36,150\n", unit="in")
    assert line.thickness_mm == pytest.approx(thick * 25.4, abs=1e-3)
    assert (line.width_mm, line.height_mm) == pytest.approx(tuple(s * 25.4 for s in sides))


def test_figures_that_are_no_sheet_are_none() -> None:
    """A gauge was taken for a side, and 4 x 8 for inches: a sheet of 101.6 x 203.2 x 279.4."""
    assert "format" in odd("Item,Grade,Price\nSheet 3 x 4 x 8,S235,150\n")


@pytest.mark.parametrize(
    ("size", "grade", "means"),
    [
        ('Pipe 2" Sch 40', "A53 B", "Pipe2STD"),
        ("Pipe 1-1/2 XS", "A53 Gr B", "Pipe1-1/2XS"),
        ("Tube 1.5 x 1.5 x .120", "A513", "tube 1-1/2×1-1/2 11 ga"),
        ("Square tube 1-1/2 x 1-1/2 x 11 ga", "A513", "tube 1-1/2×1-1/2 11 ga"),
    ],
)
def test_pipe_by_its_schedule_and_tube_by_its_gauge(size, grade, means) -> None:
    quoted = '"' + size.replace('"', '""') + '"'
    assert one(f"section,grade,length\n{quoted},{grade},20 ft\n", unit="in").section == means


def test_a_size_without_a_word_of_what_it_is_is_not_guessed() -> None:
    """60 x 60 x 4 may be a tube or an angle."""
    assert "catalogue" in odd("Size;Grade;Length\n60x60x4;S355;6000\n")


@pytest.mark.parametrize(
    "size",
    ["RHS 120x60x4 hot dip galvanised", "RHS 120x60x4 hot-dipped", "Tube rectangulaire 120x60x4 galvanisé à chaud"],
)
def test_dipped_in_hot_zinc_is_not_formed_hot(size) -> None:
    """It was read as hot finished, the stronger of the two."""
    line = bar(size, "S355J2H")
    assert line.section == "RHS 120×60×4 cold" and line.galvanised and line.remarks


def test_a_gauge_in_a_column_knows_of_zinc_too() -> None:
    line = one("Description,Grade,Gauge,Size\nGalvanised sheet,A36,16 ga,48 x 96\n", unit="in")
    assert line.thickness_mm == pytest.approx(0.0635 * 25.4, abs=1e-3) and "galvanized steel" in line.remarks[0]


@pytest.mark.parametrize("text", ["Blech 5 x 1500 x 6000", "Sheet 6000x1500x5", "Plate 5x1500x10500 S235"])
def test_a_side_of_six_metres_is_no_number_of_an_alloy(text) -> None:
    line = one(f"Description;Grade\n{text};S235JR\n")
    assert (line.thickness_mm, line.height_mm) == (5, 1500) and line.width_mm in (6000, 10500)


def test_patterned_and_pierced_sheet_is_not_plain_sheet() -> None:
    for words in ("Tränenblech", "Chequer plate", "Tôle larmée", "Lochblech"):
        assert "plain metal" in odd(f"Description;Grade;Thickness;Format\n{words};S235;3;2500x1250\n")


@pytest.mark.parametrize("code", ["utf-8", "utf-8-sig", "utf-16", "utf-16-le", "cp1252"])
@pytest.mark.parametrize("mark", [";", "\t", "|"])
def test_any_encoding_and_any_mark_between(code, mark) -> None:
    rows = [["Profil", "Güte", "Länge (mm)", "Preis €/m"], ["Flachstahl 60 × 8", "S235JR", "6 000", "3,85"]]
    text = "\r\n".join(mark.join(r) for r in rows) + "\r\n"
    line = one(text.encode(code), name="list.tsv" if mark == "\t" else "list.csv")
    assert (line.section, line.length_mm, line.price) == ("FL 60×8", 6000, 23.1)


def test_no_break_spaces_a_said_mark_titles_groups_and_what_is_below() -> None:
    text = (
        "sep=;\nReedside Steel;;;\nPrices of the week;;;\n;;;\nProfile;Length (mm);Price €;Stock\n"
        "Square hollow sections S355J2H cold formed;;;\nSHS\u00a050x50x3;6\u00a0000;31,50;12\n"
        "SHS 60x60x4;6000;44,10;3\n"
        "Profile;Length (mm);Price €;Stock\nFlats S235JR;;;\n60x8;6000;22,00;\n;;;\nPrices ex works, without tax;;;\n"
    )
    found = read_list("list.csv", text.encode())
    assert [(x.row, x.section, x.material) for x in found.lines] == [
        (7, "SHS 50×50×3 cold", "S355"),
        (8, "SHS 60×60×4 cold", "S355"),
        (11, "FL 60×8", "S235"),
    ]
    assert [(o.row, "only words" in o.words) for o in found.odd] == [(13, True)]
    assert not any(x.qty for x in found.lines) and found.unknown == ["Stock"]


def book(*sheets, hidden_rows=(), hidden_sheets=(), merge=()):
    out = Workbook()
    out.remove(out.active)
    for name, rows in sheets:
        sheet = out.create_sheet(name)
        for row in rows:
            sheet.append(row)
        for n in hidden_rows:
            sheet.row_dimensions[n].hidden = True
        for area in merge:
            sheet.merge_cells(area)
        if name in hidden_sheets:
            sheet.sheet_state = "hidden"
    kept = io.BytesIO()
    out.save(kept)
    return kept.getvalue()


HEAD = ["Profile", "Grade", "Length (mm)", "Price"]


def test_numbers_of_a_workbook_keep_all_their_figures() -> None:
    """Six figures were kept: 1234567.89 became 1.23457e+06."""
    data = book(("A", [HEAD, ["IPE 200", "S235", 12100.5, 1234567.89]]))
    line = one(data, name="list.xlsx")
    assert (line.length_mm, line.price) == (12100.5, 1234567.89)


def test_every_sheet_that_is_shown_is_read_and_hidden_rows_are_named() -> None:
    rows = [HEAD, ["IPE 200", "S235", 6000, 80], ["IPE 220", "S235", 6000, 95]]
    data = book(("Beams", rows), ("Old", rows), ("Note", [["Read me"]]), hidden_rows=(3,), hidden_sheets=("Old",))
    found = read_list("list.xlsx", data)
    assert [(x.table, x.row, x.section) for x in found.lines] == [("Beams", 2, "IPE 200")]
    assert [(o.table, o.row) for o in found.odd] == [("Beams", 3)] and "hidden" in found.odd[0].words


def test_headings_in_two_lines_and_over_several_columns() -> None:
    rows = [
        ["Profile", "Grade", "Length", "Price", None],
        [None, None, "mm", "€/m", "€/kg"],
        ["IPE 200", "S235JR", 6000, 25.5, 1.15],
    ]
    line = one(book(("A", rows), merge=("D1:E1",)), name="list.xlsx")
    assert (line.length_mm, line.price, line.per) == (6000, 153, "m")


def test_the_net_price_counts_and_not_whichever_column_is_last() -> None:
    line = one("Profile;Grade;Length;Net price;List price\nIPE 200;S235;6000;99,50;140,00\n")
    assert line.price == 99.5
    assert one("Profile;Grade;Length;Listenpreis;Nettopreis\nIPE 200;S235;6000;140,00;99,50\n").price == 99.5


def test_headings_may_be_said_by_hand() -> None:
    text = b"Ware;Art;L;Kosten\nIPE 200;S235;6000;99,50\n"
    with pytest.raises(InputError, match="headings"):
        read_list("list.csv", text)
    said = {"Ware": "section", "Art": "material", "L": "length", "Kosten": "price"}
    (line,) = read_list("list.csv", text, columns=said).lines
    assert (line.section, line.price) == ("IPE 200", 99.5)


def test_what_was_read_stands_in_the_stock_book_in_the_units_of_the_shop() -> None:
    found = read_offers("o.csv", b"section,grade,length,price\nHSS 3x3x1/4,A500 C,20 ft,80.00\n", unit="in")
    (offer,) = found.offers
    assert (offer.item.length.text, offer.item.length.value) == ("240", pytest.approx(6096))
    said = read_offers("o.csv", "Profil;Güte;Länge;€/kg;Stk\nRHS 120x60x4;S355J2H;6 m;1,20;4\n".encode())
    (item,) = (o.item for o in said.offers)
    assert item.qty == 4 and "weaker of the two" in item.note and said.remarks[0].row == 2
    assert item.price.value == pytest.approx(1.2 * mass_kg("RHS 120×60×4 cold", "S355", 6000), abs=0.006)
