import { useCallback, useState } from "react";

/** A value that outlives a reload. A browser that stores nothing still works. */
export function useStored<T>(key: string, first: T): [T, (value: T) => void] {
  const [value, setValue] = useState<T>(() => {
    try {
      const kept = localStorage.getItem(key);
      return kept ? { ...first, ...(JSON.parse(kept) as T) } : first;
    } catch {
      return first;
    }
  });
  const set = useCallback(
    (next: T) => {
      setValue(next);
      try {
        localStorage.setItem(key, JSON.stringify(next));
      } catch {
        // Private windows may refuse; the value holds until the page is closed.
      }
    },
    [key],
  );
  return [value, set];
}
