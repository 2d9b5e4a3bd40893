// Service: many plates to one time. What is next for each pair of hands, the board, the tickets.
import { useQuery } from "@tanstack/react-query";
import { useEffect, useMemo } from "react";
import { api, type ServiceAct, type ServiceRequest } from "../../api";
import { question } from "../../card";
import { useKitchen, usePiece, useStored, useWay } from "../../shell";
import { Failure, useUnits } from "../../ui";
import { wallClock, withUnit } from "../../units";
import { Board } from "./Board";
import { Files } from "./Files";
import { Mise } from "./Mise";
import { NextActs } from "./NextActs";
import { RunSheet } from "./RunSheet";
import "./service.css";
import { type Made, Tickets } from "./Tickets";
import { eventsOf } from "./told";
import { useBoard } from "./useBoard";
import { usePlateDeeds } from "./usePlateDeeds";

type Ticket = NonNullable<ServiceRequest["tickets"]>[number];

export function Service() {
  const board = useBoard();
  const { plan, nowS, change, clockOf } = board;
  const service = board.board?.service;
  const names = useNames();
  const things = service?.kitchen?.things ?? [];
  const thingName = (id: string) =>
    things.find((one) => one.id === id)?.name ?? id.replaceAll("_", " ");
  const nameOf = (id: string) => {
    const plate = plan?.plates.find((one) => one.id === id);
    return plate ? names(plate.name) : id;
  };
  const [struck, strike] = useStored<{ ids: string[] }>("cindo.service.struck", { ids: [] });
  const done = (act: ServiceAct) => {
    strike({ ids: [...struck.ids.slice(-200), act.id] });
    if (plan) board.happened(eventsOf(act, plan, Math.round(nowS)));
  };
  // What is not taken is still to be done.
  const { notTaken } = board;
  // biome-ignore lint/correctness/useExhaustiveDependencies: once for each refusal
  useEffect(() => {
    if (!notTaken) return;
    const open = (id: string) => notTaken.some((event) => event.id === `${id} ${event.plate}`);
    strike({ ids: struck.ids.filter((id) => !open(id)) });
  }, [notTaken]);
  const hands = Array.isArray(service?.hands) ? service.hands : [];
  const away = hands
    .filter((one) => one.away_s != null && (one.away_s[1] ?? 0) > nowS)
    .map((one) => one.id);
  const toggleAway = (id: string) =>
    change((was) => ({
      ...was,
      hands: named(was).map((one) => {
        if (one.id !== id) return one;
        const { away_s, ...here } = one;
        return away.includes(id)
          ? here
          : { ...here, away_s: [Math.round(nowS), Math.round(nowS) + 7200] };
      }),
    }));
  const down = (service?.down ?? []).map((one) => one.thing);
  const toggle = (thing: string) =>
    change((was) => ({
      ...was,
      down: down.includes(thing)
        ? (was.down ?? []).filter((one) => one.thing !== thing)
        : [...(was.down ?? []), { thing, from_s: Math.round(nowS) }],
    }));
  const tickets: Ticket[] = service?.tickets ?? [];
  const set = (next: Ticket[]) => {
    const ids = new Set(next.flatMap((one) => one.plates.map((plate) => plate.id)));
    change((was) => ({
      ...was,
      kitchen: was.kitchen && Object.keys(was.kitchen).length > 0 ? was.kitchen : kitchen,
      tickets: next,
      happened: (was.happened ?? []).filter((one) =>
        ids.has(String((one as Record<string, unknown>).plate)),
      ),
    }));
  };
  const { kitchen } = useKitchen();
  const dishes = useDishes(tickets, names);
  const move = (id: string, min: number) =>
    set(tickets.map((one) => (one.id === id ? movedBy(one, 60 * min, nowS) : one)));
  const deeds = usePlateDeeds(board, thingName, set);
  const covers = plan?.plates.filter((one) => one.method !== null).length ?? 0;
  const out = plan?.tickets.filter((one) => one.done).length ?? 0;
  const empty = plan !== undefined && plan.tickets.length === 0;

  return (
    <div className="max-w-[1196px] px-4 md:px-8 pt-4 pb-8" data-testid="service">
      <header className="flex flex-wrap items-end justify-between gap-x-8 gap-y-1 pb-2">
        <h1 className="text-lead font-bold">
          Service{" "}
          <span className="font-normal quiet">
            {plan && !empty && `${covers} covers, ${out} of ${plan.tickets.length} tables served`}
          </span>
        </h1>
        <p className="flex flex-wrap items-baseline gap-x-5">
          <span className="running text-lead font-bold" data-testid="svc-clock">
            {board.board && wallClock(clockOf(nowS))}
          </span>
          {plan && !empty && (
            <button
              type="button"
              className="pick"
              aria-pressed={service?.mise_done ?? false}
              title="Cut, salted, mixed and coated before: only what is done over the heat is on the board"
              data-testid="svc-ready"
              onClick={() => change((was) => ({ ...was, mise_done: !was.mise_done }))}
            >
              made ready before
            </button>
          )}
          {plan && !empty && (
            <button
              type="button"
              className="pick"
              aria-pressed={board.playing}
              data-testid="svc-play"
              onClick={() => board.play(!board.playing)}
            >
              {board.playing ? "stop playing" : "play it through"}
            </button>
          )}
        </p>
      </header>
      {board.kept.isError && (
        <Failure message={board.kept.error.message} retry={() => void board.kept.refetch()} />
      )}
      {board.kept.data?.unreadable && (
        <p role="alert" className="text-error font-semibold">
          The board that was kept cannot be read. A new ticket begins another.
        </p>
      )}
      {plan && !empty && board.problem && (
        <p role="alert" className="text-error font-semibold pb-2" data-testid="svc-problem">
          {board.problem.message}{" "}
          {board.knowingly && (
            <button
              type="button"
              className="pick underline"
              data-testid="svc-knowingly"
              onClick={board.knowingly}
            >
              serve it all the same
            </button>
          )}
        </p>
      )}
      {plan && !empty && (
        <>
          <NextActs
            plan={plan}
            nowS={nowS}
            clockOf={clockOf}
            nameOf={nameOf}
            thingName={thingName}
            struck={struck.ids}
            done={done}
            away={away}
            toggleAway={toggleAway}
          />
          {!plan.feasible && (
            <section aria-label="What is short" className="svc-short" data-testid="svc-short">
              <b>
                {plan.short.length > 0
                  ? plan.short.map((one) => one.words).join(". ")
                  : "Not all of it comes out as it should"}
                .
              </b>{" "}
              {plan.offers.map((one) => (
                <button
                  key={one.words}
                  type="button"
                  className="pick underline"
                  data-testid="svc-offer"
                  onClick={() => {
                    const { ticket, at_s, method, like, ahead_s } = one;
                    if (ticket && at_s != null)
                      set(tickets.map((t) => (t.id === ticket ? { ...without(t), at_s } : t)));
                    else if (one.plate && like) set(asAnother(tickets, one.plate, like));
                    else if (one.plate && method) set(withWay(tickets, one.plate, method, ahead_s));
                  }}
                >
                  {one.words}
                </button>
              ))}
            </section>
          )}
        </>
      )}
      <div className="svc-all grid gap-x-10 gap-y-4 lg:grid-cols-[minmax(0,1fr)_17rem] pt-3 items-start">
        <div data-stale={board.stale}>
          {plan && !empty && (
            <>
              <Board
                plan={plan}
                nowS={nowS}
                clockOf={clockOf}
                nameOf={nameOf}
                thingName={thingName}
                move={move}
                toggle={toggle}
                down={down}
              />
              <Mise
                plan={plan}
                clockOf={clockOf}
                names={names}
                expected={{
                  dishes: dishes.filter((one) => one.ordered),
                  expected: service?.expected ?? [],
                  stock: plan.mise.stock,
                  say: (expected) => change((was) => ({ ...was, expected })),
                }}
              />
              <Files
                revision={board.kept.data?.revision ?? 0}
                zeroMs={board.zeroMs}
                open={plan.tickets.length - out}
              />
              <RunSheet plan={plan} clockOf={clockOf} nameOf={nameOf} thingName={thingName} />
            </>
          )}
          {(empty || (board.kept.data && !board.board)) && (
            <p className="py-8 max-w-[46ch]" data-testid="svc-empty">
              Nothing is ordered. Write a ticket: who it is for, in how many minutes, and what is on
              it. What begins when, on which ring and by whom is worked out from there.
            </p>
          )}
        </div>
        <aside>
          {(plan || board.kept.data) && (
            <Tickets
              plan={plan ?? NOTHING}
              tickets={tickets}
              clockOf={clockOf}
              nowS={board.board ? nowS : 0}
              nameOf={nameOf}
              set={set}
              dishes={dishes}
              deeds={deeds}
              gone={service?.gone ?? []}
              back={(fish) =>
                change((was) => ({
                  ...was,
                  gone: (was.gone ?? []).filter((one) => one !== fish),
                }))
              }
              fishName={names}
              problem={plan && !empty ? null : (board.problem?.message ?? null)}
            />
          )}
        </aside>
      </div>
    </div>
  );
}

