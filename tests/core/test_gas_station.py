"""Gas at the Torch station: what is shown with cylinders read, unread, wrong, and none."""

import pytest

from pellak.core.model.job_base import ShopSchools
from pellak.core.model.kinds.seam.job import SeamJob
from pellak.core.plan.change_job import with_changes
from pellak.core.plan.compose import compose_plan
from pellak.core.reading.measures import said
from pellak.core.rig.equipment import Equipment
from pellak.core.rig.items import read_item

TIP = {"kind": "tip", "name": "3", "orifice_mm": 0.81}


def cylinder(name="A", gas="acetylene", size="acetylene-4.1", **more):
    return {"kind": "cylinder", "name": name, "gas": gas, "size": size, **more}


def gas_of(*documents, shop=None, **changes):
    owned = Equipment(tuple(read_item(d) for d in (TIP, *documents)))
    job = with_changes(SeamJob(name="x"), {"thickness_mm": 1.2, "length_mm": 640, **changes})
    plan = compose_plan(job, shop or ShopSchools(), equipment=owned)
    torch = plan.stations[2]
    return {f.id: f for f in torch.figures}, torch.cautions, plan


def reading(**more):
    return [{"at": "2026-11-01T08:00", **more}]


@pytest.mark.parametrize(
    ("weight_kg", "says"),
    [(49.0, "enough for the"), (45.0, "perhaps enough"), (45.3, "enough for")],
)
def test_a_weighed_cylinder_says_whether_it_is_enough(weight_kg, says):
    shown, _, _ = gas_of(cylinder(tare_kg=45.0, readings=reading(weight_kg=weight_kg)))
    assert says in said(shown["gas-A"].detail, "metric")
    assert shown["gas-A"].unit == "min"
    assert shown["gas-A"].low <= shown["gas-A"].value <= shown["gas-A"].high


def test_only_the_newest_reading_counts():
    both = [*reading(weight_kg=49.0), *reading(weight_kg=46.0)]
    shown, _, _ = gas_of(cylinder(tare_kg=45.0, readings=both))
    assert "0.9 m³ left" in said(shown["gas-A"].detail, "metric")


def test_an_unread_or_impossible_cylinder_claims_nothing():
    shown, _, _ = gas_of(cylinder(), cylinder("B", readings=reading(weight_kg=2.0)))
    for name in ("A", "B"):
        assert shown[f"gas-{name}"].value is None
        assert shown[f"gas-{name}"].text == "not read yet"
        assert "4.1 m³ when full" in said(shown[f"gas-{name}"].detail, "metric")


def test_without_a_length_nothing_is_called_enough():
    shown, _, _ = gas_of(cylinder(readings=reading(gauge_bar=9.0)), length_mm=None)
    assert "tell the length" in said(shown["gas-A"].detail, "metric")


def test_oxygen_is_reckoned_at_its_own_flow():
    oxygen = cylinder("O", "oxygen", "oxygen-200bar-50L", readings=reading(gauge_bar=100.0))
    shown, _, _ = gas_of(oxygen)
    flow = shown["oxygen_l_per_h"].value
    assert shown["gas-O"].value == pytest.approx(5.2208 * 60_000 / flow, rel=1e-3)


def test_a_small_cylinder_under_a_big_flame_is_stopped_with_what_to_couple():
    small = cylinder(size="acetylene-0.28", readings=reading(gauge_bar=15.0))
    _, cautions, plan = gas_of(small)
    stop = next(c for c in cautions if c.level == "stop")
    assert stop.text.startswith("A: too fast for the acetylene: couple 5")
    assert not plan.may_start


def test_the_cylinder_in_use_is_the_one_judged():
    small = cylinder("S", size="acetylene-0.28", readings=reading(gauge_bar=15.0))
    unread = cylinder("U", size="acetylene-0.28", in_use=True)
    full = cylinder("F", readings=reading(gauge_bar=15.0), in_use=True)
    _, cautions, plan = gas_of(small, full)
    assert plan.may_start, "the small one stands in the corner"
    assert not any(c.text.startswith("S:") for c in cautions)
    _, cautions, plan = gas_of(unread, small)
    assert not plan.may_start, "never read, it counts by its size"
    assert any(c.text.startswith("U: too fast") for c in cautions)
    coupled = {**unread, "coupled": 8}
    assert gas_of(coupled)[2].may_start


def test_the_generic_draw_is_told_only_where_no_acetylene_is_in_the_rack():
    _, bare, _ = gas_of()
    _, owned, _ = gas_of(cylinder(readings=reading(gauge_bar=15.0)))
    assert any("Draw no more than a fifteenth" in c.text for c in bare)
    assert not any("Draw no more than a fifteenth" in c.text for c in owned)


@pytest.mark.parametrize(("limit", "bar"), [("general", 1.03), ("strict", 0.62)])
def test_the_regions_limit_is_drawn_and_kept(limit, bar):
    shown, _, _ = gas_of(shop=ShopSchools(acetylene_limit=limit))
    stack = shown["acetylene_set_bar"].stack
    assert stack.limit == bar
    assert stack.static <= bar
    assert sum(p.value for p in stack.parts) == pytest.approx(shown["acetylene_set_bar"].value)
    assert shown["oxygen_set_bar"].stack.limit is None
    assert f"never above {bar:g} bar" in said(shown["acetylene_set_bar"].detail, "metric")


def test_a_line_that_would_pass_the_limit_gets_no_number_and_a_stop():
    chart = "1-2 mm 0.6/0.6 bar"
    hose = {"kind": "hose", "name": "h", "bore_mm": 3.2, "length_m": 60.0}
    shown, cautions, plan = gas_of(
        hose, {"kind": "tip", "name": "9", "orifice_mm": 0.8, "chart": chart}, tip_label="9",
        shop=ShopSchools(acetylene_limit="strict"),
    )  # fmt: skip
    assert shown["acetylene_set_bar"].value is None
    assert shown["acetylene_set_bar"].text == "over the limit"
    assert any(c.level == "stop" and "Change to" in c.text for c in cautions)
    assert not plan.may_start
    assert shown["oxygen_set_bar"].value > 0.6


def test_purge_seconds_go_with_the_hose():
    short, _, _ = gas_of({"kind": "hose", "name": "h", "bore_mm": 6.3, "length_m": 2.0})
    long, _, plan = gas_of({"kind": "hose", "name": "h", "bore_mm": 8.0, "length_m": 20.0})
    assert short["purge"].text == "5 s acetylene, 5 s oxygen"
    # 1 L of hose three times over, at what 0.24 bar drives through a 0.82 mm bore.
    assert 20 < int(long["purge"].text.split()[0]) < 40
    card = next(card for card in plan.cards if card.step.id == "purge")
    assert card.figure == long["purge"]


def test_a_torch_in_the_rack_decides_the_mixer_and_a_job_may_say_otherwise():
    torch = {"kind": "torch", "name": "t", "mixer": "injector"}
    shown, _, _ = gas_of(torch)
    assert shown["acetylene_set_bar"].choice.chosen == "injector"
    own, _, _ = gas_of(torch, mixer="equal-pressure")
    assert own["acetylene_set_bar"].value is not None
