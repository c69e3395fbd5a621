"""What a plan knows of its start and its torch, whatever the kind of job."""

from pellak.core.kinds.stations.set_up import TorchSetUp
from pellak.core.model.facts import Facts, PurgeSeconds
from pellak.core.model.job_base import JobBase, ShopSchools
from pellak.core.seam.job_gas import JobGas


def torch_facts(
    job: JobBase, schools: ShopSchools, torch: TorchSetUp | None, gas: JobGas | None
) -> Facts:
    """Return the facts of start, watch and torch; the kind adds those of its work."""
    facts = Facts(
        start_c=job.start_c,
        fire_watch_min=float(schools.fire_watch),
        acetylene_limit=schools.acetylene_limit,
    )
    if torch is None:
        return facts
    supply = torch.supply.values
    return facts.model_copy(
        update={
            "acetylene_l_per_h": torch.acetylene_l_per_h,
            "oxygen_ratio": torch.oxygen_ratio,
            "greatest_l_per_h": torch.acetylene_l_per_h,
            "purge": PurgeSeconds(
                acetylene_s=supply.acetylene.purge_s, oxygen_s=supply.oxygen.purge_s
            ),
            "gas": gas,
        }
    )
