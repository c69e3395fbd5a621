"""The command line: reckon, plan, serve, back up, restore and salvage."""

import argparse
import sys
from collections.abc import Sequence
from pathlib import Path

from pydantic import ValidationError

from pellak import __version__
from pellak.cli import dial, reckoning, records, serving, thermometer
from pellak.core.errors import Refused, refusals
from pellak.store.errors import StoreError

BAD_INPUT = 2


def _parser() -> argparse.ArgumentParser:
    parser = argparse.ArgumentParser(prog="pellak", description="Plan oxy-acetylene work.")
    parser.add_argument("--version", action="version", version=f"pellak {__version__}")
    commands = parser.add_subparsers(required=True, metavar="COMMAND")

    reckon = commands.add_parser("reckon", help="answer one question: JSON in, JSON out")
    reckon.add_argument("name", nargs="?", metavar="NAME")
    reckon.add_argument("--list", action="store_true", help="name the reckoners")
    reckon.add_argument("--schema", metavar="NAME", help="print a reckoner's input schema")
    reckon.set_defaults(run=reckoning.reckon)

    plan = commands.add_parser("plan", help="compose the plan of a job file")
    plan.add_argument("job", type=Path)
    plan.add_argument("--text", action="store_true", help="print a readable sheet")
    plan.set_defaults(run=reckoning.plan)

    watch = commands.add_parser("watch", help="send a thermometer's lines to a watch, from stdin")
    watch.add_argument("watch_id")
    watch.add_argument("--to", default="http://127.0.0.1:8140", help="where Pellak is served")
    watch.set_defaults(run=thermometer.watch)

    turned = commands.add_parser("dial", help="turn a flame of the trainer by lines from stdin")
    turned.add_argument("number", help="the four digits on the flame's page")
    turned.add_argument("--to", default="http://127.0.0.1:8140", help="where Pellak is served")
    turned.add_argument("--stand-in", action="store_true", help="a dial that turns by itself")
    turned.set_defaults(run=dial.dial)

    for name, run, told in (
        ("serve", serving.serve, "serve the application"),
        ("demo", records.demo, "load the demo data once"),
        ("backup", records.backup, "copy the records to a file, also while serving"),
        ("restore", records.restore, "put a backup in place; stop the server first"),
        ("salvage", records.salvage, "read what a damaged file still holds into a new one"),
    ):
        command = commands.add_parser(name, help=told)
        command.add_argument("--data", type=Path, default=records.default_folder())
        command.set_defaults(run=run)
        if name == "serve":
            serving.add_arguments(command)
        if name in ("backup", "restore", "salvage"):
            command.add_argument("file", type=Path)
        if name == "restore":
            command.add_argument("--replace", action="store_true", help="set aside what is there")
    return parser


def main(arguments: Sequence[str] | None = None) -> int:
    """Run one command; 0 on success, 2 with one clear line on bad input or unusable records."""
    args = _parser().parse_args(arguments)
    try:
        args.run(args)
    except (Refused, StoreError) as refused:
        print(f"pellak: {refused}", file=sys.stderr)
        return BAD_INPUT
    except ValidationError as error:
        print(f"pellak: {refusals(error)[0]}", file=sys.stderr)
        return BAD_INPUT
    return 0
