"""A kind of job more is its own two rooms and lines in three lists: planned, logged, printed."""

import json
import os
import shutil
import subprocess
import sys
from pathlib import Path

import pytest

import pellak

DOCUMENTS = {
    "__init__.py": '"""The documents of a plate that is cleaned by flame."""\n',
    "job.py": '''
"""What is asked of a plate that is cleaned by flame."""

from typing import Literal

from pydantic import Field

from pellak.core.model.job_base import JobBase, Length


class CleanJob(JobBase):
    """A plate that is cleaned by flame."""

    kind: Literal["clean"] = "clean"
    thickness_mm: Length = Field(default=None, ge=1, le=100)
    length_mm: Length = Field(default=None, ge=10, le=10_000)

    @property
    def wall_mm(self) -> float | None:
        """The plate as it was typed."""
        return self.thickness_mm
''',
    "work.py": '''
"""The work of cleaning."""

from typing import Literal

from pellak.core.answer.working import Record


class CleanWork(Record):
    """How long the flame goes over the plate."""

    kind: Literal["clean"] = "clean"
    minutes: float


class CleanLog(Record):
    """How many times it went over it."""

    kind: Literal["clean"] = "clean"
    passes: int = 0


class CleanNow(Record):
    """Passes still to go."""

    kind: Literal["clean"] = "clean"
    left: int
''',
    "drawing.py": '''
"""The drawing of a plate that is cleaned."""

from typing import Literal

from pydantic import Field

from pellak.core.answer.working import Record
from pellak.core.piece.box import Box


class CleanDrawing(Record):
    """A plate seen from above."""

    kind: Literal["cleaned"] = "cleaned"
    boxes: list[Box] = Field(default_factory=list)
    text: str
''',
}
BEHAVIOUR = {
    "__init__.py": '"""Clean a plate by flame."""\n',
    "steps.toml": """
[[step]]
id = "clean-pass"
after = "still-air"
phase = "seam"
when = ["kind:clean"]
text = "One pass after the other, edges overlapping. Brush the scale off while it is warm."
reason = "Scale cracks off where it is heated faster than the plate under it."
source = "flame-cleaning practice"
number = "clean_min"
""",
    "compose.py": '''
"""The plan of a plate to be cleaned by flame."""

from pydantic import Field

from pellak.core import METHOD_VERSION
from pellak.core.answer.errors import Refused
from pellak.core.answer.figure import Station, figure_of
from pellak.core.answer.working import Record, Working
from pellak.core.heat.solve import PieceGiven
from pellak.core.kinds.kind import Act, JobKind, Marks, ShopAsked
from pellak.core.kinds.stations.safe_start import safe_cards, safe_start_station
from pellak.core.kinds.stations.set_up import torch_set_up
from pellak.core.kinds.stations.torch import set_up_answer, set_up_cautions, set_up_figures
from pellak.core.kinds.stations.torch_facts import torch_facts
from pellak.core.model.job_base import metal_of, schools_of
from pellak.core.model.kinds.clean.drawing import CleanDrawing
from pellak.core.model.kinds.clean.job import CleanJob
from pellak.core.model.kinds.clean.work import CleanLog, CleanNow, CleanWork
from pellak.core.model.log_field import LogField
from pellak.core.model.plan import LOOK_HOLDS, Plan, waiting
from pellak.core.model.run_log import RunLog, with_work
from pellak.core.model.sequences import GUIDANCE

MM_PER_MIN = 400.0
PASSES = 3


class PassesMade(Record):
    """How many passes are made."""

    passes: int = Field(ge=0, le=PASSES)


def clean_plan(job: CleanJob, asked: ShopAsked) -> Plan:
    """Return the plan of a plate."""
    schools, metal = schools_of(job, asked.schools), metal_of(job, asked.own)
    work = CleanWork(minutes=PASSES * job.length_mm / MM_PER_MIN) if job.length_mm else None
    torch = None
    if job.thickness_mm and metal:
        piece = PieceGiven(family="carbon-steel", thickness_mm=job.thickness_mm)
        torch = torch_set_up(job, schools, asked.rack, metal, piece, asked.equipment)
    minutes = Working(
        name="clean_min", value=work.minutes if work else None, unit="min",
        formula="n * L / v", inserted=f"{PASSES} * {job.length_mm} / {MM_PER_MIN:g}",
        source="made up",
    )
    stations = [
        Station(id="piece", name="Piece", state="present", answer="plate", holds="The plate.",
                figures=[figure_of(minutes, "Flame on it")] if work else []),
        waiting("torch", "Torch", "Tip.") if torch is None else Station(
            id="torch", name="Torch", state="settled", answer=set_up_answer(torch), holds="Tip.",
            figures=set_up_figures(torch), cautions=set_up_cautions(torch)),
        waiting("look-and-log", "Look and log", LOOK_HOLDS),
    ]
    figures = {figure.id: figure for station in stations for figure in station.figures}
    facts = torch_facts(job, schools, torch, None)
    family = job.family
    cards = safe_cards("clean", job, schools, family, "", figures, facts, asked.equipment, torch)
    stations.insert(2, safe_start_station(job, schools, family, "", cards))
    lacks = "" if work and torch else "Say how long and how thick it is."
    return Plan(
        method_version=METHOD_VERSION, guidance=GUIDANCE, job=job, stations=stations,
        candidates=[], work=work, drawing=CleanDrawing(text="A plate."), facts=facts, cards=cards,
        may_start=not lacks, why_not=lacks,
    )


def _now(plan: Plan, log: RunLog) -> CleanNow:
    done = log.work.passes if isinstance(log.work, CleanLog) else 0
    return CleanNow(left=PASSES - done)


def _made(plan: Plan, log: RunLog, read: PassesMade) -> RunLog:
    return with_work(log, CleanLog(passes=read.passes))


def _no_marks(plan: Plan) -> Marks:
    raise Refused("job", plan.job.name, "a job with marks")


CLEAN = JobKind(
    "clean", "Clean a plate", "scale burnt off by flame", CleanJob, clean_plan,
    lambda job: f"{job.length_mm} mm", log=(
        LogField(id="clean_min", label="Flame on it", asked="Flame on it, minutes", unit="min",
                 quantity="time", least=0.02, most=1440, burns=True),
    ),
    now=_now, acts={"passes": Act(PassesMade, _made)}, marks=_no_marks,
    look="Look for scale that is left.", worked="seam", card=("clean_min",),
    came=lambda log: f"{log.passes} passes" if isinstance(log, CleanLog) else "",
)
''',
}
LINES = {
    "core/model/kinds/unions.py": [
        ("from pellak.core.model.kinds.heat.drawing",
         "from pellak.core.model.kinds.clean.drawing import CleanDrawing\n"
         "from pellak.core.model.kinds.clean.job import CleanJob\n"
         "from pellak.core.model.kinds.clean.work import CleanLog, CleanNow, CleanWork\n"
         "from pellak.core.model.kinds.heat.drawing"),
        ("HeatJob, Field", "HeatJob | CleanJob, Field"),
        ("HeatedDrawing, Field", "HeatedDrawing | CleanDrawing, Field"),
        ("HeatWork, Field", "HeatWork | CleanWork, Field"),
        ("HeatLog, Field", "HeatLog | CleanLog, Field"),
        ("HeatNow, Field", "HeatNow | CleanNow, Field"),
    ],
    "core/kinds/registry.py": [
        ("from pellak.core.kinds.heat", "from pellak.core.kinds.clean.compose import CLEAN\n"
         "from pellak.core.kinds.heat"),
        ("OVERLAY_KIND, HEAT_KIND)", "OVERLAY_KIND, HEAT_KIND, CLEAN)"),
    ],
    "paper/pictures.py": [
        ("from pellak.core.model.kinds.heat",
         "from pellak.core.model.kinds.clean.drawing import CleanDrawing\n"
         "from pellak.core.model.kinds.heat"),
        ("    HeatedDrawing: draw_heated,\n",
         "    HeatedDrawing: draw_heated,\n    CleanDrawing: lambda *_rest: None,\n"),
    ],
}  # fmt: skip
"""What is touched outside the two rooms."""
A_DAY_OF_IT = """
import json, sys
from pathlib import Path
from fastapi.testclient import TestClient
from pellak.api.app import create_app

app = create_app(Path(sys.argv[1]))
answers = {}
with TestClient(app, base_url="http://127.0.0.1", client=("127.0.0.1", 1)) as client:
    def ask(method, path, body=None):
        answer = client.request(method, path, json=body)
        assert answer.status_code < 300, (method, path, answer.status_code, answer.text)
        return answer

    answers["kinds"] = [one["id"] for one in ask("GET", "/api/jobs/kinds").json()]
    body = {"kind": "clean", "name": "Hatch", "thickness_mm": 6, "length_mm": 2000}
    job = ask("POST", "/api/jobs", body).json()
    answers["minutes"] = job["plan"]["work"]["minutes"]
    answers["steps"] = [card["step"]["id"] for card in job["plan"]["cards"]]
    answers["line"] = job["ticket"]
    answers["card"] = ask("GET", f"/api/jobs/{job['id']}/card.pdf").content[:4].decode()
    run = ask("POST", f"/api/jobs/{job['id']}/runs").json()
    path = f"/api/runs/{run['line']['id']}"
    act = {"version": run["version"], "report": {"passes": 2}}
    now = ask("POST", f"{path}/acts/passes", act).json()
    answers["left"] = now["bench"]["work"]["left"]
    kept = {"version": now["version"], "entries": {"clean_min": "14"}, "finish": False}
    ask("PATCH", path, kept)
    read = ask("GET", path).json()
    answers["logged"] = {one["id"]: one["actual"] for one in read["measures"]}
    answers["found"] = ask("GET", "/api/book/runs?kind=clean").json()["total"]
    answers["paper"] = ask("GET", f"{path}/sheet.pdf").content[:4].decode()
print(json.dumps(answers))
"""


