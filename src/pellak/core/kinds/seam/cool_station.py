"""Station 6, Cool and dress: what the piece is owed after the seam. A casting's fall with it."""

from pellak.core import say
from pellak.core.answer.figure import Figure, Station, figure_of
from pellak.core.answer.working import Working, short
from pellak.core.kinds.seam.casting_heat import Fall
from pellak.core.kinds.stations.body_cooling import COOL_NAMES
from pellak.core.metal.alloy import Metal
from pellak.core.metal.cautions import metal_cautions
from pellak.core.metal.rod import flux_for
from pellak.core.preheat.after import PostHeat
from pellak.core.preheat.reckon import PreheatAnswer

HOLDS = "Post-heat, how slowly it must cool and in what, flux."


def _working(name: str, after: PostHeat, value: float | None, unit: str) -> Working:
    ends = (after.low_c, after.high_c) if name == "post_heat_c" else (None, None)
    if name == "hold_min" and value is not None:
        ends = (value, 1.5 * value)
    return Working(
        name=name,
        value=value,
        unit=unit,
        low=ends[0],
        high=ends[1],
        formula="middle of the range usual for this metal"
        if name == "post_heat_c"
        else "as the practice for this metal has it",
        inserted=after.why,
        source=after.source,
    )


def _post_heat(after: PostHeat) -> list[Figure]:
    if after.target_c is None:
        return [
            Figure(
                id="post_heat_c",
                label="Heat it afterwards",
                text="no",
                detail=after.why,
                working=[_working("post_heat_c", after, None, "°C")],
            )
        ]
    when = "owed to this metal" if after.needed else "only where it is machined or under a code"
    return [
        figure_of(
            _working("post_heat_c", after, after.target_c, "°C"), "Heat it afterwards to",
            detail=when,
        ),
        figure_of(
            _working("hold_min", after, after.hold_min, "min"), "Hold it there",
            detail="even all through",
        ),
    ]  # fmt: skip


def cool_station(
    metal: Metal | None,
    preheat: PreheatAnswer | None,
    fall: Fall | None,
) -> Station:
    """Return the Cool and dress station."""
    if metal is None or preheat is None:
        return Station(
            id="cool-and-dress", name="Cool and dress", state="ahead", answer="—", holds=HOLDS
        )
    after = preheat.values.post_heat
    figures = _post_heat(after)
    if after.cooling_max_c_per_h is not None:
        figures.append(
            figure_of(
                _working("cooling_max_c_per_h", after, after.cooling_max_c_per_h, "K/h"),
                "Cool no faster than",
                detail=f"down to {say.c(after.slow_down_to_c)}" if after.slow_down_to_c else "",
            )
        )
    figures.append(Figure(id="cool_in", label="Cool it in", text=after.cool_in))
    figures += fall[0] if fall else []
    flux = flux_for(metal)
    if flux:
        figures.append(
            Figure(
                id="flux_off",
                label="Flux afterwards",
                text="all of it off, with proof" if metal.traits.flux_corrodes else "chip it off",
                detail=flux,
            )
        )
    bury = after.slowly
    answer = "bury it" if bury else "flux off" if metal.traits.flux_corrodes else "still air"
    if fall is not None:
        answer = f"{short(fall[2].hours_to_touch, 2)} h, {COOL_NAMES[fall[1]].split(',')[0]}"
    return Station(
        id="cool-and-dress",
        name="Cool and dress",
        state="ahead",
        answer=answer,
        holds=HOLDS,
        figures=figures,
        cautions=metal_cautions(metal, "cool-and-dress"),
    )
