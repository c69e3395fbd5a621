"""Where a preheat is proved, and when."""

import pytest

from pellak.core.preheat.crayons import crayons_for, proved_at_mm, settles_min
from pellak.core.reading.measures import said


@pytest.mark.parametrize(
    ("thickness_mm", "at_mm", "minutes"), [(3, 12, 1), (10, 40, 1), (25, 50, 2), (60, 75, 4.8)]
)
def test_heat_is_proved_where_and_when_the_standard_says(thickness_mm, at_mm, minutes):
    assert proved_at_mm(thickness_mm) == at_mm
    assert settles_min(thickness_mm) == minutes
    how = said(crayons_for(100, 200, "carbon-steel", thickness_mm).how, "metric")
    assert f"Look {at_mm} mm from the seam" in how
