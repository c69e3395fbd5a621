"""How measures are said: in sentences, in both systems, never for what a person typed."""

import csv
import re
from fractions import Fraction
from pathlib import Path

import pytest
from hypothesis import given
from hypothesis import strategies as st

from pellak.core import marks, say
from pellak.core.reading.measures import measure, range_end, said, span
from pellak.core.reading.units import display_units

CASES = Path(__file__).with_name("measure_cases.csv")
KINDS = sorted({unit.kind for unit in display_units()})

SHOP_FIGURES = [
    # What a person who has done this for years would say, written down before the formatter.
    (say.mm(25), "25 mm", "1 in"),
    (say.mm(3), "3 mm", "1/8 in"),
    (say.mm(1865), "1865 mm", "73 3/8 in"),
    (say.mm(7723), "7723 mm", "25 ft 4 in"),
    (say.mm(610), "610 mm", "24 in"),
    (say.mm(75), "75 mm", "3 in"),
    (say.wall(1.6), "1.6 mm", "1/16 in"),
    (say.wall(2.4), "2.4 mm", "3/32 in"),
    (say.wall(3.2), "3.2 mm", "1/8 in"),
    (say.wall(1.2), "1.2 mm", "0.047 in"),
    (say.wall(10), "10 mm", "0.394 in"),
    (say.wall(1.6, to=2.4), "1.6 to 2.4 mm", "1/16 to 3/32 in"),
    (say.c(107), "105 °C", "220 °F"),
    (say.c(427), "425 °C", "800 °F"),
    (say.c(650, limit="<"), "650 °C", "1200 °F"),
    (say.c(620, limit="<"), "620 °C", "1125 °F"),
    (say.c(200, to=300), "200 to 300 °C", "390 to 570 °F"),
    (say.kelvin(25), "25 °C", "45 °F"),
    (say.bar(1.03, limit="<"), "1.03 bar", "15 psi"),
    (say.bar(0.62, limit="<"), "0.62 bar", "9 psi"),
    (say.bar(0.35, places=2), "0.35 bar", "5 psi"),
    (say.bar(138, 3), "138 bar", "2000 psi"),
    (say.l_per_h(120), "120 L/h", "4.2 cfh"),
    (say.litres(12.9, places=0), "13 L", "0.46 ft³"),
    (say.m3(4.1), "4.1 m³", "145 ft³"),
    (say.metres(11), "11 m", "35 ft"),
    (say.metres(10), "10 m", "33 ft"),
    (say.kg(20), "20 kg", "44 lb"),
    (say.mm_per_min(144), "145 mm/min", "5.7 in/min"),
    (say.m_per_s(90, to=110), "90 to 110 m/s", "295 to 361 ft/s"),
    (marks.measure("L/h per mm", 40, to=60, joint="–"), "40–60 L/h per mm", "36–54 cfh per in"),
]


@pytest.mark.parametrize(("mark", "metric", "inch"), SHOP_FIGURES)
def test_a_measure_is_said_as_a_shop_says_it(mark, metric, inch):
    assert said(f"About {mark} of it.", "metric") == f"About {metric} of it."
    assert said(f"About {mark} of it.", "inch") == f"About {inch} of it."


def test_both_formatters_are_held_to_the_same_cases():
    """The page's own test reads the same table."""
    with CASES.open(encoding="utf-8") as file:
        rows = list(csv.DictReader(file))
    assert len(rows) >= 2000
    assert {row["kind"] for row in rows} == set(KINDS)
    for row in rows:
        ask, kind, system, value = row["ask"], row["kind"], row["system"], float(row["value"])
        text = (
            measure(value, kind, system, int(ask))
            if ask.isdigit()
            else range_end(value, kind, system, ask)
        )
        assert text == row["text"], row


@given(st.text())
def test_what_a_person_typed_is_never_taken_for_a_measure(typed):
    if marks.OPEN not in typed:
        assert said(typed, "inch") == typed


