"""The plate under a torch: seconds to a puddle, travel, widths, cooling."""
