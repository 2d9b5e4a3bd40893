import { useMutation, useQuery, useQueryClient } from "@tanstack/react-query";
import { useEffect, useMemo, useRef, useState } from "react";
import { Link, useNavigate, useParams } from "react-router";
import { api, type Card, type CardChange } from "../../api";
import { fromRequest, toQuery } from "../../piece";
import { decode, Thumb } from "../../slice";
import { Choice, Failure, FieldError, useUnits } from "../../ui";
import { clock, figure, scale, withUnit } from "../../units";

const RESULTS = [
  { key: "under", name: "under" },
  { key: "right", name: "right" },
  { key: "over", name: "over" },
] as const;

const DAY = new Intl.DateTimeFormat(undefined, {
  weekday: "short",
  day: "numeric",
  month: "short",
});
const HOUR = new Intl.DateTimeFormat(undefined, {
  hour: "2-digit",
  minute: "2-digit",
  hour12: false,
});

export function Book() {
  const { id } = useParams();
  const cards = useQuery({ queryKey: ["cards"], queryFn: api.cards });
  const go = useNavigate();
  const queries = useQueryClient();
  const [gone, setGone] = useState<Card | null>(null);
  const restore = useMutation({
    mutationFn: (card: Card) => api.restoreCard(card.id),
    onSuccess: async (card) => {
      setGone(null);
      await queries.invalidateQueries({ queryKey: ["cards"] });
      go(`/book/${card.id}`);
    },
  });
  const remove = useMutation({
    mutationFn: (card: Card) => api.removeCard(card.id),
    onSuccess: async (_, card) => {
      setGone(card);
      await queries.invalidateQueries({ queryKey: ["cards"] });
      go("/book");
    },
  });
  const all = cards.data?.cards ?? [];
  const open = all.find((c) => String(c.id) === id);
  return (
    <div className="max-w-[1196px] px-4 md:px-8 pt-6 pb-8">
      <header className="flex flex-wrap items-end justify-between gap-x-8 pb-4">
        <h1 className="text-title font-bold">Book</h1>
        {all.length > 0 && <Tally cards={all} />}
      </header>
      {cards.isError && (
        <Failure message={cards.error.message} retry={() => void cards.refetch()} />
      )}
      {cards.isPending && <p className="quiet">One moment</p>}
      {gone && (
        <p role="status" className="pb-3">
          “{gone.title}” is out of the book.{" "}
          <button type="button" className="pick underline" onClick={() => restore.mutate(gone)}>
            Put it back
          </button>
        </p>
      )}
      {restore.isError && <Failure message={restore.error.message} />}
      {remove.isError && <Failure message={remove.error.message} />}
      {cards.data && all.length === 0 && (
        <div className="py-10 max-w-prose">
          <p className="text-lead font-semibold">Nothing is written down yet.</p>
          <p className="py-3">
            Plan a piece, save its card, cook by it, and come back to say how it came out. That is
            how the same oven stops surprising you.
          </p>
          <Link to="/" className="btn btn-primary h-12 px-6 font-bold">
            Start with the fish in hand
          </Link>
        </div>
      )}
      {all.length > 0 && (
        <div
          className={`grid gap-x-10 gap-y-6 items-start ${open ? "lg:grid-cols-[minmax(0,1fr)_400px]" : ""}`}
        >
          <ol className={open ? "max-lg:order-2" : ""} data-testid="cards">
            {all.map((card, i) => {
              const day = DAY.format(new Date(card.saved_at));
              const before = all[i - 1];
              const first = !before || DAY.format(new Date(before.saved_at)) !== day;
              return (
                <Line
                  key={card.id}
                  card={card}
                  day={first ? day : ""}
                  on={card.id === open?.id}
                  narrow={open !== undefined}
                />
              );
            })}
          </ol>
          {open && <Opened key={open.id} card={open} remove={() => remove.mutate(open)} />}
          {id && !open && (
            <p role="alert" className="font-semibold">
              There is no card {id} in the book.
            </p>
          )}
        </div>
      )}
    </div>
  );
}

