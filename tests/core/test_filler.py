"""Grooves, passes and rod: areas against geometry done another way, amounts by volume."""

import math

import numpy as np
import pytest
from hypothesis import given
from hypothesis import strategies as st

from pellak.core.errors import Refused
from pellak.core.seam.filler import FillerGiven, groove_of, reckon_filler
from pellak.core.seam.groove import area_below_mm2, cap_mm, weld_area_mm2
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
    form=forms,
    root_gap_mm=st.floats(0, 4),
    root_face_mm=st.floats(0, 0.7),
    included_angle_deg=st.floats(40, 100),
    leg_mm=st.floats(1, 15),
    length_mm=st.floats(50, 3000),
    metal=st.sampled_from(sorted(heat_families())),
)


@given(seams)
def test_the_area_is_the_outlines(given_):
    groove = groove_of(given_)
    assert weld_area_mm2(groove) == pytest.approx(outline_mm2(groove), rel=2e-3, abs=1e-9)


@given(seams)
def test_the_passes_fill_the_groove(given_):
    answer = reckon_filler(given_)
    groove = groove_of(given_)
    laid = sum(p.area_mm2 for p in answer.values.passes)
    assert laid == pytest.approx(outline_mm2(groove), rel=0.05, abs=1e-9)
    assert [p.n for p in answer.values.passes] == list(range(1, len(answer.values.passes) + 1))
    top = groove.leg_mm if groove.form == "fillet" else groove.thickness_mm
    if groove.form != "double-v":
        assert sum(p.height_mm for p in answer.values.passes) == pytest.approx(top, rel=1e-6)
    # A last pass may be all cap, with nothing of the groove left under it.
    assert all(p.height_mm >= 0 for p in answer.values.passes)
    assert all(p.minutes > 0 for p in answer.values.passes if p.area_mm2 > 0)


@given(seams, st.floats(0, 30), st.floats(0, 30))
def test_a_higher_level_holds_no_less(given_, one, other):
    groove = groove_of(given_)
    low, high = sorted((one, other))
    assert area_below_mm2(groove, low) <= area_below_mm2(groove, high) + 1e-9


@given(seams)
def test_rod_and_metal_are_the_same_volume(given_):
    values = reckon_filler(given_).values
    density = heat_families()[given_.metal].density_kg_per_m3
    volume = 1.05 * values.weld_area_mm2 * given_.length_mm
    assert values.mass_g == pytest.approx(volume * density / 1e6)
    if values.rod_diameter_mm:
        rod = math.pi / 4 * values.rod_diameter_mm**2 * 1000 * values.rod_length_m
        assert rod == pytest.approx(volume)
        assert (values.rods - 1) * 0.94 <= values.rod_length_m + 1e-9
        assert values.rods * 0.94 >= values.rod_length_m - 1e-6
    elif values.strip:
        strip = values.strip.width_mm * given_.thickness_mm * 1000 * values.strip.length_m
        assert strip == pytest.approx(volume)


@pytest.mark.parametrize(
    ("thickness", "direction", "diameter"),
    [(0.8, "forehand", 1.6), (1.2, "forehand", 1.6), (2.0, "forehand", 1.6),
     (3.2, "forehand", 2.4), (4.8, "forehand", 3.2), (6.0, "forehand", 4.0),
     (6.0, "backhand", 3.2), (10.0, "backhand", 4.8), (2.0, "backhand", 1.6)],
)  # fmt: skip
def test_the_rod_is_the_rules(thickness, direction, diameter):
    values = reckon_filler(
        FillerGiven(thickness_mm=thickness, direction=direction, length_mm=500.0)
    ).values
    assert values.rod_diameter_mm == diameter


@pytest.mark.parametrize(
    ("thickness", "form", "count"),
    [(1.2, None, 1), (3.2, None, 1), (4.0, None, 2), (6.0, None, 2), (6.5, None, 3),
     (9.0, None, 3), (10.0, None, 4), (25.0, None, 9), (12.0, "double-v", 4)],
)  # fmt: skip
def test_the_passes_are_counted_as_usual(thickness, form, count):
    values = reckon_filler(FillerGiven(thickness_mm=thickness, form=form, length_mm=500.0)).values
    assert len(values.passes) == count
    assert values.passes[0].name == ("one pass" if count == 1 else "root")
    if count > 1:
        assert values.passes[-1].name == "cap"


def test_a_worked_v():
    # 6 mm, 70°, face 1.5, gap 2: 4.5² · tan 35° + 12, and a cap of 8.30 by 0.9 mm.
    given_ = FillerGiven(thickness_mm=6.0, root_gap_mm=2.0, length_mm=190.0)
    values = reckon_filler(given_).values
    assert values.form == "v"
    assert values.weld_area_mm2 == pytest.approx(14.179 + 12 + 2 / 3 * 8.302 * 0.9, rel=1e-3)
    assert values.rods == 1


def test_a_double_v_takes_half_the_bevel():
    one, two = (
        reckon_filler(FillerGiven(thickness_mm=12.0, form=form, length_mm=100.0)).values
        for form in ("v", "double-v")
    )
    assert two.weld_area_mm2 < 0.65 * one.weld_area_mm2


def test_no_rod_is_no_metal():
    values = reckon_filler(FillerGiven(thickness_mm=1.0, rod="none", length_mm=500.0)).values
    assert (values.weld_area_mm2, values.rods, values.mass_g, values.passes) == (0, 0, 0, [])


def test_strip_is_cut_from_the_sheet():
    values = reckon_filler(
        FillerGiven(metal="lead", rod="pb-parent", thickness_mm=2.24, joint="lap", length_mm=1200.0)
    ).values
    assert values.rod_diameter_mm is None
    assert values.strip.width_mm == pytest.approx(4.48)
    assert values.strip.pieces >= 1


@pytest.mark.parametrize(
    ("told", "field"),
    [({"rod": "unobtainium"}, "rod"), ({"form": "v", "root_face_mm": 3.0}, "root_face_mm")],
)
def test_what_cannot_be_is_refused(told, field):
    with pytest.raises(Refused) as refused:
        reckon_filler(FillerGiven(thickness_mm=3.0, length_mm=100.0, **told))
    assert refused.value.field == field
