"""Eyes and the bench's order: shades as printed, every step reasoned, nothing missing."""

import re
from itertools import product

import pytest
from hypothesis import given
from hypothesis import strategies as st

from pellak.core.model.cards import cards_at_bench
from pellak.core.model.job_base import ShopSchools
from pellak.core.model.kinds.seam.job import SeamJob
from pellak.core.model.sequences import every_step, flash_back_drill, holds
from pellak.core.plan.change_job import with_changes
from pellak.core.plan.compose import compose_plan
from pellak.core.reading.measures import said
from pellak.core.rig.equipment import Equipment
from pellak.core.rig.items import read_item
from pellak.core.safety.eyes import EyesGiven, reckon_eyes
from pellak.demo.ferry import RACK
from pellak.demo.jobs import JOBS, demo_job
from tests.core.test_families import PIECES, READY, plan_of
from tests.published import published

RIG = tuple(
    read_item(one)
    for one in (
        {"kind": "cylinder", "name": "A", "gas": "acetylene", "size": "acetylene-4.1"},
        {"kind": "arrestor", "name": "red", "gas": "acetylene", "dated": "2026-01-01"},
        {"kind": "arrestor", "name": "green", "gas": "oxygen", "dated": "2026-01-01"},
    )
)
STARTS = ("daily", "after-assembly", "cylinder-change")


@pytest.mark.parametrize(
    "row", published("lenses.csv"), ids=lambda r: f"{r['acetylene_l_per_h']}-{r['thickness_mm']}"
)
def test_shades_are_as_printed(row):
    values = reckon_eyes(
        EyesGiven(
            acetylene_l_per_h=float(row["acetylene_l_per_h"]),
            thickness_mm=float(row["thickness_mm"]),
        )
    ).values
    assert values.shade_by_flow == int(row["by_flow"])
    assert values.shade_by_thickness_low == int(row["thickness_low"])
    assert values.shade_by_thickness_high == int(row["thickness_high"])


@given(st.floats(1, 4000), st.floats(0.3, 50), st.floats(1, 5))
def test_a_bigger_flame_never_gets_a_paler_lens(flow, thickness_mm, more):
    pale = reckon_eyes(EyesGiven(acetylene_l_per_h=flow, thickness_mm=thickness_mm)).values
    dark = reckon_eyes(EyesGiven(acetylene_l_per_h=flow * more, thickness_mm=thickness_mm)).values
    assert dark.shade >= pale.shade
    assert pale.shade >= pale.shade_by_flow
    assert pale.shade >= pale.shade_by_thickness_low


def test_flux_asks_for_the_glare_filter_in_the_flow_school():
    answer = reckon_eyes(EyesGiven(acetylene_l_per_h=120, thickness_mm=1.2, flux=True))
    assert answer.values.glare_filter
    assert answer.schools[0].values["shade"] == "5a"


@pytest.mark.parametrize("step", every_step(), ids=lambda s: s.id)
def test_every_step_has_its_reason_and_source(step):
    assert step.text.endswith((".", "?", "{direction}"))
    assert len(step.reason) > 20
    assert step.reason.endswith(".")
    assert step.source
    assert len(step.text) <= 150, "one instruction, legible across a bench"


def test_no_two_steps_share_a_name():
    assert len({step.id for step in every_step()}) == len(every_step())


def order(cards, start="daily"):
    return [card.step.id for card in cards_at_bench(cards, start, "right")]


@pytest.mark.parametrize(("family", "start"), list(product(sorted(PIECES), STARTS)))
def test_the_order_is_the_one_that_keeps_people_whole(family, start):
    cards = cards_at_bench(plan_of(family).cards, start, "right")
    steps = [card.step.id for card in cards]
    assert len(steps) == len(set(steps))
    lit = steps.index("light")
    assert all(steps.index(c.step.id) < lit for c in cards if c.step.gate == "stop")
    flame = "flame-soft" if family in ("aluminium", "lead") else "flame"
    spine = (
        "begin since dress place stand tip closed open-acetylene open-oxygen leak reopen purge "
        f"set-acetylene set-oxygen light {flame} recheck puddle out-acetylene close-cylinders "
        "bleed screws-out fire-watch"
    ).split()
    assert [step for step in steps if step in spine] == spine
    if start != "daily":
        assembly = ["label", "seats", "threads", "regulators"]
        assert [step for step in steps if step in assembly] == assembly
        assert steps.index("stand") < steps.index("label") < steps.index("closed")
    for step, its in (("arrestors-assembled", STARTS[1]), ("blow-through", STARTS[1])):
        assert (step in steps) == (start == its)
    before = steps[: steps.index("label")] if "label" in steps else []
    assert ("old-cylinder-off" in before) == (start == "cylinder-change")


def test_an_injector_is_proven_before_its_fuel_hose_goes_on():
    """ISO 5172: it draws or it is not used."""
    steps = order(plan_of("carbon-steel", mixer="injector").cards, STARTS[1])
    after = ["suction", "blow-through", "closed", "leak", "purge", "light-injector"]
    assert [step for step in steps if step in after] == after


