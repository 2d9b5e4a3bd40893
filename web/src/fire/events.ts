// What happened, as far as it counts.
import type { CookEvent } from "../api";

/** Events that count: those not undone. */
export function standing(events: readonly CookEvent[]): CookEvent[] {
  const undone = new Set<string>();
  const order = [...events].sort((a, b) => a.at_s - b.at_s || (a.id < b.id ? -1 : 1));
  for (const event of [...order].reverse())
    if (event.kind === "undone" && !undone.has(event.id)) undone.add(event.of);
  return order.filter((event) => event.kind !== "undone" && !undone.has(event.id));
}

/** The last thing that can be taken back. */
export function lastDone(events: readonly CookEvent[]): CookEvent | null {
  const kept = standing(events).filter((event) => event.kind !== "hold");
  return kept.at(-1) ?? null;
}
