"""What a hand and a torch give against the model's: one factor, fitted to timed puddles."""
