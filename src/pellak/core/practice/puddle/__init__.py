"""The puddle trainer: a sheet that melts under a hand, step by step."""