@given(st.text(alphabet=f"{marks.OPEN}{marks.CLOSE};=<>dpinfa.0123mm", max_size=20), st.booleans())
def test_a_mark_that_is_none_is_left_as_it_is(typed, inch):
    assert isinstance(
        said(f"a{marks.OPEN}{typed}{marks.CLOSE}b", "inch" if inch else "metric"), str
    )


@pytest.mark.parametrize("typed", ["316L", "11 m", "A36 3 mm", "tip 2", "{3 mm}", "200 °C oven"])
def test_names_and_notes_keep_their_letters(typed):
    sentence = f"{typed}: hold {say.mm(3.2)} off"
    assert said(sentence, "inch").startswith(f"{typed}: hold 1/8 in")


@given(st.sampled_from(KINDS), st.floats(0.01, 9999), st.sampled_from(["metric", "inch"]))
def test_a_range_never_leaves_out_what_lies_between(kind, value, system):
    low, high = span(value, value * 1.1, kind, system).split("–")
    unit = next((u for u in display_units() if (u.kind, u.system) == (kind, system)), None)
    shown = value if unit is None else value * unit.factor + unit.offset
    top = value * 1.1 if unit is None else value * 1.1 * unit.factor + unit.offset
    assert _number(low) <= shown + 1e-5 * abs(shown) + 1e-6
    assert _number(high) >= top - 1e-5 * abs(top) - 1e-6


@given(st.sampled_from(KINDS), st.floats(0.02, 5000))
def test_a_limit_is_never_rounded_to_its_unsafe_side(kind, value):
    unit = next((u for u in display_units() if (u.kind, u.system) == (kind, "inch")), None)
    shown = value if unit is None else value * unit.factor + unit.offset
    most = measure(value, kind, "inch", limit="<")
    least = measure(value, kind, "inch", limit=">")
    assert _number(most, kind) <= shown * (1 + 1e-5) + 1e-6
    assert _number(least, kind) >= shown * (1 - 1e-5) - 1e-6


@given(st.floats(), st.sampled_from([*KINDS, "s", ""]), st.sampled_from(["", "<", ">"]))
def test_any_number_is_said_and_nothing_falls_over(value, kind, limit):
    for system in ("metric", "inch"):
        assert measure(value, kind, system, limit=limit)
        assert range_end(value, kind, system, limit or "<")
        assert said(marks.measure(kind, value, limit=limit), system)


@given(st.floats(0.5, 9000))
def test_inches_are_read_off_a_rule(value):
    text = measure(value, "mm", "inch")
    shown = value / 25.4
    assert abs(_number(text) - shown) <= (0.51 if shown >= 120 else 0.0626)
    assert not re.search(r"/(?!(2|4|8|16|32|64)\b)", text)


def test_tables_write_their_measures_in_braces():
    assert said(marks.of_table("never above {<650 °C}, {28 K} under"), "inch") == (
        "never above 1200 °F, 50 °F under"
    )
    assert marks.of_table("{name} of {this}") == "{name} of {this}"


def test_what_was_typed_is_said_with_what_it_comes_to():
    typed = marks.read_as("18 ga", "wall", 1.214)
    assert said(typed, "metric") == "18 ga = 1.214 mm"
    assert said(typed, "inch") == "18 ga = 0.048 in"
    assert said(marks.read_as("3.2 mm", "wall", 3.2), "metric") == "3.2 mm"


def _number(text: str, kind: str = "mm") -> float:
    """Return inches of `25 ft 4 in` and `1 3/8 in`, or the number itself."""
    feet, rest = 0.0, text
    if kind == "mm" and " ft" in text:
        whole, _, rest = text.partition(" ft")
        feet = float(whole)
    parts = (one.rstrip("°") for one in rest.split() if one[0].isdigit())
    return 12 * feet + sum(float(Fraction(one)) for one in parts)
