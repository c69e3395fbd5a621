"""What was kept before sentences carried their measures is told in inches all the same."""

import pytest

from pellak.core.model.upcast import has_marks, ticket_with_marks, with_marks
from pellak.core.reading.measures import said

OLD = {
    "job": {"name": "Bracket 3 mm", "alloy": "316L"},
    "cards": [
        {"text": "Hold 3 mm off, at 200 to 300 °C", "reason": "25 °C more, 316L, B3 has 7 m"}
    ],
    "gas": {"inserted": "12 mm and 3 bar", "value": 3.0, "source": "within 75 mm"},
}


def test_old_sentences_get_marks_and_nothing_else_does():
    new = with_marks(OLD)
    assert new["job"] == OLD["job"]
    assert new["gas"] == OLD["gas"]
    (card,) = new["cards"]
    assert said(card["text"], "metric") == OLD["cards"][0]["text"]
    assert said(card["text"], "inch") == "Hold 1/8 in off, at 390 to 570 °F"
    assert said(card["reason"], "inch").startswith("45 °F more, 316L")
    assert not has_marks(str(OLD))
    assert has_marks(str(new))


@pytest.mark.parametrize(
    ("line", "inch"),
    [
        ("DC01 cold-rolled sheet 1.2 mm · butt", "DC01 cold-rolled sheet 0.047 in · butt"),
        ("316L 2.4 mm · lap", "316L 3/32 in · lap"),
        ("S235JR box tube, bowed 60 mm", "S235JR box tube, bowed 2 3/8 in"),
        ("metal not known · butt", "metal not known · butt"),
    ],
)
def test_a_ticket_is_kept_plain_and_told_in_inches(line, inch):
    assert said(ticket_with_marks(line), "metric") == line
    assert said(ticket_with_marks(line), "inch") == inch
