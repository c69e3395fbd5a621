// What this tablet needs: sound, vibration, and a tint that is read through a shade 5 lens.
import { useEffect, useState } from "react";

import { useSettings } from "../../shell/settings";

function useSwitch(key: string, usual: boolean) {
  const [on, setOn] = useState(() => (localStorage.getItem(key) ?? String(usual)) === "true");
  useEffect(() => localStorage.setItem(key, String(on)), [key, on]);
  return [on, setOn] as const;
}

export function useComfort() {
  const { theme } = useSettings();
  const [sound, setSound] = useSwitch("pellak.bench.sound", true);
  const [vibration, setVibration] = useSwitch("pellak.bench.vibration", true);
  const [pace, setPace] = useSwitch("pellak.bench.pace", false);
  const [hints, setHints] = useSwitch("pellak.bench.hints", false);
  const [lens, setLens] = useSwitch("pellak.bench.lens", false);
  useEffect(() => {
    document.documentElement.dataset.theme = lens ? "lens" : theme;
    return () => {
      document.documentElement.dataset.theme = theme;
    };
  }, [lens, theme]);
  return {
    sound,
    setSound,
    vibration,
    setVibration,
    lens,
    setLens,
    pace,
    setPace,
    hints,
    setHints,
  };
}

export type Comfort = ReturnType<typeof useComfort>;
