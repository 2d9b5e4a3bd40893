// What happened and is not acknowledged yet: kept in this browser and sent again, each event once.
import type { CookEvent } from "../api";

export type Waiting = { cook: string; event: CookEvent };
const KEY = "cindo.happened";

export function waiting(): Waiting[] {
  try {
    const read: unknown = JSON.parse(localStorage.getItem(KEY) ?? "[]");
    return Array.isArray(read) ? (read as Waiting[]) : [];
  } catch {
    return [];
  }
}

function keep(all: Waiting[]): void {
  try {
    localStorage.setItem(KEY, JSON.stringify(all));
  } catch {
    // Private windows may refuse; then it holds until the page is closed.
  }
}

export function put(cook: string, event: CookEvent): void {
  keep([...waiting(), { cook, event }]);
}

/** Acknowledged, or refused for good. */
export function drop(ids: readonly string[]): void {
  keep(waiting().filter(({ event }) => !ids.includes(event.id)));
}

export function ofCook(cook: string): CookEvent[] {
  return waiting()
    .filter((one) => one.cook === cook)
    .map((one) => one.event);
}
