// Fields that are being typed in or cannot be right: as long as there is one, the figures on the page are of what stood before.
import { useEffect, useSyncExternalStore } from "react";

export type Unsettled = { label: string; how: "typing" | "wrong" };

let open: readonly (Unsettled & { id: string })[] = [];
const heard = new Set<() => void>();

function put(id: string, one: Unsettled | null): void {
  const others = open.filter((known) => known.id !== id);
  open = one ? [...others, { id, ...one }] : others;
  for (const hear of heard) hear();
}

const subscribe = (hear: () => void) => {
  heard.add(hear);
  return () => heard.delete(hear);
};
const NONE: readonly Unsettled[] = [];

export function useUnsettled(): readonly Unsettled[] {
  return useSyncExternalStore(
    subscribe,
    () => open,
    () => NONE,
  );
}

/** A field says how it stands; gone, it stands no more. */
export function useStands(id: string, label: string, how: Unsettled["how"] | null): void {
  useEffect(() => {
    if (how === null) return;
    put(id, { label, how });
    return () => put(id, null);
  }, [id, label, how]);
}
