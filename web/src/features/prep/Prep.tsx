// Prep: what is done to the piece before the heat, how much of everything, and one clock back from the plate.
import { useQuery } from "@tanstack/react-query";
import { useMemo } from "react";
import { Link } from "react-router";
import { api, type Preparation, type Prepared } from "../../api";
import { type Piece, question, toQuery } from "../../card";
import { useFish, useNow, usePiece, useStored, useViewText, useWay } from "../../shell";
import { Failure, Fold, Notices, Refusal, useUnits } from "../../ui";
import { localTime, ofField, span, wallClock, weekday, withUnit } from "../../units";
import { Acts } from "./Acts";
import { Amounts } from "./Amounts";
import { Bench } from "./Bench";
import { Clock, startOf } from "./Clock";
import { plateMs, soonest, tidy } from "./done";
import { Files } from "./Files";
import "./prep.css";
import { atStation, Stations } from "./Stations";
import { usePrep } from "./usePrep";

const EMPTY: Preparation = {};
type Struck = { of: string; ids: string[] };

export function Prep() {
  const { piece, change, query } = usePiece();
  const units = useUnits();
  const { fish } = useFish(piece);
  const { ways, way, say, ranked } = useWay();
  const [day, setDay] = useViewText("day");
  const days = Math.min(Math.max(Math.round(Number(day)) || 0, 0), 13);
  const now = useNow(true);
  const plate = plateMs(piece.readyBy, days, now);
  // The core is told the time only where it decides something.
  const { prepared, problem, stale, again } = usePrep(
    way?.kind,
    plate === null ? null : now.getTime(),
    plate,
  );
  const offered = useQuery({
    queryKey: ["prep-offered"],
    queryFn: api.prepOffered,
    staleTime: Number.POSITIVE_INFINITY,
  });
  const names = useNames(prepared, offered.data, fish?.name ?? "Fish");
  const of = `${piece.fish} ${way?.kind ?? ""} ${plate ?? ""}`;
  const [struck, strike] = useStored<Struck>("cindo.prep.struck", { of: "", ids: [] });
  const done = struck.of === of ? struck.ids : [];
  const toggle = (id: string) =>
    strike({ of, ids: done.includes(id) ? done.filter((one) => one !== id) : [...done, id] });

  const prep = piece.prep ?? EMPTY;
  const set = (part: Partial<Preparation>) => change({ prep: tidy({ ...prep, ...part }) });
  const begins = prepared?.begins_s ?? 0;
  const atSoonest = () => {
    const { readyBy, days } = soonest(begins, new Date());
    setDay(days > 0 ? String(days) : "");
    change({ readyBy });
  };
  const setPlate = (readyBy: string | null) => {
    if (readyBy === null) atSoonest();
    else change({ readyBy });
  };
  const when = (s: number) => {
    if (plate === null) return s === 0 ? "plate" : `−${span(-s)}`;
    return wallClock(plate + 1000 * s);
  };
  /** On which day, where that is not today. */
  const dayOf = (s: number) => {
    if (plate === null) return null;
    const at = plate + 1000 * s;
    return weekday(at) === weekday(now.getTime()) ? null : weekday(at);
  };
  const acts = prepared?.acts ?? [];
  const next = acts.find((act) => !done.includes(act.id));
  const nextAt = next ? startOf(next) : 0;
  const nowS = plate === null ? null : (now.getTime() - plate) / 1000;
  const into = acts.find((act) => act.of === "fish" && act.what === "in");
  const late = nowS !== null && next !== undefined && nowS > nextAt + 60;
  const left = missing(prep);
  const wrongTime = problem?.field === "plate_at";

  return (
    <div className="max-w-[1196px] px-4 md:px-8 pt-4 pb-8">
      <header className="flex flex-wrap items-end justify-between gap-x-8 gap-y-1 pb-2">
        <div>
          <h1 className="text-lead font-bold">
            {piece.own?.name ?? fish?.name ?? "Fish"},{" "}
            {withUnit(piece.thicknessMm, "millimetre", units)}{" "}
            <span className="font-normal quiet">
              {piece.pieces} × {withUnit(piece.massG, "gram", units)} ·{" "}
              <Link to={{ pathname: "/", search: query }} className="underline underline-offset-4">
                change it
              </Link>
            </span>
          </h1>
          <label className="text-small quiet flex flex-wrap items-baseline gap-x-2">
            prepared for
            <select
              className="prep-way"
              data-testid="prep-way"
              value={way?.kind ?? ""}
              onChange={(e) => say(e.currentTarget.value)}
            >
              {ways.map((one) => (
                <option key={one.kind} value={one.kind}>
                  {one.name}
                </option>
              ))}
            </select>
            {way && (
              <Link
                to={{ pathname: `/ways/${way.kind}`, search: toQuery(prepOf(piece)).toString() }}
                className="underline underline-offset-4 pick"
                data-testid="to-card"
              >
                its card
              </Link>
            )}
            {way && (
              <Link
                to={{
                  pathname: "/service",
                  search: `${toQuery(prepOf(piece)).toString()}&v.for=${way.kind}`,
                }}
                className="underline underline-offset-4 pick"
                data-testid="to-service"
              >
                onto the board
              </Link>
            )}
          </label>
        </div>
        <div className="flex flex-wrap items-center gap-x-4">
          <label htmlFor="plate-at" className="text-small quiet">
            On the plate at
          </label>
          <input
            id="plate-at"
            type="time"
            step={300}
            data-testid="plate-at"
            className="running text-lead bg-transparent hair-b h-11 w-36"
            value={piece.readyBy ?? ""}
            aria-invalid={wrongTime}
            aria-describedby="plate-word"
            onChange={(e) => change({ readyBy: e.currentTarget.value || null })}
          />
          <select
            aria-label="On which day"
            className="prep-way"
            data-testid="plate-day"
            value={String(days)}
            onChange={(e) => setDay(e.currentTarget.value === "0" ? "" : e.currentTarget.value)}
          >
            {["today", "tomorrow", "in 2 days", "in 3 days", "in 4 days", "in 5 days"].map(
              (name, i) => (
                <option key={name} value={String(i)}>
                  {name}
                </option>
              ),
            )}
          </select>
          <button type="button" className="pick" data-testid="soonest" onClick={atSoonest}>
            as soon as it can be
          </button>
          <p
            id="plate-word"
            role={wrongTime ? "alert" : undefined}
            className="text-small text-error"
          >
            {wrongTime && "That time has passed. Pick a later one, or tomorrow."}
          </p>
        </div>
      </header>

      {ranked.isError && (
        <Failure message={ranked.error.message} retry={() => void ranked.refetch()} />
      )}
      {ranked.data && !way && (
        <p className="py-6" data-testid="prep-no-way">
          No way suits this piece as it is.{" "}
          <Link to={{ pathname: "/ways", search: query }} className="underline">
            See why
          </Link>
        </p>
      )}

      {prepared && prepared.refused.length > 0 && <Refusal notices={prepared.refused} />}
      {prepared && prepared.refused.length === 0 && next && (
        <section aria-label="Next" className="prep-next" data-late={late} data-testid="prep-next">
          <p className="prep-next-at">
            <span className="prep-next-day">{dayOf(nextAt)}</span>
            <span className="running">{when(nextAt)}</span>
          </p>
          <p className="prep-next-act">{next.words}</p>
          <p className="text-small quiet prep-next-more">
            {late && nowS !== null && <b className="text-error">due {span(nowS - nextAt)} ago. </b>}
            {next.cues[0]}{" "}
            {plate === null &&
              "Say when it is to be on the plate: then these are times of the clock."}
          </p>
        </section>
      )}
      {prepared && !next && acts.length > 0 && (
        <p className="prep-next prep-next-act" data-testid="prep-all-done">
          All done.
        </p>
      )}

      <div className="grid gap-x-10 gap-y-3 lg:grid-cols-[minmax(0,4fr)_minmax(0,7fr)] pt-3 items-start">
        {prepared && (
          <div className="print:hidden">
            <Bench piece={piece} prepared={prepared} height={230} />
          </div>
        )}
        <div data-stale={stale}>
          {prepared && acts.length > 0 && (
            <Clock
              acts={acts}
              beginsS={begins}
              nameOf={names}
              plate={piece.readyBy ? ofField(piece.readyBy) : null}
              readyBy={piece.readyBy}
              set={setPlate}
              nowS={nowS}
            />
          )}
          <p className="text-small quiet flex flex-wrap gap-x-5 pt-1">
            <Key fill="bg-base-content" says="hands" />
            <Key fill="bg-primary" says="heat" />
            <Key fill="prep-hatch" says="waiting" />
            {prepared && prepared.refused.length === 0 && (
              <span>
                begin{" "}
                {plate === null
                  ? `${span(-begins)} before`
                  : [dayOf(begins), when(begins)].filter(Boolean).join(", ")}
              </span>
            )}
          </p>
          {prepared && <Facts prepared={prepared} thicknessMm={piece.thicknessMm} />}
        </div>
      </div>

      {offered.data && way && (
        <Stations
          piece={piece}
          prep={prep}
          set={set}
          kind={way.kind}
          offered={offered.data}
          prepared={prepared}
          problem={problem}
          toWay={say}
          wayName={(kind) => (ways.find((one) => one.kind === kind)?.name ?? kind).toLowerCase()}
        />
      )}
      {offered.isError && (
        <Failure message={offered.error.message} retry={() => void offered.refetch()} />
      )}
      {problem && !wrongTime && !atStation(problem.field) && (
        <div className="pt-3" data-testid="prep-problem">
          <Failure message={problem.message} retry={again} />
        </div>
      )}

      {prepared && prepared.refused.length === 0 && (
        <div className="grid gap-x-10 gap-y-5 lg:grid-cols-[minmax(0,5fr)_minmax(0,6fr)] pt-4 items-start">
          <div className="grid gap-y-4">
            <h2 className="text-lead font-bold">What goes in</h2>
            <Amounts
              prepared={prepared}
              nameOf={names}
              fish={piece.fish}
              setPiece={(massG) => change({ massG })}
            />
            <p className="text-small">
              <b>Contains</b> {prepared.allergens.join(", ")}.
            </p>
            {left.length > 0 && (
              <p className="text-small quiet" data-testid="forgotten">
                Forgotten? Nothing is said of {left.join(", ")}.
              </p>
            )}
            {prepared.warnings.length > 0 && (
              <div data-testid="prep-notices">
                <Fold
                  wrong={prepared.warnings.some((one) => one.weight === "warn")}
                  testId="prep-know"
                  summary={`${prepared.warnings.length} ${prepared.warnings.length === 1 ? "thing" : "things"} to know`}
                >
                  <Notices notices={distinct(prepared.warnings)} />
                </Fold>
              </div>
            )}
          </div>
          <div>
            <h2 className="text-lead font-bold pb-1">In order</h2>
            <Acts
              acts={acts}
              done={done}
              toggle={toggle}
              when={when}
              dayOf={dayOf}
              nameOf={names}
            />
            {way && (
              <Files
                title={`${piece.own?.name ?? fish?.name ?? "Fish"}, ${way.name.toLowerCase()}`}
                request={{ ...question(prepOf(piece)), method: { kind: way.kind } }}
                inAt={plate === null || !into ? null : localTime(plate + 1000 * startOf(into))}
              />
            )}
          </div>
        </div>
      )}
    </div>
  );
}

