"""Laying at the bench: feather looked at, layer by layer, then what was found as it cooled."""

from pydantic import Field

from pellak.core.answer.errors import Refused
from pellak.core.answer.working import Record
from pellak.core.kinds.kind import Marks
from pellak.core.model.kinds.overlay.work import AsCooled, OverlayLog, OverlayNow, OverlayWork
from pellak.core.model.plan import Plan
from pellak.core.model.run_log import RunLog, with_work
from pellak.core.rig.stock import RodTaken


class FeatherSeen(Record):
    """The feather was looked at again and is as long as it must be."""

    right: bool


class LayersLaid(Record):
    """How many layers are laid."""

    done: int = Field(ge=0, le=6)


def _log(log: RunLog) -> OverlayLog:
    return log.work if isinstance(log.work, OverlayLog) else OverlayLog()


def _count(plan: Plan) -> int:
    return len(plan.work.values.layers) if isinstance(plan.work, OverlayWork) else 0


def overlay_now(plan: Plan, log: RunLog) -> OverlayNow | None:
    """Return the overlay as it stands, and what to do about what was found on it."""
    if not isinstance(plan.work, OverlayWork):
        return None
    kept = _log(log)
    return OverlayNow(
        values=plan.work.values, done=kept.done, count=_count(plan), says=advice(kept.found)
    )


def advice(found: AsCooled | None) -> list[str]:
    """Return what to do about what was found, the worst first."""
    if found is None:
        return []
    words = []
    if found.lifted:
        words.append(
            "Lifted: grind it off there. The base was not sweating before the rod came, or it "
            "cooled too fast."
        )
    if found.cracks == "through":
        words.append(
            "Cracked through: grind it out, preheat hotter, bury it. Look whether the base is one "
            "that bears an overlay."
        )
    if found.cracks == "fine":
        words.append(
            "Fine check-cracks: usual in the hardest alloys, a fault in the tough ones. More "
            "preheat and slower cooling make fewer."
        )
    if found.pores != "none":
        words.append(
            "Pinholes: a longer feather, bright metal, and sweat without a pool. Remelt the spot "
            "or grind it out."
        )
    if found.colour == "patchy":
        words.append("Patchy colour: heat or mixture wandered. Test the hardness where it differs.")
    return words or ["Even and sound."]


def feather_seen(plan: Plan, log: RunLog, seen: FeatherSeen) -> RunLog:
    """Return the log with the feather looked at before the next layer.

    Raises Refused where it is not right: it is set anew first.
    """
    kept = _log(log)
    if not seen.right:
        raise Refused("right", seen.right, "the feather set to its length first, then looked at")
    return with_work(log, kept.model_copy(update={"feathers": min(_count(plan), kept.done + 1)}))


def layers_laid(plan: Plan, log: RunLog, laid: LayersLaid) -> RunLog:
    """Return the log with so many layers laid. Raises Refused past the last, or while the feather
    was not looked at before the layer."""
    kept = _log(log)
    if laid.done > _count(plan):
        raise Refused("done", laid.done, f"0 to {_count(plan)} layers")
    if laid.done > kept.feathers:
        raise Refused("done", laid.done, "the feather looked at before each layer")
    return with_work(
        log, kept.model_copy(update={"done": laid.done, "feathers": min(kept.feathers, laid.done)})
    )


def found_as_it_cooled(plan: Plan, log: RunLog, found: AsCooled) -> RunLog:
    """Return the log with what the overlay looked like. Raises Refused before a layer is laid."""
    kept = _log(log)
    if kept.done == 0:
        raise Refused("colour", found.colour, "a layer laid first")
    return with_work(log, kept.model_copy(update={"found": found}))


def unfinished_work(plan: Plan, log: RunLog, step: str) -> str:
    """Return the layers not laid yet, or that nobody looked at what was laid."""
    done, count = _log(log).done, _count(plan)
    if step == "layers" and done < count:
        return f"{done} of {count} layers laid."
    if step == "overlay-look" and done and _log(log).found is None:
        return "Nobody told what it looks like."
    return ""


def rods_wanted(plan: Plan) -> list[RodTaken]:
    """Return the rod of all layers as planned."""
    if not isinstance(plan.work, OverlayWork) or not plan.work.values.rod_g:
        return []
    values = plan.work.values
    return [
        RodTaken(
            rod=values.rod or "", diameter_mm=values.rod_diameter_mm, grams=values.rod_g or 0.0
        )
    ]


def rods_taken(plan: Plan, log: RunLog) -> list[RodTaken]:
    """Return the rod of the layers that were laid."""
    done, count = _log(log).done, _count(plan)
    if done == 0 or count == 0:
        return []
    return [one.model_copy(update={"grams": one.grams * done / count}) for one in rods_wanted(plan)]


def no_marks(plan: Plan) -> Marks:
    """Raise Refused: an overlay is not marked out by a tape."""
    raise Refused("job", plan.job.name, "a job that is marked out: a seam or a bowed member")


def came_of_it(log: object) -> str:
    """Return layers laid and what was found on them in a few words."""
    if not isinstance(log, OverlayLog) or log.done == 0:
        return ""
    layers = "one layer" if log.done == 1 else f"{log.done} layers"
    if log.found is None:
        return layers
    words = [f"{log.found.colour} colour"]
    words.append("no pores" if log.found.pores == "none" else f"{log.found.pores} pores")
    if log.found.cracks != "none":
        words.append("check-cracks" if log.found.cracks == "fine" else "cracked through")
    if log.found.lifted:
        words.append("lifted")
    return f"{layers}, {', '.join(words)}"
