"""The documents of a part to be hard-faced."""
