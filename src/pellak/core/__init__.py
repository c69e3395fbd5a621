"""The computation: pure functions from a typed question to an explained answer.

No clock, network, randomness, database or framework lives here; the only files read are the
tables shipped beside it.
"""

METHOD_VERSION = "2026.11.5"
"""Named on every logged run: raise it whenever a constant or a rule changes an answer."""