/** How the cards came out, counted. */
function Tally({ cards }: { cards: Card[] }) {
  return (
    <p className="flex gap-x-6 text-small">
      {RESULTS.map(({ key, name }) => (
        <span key={key}>
          <ResultMark result={key} /> {name}{" "}
          <b className="figures">{cards.filter((c) => c.result === key).length}</b>
        </span>
      ))}
      <span className="quiet">
        not said <b className="figures">{cards.filter((c) => !c.result).length}</b>
      </span>
    </p>
  );
}

/** A short band with a needle: below it, in it, above it. */
function ResultMark({ result }: { result: Card["result"] }) {
  const x = { under: 3, right: 14, over: 25 }[result ?? "right"];
  return (
    <svg
      viewBox="0 0 28 14"
      width="28"
      height="14"
      className="inline-block align-middle"
      aria-hidden="true"
    >
      <path d="M0 10.500h28" stroke="currentColor" opacity="0.45" />
      <rect x="9" y="8" width="10" height="5" fill="var(--color-success)" />
      {result && (
        <path
          d={`M${x} 12V1`}
          stroke={result === "right" ? "currentColor" : "var(--color-error)"}
          strokeWidth="2.5"
        />
      )}
    </svg>
  );
}

function useSeen<E extends Element>(): [React.RefObject<E | null>, boolean] {
  const ref = useRef<E | null>(null);
  const [seen, setSeen] = useState(false);
  useEffect(() => {
    if (!ref.current || seen) return;
    const watch = new IntersectionObserver(
      (entries) => entries.some((e) => e.isIntersecting) && setSeen(true),
    );
    watch.observe(ref.current);
    return () => watch.disconnect();
  }, [seen]);
  return [ref, seen];
}

/** The slice over time of a card, computed again from what was asked; only when it is seen. */
function CardThumb({ card, width, height }: { card: Card; width: number; height: number }) {
  const [ref, seen] = useSeen<HTMLDivElement>();
  const plan = useQuery({
    queryKey: ["thumb", card.id],
    queryFn: () => api.plan({ ...card.request, range: false, field: { times: 90, depths: 20 } }),
    enabled: seen,
    staleTime: Number.POSITIVE_INFINITY,
    retry: false,
  });
  const field = useMemo(() => (plan.data?.field ? decode(plan.data.field) : null), [plan.data]);
  return (
    <div ref={ref} style={{ width, height }} className="bg-base-200">
      {field && (
        <Thumb
          field={field}
          width={width}
          height={height}
          offS={plan.data?.off_heat_s ?? 0}
          title={`Slice over time: ${card.title}`}
        />
      )}
    </div>
  );
}

function Line({
  card,
  day,
  on,
  narrow,
}: {
  card: Card;
  day: string;
  on: boolean;
  narrow: boolean;
}) {
  const units = useUnits();
  return (
    <li className={`${day ? "border-t border-base-content/60" : "hair-t"}`}>
      <Link
        to={`/book/${card.id}`}
        data-testid={`card-${card.id}`}
        aria-current={on ? "true" : undefined}
        className={`grid gap-x-5 gap-y-1 py-3 px-2 -mx-2 items-center grid-cols-[minmax(0,1fr)_auto] ${
          narrow
            ? "lg:grid-cols-[92px_minmax(0,1fr)_64px_52px]"
            : "lg:grid-cols-[92px_minmax(0,1fr)_180px_64px_150px]"
        } ${on ? "bg-base-200" : "hover:bg-base-200"}`}
      >
        <span className="text-small max-lg:col-span-2">
          <b className="block">{day}</b>
          <span className="quiet running">{HOUR.format(new Date(card.saved_at))}</span>
        </span>
        <span className="min-w-0">
          <span className="block font-bold text-lead leading-tight truncate">{card.title}</span>
          <span className="block text-small quiet truncate">
            {card.plan.name}, {withUnit(card.request.piece.thickness_mm, "millimetre", units)}
            {card.note && ` · ${card.note}`}
          </span>
        </span>
        {!narrow && (
          <span className="hidden lg:block">
            <CardThumb card={card} width={180} height={40} />
          </span>
        )}
        <span className="running text-right text-lead">{clock(card.plan.off_heat_s)}</span>
        <span className="text-small max-lg:col-span-2 whitespace-nowrap">
          <ResultMark result={card.result} />{" "}
          {!narrow && (card.result ?? <span className="quiet">how did it come out</span>)}
        </span>
      </Link>
    </li>
  );
}