function Key({ fill, says }: { fill: string; says: string }) {
  return (
    <span className="inline-flex items-center gap-x-1.5">
      <span className={`prep-key inline-block w-4 h-3 ${fill}`} aria-hidden="true" />
      {says}
    </span>
  );
}

/** What the preparation comes to, in figures. */
function Facts({ prepared, thicknessMm }: { prepared: Prepared; thicknessMm: number }) {
  const halfMm = thicknessMm / 2;
  const units = useUnits();
  const { salted, coat, gas, budget, changed } = prepared;
  const per = (share: number) => `${(100 * share).toFixed(1)} %`;
  const reach = salted?.after[0]?.reach_mm;
  const less = changed.unprepared_s == null ? 0 : changed.off_heat_s - changed.unprepared_s;
  return (
    <dl className="prep-facts" data-testid="prep-facts">
      {salted && (
        <div>
          <dt>Salt in the fish</dt>
          <dd>
            <b>{per(salted.flesh_share[1] ?? 0)}</b>{" "}
            {salted.flesh_share[0] !== salted.flesh_share[2] &&
              `${per(salted.flesh_share[0] ?? 0)} to ${per(salted.flesh_share[2] ?? 0)}. `}
            {reach && salted.minutes > 0 && (reach[0] ?? 0) < halfMm - 0.05 && (
              <>
                Nine tenths of it within {withUnit(reach[0] ?? 0, "millimetre", units, 1)} to{" "}
                {withUnit(reach[2] ?? 0, "millimetre", units, 1)}.
              </>
            )}
            {reach && (reach[0] ?? 0) >= halfMm - 0.05 && "It has gone right through."}
          </dd>
        </div>
      )}
      <div>
        <dt>Salt on a plate</dt>
        <dd>
          <b>{withUnit(budget.person_g, "gram", units, 1)}</b>{" "}
          {budget.lines.length > 0 ? TASTES[budget.tastes] : "nothing is salted so far"}
          {budget.lines.length > 1 &&
            `: ${budget.lines.map((line) => `${line.name.toLowerCase()} ${withUnit(line.g, "gram", units, 1)}`).join(", ")}`}
        </dd>
      </div>
      {coat && (
        <div>
          <dt>Coat</dt>
          <dd>
            <b>{withUnit(coat.mm, "millimetre", units, 1)}</b>{" "}
            {withUnit(coat.on_fish_g, "gram", units)} stays on;{" "}
            {withUnit(coat.made_g, "gram", units)} made
            {coat.wet_over_dry != null && `; liquid over dry ${coat.wet_over_dry.toFixed(2)}`}
          </dd>
        </div>
      )}
      {gas && (
        <div>
          <dt>Gas in the batter</dt>
          <dd>
            <b>{(gas.left_ml / 1000).toFixed(1)} l</b> of {(gas.made_ml / 1000).toFixed(1)} l left
            when it goes in. Half is gone after {gas.half_gone_min.toFixed(0)} min in a bowl
            (assumed).
          </dd>
        </div>
      )}
      {Math.abs(less) >= 5 && (
        <div>
          <dt>On the heat</dt>
          <dd>
            <b>{span(changed.off_heat_s)}</b> {span(Math.abs(less))} {less < 0 ? "less" : "more"}{" "}
            than with nothing done
          </dd>
        </div>
      )}
    </dl>
  );
}

