"""The command line: JSON in, JSON out, exit 2 and one clear line on bad input."""

import io
import json
import socket
import subprocess
import sys
from datetime import UTC, datetime
from pathlib import Path

import pytest
from bench.serving import Served

from pellak.cli import main
from pellak.cli.thermometer import stamped
from pellak.core.catalogue.reckoners import RECKONERS
from pellak.store.database import FILE_NAME, Database


@pytest.fixture
def run(monkeypatch, capsys):
    def call(*arguments, given: object = "") -> tuple[int, str, str]:
        text = given if isinstance(given, str) else json.dumps(given)
        monkeypatch.setattr(sys, "stdin", io.StringIO(text))
        status = main([str(a) for a in arguments])
        shown = capsys.readouterr()
        return status, shown.out, shown.err

    return call


def test_reckoners_are_listed_with_their_questions(run):
    status, out, _ = run("reckon", "--list")
    assert status == 0
    assert [line.split()[0] for line in out.splitlines()] == [r.name for r in RECKONERS]


@pytest.mark.parametrize("name", [r.name for r in RECKONERS])
def test_every_reckoner_prints_its_schema(run, name):
    status, out, _ = run("reckon", "--schema", name)
    assert status == 0
    assert json.loads(out)["type"] == "object"


def test_a_reckoner_answers_in_the_common_shape(run):
    given = {"family": "carbon-steel", "thickness_mm": 1.6, "acetylene_l_per_h": 160}
    status, out, _ = run("reckon", "heat", given=given)
    answer = json.loads(out)
    assert status == 0
    assert set(answer) == {"values", "working", "cautions", "schools"}
    assert answer["values"]["puddle_s"] == pytest.approx(5.151, rel=0.005)
    assert answer["values"]["travel_mm_per_min"] == pytest.approx(117.4, rel=0.005)


@pytest.mark.parametrize(
    ("arguments", "given", "says"),
    [
        (["reckon"], "", "name"),
        (["reckon", "horoscope"], "{}", "horoscope"),
        (["reckon", "--schema", "horoscope"], "", "horoscope"),
        (["reckon", "tip"], "", "JSON"),
        (["reckon", "tip"], "[]", "a JSON object"),
        (["reckon", "tip"], '{"thickness_mm": NaN}', "NaN"),
        (["reckon", "tip"], '{"thickness_mm": 1e999}', "thickness_mm"),
        (["reckon", "tip"], '{"family": "carbon-steel", "thickness_mm": -2}', "thickness_mm"),
        (["reckon", "tip"], '{"family": "carbon-steel", "thickness_mm": "2"}', "thickness_mm"),
        (["reckon", "quantity"], '{"text": "18 ga", "kind": "length"}', "say which gauge"),
        (["reckon", "flame"], "{}", "oxygen_ratio"),
        (["plan", "/nowhere/job.json"], "", "a readable file"),
        (["serve", "--host", "0.0.0.0"], "", "--share"),
        (["serve", "--share"], "", "PELLAK_PASSCODE"),
    ],
)
def test_bad_input_is_one_clear_line_and_exit_2(run, arguments, given, says):
    status, out, err = run(*arguments, given=given)
    assert status == 2
    assert out == ""
    assert len(err.splitlines()) == 1
    assert says in err


def test_a_port_that_is_taken_is_told_before_anything_is_promised(run, tmp_path):
    with socket.socket() as taken:
        taken.bind(("127.0.0.1", 0))
        taken.listen()
        port = taken.getsockname()[1]
        status, out, err = run("serve", "--data", tmp_path, "--port", port)
    assert status == 2
    assert out == ""
    assert "a port that is free" in err


def test_the_installed_command_answers_from_a_shell(tmp_path):
    command = Path(sys.executable).with_name("pellak")
    given = '{"text": "8 psi", "kind": "pressure"}'
    done = subprocess.run(
        [command, "reckon", "quantity"], input=given, capture_output=True, text=True, check=True
    )
    assert json.loads(done.stdout)["values"]["unit"] == "bar"
    wrong = subprocess.run(
        [command, "reckon", "quantity"], input="{", capture_output=True, text=True, check=False
    )
    assert wrong.returncode == 2
    assert wrong.stderr.startswith("pellak: input")


def test_a_plan_prints_as_json_or_as_a_sheet(run, tmp_path):
    job = tmp_path / "job.json"
    job.write_text(json.dumps({"name": "Patch", "thickness_mm": 1.2, "length_mm": 640}))
    status, out, _ = run("plan", job)
    assert status == 0
    assert json.loads(out)["may_start"] is True
    status, out, _ = run("plan", job, "--text")
    assert status == 0
    assert "3 TORCH" in out


@pytest.mark.parametrize(
    ("text", "says"),
    [
        ('{"thickness_mm": 1}', "name"),
        ('{"name": "x", "thickness_mm": 99}', "thickness_mm"),
        ('{"name": "x", "hat": 1}', "hat"),
        ('{"name": "x", "family": "tin"}', "family"),
        ("no", "JSON"),
    ],
)
def test_a_bad_job_file_names_the_field(run, tmp_path, text, says):
    job = tmp_path / "job.json"
    job.write_text(text)
    status, _, err = run("plan", job)
    assert status == 2
    assert says in err


