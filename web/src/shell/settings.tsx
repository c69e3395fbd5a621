// What this browser remembers: units, theme and how many figures. Everything else is kept by the shop.
import { useQuery, useQueryClient } from "@tanstack/react-query";
import { createContext, type ReactNode, use, useEffect, useMemo, useState } from "react";

import { speakIn } from "../api/client";
import { basicsQuery } from "../api/queries";
import { Units, type UnitSystem } from "./units";

export type Theme = "day" | "hood";
export type FiguresShown = "leading" | "all";

interface Settings {
  units: Units;
  setSystem: (system: UnitSystem) => void;
  theme: Theme;
  setTheme: (theme: Theme) => void;
  /** Whether the bench shows the figures that lead at one station, or every figure of all. */
  figures: FiguresShown;
  setFigures: (figures: FiguresShown) => void;
}

const SettingsContext = createContext<Settings | null>(null);

const SYSTEMS: readonly UnitSystem[] = ["metric", "inch"];
const UNITS_KEY = "pellak.units";
// Before the first question is asked.
speakIn(SYSTEMS.find((one) => one === localStorage.getItem(UNITS_KEY)) ?? "metric");

function useRemembered<T extends string>(key: string, known: readonly T[], otherwise: T) {
  const [value, setValue] = useState<T>(
    () => known.find((one) => one === localStorage.getItem(key)) ?? otherwise,
  );
  useEffect(() => localStorage.setItem(key, value), [key, value]);
  return [value, setValue] as const;
}

export function SettingsProvider({ children }: { children: ReactNode }) {
  const [system, setSystem] = useRemembered<UnitSystem>(UNITS_KEY, SYSTEMS, "metric");
  const queries = useQueryClient();
  const preferred: Theme = matchMedia("(prefers-color-scheme: dark)").matches ? "hood" : "day";
  const [theme, setTheme] = useRemembered<Theme>("pellak.theme", ["day", "hood"], preferred);
  const [figures, setFigures] = useRemembered<FiguresShown>(
    "pellak.figures",
    ["leading", "all"],
    "leading",
  );
  const { data: basics } = useQuery(basicsQuery);
  useEffect(() => {
    document.documentElement.dataset.theme = theme;
  }, [theme]);
  const settings = useMemo(() => {
    const units = new Units(system, basics?.units ?? []);
    const speak = (wanted: UnitSystem) => {
      speakIn(wanted);
      setSystem(wanted);
      // Sentences come in the units asked for: what is in sight is asked for anew.
      void queries.invalidateQueries();
    };
    return { units, setSystem: speak, theme, setTheme, figures, setFigures };
  }, [system, setSystem, theme, setTheme, figures, setFigures, basics, queries]);
  return <SettingsContext value={settings}>{children}</SettingsContext>;
}

export function useSettings(): Settings {
  const settings = use(SettingsContext);
  if (settings === null) throw new Error("useSettings outside SettingsProvider");
  return settings;
}

export const useUnits = (): Units => useSettings().units;
