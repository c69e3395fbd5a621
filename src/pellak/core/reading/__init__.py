"""Reading what people type: gauges, fractions, lead codes, °F, psi."""
