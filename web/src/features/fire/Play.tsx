// A whole cook in under a minute: a hidden pan that is cooler than set, two honest looks, and where it lands. Every
// figure is a fold of the core; only the clock runs faster.
import { useEffect, useRef, useState } from "react";
import { api, type CookEvent, type PlanRequest, type Standing } from "../../api";
import type { Running } from "../../fire";
import { doneWords } from "../../fire";
import { useUnits } from "../../ui";
import { clock, rise, withUnit } from "../../units";
import { Strip } from "./Strip";

const SET_C = { pan_c: 215, hold_c: 185 };
const COOLER_K = 35;
const piece = { fish: "hake", cut: "fillet", thickness_mm: 25, skin: "on" as const, start_c: 8 };
const plan: PlanRequest = {
  piece,
  method: { kind: "sear_skin_first", ...SET_C },
  target: {},
} as PlanRequest;
const hidden: PlanRequest = {
  ...plan,
  method: {
    kind: "sear_skin_first",
    pan_c: SET_C.pan_c - COOLER_K,
    hold_c: SET_C.hold_c - COOLER_K,
  },
} as PlanRequest;
const FIELD = { times: 120, depths: 36 };
/** Looked at after so much of the planned time. */
const LOOKS = [0.42, 0.72];
const STEP_MS = 700;
const STEP_S = 12;

type Told = { events: CookEvent[]; nowS: number; standing: Standing; log: string[] };

export function Play({ close }: { close: () => void }) {
  const [told, setTold] = useState<Told | null>(null);
  const [end, setEnd] = useState<{ came: number; blind: number; low: number; high: number } | null>(
    null,
  );
  const [problem, setProblem] = useState<string | null>(null);
  const units = useUnits();
  const state = useRef<{ events: CookEvent[]; nowS: number; looks: number }>({
    events: [{ id: "in", at_s: 0, kind: "in" }],
    nowS: 0,
    looks: 0,
  });
  useEffect(() => {
    let gone = false;
    const log: string[] = [];
    const fold = (of: PlanRequest, events: CookEvent[], nowS: number) =>
      api.cook({ plan: of, events, now_s: nowS, field: FIELD });
    const step = async () => {
      const s = state.current;
      const standing = await fold(plan, s.events, s.nowS);
      if (gone) return;
      const planned = standing.planned.off_heat_s;
      const look = LOOKS[s.looks];
      if (look !== undefined && s.nowS >= look * planned && standing.phase === "on_heat") {
        const really = await fold(hidden, s.events, s.nowS);
        const line = s.looks === 0;
        s.events.push(
          line
            ? {
                id: `look${s.looks}`,
                at_s: s.nowS,
                kind: "cue",
                cue: "cooked_line",
                height_share: Math.round(100 * (really.lines_share[0] ?? 0)) / 100,
              }
            : {
                id: `look${s.looks}`,
                at_s: s.nowS,
                kind: "cue",
                cue: "lip",
                says: really.seen?.lip ?? "cold",
              },
        );
        log.push(`${clock(s.nowS)} looked: ${line ? "the cooked line" : "the tester to the lip"}`);
        s.looks += 1;
      } else if (standing.next && standing.next.kind !== "look" && s.nowS >= standing.next.at_s) {
        const { done } = standing.next;
        if (!done) throw new Error(`nothing says that it is done: ${standing.next.act}`);
        s.events.push({ id: `act${s.events.length}`, at_s: s.nowS, ...done });
        log.push(`${clock(s.nowS)} ${doneWords(done).toLowerCase()}`);
      } else {
        const next = standing.next;
        const to = next && next.kind !== "look" && next.at_s > s.nowS ? next.at_s : s.nowS + STEP_S;
        s.nowS = Math.min(s.nowS + STEP_S, to);
      }
      setTold({ events: [...s.events], nowS: s.nowS, standing, log: [...log] });
      if (standing.phase === "served") {
        const turn = standing.planned.turns_s[0] ?? 0;
        const blind: CookEvent[] = [
          { id: "in", at_s: 0, kind: "in" },
          { id: "t", at_s: turn, kind: "turned" },
          { id: "o", at_s: planned, kind: "off" },
        ];
        const [came, other] = await Promise.all([
          fold(hidden, s.events, s.nowS),
          fold(hidden, blind, planned + 1),
        ]);
        if (!gone)
          setEnd({
            came: came.lands_c.mid,
            blind: other.lands_c.mid,
            low: came.target.low_c,
            high: came.target.high_c,
          });
        return;
      }
      setTimeout(() => !gone && run(), STEP_MS);
    };
    const run = () => {
      step().catch((cause: unknown) => !gone && setProblem(String(cause)));
    };
    run();
    return () => {
      gone = true;
    };
  }, []);
  const now = Date.now();
  const running: Running | null = told && {
    id: "play",
    title: "Hake, skin first, on a pan 25 K too cool",
    pan: null,
    batch: 1,
    batches: 1,
    revision: 1,
    made_ms: now,
    now_s: told.nowS,
    zero_s: 0,
    folded_s: told.nowS,
    seq: told.events.length,
    ended: told.standing.phase === "served",
    plan,
    events: told.events,
    standing: told.standing,
    unreadable: null,
    heardMs: now,
    unsent: [],
  };
  return (
    <section className="play" aria-label="A whole cook, fast" data-testid="played">
      <p className="flex items-center gap-x-4 px-5 pt-2">
        <strong>A whole cook, fast.</strong>
        <span className="text-small quiet">
          The pan is {rise(25, units)} cooler than it was set, and nobody knows. Two honest looks
          tell it.
        </span>
        <button type="button" className="target ml-auto" onClick={close}>
          Close
        </button>
      </p>
      {problem && <p role="alert">{problem}</p>}
      {running && !end && (
        <div className="fire-strips" data-many="2" inert>
          <Strip cook={running} now={now} first see={() => undefined} probe={() => undefined} />
        </div>
      )}
      {told && (
        <ol className="px-5 py-2 text-small flex flex-wrap gap-x-5" data-testid="play-log">
          {told.log.map((line) => (
            <li key={line}>{line}</li>
          ))}
        </ol>
      )}
      {end && (
        <p className="px-5 pb-4 text-lead" data-testid="play-end">
          Landed at <strong>{withUnit(end.came, "celsius", units, 1)}</strong>, wanted{" "}
          {withUnit(end.low, "celsius", units)} to {withUnit(end.high, "celsius", units)}. By the
          plan alone it would have been {withUnit(end.blind, "celsius", units, 1)}.
        </p>
      )}
    </section>
  );
}
