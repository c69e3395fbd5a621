"""The documents of a seam."""
