"""From the tip back to the regulator: what stands where, with the gas flowing."""
