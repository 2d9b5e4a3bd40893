// What is called out and when: before an act, at it, and when it is late. Each once, on time; what was slept through
// is shown instead.

import type { What } from "../api";
import { nextOf, onFoldS, type Running } from "./cooks";
import { standing } from "./events";

export type Sound = "soon" | "look" | "turn" | "off" | "late";
export type Call = {
  /** The same act of the same cook is called once, however often it is timed anew. */
  key: string;
  cook: string;
  title: string;
  act: string;
  sound: Sound;
  /** How long ago it was due, s. */
  agoS: number;
};

/** Called so long before, s. */
const BEFORE_S = 10;
/** Older than this it was slept through, s. */
const SLEPT_S = 4;

/** What changes the fire, or where it lies, is called before it is due, too. */
const CHANGES: ReadonlySet<What> = new Set([
  "turn",
  "halfway",
  "set_aside",
  "into_oven",
  "lid_on",
  "lid_off",
  "fire_low",
  "adjust",
]);

function soundOf(what: What): Sound {
  if (CHANGES.has(what)) return "turn";
  if (what === "off" || what === "back_on") return "off";
  return what === "discard" ? "late" : "look";
}

/** Every call that is due by now, said or not. */
export function due(cook: Running, deviceMs: number): Call[] {
  const next = nextOf(cook, deviceMs);
  if (!next || !cook.standing || cook.ended) return [];
  // Danger rings before anything else, once; it has no time at which it was due.
  const danger = cook.standing.alarms?.find((alarm) => alarm.now);
  if (danger)
    return [
      {
        key: `${cook.id} alarm ${danger.code} ${cook.events.length}`,
        cook: cook.id,
        title: cook.title,
        act: danger.message,
        sound: "late",
        agoS: 0,
      },
    ];
  // Nothing rings before the pan is on: nobody waits for that.
  if (next.kind === "heat_up") return [];
  const foldS = onFoldS(cook, deviceMs);
  const atS = Math.max(next.at_s, next.held_until_s ?? next.at_s);
  // The same act done before and taken back is another call.
  const all = standing([...cook.events, ...cook.unsent]);
  const times = all.filter((event) => event.kind === next.done?.kind).length;
  const call = (which: string, sound: Sound, dueS: number): Call[] =>
    foldS >= dueS
      ? [
          {
            key: `${cook.id} ${next.id} ${times} ${which}${next.held_until_s ? " held" : ""}`,
            cook: cook.id,
            title: cook.title,
            act: next.act,
            sound,
            agoS: foldS - dueS,
          },
        ]
      : [];
  const before =
    CHANGES.has(next.kind) || next.kind === "off" ? call("soon", "soon", atS - BEFORE_S) : [];
  const lateS = next.late?.calls_s;
  const late = lateS == null ? [] : call("late", "late", lateS);
  return [...before, ...call("now", soundOf(next.kind), atS), ...late];
}

export type Said = { ring: Call[]; missed: Call[] };

/** Keeps count of what was called out. */
export class Caller {
  private said: Set<string>;

  constructor(said: readonly string[] = []) {
    this.said = new Set(said);
  }

  /** What is to ring now, and what was slept through. A later call of an act stands for the earlier ones. */
  tick(cooks: readonly Running[], deviceMs: number): Said {
    const ring: Call[] = [];
    const missed: Call[] = [];
    for (const cook of cooks) {
      const fresh = due(cook, deviceMs).filter((call) => !this.said.has(call.key));
      for (const call of fresh) this.said.add(call.key);
      const last = fresh.at(-1);
      if (!last) continue;
      if (last.agoS > SLEPT_S) missed.push(last);
      else ring.push(last);
    }
    return { ring, missed };
  }

  /** To be kept over a reload. */
  list(): string[] {
    return [...this.said].slice(-400);
  }
}
