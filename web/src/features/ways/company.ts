// Pieces beside the one in hand, in the address and in the order of what is to be done.
import type { Among } from "../../api";

export type Other = { mm: number; pieces: number };

/** "18x2": two of 18 mm. What cannot be read is nobody. */
export function readOthers(said: string[]): Other[] {
  return said.flatMap((text) => {
    const [mm, pieces] = text.split("x").map(Number);
    const fits = mm !== undefined && Number.isFinite(mm) && mm > 0;
    return fits ? [{ mm, pieces: Number.isInteger(pieces) ? (pieces as number) : 1 }] : [];
  });
}

export const writeOther = ({ mm, pieces }: Other) => `${mm}x${pieces}`;

export type Act = { s: number; what: "in" | "turn" | "out"; which: number | null };

/** So near in time is one act of the hands, s. */
const AT_ONCE_S = 2;

/** What to do in order; what is done to all at one time is said once. */
export function acts(pieces: Among[]): Act[] {
  const all: Act[] = pieces.flatMap((p, which) => [
    { s: p.in_s, what: "in" as const, which },
    ...p.turns_s.map((s) => ({ s, what: "turn" as const, which })),
    { s: p.off_s, what: "out" as const, which },
  ]);
  const order = { out: 0, turn: 1, in: 2 };
  all.sort((a, b) => a.s - b.s || order[a.what] - order[b.what]);
  const told: Act[] = [];
  for (const what of ["in", "turn", "out"] as const) {
    const these = all.filter((act) => act.what === what);
    const [first, last] = [these[0], these.at(-1)];
    if (!first || !last) continue;
    if (these.length === pieces.length && last.s - first.s <= AT_ONCE_S)
      told.push({ s: first.s, what, which: null });
    else told.push(...these);
  }
  return told.sort((a, b) => a.s - b.s);
}
