"""Reading typed measures: published readings, refusals, round trips."""

import math

import pytest
from hypothesis import given
from hypothesis import strategies as st

from pellak.core.answer.errors import Refused
from pellak.core.reading.measures import said, symbol
from pellak.core.reading.quantity import QuantityGiven, read_quantity, reckon_quantity
from pellak.core.reading.units import display_units, kinds, unit_spellings
from pellak.core.tables import gauge_thicknesses_mm, number_drills
from tests.published import published


@pytest.mark.parametrize("row", published("quantities.csv"), ids=lambda row: row["text"])
def test_typed_text_is_read_as_published(row):
    read = read_quantity(row["text"], row["kind"], row["family"] or None)
    assert read.value == pytest.approx(float(row["value"]), abs=float(row["within"]))
    assert read.unit == kinds()[row["kind"]].canonical
    assert symbol(read.unit, "metric") in said(read.read_as, "metric")


@pytest.mark.parametrize(
    ("text", "kind", "family", "says"),
    [
        ("", "length", None, "nothing was typed"),
        ("   ", "length", None, "nothing was typed"),
        ("-3", "length", None, "cannot be negative"),
        ("-3 bar", "pressure", None, "cannot be negative"),
        ("nan", "length", None, "a length such as"),
        ("inf", "length", None, "a length such as"),
        ("1e9", "length", None, "far outside"),
        ("1e400", "length", None, "far outside"),
        ("5 kg", "length", None, "kg is a unit of mass"),
        ("7 furlongs", "length", None, "'furlongs' is not known"),
        ("18 ga", "length", None, "sheet steel 1.214 mm"),
        ("18 ga", "length", "cast-iron", "say which gauge"),
        ("18 ga", "length", "lead", "lead goes by code"),
        ("18 ga plywood", "length", "carbon-steel", "say which gauge"),
        ("99 ga", "length", "carbon-steel", "runs from 3 to 30"),
        ("code 2", "length", "lead", "runs from 3 to 8"),
        ("0.049", "length", None, "0.049 mm or 0.049 in"),
        ("1,200", "length", None, "1.200 or 1200"),
        ("1.2.3", "length", None, "at most one decimal point"),
        ("1/0", "length", None, "a fraction such as"),
        ("12 13", "length", None, "a length such as"),
        ("one two", "length", None, "a length such as"),
        ("20 C 3 F", "temperature", None, "a temperature such as"),
        ("-2 ft 6 in", "temperature", None, "unit of length"),
        ("9" * 61, "length", None, "too long"),
    ],
)
def test_what_cannot_be_read_says_what_could(text, kind, family, says):
    with pytest.raises(Refused) as refused:
        read_quantity(text, kind, family)
    assert refused.value.field == "text"
    assert says in said(refused.value.accepted, "metric")


@given(st.sampled_from(sorted(unit_spellings())), st.floats(0.001, 1000))
def test_every_spelling_of_every_unit_reads_as_its_factor(spelling, number):
    kind_id, word = spelling
    unit = unit_spellings()[spelling]
    expected = unit.canonical(float(f"{number:.6f}"))
    kind = kinds()[kind_id]
    try:
        read = read_quantity(f"{number:.6f} {word}", kind_id, "carbon-steel")
    except Refused:
        read = None
    # Only an absurd size, or a word that also names a gauge, is refused here.
    if read is None:
        assert not kind.least <= expected <= kind.most or word == "g"
    else:
        assert math.isclose(read.value, expected, rel_tol=1e-9, abs_tol=1e-9)


@given(st.floats(0.6, 99_000))
def test_a_bare_number_is_canonical_and_survives_its_own_echo(number):
    text = f"{number:.4f}"
    read = read_quantity(text, "length")
    assert read.value == pytest.approx(float(text))
    again = read_quantity(said(read.read_as, "metric").split(" = ")[-1], "length")
    assert again.value == pytest.approx(read.value, rel=1e-4)


@given(st.text(max_size=80), st.sampled_from(sorted(kinds())))
def test_any_text_is_read_or_refused_and_nothing_else(text, kind):
    try:
        outcome = read_quantity(text, kind)
    except Refused as refused:
        outcome = refused
    assert outcome.accepted if isinstance(outcome, Refused) else math.isfinite(outcome.value)


@given(st.integers(3, 30))
def test_thinner_gauge_numbers_are_thicker_sheet(gauge):
    table = gauge_thicknesses_mm()["sheet-steel"]
    if str(gauge + 1) in table:
        assert table[str(gauge)] > table[str(gauge + 1)]


def test_number_drills_rise_and_agree_with_their_inches():
    sizes = [drill.diameter_mm for drill in number_drills()]
    assert sizes == sorted(sizes)
    assert len(sizes) == 80
    assert number_drills()[-1].drill == "#1"


def test_the_reckoner_gives_the_reading_with_its_working():
    answer = reckon_quantity(QuantityGiven(text="18 ga", kind="length", family="carbon-steel"))
    assert said(answer.values.read_as, "metric") == "18 gauge sheet steel = 1.214 mm"
    assert answer.working[0].value == 1.214


def test_display_units_undo_what_typed_units_do():
    by_symbol = {unit.symbol: unit for unit in unit_spellings().values()}
    for shown in display_units():
        typed = by_symbol.get(shown.symbol)
        if typed is not None and shown.canonical == kinds()[typed.kind].canonical:
            canonical = typed.canonical(12.5)
            assert canonical * shown.factor + shown.offset == pytest.approx(12.5)