const NOTHING = { tickets: [], plates: [], acts: [], cooks: [] } as unknown as Parameters<
  typeof Tickets
>[0]["plan"];

type Hand = Exclude<NonNullable<ServiceRequest["hands"]>, number>[number];

/** Each cook by name, however they were said. */
function named(service: ServiceRequest): Hand[] {
  if (Array.isArray(service.hands)) return service.hands;
  return Array.from({ length: service.hands ?? 1 }, (_, i) => ({ id: `cook ${i + 1}` }));
}

/** One without a ticket that it comes after. */
function without({ after: _, ...ticket }: Ticket): Ticket {
  return ticket;
}

function movedBy(ticket: Ticket, s: number, nowS: number): Ticket {
  return ticket.after
    ? { ...ticket, after: { ...ticket.after, s: Math.max(ticket.after.s + s, 0) } }
    : { ...ticket, at_s: (ticket.at_s ?? nowS) + s };
}

/** A plate as another one is. */
function asAnother(tickets: Ticket[], plate: string, like: string): Ticket[] {
  const other = tickets.flatMap((one) => one.plates).find((one) => one.id === like);
  return tickets.map((ticket) => ({
    ...ticket,
    plates: ticket.plates.map((one) =>
      one.id === plate && other
        ? { ...other, id: one.id, ...(one.without ? { without: one.without } : {}) }
        : one,
    ),
  }));
}

