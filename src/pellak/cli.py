"""The command line: reckon, plan, serve, back up and restore."""

import argparse
import json
import os
import socket
import sqlite3
import sys
from collections.abc import Sequence
from pathlib import Path
from typing import Any

from pydantic import ValidationError

from pellak import __version__
from pellak.core.errors import Refused
from pellak.core.job import ShopSchools, job_from, refusals
from pellak.core.plan import compose_plan
from pellak.core.registry import RECKONERS, get_reckoner
from pellak.core.sheet import plan_sheet

BAD_INPUT = 2
PAGE = Path(__file__).parents[2] / "web" / "dist"
LOOPBACK = ("127.0.0.1", "localhost", "::1")


def default_folder() -> Path:
    """Return where records are kept unless told otherwise."""
    base = os.environ.get("XDG_DATA_HOME") or Path.home() / ".local" / "share"
    return Path(os.environ.get("PELLAK_DATA") or Path(base) / "pellak")


def _read_json(text: str, what: str) -> dict[str, Any]:
    def refuse(constant: str) -> None:
        raise Refused(what, constant, "numbers only; NaN and infinity are no measures")

    try:
        document = json.loads(text, parse_constant=refuse)
    except (json.JSONDecodeError, UnicodeDecodeError) as error:
        raise Refused(what, text[:40], f"JSON ({error})") from None
    if not isinstance(document, dict):
        raise Refused(what, text[:40], "a JSON object")
    return document


def _reckon(args: argparse.Namespace) -> None:
    if args.list:
        for reckoner in RECKONERS:
            print(f"{reckoner.name:<10} {reckoner.question}")
        return
    name = args.schema or args.name
    if name is None:
        raise Refused("name", None, "one of " + ", ".join(r.name for r in RECKONERS))
    reckoner = get_reckoner(name)
    if args.schema:
        print(json.dumps(reckoner.given.model_json_schema(), indent=2, ensure_ascii=False))
        return
    given = _read_json(sys.stdin.read(), "input")
    print(reckoner.reckon(reckoner.given.model_validate(given)).model_dump_json(indent=2))


def _plan(args: argparse.Namespace) -> None:
    try:
        text = args.job.read_text(encoding="utf-8")
    except (OSError, UnicodeDecodeError) as error:
        raise Refused("job", str(args.job), f"a readable file ({error})") from None
    plan = compose_plan(job_from(_read_json(text, "job")), ShopSchools())
    print(plan_sheet(plan) if args.text else plan.model_dump_json(indent=2))


def _serve(args: argparse.Namespace) -> None:
    # Imported here so that reckoning from the shell does not wait for the server's modules.
    import uvicorn

    from pellak.api.app import create_app

    passcode = os.environ.get("PELLAK_PASSCODE")
    if args.host not in LOOPBACK and not args.share:
        raise Refused("host", args.host, "127.0.0.1, or add --share to serve a network")
    if args.share and not passcode:
        raise Refused("--share", None, "a passcode in the environment, PELLAK_PASSCODE")
    if not (PAGE / "index.html").is_file():
        raise Refused("page", str(PAGE), "a built front end; run `make build` first")
    # Bound before anything is promised: a port that is taken is told, not found out by the page.
    door = socket.socket(socket.AF_INET6 if ":" in args.host else socket.AF_INET)
    door.setsockopt(socket.SOL_SOCKET, socket.SO_REUSEADDR, 1)
    try:
        door.bind((args.host, args.port))
    except (OSError, OverflowError) as error:
        door.close()
        raise Refused("port", args.port, f"a port that is free ({error})") from None
    if args.demo:
        _demo(args)
    app = create_app(args.data, page=PAGE, passcode=passcode if args.share else None)
    port = door.getsockname()[1]
    print(f"Pellak is at http://{args.host}:{port}/  (Ctrl C ends it)", flush=True)
    uvicorn.Server(uvicorn.Config(app, log_level="warning")).run(sockets=[door])


