"""What a body's heat is watched by, from the soak and the fall that were reckoned of it."""

from pellak.core.body.cool import CoolValues
from pellak.core.body.cool_given import CoolIn
from pellak.core.body.soak_given import SoakGiven
from pellak.core.body.soak_values import SoakValues
from pellak.core.kinds.stations.body_cooling import COOL_NAMES, cool_given_of
from pellak.core.model.watch_plan import WatchPlan


def body_watch(
    given: SoakGiven, soak: SoakValues, cooling: tuple[CoolIn, CoolValues] | None
) -> WatchPlan:
    """Return what to go by; a curve is empty where its heat is never reached, or no fall told."""
    plan = WatchPlan(
        target_c=given.target_c,
        spread_limit_c=soak.spread_limit_c,
        hold_min=soak.hold_min or 0.0,
        warm_curve=soak.curve if soak.reaches else [],
        soak=given if soak.reaches else None,
    )
    if cooling is None:
        return plan
    medium, values = cooling
    asked = cool_given_of(given, values.curve[0][1]).model_copy(update={"medium": medium})
    return plan.model_copy(
        update={
            "limit_c_per_h": values.limit_c_per_h,
            "cool_in": COOL_NAMES[medium].split(",")[0],
            "cool_curve": values.curve,
            "touch_low_h": values.hours_to_touch_low,
            "touch_high_h": values.hours_to_touch_high,
            "cool": asked if medium != "furnace-ramp" else None,
        }
    )
