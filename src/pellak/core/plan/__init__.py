"""A plan composed, told as text, and its job changed."""