def _demo(args: argparse.Namespace) -> None:
    from pellak.api.app import now_utc
    from pellak.demo.ferry import load_demo
    from pellak.shop.bench import Bench
    from pellak.shop.metals import Metals
    from pellak.shop.rack import RackBook
    from pellak.shop.run_book import RunBook
    from pellak.store.database import Database

    database = Database(args.data)
    loaded = load_demo(
        database,
        Bench(database, now_utc),
        RunBook(database, now_utc),
        RackBook(database, now_utc),
        Metals(database, now_utc),
    )
    database.close()
    print("Demo data loaded." if loaded else "Demo data was loaded before; left as it is.")


def _backup(args: argparse.Namespace) -> None:
    from pellak.store.database import FILE_NAME, copy_database

    if args.file.exists():
        raise Refused("file", str(args.file), "a name that is not taken; nothing is overwritten")
    _copy(copy_database, args.data / FILE_NAME, args.file)
    print(f"Backed up to {args.file}")


def _restore(args: argparse.Namespace) -> None:
    from pellak.store.database import FILE_NAME, copy_database

    standing = args.data / FILE_NAME
    if standing.exists() and not args.replace:
        raise Refused("data", str(standing), "an empty folder, or --replace to lose what is there")
    args.data.mkdir(parents=True, exist_ok=True)
    _copy(copy_database, args.file, standing)
    print(f"Restored into {args.data}")


def _copy(copy: Any, source: Path, target: Path) -> None:
    try:
        copy(source, target)
    except FileNotFoundError:
        raise Refused("file", str(source), "a file that exists") from None
    except sqlite3.DatabaseError as error:
        raise Refused("file", str(source), f"a Pellak database ({error})") from None


def _parser() -> argparse.ArgumentParser:
    parser = argparse.ArgumentParser(prog="pellak", description="Plan oxy-acetylene work.")
    parser.add_argument("--version", action="version", version=f"pellak {__version__}")
    commands = parser.add_subparsers(required=True, metavar="COMMAND")

    reckon = commands.add_parser("reckon", help="answer one question: JSON in, JSON out")
    reckon.add_argument("name", nargs="?", metavar="NAME")
    reckon.add_argument("--list", action="store_true", help="name the reckoners")
    reckon.add_argument("--schema", metavar="NAME", help="print a reckoner's input schema")
    reckon.set_defaults(run=_reckon)

    plan = commands.add_parser("plan", help="compose the plan of a job file")
    plan.add_argument("job", type=Path)
    plan.add_argument("--text", action="store_true", help="print a readable sheet")
    plan.set_defaults(run=_plan)

    for name, run, told in (
        ("serve", _serve, "serve the application"),
        ("demo", _demo, "load the demo data once"),
        ("backup", _backup, "copy the records to a file while serving"),
        ("restore", _restore, "put a backup in place; stop the server first"),
    ):
        command = commands.add_parser(name, help=told)
        command.add_argument("--data", type=Path, default=default_folder())
        command.set_defaults(run=run)
        if name == "serve":
            command.add_argument("--host", default="127.0.0.1")
            command.add_argument("--port", type=int, default=8140)
            command.add_argument("--demo", action="store_true", help="load the demo data first")
            command.add_argument("--share", action="store_true", help="serve a network")
        if name in ("backup", "restore"):
            command.add_argument("file", type=Path)
        if name == "restore":
            command.add_argument("--replace", action="store_true")
    return parser


def main(arguments: Sequence[str] | None = None) -> int:
    """Run one command; 0 on success, 2 with one clear line on bad input."""
    args = _parser().parse_args(arguments)
    try:
        args.run(args)
    except Refused as refused:
        print(f"pellak: {refused}", file=sys.stderr)
        return BAD_INPUT
    except ValidationError as error:
        print(f"pellak: {refusals(error)[0]}", file=sys.stderr)
        return BAD_INPUT
    return 0


if __name__ == "__main__":
    sys.exit(main())
