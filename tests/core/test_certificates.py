"""Mill certificates: what is read, what is refused with its cell named, exact round trips."""

import codecs
import json

import pytest
from hypothesis import given
from hypothesis import strategies as st

from pellak.core.answer.errors import Refused
from pellak.core.metal.alloy import alloys
from pellak.core.metal.certificate import (
    Amount,
    Certificate,
    checked_certificate,
    find_alloy,
    likest,
    own_metal,
    read_amount,
    read_line,
)
from pellak.core.metal.certificate_files import read_file, write_file

HEADER = "heat,alloy,note,C,Mn\n"


def amount(low, high=None):
    return Amount(low_pct=low, high_pct=low if high is None else high)


@pytest.mark.parametrize(
    ("text", "low", "high"),
    [
        ("0.18", 0.18, 0.18),
        (".18", 0.18, 0.18),
        ("0,18", 0.18, 0.18),
        ("0.18 %", 0.18, 0.18),
        ("0.18 wt%", 0.18, 0.18),
        ("<0.01", None, 0.01),
        ("≤ 0,01", None, 0.01),
        ("<=0.01", None, 0.01),
        ("0.035 max", None, 0.035),
        ("max. 0.035", None, 0.035),
        ("0.40-0.60", 0.4, 0.6),
        ("0,40 – 0,60", 0.4, 0.6),
        ("0.4 to 0.6", 0.4, 0.6),
        ("120 ppm", 0.012, 0.012),
        ("<5ppm", None, 0.0005),
        ("0", 0, 0),
    ],
)
def test_amounts_as_people_write_them(text, low, high):
    assert read_amount(text, "C") == Amount(low_pct=low, high_pct=high)


@pytest.mark.parametrize(
    "text",
    ["-0.1", "abc", "", "1e3", "0.6-0.4", "101", "nan", "=1+1", "0.1.2", "<0.1-0.2", "0.2 g"],
)
def test_what_is_no_amount_is_refused_by_its_cell(text):
    with pytest.raises(Refused) as refused:
        read_amount(text, "row 3, column Mn")
    assert refused.value.field == "row 3, column Mn"


def test_a_column_in_ppm_is_divided_and_a_cell_that_names_its_unit_wins():
    assert read_amount("50", "B", ppm=True).high_pct == 0.005
    assert read_amount("0.3 %", "C", ppm=True).high_pct == 0.3


@pytest.mark.parametrize(
    ("line", "amounts"),
    [
        ("C 0.30 Si 0.25", {"C": amount(0.3), "Si": amount(0.25)}),
        ("C=0.30; Mn=.5, P <0.01", {"C": amount(0.3), "Mn": amount(0.5),
                                    "P": Amount(low_pct=None, high_pct=0.01)}),
        ("C: 0,30 Mn 0.40-0.60 B 20 ppm", {"C": amount(0.3), "Mn": amount(0.4, 0.6),
                                           "B": amount(0.002)}),
    ],
)  # fmt: skip
def test_a_pasted_line(line, amounts):
    assert read_line(line) == amounts


@pytest.mark.parametrize("line", ["", "hello", "C", "C 0.3 Qq 1", "C 0.3 C 0.4", "0.3 C"])
def test_a_line_that_cannot_be_read_is_refused(line):
    with pytest.raises(Refused) as refused:
        read_line(line)
    assert refused.value.field.startswith("line")


def test_limits_are_planned_in_full_and_ranges_in_the_middle():
    assert Amount(low_pct=None, high_pct=0.01).planned_pct == 0.01
    assert amount(0.4, 0.6).planned_pct == pytest.approx(0.5)


GOOD = [
    ("plain", HEADER + "H1,4130,,0.30,0.5\n"),
    ("semicolons and decimal commas", "heat;alloy;C;Mn\nH1;4130;0,30;0,5\n"),
    ("tabs", "heat\talloy\tC\tMn\nH1\t4130\t0.30\t0.5\n"),
    ("quoted decimal commas", 'heat,alloy,C,Mn\nH1,4130,"0,30","0,5"\n'),
    ("other headings", "Heat No,Grade,C %,Mn (wt%)\nH1,4130 normalised tube,0.30,0.5\n"),
    ("ppm column", "heat,alloy,C [ppm],Mn_pct\nH1,4130,3000,0.5\n"),
    ("blank lines and crlf", "heat,alloy,C,Mn\r\n\r\nH1,4130,0.30,0.5\r\n\r\n"),
    ("empty cells", "heat,alloy,C,Mn,Mo\nH1,4130,0.30,0.5,\n"),
    ("json list", json.dumps([{"heat": "H1", "alloy": "4130",
                               "composition": {"C": 0.3, "Mn": "0.5"}}])),
    ("json one", json.dumps({"heat": "H1", "alloy": "4130", "composition": {"C": 0.3, "Mn": 0.5}})),
    ("json ppm", json.dumps({"heats": [{"heat": "H1", "alloy": "4130", "unit": "ppm",
                                        "composition": {"C": 3000, "Mn": 5000}}]})),
]  # fmt: skip


