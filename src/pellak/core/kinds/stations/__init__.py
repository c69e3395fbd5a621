"""The stations of a job, one file each: what each lists, in the order of the work."""
