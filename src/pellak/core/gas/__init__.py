"""Gas: pressures from regulator to tip, what is left in the cylinders, and how fast to draw it."""
