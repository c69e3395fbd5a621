// Sound and vibration for clocks, kept by this browser as switched on or off.
import { useCallback, useRef } from "react";

const BEEPS = [0, 0.35, 0.7];
const BEEP_S = 0.22;
const BEEP_HZ = 880;
const TICK_S = 0.03;
const TICK_HZ = 1600;

export function useSignal(sound: boolean, vibration: boolean) {
  const audio = useRef<AudioContext | null>(null);
  /** Browsers only let a page sound after it was touched: call this on any press. */
  const wake = useCallback(() => {
    if (!sound || !("AudioContext" in window)) return;
    audio.current ??= new AudioContext();
    void audio.current.resume();
  }, [sound]);
  const beep = useCallback(
    (at: number, seconds: number, hertz: number) => {
      const context = audio.current;
      if (!sound || context === null) return;
      const tone = context.createOscillator();
      const level = context.createGain();
      tone.frequency.value = hertz;
      level.gain.value = 0.4;
      tone.connect(level).connect(context.destination);
      tone.start(context.currentTime + at);
      tone.stop(context.currentTime + at + seconds);
    },
    [sound],
  );
  const give = useCallback(() => {
    document.dispatchEvent(new CustomEvent("pellak:signal"));
    // Nor may it shake before it was touched.
    const touched = navigator.userActivation?.hasBeenActive ?? true;
    if (vibration && touched && "vibrate" in navigator)
      navigator.vibrate([300, 150, 300, 150, 300]);
    for (const at of BEEPS) beep(at, BEEP_S, BEEP_HZ);
  }, [beep, vibration]);
  const tick = useCallback(() => beep(0, TICK_S, TICK_HZ), [beep]);
  return { wake, give, tick };
}
