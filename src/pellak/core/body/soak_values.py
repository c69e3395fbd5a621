"""What the soak reckoner answers."""

from pellak.core.answer.working import Record
from pellak.core.body.pace import RampStep
from pellak.core.body.reach import HeldBack, Remedy


class SoakValues(Record):
    """The soak. Minutes and gas are null where the target is not reached; `limited_by` says why,
    `remedies` what would help. `curve` is minutes and mean temperature."""

    mass_kg: float
    area_m2: float
    envelope_m2: float
    capture: float
    reaches: bool
    limited_by: HeldBack | None
    minutes: float | None
    minutes_low: float | None
    minutes_high: float | None
    minutes_full_flame: float | None
    acetylene_m3: float | None
    acetylene_low_m3: float | None
    acetylene_high_m3: float | None
    oxygen_m3: float | None
    ceiling_c: float
    ceiling_low_c: float
    ceiling_high_c: float
    needed_l_per_h: float | None
    needed_swept_fraction: float | None
    remedies: list[Remedy]
    absorbed_w: float
    loss_w: float
    max_rate_c_per_h: float | None
    rate_governed_by: str | None
    wall_lag_c: float
    core_lag_c: float
    wall_limit_c: float
    spread_max_c: float | None
    spread_full_flame_c: float | None
    spread_hold_c: float | None
    spread_limit_c: float | None
    hold_min: float | None
    biot: float
    dwell_max_s: float
    tube_50mm_c: float | None
    tube_100mm_c: float | None
    ramp: list[RampStep]
    curve: list[list[float]]
