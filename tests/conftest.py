"""One profile for every property test: speed is measured in benchmarks, never asserted here."""

from hypothesis import HealthCheck, settings

# Hypothesis times the making of examples too: a machine that stands still for a second is no fault.
settings.register_profile(
    "unhurried", settings(), deadline=None, suppress_health_check=[HealthCheck.too_slow]
)
settings.load_profile("unhurried")
