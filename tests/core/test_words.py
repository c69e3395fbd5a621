"""Working lines, one-line questions, the log of a run."""

from typing import Literal, get_args, get_origin, get_type_hints

import pytest
from hypothesis import given
from hypothesis import strategies as st

from pellak.core.answer.errors import Refused
from pellak.core.answer.working import ValidRange, complaints, inserted, short
from pellak.core.ask.one_line_questions import ask
from pellak.core.ask.piece import OfShop
from pellak.core.catalogue.reckoners import RECKONERS, get_reckoner
from pellak.core.gas.content import cylinder_sizes
from pellak.core.kinds.registry import kind_named
from pellak.core.metal.alloy import alloys
from pellak.core.metal.fusion import Advice
from pellak.core.model.run_log import RunLog, signs, with_entries
from pellak.core.piece.dimensions import dimension_rows
from pellak.core.reading.measures import said
from pellak.core.reading.units import kinds, unit_spellings
from pellak.core.rig.items import rack_fields
from pellak.core.tables import MetalFamily, heat_families, joints, rows
from tests.core.test_tip import DEMO


@given(st.floats(-1e6, 1e6).filter(lambda v: abs(v) > 1e-6))
def test_short_keeps_five_digits_and_never_an_exponent(value):
    text = short(value)
    assert "e" not in text
    assert float(text) == pytest.approx(value, rel=1e-4)


def test_inserting_leaves_unknowns_and_functions_alone():
    assert inserted("sqrt(a * x) + ab", {"a": 2, "ab": -3.0}) == "sqrt(2 * x) + (-3)"


def test_a_limit_crossed_is_named():
    ranges = (ValidRange("thickness_mm", 0.8, 6, "mm"),)
    assert complaints(ranges, {"thickness_mm": 3}) == ""
    crossed = said(complaints(ranges, {"thickness_mm": 8}), "metric")
    assert crossed == "thickness 8 mm is outside 0.8 to 6 mm"
    assert complaints(ranges, {}) == ""


@pytest.mark.parametrize("reckoner", RECKONERS, ids=lambda r: r.name)
def test_every_reckoner_asks_a_question_and_is_found_by_name(reckoner):
    assert reckoner.question.endswith("?")
    assert get_reckoner(reckoner.name) is reckoner
    assert set(reckoner.answer.model_fields) == {"values", "working", "cautions", "schools"}


def test_an_unknown_reckoner_is_refused_with_the_known_ones():
    with pytest.raises(Refused, match="quantity, tip, heat"):
        get_reckoner("horoscope")


@pytest.mark.parametrize(
    ("text", "reckoner", "says"),
    [
        ("tip for 16 ga", "tip", "152 L/h through 0.92 mm, drill #64"),
        ("Tip for 1.2", "tip", "in the rack: 3, fits"),
        ("tip 16 gauge aluminium", "tip", "181 L/h"),
        ("heat 1.6", "heat", "puddle in 5.2 s · 115 mm/min"),
        ("heat 1.6 at 80", "heat", "puddle in 10.7 s · 64 mm/min"),
        ("puddle 25 mm", "heat", "does not wet the back"),
        ("flame 2X", "flame", "carburising · 2990 °C · feather 2X"),
        ("flame 1.1", "flame", "neutral · 3110 °C"),
        ("flame lead", "flame", "neutral"),
        ("lens for 3 mm", "eyes", "shade 6"),
        ("shade for 1.2 aluminium", "eyes", "shade 5a"),
        ("ce of 4140", "carbon-equivalent", "ce iiw 0.78"),
        ("ce 1045", "carbon-equivalent", "ce iiw 0.59"),
        ("ce gi-30", "carbon-equivalent", "ce cast 4.03"),
        ("18 ga", "quantity", "18 gauge sheet steel = 1.214 mm"),
        ("18 ga stainless", "quantity", "18 gauge stainless sheet = 1.27 mm"),
        ("8 psi", "quantity", "8 psi = 0.55158 bar"),
        ("3 cfh", "quantity", "3 cfh = 84.951 L/h"),
        ("200F", "quantity", "200 °F = 93.333 °C"),
        ("3100 C", "quantity", "3100 °C = 5612 °F"),
        ("120 mm/min", "quantity", "120 mm/min = 4.724 in/min"),
        ("3 in/min", "quantity", "3 in/min = 76.2 mm/min"),
        ("90 s", "quantity", "90 s"),
        ("3/32", "quantity", "3/32 in = 2.3813 mm"),
        ("30 deg", "quantity", "30 deg"),
    ],
)
def test_one_line_questions_are_answered(text, reckoner, says):
    (answer,) = ask(text, OfShop(DEMO))
    assert answer.reckoner == reckoner
    assert says in said(answer.headline, "metric")


@pytest.mark.parametrize("text", ["", "funnel", "hello world", "tip"])
def test_a_text_that_asks_nothing_gets_no_answer(text):
    assert ask(text, OfShop()) == []


