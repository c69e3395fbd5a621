"""Make the shipped flame table: adiabatic equilibrium of acetylene and oxygen at 1 atm from 20 °C.

Run `python scripts/flame_table.py` with the development packages installed. It writes
src/pellak/core/tables/flame.csv; a test regenerates points and compares.
"""

import csv
from pathlib import Path

import cantera
import numpy as np

TABLE = Path(__file__).parents[1] / "src/pellak/core/tables/flame.csv"
# The plain mechanism's fits end at 3000 K and extrapolate silently; these reach 5000 K.
MECHANISM = "gri30_highT.yaml"
SPECIES = ("CO", "H2", "H", "CO2", "H2O", "O2", "O", "OH", "C2H2")
START_K = 293.15
RATIOS = np.round(
    np.concatenate([np.arange(0.70, 1.20, 0.02), np.arange(1.20, 3.0001, 0.1)]), 2
).tolist()


def burnt(oxygen_ratio: float) -> dict[str, float]:
    """Return temperature, °C, and mole fractions of the burnt gas for one oxygen ratio."""
    gas = cantera.Solution(MECHANISM)
    gas.TPX = START_K, cantera.one_atm, {"C2H2": 1.0, "O2": oxygen_ratio}
    gas.equilibrate("HP", rtol=1e-10)
    if gas.max_temp < gas.T:
        raise ValueError(f"{gas.T} K is beyond the fits' {gas.max_temp} K")
    return {"temperature_c": gas.T - 273.15, **{name: gas[name].X[0] for name in SPECIES}}


def main() -> None:
    with TABLE.open("w", newline="", encoding="utf-8") as file:
        writer = csv.writer(file, lineterminator="\n")
        writer.writerow(["oxygen_ratio", "temperature_C", *(f"x_{name}" for name in SPECIES)])
        for ratio in RATIOS:
            state = burnt(ratio)
            writer.writerow(
                [ratio, f"{state['temperature_c']:.1f}", *(f"{state[n]:.5g}" for n in SPECIES)]
            )


if __name__ == "__main__":
    main()
