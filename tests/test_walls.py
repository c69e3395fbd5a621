"""The walls of the house: import rules, names, sizes."""

import ast
import re
import subprocess
import sys
from pathlib import Path

import grimp
import pytest

from pellak.core.model.sequences import every_step

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
    assert "6 kept, 0 broken" in done.stdout


def test_no_module_stands_in_a_circle_of_imports() -> None:
    graph = grimp.build_graph("pellak")
    below = {one: graph.find_modules_directly_imported_by(one) for one in graph.modules}
    # A package's own file gathers its modules; what is left once the lowest are taken away goes
    # round in a circle.
    left = dict(below)
    while lowest := [one for one, under in left.items() if not under & left.keys()]:
        for one in lowest:
            del left[one]
    assert sorted(left) == []


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
    "src/pellak/core/kinds/", "src/pellak/core/model/kinds/", "src/pellak/core/member/",
    "src/pellak/core/overlay/",
    "web/src/kinds/",
)  # fmt: skip
REGISTRIES = {
    "src/pellak/core/catalogue/reckoners.py", "src/pellak/demo/jobs.py",
    "src/pellak/demo/work_done.py",
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
    listed = {
        str(path.relative_to(ROOT))
        for path in tracked("src/*.py", "src/*.toml", "web/src/*.ts", "web/src/*.tsx")
        if path.name != "schema.ts" and word.search(path.read_text(encoding="utf-8"))
    }
    outside = {name for name in listed if not name.startswith(ROOMS)}
    assert outside == REGISTRIES | {PICTURES, picture}


def test_what_kinds_share_names_no_kind_by_its_tag() -> None:
    """Nothing outside the rooms asks which kind a job is: it asks its kind."""
    asks = re.compile(r"\b(job|drawing|work)\??\.kind\s*[!=]==?")
    listed = [
        str(path.relative_to(ROOT))
        for path in tracked("src/*.py", "web/src/*.ts", "web/src/*.tsx")
        if asks.search(path.read_text(encoding="utf-8"))
    ]
    assert [name for name in listed if not name.startswith(ROOMS)] == []


def test_every_kind_of_step_has_its_tool_at_the_bench() -> None:
    shared = (ROOT / "web/src/places/benchmode/CardTools.tsx").read_text(encoding="utf-8")
    brought = set(re.findall(r'case "([a-z-]+)":', shared)) | {"step"}
    for room in (ROOT / "web/src/kinds").glob("*/index.tsx"):
        tools = re.search(r"tools: \{([^}]*)\}", room.read_text(encoding="utf-8"))
        assert tools is not None, room
        brought |= set(re.findall(r"\"?([a-z-]+)\"?:", tools[1]))
    assert {step.kind for step in every_step()} <= brought


OPENED_IN = {
    "src/pellak/api/app.py": "the built page",
    "src/pellak/api/contract.py": "its words, shipped beside it",
    "src/pellak/cli/reckoning.py": "a job file somebody names",
    "src/pellak/shop/backup_parcel.py": "a backup, which nobody writes",
    "src/pellak/shop/clock.py": "the machine's boot",
    "src/pellak/store/disk.py": "what was written beside, before it has its name",
    "src/pellak/store/photo_files.py": "photos",
    "src/pellak/store/restoring.py": "a second copy where a disk knows no second names",
    "src/pellak/store/serving_lock.py": "its own file",
}
"""Which modules open files, and what. The records are opened by SQLite alone: POSIX drops every
lock this process holds on a file when it closes any handle of it (see `store/disk.py`)."""
OPENS = {
    "open", "fdopen", "read_bytes", "read_text", "write_bytes", "write_text", "copyfile", "copy2",
    "copytree", "sendfile", "FileResponse", "mmap",
}  # fmt: skip
OPENS_NO_FILE = {"bench", "self._bench", "Image", "archive", "self._opener"}
"""What else is opened: a job, a picture in memory, an archive's own entry, an address."""


def test_files_are_opened_where_it_is_known_which() -> None:
    found: dict[str, set[str]] = {}
    rooms = (f"src/pellak/{room}/*.py" for room in ("api", "cli", "shop", "store"))
    for path in tracked(*rooms):
        for node in ast.walk(ast.parse(path.read_text())):
            if isinstance(node, ast.Call):
                called, on = node.func, ""
                if isinstance(called, ast.Attribute):
                    on = ast.unparse(called.value)
                name = called.attr if isinstance(called, ast.Attribute) else ast.unparse(called)
                if name in OPENS and on not in OPENS_NO_FILE:
                    found.setdefault(str(path.relative_to(ROOT)), set()).add(f"{on}.{name}")
    assert {path: calls for path, calls in found.items() if path not in OPENED_IN} == {}
    assert OPENED_IN.keys() <= found.keys()
