"""Rounds at the bench: spot by spot, then the line is read cold, and the next round is drawn."""

from pellak.core.errors import Refused
from pellak.core.member.straighten import StraightenValues, reckon_straighten
from pellak.core.member.straighten_given import Round, is_hot
from pellak.core.planned import Plan
from pellak.core.reading.quantity import read_quantity
from pellak.core.reading.units import QuantityKind
from pellak.core.run_log import RunLog


def member_now(plan: Plan, log: RunLog) -> StraightenValues | None:
    """Return the member as it stands: the plan's answer, or reckoned anew after its rounds."""
    if plan.member is None:
        return None
    if not log.straightening.rounds:
        return plan.member.values
    given = plan.member.given.model_copy(update={"rounds": log.straightening.rounds})
    return reckon_straighten(given).values


def spot_marks(plan: Plan) -> tuple[list[tuple[int, float]], float]:
    """Return number and place of the first round's spots, and the member's length, mm.

    Raises Refused where the job has no such round.
    """
    if plan.member is None or not plan.member.values.next_round:
        raise Refused("job", plan.job.name, "a member that wants a round of heat spots")
    spots = enumerate(plan.member.values.next_round, start=1)
    return [(n, spot.at_mm) for n, spot in spots], plan.member.given.length_mm


def spots_made(plan: Plan, log: RunLog, done: int) -> RunLog:
    """Return the log with so many spots of this round made. Raises Refused past its last."""
    values = member_now(plan, log)
    most = len(values.next_round) if values else 0
    if not 0 <= done <= most:
        raise Refused("done", done, f"0 to {most} spots in this round")
    told = log.straightening.model_copy(update={"done": done})
    return log.model_copy(update={"straightening": told})


def line_read(plan: Plan, log: RunLog, bow: str, surface: str) -> RunLog:
    """Return the log with the line read after a round; a hot reading is kept beside.

    Read hot, the same round waits to be read again. Raises Refused before the round is done, and
    naming what cannot be read.
    """
    values = member_now(plan, log)
    kept = log.straightening
    if values is None:
        raise Refused("bow", bow, "a member that is being straightened")
    after_mm = _read("bow", bow, "length")
    surface_c = _read("surface", surface, "temperature") if surface.strip() else None
    last = kept.rounds[-1] if kept.rounds else None
    again = last is not None and is_hot(last) and kept.done == 0
    if not again and (kept.done < len(values.next_round) or not values.next_round):
        raise Refused("bow", bow, "every spot of this round made first")
    cold = [one for one in kept.rounds if not is_hot(one)]
    before = cold[-1].camber_after_mm if cold else _first_bow(plan)
    spots = last.spots if again and last is not None else values.next_round
    told = Round(
        spots=spots, camber_before_mm=before, camber_after_mm=after_mm, surface_c=surface_c
    )
    rounds = [*(kept.rounds[:-1] if again else kept.rounds), told]
    return log.model_copy(
        update={"straightening": kept.model_copy(update={"done": 0, "rounds": rounds})}
    )


def _first_bow(plan: Plan) -> float:
    assert plan.member is not None
    return plan.member.given.bow_mm


def _read(field: str, text: str, kind: QuantityKind) -> float:
    # Past straight is a bow below nothing; a length by itself is never negative.
    past = kind == "length" and text.strip().startswith("-")
    try:
        value = read_quantity(text.strip().lstrip("-") if past else text, kind).value
    except Refused as refused:
        raise Refused(field, text, refused.accepted) from None
    return -value if past else value
