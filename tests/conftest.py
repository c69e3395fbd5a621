"""One profile for every property test: speed is measured in benchmarks, never asserted here."""

from hypothesis import settings

settings.register_profile("unhurried", settings(), deadline=None)
settings.load_profile("unhurried")
