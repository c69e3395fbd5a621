"""A shop on a machine of the test's own: its clock, its boots, a run lit and put out."""

from datetime import UTC, datetime

from pellak.core.model.clocks import Moment
from pellak.shop.at_bench import AtBench
from pellak.shop.bench import Bench
from pellak.shop.run_book import RunBook
from pellak.store.database import Database
from tests.core.test_bench import all_answered

START_S = datetime(2026, 11, 23, 8, tzinfo=UTC).timestamp()


class Machine:
    """A machine whose clock, boot and sleep are in the test's hands."""

    def __init__(self) -> None:
        self.utc_s, self.boot, self.boot_s = START_S, "first", 100.0

    def wait(self, seconds):
        self.utc_s += seconds
        self.boot_s += seconds

    def set_clock(self, by):
        self.utc_s += by

    def reboot(self, off_s):
        self.utc_s += off_s
        self.boot, self.boot_s = f"{self.boot}+", 1.0

    def moment(self):
        return Moment(utc_s=self.utc_s, boot=self.boot, boot_s=self.boot_s)

    def now(self):
        return datetime.fromtimestamp(self.utc_s, UTC)


class Place:
    def __init__(self, folder, machine) -> None:
        self.folder, self.machine = folder, machine
        self.open()

    def open(self):
        self.database = Database(self.folder)
        self.bench = Bench(self.database, self.machine.now)
        self.book = RunBook(self.database, self.machine.now, self.machine.moment)
        self.at = AtBench(self.database, self.book, self.machine.moment)

    def restart(self):
        self.database.close()
        self.open()


def flame_out(place, run):
    out = place.at.stand(run.line.id, run.version, "out-acetylene")
    return place.at.stand(run.line.id, out.version, "close-cylinders")


def lit(place, run):
    log = all_answered(run.plan, run.log, place.machine.moment())
    place.book.change(run.line.id, run.version, lambda _plan, _log, _now: log)
    return place.at.stand(run.line.id, place.book.look(run.line.id).version, "seam")
