import { useMemo } from "react";
import { useNavigate } from "react-router";
import { type Advice, type Next, type Standing, whenRested } from "../../api";
import { addressOf, EATERS } from "../../card";
import {
  doneWords,
  eventWords,
  lastDone,
  leftS,
  nextOf,
  onFoldS,
  type Running,
  shortAct,
} from "../../fire";
import { useCalling, useFire, VIEW_KEY } from "../../shell";
import { decode, SideSeen } from "../../slice";
import { useUnits } from "../../ui";
import { byHand, clock, rise, type Units, wallClock, withUnit } from "../../units";
import { Band } from "./Band";
import { isVerdict, Verdict } from "./Probe";
import { ProbeSays } from "./ProbeLine";
import { Trace } from "./Trace";

/** A second tap of a wet finger is no second act, ms. */
const TWICE_MS = 900;
const tapped = new Set<string>();

/** Counted by no clock: one that is set back would shut the button until it has caught up. */
function once(cook: string): boolean {
  if (tapped.has(cook)) return false;
  tapped.add(cook);
  whenRested(TWICE_MS, () => tapped.delete(cook));
  return true;
}

/** What the four targets of a strip do. A probe is put in first: that opens what it is read into. */
export function useActs(cook: Running, now: number, see: () => void, probe: () => void) {
  const { happen } = useFire();
  return useMemo(() => {
    const next = nextOf(cook, now);
    const last = lastDone([...cook.events, ...cook.unsent]);
    return {
      next,
      last,
      done: () => {
        if (!next || !once(cook.id)) return;
        if (next.kind === "probe") probe();
        else if (next.kind === "look") see();
        else if (next.done) happen(cook, next.done);
      },
      off: () => {
        const off = [next?.done, next?.instead].find((one) => one?.kind === "off");
        if (off && once(cook.id)) happen(cook, off);
      },
      instead: () => next?.instead && once(cook.id) && happen(cook, next.instead),
      wait: () => next && happen(cook, { kind: "hold", for_s: 30 }),
      undo: () => last && happen(cook, { kind: "undone", of: last.id }),
    };
  }, [cook, now, happen, see, probe]);
}

type Props = {
  cook: Running;
  now: number;
  first: boolean;
  /** It was tapped: what is said of it has room. */
  opened?: boolean;
  choose?: () => void;
  see: () => void;
  probe: () => void;
};

