import {
  keepPreviousData,
  useInfiniteQuery,
  useMutation,
  useQuery,
  useQueryClient,
} from "@tanstack/react-query";
import { useCallback, useState } from "react";
import { Link, useNavigate, useParams } from "react-router";
import { api, type Card, type CardLine, Refused, type Tally } from "../../api";
import { useViewText } from "../../shell";
import { Failure } from "../../ui";
import { date } from "../../units";
import { CookedLately } from "./Cooked";
import { Files } from "./Files";
import { Line } from "./Line";
import { Opened } from "./Opened";
import { RESULTS, ResultMark } from "./result";
import { Services } from "./Services";

/** Pages of the book, one after another as they are asked for. */
function usePages(removed: boolean, find: string) {
  const pages = useInfiniteQuery({
    queryKey: ["cards", removed, find],
    queryFn: ({ pageParam }) => api.cards(pageParam, removed, find),
    placeholderData: keepPreviousData,
    initialPageParam: 1,
    getNextPageParam: (last) => (last.page * last.size < last.total ? last.page + 1 : undefined),
  });
  const lines = pages.data?.pages.flatMap((page) => page.cards) ?? [];
  return { ...pages, lines, tally: pages.data?.pages.at(-1)?.tally };
}

export function Book() {
  const { id } = useParams();
  const [taken, setTaken] = useState(false);
  const [find, setFind] = useViewText("find");
  const book = usePages(false, find.slice(0, 120));
  const go = useNavigate();
  const queries = useQueryClient();
  const [gone, setGone] = useState<CardLine | null>(null);
  const opened = useQuery({
    queryKey: ["card", id],
    queryFn: () => api.card(id ?? ""),
    enabled: id !== undefined,
    retry: false,
  });
  const anew = useCallback(() => queries.invalidateQueries({ queryKey: ["cards"] }), [queries]);
  const seen = useCallback(
    (card: Card) => {
      queries.setQueryData(["card", card.id], card);
      void anew();
    },
    [queries, anew],
  );
  const restore = useMutation({
    mutationFn: (card: CardLine) => api.restoreCard(card.id),
    onSuccess: async (card) => {
      setGone(null);
      seen(card);
      go(`/book/${card.id}`);
    },
  });
  const remove = useMutation({
    mutationFn: (card: CardLine) => api.removeCard(card.id),
    onSuccess: async (_, card) => {
      setGone(card);
      await anew();
      go("/book");
    },
  });
  const open = id && opened.data && !opened.data.removed_at ? opened.data : null;
  const { lines, tally } = book;
  const empty = book.isSuccess && lines.length === 0 && find === "";
  return (
    <div className="max-w-[1196px] px-4 md:px-8 pt-6 pb-8">
      <header className="flex flex-wrap items-end justify-between gap-x-8 pb-4">
        <h1 className="text-title font-bold">Book</h1>
        {tally && lines.length > 0 && <Counted tally={tally} />}
      </header>
      {!open && <Services />}
      {!open && <CookedLately />}
      {!empty && (
        <div className="flex flex-wrap items-end gap-x-8 pb-2">
          <input
            type="search"
            aria-label="Find a card by its name or note"
            className="typed !text-left !font-sans !w-72"
            placeholder="Find by name or note"
            value={find}
            maxLength={120}
            data-testid="find-card"
            onChange={(e) => setFind(e.target.value)}
          />
          <Files anew={anew} />
        </div>
      )}
      {find !== "" && book.isSuccess && lines.length === 0 && (
        <p className="quiet py-4">
          No card has “{find}” in its name or note.{" "}
          <button type="button" className="underline cursor-pointer" onClick={() => setFind("")}>
            Show all
          </button>
        </p>
      )}
      {book.isError && <Failure message={book.error.message} retry={() => void book.refetch()} />}
      {book.isPending && <p className="quiet">One moment</p>}
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
      {empty && (
        <div className="py-10 max-w-prose">
          <p className="text-lead font-semibold">Nothing is written down yet.</p>
          <p className="py-3">
            Plan a piece, save its card, cook by it, and come back to say how it came out. That is
            how the same oven stops surprising you.
          </p>
          <Link to="/" className="btn btn-primary h-12 px-6 font-bold">
            Start with the fish in hand
          </Link>
          <div className="pt-4">
            <Files anew={anew} />
          </div>
        </div>
      )}
      {(lines.length > 0 || open) && (
        <div
          className={`grid gap-x-10 gap-y-6 items-start ${open ? "lg:grid-cols-[minmax(0,1fr)_400px]" : ""}`}
        >
          <div className={open ? "max-lg:order-2" : ""}>
            <Lines lines={lines} openId={open?.id} narrow={open !== null} />
            {book.hasNextPage && (
              <button
                type="button"
                className="pick underline"
                data-testid="older"
                disabled={book.isFetchingNextPage}
                onClick={() => void book.fetchNextPage()}
              >
                {book.isFetchingNextPage ? "One moment" : "Show older cards"}
              </button>
            )}
          </div>
          {open && (
            <Opened key={open.id} card={open} seen={seen} remove={() => remove.mutate(open)} />
          )}
        </div>
      )}
      {id && opened.isSuccess && opened.data.removed_at && (
        <p role="status" className="py-4">
          “{opened.data.title}” is out of the book.{" "}
          <button
            type="button"
            className="pick underline"
            onClick={() => restore.mutate(opened.data)}
          >
            Put it back
          </button>
        </p>
      )}
      {id &&
        opened.isError &&
        (opened.error instanceof Refused ? (
          <p role="alert" className="font-semibold py-4">
            This card is not in the book.{" "}
            <Link to="/book" className="underline">
              All that is in it
            </Link>
          </p>
        ) : (
          <Failure message={opened.error.message} retry={() => void opened.refetch()} />
        ))}
      {tally && tally.removed > 0 && (
        <section className="pt-8" aria-label="Taken out of the book">
          <button
            type="button"
            className="pick"
            aria-expanded={taken}
            data-testid="taken-out"
            onClick={() => setTaken(!taken)}
          >
            Taken out of the book: <b className="figures">{tally.removed}</b>
          </button>
          {taken && <TakenOut putBack={(card) => restore.mutate(card)} />}
        </section>
      )}
    </div>
  );
}