def test_backup_and_restore_bring_the_demo_back(run, tmp_path, demo_copy):
    home, copy, other = demo_copy, tmp_path / "copy.sqlite", tmp_path / "other"
    assert "left as it is" in run("demo", "--data", home)[1]
    assert run("backup", "--data", home, copy)[0] == 0
    assert run("backup", "--data", home, copy)[0] == 2
    assert run("restore", "--data", other, copy)[0] == 0
    status, _, err = run("restore", "--data", other, copy)
    assert status == 2
    assert "--replace" in err
    assert run("restore", "--replace", "--data", other, copy)[0] == 0
    assert (other / FILE_NAME).stat().st_size > 0
    Database(other).close()


def test_restoring_what_is_no_database_is_refused(run, tmp_path):
    (tmp_path / "text").write_text("words " * 400)
    assert run("restore", "--data", tmp_path / "new", tmp_path / "text")[0] == 2
    assert run("restore", "--data", tmp_path / "new2", tmp_path / "none")[0] == 2


@pytest.mark.parametrize(
    ("job", "says"),
    [
        ({"alloy": "pb-sheet", "family": "lead", "joint": "lap", "thickness_mm": 2.24,
          "length_mm": 900}, "P3 respirator"),
        ({"alloy": "al-5083", "family": "aluminium", "thickness_mm": 3}, "not fused by torch"),
        ({"alloy": "4130", "family": "chromoly", "thickness_mm": 5, "length_mm": 90},
         "205 °C"),
        ({"alloy": "gi-30", "family": "cast-iron", "joint": "casting-crack", "thickness_mm": 9,
          "restraint": "high", "closed": "vented", "length_mm": 80}, "soak the whole part"),
    ],
)  # fmt: skip
def test_a_plan_of_any_metal_is_a_readable_sheet(run, tmp_path, job, says):
    file = tmp_path / "job.json"
    file.write_text(json.dumps({"name": "Sheet", **job}))
    status, out, _ = run("plan", file, "--text")
    assert status == 0
    assert says in " ".join(out.split())
    assert max(len(line) for line in out.splitlines()) <= 92


@pytest.mark.parametrize(
    ("name", "given", "says"),
    [
        ("preheat", {"alloy": "sae-1045", "thickness_mm": 20}, '"method":"seferian"'),
        ("supply", {"acetylene_l_per_h": 120}, '"purge_s"'),
        ("cylinders", {"gas": "oxygen", "size": "oxygen-7.1", "gauge_bar": 90}, '"content_m3"'),
    ],
)
def test_preheat_and_gas_answer_at_the_shell(run, name, given, says):
    status, out, _ = run("reckon", name, given=given)
    assert status == 0
    assert says in out.replace(" ", "").replace("\n", "")


def test_a_cables_lines_are_given_the_moment_they_were_read():
    now = datetime(2026, 11, 25, 8, 0, tzinfo=UTC)
    at = "2026-11-25T08:00:00.000+00:00"
    assert stamped("near 20.5\n", now) == f"near 20.5 {at}"
    assert stamped("mark welding\n", now) == f"mark welding {at}"
    for line in ("near 20.5 +3", "# near 20", "near", ""):
        assert stamped(line + "\n", now) == line


@pytest.mark.parametrize(
    ("to", "watch_id", "given"), [("ftp://x", "a", "--to"), (None, "nowhere", "watch")]
)
def test_a_cable_with_nowhere_to_go_says_so_in_a_line(run, tmp_path, to, watch_id, given):
    with Served(tmp_path, later_s=0.0) as served:
        status, _, err = run("watch", watch_id, "--to", to or served.url, given="near 20\n")
    assert status == 2
    assert given in err
    assert len(err.splitlines()) == 1


def test_a_cable_sends_until_it_is_kept_and_says_what_it_could_not(run, tmp_path):
    part = {
        "kind": "heat", "name": "Door", "alloy": "en-gjl-200", "purpose": "warm-through",
        "shape": "casting", "body_kg": 20.0, "thickness_mm": 12.0, "target_c": 300.0,
    }  # fmt: skip
    with Served(tmp_path, later_s=0.0) as served:
        job = served.ask("POST", "/api/jobs", part)
        watch = served.ask("POST", f"/api/jobs/{job['id']}/watches")["line"]["id"]
        given = "near 20.5\nfoot 70F\nrubbish\n# a remark\nmark warming\n"
        status, _, err = run("watch", watch, "--to", served.url, given=given)
        stands = served.ask("GET", f"/api/watches/{watch}")
    assert status == 0
    assert "rubbish" in err
    assert {one["name"]: round(one["c"], 1) for one in stands["channels"]} == {
        "near": 20.5, "foot": 21.1,
    }  # fmt: skip
    assert [one["phase"] for one in stands["marks"]] == ["warming"]
