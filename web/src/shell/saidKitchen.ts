// What was said of the kitchen and is not acknowledged yet: kept in this browser, also over a reload, until the server has it.
import type { KitchenAsked } from "../api";

const KEY = "cindo.kitchen.unsent";

function read(): KitchenAsked | null {
  try {
    const kept: unknown = JSON.parse(localStorage.getItem(KEY) ?? "null");
    return typeof kept === "object" && !Array.isArray(kept) ? (kept as KitchenAsked | null) : null;
  } catch {
    return null;
  }
}

let said: KitchenAsked | null | undefined;
const heard = new Set<() => void>();

export const saidKitchen = {
  now(): KitchenAsked | null {
    if (said === undefined) said = read();
    return said;
  },
  say(kitchen: KitchenAsked | null): void {
    said = kitchen;
    try {
      if (kitchen) localStorage.setItem(KEY, JSON.stringify(kitchen));
      else localStorage.removeItem(KEY);
    } catch {
      // Private windows may refuse; then it holds until the page is closed.
    }
    for (const to of heard) to();
  },
  listen(to: () => void): () => void {
    heard.add(to);
    return () => heard.delete(to);
  },
};
