"""Grooves, passes and rod: areas against geometry done another way, amounts by volume."""

import math

import numpy as np
import pytest
from hypothesis import given, settings
from hypothesis import strategies as st

from pellak.core.answer.errors import Refused
from pellak.core.seam.filler import FillerGiven, groove_of, heat_given_of, reckon_filler
from pellak.core.seam.groove import (
    THICKEST_PASS_MM,
    area_below_mm2,
    cap_mm,
    filled_mm,
    weld_area_mm2,
)
from pellak.core.tables import heat_families


def polygon_mm2(points):
    x, y = np.array(points).T
    return abs(np.dot(x, np.roll(y, -1)) - np.dot(y, np.roll(x, -1))) / 2


def parabola_mm2(width, height):
    across = np.linspace(-width / 2, width / 2, 20_001)
    return np.trapezoid(height * (1 - (2 * across / width) ** 2), across) if width else 0.0


def outline_mm2(groove):
    """Return the area of the groove by the shoelace rule and a counted cap."""
    t, f, g = groove.thickness_mm, groove.root_face_mm, groove.root_gap_mm
    lean = math.tan(math.radians(groove.included_angle_deg / 2))
    cap = parabola_mm2(*cap_mm(groove))
    match groove.form:
        case "v":
            top = g / 2 + (t - f) * lean
            shape = [(-g / 2, 0), (g / 2, 0), (g / 2, f), (top, t), (-top, t), (-g / 2, f)]
        case "double-v":
            top, half, face = g / 2 + (t - f) / 2 * lean, t / 2, f / 2
            shape = [(-top, -half), (top, -half), (g / 2, -face), (g / 2, face), (top, half),
                     (-top, half), (-g / 2, face), (-g / 2, -face)]  # fmt: skip
            cap *= 2
        case "fillet":
            shape = [(0, 0), (groove.leg_mm, 0), (0, groove.leg_mm)]
        case "corner":
            shape = [(0, 0), (t, 0), (0, t)]
        case "tipped":
            return 0.0
        case _:
            shape = [(0, 0), (g, 0), (g, t), (0, t)]
    return polygon_mm2(shape) + cap


forms = st.sampled_from(["touching", "gapped", "v", "double-v", "fillet", "corner", "tipped"])
seams = st.builds(
    FillerGiven,
    thickness_mm=st.floats(0.8, 25),
    edge_form=forms,
    root_gap_mm=st.floats(0, 4),
    root_face_mm=st.floats(0, 0.7),
    included_angle_deg=st.floats(40, 100),
    leg_mm=st.floats(1, 15),
    length_mm=st.floats(50, 3000),
    family=st.sampled_from(sorted(heat_families())),
)


@given(seams)
def test_the_area_is_the_outlines(given_):
    groove = groove_of(given_)
    assert weld_area_mm2(groove) == pytest.approx(outline_mm2(groove), rel=2e-3, abs=1e-9)


@settings(max_examples=60)
@given(seams)
def test_the_passes_fill_the_groove(given_):
    answer = reckon_filler(given_)
    groove, values = groove_of(given_), answer.values
    if not values.passes:
        assert not values.root_wets
        assert values.minutes is values.gas_l is values.travel_mm_per_min is None
        return
    laid = sum(p.area_mm2 for p in values.passes)
    assert laid == pytest.approx(outline_mm2(groove), rel=0.01, abs=1e-9)
    assert [p.n for p in values.passes] == list(range(1, len(values.passes) + 1))
    sides = {p.side for p in values.passes}
    assert sides == ({1, 2} if groove.form == "double-v" else {1})
    for side in sides:
        heights = [p.height_mm for p in values.passes if p.side == side]
        assert sum(heights) == pytest.approx(filled_mm(groove), rel=1e-6)
        assert all(0 < height <= THICKEST_PASS_MM + 1e-6 for height in heights[:-1])