@pytest.mark.parametrize(("name", "text"), GOOD, ids=[name for name, _ in GOOD])
@pytest.mark.parametrize("encoding", ["utf-8", "utf-8-sig", "utf-16"])
def test_files_as_mills_and_spreadsheets_write_them(name, text, encoding):
    read = read_file(text.encode(encoding))
    assert read.left_out == []
    (one,) = read.certificates
    assert (one.heat, one.alloy) == ("H1", "4130")
    assert one.amounts["C"].planned_pct == pytest.approx(0.3)
    assert one.amounts["Mn"].planned_pct == pytest.approx(0.5)


def test_columns_not_understood_are_told_not_swallowed():
    read = read_file(b"heat,alloy,C,Yield MPa,Colour\nH1,4130,0.3,540,blue\n")
    assert read.left_out == ["column Yield MPa", "column Colour"]
    read = read_file(b'{"heat":"H1","alloy":"4130","mill":"x","composition":{"C":0.3,"W":1}}')
    assert read.left_out == ["heat 1, W", "heat 1, mill"]


HOSTILE = [
    ("empty", b"", "file"),
    ("zero bytes", b"heat,alloy,C\x00", "file"),
    ("latin 1", "heat,alloy,note,C\nH1,4130,r\xf6hr,0.3\n".encode("latin-1"), "file"),
    ("half utf-16", codecs.BOM_UTF16_LE + b"h", "file"),
    ("no heat column", b"alloy,C\n4130,0.3\n", "header"),
    ("an analysis that fits many", b"heat,C\nH1,0.3\n", "row 2, column alloy"),
    ("an element twice", b"heat,alloy,C,C_pct\nH1,4130,0.3,0.3\n", "header"),
    ("a formula for a heat", b"heat,alloy,C\n=cmd(),4130,0.3\n", "row 2, column heat"),
    ("a formula for a note", b"heat,alloy,note,C\nH1,4130,@SUM(A1),0.3\n", "row 2, column note"),
    ("a formula for an amount", b"heat,alloy,C\nH1,4130,=1+1\n", "row 2, column C"),
    ("a word for an amount", b"heat,alloy,C,Mn\nH1,4130,0.3,4x\n", "row 2, column Mn"),
    ("an unknown alloy", b"heat,alloy,C\nH1,unobtainium,0.3\n", "row 2, column alloy"),
    ("no heat number", b"heat,alloy,C\n,4130,0.3\n", "row 2, column heat"),
    ("a wrong sum", b"heat,alloy,C,Mn,Cr\nH1,4130,2,60,60\n", "row 2"),
    ("a balance that does not", b"heat,alloy,C,Fe\nH1,4130,0.3,50\n", "row 2"),
    ("too much carbon", b"heat,alloy,C\nH1,4130,30\n", "row 2, C"),
    ("no carbon", b"heat,alloy,Mn\nH1,4130,0.5\n", "row 2, C"),
    ("nothing at all", b"heat,alloy,C\nH1,al-3003,\n", "row 2"),
    ("more cells than headings", b"heat,alloy,C\nH1,4130,0.3,0.4\n", "row 2"),
    ("one heat twice", b"heat,alloy,C\nH1,4130,0.3\nH1,4130,0.31\n", "heat 2"),
    ("an open quote", b'heat,alloy,C\n"H1,4130,0.3\n', "file"),
    ("too many rows", b"heat,alloy,C\n" + b"H,4130,0.3\n" * 1001, "file"),
    ("broken json", b'{"heats": [', "file"),
    ("deep json", b"[" * 100_000, "file"),
    ("json of something else", b'{"heats": 5}', "heats"),
    ("json without composition", b'[{"heat":"H1","alloy":"4130"}]', "heat 1, composition"),
    ("json true", b'[{"heat":"H1","alloy":"4130","composition":{"C":true}}]', "heat 1, C"),
    ("json formula", b'[{"heat":"+1","alloy":"4130","composition":{"C":0.3}}]', "heat 1, heat"),
]


@pytest.mark.parametrize(("name", "body", "field"), HOSTILE, ids=[name for name, _, _ in HOSTILE])
def test_hostile_files_are_refused_with_the_place_named(name, body, field):
    with pytest.raises(Refused) as refused:
        read_file(body)
    assert refused.value.field == field
    assert refused.value.accepted


