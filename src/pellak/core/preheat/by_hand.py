"""A preheat the person decides instead of the methods'."""

from pellak.core import say
from pellak.core.answer.working import Caution
from pellak.core.preheat.crayons import crayons_for
from pellak.core.preheat.reckon import WORKING_WINDOW_C, PreheatAnswer


def heated_by_hand(
    answer: PreheatAnswer, target_c: float, family: str, thickness_mm: float
) -> PreheatAnswer:
    """Return the answer with the person's target: window and crayons follow, methods stay.

    A refused metal stays refused. Over the most allowed between passes is said, not forbidden.

    Args:
        answer: ours
        target_c: the person's
        family: the metal's
        thickness_mm: of the wall

    Source: the person's own decision; the window of EN 1011-2

    >>> from pellak.core.preheat.reckon import PreheatGiven, reckon_preheat
    >>> ours = reckon_preheat(PreheatGiven(alloy='4130', thickness_mm=6.0))
    >>> heated_by_hand(ours, 150.0, 'chromoly', 6.0).values.preheat_c
    150.0
    """
    if any(c.level == "stop" for c in answer.cautions):
        return answer
    values = answer.values
    most = target_c + WORKING_WINDOW_C
    if values.interpass_max_c is not None:
        most = max(target_c, min(most, values.interpass_max_c))
    line = answer.working[0].model_copy(
        update={
            "value": target_c, "low": target_c, "high": most, "formula": "decided by hand",
            "inserted": f"{target_c:g} °C", "note": values.why,
        }
    )  # fmt: skip
    cautions = list(answer.cautions)
    if values.interpass_max_c is not None and target_c > values.interpass_max_c:
        cautions.append(
            Caution(
                level="warn",
                text=f"Your {say.c(target_c)} is over the "
                f"{say.c(values.interpass_max_c, limit='<')} this metal "
                "may be at between passes.",
                reason="Held hotter, it loses the strength it was bought for.",
                source="interpass limit of the preheat method page",
            )
        )
    return answer.model_copy(
        update={
            "values": values.model_copy(
                update={
                    "preheat_c": target_c,
                    "preheat_low_c": target_c,
                    "preheat_high_c": most,
                    "check_with": crayons_for(target_c, most, family, thickness_mm),
                }
            ),
            "working": [line, *answer.working[1:]],
            "cautions": cautions,
        }
    )
