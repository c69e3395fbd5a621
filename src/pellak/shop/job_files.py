"""One job out as a file, and in from another shop's: with its heat, and the bore of its tip."""

from pellak.core import say
from pellak.core.answer.errors import Refused
from pellak.core.answer.working import Record
from pellak.core.book.job_file import OF_THE_RACK, JobFile, read_job_file, without_answers
from pellak.core.metal.certificate import Certificate, own_metal
from pellak.core.plan.change_job import job_from
from pellak.shop.bench import Bench, OpenJob
from pellak.shop.errors import NotFound
from pellak.shop.metals import Metals
from pellak.store.database import Database
from pellak.store.heat_lots import HeatLots
from pellak.store.jobs import Jobs
from pellak.store.rack import Rack
from pellak.store.tables import RackItemRow


class JobTakenIn(Record):
    """A job of another shop as it stands here now, and what of it could not come along."""

    opened: OpenJob
    said: list[str]


class JobFiles:
    """The use cases of one job as a file."""

    def __init__(self, database: Database, bench: Bench, metals: Metals) -> None:
        self._database = database
        self._bench = bench
        self._metals = metals

    def write_out(self, job_id: str) -> str:
        """Return a job as a file, JSON."""
        with self._database.reading() as session:
            row = Jobs(session).find(job_id)
            if row is None or row.deleted_at is not None:
                raise NotFound("job", job_id)
            job = job_from(row.document)
            heat = HeatLots(session).find(job.alloy) if job.alloy else None
            items = Rack(session).items()
        tip = next((i for i in items if i.kind == "tip" and i.name == job.tip_label), None)
        return JobFile(
            job=without_answers(job),
            heat=Certificate.model_validate(heat.certificate) if heat else None,
            tip_bore_mm=tip.document.get("orifice_mm") if tip else None,
        ).model_dump_json()

    def take_in(self, content: bytes) -> JobTakenIn:
        """Put a job of another shop's file on the bench; its heat is kept with the others.

        Raises Refused where the file is none, or its heat number stands for another analysis here.
        """
        read = read_job_file(content)
        # Its heat gets an id of this shop; and what was answered there is answered by nobody here.
        job = job_from({**read.job, "alloy": None})
        document = {**without_answers(job), "alloy": read.job.get("alloy")}
        if read.heat is not None:
            # Before it is kept: a file that is refused leaves nothing behind.
            family = own_metal(read.heat, "sent").family
            if family != job.family:
                raise Refused("heat", read.heat.alloy, f"a metal of the job's family, {job.family}")
            document["alloy"] = self._metals.keep(read.heat)
        with self._database.reading() as session:
            items = Rack(session).items()
        said = _left_behind(document, read, items)
        return JobTakenIn(opened=self._bench.add(document), said=said)


def _left_behind(document: dict[str, object], read: JobFile, items: list[RackItemRow]) -> list[str]:
    """Take out what names another shop's rack; return it in words."""
    here = {(item.kind, item.name) for item in items}
    said = []
    for field, kind in OF_THE_RACK.items():
        name = document.get(field)
        if name is None or (kind, name) in here:
            continue
        document[field] = None
        of_size = f" of {say.wall(read.tip_bore_mm)}" if kind == "tip" and read.tip_bore_mm else ""
        said.append(f"{str(kind).capitalize()} “{name}”{of_size} is not in your rack.")
    return said
