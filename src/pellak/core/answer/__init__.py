"""What every answer is made of: its working, figures, and what it refuses."""