const TASTES: Record<Prepared["budget"]["tastes"], string> = {
  bland: "hardly salted",
  right: "as most like it",
  salty: "saltier than most like",
  too_salty: "too salty to eat",
};

/** The piece as it is prepared here: what is frozen is thawed, though nobody said so. */
function prepOf(piece: Piece): Piece {
  const thaws = piece.state === "frozen" ? { thaw: "fridge" as const } : null;
  return { ...piece, prep: piece.prep ? { ...thaws, ...piece.prep } : thaws };
}

/** What nobody has said anything of. */
function missing(prep: Preparation): string[] {
  return [
    !prep.salt && "salt",
    !(prep.sauces && prep.sauces.length > 0) && "a sauce",
    !(prep.sides && prep.sides.length > 0) && "anything beside it",
  ].filter((one) => one !== false);
}

/** Of one kind one word. */
function distinct<T extends { code: string; message: string }>(all: T[]): T[] {
  const seen = new Map<string, T>();
  for (const one of all) if (!seen.has(one.code)) seen.set(one.code, one);
  return [...seen.values()];
}

/** What a lane is called: the fish, or what the core calls it. */
function useNames(
  prepared: Prepared | undefined,
  offered: Awaited<ReturnType<typeof api.prepOffered>> | undefined,
  fish: string,
): (lane: string) => string {
  return useMemo(() => {
    const rows = offered ? Object.values(offered).flat() : [];
    const known = new Map(rows.map((row) => [row.key, row.name]));
    if (prepared?.coat) known.set(prepared.coat.kind, prepared.coat.name);
    known.set("fish", fish);
    known.set("salt", "Salt");
    known.set("frying_oil", "Frying oil");
    return (lane) => known.get(lane) ?? lane;
  }, [prepared, offered, fish]);
}
