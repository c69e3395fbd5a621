"""The walls of the house: import rules, names, sizes."""

import re
import subprocess
import sys
from pathlib import Path

import pytest

from pellak.core.care.sequences import every_step

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
    assert "4 kept, 0 broken" in done.stdout


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


ROOMS = (
    "src/pellak/core/kinds/", "src/pellak/core/member/", "src/pellak/core/overlay/",
    "web/src/kinds/",
)  # fmt: skip
REGISTRIES = {
    "src/pellak/core/registry.py", "src/pellak/demo/jobs.py", "src/pellak/demo/work_done.py",
}  # fmt: skip
"""Where reckoners are listed, and the demo. A kind's subject is a room of its own."""
PICTURES = "src/pellak/paper/pictures.py"
"""A drawing on paper knows what it draws."""


@pytest.mark.parametrize(
    ("kind", "picture"),
    [
        ("straighten", "src/pellak/paper/member_picture.py"),
        ("overlay", "src/pellak/paper/faced_picture.py"),
    ],
)
def test_a_kind_is_known_by_name_in_its_rooms_alone(kind: str, picture: str) -> None:
    word = re.compile(rf"(?<!Radix\.)\b{kind}", re.I)
    told = {
        str(path.relative_to(ROOT))
        for path in tracked("src/*.py", "src/*.toml", "web/src/*.ts", "web/src/*.tsx")
        if path.name != "schema.ts" and word.search(path.read_text(encoding="utf-8"))
    }
    outside = {name for name in told if not name.startswith(ROOMS)}
    assert outside == REGISTRIES | {PICTURES, picture}


def test_what_kinds_share_names_no_kind_by_its_tag() -> None:
    """Nothing outside the rooms asks which kind a job is: it asks its kind."""
    asks = re.compile(r"\b(job|drawing|work)\??\.kind\s*[!=]==?")
    told = [
        str(path.relative_to(ROOT))
        for path in tracked("src/*.py", "web/src/*.ts", "web/src/*.tsx")
        if asks.search(path.read_text(encoding="utf-8"))
    ]
    assert [name for name in told if not name.startswith(ROOMS)] == []


def test_every_kind_of_step_has_its_tool_at_the_bench() -> None:
    shared = (ROOT / "web/src/places/benchmode/CardTools.tsx").read_text(encoding="utf-8")
    brought = set(re.findall(r'case "([a-z-]+)":', shared)) | {"step"}
    for room in (ROOT / "web/src/kinds").glob("*/index.tsx"):
        tools = re.search(r"tools: \{([^}]*)\}", room.read_text(encoding="utf-8"))
        assert tools is not None, room
        brought |= set(re.findall(r"\"?([a-z-]+)\"?:", tools[1]))
    assert {step.kind for step in every_step()} <= brought
