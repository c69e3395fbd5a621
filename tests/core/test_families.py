"""What each family must be told, whoever asks: cautions, cards, flame, lens, rod, cooling."""

import pytest

from pellak.core.metal.alloy import UNKNOWN
from pellak.core.model.job_base import ShopSchools, metal_of, metal_words
from pellak.core.model.kinds.seam.job import SeamJob
from pellak.core.plan.change_job import with_changes
from pellak.core.plan.compose import compose_plan
from pellak.core.tables.metal_families import traits_of
from tests.core.evaluate import evaluate
from tests.core.test_tip import DEMO

READY = {"held": "nothing", "coating": "bare", "closed": "vented", "restraint": "low"}
PIECES = {
    "carbon-steel": {"alloy": "dc01", "thickness_mm": 1.2},
    "chromoly": {"alloy": "4130", "thickness_mm": 1.65, "joint": "cluster",
                 "outside_diameter_mm": 32},
    "stainless": {"alloy": "304", "thickness_mm": 1.2},
    "aluminium": {"alloy": "al-3003", "thickness_mm": 1.3, "joint": "lap"},
    "lead": {"alloy": "pb-sheet", "thickness_mm": 2.24, "joint": "lap", "fume": "open-air"},
    "cast-iron": {"alloy": "gi-30", "thickness_mm": 9, "joint": "casting-crack"},
}  # fmt: skip
MUST_SAY = {
    "carbon-steel": ["Mill scale"],
    "chromoly": ["never quench", "qualified people"],
    "stainless": ["Extract", "Flux both faces"],
    "aluminium": ["no colour", "flux-glare", "every trace of flux", "trapped", "factor of two"],
    "lead": ["No eating", "no water", "non-combustible", "factor of two"],
    "cast-iron": ["Iron has no give", "drill-stop", "caustic", "Puddle the walls"],
}
MUST_DO = {
    "carbon-steel": ["clear-vessel", "seam", "fire-watch"],
    "chromoly": ["vented", "preheat", "seam", "still-air", "fire-watch"],
    "stainless": ["fume-extracted", "flux-fume", "flux", "seam", "fire-watch"],
    "aluminium": ["flux-fume", "flux", "seam-aluminium", "flux-off", "fire-watch"],
    "lead": ["lead-dry", "lead-fume", "seam-lead", "lead-wash", "fire-watch"],
    "cast-iron": [
        "vented",
        "crack-ends",
        "preheat",
        "iron-flux",
        "seam-iron",
        "last-heat",
        "bury",
        "fire-watch",
    ],
}


def plan_of(family, **changes):
    document = {**READY, "length_mm": 300, **PIECES[family], **changes}
    return compose_plan(with_changes(SeamJob(name="x"), document), ShopSchools(), DEMO)


def figures(plan):
    return {f.id: f for s in plan.stations for f in s.figures}


def rule_of(shown):
    return next(w for w in shown["acetylene_l_per_h"].working if "Tm - T0" in w.formula)


@pytest.mark.parametrize("family", sorted(PIECES))
def test_the_required_cautions_are_there_with_their_reasons(family):
    plan = plan_of(family)
    cautions = [c for s in plan.stations for c in s.cautions]
    said = " ".join(f"{c.text} {c.reason}" for c in cautions)
    for words in MUST_SAY[family]:
        assert words in said, words
    assert all(c.reason and c.source for c in cautions)
    assert plan.may_start


@pytest.mark.parametrize("family", sorted(PIECES))
def test_the_cards_hold_what_this_metal_needs_and_nothing_of_another(family):
    cards = [card.step.id for card in plan_of(family).cards]
    assert [c for c in MUST_DO[family] if c not in cards] == []
    order = [cards.index(card) for card in MUST_DO[family]]
    assert order == sorted(order)
    foreign = {c for other in MUST_DO.values() for c in other} - set(MUST_DO[family])
    shared = {"clear-vessel", "vented", "seam", "still-air", "flux", "flux-fume", "fire-watch"}
    assert foreign & set(cards) <= shared
    assert sum(card.startswith("seam") for card in cards) == 1
    assert cards[-1] == "fire-watch"


