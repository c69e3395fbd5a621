"""Questions and plans at the shell: JSON in, JSON out."""

import argparse
import json
import sys
from typing import Any

from pellak.core.answer.errors import Refused
from pellak.core.catalogue.reckoners import RECKONERS, get_reckoner
from pellak.core.model.job_base import ShopSchools
from pellak.core.plan.change_job import job_from
from pellak.core.plan.compose import compose_plan
from pellak.core.plan.text_report import plan_sheet
from pellak.core.reading.measures import said
from pellak.core.reading.text import unkeepable


def _read_json(text: str, what: str) -> dict[str, Any]:
    def refuse(constant: str) -> None:
        raise Refused(what, constant, "numbers only; NaN and infinity are no measures")

    try:
        if unkeepable(text.encode("utf-8")):
            raise Refused(what, text[:40], "whole signs; half a pair or a zero cannot be kept")
        document = json.loads(text, parse_constant=refuse)
    except (json.JSONDecodeError, UnicodeError, RecursionError) as error:
        raise Refused(what, text[:40], f"JSON ({error})") from None
    if not isinstance(document, dict):
        raise Refused(what, text[:40], "a JSON object")
    return document


def reckon(args: argparse.Namespace) -> None:
    """Answer one question, name the reckoners, or print a reckoner's schema."""
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
    try:
        text = sys.stdin.read()
    except UnicodeDecodeError as error:
        raise Refused("input", "bytes", f"UTF-8 text ({error.reason})") from None
    given = _read_json(text, "input")
    answer = reckoner.reckon(reckoner.given.model_validate(given)).model_dump_json(indent=2)
    print(said(answer, "metric"))


def plan(args: argparse.Namespace) -> None:
    """Print the plan of a job file."""
    try:
        text = args.job.read_text(encoding="utf-8")
    except (OSError, UnicodeDecodeError) as error:
        raise Refused("job", str(args.job), f"a readable file ({error})") from None
    composed = compose_plan(job_from(_read_json(text, "job")), ShopSchools())
    sheet = plan_sheet(composed) if args.text else composed.model_dump_json(indent=2)
    print(said(sheet, "metric"))
