"""Members: sections, how welds bow them, and how heat spots bring them back."""
