"""The wiring: one database, the use cases on it, the routes over them, the page beside them."""

from pathlib import Path

from fastapi import APIRouter, FastAPI, Request
from fastapi.responses import HTMLResponse
from starlette.exceptions import HTTPException
from starlette.staticfiles import StaticFiles

from pellak import __version__
from pellak.api.backup_routes import backup_router
from pellak.api.bench_routes import bench_router
from pellak.api.book_routes import book_router
from pellak.api.changed_parts import ChangedPartsOnly
from pellak.api.contract import Contract
from pellak.api.day_routes import day_router
from pellak.api.guards import Guards
from pellak.api.hand_routes import hand_router
from pellak.api.long_work import LongWork
from pellak.api.metal_routes import metal_router
from pellak.api.paper_routes import paper_router
from pellak.api.periodic import PeriodicTask, beside
from pellak.api.photo_routes import photo_router
from pellak.api.practice_routes import practice_router
from pellak.api.problems import install_problems
from pellak.api.procedure_routes import procedure_router
from pellak.api.rack_routes import rack_router
from pellak.api.reckon_routes import reckon_router
from pellak.api.rig_routes import rig_router
from pellak.api.run_routes import run_router
from pellak.api.saying import SaysMeasures
from pellak.api.sharing import Sharing
from pellak.api.shop_routes import shop_router
from pellak.api.sign_in_routes import sign_in_router
from pellak.api.template_routes import template_router
from pellak.api.turns import SavesFirst
from pellak.api.watch_routes import watch_router
from pellak.shop.at_bench import AtBench
from pellak.shop.backups import Backups
from pellak.shop.bench import Bench
from pellak.shop.clock import Clock, Moments, machine_moment, now_utc
from pellak.shop.day_book import DayBook
from pellak.shop.find import Finder
from pellak.shop.gas_book import GasBook
from pellak.shop.hand_book import HandBook
from pellak.shop.job_files import JobFiles
from pellak.shop.metals import Metals
from pellak.shop.photo_book import PhotoBook
from pellak.shop.pieces import Pieces
from pellak.shop.planning import Planner
from pellak.shop.practice_book import PracticeBook
from pellak.shop.procedures import ProcedureBook
from pellak.shop.rack import RackBook
from pellak.shop.rack_reach import RackReach
from pellak.shop.restore_desk import RestoreDesk
from pellak.shop.rig_desk import RigDesk
from pellak.shop.run_book import RunBook
from pellak.shop.run_files import RunFiles
from pellak.shop.run_search import RunSearch
from pellak.shop.settings import Settings
from pellak.shop.sign_ins import SignIns
from pellak.shop.simulated_thermometer import SimulatedThermometers
from pellak.shop.templates import Templates
from pellak.shop.watch_files import WatchFiles
from pellak.shop.watches import WatchBook
from pellak.shop.whole_bench import BenchSummary
from pellak.store.database import Database

NONCE_MARK = "%NONCE%"
LOOKS_EVERY_S, SENDS_EVERY_S, READ_EVERY_S = 600.0, 0.5, 60.0
THREADS = 4


def create_app(
    folder: Path,
    *,
    page: Path | None = None,
    sharing: Sharing | None = None,
    backups: bool = False,
    desk: RestoreDesk | None = None,
    clock: Clock = now_utc,
    moments: Moments = machine_moment,
) -> FastAPI:
    """Return the application.

    Args:
        folder: where the records are kept.
        page: the built front end; None serves the API alone.
        sharing: how it is shared on a network; None answers this machine only.
        backups: whether to make the daily backups while it is served.
        desk: where a restore is asked for; None where only a command restores.
        clock: the moment, in UTC.
        moments: the moment as clocks at the bench count it.
    """
    database = Database(folder)
    keeping = Backups(database, clock)
    planner = Planner(clock)
    whole = BenchSummary(planner)
    bench, settings = Bench(database, clock, planner, whole), Settings(database)
    rig = RigDesk(database, moments)
    watches = WatchBook(database, bench, clock, rig)
    simulated = SimulatedThermometers(watches, clock)
    search = RunSearch(database)
    tasks = [
        PeriodicTask(search.refresh, READ_EVERY_S, "the run book is not read ahead"),
        PeriodicTask(simulated.send, SENDS_EVERY_S, "a simulated thermometer is silent"),
    ]
    if backups:
        tasks.append(PeriodicTask(keeping.make_if_due, LOOKS_EVERY_S, "no backup was made"))
    app = Contract(
        title="Pellak",
        version=__version__,
        docs_url=None,
        redoc_url=None,
        lifespan=beside(tasks, THREADS, database.close),
    )
    install_problems(app)
    long_work = LongWork()
    _add(app, reckon_router(long_work))
    _add(app, bench_router(bench))
    _add(app, paper_router(bench, settings))
    book = RunBook(database, clock, moments, planner, rig)
    _add(app, rig_router(rig))
    _add(app, run_router(book, AtBench(database, book, moments)))
    _add(app, book_router(search, RunFiles(database, search, clock)))
    photos, procedures = PhotoBook(database, clock), ProcedureBook(database, book, clock)
    _add(app, photo_router(photos))
    _add(app, procedure_router(procedures, photos, book))
    _add(app, hand_router(HandBook(database, clock, planner)))
    _add(app, day_router(DayBook(database, clock, planner), long_work))
    _add(app, practice_router(PracticeBook(database, clock), bench))
    _add(app, watch_router(watches, WatchFiles(database, watches, book, clock)))
    metals = Metals(database, clock)
    _add(app, metal_router(metals))
    _add(
        app,
        template_router(
            Templates(database, bench), Pieces(database, planner), JobFiles(database, bench, metals)
        ),
    )
    gas, reach = GasBook(database, clock, whole), RackReach(database, planner)
    _add(app, rack_router(RackBook(database, clock), gas, reach))
    _add(app, shop_router(settings, Finder(database, planner)))
    _add(app, backup_router(keeping, database, desk, long_work))
    sign_ins = SignIns(database, clock, sharing.passcodes if sharing else {})
    _add(app, sign_in_router(sharing, sign_ins))
    if page is not None:
        _serve_page(app, page)
    app.add_middleware(SavesFirst)
    app.add_middleware(SaysMeasures)
    app.add_middleware(ChangedPartsOnly)
    app.add_middleware(Guards, sharing=sharing, sign_ins=sign_ins)
    return app


def _add(app: FastAPI, router: APIRouter) -> None:
    """Add a router's own routes.

    They carry their address and tags already. Included, each is built a second time at the first
    request: a third of a second that whoever opens the page first waits for.
    """
    app.router.routes.extend(router.routes)


def _serve_page(app: FastAPI, page: Path) -> None:
    app.mount("/assets", StaticFiles(directory=page / "assets"))

    @app.get("/{path:path}", include_in_schema=False)
    def serve_index(path: str, request: Request) -> HTMLResponse:
        # Every address but the API's belongs to the page, so a deep link opens where it points.
        if path.startswith("api/") or path == "api":
            raise HTTPException(404, "No such address")
        # Read each time: a rebuild while serving renames the scripts it points to.
        try:
            index = (page / "index.html").read_text(encoding="utf-8")
        except FileNotFoundError:
            raise HTTPException(503, "The page is being built anew; load it again.") from None
        html = index.replace(NONCE_MARK, request.state.nonce)
        return HTMLResponse(html, headers={"Cache-Control": "no-cache"})
