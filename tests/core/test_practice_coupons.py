"""Coupons: each is planned, looked at point by point, and worth what was good of it."""

import pytest
from hypothesis import given
from hypothesis import strategies as st

from pellak.core.answer.errors import Refused
from pellak.core.model.job_base import ShopSchools
from pellak.core.plan.change_job import job_from
from pellak.core.plan.compose import compose_plan
from pellak.core.practice.coupons import coupon_judged, coupon_named, coupons

every = list(coupons().values())


@pytest.mark.parametrize("coupon", every, ids=lambda one: one.id)
def test_looks_add_up_to_a_hundred_and_say_why(coupon):
    assert sum(look.points for look in coupon.looks) == 100
    assert len({look.id for look in coupon.looks}) == len(coupon.looks)
    assert all(look.text and look.why for look in coupon.looks)


@pytest.mark.parametrize("coupon", [one for one in every if one.job], ids=lambda one: one.id)
def test_a_coupon_with_a_seam_is_planned_whole(coupon):
    plan = compose_plan(job_from({"name": coupon.label, **coupon.job}), ShopSchools())
    assert plan.facts.puddle_s > 0
    assert plan.facts.seam_min > 0
    # Its size is what its words say.
    assert f"{coupon.job['thickness_mm']:g}" in coupon.about


@given(st.sampled_from(every), st.data())
def test_points_are_those_of_what_was_good(coupon, data):
    good = data.draw(st.lists(st.sampled_from([look.id for look in coupon.looks]), unique=True))
    worth = coupon_judged(coupon, good, "Brit")
    assert worth.points == sum(look.points for look in coupon.looks if look.id in good)
    assert worth.points == sum(part.points for part in worth.parts)
    assert worth.parts[-1].why == "Brit"


def test_what_nobody_looks_at_and_unknown_coupons_are_refused():
    with pytest.raises(Refused, match="look of this coupon"):
        coupon_judged(every[0], ["shine"], "Brit")
    with pytest.raises(Refused, match="coupon of the ladder"):
        coupon_named("horseshoe")