amounts = st.one_of(
    st.floats(0, 1.5).map(lambda x: Amount(low_pct=x, high_pct=x)),
    st.floats(1e-7, 1).map(lambda x: Amount(low_pct=None, high_pct=x)),
    st.tuples(st.floats(0, 1), st.floats(0, 1)).map(
        lambda ends: Amount(low_pct=min(ends), high_pct=max(ends))
    ),
)
words = (
    st.text("ABCdef 0123456789-/;,\"'äöπ", max_size=20)
    .map(str.strip)
    .filter(lambda text: not text.startswith(("=", "+", "-", "@")))
)
certificates = st.builds(
    Certificate,
    heat=words.filter(bool),
    alloy=st.sampled_from(["4130", "sae-1045", "gi-30"]),
    note=words,
    amounts=st.dictionaries(st.sampled_from(["C", "Si", "Mn", "P", "S", "Cr", "B"]), amounts,
                            min_size=1).map(lambda found: {"C": Amount(low_pct=0.3, high_pct=0.3)}
                                            | found),
)  # fmt: skip


@given(st.lists(certificates, min_size=1, max_size=5, unique_by=lambda c: c.heat),
       st.sampled_from(["csv", "json"]))  # fmt: skip
def test_what_is_written_out_reads_back_the_same(listed, kind):
    read = read_file(write_file(listed, kind).encode())
    assert read.certificates == listed
    assert read.left_out == []


@pytest.mark.parametrize(
    ("text", "alloy"), [("4130", "4130"), ("SAE 1045", "sae-1045"), ("1045", "sae-1045"),
                        ("EN AW-3003", "al-3003"), ("3003", "al-3003")],
)  # fmt: skip
def test_the_grade_on_a_certificate_finds_its_alloy(text, alloy):
    assert find_alloy(text, "alloy").id == alloy


def test_an_own_heat_is_its_alloy_with_its_own_analysis():
    certificate = checked_certificate(
        Certificate(heat="H1", alloy="4130", amounts={"C": amount(0.28), "Mn": amount(0.4, 0.6)})
    )
    metal = own_metal(certificate, "heat-1")
    assert metal.composition == {"C": 0.28, "Mn": 0.5}
    assert metal.spans["Mn"] == (0.4, 0.6)
    assert (metal.family, metal.like, metal.advised_as) == ("chromoly", "4130", "4130")
    assert "H1" in metal.name


ACROSS = "heat,alloy,C,Mn,Cr ppm\nA1,4130,0.30,0.5,9000\nA2,4130,0.29,0.40-0.60,<9500\n"
DOWN = [
    "Element,A1,A2\nGrade,4130,4130\nCarbon,0.30,0.29\nMn,0.5,0.40-0.60\nCr (ppm),9000,<9500\n",
    "Heat No;A1;A2\nMaterial;4130;4130\nC;0,30;0,29\nManganese;0,5;0,40-0,60\nCr ppm;9000;<9500\n",
]


@pytest.mark.parametrize("text", DOWN)
def test_an_element_in_each_row_reads_as_a_heat_in_each(text):
    assert read_file(text.encode()).certificates == read_file(ACROSS.encode()).certificates


@pytest.mark.parametrize(
    "text",
    [
        "C 0.30 Mn 0.50 P <0.01", "Carbon 0.30 Manganese 0.50 Phosphorus <0.01",
        "C  Mn  P\n0.30  0.50  <0.01", "CARBON MANGANESE PHOSPHORUS 0.30 0.50 <0.01",
    ],
)  # fmt: skip
def test_a_pasted_analysis_reads_the_same_however_it_lies(text):
    assert read_line(text) == read_line("C 0.30 Mn 0.50 P <0.01")


@pytest.mark.parametrize("text", ["C Mn P 0.30 0.50", "C Mn 0.3 0.5 0.1", "Carbon Unobtain 1 2"])
def test_a_row_that_does_not_fit_the_other_is_refused(text):
    with pytest.raises(Refused):
        read_line(text)


@pytest.mark.parametrize(
    "alloy", [a for a in alloys().values() if a.composition], ids=lambda a: a.id
)
def test_an_analysis_without_a_grade_is_read_as_its_own_alloy_or_asked_about(alloy):
    amounts = {
        element: Amount(low_pct=share, high_pct=share)
        for element, share in alloy.composition.items()
        if element != "Fe"
    }
    try:
        read = likest(amounts, "alloy").id
    except Refused as refused:
        # Its neighbours are as near: the person is asked, and its own grade is among those named.
        read = refused.accepted
    assert alloy.id in read.replace(",", " ").split()


def test_a_table_without_grades_takes_what_its_analysis_tells():
    read = read_file(b"heat,C,Si,Mn,Cr,Mo\nBW-1,0.29,0.24,0.47,0.92,0.18\n")
    assert [(one.heat, one.alloy) for one in read.certificates] == [("BW-1", "4130")]
    assert read.by_analysis == ["BW-1"]
    with pytest.raises(Refused) as refused:
        read_file(b"heat,C,Mn\nBW-2,0.9,12\n")
    assert refused.value.field == "row 2, column alloy"
