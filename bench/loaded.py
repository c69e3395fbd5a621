"""What the process that commands are forked from loads: all, its tables read, plans made."""

import pellak.api.app
from pellak.core.job_base import ShopSchools
from pellak.core.plan import compose_plan
from pellak.demo.jobs import JOBS, demo_job

LOADED = [pellak.api.app, *(compose_plan(demo_job(told), ShopSchools()) for told in JOBS)]
