// What was cooked: planned beside happened on one clock, what was seen, how it came out; and again with one key.
import { useQuery, useQueryClient } from "@tanstack/react-query";
import { useEffect, useMemo, useState } from "react";
import { Link, useNavigate, useParams } from "react-router";
import { api, type CookKept, type PlanRequest } from "../../api";
import { addressOf } from "../../card";
import { eventWords, standing } from "../../fire";
import { useKeys, VIEW_KEY } from "../../shell";
import { decode, Thumb, useWidth } from "../../slice";
import { Failure, useUnits } from "../../ui";
import { clock, dayAndClock, withUnit } from "../../units";

const LATELY = 8;

const CAME: Record<string, string> = {
  middle: "middle",
  thin_end: "thin end",
  skin: "skin",
  stuck: "stuck",
  moist: "flesh",
};

function cameWords(cook: CookKept): string {
  const came = standing(cook.events)
    .flatMap((event) => (event.kind === "came_out" ? [event.came_out] : []))
    .at(-1);
  if (!came) return "";
  return Object.entries(came)
    .filter(([, word]) => word != null)
    .map(([key, word]) => `${CAME[key] ?? key} ${String(word).replaceAll("_", " ")}`)
    .join(", ");
}

/** The last that were cooked. */
export function CookedLately() {
  const gone = useQuery({ queryKey: ["gone"], queryFn: api.cooksGone });
  const [all, setAll] = useState(false);
  const cooks = gone.data?.cooks ?? [];
  if (gone.isError) return <Failure message={gone.error.message} />;
  if (cooks.length === 0) return null;
  const shown = all ? cooks : cooks.slice(0, LATELY);
  return (
    <section aria-label="Cooked" className="pb-6" data-testid="cooked">
      <h2 className="text-lead font-bold pb-1">Cooked</h2>
      <ol>
        {shown.map((cook) => {
          const off = standing(cook.events).find((event) => event.kind === "off");
          return (
            <li key={cook.id} className="hair-t">
              <Link
                to={`/book/cook/${cook.id}`}
                className="grid grid-cols-[minmax(0,1fr)_auto] md:grid-cols-[11rem_minmax(0,16rem)_5rem_minmax(0,1fr)] gap-x-6 min-h-11 items-center hover:bg-base-200"
              >
                <span className="text-small quiet max-md:order-2">{dayAndClock(cook.made_ms)}</span>
                <strong className="truncate">{cook.title}</strong>
                <span className="running text-right max-md:hidden">
                  {off ? clock(off.at_s - cook.zero_s) : ""}
                </span>
                <span className="text-small truncate max-md:hidden">
                  {cameWords(cook) || <span className="quiet">not said how it came out</span>}
                </span>
              </Link>
            </li>
          );
        })}
      </ol>
      {cooks.length > LATELY && !all && (
        <button type="button" className="pick underline" onClick={() => setAll(true)}>
          Show all {cooks.length}
        </button>
      )}
    </section>
  );
}

