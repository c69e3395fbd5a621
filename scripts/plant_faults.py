"""Plant one fault at a time in the core and see whether its tests notice.

`python scripts/plant_faults.py [COUNT] [SEED]` plants so many, chosen by chance; a line for each
that survived, and the share that was killed. Works on a copy: the tree it is called in stays.
Before any fault the copy's own tests must pass, or every fault would seem to be noticed.
"""

import ast
import random
import shutil
import subprocess
import sys
import tempfile
from collections.abc import Iterator
from dataclasses import dataclass
from pathlib import Path

ROOT = Path(__file__).resolve().parents[1]
CORE = Path("src/pellak/core")
SWAPS = {"<=": "<", ">=": ">", "<": "<=", ">": ">=", "+": "-", "-": "+", "*": "/", "/": "*",
         "and": "or", "or": "and", "min": "max", "max": "min"}  # fmt: skip
LONGEST_S = 900


@dataclass(frozen=True)
class Fault:
    """One change of one line: from a column on, `was` becomes `is_now`."""

    path: Path
    line: int
    column: int
    was: str
    is_now: str

    def __str__(self) -> str:
        return f"{self.path}:{self.line}: {self.was} -> {self.is_now}"


def _between(text: str, left: ast.expr, right: ast.expr) -> Iterator[tuple[int, int, str]]:
    """Give the operator between two expressions of one line, with its place."""
    if left.end_lineno != right.lineno or left.end_col_offset is None:
        return
    line = text.splitlines()[right.lineno - 1].encode()
    gap = line[left.end_col_offset : right.col_offset].decode()
    sign = gap.strip(" ()")
    if sign in SWAPS:
        yield right.lineno, left.end_col_offset + gap.index(sign), sign


def faults_of(path: Path, text: str) -> list[Fault]:
    """Return every fault that could be planted in a module."""
    found = []
    for node in ast.walk(ast.parse(text)):
        signs: list[tuple[int, int, str]] = []
        if isinstance(node, ast.BinOp):
            signs += _between(text, node.left, node.right)
        elif isinstance(node, ast.Compare):
            signs += _between(text, node.left, node.comparators[0])
        elif isinstance(node, ast.BoolOp):
            signs += _between(text, node.values[0], node.values[1])
        elif isinstance(node, ast.Call) and isinstance(node.func, ast.Name):
            if node.func.id in SWAPS:
                signs.append((node.func.lineno, node.func.col_offset, node.func.id))
        elif isinstance(node, ast.Constant) and type(node.value) in (int, float):
            was = ast.get_source_segment(text, node) or ""
            if node.value not in (0, 1) and was:
                more = repr(node.value * 1.5 if isinstance(node.value, float) else node.value + 2)
                found.append(Fault(path, node.lineno, node.col_offset, was, more))
        found += [Fault(path, line, at, sign, SWAPS[sign]) for line, at, sign in signs]
    return found


def planted(text: str, fault: Fault) -> str:
    """Return a module's text with a fault in it; columns are bytes, as the parser counts them."""
    lines = text.encode().splitlines(keepends=True)
    line, was = lines[fault.line - 1], fault.was.encode()
    end = fault.column + len(was)
    assert line[fault.column : end] == was, fault
    lines[fault.line - 1] = line[: fault.column] + fault.is_now.encode() + line[end:]
    return b"".join(lines).decode()


def _tests_for(tree: Path, path: Path) -> list[str]:
    """Return the tests that name a module first, then all that speak of the core."""
    module = ".".join(path.with_suffix("").parts[1:])
    near = [
        str(test.relative_to(tree))
        for test in sorted((tree / "tests/core").glob("test_*.py"))
        if module in test.read_text(encoding="utf-8")
    ]
    return [*near, "tests/core"]


def _failure(tree: Path, tests: list[str]) -> str:
    """Return the end of what failing tests of the copy print, nothing where they pass.

    Still running after a quarter of an hour counts as failing.
    """
    try:
        done = subprocess.run(
            [sys.executable, "-m", "pytest", "-x", "-q", "-p", "no:cacheprovider", "--no-header",
             *tests],
            cwd=tree, env={"PATH": "/usr/bin:/bin", "PYTHONPATH": str(tree / "src")},
            capture_output=True, timeout=LONGEST_S, check=False,
        )  # fmt: skip
    except subprocess.TimeoutExpired:
        return f"still running after {LONGEST_S} s"
    return "" if done.returncode == 0 else done.stdout.decode()[-2000:] or "no output"


def killed(tree: Path, fault: Fault) -> bool:
    """Return whether the tests notice a fault."""
    file = tree / fault.path
    text = file.read_text(encoding="utf-8")
    file.write_text(planted(text, fault), encoding="utf-8")
    try:
        # Its own tests first: most faults fall to them in seconds.
        return _failure(tree, _tests_for(tree, fault.path)) != ""
    finally:
        file.write_text(text, encoding="utf-8")


def main() -> None:
    """Plant faults and tell which survived."""
    count = int(sys.argv[1]) if len(sys.argv) > 1 else 60
    chance = random.Random(int(sys.argv[2]) if len(sys.argv) > 2 else 1)
    with tempfile.TemporaryDirectory() as name:
        tree = Path(name) / "tree"
        _copy_tracked(tree)
        if said := _failure(tree, ["tests/core"]):
            sys.exit(f"The tests fail with no fault planted: nothing can be measured.\n{said}")
        every = [
            fault
            for file in sorted((tree / CORE).rglob("*.py"))
            for fault in faults_of(file.relative_to(tree), file.read_text(encoding="utf-8"))
        ]
        chosen = chance.sample(every, min(count, len(every)))
        survived = []
        for fault in chosen:
            if not killed(tree, fault):
                survived.append(fault)
                print(fault, flush=True)
    share = 1 - len(survived) / len(chosen)
    print(f"{len(chosen)} of {len(every)} planted, {100 * share:.0f} % killed")


def _copy_tracked(tree: Path) -> None:
    """Copy what the repository keeps, and nothing built."""
    listed = subprocess.run(
        ["git", "ls-files", "-z"], cwd=ROOT, capture_output=True, text=True, check=True
    )
    for name in filter(None, listed.stdout.split("\0")):
        if (ROOT / name).is_file():
            (tree / name).parent.mkdir(parents=True, exist_ok=True)
            shutil.copy(ROOT / name, tree / name)


if __name__ == "__main__":
    main()
