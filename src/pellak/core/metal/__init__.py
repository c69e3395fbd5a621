"""Alloys: what the metal in the hand is called and which family it behaves like."""
