"""Heat a part that has no seam: soak it, free it, fit it, bend it."""
