"""Hard-face an edge: job, stations, drawing, layers at the bench."""
