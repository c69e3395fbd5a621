"""The pace of thick seams, fillets and their passes: what the trade says, and no jumps."""

import pytest
from hypothesis import given
from hypothesis import strategies as st

from pellak.core.answer.errors import Refused
from pellak.core.seam.filler import FillerGiven, groove_of, heat_given_of, reckon_filler
from pellak.core.seam.pace import direction_factor, groove_factor
from pellak.core.seam.passes import most_rod_g_per_min
from pellak.core.seam.shrink import shrink_mm
from pellak.core.tables import heat_families


@pytest.mark.parametrize(
    ("row"),
    [
        # thickness, length, flow, minutes, litres: the leftward rule of 4 to 5 min/m for each mm.
        (3.2, 300.0, 320.0, 4.2, 22.0),
        (4.0, 300.0, 400.0, 5.2, 35.0),
        (6.0, 300.0, 600.0, 7.8, 78.0),
        (10.0, 500.0, 1000.0, 21.6, 360.0),
        (20.0, 300.0, 2000.0, 25.9, 864.0),
    ],
)
def test_thick_seams_take_what_the_trade_says(row):
    thickness, length, flow, minutes, litres = row
    values = reckon_filler(
        FillerGiven(family="carbon-steel", thickness_mm=thickness, length_mm=length)
    ).values
    assert values.minutes == pytest.approx(minutes, rel=0.03)
    assert values.gas_l == pytest.approx(litres, rel=0.03)
    assert values.valid == (thickness <= 12)
    planned = heat_given_of(
        FillerGiven(family="carbon-steel", thickness_mm=thickness, length_mm=9.0)
    )
    assert planned.acetylene_l_per_h == pytest.approx(flow)


def test_a_soaked_casting_takes_less_time_than_a_cold_one():
    def minutes(start_c):
        return reckon_filler(
            FillerGiven(family="cast-iron", thickness_mm=12.0, joint="casting-crack",
                        length_mm=100.0, start_c=start_c)
        ).values.minutes  # fmt: skip

    assert minutes(595.0) == pytest.approx(2.8, rel=0.03)
    assert minutes(595.0) < 0.85 * minutes(180.0)


HEADLINES = ("minutes", "gas_l", "travel_mm_per_min", "mass_g")
THRESHOLDS_MM = (3.0, 3.2, 3.5, 4.0, 5.0, 6.0, 7.0, 10.0, 10.5, 12.0, 14.0, 20.0)


@pytest.mark.parametrize("family", sorted(heat_families()))
@pytest.mark.parametrize("joint", ["butt", "tee", "lap", "cluster", "outside-corner", "pipe-butt",
                                   "casting-crack", "tipped-edge"])  # fmt: skip
def test_nothing_jumps_from_one_thickness_to_the_next(family, joint):
    def seen(thickness):
        backhand = "backhand" if thickness >= 5.0 else "forehand"
        given_ = FillerGiven(family=family, thickness_mm=thickness, joint=joint, length_mm=300.0,
                             direction=backhand)  # fmt: skip
        values = reckon_filler(given_).values
        shrink = shrink_mm(groove_of(given_))
        return [*(getattr(values, name) for name in HEADLINES), shrink]

    for threshold in THRESHOLDS_MM:
        before, after = seen(round(threshold - 0.01, 4)), seen(round(threshold + 0.01, 4))
        for name, one, other in zip((*HEADLINES, "shrink"), before, after, strict=True):
            if one is None or other is None:
                assert one is other, (threshold, name)
            elif one or other:
                assert abs(other - one) <= 0.12 * max(abs(one), abs(other)), (threshold, name)


@given(st.floats(0.5, 25), st.floats(0, 3), st.floats(0, 3))
def test_a_wider_gap_is_never_quicker(thickness, one, other):
    low, high = sorted((one, other))
    narrow, wide = (
        groove_factor(groove_of(FillerGiven(family="carbon-steel", thickness_mm=thickness,
                                            root_gap_mm=gap, length_mm=100.0)))
        for gap in (low, high)
    )  # fmt: skip
    assert narrow <= wide + 1e-9


def test_a_fillet_is_paced_by_its_corner_and_never_called_a_keyhole():
    def tee(flow):
        return reckon_filler(
            FillerGiven(family="carbon-steel", thickness_mm=3.0, joint="tee", length_mm=300.0,
                        acetylene_l_per_h=flow)
        ).values  # fmt: skip

    strong, weak, none = tee(450.0), tee(300.0), tee(60.0)
    assert strong.back_wets
    assert strong.travel_mm_per_min > weak.travel_mm_per_min > 0
    assert weak.root_wets
    assert not none.root_wets
    assert none.flow_that_would_l_per_h > 60
    words = " ".join(p.how for values in (strong, weak) for p in values.passes)
    assert "both walls wet into the corner" in words
    assert "keyhole" not in words
    assert "root face" not in words


