"""The examples in the docstrings of the core say what comes out."""

import doctest
import importlib
from pathlib import Path

import pytest

import pellak.core

CORE = Path(pellak.core.__file__).parent
TOLD = [
    str(source.relative_to(CORE).with_suffix("")).replace("/", ".").removesuffix(".__init__")
    for source in sorted(CORE.rglob("*.py"))
    if ">>> " in source.read_text(encoding="utf-8")
]


@pytest.mark.parametrize("name", TOLD)
def test_examples_come_out_as_they_say(name):
    failed, tried = doctest.testmod(importlib.import_module(f"pellak.core.{name}"))
    assert (failed, tried > 0) == (0, True)
