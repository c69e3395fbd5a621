"""Every reckoner by its name."""