export function Strip({ cook, now, first, opened, choose, see, probe }: Props) {
  const { happen } = useFire();
  const { flash } = useCalling();
  const go = useNavigate();
  const units = useUnits();
  const acts = useActs(cook, now, see, probe);
  const { next } = acts;
  const told = cook.standing;
  const foldS = onFoldS(cook, now);
  const left = leftS(next, foldS);
  const held = next?.held_until_s != null && next.held_until_s > foldS;
  const waits = left === null || next?.kind === "heat_up";
  const late = !waits && next?.late != null && foldS > next.late.from_s;
  const soon = !waits && !late && left < 10;
  const forgotten =
    !waits && next?.late != null && foldS > next.late.forgotten_s && told?.holding == null;
  const queued = cook.unsent.length;
  const danger = told?.alarms.find((alarm) => alarm.now);
  return (
    <article
      className="strip"
      aria-label={cook.title}
      data-late={late || undefined}
      data-soon={soon || undefined}
      data-flash={flash?.cook === cook.id ? flash.sound : undefined}
      data-first={first || undefined}
      data-opened={opened || undefined}
      data-danger={danger ? true : undefined}
      data-testid="strip"
      onPointerDown={choose}
    >
      <div className="strip-words">
        <p className="strip-title">
          {cook.title}
          {cook.batches > 1 && (
            <span className="quiet figures">
              {" "}
              batch {cook.batch} of {cook.batches}
            </span>
          )}
          {told?.phase === "on_heat" && (
            <span className="quiet figures"> {clock(foldS)} on the heat</span>
          )}
          {queued > 0 && <span className="text-warning font-semibold"> · not sent yet</span>}
          {!opened && (told?.advice.length ?? 0) + (told?.reasons.length ?? 0) > 0 && (
            <span className="strip-mark" data-testid="says-more">
              {" "}
              {(told?.advice.length ?? 0) > 0
                ? "▲ tap: there is advice"
                : "● tap: why the time moved"}
            </span>
          )}
        </p>
        <p className="strip-act" data-testid="act">
          {next ? shortAct(next) : queued > 0 ? "Not sent yet" : "Over"}
          {next && <At next={next} />}
        </p>
        <Guests cook={cook} />
        {told?.alarms.map((alarm) => (
          <p
            key={alarm.code}
            role="alert"
            className="strip-alarm"
            data-now={alarm.now || undefined}
            data-testid="alarm"
          >
            {alarm.message}
            {alarm.at_c != null && (
              <span className="figures"> {withUnit(alarm.at_c, "celsius", units)}</span>
            )}
          </p>
        ))}
        {danger ? null : forgotten ? (
          <p className="strip-range font-bold">Is it still cooking?</p>
        ) : (
          told && <Range told={told} made={cook.made_ms + 1000 * cook.zero_s} foldS={foldS} />
        )}
        {next && next.cautions.length > 0 && (
          <p className="strip-mind" data-testid="mind">
            <span className="text-warning" aria-hidden="true">
              ▲
            </span>{" "}
            <span className="sr-only">Mind: </span>
            {next.cautions.join(" ")}
          </p>
        )}
        <p className="strip-cue">{cueWords(told ?? null, next)}</p>
        <ProbeSays cook={cook} now={now} />
      </div>
      {told && <Now cook={cook} told={told} foldS={foldS} />}
      <p
        className="strip-clock running"
        role="timer"
        aria-label={late ? "late by" : "in"}
        data-testid="countdown"
      >
        {waits ? "" : `${left < 0 ? "+" : ""}${clock(Math.abs(left))}`}
        {late && <span className="strip-late">late</span>}
        {held && <span className="strip-late">held</span>}
      </p>
      <div className="strip-targets">
        <button
          type="button"
          className={`target ${first ? "btn-primary" : ""}`}
          data-main
          data-testid="done"
          disabled={!next}
          onClick={acts.done}
        >
          {next?.kind === "look"
            ? "Looked"
            : next?.kind === "probe"
              ? "Probe"
              : next?.done
                ? doneWords(next.done)
                : "Done"}
        </button>
        {next?.kind === "look" ? (
          <button type="button" className="target" data-testid="off-now" onClick={acts.off}>
            It is off
          </button>
        ) : told?.phase === "heating" ? (
          <button
            type="button"
            className="target"
            data-testid="take-off"
            onClick={() => once(cook.id) && happen(cook, { kind: "closed" })}
          >
            Not now
          </button>
        ) : (
          <button
            type="button"
            className="target"
            data-testid="see"
            disabled={(told?.asks.length ?? 0) === 0}
            onClick={see}
          >
            I see
          </button>
        )}
        {told?.phase === "heating" && cook.plan ? (
          <button
            type="button"
            className="target"
            data-testid="change-it"
            onClick={() => {
              if (!cook.plan || !once(cook.id)) return;
              // Another piece of it: this one comes off the list, and its card is open.
              happen(cook, { kind: "closed" });
              go(`${addressOf(cook.plan)}&${VIEW_KEY}name=${encodeURIComponent(cook.title)}`);
            }}
          >
            Change it
          </button>
        ) : forgotten ? (
          <button
            type="button"
            className="target"
            data-testid="forgotten"
            onClick={() => happen(cook, { kind: "closed" })}
          >
            It is over
          </button>
        ) : next?.instead?.kind === "served" ? (
          <button type="button" className="target" data-testid="instead" onClick={acts.instead}>
            {next.kind === "probe" ? "No probe: served" : "Served"}
          </button>
        ) : (
          <button type="button" className="target" data-testid="wait" onClick={acts.wait}>
            Wait
            <span className="block text-small font-normal">30 s</span>
          </button>
        )}
        <button
          type="button"
          className="target"
          data-testid="undo"
          disabled={!acts.last}
          onClick={acts.undo}
        >
          Undo
          {acts.last && (
            <span className="block text-small font-normal truncate">
              {eventWords(acts.last).toLowerCase()}
            </span>
          )}
        </button>
      </div>
      {told?.field && <Band told={told} foldS={foldS} />}
      {told && <Said told={told} cook={cook} />}
      <Spoken cook={cook} late={late} soon={!waits && !late && left <= 0} next={next} />
      {cook.unreadable && <p className="strip-said text-error">{cook.unreadable}</p>}
      {told?.left_out
        .filter((one) => one.code.endsWith("_unreadable"))
        .map((one) => (
          <p key={one.id} className="strip-said text-warning">
            {one.message}
          </p>
        ))}
    </article>
  );
}