def test_backhand_saves_on_plate_and_nothing_on_sheet():
    saved = [direction_factor("backhand", t) for t in (1.0, 3.0, 5.0, 6.6, 12.0)]
    assert saved == sorted(saved, reverse=True)
    assert saved[:2] == [1, 1]
    assert saved[3:] == [0.8, 0.8]
    # Hands change at 5 mm: what that saves there has to be less than a jump.
    assert 0.93 < saved[2] < 1
    assert all(direction_factor("forehand", t) == 1 for t in (1.0, 12.0))


def test_lead_is_never_paced_by_steels_rod():
    values = reckon_filler(
        FillerGiven(family="lead", thickness_mm=3.55, joint="lap", length_mm=1200.0)
    ).values
    assert 6 < values.minutes < 20
    square = groove_of(FillerGiven(family="lead", thickness_mm=5.0, length_mm=100.0))
    assert square.form == "touching"


def test_a_rod_the_flame_cannot_melt_slows_the_weld_and_says_so():
    answer = reckon_filler(
        FillerGiven(family="carbon-steel", thickness_mm=1.0, joint="tee", leg_mm=12.0,
                    length_mm=300.0)
    )  # fmt: skip
    values = answer.values
    assert values.rod_limited
    assert any("rod" in caution.text for caution in answer.cautions)
    case = heat_given_of(FillerGiven(family="carbon-steel", thickness_mm=1.0, joint="tee",
                                     length_mm=300.0)).case()  # fmt: skip
    limit = most_rod_g_per_min(case)
    # Half of the flame's heat, 1270 J for each gram of steel.
    assert limit == pytest.approx(0.5 * sum(case.power_w) * 60 / 1270, rel=1e-6)
    for one in values.passes:
        if one.rod_limited:
            pace = one.rod_g / one.minutes
            assert pace <= 1.2 * limit * one.acetylene_l_per_h / case.acetylene_l_per_h


def test_a_double_v_is_laid_on_its_sides_by_turns_with_no_cap_of_nothing():
    values = reckon_filler(
        FillerGiven(family="carbon-steel", thickness_mm=12.0, edge_form="double-v", length_mm=300.0)
    ).values
    assert [p.side for p in values.passes] == [1, 2, 1, 2]
    assert all(p.area_mm2 > 5 for p in values.passes)


def test_heavy_parent_strip_is_refused_and_not_offered():
    with pytest.raises(Refused, match="strip of the parent sheet"):
        reckon_filler(
            FillerGiven(family="aluminium", thickness_mm=25.0, rod="al-parent", length_mm=100.0)
        )
    values = reckon_filler(
        FillerGiven(family="aluminium", thickness_mm=6.0, length_mm=100.0)
    ).values
    assert values.strip is None


@pytest.mark.parametrize(
    ("thickness", "direction", "root", "fill"),
    [(1.2, "forehand", 1.6, 1.6), (3.2, "forehand", 2.4, 2.4), (6.0, "forehand", 2.4, 4.0),
     (6.0, "backhand", 2.4, 3.2), (10.0, "backhand", 3.2, 4.0)],
)  # fmt: skip
def test_the_rod_is_the_rules(thickness, direction, root, fill):
    values = reckon_filler(
        FillerGiven(family="carbon-steel", thickness_mm=thickness, direction=direction,
                    length_mm=500.0)
    ).values  # fmt: skip
    assert values.passes[0].rod_diameter_mm == root
    assert values.passes[-1].rod_diameter_mm == fill


@pytest.mark.parametrize(
    ("thickness", "form", "count"),
    [(1.2, None, 1), (3.2, None, 1), (3.5, None, 1), (4.0, None, 2), (6.0, None, 2), (7.0, None, 2),
     (7.01, None, 3), (10.0, None, 3), (25.0, None, 8), (12.0, "double-v", 4)],
)  # fmt: skip
def test_the_passes_are_counted_as_the_rule_has_it(thickness, form, count):
    values = reckon_filler(
        FillerGiven(family="carbon-steel", thickness_mm=thickness, edge_form=form, length_mm=500.0)
    ).values
    assert len(values.passes) == count
    assert values.passes[0].name == ("one pass" if count == 1 else "root")
    if count > 1:
        assert values.passes[-1].name == "cover"
