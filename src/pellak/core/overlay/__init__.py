"""Wear layers laid on working edges: which alloy, on what base, how hot, how thick, how hard."""
