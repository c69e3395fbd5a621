"""Plant one fault at a time and see whether the tests notice.

`make faults` plants 200, chosen by chance: a line for each that survived, and by layer the share
that was killed, held against what is asked of it. `python scripts/faults/plant.py COUNT SEED LAYER`
plants so many, by another chance, in one layer. Works on a copy: the tree it is called in stays.
Before any fault the copy's own tests must pass, or every fault would seem to be noticed.
"""

import argparse
import random
import shutil
import subprocess
import sys
import tempfile
from collections.abc import Sequence
from dataclasses import dataclass
from pathlib import Path

from places import Fault, faults_of, planted

ROOT = Path(__file__).resolve().parents[2]
LONGEST_S = 900
"""Still running after a quarter of an hour counts as failing."""


@dataclass(frozen=True)
class Layer:
    """A part of the house, its tests, its share of all faults, and the share that has to fall."""

    name: str
    rooms: tuple[str, ...]
    tests: tuple[str, ...]
    share: float
    asked: float


LAYERS = (
    Layer("core", ("src/pellak/core/**/*.py",), ("tests/core",), 0.6, 0.90),
    Layer(
        "shop", tuple(f"src/pellak/{room}/*.py" for room in ("shop", "api", "store")),
        ("tests/shop", "tests/api", "tests/store"), 0.25, 0.85,
    ),
    Layer("page", ("web/src/**/*.ts",), (), 0.15, 0.85),
)  # fmt: skip


def main() -> None:
    """Plant faults and say which survived."""
    asked = argparse.ArgumentParser(description="Plant faults and see whether the tests notice.")
    asked.add_argument("count", type=int, nargs="?", default=200)
    asked.add_argument("seed", type=int, nargs="?", default=1)
    asked.add_argument("layer", nargs="?", choices=[layer.name for layer in LAYERS])
    result = asked.parse_args()
    layers = [layer for layer in LAYERS if result.layer in (None, layer.name)]
    with tempfile.TemporaryDirectory() as name:
        tree = Path(name) / "tree"
        _copy_tracked(tree)
        short = False
        for layer in layers:
            share = layer.share if result.layer is None else 1.0
            short |= not _measured(tree, layer, max(1, round(share * result.count)), result.seed)
    if short:
        sys.exit("Fewer faults were killed than are asked for.")


def _measured(tree: Path, layer: Layer, count: int, seed: int) -> bool:
    """Plant a layer's faults; return whether enough of them were killed."""
    if said := _failure(tree, layer.tests):
        sys.exit(f"The tests fail with no fault planted: nothing can be measured.\n{said}")
    files = {file for room in layer.rooms for file in tree.glob(room)}
    every = [
        fault
        for file in sorted(files)
        if ".test." not in file.name and "schema" not in file.name and "testing" not in file.parts
        for fault in faults_of(file.relative_to(tree), file.read_text(encoding="utf-8"))
    ]
    chosen = random.Random(seed).sample(every, min(count, len(every)))
    survived = 0
    for fault in chosen:
        if not _killed(tree, layer, fault):
            survived += 1
            print(fault, flush=True)
    killed = 1 - survived / len(chosen)
    print(f"{layer.name}: {len(chosen)} of {len(every)} planted, {100 * killed:.0f} % killed, "
          f"{100 * layer.asked:.0f} asked", flush=True)  # fmt: skip
    return killed >= layer.asked


def _killed(tree: Path, layer: Layer, fault: Fault) -> bool:
    """Return whether the tests notice a fault."""
    file = tree / fault.path
    text = file.read_text(encoding="utf-8")
    file.write_text(planted(text, fault), encoding="utf-8")
    try:
        # Its own tests first: most faults fall to them in seconds.
        near = _near(tree, layer, fault.path)
        return _failure(tree, [*near, *layer.tests], fault.path) != ""
    finally:
        file.write_text(text, encoding="utf-8")


def _near(tree: Path, layer: Layer, path: Path) -> list[str]:
    """Return the tests that name a module."""
    module = ".".join(path.with_suffix("").parts[1:])
    tests = [test for room in layer.tests for test in sorted((tree / room).glob("test_*.py"))]
    return [str(one.relative_to(tree)) for one in tests if module in one.read_text("utf-8")]


def _failure(tree: Path, tests: Sequence[str], path: Path | None = None) -> str:
    """Return the end of what failing tests of the copy print, nothing where they pass.

    The page's are asked where `tests` names none: all, or those a module of it can change."""
    python = ["-m", "pytest", "-x", "-q", "-p", "no:cacheprovider", "--no-header", *tests]
    which = ["run"] if path is None else ["related", str(path.relative_to("web")), "--run"]
    page = ["npx", "--no-install", "vitest", *which, "--passWithNoTests", "--bail", "1"]
    try:
        done = subprocess.run(
            [sys.executable, *python] if tests else page,
            cwd=tree if tests else tree / "web",
            env={"PATH": f"{ROOT}/.venv/bin:/usr/local/bin:/usr/bin:/bin",
                 "PYTHONPATH": str(tree / "src"), "HOME": str(Path.home())},
            capture_output=True, timeout=LONGEST_S, check=False,
        )  # fmt: skip
    except subprocess.TimeoutExpired:
        return f"still running after {LONGEST_S} s"
    return "" if done.returncode == 0 else done.stdout.decode()[-2000:] or "no output"


def _copy_tracked(tree: Path) -> None:
    """Copy what the repository keeps, and nothing built; packages of the page are lent."""
    listed = subprocess.run(
        ["git", "ls-files", "-z"], cwd=ROOT, capture_output=True, text=True, check=True
    )
    for name in filter(None, listed.stdout.split("\0")):
        if (ROOT / name).is_file():
            (tree / name).parent.mkdir(parents=True, exist_ok=True)
            shutil.copy(ROOT / name, tree / name)
    (tree / "web/node_modules").symlink_to(ROOT / "web/node_modules")


if __name__ == "__main__":
    main()
