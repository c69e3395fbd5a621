"""What a reckoner promises is written where it is read: units or range, source, what is refused."""

import inspect

import pytest

from pellak.core.catalogue.reckoners import RECKONERS


@pytest.mark.parametrize("reckoner", RECKONERS, ids=lambda reckoner: reckoner.name)
def test_a_reckoner_says_where_it_holds_whose_it_is_and_what_it_refuses(reckoner):
    said = inspect.getdoc(reckoner.reckon) or ""
    assert said.splitlines()[0].endswith((".", ":", "`."))
    for word in ("Valid", "Source:", "Raises"):
        assert word in said, f"{reckoner.reckon.__name__} does not say {word!r}"
    more = set(inspect.signature(reckoner.reckon).parameters) - {"given"}
    assert all(f"{name}:" in said for name in more), f"arguments not told: {more}"