function withWay(
  tickets: Ticket[],
  plate: string,
  kind: string,
  ahead_s?: number | null,
): Ticket[] {
  const method = ahead_s ? { kind, ahead_s } : { kind };
  return tickets.map((ticket) => ({
    ...ticket,
    plates: ticket.plates.map((one) =>
      one.id === plate && one.plan ? { ...one, plan: { ...one.plan, method } } : one,
    ),
  }));
}

function useNames(): (key: string) => string {
  const fish = useQuery({
    queryKey: ["fish"],
    queryFn: api.fish,
    staleTime: Number.POSITIVE_INFINITY,
  });
  const prep = useQuery({
    queryKey: ["prep-offered"],
    queryFn: api.prepOffered,
    staleTime: Number.POSITIVE_INFINITY,
  });
  return useMemo(() => {
    const all = new Map<string, string>();
    for (const one of fish.data?.fish ?? []) all.set(one.key, one.name.toLowerCase());
    for (const one of prep.data?.sides ?? []) all.set(one.key, one.name.toLowerCase());
    return (key) => all.get(key) ?? key;
  }, [fish.data, prep.data]);
}

/** What can be ordered: what is on the board, the piece in hand in the way that suits it best, the sides. */
function useDishes(tickets: Ticket[], names: (key: string) => string): Made[] {
  const { piece } = usePiece();
  const { way } = useWay();
  const units = useUnits();
  const prep = useQuery({
    queryKey: ["prep-offered"],
    queryFn: api.prepOffered,
    staleTime: Number.POSITIVE_INFINITY,
  });
  const all = new Map<string, Made>();
  for (const { id: _, ...plate } of tickets.flatMap((one) => one.plates)) {
    const key = JSON.stringify(plate);
    const fish = plate.plan?.piece.fish ?? plate.side?.kind ?? "";
    const mm = plate.plan?.piece.thickness_mm;
    const name = mm ? `${names(fish)} ${withUnit(mm, "millimetre", units)}` : names(fish);
    if (!all.has(key)) all.set(key, { key: String(all.size), name, plate, ordered: true });
  }
  const made = [...all.values()];
  if (way) {
    const asked = question({ ...piece, pieces: 1 });
    const { prep: done, ...plan } = asked;
    made.push({
      key: "hand",
      name: `the ${names(piece.fish)} in hand, ${way.name.toLowerCase()}${done ? ", prepared" : ""}`,
      plate: {
        plan: { ...plan, method: { kind: way.kind }, range: false },
        ...(done ? { prep: done } : {}),
      } as Made["plate"],
    });
  }
  const sides = new Set(made.map((one) => one.plate.side?.kind));
  for (const one of prep.data?.sides ?? [])
    if (!sides.has(one.key) && one.key !== "pan_garnish" && one.key !== "hard_vegetables")
      made.push({ key: one.key, name: one.name.toLowerCase(), plate: { side: { kind: one.key } } });
  return made;
}
