import { describe, expect, it } from "vitest";
import type { CookEvent, Happened, Next } from "../api";
import { toCome } from "./acts";
// What the fold of the core says comes next, for every way and every order of up to three acts that could not be sent.
import told from "./acts.json";

type Case = { unsent: Happened[]; fold_s: number; next: string | null };
type State = { way: string; at: string; state: { acts: Next[]; cases: Case[] } };
const STATES = told as unknown as State[];

const events = (all: readonly Happened[]): CookEvent[] =>
  all.map((one, i) => ({ id: `u${i}`, at_s: i, ...one }) as CookEvent);

describe("acts to come, out of touch", () => {
  it("are those that the core would tell, or none that is not told", () => {
    const wrong: string[] = [];
    let tried = 0;
    for (const { way, at, state } of STATES)
      for (const one of state.cases) {
        tried += 1;
        const left = toCome(state.acts, events(one.unsent), one.fold_s)[0] ?? null;
        // What only the core can judge stands as it was told until it is heard again.
        if ((left?.id ?? null) === one.next || left?.told) continue;
        const done = one.unsent.map((event) => event.kind).join(", ");
        wrong.push(`${way}, ${at}: ${done}: ${left?.id ?? "nothing"}, the core says ${one.next}`);
      }
    expect(wrong).toEqual([]);
    expect(tried).toBeGreaterThan(1300);
  });

  it("never say serve, where that is only told, while the core does not", () => {
    const served = STATES.filter((state) => state.way === "guests at risk").flatMap(({ state }) =>
      state.cases.filter((one) => {
        const left = toCome(state.acts, events(one.unsent), one.fold_s)[0];
        return left?.id === "serve" && one.next !== "serve";
      }),
    );
    expect(served).toEqual([]);
  });

  it("say nothing of what was sent and is taken back here", () => {
    const { acts } = (STATES[1] as State).state;
    const back = { id: "b", at_s: 1, kind: "undone", of: "sent before" } as CookEvent;
    expect(toCome(acts, [back], 0)).toEqual([]);
    // What could not be sent and is taken back is as if it had not been.
    const turned = { id: "t", at_s: 1, kind: "turned" } as CookEvent;
    const undone = { id: "u", at_s: 2, kind: "undone", of: "t" } as CookEvent;
    expect(toCome(acts, [turned, undone], 0)).toEqual(acts);
  });
});