/** One cook, opened. */
export function Cooked() {
  const { id = "" } = useParams();
  const cook = useQuery({ queryKey: ["cook", id], queryFn: () => api.cookOne(id), retry: false });
  const plan = cook.data?.plan;
  const planned = useQuery({
    queryKey: ["planned", id],
    queryFn: () =>
      api.plan({ ...(plan as PlanRequest), range: false, field: { times: 120, depths: 36 } }),
    enabled: plan != null,
    staleTime: Number.POSITIVE_INFINITY,
  });
  const go = useNavigate();
  const queries = useQueryClient();
  const units = useUnits();
  const [problem, setProblem] = useState<string | null>(null);
  // The card first: another piece of it is thicker, or there are more of them.
  const card = plan
    ? `${addressOf(plan)}&${VIEW_KEY}name=${encodeURIComponent(cook.data?.title ?? "")}`
    : null;
  const again = () => card && go(card);
  const [sure, setSure] = useState(false);
  const remove = () =>
    api.removeCook(id).then(
      () => {
        void queries.invalidateQueries({ queryKey: ["gone"] });
        go("/book");
      },
      (cause: Error) => setProblem(cause.message),
    );
  useKeys({ a: { does: again, says: "cook it again: its card" } });
  useEffect(() => setProblem(null), []);
  if (cook.isError)
    return (
      <div className="p-8">
        <Failure message={cook.error.message} />
        <Link to="/book" className="underline">
          Back to the book
        </Link>
      </div>
    );
  if (!cook.data) return <p className="p-8 quiet">One moment</p>;
  const { data } = cook;
  const told = data.standing;
  const events = standing(data.events).filter((event) => event.kind !== "hold");
  const notes = events.filter((event) => event.kind === "note");
  return (
    <article className="max-w-[1196px] px-4 md:px-8 pt-5 pb-8" data-testid="cooked-one">
      <header className="flex flex-wrap items-start justify-between gap-x-8 gap-y-2 pb-4">
        <div>
          <p className="text-small quiet">
            <Link to="/book" className="underline underline-offset-4">
              Book
            </Link>{" "}
            / cooked {dayAndClock(data.made_ms)}
          </p>
          <h1 className="text-title font-bold">{data.title}</h1>
          <p>{cameWords(data) || <span className="quiet">Not said how it came out.</span>}</p>
        </div>
        <div className="flex items-center gap-x-5">
          <button
            type="button"
            className={`pick ${sure ? "text-error font-bold" : ""}`}
            data-testid="delete"
            onClick={() => (sure ? void remove() : setSure(true))}
          >
            {sure ? "Sure: delete it for good" : "Delete"}
          </button>
          {card && (
            <Link to={card} className="btn btn-primary h-12 px-6 font-bold" data-testid="again">
              Cook it again <kbd className="figures font-normal max-md:hidden">a</kbd>
            </Link>
          )}
        </div>
      </header>
      {problem && <Failure message={problem} />}
      {data.unreadable && <p role="alert">{data.unreadable}</p>}
      {told && (
        <>
          <Beside cook={data} planned={planned.data ?? null} />
          <p className="py-3 text-lead figures">
            Off at <strong>{clock(told.off_heat_s)}</strong>
            {planned.data && (
              <span className="quiet">, planned {clock(planned.data.off_heat_s)}</span>
            )}
            . Landed at <strong>{withUnit(told.lands_c.mid, "celsius", units)}</strong> by the
            numbers
            <span className="quiet">
              , {withUnit(told.lands_c.low, "celsius", units)} to{" "}
              {withUnit(told.lands_c.high, "celsius", units)}; wanted{" "}
              {withUnit(told.target.low_c, "celsius", units)} to{" "}
              {withUnit(told.target.high_c, "celsius", units)}
            </span>
            .
          </p>
          {told.promise && (
            <p className={told.knowingly ? "font-bold text-error" : ""} data-testid="book-promise">
              {withUnit(told.promise.figure_c, "celsius", units)} all through was promised
              {told.promise.two_spots_s != null
                ? `: two spots showed it at ${clock(told.promise.two_spots_s)}.`
                : told.released
                  ? ": long enough on the heat for a slow piece too."
                  : told.knowingly
                    ? ", and nothing showed it: served knowingly."
                    : ", and nothing shows it."}
            </p>
          )}
          {told.left_out.map((left) => (
            <p key={left.id} className="quiet">
              Left out: {left.message}
            </p>
          ))}
          {told.reasons.map((reason) => (
            <p key={reason.message}>
              {reason.read_c != null && `${withUnit(reason.read_c, "celsius", units)}. `}
              {reason.message}
            </p>
          ))}
        </>
      )}
      {notes.map((note) => (
        <p key={note.id} className="pt-2 font-semibold">
          {note.text}
        </p>
      ))}
      <h2 className="text-lead font-bold pt-5 pb-1">What happened</h2>
      <ol className="max-w-md">
        {events.map((event) => (
          <li key={event.id} className="grid grid-cols-[5rem_1fr] gap-x-4 py-1 hair-t">
            <span className="running text-right">
              {event.at_s < data.zero_s ? "−" : ""}
              {clock(Math.abs(event.at_s - data.zero_s))}
            </span>
            <span>
              {eventWords(event)}
              {event.kind === "probe" && ` ${withUnit(event.c, "celsius", units)}`}
            </span>
          </li>
        ))}
      </ol>
    </article>
  );
}

const HIGH = 74;

/** Planned above, happened below, on one clock. */
function Beside({
  cook,
  planned,
}: {
  cook: CookKept;
  planned: Awaited<ReturnType<typeof api.plan>> | null;
}) {
  const [ref, width] = useWidth<HTMLDivElement>();
  const happened = useMemo(
    () => (cook.standing?.field ? decode(cook.standing.field) : null),
    [cook.standing?.field],
  );
  const was = useMemo(() => (planned?.field ? decode(planned.field) : null), [planned?.field]);
  const told = cook.standing;
  if (!happened || !told) return null;
  const end = Math.max(happened.endS, was?.endS ?? 0);
  const share = (s: number) => (width > 0 ? (width * s) / end : 0);
  const rows = [
    {
      name: "Planned",
      field: was,
      offS: planned?.off_heat_s ?? 0,
      marks: [...(planned?.turns_s ?? []), planned?.off_heat_s ?? 0],
    },
    {
      name: "Happened",
      field: happened,
      offS: told.off_heat_s,
      marks: told.happens.filter((one) => one.what !== "in").map((one) => one.at_s),
    },
  ];
  return (
    <div ref={ref} className="grid gap-2">
      {rows.map((row) => (
        <div key={row.name} className="relative">
          <p className="text-small font-semibold">{row.name}</p>
          {row.field && (
            <Thumb
              field={row.field}
              width={Math.round(share(row.field.endS))}
              height={HIGH}
              offS={row.offS}
              title={`${row.name}: slice over time, off at ${clock(row.offS)}`}
            />
          )}
          {row.marks.map((s) => (
            <span
              key={s}
              className="absolute bottom-0 border-l-2 border-base-content pl-1 text-small leading-none running"
              style={{ left: share(s), height: HIGH + 12 }}
            >
              {clock(s)}
            </span>
          ))}
        </div>
      ))}
    </div>
  );
}