@pytest.mark.parametrize("family", ["stainless", "aluminium"])
@pytest.mark.parametrize("start", STARTS)
def test_fume_that_harms_is_extracted_before_the_light_whatever_the_start(family, start):
    """OSHA 1926.353, 1910.252(c): chromium, manganese and fluorides by name."""
    cards = cards_at_bench(plan_of(family).cards, start, "right")
    assert {c.step.id for c in cards if c.step.gate == "stop"} & {"fume-extracted", "flux-fume"}


@pytest.mark.parametrize(
    ("question", "school", "step"),
    [
        ("shut_down", "acetylene-first", "out-acetylene"),
        ("shut_down", "oxygen-first", "out-oxygen"),
        ("fuel_setting", "smoke-gone", "fuel-smoke"),
        ("fuel_setting", "leaving-tip", "fuel-leaving"),
        ("fuel_setting", "feathering", "fuel-feathering"),
    ],
)
def test_a_school_changes_one_card_only(question, school, step):
    usual = order(plan_of("carbon-steel").cards)
    theirs = order(plan_of("carbon-steel", **{question: school}).cards)
    assert step in theirs
    assert len(usual) == len(theirs)
    assert len(set(usual) ^ set(theirs)) in (0, 2)


@pytest.mark.parametrize(
    ("given", "cards"),
    [
        ({"place": "roof"}, {"roof", "store", "permit"}),
        ({"place": "vehicle"}, {"vehicle", "big-flame", "store", "permit"}),
        ({"place": "confined"}, {"confined", "big-flame", "store", "permit"}),
        ({"place": "open-air"}, {"store", "permit"}),
        ({"place": "shop"}, set()),
        ({"coating": "zinc"}, {"stripped"}),
        ({"coating": "chromium"}, {"stripped"}),
    ],
)  # fmt: skip
def test_only_what_place_coating_and_flow_need_is_asked(given, cards):
    plain = set(order(plan_of("carbon-steel").cards))
    assert set(order(plan_of("carbon-steel", **given).cards)) - plain == cards


def test_a_big_flame_wants_extraction_arrestors_and_more_than_one_cylinder():
    document = {**READY, "alloy": "dc01", "thickness_mm": 9.0, "length_mm": 300.0}

    def steps(flow_l_per_h, items=RIG):
        job = with_changes(SeamJob(name="x"), {**document, "acetylene_l_per_h": flow_l_per_h})
        cards = order(compose_plan(job, ShopSchools(), equipment=Equipment(items)).cards)
        return {step for step in cards if not step.startswith("pass-")}

    assert steps(1800.0) - steps(200.0) == {"big-flame", "arrestors-held", "draw"}
    # A rack that names neither is asked, never passed.
    assert steps(200.0, ()) - steps(200.0) == {"cylinder-asked", "arrestors-held"}


def test_the_cylinder_that_is_asked_for_feeds_the_flow():
    job = with_changes(
        SeamJob(name="x"), {**READY, "thickness_mm": 1.2, "acetylene_l_per_h": 200.0}
    )
    (card,) = [c for c in compose_plan(job, ShopSchools()).cards if c.step.id == "cylinder-asked"]
    assert card.step.gate == "stop"
    assert "hold 3000 L or more" in said(card.step.text, "metric")
    nothing = compose_plan(SeamJob(name="x"), ShopSchools()).cards
    assert "fifteen hours" in next(c.step.text for c in nothing if c.step.id == "cylinder-asked")


def test_hands_are_told_apart():
    cards = plan_of("carbon-steel").cards
    for hand, other, way in (
        ("right", "left", "right to left"),
        ("left", "right", "left to right"),
    ):
        by_name = {c.step.id: c.step.text for c in cards_at_bench(cards, "daily", hand)}
        assert f"Torch in the {hand} hand" in by_name["light"]
        assert f"lighter in the {other}" in by_name["light"]
        assert way in by_name["seam"]


def test_backhand_goes_the_other_way():
    cards = plan_of("carbon-steel", thickness_mm=6.0, direction="backhand").cards
    by_name = {c.step.id: c.step.text for c in cards_at_bench(cards, "daily", "right")}
    assert "From left to right, flame pointing back" in by_name["seam"]


def test_nothing_is_left_unfilled_in_any_card():
    for family in PIECES:
        for start in STARTS:
            for card in cards_at_bench(plan_of(family).cards, start, "left"):
                text = " ".join([card.step.text, card.step.detail, card.step.limit])
                assert not re.search(r"[{}]", text), card.step.id
                if card.step.picture:
                    assert sum(look.right for look in card.looks) == 1


LIMITS = {
    "set-acetylene": "1.03 bar", "stand": "two hours at least", "place": "11 m",
    "leak": "1 min daily",
    "fire-watch": "60 min", "no-oil": "15 min", "open-acetylene": "never past one",
    "arrestors-assembled": "70 % Cu", "store": "6 m", "draw": "a fifteenth", "big-flame": "800",
    "lead-fume": "P100",
}  # fmt: skip


