"""The skin of a thick body: it lies between middle and room, and nothing jumps on the way."""

from itertools import pairwise

import pytest

from pellak.core.catalogue.reckoners import get_reckoner


@pytest.mark.parametrize("far_mm", [None, 20.0, 833.2, 4000.0])
@pytest.mark.parametrize("diameter_mm", [100.0, 1000.0, 4363.6, 5000.0])
def test_however_thick_a_body_is_it_loses_heat_until_it_is_cool(diameter_mm, far_mm):
    """A skin found by steps that overshoot once gained heat from a colder room."""
    given = {
        "family": "grey-iron", "shape": "cylinder", "length_mm": 5000.0, "far_mm": far_mm,
        "diameter_mm": diameter_mm, "start_c": 843.0,
    }  # fmt: skip
    thick = get_reckoner("cool")
    values = thick.reckon(thick.given.model_validate(given)).values
    thin = thick.reckon(thick.given.model_validate({**given, "diameter_mm": 50.0})).values
    assert 0 < values.peak_low_c_per_h <= values.peak_c_per_h <= values.peak_high_c_per_h
    assert values.peak_c_per_h < thin.peak_c_per_h


def test_a_body_a_little_thicker_cools_a_little_slower():
    """No step where the search for the skin takes one step more."""
    cool = get_reckoner("cool")

    def peak(diameter_mm):
        given = {
            "family": "grey-iron", "shape": "cylinder", "length_mm": 3000.0, "start_c": 700.0,
            "diameter_mm": diameter_mm,
        }  # fmt: skip
        return cool.reckon(cool.given.model_validate(given)).values.peak_c_per_h

    diameters = [200.0 * 1.03**n for n in range(60)]
    peaks = [peak(one) for one in diameters]
    for before, after in pairwise(peaks):
        assert 0.9 * before < after < before
