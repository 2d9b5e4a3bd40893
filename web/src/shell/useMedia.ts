import { useSyncExternalStore } from "react";

/** Whether the screen is so. */
export function useMedia(query: string): boolean {
  return useSyncExternalStore(
    (hear) => {
      const list = window.matchMedia?.(query);
      list?.addEventListener("change", hear);
      return () => list?.removeEventListener("change", hear);
    },
    () => window.matchMedia?.(query).matches ?? false,
    () => false,
  );
}
