"""What the process that commands are forked from loads: all, its tables read, plans made.

The demo's jobs are planned with the demo's own rack: what is reckoned of them is found again by
every server that is forked, and no story waits for it."""

import gc

import uvicorn

import pellak.api.app
import pellak.api.patience
import pellak.cli.serving
import pellak.demo.ferry
from pellak.core.model.job_base import ShopSchools
from pellak.core.plan.compose import compose_plan
from pellak.core.rig.equipment import Equipment
from pellak.core.rig.items import read_item
from pellak.demo.ferry import RACK, TIPS
from pellak.demo.jobs import JOBS, demo_job
from pellak.store.form import newest_revision
from pellak.store.form_check import form_of

_TIPS = ({"kind": "tip", "name": name, "orifice_mm": bore_mm} for name, bore_mm in TIPS)
_EQUIPMENT = Equipment(tuple(read_item(item) for item in (*RACK, *_TIPS)))
LOADED = [
    uvicorn,
    pellak.api.app,
    pellak.api.patience,
    pellak.cli.serving,
    pellak.demo.ferry,
    form_of(newest_revision()),
    *(compose_plan(demo_job(row), ShopSchools()) for row in JOBS),
    *(compose_plan(demo_job(row), ShopSchools(), equipment=_EQUIPMENT) for row in JOBS),
]
# What is loaded by now stays: no process forked from here looks through it again.
gc.collect()
gc.freeze()