@pytest.mark.parametrize("family", sorted(PIECES))
def test_every_stop_card_stands_before_the_light(family):
    cards = plan_of(family).cards
    lit = [card.step.id for card in cards].index("light")
    assert all(place < lit for place, card in enumerate(cards) if card.step.gate == "stop")


@pytest.mark.parametrize(
    ("family", "kind", "glare"),
    [("carbon-steel", "Neutral", False), ("aluminium", "Neutral", True), ("lead", "Neutral", False),
     ("cast-iron", "Neutral", False)],
)  # fmt: skip
def test_flame_and_lens(family, kind, glare):
    shown = figures(plan_of(family))
    assert shown["flame"].text == kind
    assert shown["flame"].curve.at_x[0].x >= 0.98  # never a feather that carburises
    assert ("glare" in shown["shade"].detail) == glare


@pytest.mark.parametrize(
    ("family", "rod", "flux"),
    [
        ("carbon-steel", "none", None),
        ("chromoly", "R60", None),
        ("stainless", "ER308L", "borate-fluoride stainless flux"),
        ("aluminium", "parent-metal strip", "chloride-fluoride aluminium gas flux"),
        ("lead", "parent-metal lead strip", None),
        ("cast-iron", "RCI", "borate-carbonate cast-iron flux"),
    ],
)
def test_rod_and_flux(family, rod, flux):
    shown = figures(plan_of(family))
    # Where its size follows from the work, the rod is told by both.
    assert shown["rod"].text.split(", ")[0] == rod
    assert (shown["flux"].text if "flux" in shown else None) == flux
    assert shown["rod"].choice.job_only
    other = shown["rod"].choice.schools[-1].id
    assert figures(plan_of(family, rod=other))["rod"].choice.chosen == other


@pytest.mark.parametrize(
    ("family", "answer", "cool_in"),
    [
        ("carbon-steel", "still air", "still air"),
        ("chromoly", "still air", "never quenched"),
        ("aluminium", "flux off", "still air"),
        ("lead", "still air", "still air"),
        ("cast-iron", "bury it", "buried"),
    ],
)
def test_how_it_cools(family, answer, cool_in):
    plan = plan_of(family)
    assert plan.stations[5].answer == answer
    assert cool_in in figures(plan)["cool_in"].text


def test_thick_chromoly_is_buried_and_owed_a_post_heat():
    shown = figures(plan_of("chromoly", thickness_mm=6.0, joint="tee"))
    assert shown["post_heat_c"].value == pytest.approx(622.5)
    assert shown["hold_min"].value == 15
    assert shown["preheat_c"].value == 205
    assert "dry lime" in shown["cool_in"].text
    warm = shown["haz_hv"].curve.at_x
    assert warm[1].y < warm[0].y


def test_torch_figures_are_for_the_metal_as_hot_as_it_is_started():
    cold = figures(plan_of("carbon-steel", alloy="sae-1045", thickness_mm=5, preheat=None))
    assert cold["preheat_c"].value > 0
    plain = figures(plan_of("carbon-steel", alloy="sae-1010", thickness_mm=5))
    warm_rule, cold_rule = rule_of(cold), rule_of(plain)
    assert f"- {cold['preheat_c'].value:g})" in warm_rule.inserted
    assert cold_rule.value > warm_rule.value


def test_the_flow_working_comes_to_its_value_preheated_or_not():
    for family in PIECES:
        rule = rule_of(figures(plan_of(family)))
        assert evaluate(rule.inserted) == pytest.approx(rule.value, rel=2e-3)


def test_what_a_metal_is_called_while_little_is_told():
    job = SeamJob(name="x")
    assert metal_words(job, metal_of(job)) == "low-carbon steel"
    lead = SeamJob(name="x", family="lead")
    assert metal_words(lead, metal_of(lead)) == "lead"
    assert metal_of(lead).id == traits_of("lead").plain_alloy
    nobody = SeamJob(name="x", alloy=UNKNOWN)
    assert metal_of(nobody) is None
    assert metal_words(nobody, None) == "metal not known"
    plan = compose_plan(job.model_copy(update={"thickness_mm": 2.0}), ShopSchools(), DEMO)
    assert "grade not told" in figures(plan)["metal"].detail
