"""What the process that commands are forked from loads: all, its tables read, plans made."""

import pellak.api.app
from pellak.core.model.job_base import ShopSchools
from pellak.core.plan.compose import compose_plan
from pellak.demo.jobs import JOBS, demo_job
from pellak.store.form import newest_revision
from pellak.store.form_check import form_of

LOADED = [
    pellak.api.app,
    form_of(newest_revision()),
    *(compose_plan(demo_job(told), ShopSchools()) for told in JOBS),
]
