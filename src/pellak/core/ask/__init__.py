"""One-line questions, answered."""
