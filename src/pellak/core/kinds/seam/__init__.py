"""Seams: fusion welds between edges, in one pass or several."""
