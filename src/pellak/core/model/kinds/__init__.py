"""The documents of each kind of job, and their unions."""
