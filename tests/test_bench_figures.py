"""What became slower since the last release is named, at this machine's own pace."""

import json

import pytest
from bench import figures
from bench.figures import Figures


@pytest.fixture
def released(tmp_path, monkeypatch):
    """A release in which a plan took 20 ms and a card 40, by a yardstick of 10 ms."""
    kept = {"version": "9.9.0", "yardstick_ms": 10.0, "figures": {"a plan": 20.0, "a card": 40.0}}
    file = tmp_path / "released.json"
    file.write_text(json.dumps(kept))
    monkeypatch.setattr(figures, "RELEASED", file)
    return file


def said(monkeypatch, capsys, yardstick_ms, plan_ms, card_ms):
    monkeypatch.setattr(figures, "yardstick_ms", lambda: yardstick_ms)
    measured = Figures()
    measured.say("a plan", plan_ms, "ms")
    measured.say("a card", card_ms, "ms")
    measured.compare()
    return capsys.readouterr().out


def test_only_what_is_slower_by_more_than_the_machine_is_named(released, monkeypatch, capsys):
    text = said(monkeypatch, capsys, 10.0, 26.0, 41.0)
    assert "a plan: 26, was 20" in text
    assert "a card: " not in text


def test_a_machine_twice_as_slow_is_no_fault_of_the_code(released, monkeypatch, capsys):
    assert "nothing became slower" in said(monkeypatch, capsys, 20.0, 41.0, 80.0)
    assert "a plan: 41" in said(monkeypatch, capsys, 10.0, 41.0, 40.0)


def test_a_release_is_written_down_and_compared_with(released, monkeypatch, capsys):
    monkeypatch.setattr(figures, "yardstick_ms", lambda: 5.0)
    measured = Figures()
    measured.say("a plan", 12.0, "ms")
    measured.keep()
    assert json.loads(released.read_text())["figures"] == {"a plan": 12.0}
    measured.compare()
    assert "nothing became slower" in capsys.readouterr().out
