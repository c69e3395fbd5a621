"""Finding again: what runs are searched, counted and compared by, held in columns."""
