"""The records of a file as a whole: whether this Pellak can read every document in them, and what
would change if they stood in place of those that stand."""

import json
import tempfile
from collections.abc import Callable
from datetime import datetime
from pathlib import Path
from typing import Any

from pydantic import ValidationError

from pellak.core.answer.errors import Refused
from pellak.core.answer.working import Record
from pellak.core.body.learning import BodyObservation
from pellak.core.metal.certificate import Certificate
from pellak.core.model.job_base import ShopSchools
from pellak.core.model.plan import Plan
from pellak.core.model.run_log import RunLog
from pellak.core.model.watch_plan import WatchPlan
from pellak.core.plan.change_job import job_from
from pellak.core.practice.score import ScorePart
from pellak.core.rig.items import read_item
from pellak.core.rig.state import RigEvent
from pellak.core.run.photo import PhotoMarks
from pellak.core.run.procedure import ProcedureText
from pellak.core.watch.simulated import Simulation
from pellak.shop.backups import KEPT_KEY, BackupsKept
from pellak.shop.day_book import DAY_KEY, DayKept
from pellak.shop.hand_book import CLEANED_KEY
from pellak.shop.settings import HAND_KEY, SCHOOLS_KEY, HandKept
from pellak.store.database import Database
from pellak.store.errors import Unusable
from pellak.store.form import FILE_NAME
from pellak.store.form_check import check_form
from pellak.store.health import check_file
from pellak.store.keeping import copy_records
from pellak.store.restoring import LOOKING
from pellak.store.tables import (
    Base,
    HeatLotRow,
    JobRevisionRow,
    JobRow,
    PhotoRow,
    PracticeTryRow,
    ProcedureRow,
    RackItemRow,
    RigEventRow,
    RunRow,
    SettingRow,
    WatchRow,
)
from pellak.store.whole_file import (
    Kept,
    documents,
    forget_sign_ins,
    hanging,
    held_against,
    take_out,
)

MOST_SAID = 5
Read = Callable[[Any], object]


def _simulation(document: Any) -> None:
    Simulation.model_validate(document["set"])
    datetime.fromisoformat(document["since"])
    float(document["from_s"])


def _moments(document: Any) -> None:
    for moment in dict(document).values():
        datetime.fromisoformat(moment)


_READ_BY: dict[tuple[type[Base], str], Read] = {
    (JobRow, "document"): job_from,
    (JobRevisionRow, "document"): job_from,
    (RunRow, "log"): RunLog.model_validate,
    (RunRow, "plan"): Plan.model_validate,
    (RackItemRow, "document"): read_item,
    (HeatLotRow, "certificate"): Certificate.model_validate,
    (RigEventRow, "document"): RigEvent.model_validate,
    (PhotoRow, "marks"): PhotoMarks.model_validate,
    (ProcedureRow, "document"): ProcedureText.model_validate,
    (WatchRow, "plan"): WatchPlan.model_validate,
    (WatchRow, "simulation"): _simulation,
    (WatchRow, "observation"): BodyObservation.model_validate,
    (PracticeTryRow, "document"): lambda document: [
        ScorePart.model_validate(one) for one in document["parts"]
    ],
}
_SETTINGS_READ_BY: dict[str, Read] = {
    SCHOOLS_KEY: ShopSchools.model_validate,
    HAND_KEY: HandKept.model_validate,
    DAY_KEY: DayKept.model_validate,
    KEPT_KEY: lambda kept: BackupsKept(kept=kept),
    CLEANED_KEY: _moments,
}


class HowMany(Record):
    """A kind of record, here and in a backup: how many stand, how many each holds alone, and how
    many are in both but not the same."""

    what: str
    here: int
    in_backup: int
    only_here: int
    only_in_backup: int
    different: int


class WouldChange(Record):
    """What restoring a backup would change, by kind of record; `unreadable` says which documents
    of it this Pellak cannot read."""

    backup: str
    counts: list[HowMany]
    unreadable: list[str]


def check_records(folder: Path, *, leave_out: bool = False) -> list[str]:
    """Bring a copy of records to the newest form, and read every document in it.

    Args:
        folder: holds the copy; it is changed. Nobody stays signed in by it.
        leave_out: take out what cannot be read, and what hangs on it, instead of refusing.

    Returns:
        What was taken out, a line each.

    Raises:
        Unusable: it has another form than it says, or a document in it cannot be read; says which.
    """
    check_form(folder / FILE_NAME)
    database = Database(folder, keeps_older=False)
    try:
        faults = _faults(database)
        with database.reading() as session:
            said = [*faults.values(), *(f"rows of {one} hang on none" for one in hanging(session))]
        if said and not leave_out:
            raise Unusable(
                f"the backup holds what this Pellak cannot read: {_said(said)}; "
                "with --leave-out the rest is restored without it"
            )
        if said:
            with database.without_keys() as session:
                take_out(session, list(faults))
        with database.transaction() as session:
            forget_sign_ins(session)
        return said
    finally:
        database.close()


def would_change(standing: Database, backup: Path) -> WouldChange:
    """Return what restoring a backup would change. Raises Unusable where it could not be."""
    check_file(backup, whole=True)
    with tempfile.TemporaryDirectory(dir=standing.path.parent, prefix=LOOKING) as name:
        folder = Path(name)
        copy_records(backup, folder / FILE_NAME)
        check_form(folder / FILE_NAME)
        looked_at = Database(folder, keeps_older=False)
        try:
            faults = list(_faults(looked_at).values())
            with standing.reading() as here, looked_at.reading() as there:
                counts = [
                    HowMany(
                        what=one.what, here=one.here, in_backup=one.there,
                        only_here=one.only_here, only_in_backup=one.only_there,
                        different=one.different,
                    )
                    for one in held_against(here, there)
                ]  # fmt: skip
        finally:
            looked_at.close()
    return WouldChange(backup=backup.name, counts=counts, unreadable=faults[:MOST_SAID])


def _faults(database: Database) -> dict[tuple[type[Base], tuple[Any, ...]], str]:
    """Return, by row, why a document of it cannot be read."""
    with database.reading() as session:
        found = {
            (
                kept.table,
                kept.key,
            ): f"{kept.table.__tablename__} {_named(kept)}, {kept.column}: {why}"
            for kept in documents(session)
            if (why := _why_not(kept))
        }
    return found


def _named(kept: Kept) -> str:
    return " ".join(str(part) for part in kept.key)


def _why_not(kept: Kept) -> str:
    """Return why a document cannot be read; empty where it can."""
    try:
        document = json.loads(kept.text)
        read = (
            _SETTINGS_READ_BY.get(kept.key[0])
            if kept.table is SettingRow
            else _READ_BY[kept.table, kept.column]
        )
        if read is not None and not (document is None and kept.table is SettingRow):
            read(document)
    except RecursionError:
        return "nested too deeply"
    except json.JSONDecodeError as error:
        return f"broken at sign {error.pos}"
    except Refused as refused:
        return f"{refused.field} cannot be {refused.was_read!r}"
    except ValidationError as error:
        first = error.errors(include_url=False, include_input=False)[0]
        return f"{'.'.join(str(part) for part in first['loc'])} {first['msg']}"
    except (ValueError, TypeError, LookupError, AttributeError) as error:
        return f"not as this Pellak writes it ({type(error).__name__})"
    return ""


def _said(faults: list[str]) -> str:
    more = len(faults) - MOST_SAID
    return "; ".join(faults[:MOST_SAID]) + (f"; and {more} more" if more > 0 else "")
