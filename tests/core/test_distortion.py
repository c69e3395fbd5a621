"""Sections against published values and counting; camber against bending done step by step."""

import math

import numpy as np
import pytest
from hypothesis import given
from hypothesis import strategies as st

from pellak.core.answer.errors import Refused
from pellak.core.member.distortion import DistortionGiven, Weld, reckon_distortion
from pellak.core.member.section import Section, properties


def counted(section, cells=900):
    """Return area, neutral axis and second moment by counting small squares."""
    d, b = section.depth_mm, section.width_mm or section.depth_mm
    w, f = section.wall_mm or 0, section.flange_mm or section.wall_mm or 0
    y = (np.arange(cells) + 0.5) * d / cells
    x = (np.arange(cells) + 0.5) * b / cells - b / 2
    xx, yy = np.meshgrid(x, y)
    match section.kind:
        case "rect-tube":
            inside = (np.abs(xx) > b / 2 - w) | (yy < w) | (yy > d - w)
        case "round-tube":
            r = np.hypot(xx, yy - d / 2)
            inside = (r < d / 2) & (r > d / 2 - w)
        case "flat":
            inside = np.ones_like(xx, dtype=bool)
        case "angle":
            inside = (yy < f) | (xx < -b / 2 + w)
        case "tee":
            inside = (yy > d - f) | (np.abs(xx) < w / 2)
        case _:
            inside = (yy < f) | (yy > d - f) | (np.abs(xx) < w / 2)
    cell = b * d / cells**2
    area = inside.sum() * cell
    neutral = yy[inside].sum() * cell / area
    return area, neutral, ((yy[inside] - neutral) ** 2).sum() * cell


SECTIONS = [
    Section(kind="rect-tube", depth_mm=76.2, width_mm=50.8, wall_mm=6.35),
    Section(kind="round-tube", depth_mm=60.0, wall_mm=5.0),
    Section(kind="flat", depth_mm=100.0, width_mm=6.0),
    Section(kind="angle", depth_mm=50.0, width_mm=40.0, wall_mm=5.0),
    Section(kind="tee", depth_mm=80.0, width_mm=60.0, wall_mm=6.0, flange_mm=8.0),
    Section(kind="i", depth_mm=120.0, width_mm=60.0, wall_mm=5.0, flange_mm=8.0),
]


@pytest.mark.parametrize("section", SECTIONS, ids=lambda s: s.kind)
def test_a_section_is_what_counting_finds(section):
    shape = properties(section)
    area, neutral, inertia = counted(section)
    assert shape.area_mm2 == pytest.approx(area, rel=0.02)
    assert shape.neutral_mm == pytest.approx(neutral, rel=0.02)
    assert shape.inertia_mm4 == pytest.approx(inertia, rel=0.03)


def test_published_sections():
    # Sharp-cornered tube 3 × 2 × 1/4 in, from its outline; 48.3 × 3.2 tube, EN 10210-2 table.
    assert properties(SECTIONS[0]).inertia_mm4 == pytest.approx(1.0601e6, rel=1e-3)
    pipe = properties(Section(kind="round-tube", depth_mm=48.3, wall_mm=3.2))
    assert pipe.area_mm2 == pytest.approx(453, rel=2e-3)
    assert pipe.inertia_mm4 == pytest.approx(11.6e4, rel=2e-3)


