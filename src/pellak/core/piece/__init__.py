"""The piece in the hand: what is asked of it, its joint and its dimensions."""
