import { useEffect } from "react";

/** Keeps the screen lit while hands are full, where the browser can; again when the page comes back to sight. */
export function useWakeLock(isWanted: boolean) {
  useEffect(() => {
    if (!isWanted || !("wakeLock" in navigator)) return;
    let lock: WakeLockSentinel | undefined;
    let isOver = false;
    const ask = async () => {
      if (document.visibilityState !== "visible") return;
      try {
        const held = await navigator.wakeLock.request("screen");
        if (isOver) await held.release();
        else lock = held;
      } catch {
        // A low battery or the person's own settings refuse it: the screen goes dark as it always does.
      }
    };
    ask();
    document.addEventListener("visibilitychange", ask);
    return () => {
      isOver = true;
      document.removeEventListener("visibilitychange", ask);
      lock?.release();
    };
  }, [isWanted]);
}
