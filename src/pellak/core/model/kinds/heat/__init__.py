"""The documents of a part to be heated."""
