"""The command line: reckon, plan, serve, back up, restore and salvage."""

import argparse
import os
import sys
from collections.abc import Callable, Sequence
from importlib import import_module
from pathlib import Path

from pydantic import ValidationError

from pellak import __version__
from pellak.core.answer.errors import Refused, refusals
from pellak.core.reading.measures import said
from pellak.store.errors import StoreError

BAD_INPUT = 2
Run = Callable[[argparse.Namespace], None]


def _by(module: str, name: str) -> Run:
    """Return a command that loads what it needs when it is run: a cable wants no server."""

    def run(args: argparse.Namespace) -> None:
        getattr(import_module(f"pellak.cli.{module}"), name)(args)

    return run


def _default_folder() -> Path:
    """Return where records are kept unless told otherwise."""
    base = os.environ.get("XDG_DATA_HOME") or Path.home() / ".local" / "share"
    return Path(os.environ.get("PELLAK_DATA") or Path(base) / "pellak")


def _serve_arguments(command: argparse.ArgumentParser) -> None:
    """Add what `pellak serve` may be told."""
    command.add_argument("--host", default="127.0.0.1")
    command.add_argument("--port", type=int, default=8140)
    command.add_argument("--demo", action="store_true", help="load the demo data first")
    command.add_argument("--share", action="store_true", help="serve a network")
    command.add_argument(
        "--name", action="append", default=[], help="a name the network knows this machine by"
    )
    command.add_argument("--certificate", type=Path, help="a TLS certificate chain, PEM")
    command.add_argument("--key", type=Path, help="the certificate's key, PEM")


def _parser() -> argparse.ArgumentParser:
    parser = argparse.ArgumentParser(prog="pellak", description="Plan oxy-acetylene work.")
    parser.add_argument("--version", action="version", version=f"pellak {__version__}")
    commands = parser.add_subparsers(required=True, metavar="COMMAND")

    reckon = commands.add_parser("reckon", help="answer one question: JSON in, JSON out")
    reckon.add_argument("name", nargs="?", metavar="NAME")
    reckon.add_argument("--list", action="store_true", help="name the reckoners")
    reckon.add_argument("--schema", metavar="NAME", help="print a reckoner's input schema")
    reckon.set_defaults(run=_by("reckoning", "reckon"))

    plan = commands.add_parser("plan", help="compose the plan of a job file")
    plan.add_argument("job", type=Path)
    plan.add_argument("--text", action="store_true", help="print a readable sheet")
    plan.set_defaults(run=_by("reckoning", "plan"))

    watch = commands.add_parser("watch", help="send a thermometer's lines to a watch, from stdin")
    watch.add_argument("watch_id")
    watch.add_argument("--to", default="http://127.0.0.1:8140", help="where Pellak is served")
    watch.set_defaults(run=_by("thermometer", "watch"))

    turned = commands.add_parser("dial", help="turn a flame of the trainer by lines from stdin")
    turned.add_argument("number", help="the four digits on the flame's page")
    turned.add_argument("--to", default="http://127.0.0.1:8140", help="where Pellak is served")
    turned.add_argument("--stand-in", action="store_true", help="a dial that turns by itself")
    turned.set_defaults(run=_by("dial", "dial"))

    for name, run, help_text in (
        ("serve", _by("serving", "serve"), "serve the application"),
        ("demo", _by("records", "demo"), "load the demo data once"),
        ("backup", _by("records", "backup"), "copy the records to a file, also while serving"),
        ("restore", _by("records", "restore"), "put a backup in place; stop the server first"),
        (
            "salvage",
            _by("records", "salvage"),
            "read what a damaged file still holds into a new one",
        ),
    ):
        command = commands.add_parser(name, help=help_text)
        command.add_argument("--data", type=Path, default=_default_folder())
        command.set_defaults(run=run)
        if name == "serve":
            _serve_arguments(command)
        if name in ("backup", "restore", "salvage"):
            command.add_argument("file", type=Path)
        if name == "restore":
            command.add_argument("--replace", action="store_true", help="set aside what is there")
            command.add_argument(
                "--leave-out", action="store_true", help="restore without what cannot be read"
            )
    return parser


def main(arguments: Sequence[str] | None = None) -> int:
    """Run one command; 0 on success, 2 with one clear line on bad input or unusable records."""
    args = _parser().parse_args(arguments)
    try:
        args.run(args)
    except (Refused, StoreError) as refused:
        print(said(f"pellak: {refused}", "metric"), file=sys.stderr)
        return BAD_INPUT
    except ValidationError as error:
        print(said(f"pellak: {refusals(error)[0]}", "metric"), file=sys.stderr)
        return BAD_INPUT
    return 0
