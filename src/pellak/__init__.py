"""Pellak plans oxy-acetylene work and keeps the record of how it went."""

__version__ = "0.1.0"
