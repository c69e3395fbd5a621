"""What a reader of the core is told: the unit of every number a public function takes."""

import ast
import re
from pathlib import Path

import pytest

import pellak.core

CORE = Path(pellak.core.__file__).parent
UNITS = (
    "mm|mm2|mm3|m|m3|l|kg|g|c|k|s|min|h|bar|rad|deg|percent|kelvin|seconds|minutes"
    # Without a unit by their nature.
    "|ratio|factor|share"
)
HAS_UNIT = re.compile(rf"(^|_)({UNITS})$|_per_")
NUMBER = re.compile(r"\b(float|int|Floats)\b")


def _public_functions():
    for source in sorted(CORE.rglob("*.py")):
        for node in ast.parse(source.read_text(encoding="utf-8")).body:
            if isinstance(node, ast.FunctionDef) and not node.name.startswith("_"):
                yield source.relative_to(CORE), node


def _untold(function: ast.FunctionDef) -> list[str]:
    words = ast.get_docstring(function) or ""
    return [
        a.arg
        for a in (*function.args.args, *function.args.kwonlyargs)
        if a.annotation is not None
        and NUMBER.search(ast.unparse(a.annotation))
        and not HAS_UNIT.search(a.arg)
        and not re.search(rf"\b{a.arg}\b", words)
    ]


def test_each_number_says_its_unit_in_its_name_or_is_told_in_the_docstring() -> None:
    functions = list(_public_functions())
    assert len(functions) > 400
    assert [
        f"{where} {function.name}: {', '.join(untold)}"
        for where, function in functions
        if (untold := _untold(function))
    ] == []


def _physical(function: ast.FunctionDef) -> bool:
    """Say whether a function takes or gives a number."""
    arguments = [*function.args.args, *function.args.kwonlyargs]
    noted = [a.annotation for a in arguments] + [function.returns]
    return any(note is not None and NUMBER.search(ast.unparse(note)) for note in noted)


def _whole(function: ast.FunctionDef) -> bool:
    """Say whether a docstring names every parameter and the source, and shows an example."""
    words = ast.get_docstring(function) or ""
    named = [a.arg for a in (*function.args.args, *function.args.kwonlyargs)]
    told = all(re.search(rf"\b{name}\b", words) for name in named)
    return told and ">>> " in words and bool(re.search(r"[Ss]ource:", words))


NOT_YET_WHOLE = 3
"""Of the functions that take or give a number. Only ever lowered, until there is none."""


def test_no_more_functions_lack_parameters_source_or_example_than_did() -> None:
    numeric = [function for _, function in _public_functions() if _physical(function)]
    assert len(numeric) > 300
    assert len([function for function in numeric if not _whole(function)]) <= NOT_YET_WHOLE


EXAMPLE = " >>> f(1)\n 1"


@pytest.mark.parametrize(
    ("words", "whole"),
    [
        (f"Return it. a_mm: a. Source: x\n\n{EXAMPLE}", True),
        (f"Return it. Source: x\n\n{EXAMPLE}", False),
        (f"Return it. a_mm: a.\n\n{EXAMPLE}", False),
        ("Return it. a_mm: a. Source: x", False),
    ],
)
def test_the_look_itself_sees_what_a_docstring_lacks(words, whole) -> None:
    function = ast.parse(f"def f(a_mm: float):\n {words!r}").body[0]
    assert isinstance(function, ast.FunctionDef)
    assert _whole(function) == whole


@pytest.mark.parametrize(
    ("source", "untold"),
    [
        ("def f(wall: float): 'Return it.'", ["wall"]),
        ("def f(wall: float): 'Return it for a `wall`, mm.'", []),
        ("def f(wall_mm: float, *, names: str): 'Return it.'", []),
    ],
)
def test_the_look_itself_sees_what_is_untold(source, untold) -> None:
    function = ast.parse(source).body[0]
    assert isinstance(function, ast.FunctionDef)
    assert _untold(function) == untold