def test_an_alloy_nobody_knows_is_refused_with_some_that_are_known():
    with pytest.raises(Refused, match="sae-1045"):
        ask("ce of moonstone", OfShop())


def test_a_question_that_cannot_be_read_says_what_could():
    with pytest.raises(Refused, match="a length such as"):
        ask("tip for nothing", OfShop())


@given(st.text(max_size=200))
def test_any_line_is_answered_or_refused(text):
    # A question read well but out of a reckoner's range is refused in the same words.
    try:
        outcome = ask(text, OfShop())
    except Refused as refused:
        outcome = refused
    assert isinstance(outcome, list) or outcome.accepted


@pytest.mark.parametrize(
    ("entries", "puddle_s", "seam_min"),
    [
        ({"puddle_s": "4.2"}, 4.2, None),
        ({"puddle_s": "4,2 s"}, 4.2, None),
        ({"seam_min": "4:30"}, None, 4.5),
        ({"seam_min": "5"}, None, 5),
        ({"seam_min": "90 s"}, None, 1.5),
        ({"puddle_s": "", "seam_min": " "}, None, None),
        ({"puddle_s": 3.5}, 3.5, None),
    ],
)
def test_times_are_logged_as_typed(entries, puddle_s, seam_min):
    log = with_entries(RunLog(), entries, kind_named("seam").log)
    assert log.actual.get("puddle_s") == puddle_s
    assert log.actual.get("seam_min") == (pytest.approx(seam_min) if seam_min else None)


def test_a_time_taken_back_is_no_time():
    log = with_entries(RunLog(), {"puddle_s": "4.2"}, kind_named("seam").log)
    assert with_entries(log, {"puddle_s": ""}, kind_named("seam").log).actual == {}
    assert with_entries(log, {"puddle_s": None}, kind_named("seam").log).actual == {}


@pytest.mark.parametrize(
    ("entries", "field"),
    [
        ({"puddle_s": "-3"}, "puddle_s"),
        ({"puddle_s": "soon"}, "puddle_s"),
        ({"puddle_s": "1 h"}, "puddle_s"),
        ({"seam_min": 0}, "seam_min"),
        ({"seam_min": True}, "seam_min"),
        ({"seam_min": [4]}, "seam_min"),
        ({"seam_min": "30 h"}, "seam_min"),
        ({"flame_min": 4}, "flame_min"),
        ({"seen": ["dragons"]}, "seen"),
        ({"step": "light"}, "step"),
        ({"weather": "fair"}, "weather"),
        ({"notes": "x" * 5000}, "notes"),
    ],
)
def test_a_bad_entry_is_refused_by_field(entries, field):
    with pytest.raises(Refused) as refused:
        with_entries(RunLog(), entries, kind_named("seam").log)
    assert refused.value.field == field


def test_signs_are_good_and_bad_and_known_once():
    ids = [sign.id for sign in signs()]
    assert len(ids) == len(set(ids))
    assert any(sign.good for sign in signs())
    assert not all(sign.good for sign in signs())


@pytest.mark.parametrize(
    "table",
    [
        "alloys.csv",
        "display_units.csv",
        "drills.csv",
        "family_words.csv",
        "flame_settings.csv",
        "gauges.csv",
        "heat_families.csv",
        "joints.csv",
        "lens_shades.csv",
        "puddle_verdicts.csv",
        "signs.csv",
        "alloy_words.csv",
        "cylinders.csv",
        "flame_signs.csv",
        "fusion_advice.csv",
        "iron_preheats.csv",
        "joint_dimensions.csv",
        "metal_cautions.csv",
        "preheat_bands.csv",
        "preheat_practice.csv",
        "preheat_thickness.csv",
        "rack_fields.csv",
        "rod_choices.csv",
        "rods.csv",
        "temper_colours.csv",
        "thermal.csv",
        "units.csv",
    ],
)
def test_every_row_of_every_table_keeps_its_source(table):
    assert rows(table)
    assert all(row["source"] for row in rows(table))


def test_the_tables_use_only_the_words_their_types_allow():
    read = [
        *alloys().values(),
        *cylinder_sizes().values(),
        *heat_families().values(),
        *joints().values(),
        *(row for joint in joints() for row in dimension_rows(joint)),
        *kinds().values(),
        *rack_fields(),
        *unit_spellings().values(),
    ]
    held = 0
    for row in read:
        for name, kind in get_type_hints(type(row)).items():
            if get_origin(kind) is Literal:
                assert getattr(row, name) in get_args(kind), (type(row).__name__, name)
                held += 1
    assert held >= len(read)
    assert {row["level"] for row in rows("fusion_advice.csv")} <= set(get_args(Advice))
    assert {row["family"] for row in rows("family_words.csv")} <= set(get_args(MetalFamily))