function Opened({ card, remove }: { card: Card; remove: () => void }) {
  const units = useUnits();
  const queries = useQueryClient();
  const [note, setNote] = useState(card.note);
  const [title, setTitle] = useState(card.title);
  const change = useMutation({
    mutationFn: (part: CardChange) => api.changeCard(card.id, part),
    onSuccess: () => queries.invalidateQueries({ queryKey: ["cards"] }),
  });
  const problem =
    change.error && "field" in change.error
      ? (change.error as { field: string; message: string } & Error)
      : null;
  // Notes are kept as they are written, a moment after the last key.
  const { mutate } = change;
  useEffect(() => {
    if (note === card.note) return;
    const rest = setTimeout(() => mutate({ note }), 500);
    return () => clearTimeout(rest);
  }, [note, card.note, mutate]);
  const settings = new URLSearchParams();
  for (const [key, value] of Object.entries(card.request.method))
    if (key !== "kind") settings.set(`s.${key}`, String(value));
  const link = `/ways/${card.plan.kind}?${toQuery(fromRequest(card.request))}&${settings}`;
  const at = scale("celsius", units);
  return (
    <section
      aria-label={card.title}
      className="lg:sticky lg:top-6 grid gap-y-4 lg:border-l lg:border-base-300 lg:pl-8"
    >
      <div>
        <label className="sr-only" htmlFor="card-title">
          Name of the card
        </label>
        <input
          id="card-title"
          className="typed !text-left !font-sans font-bold text-lead"
          value={title}
          maxLength={120}
          onChange={(e) => setTitle(e.target.value)}
          onBlur={() => title.trim() !== card.title && mutate({ title })}
          onKeyDown={(e) => e.key === "Enter" && e.currentTarget.blur()}
        />
        <FieldError id="title-error" problem={problem} field="title" />
      </div>
      <CardThumb card={card} width={360} height={96} />
      <dl className="grid grid-cols-[1fr_auto] gap-y-1">
        {[
          ["Off the heat at", clock(card.plan.off_heat_s)],
          ["Look from", clock(card.plan.look_from_s)],
          ["Expected in the middle", withUnit(card.plan.core_peak_c, "celsius", units)],
          [
            "Wanted",
            `${figure(card.plan.target.low_c, at)}–${figure(card.plan.target.high_c, at)} ${at.unit}`,
          ],
        ].map(([what, value]) => (
          <div key={what} className="contents">
            <dt className="quiet">{what}</dt>
            <dd className="figures text-right">{value}</dd>
          </div>
        ))}
      </dl>
      <div data-testid="result">
        <Choice
          label="How did it come out"
          options={[...RESULTS, { key: "none", name: "not said" }]}
          value={card.result ?? "none"}
          onChange={(result) => change.mutate({ result })}
        />
      </div>
      <div>
        <label htmlFor="card-note" className="text-small quiet">
          What to remember
        </label>
        <textarea
          id="card-note"
          data-testid="note"
          className="w-full min-h-24 bg-transparent border border-base-content/40 p-3"
          value={note}
          onChange={(e) => setNote(e.target.value)}
          placeholder="The pan, the guests, what to do otherwise next time"
        />
        <FieldError id="note-error" problem={problem} field="note" />
        {change.isError && !problem?.field && <Failure message={change.error.message} />}
        <p className="text-small quiet" role="status">
          {change.isPending || note !== card.note
            ? "Writing it down"
            : change.isSuccess
              ? "Written down"
              : " "}
        </p>
      </div>
      <div className="flex items-center justify-between">
        <Link to={link} className="btn btn-primary h-12 px-6 font-bold">
          Open as a card
        </Link>
        <button type="button" className="pick" onClick={remove}>
          Take out of the book
        </button>
      </div>
    </section>
  );
}
