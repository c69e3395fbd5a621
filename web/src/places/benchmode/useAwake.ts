import { useEffect } from "react";

/** Keep the screen lit while the bench is open, where the browser can. */
export function useAwake() {
  useEffect(() => {
    if (!("wakeLock" in navigator)) return;
    let lock: WakeLockSentinel | null = null;
    const ask = async () => {
      if (document.visibilityState !== "visible") return;
      // Refused on a low battery: the bench works all the same.
      lock = await navigator.wakeLock.request("screen").catch(() => null);
    };
    void ask();
    document.addEventListener("visibilitychange", ask);
    return () => {
      document.removeEventListener("visibilitychange", ask);
      void lock?.release();
    };
  }, []);
}