@pytest.fixture
def with_cleaning(tmp_path):
    """The program as it is shipped, with one kind of job more."""
    copied = tmp_path / "pellak"
    shutil.copytree(
        Path(pellak.__file__).parent, copied, ignore=shutil.ignore_patterns("__pycache__")
    )
    for room, files in (("core/model/kinds", DOCUMENTS), ("core/kinds", BEHAVIOUR)):
        (copied / room / "clean").mkdir()
        for name, text in files.items():
            (copied / room / "clean" / name).write_text(text.lstrip("\n"), encoding="utf-8")
    for name, changes in LINES.items():
        text = (copied / name).read_text(encoding="utf-8")
        for old, new in changes:
            assert old in text, (name, old)
            text = text.replace(old, new, 1)
        (copied / name).write_text(text, encoding="utf-8")
    found = subprocess.run(
        [sys.executable, "-c", A_DAY_OF_IT, str(tmp_path / "records")],
        capture_output=True, text=True, check=False,
        env={**os.environ, "PYTHONPATH": str(tmp_path)},
    )  # fmt: skip
    assert found.returncode == 0, found.stderr
    return json.loads(found.stdout)


def test_a_kind_of_its_own_two_rooms_is_planned_logged_found_and_printed(with_cleaning):
    assert len(LINES) <= 3
    result = with_cleaning
    assert result["kinds"][-1] == "clean"
    # Three passes over two metres, 400 mm/min.
    assert result["minutes"] == pytest.approx(15.0)
    assert result["steps"].index("light") < result["steps"].index("clean-pass")
    assert result["left"] == 1
    assert result["logged"]["clean_min"] == 14
    assert result["found"] == 1
    assert result["card"] == result["paper"] == "%PDF"
