"""The contract: what is written down is what is served, and the page's types come from it."""

import json
import math
import os
import re
import subprocess
from pathlib import Path

import schemathesis
from hypothesis import HealthCheck, given, settings
from schemathesis.checks import positive_data_acceptance
from scripts.openapi import document, page_part, written

from pellak.api.app import create_app

ROOT = Path(__file__).parents[2]
WHOLE_CASES = 20_000


def test_the_contract_in_the_tree_is_the_one_served() -> None:
    assert (ROOT / "openapi.json").read_text(encoding="utf-8") == written(document())


def test_the_pages_types_are_made_from_that_contract(tmp_path) -> None:
    made = tmp_path / "schema.ts"
    asked = tmp_path / "page.json"
    asked.write_text(written(page_part(document())), encoding="utf-8")
    tool = ROOT / "web/node_modules/.bin/openapi-typescript"
    subprocess.run([tool, asked, "-o", made], check=True, capture_output=True, cwd=ROOT / "web")
    assert made.read_text() == (ROOT / "web/src/api/schema.ts").read_text()


def test_the_pages_types_hold_what_the_page_asks_and_nothing_more() -> None:
    page = "".join(
        source.read_text(encoding="utf-8")
        for source in (ROOT / "web/src").rglob("*.ts*")
        if source.name != "schema.ts"
    )
    asked = {re.sub(r"\$?\{[^}]*\}", "*", path) for path in re.findall(r"/api/[\w/{}$.-]+", page)}
    offered = {re.sub(r"\{[^}]*\}", "*", path) for path in page_part(document())["paths"]}
    assert offered - asked == set()
    assert json.loads((ROOT / "openapi.json").read_text(encoding="utf-8"))["paths"].keys() > (
        page_part(document())["paths"].keys()
    )


def test_any_request_gets_an_answer_the_contract_names(tmp_path) -> None:
    app = create_app(tmp_path)

    async def at_home(scope, receive, send) -> None:
        """Ask as this machine's own page does; a strange host is another test's."""
        if scope["type"] == "http":
            kept = [(name, value) for name, value in scope["headers"] if name != b"host"]
            scope = {**scope, "headers": [*kept, (b"host", b"localhost")]}
        await app(scope, receive, send)

    schema = schemathesis.openapi.from_asgi("/openapi.json", at_home)
    operations = [found.ok() for found in schema.get_all_operations()]
    assert len(operations) > 15
    whole = os.environ.get("PELLAK_SWEEP") == "full"
    each = math.ceil(WHOLE_CASES / len(operations)) if whole else 7
    for operation in operations:
        _try(operation, each)


def _try(operation, cases: int) -> None:
    @settings(max_examples=cases, suppress_health_check=list(HealthCheck), derandomize=True)
    @given(operation.as_strategy())
    def answers_as_the_contract_says(case) -> None:
        # Text can fit the schema and still be no measure: refusing it by field is the contract.
        case.call_and_validate(excluded_checks=[positive_data_acceptance])

    answers_as_the_contract_says()
