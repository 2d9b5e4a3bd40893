// Cooks for the tests of this room.
import type { CookEvent, Happened, Next, Standing } from "../api";
import type { Running } from "./cooks";

export const MET_MS = 1_000_000;

/** The time of this device so many seconds after the fish met the heat. */
export const at = (s: number) => MET_MS + 1000 * s;

export function act(kind: Next["kind"], at_s: number, more: Partial<Next> = {}): Next {
  const done: Partial<Record<Next["kind"], Happened>> = {
    heat_up: { kind: "heating" },
    in: { kind: "in" },
    turn: { kind: "turned" },
    off: { kind: "off" },
    serve: { kind: "served" },
    back_on: { kind: "back" },
  };
  const told = kind === "probe" || kind === "back_on";
  const dueS = Math.max(at_s, more.held_until_s ?? at_s);
  const late = { from_s: dueS + 5, calls_s: dueS + 20, forgotten_s: dueS + 1200 };
  return {
    id: kind,
    act: kind,
    kind,
    at_s,
    cues: [],
    cautions: [],
    done: done[kind] ?? null,
    told,
    late: kind === "heat_up" ? null : late,
    ...more,
  };
}

/** How a cook stands by the acts that are to come. */
export function stands(acts: readonly Next[], more: Partial<Standing> = {}): Standing {
  const [next, ...then] = acts;
  return {
    next: next ?? null,
    then,
    steps: [],
    alarms: [],
    phase: "on_heat",
    ...more,
  } as unknown as Standing;
}

/** On the heat since MET_MS, to be turned after so many seconds. */
export function cook(turnS: number, more: Partial<Running> = {}): Running {
  return {
    id: "c",
    title: "Hake",
    pan: null,
    batch: 1,
    batches: 1,
    revision: 1,
    made_ms: MET_MS,
    now_s: 0,
    zero_s: 0,
    folded_s: 0,
    seq: 1,
    ended: false,
    plan: null,
    events: [],
    unreadable: null,
    heardMs: MET_MS,
    unsent: [],
    standing: stands([
      act("turn", turnS),
      act("look", turnS + 30, { until_s: turnS + 30, instead: { kind: "off" }, done: null }),
      act("off", turnS + 80),
      act("serve", turnS + 200),
    ]),
    ...more,
  };
}

export const event = (id: string, at_s: number, kind: string, more: object = {}): CookEvent =>
  ({ id, at_s, kind, ...more }) as CookEvent;
