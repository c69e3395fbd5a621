"""Documents: what is kept and sent of jobs, plans and runs. No behaviour."""
