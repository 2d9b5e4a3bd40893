// What was cooked: planned beside happened on one clock, what was seen, how it came out; and again with one key.
import { useInfiniteQuery, useQuery, useQueryClient } from "@tanstack/react-query";
import { useEffect, useMemo, useState } from "react";
import { Link, useNavigate, useParams } from "react-router";
import { api, type CameOut, type CookKept, type CookLine, type PlanRequest } from "../../api";
import { addressOf } from "../../card";
import { eventWords, standing } from "../../fire";
import { useKeys, VIEW_KEY } from "../../shell";
import { decode, Thumb, useWidth } from "../../slice";
import { Failure, useUnits } from "../../ui";
import { byHand, clock, dayAndClock, withUnit } from "../../units";

const LATELY = 8;

const CAME: Record<string, string> = {
  middle: "middle",
  thin_end: "thin end",
  skin: "skin",
  stuck: "stuck",
  moist: "flesh",
};

function cameWords(came: CameOut | null | undefined): string {
  if (!came) return "";
  return Object.entries(came)
    .filter(([, word]) => word != null)
    .map(([key, word]) => `${CAME[key] ?? key} ${String(word).replaceAll("_", " ")}`)
    .join(", ");
}

/** Pages of what was cooked, one after another as they are asked for. */
function useGone(removed: boolean, wanted = true) {
  const pages = useInfiniteQuery({
    queryKey: ["gone", removed],
    queryFn: ({ pageParam }) => api.cooksGone(pageParam, removed),
    initialPageParam: 1,
    getNextPageParam: (last) => (last.page * last.size < last.total ? last.page + 1 : undefined),
    enabled: wanted,
  });
  const cooks = pages.data?.pages.flatMap((page) => page.cooks) ?? [];
  return { ...pages, cooks, total: pages.data?.pages.at(-1)?.total ?? 0 };
}

/** The last that were cooked. */
export function CookedLately() {
  const gone = useGone(false);
  const [all, setAll] = useState(false);
  const [out, setOut] = useState(false);
  const taken = useGone(true);
  const { cooks, total } = gone;
  if (gone.isError)
    return <Failure message={gone.error.message} retry={() => void gone.refetch()} />;
  if (cooks.length === 0 && taken.total === 0) return null;
  const shown = all ? cooks : cooks.slice(0, LATELY);
  return (
    <section aria-label="Cooked" className="pb-6" data-testid="cooked">
      <h2 className="text-lead font-bold pb-1">Cooked</h2>
      <ol>
        {shown.map((cook) => (
          <CookedLine key={cook.id} cook={cook} />
        ))}
      </ol>
      <div className="flex flex-wrap gap-x-6">
        {total > LATELY && !all && (
          <button type="button" className="pick underline" onClick={() => setAll(true)}>
            Show all {total}
          </button>
        )}
        {all && gone.hasNextPage && (
          <button
            type="button"
            className="pick underline"
            onClick={() => void gone.fetchNextPage()}
          >
            Show older
          </button>
        )}
        {taken.total > 0 && (
          <button
            type="button"
            className="pick"
            aria-expanded={out}
            data-testid="cooked-out"
            onClick={() => setOut(!out)}
          >
            Taken out: <b className="figures">{taken.total}</b>
          </button>
        )}
      </div>
      {out && (
        <ol>
          {taken.cooks.map((cook) => (
            <CookedLine key={cook.id} cook={cook} />
          ))}
        </ol>
      )}
    </section>
  );
}

function CookedLine({ cook }: { cook: CookLine }) {
  return (
    <li className="hair-t">
      <Link
        to={`/book/cook/${cook.id}`}
        className="grid grid-cols-[minmax(0,1fr)_auto] md:grid-cols-[11rem_minmax(0,16rem)_5rem_minmax(0,1fr)] gap-x-6 min-h-11 items-center hover:bg-base-200"
      >
        <span className="text-small quiet max-md:order-2">{dayAndClock(cook.made_ms)}</span>
        <strong className="truncate">{cook.title}</strong>
        <span className="running text-right max-md:hidden">
          {cook.off_s != null ? clock(cook.off_s) : ""}
        </span>
        <span className="text-small truncate max-md:hidden">
          {cameWords(cook.came_out) ||
            (cook.unreadable ? (
              <span className="quiet">cannot be read</span>
            ) : (
              <span className="quiet">not said how it came out</span>
            ))}
        </span>
      </Link>
    </li>
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
  // Out of the book and back in: nothing is deleted.
  const put = (ask: Promise<unknown>) =>
    ask.then(
      () => {
        setProblem(null);
        void queries.invalidateQueries({ queryKey: ["gone"] });
        void cook.refetch();
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
  // As it was written down when it ended; worked out anew only where an older Cindo wrote nothing down.
  const landed = data.outcome?.landed_c ?? told?.lands_c;
  const offS = data.outcome?.off_s ?? told?.off_heat_s;
  const wanted = data.promised?.target ?? told?.target;
  const wasPlannedS = data.promised?.off_heat_s ?? planned.data?.off_heat_s;
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
            {data.card && (
              <>
                {" by "}
                <Link to={`/book/${data.card}`} className="underline underline-offset-4">
                  its card
                </Link>
              </>
            )}
          </p>
          <h1 className="text-title font-bold">{data.title}</h1>
          <p>
            {cameWords(data.came_out) || <span className="quiet">Not said how it came out.</span>}
          </p>
        </div>
        <div className="flex items-center gap-x-5">
          {data.removed_at ? (
            <p role="status">
              Out of the book.{" "}
              <button
                type="button"
                className="pick underline"
                data-testid="put-back"
                onClick={() => void put(api.restoreCook(id))}
              >
                Put it back
              </button>
            </p>
          ) : (
            <button
              type="button"
              className="pick"
              data-testid="take-out"
              onClick={() => void put(api.removeCook(id))}
            >
              Take out of the book
            </button>
          )}
          {card && (
            <Link to={card} className="btn btn-primary h-12 px-6 font-bold" data-testid="again">
              Cook it again <kbd className="figures font-normal max-md:hidden">a</kbd>
            </Link>
          )}
        </div>
      </header>
      {problem && <Failure message={problem} />}
      {data.unreadable && <p role="alert">{data.unreadable}</p>}
      {told && landed && offS != null && wanted && (
        <>
          <Beside cook={data} planned={planned.data ?? null} />
          <p className="py-3 text-lead figures">
            Off at <strong>{clock(offS)}</strong>
            {wasPlannedS != null && <span className="quiet">, planned {byHand(wasPlannedS)}</span>}.
            Landed at <strong>{withUnit(landed.mid, "celsius", units)}</strong> by the numbers
            <span className="quiet">
              , {withUnit(landed.low, "celsius", units)} to{" "}
              {withUnit(landed.high, "celsius", units)}; wanted{" "}
              {withUnit(wanted.low_c, "celsius", units)} to{" "}
              {withUnit(wanted.high_c, "celsius", units)}
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
      {(data.unread ?? []).map((one) => (
        <p key={one.id} className="quiet" data-testid="unread">
          {one.newer ? "A newer Cindo wrote down" : "Damaged and not counted:"}{" "}
          {one.kind ? one.kind.replaceAll("_", " ") : "something"}
          {one.at_s != null && ` at ${clock(one.at_s - data.zero_s)}`}.
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