@settings(max_examples=60)
@given(seams, st.floats(0.4, 1.0), st.floats(1.0, 2.0))
def test_no_pass_leaves_the_tips_band_and_everything_adds_up(given_, low, high):
    flow = heat_given_of(given_).acetylene_l_per_h
    banded = given_.model_copy(
        update={"tip_low_l_per_h": low * flow, "tip_high_l_per_h": high * flow}
    )
    values = reckon_filler(banded).values
    for one in values.passes:
        assert low * flow * (1 - 1e-9) <= one.acetylene_l_per_h <= high * flow * (1 + 1e-9)
        assert one.gas_l == pytest.approx(one.acetylene_l_per_h * one.minutes / 60)
        assert one.travel_mm_per_min * one.minutes == pytest.approx(given_.length_mm)
        assert one.low_min <= one.minutes
        assert one.high_min is None or one.high_min >= one.minutes
    if values.passes:
        assert values.gas_l == pytest.approx(sum(p.gas_l for p in values.passes))
        assert values.minutes == pytest.approx(sum(p.minutes for p in values.passes))
        assert values.mass_g == pytest.approx(sum(p.rod_g for p in values.passes), rel=0.01)
        by_size = sum(t.mass_g for t in values.by_diameter)
        assert values.strip is not None or by_size == pytest.approx(values.mass_g, rel=0.01)


@given(seams, st.floats(0, 30), st.floats(0, 30))
def test_a_higher_level_holds_no_less(given_, one, other):
    groove = groove_of(given_)
    low, high = sorted((one, other))
    assert area_below_mm2(groove, low) <= area_below_mm2(groove, high) + 1e-9


@settings(max_examples=40)
@given(seams)
def test_rod_and_metal_are_the_same_volume(given_):
    values = reckon_filler(given_).values
    density = heat_families()[given_.family].density_kg_per_m3
    volume = 1.05 * values.weld_area_mm2 * given_.length_mm
    assert values.mass_g == pytest.approx(volume * density / 1e6)
    for one in values.by_diameter:
        rod = math.pi / 4 * one.diameter_mm**2 * 1000 * one.length_m
        assert rod * density / 1e6 == pytest.approx(one.mass_g)
        assert (one.rods - 1) * 0.94 <= one.length_m + 1e-9
        assert one.rods * 0.94 >= one.length_m - 1e-6
    if values.strip:
        strip = values.strip.width_mm * given_.thickness_mm * 1000 * values.strip.length_m
        assert strip == pytest.approx(volume)


def test_a_worked_v():
    # 6 mm, 70°, face 1.5, gap 2: 4.5² · tan 35° + 12, and a cap of a bead's 11.1 by 0.9 mm.
    given_ = FillerGiven(family="carbon-steel", thickness_mm=6.0, root_gap_mm=2.0, length_mm=190.0)
    values = reckon_filler(given_).values
    assert values.form == "v"
    assert values.weld_area_mm2 == pytest.approx(14.179 + 12 + 2 / 3 * 11.1 * 0.9, rel=1e-3)
    assert values.rods == 2


def test_a_double_v_takes_half_the_bevel():
    one, two = (
        reckon_filler(
            FillerGiven(
                family="carbon-steel",
                thickness_mm=12.0,
                edge_form=form,
                length_mm=100.0,
                root_gap_mm=0.0,
            )
        ).values
        for form in ("v", "double-v")
    )
    assert two.weld_area_mm2 < 0.75 * one.weld_area_mm2


def test_no_rod_is_no_metal():
    values = reckon_filler(
        FillerGiven(family="carbon-steel", thickness_mm=1.0, rod="none", length_mm=500.0)
    ).values
    assert (values.weld_area_mm2, values.rods, values.mass_g) == (0, 0, 0)
    assert values.minutes > 0


def test_strip_is_cut_from_the_sheet():
    values = reckon_filler(
        FillerGiven(
            family="lead", rod="pb-parent", thickness_mm=2.24, joint="lap", length_mm=1200.0
        )
    ).values
    assert values.rod_diameter_mm is None
    assert values.strip.width_mm == pytest.approx(4.48)
    assert values.strip.pieces >= 1


@pytest.mark.parametrize(
    ("given", "field"),
    [({"rod": "unobtainium"}, "rod"), ({"edge_form": "v", "root_face_mm": 3.1}, "root_face_mm")],
)
def test_what_cannot_be_is_refused(given, field):
    with pytest.raises(Refused) as refused:
        reckon_filler(
            FillerGiven(family="carbon-steel", thickness_mm=3.0, length_mm=100.0, **given)
        )
    assert refused.value.field == field
