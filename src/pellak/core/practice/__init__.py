"""Practice: a flame and a puddle that answer the hand as those in the shop do."""
