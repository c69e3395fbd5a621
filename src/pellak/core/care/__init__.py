"""Care of people: eyes, cautions and the order things are done in."""
