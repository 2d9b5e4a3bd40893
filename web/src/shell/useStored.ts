import { useCallback, useState } from "react";

/** What was kept, as far as it is of the kind that is expected: nonsense in a browser's store breaks nothing. */
export function fitting<T>(first: T, read: unknown): T {
  if (typeof read !== "object" || read === null || Array.isArray(read)) return first;
  const kept = { ...first, ...(read as T) };
  for (const key of Object.keys(first as object) as (keyof T)[]) {
    const known = first[key];
    const same =
      typeof kept[key] === typeof known && Array.isArray(kept[key]) === Array.isArray(known);
    if (known !== null && !(same && kept[key] !== null)) kept[key] = known;
  }
  return kept;
}

/** A value that outlives a reload. A browser that stores nothing still works. */
export function useStored<T>(key: string, first: T): [T, (value: T) => void] {
  const [value, setValue] = useState<T>(() => {
    try {
      const kept = localStorage.getItem(key);
      return kept ? fitting(first, JSON.parse(kept)) : first;
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
