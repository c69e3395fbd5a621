"""Members done before make the next of their section wiser, and no wiser than honest."""

import math
import random
import statistics

import pytest

from pellak.core.kinds.straighten.calibration import Straightened, straightened, with_earlier
from pellak.core.member.fit import earlier_of
from pellak.core.member.psi import ALIKE_SPREAD, PRIOR_MEDIAN, PRIOR_SPREAD, fitted_psi
from pellak.core.member.section import Section
from pellak.core.member.straighten import reckon_straighten
from pellak.core.member.straighten_given import Earlier, Round
from pellak.core.model.kinds.straighten.work import MemberLog, MemberWork
from pellak.core.model.run_log import RunLog
from tests.core.test_straighten import MEMBER, TUBE, of, values


def test_members_of_one_section_make_the_next_one_wiser():
    """In forty shops: the third member's range is narrower than the first's, and still honest."""
    chance, inside, narrower = random.Random(11), 0, []
    for _ in range(40):
        shop = PRIOR_MEDIAN * math.exp(chance.gauss(0, PRIOR_SPREAD))
        earlier = []
        for _member in range(2):
            psi = shop * math.exp(chance.gauss(0, ALIKE_SPREAD))
            earlier.append([(of, psi * of + chance.gauss(0, 1.4)) for of in (9.0, 14.0, 20.0)])
        third = shop * math.exp(chance.gauss(0, ALIKE_SPREAD))
        result, first = fitted_psi([], earlier), fitted_psi([])
        narrower.append(math.log(result.high / result.low) / math.log(first.high / first.low))
        inside += result.low <= third <= result.high
    assert statistics.median(narrower) < 0.65
    # One spread either way holds two of three.
    assert 0.5 <= inside / 40 <= 0.87


def test_what_was_done_before_is_no_more_than_a_prior():
    earlier = [[(10.0, 12.0), (10.0, 11.5)]] * 3
    wise = fitted_psi([], earlier)
    assert wise.median == pytest.approx(1.15, rel=0.08)
    moved = fitted_psi([(10.0, 5.0), (10.0, 5.2), (10.0, 4.9)], earlier)
    assert moved.median < 0.65
    assert fitted_psi([(10.0, 5.0)], []).median == pytest.approx(fitted_psi([(10.0, 5.0)]).median)


def test_a_member_tells_the_next_one_only_what_was_read_cold():
    spots = values().next_round
    hot = Round(spots=spots, camber_before_mm=42.3, camber_after_mm=50.0, surface_c=90.0)
    cold = Round(spots=spots, camber_before_mm=42.3, camber_after_mm=36.0)
    assert earlier_of(of(rounds=[hot])) is None
    result = earlier_of(of(rounds=[cold, hot]))
    assert result.moved_mm == [pytest.approx(6.3)]
    assert values(earlier=[result]).psi != values().psi


@pytest.mark.parametrize(
    ("changes", "counted"),
    [
        ({}, 1),
        ({"section": TUBE.model_copy(update={"wall_mm": 6.0})}, 1),
        ({"section": TUBE.model_copy(update={"wall_mm": 4.0})}, 0),
        ({"section": Section(kind="round-tube", depth_mm=76.2, wall_mm=6.35)}, 0),
        ({"steel": "low-alloy"}, 0),
    ],
)
def test_only_members_of_the_same_section_and_steel_are_learned_from(changes, counted):
    result = Straightened(
        section=TUBE, steel="carbon", observation=Earlier(of_one_mm=[9.0], moved_mm=[10.0])
    )
    assert len(with_earlier(of(**changes), [result, "another kind's"]).earlier) == counted


def test_a_run_tells_its_section_its_steel_and_its_rounds():
    work = MemberWork(given=MEMBER, values=reckon_straighten(MEMBER).values)
    rounds = [Round(spots=values().next_round, camber_before_mm=42.3, camber_after_mm=36.0)]
    log = RunLog(work=MemberLog(rounds=rounds))
    result = straightened(work, log)
    assert (result.section, result.steel, result.observation.moved_mm) == (
        TUBE,
        "carbon",
        [pytest.approx(6.3)],
    )
    assert straightened(work, RunLog()) is None
    assert straightened(None, log) is None
