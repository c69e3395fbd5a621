"""The walls of the house: import rules, names, sizes."""

import subprocess
import sys
from pathlib import Path

import pytest

ROOT = Path(__file__).parents[1]
LONGEST_MODULE = 320


def tracked(*patterns: str) -> list[Path]:
    found = subprocess.run(
        ["git", "ls-files", "--cached", "--others", "--exclude-standard", *patterns],
        cwd=ROOT,
        capture_output=True,
        text=True,
        check=True,
    )
    return [ROOT / line for line in found.stdout.splitlines() if (ROOT / line).is_file()]


def test_imports_point_down_only() -> None:
    done = subprocess.run(
        [Path(sys.executable).with_name("lint-imports")],
        cwd=ROOT,
        capture_output=True,
        text=True,
        check=False,
    )
    assert done.returncode == 0, done.stdout
    assert "3 kept, 0 broken" in done.stdout


def test_no_module_has_a_name_that_says_nothing() -> None:
    vague = {"utils", "util", "helpers", "helper", "common", "misc", "manager"}
    assert [p for p in tracked("*.py", "*.ts", "*.tsx") if p.stem.lower() in vague] == []


def test_every_module_can_be_read_in_one_sitting() -> None:
    modules = [p for p in tracked("*.py", "*.ts", "*.tsx") if p.name != "schema.ts"]
    long = {p.name: n for p in modules if (n := len(p.read_text().splitlines())) > LONGEST_MODULE}
    assert long == {}


@pytest.mark.parametrize(
    "lock", ["requirements.txt", "requirements-dev.txt", "requirements-node.txt"]
)
def test_lock_files_carry_hashes_and_no_address(lock: str) -> None:
    text = (ROOT / lock).read_text()
    assert "--hash=sha256:" in text
    assert "://" not in text
    for option in ("--index-url", "--extra-index-url", "--find-links", "--trusted-host"):
        assert option not in text


def test_the_page_lock_carries_no_address() -> None:
    assert '"resolved"' not in (ROOT / "web/package-lock.json").read_text()


KNOWS_A_KIND = {
    "src/pellak/core/job.py",
    "src/pellak/core/planned.py",
    "src/pellak/core/bench.py",
    "src/pellak/core/run_log.py",
    "src/pellak/core/registry.py",
    "src/pellak/core/tables/sequence_1_people_and_place.toml",
    "src/pellak/core/tables/sequence_4_work.toml",
    "src/pellak/shop/at_bench.py",
    "src/pellak/api/paper_routes.py",
    "src/pellak/paper/job_card.py",
    "src/pellak/paper/member_picture.py",
    "src/pellak/demo/ferry.py",
    "web/src/places/runbook/RunPage.tsx",
    "web/src/places/bench/DistortionDialog.tsx",
    "web/src/places/benchmode/RoundTool.tsx",
}
"""What knows the kind by name outside its folder, its subject and the registry: may only shrink."""


def test_a_kind_is_known_by_name_in_few_rooms() -> None:
    rooms = ("src/pellak/core/kinds/", "src/pellak/core/member/")
    told = [
        str(path.relative_to(ROOT))
        for path in tracked("src/*.py", "src/*.toml", "web/src/*.ts", "web/src/*.tsx")
        if path.name != "schema.ts" and "straighten" in path.read_text(encoding="utf-8")
    ]
    assert {name for name in told if not name.startswith(rooms)} <= KNOWS_A_KIND
