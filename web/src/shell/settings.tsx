// What this browser remembers: units and theme. Everything else is kept by the shop.
import { useQuery, useQueryClient } from "@tanstack/react-query";
import { createContext, type ReactNode, use, useEffect, useMemo, useState } from "react";

import { speakIn } from "../api/client";
import { basicsQuery } from "../api/queries";
import { Units, type UnitSystem } from "./units";

export type Theme = "day" | "hood";

interface Settings {
  units: Units;
  setSystem: (system: UnitSystem) => void;
  theme: Theme;
  setTheme: (theme: Theme) => void;
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
    return { units, setSystem: speak, theme, setTheme };
  }, [system, setSystem, theme, setTheme, basics, queries]);
  return <SettingsContext value={settings}>{children}</SettingsContext>;
}

export function useSettings(): Settings {
  const settings = use(SettingsContext);
  if (settings === null) throw new Error("useSettings outside SettingsProvider");
  return settings;
}

export const useUnits = (): Units => useSettings().units;
