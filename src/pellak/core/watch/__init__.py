"""Watching a body's heat: readings, which of them are believed, and what to do about it now."""
