// What happened here and is not acknowledged yet: kept in this browser, over a reload, and sent again, each event once.
import { openDB } from "idb";
import type { CookEvent } from "../api";

/** The form that is written now. */
export const FORM = 1;

export type Waiting = { form: number; cook: string; event: CookEvent; putMs: number };

export type Outbox = {
  /** All that is kept, in the order it was put. */
  all: () => Promise<Waiting[]>;
  put: (one: Waiting) => Promise<void>;
  /** Acknowledged, or refused for good. */
  drop: (ids: readonly string[]) => Promise<void>;
};

const STORE = "outbox";
/** Where pages before this one kept it. */
const BEFORE = "cindo.happened";

function keptBefore(): Waiting[] {
  try {
    const read: unknown = JSON.parse(localStorage.getItem(BEFORE) ?? "[]");
    if (!Array.isArray(read)) return [];
    const one = read as { cook?: unknown; event?: CookEvent }[];
    return one.flatMap(({ cook, event }, i) =>
      typeof cook === "string" && event ? [{ form: FORM, cook, event, putMs: i }] : [],
    );
  } catch {
    // What cannot be read was never ours.
    return [];
  }
}

/** Opens what this browser keeps; what a page before this one kept is taken over. */
export async function openOutbox(): Promise<Outbox> {
  const base = await openDB("cindo", 1, {
    upgrade: (db) => {
      db.createObjectStore(STORE, { keyPath: "event.id" });
    },
  });
  for (const one of keptBefore()) await base.put(STORE, one);
  localStorage.removeItem(BEFORE);
  return {
    all: async () => {
      const all = (await base.getAll(STORE)) as Waiting[];
      return all.sort((a, b) => a.putMs - b.putMs);
    },
    put: async (one) => {
      await base.put(STORE, one);
    },
    drop: async (ids) => {
      await Promise.all(ids.map((id) => base.delete(STORE, id)));
    },
  };
}