/** For who hears the page: one polite word when an act is due, one that interrupts when it is late, nothing between. */
function Spoken(props: { cook: Running; late: boolean; soon: boolean; next: Next | null }) {
  const { cook, late, soon, next } = props;
  const word = next ? `${cook.title}: ${shortAct(next)}` : "";
  return (
    <>
      <span className="sr-only" aria-live="polite" data-testid="spoken">
        {soon ? `${word}, now` : ""}
      </span>
      <span className="sr-only" aria-live="assertive" data-testid="spoken-late">
        {late ? `${word}, late` : ""}
      </span>
    </>
  );
}

/** What it should be like now, and what to look for at the act. */
function cueWords(told: Standing | null, next: Next | null): string {
  const cues = next?.cues ?? [];
  const seen = told?.seen;
  // Where a probe decides, what it feels like is no answer.
  const asks = next?.kind === "probe" || next?.kind === "back_on" || told?.released === false;
  return [...(seen && !asks ? [seen.now] : []), ...cues].join(" ");
}

/** The temperature of an act, and how long it takes. */
function At({ next }: { next: Next }) {
  const units = useUnits();
  const c = next.at_c;
  return (
    <span className="strip-at figures">
      {next.for_s != null && ` ${byHand(next.for_s)}`}
      {c != null &&
        next.kind !== "serve" &&
        (next.kind === "probe" || next.kind === "back_on"
          ? `${next.kind === "back_on" ? ", then" : ""} 2 × ${withUnit(c, "celsius", units)}`
          : ` ${withUnit(c, "celsius", units)}`)}
    </span>
  );
}

/** Who eats, and what they are promised. */
function Guests({ cook }: { cook: Running }) {
  const units = useUnits();
  const promise = cook.standing?.promise;
  const eaters = cook.plan?.eaters ?? "everyone";
  const who = EATERS.find((one) => one.key === eaters)?.name;
  if (!promise && eaters === "everyone") return null;
  return (
    <p className="strip-guests" data-testid="guests">
      {eaters !== "everyone" && <>Local rules first. For a guest who is {who}</>}
      {eaters !== "everyone" && promise && ": "}
      {promise && (
        <>
          {promise.reheated ? "reheated to " : ""}
          <strong className="figures">{withUnit(promise.figure_c, "celsius", units)}</strong> all
          through
        </>
      )}
    </p>
  );
}

/** Off the heat for so long, it is worth saying until when it may stand, s. */
const STANDS_S = 900;

function Range({ told, made, foldS }: { told: Standing; made: number; foldS: number }) {
  const units = useUnits();
  if (told.phase === "heating" || told.phase === "served" || told.phase === "closed") return null;
  const { promise, holding } = told;
  const wall = (s: number) => wallClock(made + 1000 * s);
  if (holding && foldS > holding.since_s + STANDS_S)
    return (
      <p className="strip-range figures" data-testid="stands">
        Off the heat since <strong>{wall(holding.since_s)}</strong>: eat or chill by{" "}
        <strong>{wall(holding.eat_or_chill_by_s)}</strong>
        {holding.refuse_from_s > holding.eat_or_chill_by_s && (
          <span className="quiet">, thrown away from {wall(holding.refuse_from_s)}</span>
        )}
      </p>
    );
  if (promise)
    return (
      <p className="strip-range figures" data-testid="promised">
        {promise.two_spots_s != null ? (
          <>
            Two spots showed <strong>{withUnit(promise.shows_c, "celsius", units)}</strong> at{" "}
            {clock(promise.two_spots_s)}
          </>
        ) : promise.held_c != null ? (
          <>
            Too low at <strong>{withUnit(promise.held_c, "celsius", units)}</strong>: two spots anew
            {told.phase === "on_heat" && (
              <>
                {" "}
                from <strong>{byHand(told.next?.at_s ?? promise.from_s)}</strong>
              </>
            )}
            , the clock alone does not do
          </>
        ) : told.phase === "on_heat" ? (
          <>
            Probe from <strong>{byHand(promise.from_s)}</strong>, both spots{" "}
            <strong>{withUnit(promise.shows_c, "celsius", units)}</strong>
            {promise.clock_s != null && (
              <span className="quiet">
                {" "}
                · no probe: off at <strong>{byHand(told.off_heat_s, true)}</strong>
              </span>
            )}
          </>
        ) : told.released ? (
          <>Long enough on the heat for a slow piece too</>
        ) : (
          <>Nothing shows yet that it is hot enough</>
        )}
      </p>
    );
  const lands = told.lands_c;
  return (
    <p className="strip-range figures">
      {told.phase === "on_heat" && (
        <>
          Off at <strong>{byHand(told.off_heat_s)}</strong>, between {byHand(told.look_from_s)} and{" "}
          {byHand(told.latest_s)} ·{" "}
        </>
      )}
      lands at <strong>{withUnit(lands.mid, "celsius", units)}</strong>{" "}
      <span className="quiet">
        {withUnit(lands.low, "celsius", units)} to {withUnit(lands.high, "celsius", units)}
      </span>
    </p>
  );
}

