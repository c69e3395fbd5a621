"""A run at the bench: every change of its log, what bars it, what comes of it."""
