import { useCallback, useSyncExternalStore } from "react";

/** True while a media query holds. */
function useMedia(query: string): boolean {
  const watch = useCallback(
    (told: () => void) => {
      const media = window.matchMedia(query);
      media.addEventListener("change", told);
      return () => media.removeEventListener("change", told);
    },
    [query],
  );
  return useSyncExternalStore(watch, () => window.matchMedia(query).matches);
}

/** True for people who asked their machine for less motion. */
export function useReducedMotion(): boolean {
  return useMedia("(prefers-reduced-motion: reduce)");
}

/** True on a page as narrow as a phone. */
export function useNarrow(): boolean {
  return useMedia("(max-width: 767px)");
}