def bent_mm(welds, length, shape):
    """Return the camber by adding up curvature along the member in small steps, twice."""
    x = np.linspace(0, length, 40_001)
    curvature = np.zeros_like(x)
    for weld in welds:
        end = weld.end_mm or length
        on = (x >= weld.start_mm) & (x <= end)
        e = weld.offset_mm - shape.neutral_mm
        curvature[on] += 0.04 * weld.area_mm2 * e / shape.inertia_mm4
    step = x[1] - x[0]
    slope = np.concatenate([[0], np.cumsum((curvature[1:] + curvature[:-1]) / 2)]) * step
    height = np.concatenate([[0], np.cumsum((slope[1:] + slope[:-1]) / 2)]) * step
    chord = height[-1] * x / length
    return (chord - height)[len(x) // 2]


welds = st.lists(
    st.builds(
        lambda area, offset, start, span: (area, offset, start, span),
        st.floats(2, 100), st.floats(0, 76), st.floats(0, 0.7), st.floats(0.05, 0.3),
    ),
    min_size=1, max_size=5,
)  # fmt: skip


@given(welds, st.floats(300, 5000))
def test_the_camber_is_the_bending_added_up(outcome, length):
    made = [
        Weld(area_mm2=a, offset_mm=o, start_mm=s * length, end_mm=(s + w) * length)
        for a, o, s, w in outcome
    ]
    answer = reckon_distortion(
        DistortionGiven(section=SECTIONS[0], length_mm=length, welds=made)
    ).values
    expected = bent_mm(made, length, answer.properties)
    scale = max(abs(bent_mm([w], length, answer.properties)) for w in made)
    assert answer.camber_mm == pytest.approx(expected, abs=0.01 * scale + 1e-9)


def test_a_full_length_weld_is_the_published_rule():
    given_ = DistortionGiven(
        section=SECTIONS[0], length_mm=2000.0, welds=[Weld(area_mm2=20.0, offset_mm=76.2)]
    )
    values = reckon_distortion(given_).values
    assert values.camber_mm == pytest.approx(0.005 * 20 * 38.1 * 2000**2 / 1060089.4, rel=1e-4)
    assert values.shortening_mm > 0


def test_welds_either_side_cancel_and_more_bows_more():
    def camber(*offsets, area=20.0):
        made = [Weld(area_mm2=area, offset_mm=o) for o in offsets]
        given_ = DistortionGiven(section=SECTIONS[0], length_mm=1500.0, welds=made)
        return reckon_distortion(given_).values.camber_mm

    assert camber(0.0, 76.2) == pytest.approx(0, abs=1e-9)
    assert camber(76.2) == pytest.approx(-camber(0.0))
    assert camber(76.2, area=40.0) == pytest.approx(2 * camber(76.2))


def test_rival_plans_are_told_from_most_to_least_bow():
    given_ = DistortionGiven(
        section=SECTIONS[4], length_mm=1500.0, welds=[Weld(area_mm2=18.0, offset_mm=72.0)]
    )
    plans = reckon_distortion(given_).values.plans
    assert [p.id for p in plans] == ["one-side", "intermittent", "alternating"]
    assert [p.camber_mm for p in plans] == sorted((p.camber_mm for p in plans), reverse=True)
    assert all(p.low_mm < p.camber_mm < p.high_mm and p.why for p in plans)


@pytest.mark.parametrize(
    ("given", "field"),
    [
        ({"welds": [Weld(area_mm2=5.0, offset_mm=0.0, end_mm=900.0)]}, "welds"),
        ({"section": Section(kind="round-tube", depth_mm=20.0, wall_mm=15.0)}, "section.wall_mm"),
        ({"section": Section(kind="rect-tube", depth_mm=20.0, width_mm=20.0, wall_mm=15.0)},
         "section.wall_mm"),
    ],
)  # fmt: skip
def test_what_cannot_be_is_refused(given, field):
    whole = {
        "section": SECTIONS[0], "length_mm": 500.0,
        "welds": [Weld(area_mm2=5.0, offset_mm=0.0)], **given,
    }  # fmt: skip
    with pytest.raises(Refused) as refused:
        reckon_distortion(DistortionGiven(**whole))
    assert refused.value.field == field


def test_a_section_without_its_walls_is_no_section():
    with pytest.raises(ValueError, match="needs wall_mm"):
        Section(kind="tee", depth_mm=50.0, width_mm=50.0)
    assert math.isfinite(properties(SECTIONS[2]).inertia_mm4)