@pytest.mark.parametrize(("step", "limit"), LIMITS.items())
def test_limits_stand_on_their_cards(step, limit):
    found = {s.id: s for s in every_step()}[step]
    at_a_glance = said(f"{found.text} {found.limit}", "metric").replace(
        "{acetylene_limit}", "1.03 bar"
    )
    assert limit in at_a_glance


def test_the_stricter_region_reaches_the_card():
    document = {**READY, **PIECES["carbon-steel"], "length_mm": 300}
    plan = compose_plan(
        with_changes(SeamJob(name="x"), document), ShopSchools(acetylene_limit="strict")
    )
    card = next(card for card in plan.cards if card.step.id == "set-acetylene")
    assert "0.62 bar" in said(card.step.limit, "metric")


STOPS_SAY = (
    "fuel", "solvent", "tyre", "strut", "zinc", "cadmium", "foam", "phosgene", "11 m", "hinge",
    "roller", "airbag", "asbestos", "ptfe", "oil or grease", "two hours", "oxygen is never",
    "extinguisher", "wet rag", "underside",
)  # fmt: skip


@pytest.mark.parametrize("danger", STOPS_SAY)
def test_what_can_kill_is_on_a_stop(danger):
    stops = [s for s in every_step() if s.gate == "stop"]
    text = " ".join(s.text + s.detail + s.reason for s in stops)
    assert danger in said(text, "metric").lower()


CARDS_SAY = (
    "friction lighter", "soapy water", "never a flame", "never oil", "UN 1001", "UN 1072",
    "never go by colour", "left-hand thread", "notched nut", "hand tight", "key on", "fully open",
    "one at a time", "tag it out", "second pop", "Coil the hoses", "closed van", "fire wall",
    "100 °C", "Lime is caustic", "ceramic fibre", "damp sand", "cobalt-blue", "nitrous fumes",
    "24 hours", "Someone watches", "no water", "no cylinder inside", "permit signed",
    "say acetylene", "back both screws out half a turn", "305 °C", "turn-ups",
    "bare concrete", "in line with tip", "sealing tape", "acid dip", "proof on the rinse",
)  # fmt: skip


@pytest.mark.parametrize("words", CARDS_SAY)
def test_the_cards_say_what_every_text_on_safety_says(words):
    text = " ".join(f"{s.text} {s.detail} {s.reason} {s.limit}" for s in every_step())
    text += " ".join(step.text for step in flash_back_drill())
    assert words.lower() in said(text, "metric").lower()


DEMO_MUST = {
    "carbon-steel": {"stripped|clear-coating", "still-air"},
    "chromoly": {"vented", "still-air"},
    "aluminium": {"flux", "flux-fume", "flux-off"},
    "lead": {"lead-fume", "lead-dry|roof", "lead-wash", "roof"},
    "cast-iron": {"vented", "preheat", "bury"},
    "straighten": {"line", "rounds"},
    "heat": {"heat-clear", "heat-proof", "heat-warm", "heat-touch"},
    "overlay": {
        "overlay-bright", "overlay-fume", "overlay-feather", "preheat", "overlay-layers", "bury",
        "overlay-look",
    },
}  # fmt: skip


BARE = {"clear-coating", "stripped", "lead-dry", "roof"}


@pytest.mark.parametrize("place", range(len(JOBS)))
def test_every_demo_job_has_its_familys_cautions(place):
    job = demo_job(JOBS[place])
    equipment = Equipment(tuple(read_item(item) for item in RACK))
    plan = compose_plan(job, ShopSchools(), equipment=equipment)
    steps = set(order(plan.cards))
    must = DEMO_MUST.get(job.kind, DEMO_MUST.get(job.family, set()))
    for wanted in must:
        assert steps & set(wanted.split("|")), (job.name, wanted)
    assert {"clear-vessel", "no-oil", "stand", "leak"} <= steps
    assert len(steps & {"place", "roof"}) == 1 <= len(steps & BARE)


@given(st.sets(st.sampled_from(["a", "b", "c"])))
def test_conditions_are_and_or_and_not(names):
    step = every_step()[0].model_copy(update={"when": ["a|b", "!c"]})
    assert holds(step, frozenset(names)) == (bool(names & {"a", "b"}) and "c" not in names)


def test_no_caution_is_shown_by_every_demo_job():
    equipment = Equipment(tuple(read_item(item) for item in RACK), "2026-11-25")
    shown = []
    for row in JOBS:
        plan = compose_plan(demo_job(row), ShopSchools(), equipment=equipment)
        shown.append({c.text for station in plan.stations for c in station.cautions})
    assert set.intersection(*shown) == set()


def test_a_card_that_speaks_of_both_pressures_shows_both():
    plan = compose_plan(demo_job(JOBS[0]), ShopSchools())
    spoken = [c for c in plan.cards if "both pressures" in c.step.text.lower()]
    assert {"recheck", "gauges"} <= {card.step.id for card in spoken}
    for card in [*spoken, *(c for c in plan.cards if c.step.id == "open-oxygen")]:
        shown = [one.id for one in (card.figure, card.beside) if one is not None]
        assert shown == ["acetylene_set_bar", "oxygen_set_bar"], card.step.id