/** The side of the piece now, as it lies. */
function Now({ cook, told, foldS }: { cook: Running; told: Standing; foldS: number }) {
  const field = useMemo(() => (told.field ? decode(told.field) : null), [told.field]);
  const piece = cook.plan?.piece;
  if (!field || !piece || !told.seen) return null;
  const mm = piece.thickness_mm ?? 25;
  return (
    <span className="strip-side">
      <SideSeen
        field={field}
        time={Math.min(foldS / field.endS, 1)}
        thickMm={mm}
        thinMm={piece.thin_end_mm ?? mm}
        skin={piece.skin === "on"}
        turned={told.flesh_down}
        touch={{ tester: told.seen.tester, press: told.seen.press }}
        title={`Side of the piece now: cooked ${Math.round((told.lines_share[0] ?? 0) * 100)} % of the way`}
      />
    </span>
  );
}

/** What it did to the middle and the outside. */
function whatItDid(advice: Advice, units: Units): string {
  const middle = Math.abs(advice.middle_k);
  const more = Math.round(100 * advice.overcooked_more);
  const parts = [
    middle >= 1 ? `middle ${advice.middle_k > 0 ? "+" : "−"}${rise(middle, units)}` : "",
    more >= 1 ? `${more} % more overcooked` : "",
  ].filter((part) => part !== "");
  return parts.length > 0 ? `So far: ${parts.join(", ")}.` : "";
}

/** Why times moved, and what is best now. */
function Said({ told, cook }: { told: Standing; cook: Running }) {
  const { happen } = useFire();
  const units = useUnits();
  const reason = told.reasons.at(-1);
  const first = told.advice[0];
  // What is the next act already is not said twice.
  const options = first?.options.filter((one) => one.done.kind !== told.next?.done?.kind) ?? [];
  const advice = first && (options.length > 0 || first.options.length === 0) ? first : null;
  if (!reason && !advice && told.trace.length < 3) return null;
  return (
    <div className="strip-said" data-testid="said">
      <Verdict told={told} cook={cook} />
      {advice && (
        <div className="strip-advice">
          <p>
            <strong>{advice.message}</strong>{" "}
            <span className="figures">{whatItDid(advice, units)}</span>
          </p>
          <p className="flex flex-wrap gap-2 pt-1">
            {options.map((one, i) => (
              <button
                key={one.code}
                type="button"
                className={`target target-wide ${i === 0 ? "font-bold" : ""}`}
                data-testid="advice"
                disabled={one.code === "go_on"}
                onClick={() => happen(cook, one.done)}
              >
                {one.act}
                <span className="block text-small font-normal figures">
                  off {clock(one.off_s)} · {withUnit(one.core_peak_c, "celsius", units)} ·{" "}
                  {Math.round(100 * one.overcooked_share)} % overcooked
                </span>
              </button>
            ))}
          </p>
        </div>
      )}
      <Trace told={told} />
      {reason && !isVerdict(reason) && (
        <p data-testid="reason">
          {reason.message}
          {reason.at_c != null && (
            <strong className="figures"> {withUnit(reason.at_c, "celsius", units)}.</strong>
          )}
          {Math.abs(reason.longer_s) >= 3 && reason.code !== "turned" && (
            <strong className="figures">
              {" "}
              {Math.round(Math.abs(reason.longer_s))} s {reason.longer_s > 0 ? "longer" : "sooner"}.
            </strong>
          )}
        </p>
      )}
    </div>
  );
}
