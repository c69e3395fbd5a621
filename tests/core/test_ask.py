"""One-line questions: what each comes to, and what is said where one cannot be read."""

import pytest

from pellak.core.ask import ask
from pellak.core.errors import Refused


@pytest.mark.parametrize(
    ("question", "says"),
    [
        ("preheat 4130 at 5 mm", "205 °C"),
        ("preheat 4130 .25", "205 °C"),
        ("preheat sae-1010 3", "none"),
        ("preheat leaf spring 6 mm", "Seferian"),
        ("preheat pb-sheet code 5", "none"),
        ("preheat 5083 at 4 mm", "not fused by torch"),
        ("ce of 4140", "0.78"),
        ("ce gi-30", "ce cast 4.03"),
        ("pressure 300 L/h", "purge 5 s and 5 s"),
        ("pressure 5 cfh 20 m", "acetylene 0.24 bar"),
        ("pressure 4000 L/h 40 m", "above 1.03 bar"),
        ("cylinder acetylene-4.1 47.3 kg", "2.07 m³ (1.89–2.25)"),
        ("cylinder oxygen-200bar-50L 118 bar at 200 L/h", "min"),
        ("cylinder acetylene-4.1 104 lb", "draw 273 L/h"),
    ],
)
def test_questions_about_metal_and_gas(question, says):
    (answer,) = ask(question, [])
    assert says in answer.headline
    assert answer.working
    assert answer.given


@pytest.mark.parametrize(
    ("question", "accepted"),
    [
        ("preheat unobtainium at 4 mm", "one alloy of the catalogue"),
        ("preheat 4130", "an alloy and a thickness"),
        ("ce of spring steel", "one of these alloys"),
        ("pressure much", "flow"),
        ("cylinder x 4 kg", "a size and a reading"),
        ("cylinder acetylene-4.1 3 kg", "at least the tare"),
    ],
)
def test_what_cannot_be_read_says_what_could(question, accepted):
    with pytest.raises(Refused) as refused:
        ask(question, [])
    assert accepted in refused.value.accepted
