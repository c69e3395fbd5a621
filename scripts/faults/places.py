"""Where faults can be planted: operators, bounds and constants of Python and of the page."""

import ast
import re
from collections.abc import Iterator
from dataclasses import dataclass
from pathlib import Path

SWAPS = {"<=": "<", ">=": ">", "<": "<=", ">": ">=", "+": "-", "-": "+", "*": "/", "/": "*",
         "and": "or", "or": "and", "min": "max", "max": "min", "&&": "||", "||": "&&",
         "===": "!==", "!==": "===", "Math.min": "Math.max", "Math.max": "Math.min"}  # fmt: skip


@dataclass(frozen=True)
class Fault:
    """One change of one line: from a column on, in bytes, `was` becomes `is_now`."""

    path: Path
    line: int
    column: int
    was: str
    is_now: str

    def __str__(self) -> str:
        return f"{self.path}:{self.line}: {self.was} -> {self.is_now}"


def faults_of(path: Path, text: str) -> list[Fault]:
    """Return every fault that could be planted in a module."""
    return _in_python(path, text) if path.suffix == ".py" else list(_in_page(path, text))


def planted(text: str, fault: Fault) -> str:
    """Return a module's text with a fault in it."""
    lines = text.encode().splitlines(keepends=True)
    line, was = lines[fault.line - 1], fault.was.encode()
    end = fault.column + len(was)
    assert line[fault.column : end] == was, fault
    lines[fault.line - 1] = line[: fault.column] + fault.is_now.encode() + line[end:]
    return b"".join(lines).decode()


def _between(text: str, left: ast.expr, right: ast.expr) -> Iterator[tuple[int, int, str]]:
    """Give the operator between two expressions of one line, with its place."""
    if left.end_lineno != right.lineno or left.end_col_offset is None:
        return
    line = text.splitlines()[right.lineno - 1].encode()
    gap = line[left.end_col_offset : right.col_offset].decode()
    sign = gap.strip(" ()")
    if sign in SWAPS:
        yield right.lineno, left.end_col_offset + gap.index(sign), sign


def _more(number: float) -> str:
    return repr(number * 1.5 if isinstance(number, float) else number + 2)


def _in_python(path: Path, text: str) -> list[Fault]:
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
                found.append(Fault(path, node.lineno, node.col_offset, was, _more(node.value)))
        found += [Fault(path, line, at, sign, SWAPS[sign]) for line, at, sign in signs]
    return found


_PAGE_SIGN = re.compile(
    r"(?<= )(?:<=|>=|<|>|\+|-|\*|/|&&|\|\||===|!==)(?= )|Math\.(?:min|max)(?=\()"
    r"|(?<![\w.#\"'-])(?:[2-9]|[1-9]\d+)(?:\.\d+)?(?![\w.\"'%-])"
)
_NO_RULE = re.compile(r"^\s*(?://|/?\*|import |export type|type |interface )|className=|=> void")


def _in_page(path: Path, text: str) -> Iterator[Fault]:
    """Give the faults of a module of the page, by its lines: types, words and styles are none."""
    for number, line in enumerate(text.splitlines(), 1):
        if _NO_RULE.search(line):
            continue
        code = line.split(" // ")[0]
        for sign in _PAGE_SIGN.finditer(code):
            if code[: sign.start()].count("`") % 2 or code[: sign.start()].count('"') % 2:
                continue
            was = sign.group()
            is_now = SWAPS.get(was) or _more(float(was) if "." in was else int(was))
            column = len(code[: sign.start()].encode())
            yield Fault(path, number, column, was, is_now)
