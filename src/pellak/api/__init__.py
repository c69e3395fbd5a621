"""HTTP: a thin translation of the shop's use cases and the core's reckoners."""
