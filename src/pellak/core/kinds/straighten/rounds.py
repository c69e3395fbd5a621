"""Rounds at the bench: spot by spot, then the line is read cold, and the next round is drawn."""

from pydantic import Field

from pellak.core import say
from pellak.core.answer.errors import Refused
from pellak.core.answer.quantity_kinds import QuantityKind
from pellak.core.answer.working import Record
from pellak.core.kinds.kind import Marks
from pellak.core.member.straighten import StraightenValues, reckon_straighten
from pellak.core.member.straighten_given import Round, is_hot
from pellak.core.model.kinds.straighten.work import MemberLog, MemberNow, MemberWork
from pellak.core.model.plan import Plan
from pellak.core.model.run_log import RunLog, with_work
from pellak.core.piece.tape import marks_csv
from pellak.core.reading.quantity import read_quantity


class SpotsMade(Record):
    """How many spots of this round are made."""

    done: int = Field(ge=0, le=60)


class LineRead(Record):
    """The bow read along the line, and the surface beside a spot where it was measured."""

    bow: str = Field(max_length=40)
    surface: str = Field(default="", max_length=40)


def _log(log: RunLog) -> MemberLog:
    return log.work if isinstance(log.work, MemberLog) else MemberLog()


def _values(plan: Plan, log: RunLog) -> StraightenValues | None:
    if not isinstance(plan.work, MemberWork):
        return None
    rounds = _log(log).rounds
    if not rounds:
        return plan.work.values
    return reckon_straighten(plan.work.given.model_copy(update={"rounds": rounds})).values


def member_now(plan: Plan, log: RunLog) -> MemberNow | None:
    """Return the member as it stands: the plan's answer, or reckoned anew after its rounds."""
    values = _values(plan, log)
    return None if values is None else MemberNow(values=values)


def spot_marks(plan: Plan) -> Marks:
    """Return the first round's spots as marks along the member.

    Raises Refused where the job has no such round.
    """
    if not isinstance(plan.work, MemberWork) or not plan.work.values.next_round:
        raise Refused("job", plan.job.name, "a member that wants a round of heat spots")
    marks = [(n, spot.at_mm) for n, spot in enumerate(plan.work.values.next_round, start=1)]
    return Marks("heat spots", "spots", marks, plan.work.given.length_mm, marks_csv(marks))


def came_of_it(log: object) -> str:
    """Return how many rounds a run made and the bow before and after, those read cold."""
    cold = [one for one in log.rounds if not is_hot(one)] if isinstance(log, MemberLog) else []
    if not cold:
        return ""
    rounds = "one round" if len(cold) == 1 else f"{len(cold)} rounds"
    before, after = cold[0].camber_before_mm, cold[-1].camber_after_mm
    return f"{rounds}, bow {say.mm(before, to=after)}"


def unfinished_work(plan: Plan, log: RunLog, step: str) -> str:
    """Return the spots of this round not made yet, or that its line was not read."""
    values, done = _values(plan, log), _log(log).done
    if step != "rounds" or values is None:
        return ""
    count = len(values.next_round)
    if 0 < done < count:
        return f"{done} of {count} spots of this round made."
    return "The line was not read after this round." if count and done == count else ""


def spots_made(plan: Plan, log: RunLog, made: SpotsMade) -> RunLog:
    """Return the log with so many spots of this round made. Raises Refused past its last."""
    values = _values(plan, log)
    most = len(values.next_round) if values else 0
    if made.done > most:
        raise Refused("done", made.done, f"0 to {most} spots in this round")
    return with_work(log, _log(log).model_copy(update={"done": made.done}))


def line_read(plan: Plan, log: RunLog, read: LineRead) -> RunLog:
    """Return the log with the line read after a round; a hot reading is kept beside.

    Read hot, the same round waits to be read again. Raises Refused before the round is done, and
    naming what cannot be read.
    """
    values, kept = _values(plan, log), _log(log)
    if values is None or not isinstance(plan.work, MemberWork):
        raise Refused("bow", read.bow, "a member that is being straightened")
    after_mm = _read("bow", read.bow, "length")
    surface_c = _read("surface", read.surface, "temperature") if read.surface.strip() else None
    last = kept.rounds[-1] if kept.rounds else None
    again = last is not None and is_hot(last) and kept.done == 0
    if not again and (kept.done < len(values.next_round) or not values.next_round):
        raise Refused("bow", read.bow, "every spot of this round made first")
    cold = [one for one in kept.rounds if not is_hot(one)]
    before = cold[-1].camber_after_mm if cold else plan.work.given.bow_mm
    spots = last.spots if again and last is not None else values.next_round
    entered = Round(
        spots=spots, camber_before_mm=before, camber_after_mm=after_mm, surface_c=surface_c
    )
    rounds = [*(kept.rounds[:-1] if again else kept.rounds), entered]
    return with_work(log, MemberLog(rounds=rounds))


def _read(field: str, text: str, kind: QuantityKind) -> float:
    # Past straight is a bow below nothing; a length by itself is never negative.
    past = kind == "length" and text.strip().startswith("-")
    try:
        value = read_quantity(text.strip().lstrip("-") if past else text, kind).value
    except Refused as refused:
        raise Refused(field, text, refused.accepted) from None
    return -value if past else value
