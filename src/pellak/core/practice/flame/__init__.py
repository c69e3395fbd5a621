"""The flame trainer: two valves, two regulators, and what the flame makes of them."""
