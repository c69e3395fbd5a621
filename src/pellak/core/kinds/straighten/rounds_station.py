"""The work of a member: spots, their heat, the round that comes, what it will take."""

from pellak.core import say
from pellak.core.answer.figure import Figure, Station, figure_of
from pellak.core.answer.working import Caution, Working, short
from pellak.core.heat.colour import colour_words
from pellak.core.kinds.stations.set_up import TorchSetUp, line
from pellak.core.member.limits import LIMIT_SOURCE
from pellak.core.member.spot_heat import SECONDS_SPREAD, SOURCE, TOUCH_C, WAIT_SPREAD
from pellak.core.member.straighten import StraightenAnswer
from pellak.core.model.kinds.straighten.work import MemberWork
from pellak.core.model.plan import waiting
from pellak.core.seam.job_gas import BESIDE_SPREAD, LIGHTING_MIN, JobGas

LEAST_WORTH_C = 550.0
"""Colder a spot is upset little: judgement, where the steel begins to glow."""
HOLDS = "How many spots, where this round, how hot, how long, what it takes."


def spots_gas(member: MemberWork, torch: TorchSetUp) -> JobGas | None:
    """Return the gas of all spots still expected; None where the flame never reddens one."""
    one = member.values.spot_acetylene_l
    if one is None:
        return None
    values = member.values
    lighting = torch.acetylene_l_per_h * LIGHTING_MIN / 60 * max(1, values.rounds_left)
    return JobGas(
        seam_l=one * values.spots_total,
        lighting_l=lighting,
        low_l=SECONDS_SPREAD[0] * one * values.spots_low + BESIDE_SPREAD[0] * lighting,
        high_l=SECONDS_SPREAD[1] * one * values.spots_high + BESIDE_SPREAD[1] * lighting,
    )


def _heat_figures(member: MemberWork) -> list[Figure]:
    one = "A spot" if member.values.pattern == "spot" else "A vee with its strip"
    spot_s, wait_min = member.values.spot_s, member.values.wait_min
    if spot_s is None or wait_min is None:
        return [
            Figure(
                id="spot_s",
                label=f"{one} is red in",
                text="never with this flame",
                detail="a bigger tip, or smaller spots",
            )
        ]
    seconds = Working(
        name="spot_s", value=spot_s, unit="s",
        low=SECONDS_SPREAD[0] * spot_s, high=SECONDS_SPREAD[1] * spot_s,
        formula="rise of the swept flame at half the spot's area = T - start",
        inserted=f"spot {short(member.given.spot_mm, 3)} mm, {short(member.values.peak_c, 3)} °C",
        source=SOURCE, note="colour or crayon decides, not the clock",
    )  # fmt: skip
    wait = Working(
        name="spot_wait_min", value=wait_min, unit="min",
        low=WAIT_SPREAD[0] * wait_min, high=WAIT_SPREAD[1] * wait_min,
        formula="the heat put in, spread through plate and bar, down to 30 K over the shop",
        inserted=f"after {short(spot_s, 3)} s of this flame",
        source=SOURCE, note="a bare hand resting on it decides",
    )  # fmt: skip
    return [
        figure_of(seconds, f"{one} is red in", detail="all of it, then stop at once"),
        figure_of(wait, "Then wait before reading", detail=f"down to {say.c(TOUCH_C)} everywhere"),
    ]


def _before(member: MemberWork) -> str:
    """Return how many members like it the range was narrowed by, or nothing."""
    count = len(member.given.earlier)
    if count == 0:
        return ""
    members = "one member" if count == 1 else f"{count} members"
    return f"; range narrowed by {members} of this section done here before"


def rounds_station(
    member: MemberWork | None, answer: StraightenAnswer | None, gas: JobGas | None
) -> Station:
    """Return the Rounds station."""
    if member is None or answer is None:
        return waiting("rounds", "Rounds", HOLDS)
    values = member.values
    peak = values.peak_c
    places = ", ".join(say.mm(spot.at_mm, 4) for spot in values.next_round)
    figures = [
        figure_of(
            line(answer.working, "spots_total"),
            "Spots to expect",
            detail=f"{values.where}; some {values.rounds_left} rounds; {values.spots_fit} find "
            f"room{_before(member)}",
            also=[line(answer.working, n) for n in ("theta_per_spot_rad", "psi")],
        ),
        Figure(
            id="next_round",
            label="This round, from one end",
            text=places or "none",
            detail="the middle, half-way to each end, then the gaps between",
        ),
        figure_of(
            line(answer.working, "expected_mm"),
            "Bow after this round",
            detail=f"straight enough at {say.mm(values.tolerance_mm)}",
        ),
        Figure(
            id="peak_c",
            label="Stop at",
            value=peak,
            unit="°C",
            low=peak - 25,
            high=min(peak + 25, values.limit_c),
            detail=f"{colour_words(peak)} in the shade; never above "
            f"{say.c(values.limit_c, limit='<')}",
            working=[_peak_line(member), line(answer.working, "limit_c")],
        ),
        *_heat_figures(member),
    ]
    if gas is not None:
        figures.append(_gas_figure(gas))
    never = member.values.spot_s is None
    return Station(
        id="rounds",
        name="Rounds",
        state="present",
        answer=f"{values.spots_total} spots" if values.next_round else "no round",
        holds=HOLDS,
        figures=figures,
        cautions=[*([NEVER] if never else []), *answer.cautions],
    )


def _peak_line(member: MemberWork) -> Working:
    values = member.values
    return Working(
        name="peak_c", value=values.peak_c, unit="°C",
        low=LEAST_WORTH_C, high=values.limit_c,
        formula="50 K under the limit of the steel, or as told",
        inserted=f"limit {short(values.limit_c, 3)} °C, {member.given.steel}",
        source=LIMIT_SOURCE,
    )  # fmt: skip


NEVER = Caution(
    level="stop",
    text="This flame never makes the spot red: a bigger tip, or a smaller spot.",
    reason="Heat that soaks in slowly warms the whole member and upsets nothing.",
    source=SOURCE,
)


def _gas_figure(gas: JobGas) -> Figure:
    return figure_of(
        Working(
            name="job_gas_l", value=gas.total_l, unit="L", low=gas.low_l, high=gas.high_l,
            formula="spots * litres a spot + lighting",
            inserted=f"{short(gas.seam_l, 3)} + {short(gas.lighting_l, 3)}",
            source="flow times time, summed", note="acetylene; oxygen by the flame's ratio",
        ),
        "Acetylene for all rounds",
    )  # fmt: skip
