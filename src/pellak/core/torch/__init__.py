"""The torch: flame chemistry, tip size and pressures."""