function Lines(props: { lines: CardLine[]; openId: string | undefined; narrow: boolean }) {
  const { lines, openId, narrow } = props;
  const days = lines.map((card) => date(Date.parse(card.saved_at)));
  return (
    <ol data-testid="cards">
      {lines.map((card, i) => (
        <Line
          key={card.id}
          card={card}
          day={days[i] !== days[i - 1] ? (days[i] ?? "") : ""}
          on={card.id === openId}
          narrow={narrow}
        />
      ))}
    </ol>
  );
}

/** Cards that were taken out: they can be put back whenever that is noticed. */
function TakenOut({ putBack }: { putBack: (card: CardLine) => void }) {
  const out = usePages(true, "");
  if (out.isError) return <Failure message={out.error.message} />;
  return (
    <ul>
      {out.lines.map((card) => (
        <li key={card.id} className="hair-t flex flex-wrap items-center gap-x-6 py-1">
          <span className="min-w-0 truncate">{card.title}</span>
          <span className="text-small quiet">
            {card.planned?.name}, saved {date(Date.parse(card.saved_at))}
          </span>
          <button type="button" className="pick underline" onClick={() => putBack(card)}>
            Put it back
          </button>
        </li>
      ))}
      {out.hasNextPage && (
        <li>
          <button type="button" className="pick underline" onClick={() => void out.fetchNextPage()}>
            Show older cards
          </button>
        </li>
      )}
    </ul>
  );
}

/** How the cards came out, counted over the whole book. */
function Counted({ tally }: { tally: Tally }) {
  return (
    <p className="flex gap-x-6 text-small">
      {RESULTS.map(({ key, name }) => (
        <span key={key}>
          <ResultMark result={key} /> {name} <b className="figures">{tally[key]}</b>
        </span>
      ))}
      <span className="quiet">
        not said <b className="figures">{tally.not_said}</b>
      </span>
    </p>
  );
}
