"""Demo data: the old chain ferry Halden Reach at Brackwater Wharf. All made up."""
