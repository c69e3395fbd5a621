"""A job's plan as this shop would make it: its schools, its rack, its own heats."""

from sqlalchemy.orm import Session

from pellak.core.job import Job
from pellak.core.metal.alloy import Metals
from pellak.core.metal.certificate import Certificate, own_metal
from pellak.core.plan import Plan, compose_plan
from pellak.core.rack.equipment import Equipment
from pellak.core.rack.items import read_item
from pellak.shop.settings import shop_schools
from pellak.store.heat_lots import HeatLots
from pellak.store.rack import Rack


def own_metals(session: Session) -> Metals:
    """Return the shop's own heats by id, those put away too: a job may still name them."""
    return {
        row.metal_id: own_metal(Certificate.model_validate(row.certificate), row.metal_id)
        for row in HeatLots(session).ever()
    }


def equipment(session: Session) -> Equipment:
    """Return the shop's rack as a plan reads it."""
    return Equipment(tuple(read_item(row.document) for row in Rack(session).items()))


def plan_job(session: Session, job: Job) -> Plan:
    """Return the plan of a job in this shop."""
    rack = Rack(session)
    return compose_plan(
        job, shop_schools(rack), equipment=equipment(session), own=own_metals(session)
    )
