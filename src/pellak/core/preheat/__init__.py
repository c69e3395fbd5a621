"""Preheat: whether this alloy at this thickness wants heat first, by each method, one a file."""
