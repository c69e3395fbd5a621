"""Eyes and leak tests."""
