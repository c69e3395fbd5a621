"""Every reckoner, in the one tuple that the command line, the API and the plan read."""

from typing import Any

from pellak.core.answer.errors import Refused
from pellak.core.answer.working import Reckoner
from pellak.core.body.cool import COOL
from pellak.core.body.free import FREE
from pellak.core.body.soak import SOAK
from pellak.core.day.reckon import DAY
from pellak.core.faults.finder import FAULTS
from pellak.core.gas.cylinders import CYLINDERS
from pellak.core.gas.duty import DUTY
from pellak.core.hand.hand import HAND
from pellak.core.heat.reckon import HEAT
from pellak.core.member.distortion import DISTORTION
from pellak.core.member.straighten import STRAIGHTEN
from pellak.core.metal.carbon_equivalent import CARBON_EQUIVALENT
from pellak.core.overlay.overlay import OVERLAY
from pellak.core.preheat.reckon import PREHEAT
from pellak.core.reading.quantity import QUANTITY
from pellak.core.safety.eyes import EYES
from pellak.core.safety.leak_test import LEAK_TEST
from pellak.core.seam.filler import FILLER
from pellak.core.seam.tacks import TACKS
from pellak.core.supply.pressures import PRESSURES
from pellak.core.supply.reach import REACH
from pellak.core.supply.supply import SUPPLY
from pellak.core.supply.tip_chart import TIP_CHART
from pellak.core.supply.tip_number import TIP_NUMBER
from pellak.core.torch.flame import FLAME
from pellak.core.torch.tip import TIP

RECKONERS: tuple[Reckoner[Any, Any], ...] = (
    QUANTITY,
    TIP,
    HEAT,
    FLAME,
    EYES,
    CARBON_EQUIVALENT,
    PREHEAT,
    SUPPLY,
    CYLINDERS,
    DUTY,
    PRESSURES,
    REACH,
    TIP_NUMBER,
    TIP_CHART,
    LEAK_TEST,
    FILLER,
    TACKS,
    DISTORTION,
    STRAIGHTEN,
    OVERLAY,
    SOAK,
    COOL,
    FREE,
    FAULTS,
    HAND,
    DAY,
)


def get_reckoner(name: str) -> Reckoner[Any, Any]:
    """Return the reckoner of that name. Raises Refused when there is none."""
    for reckoner in RECKONERS:
        if reckoner.name == name:
            return reckoner
    raise Refused("name", name, "one of " + ", ".join(r.name for r in RECKONERS))
