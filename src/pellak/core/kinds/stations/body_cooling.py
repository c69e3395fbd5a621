"""A whole body's cooling as figures: every medium beside the others, and the one planned with."""

from collections.abc import Callable, Sequence

from pellak.core import say
from pellak.core.answer.errors import Refused
from pellak.core.answer.figure import Choice, Curve, CurvePoint, Figure, MethodLine, figure_of
from pellak.core.answer.working import School, Working
from pellak.core.body.cool import CoolValues, centre_of, reckon_cool
from pellak.core.body.cool_given import CoolGiven, CoolIn
from pellak.core.body.media import media
from pellak.core.body.soak_given import SoakGiven
from pellak.core.kinds.stations.body_heat import course_of
from pellak.core.kinds.stations.set_up import line

SHORT_WAIT_H = 2.0
COOL_NAMES: dict[CoolIn, str] = {
    "still-air": "still air",
    "dry-sand": "dry sand, deep",
    "lime": "slaked lime",
    "vermiculite": "vermiculite",
    "clay-granules": "clay granules",
    "blanket": "wrapped in a blanket",
    "furnace-ramp": "furnace, let down slowly",
}


def cool_questions(given: CoolGiven) -> list[CoolGiven]:
    """Return the same fall in every medium that may be used for this body."""
    kinds: list[CoolIn] = ["still-air"]
    if given.shape != "cluster":
        kinds += [kind for kind in COOL_NAMES if kind in media()]
        if given.limit is not None:
            kinds.append("furnace-ramp")
    return [
        given.model_copy(
            update={
                "medium": kind,
                "ramp_c_per_h": 0.9 * (given.limit or 50.0) if kind == "furnace-ramp" else None,
            }
        )
        for kind in kinds
    ]


def best_medium(fell: Sequence[tuple[CoolIn, CoolValues]]) -> CoolIn:
    """Return the medium to take where none was chosen: still air where that passes, else the
    quickest that does; where none does, of those that keep the spread the one it falls slowest in.
    """
    at_hand = [one for one in fell if one[0] != "furnace-ramp"]
    passing = [one for one in at_hand if one[1].passes]
    if passing:
        # Nobody buries what may lie in the air, though sand be a minute quicker.
        in_air = [one for one in passing if one[0] == "still-air"]
        return (in_air or [min(passing, key=lambda one: one[1].hours_to_touch)])[0][0]
    bearing = [one for one in at_hand if one[1].passes_spread is not False] or at_hand
    return min(bearing, key=lambda one: one[1].mean_c_per_h or 0.0)[0]


def cool_figures(
    given: CoolGiven,
    chosen: CoolIn | None,
    calibrated: Callable[[CoolGiven], CoolGiven] = lambda one: one,
) -> tuple[list[Figure], CoolIn, CoolValues]:
    """Return the figures of a fall, the medium planned with, and how it goes in it; `calibrated`
    puts into each what was learnt of its medium."""
    questions = [calibrated(one) for one in cool_questions(given)]
    fell = [(one.medium, centre_of(one)) for one in questions]
    planned = chosen if chosen in [m for m, _ in fell] else best_medium(fell)
    asked = next(one for one in questions if one.medium == planned)
    answer = reckon_cool(asked)
    values = answer.values
    lines = [
        MethodLine(id=kind, label=COOL_NAMES[kind], value=one.hours_to_touch,
                   valid=one.passes is not False, chosen=kind == planned, why=_judged(one))
        for kind, one in fell
    ]  # fmt: skip
    touch = figure_of(
        _in_minutes(line(answer.working, "hours_to_touch")), "A hand rests on it after",
        detail="; ".join(filter(None, [COOL_NAMES[planned], _judged(values)])),
        also=[w for w in answer.working if w.name != "hours_to_touch"],
    )  # fmt: skip
    minutes = values.hours_to_touch < SHORT_WAIT_H
    times = 60.0 if minutes else 1.0
    ends = [values.hours_to_touch, values.hours_to_touch_low, values.hours_to_touch_high]
    curve = Curve(
        label="Temperature against time", x_label="after the flame",
        x_unit="min" if minutes else "h", y_unit="°C",
        **course_of([(times * when, c) for when, c in values.curve], *(times * h for h in ends)),
        at_x=[CurvePoint(x=times * values.hours_to_touch, y=given.touch_c)],
    )  # fmt: skip
    passing = any(one.valid for one in lines)
    beside = Figure(
        id="media",
        label="Every medium beside the others",
        text=f"{len(lines)} ways" if passing else "none keeps the rule",
        unit="h",
        detail="hours until a hand rests on it; whether rule and spread are kept"
        if passing
        else "on a wall so thin none falls slowly enough; the slowest hurts least",
        methods=lines,
        choice=Choice(
            field="cool_in", question="What does it cool in?", chosen=planned,
            chosen_by="job" if chosen else "shop", job_only=True,
            schools=[School(id=m, label=COOL_NAMES[m], why=_judged(one)) for m, one in fell],
        ),
    )  # fmt: skip
    drawn = touch.model_copy(update={"curve": curve})
    return [drawn, beside] if len(lines) > 1 else [drawn], planned, values


def _in_minutes(hours: Working) -> Working:
    """Return a short wait in minutes: nobody reads a sixth of an hour off a clock."""
    if not isinstance(hours.value, float) or hours.value >= SHORT_WAIT_H:
        return hours
    ends = {end: 60 * v for end in ("value", "low", "high") if (v := getattr(hours, end))}
    return hours.model_copy(update={**ends, "unit": "min"})


def _judged(values: CoolValues) -> str:
    words = []
    if values.peak_c_per_h is not None and values.limit_c_per_h is not None:
        kept = "kept" if values.passes_rule else "not kept"
        words.append(
            f"fastest hour {say.kelvin(values.peak_c_per_h)}, rule "
            f"{say.kelvin(values.limit_c_per_h)}: {kept}"
        )
    if values.spread_max_c is not None and values.spread_limit_c is not None:
        words.append(
            f"uneven by {say.kelvin(values.spread_max_c)} of {say.kelvin(values.spread_limit_c)}"
        )
    return "; ".join(words)


def cool_given_of(
    body: SoakGiven, from_c: float, *, thin_wall_mm: float | None = None
) -> CoolGiven:
    """Return the fall of a body that was heated, from a temperature, °C. Raises Refused where it
    is not hot enough to wait for.

    Args:
        body: as it was heated
        from_c: where it is left
        thin_wall_mm: of its thinnest wall, None where not told

    Source: the body as told

    >>> from pellak.core.body.soak_given import SoakGiven
    >>> given = SoakGiven(shape='casting', mass_kg=20, wall_mm=12, family='grey-iron',
    ...     target_c=600, acetylene_l_per_h=3000)
    >>> cool_given_of(given, 300.0).start_c
    300.0
    """
    stated = {name: getattr(body, name) for name in CoolGiven.model_fields if hasattr(body, name)}
    if from_c < 60:
        raise Refused(
            "target_c", from_c, f"over {say.c(60)}: below, a hand rests on it soon enough"
        )
    return CoolGiven(**{**stated, "start_c": from_c})
