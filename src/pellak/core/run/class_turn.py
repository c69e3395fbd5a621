"""A class: one rig proved by whoever teaches, one lot looked at once, and many hands in turn.

The rig's start serves every hand that day while nothing befalls it; each hand answers for its own
eyes, clothes and metal. Stops of the piece are answered once for a lot of new, flat, bare stock,
never for what was used, coated, closed, once full or unknown.
"""

from pellak.core.answer.errors import Refused
from pellak.core.metal.alloy import UNKNOWN
from pellak.core.model.clocks import Moment
from pellak.core.model.plan import Plan
from pellak.core.model.run_log import Batch, RunLog
from pellak.core.run.holding import CLOCK_WENT_BACK_S, SHIFT_S

PIECE_STOPS = ("clear-vessel", "clear-closed", "clear-coating")
"""The stops that are the same for every coupon of a lot."""
SHORTEST_LOOK = 10
"""Signs that say what was looked at: fewer say nothing."""
NEW_STOCK = {"held": "nothing", "closed": "open", "coating": "bare", "place": "shop"}
"""What a job says of its piece and place before a lot of it can be answered for at once."""


def batch_holds(batch: Batch | None, piece: str) -> bool:
    """Return whether a lot was answered for that is of this piece."""
    return batch is not None and batch.piece == piece


def in_its_shift(batch: Batch, now: Moment) -> bool:
    """Return whether a lot was answered for within this shift."""
    return CLOCK_WENT_BACK_S <= now.utc_s - batch.given_s <= SHIFT_S


def with_batch(
    plan: Plan, log: RunLog, piece: str, holding: frozenset[str], lot: str, saw: str, now: Moment
) -> RunLog:
    """Return the log with a lot answered for.

    Args:
        plan: what the run is held to.
        log: the log.
        piece: the mark of what its job says of the piece.
        holding: the stops whose answer is yes and holds.
        lot: what the lot is called.
        saw: what was looked at.
        now: the moment.

    Raises:
        Refused: no name, no lot, nothing seen; a piece that is asked about alone; or stops of the
            piece that this person has not answered.
    """
    if not log.who:
        raise Refused("who", "", "the name of whoever answers for the lot")
    if not lot.strip():
        raise Refused("lot", lot, "what the lot is called, as it is chalked on the stack")
    if len(saw.strip()) < SHORTEST_LOOK:
        raise Refused("saw", saw, "what you looked at, in ten signs or more")
    told = plan.job.answers
    for field, wanted in NEW_STOCK.items():
        if told.get(field) != wanted:
            raise Refused(field, told.get(field), f"{wanted}: other pieces are answered one by one")
    if plan.job.alloy in (None, UNKNOWN):
        raise Refused("alloy", plan.job.alloy, "a metal with its name: a lot is of one alloy")
    stops = {card.step.id for card in plan.cards if card.step.gate and card.step.phase == "piece"}
    if alone := sorted(stops - set(PIECE_STOPS)):
        raise Refused("lot", lot, f"open, flat stock: this piece is asked {alone[0]} each time")
    if open_stops := [stop for stop in PIECE_STOPS if stop in stops - holding]:
        raise Refused("lot", lot, f"an answer to {open_stops[0]} first, by the same person")
    batch = Batch(lot=lot.strip(), saw=saw.strip(), who=log.who, given_s=now.utc_s, piece=piece)
    return log.model_copy(update={"batch": batch})
