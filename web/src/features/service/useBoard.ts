// The board that the server keeps, the clock of its service, and the plan of this moment.
import { keepPreviousData, useMutation, useQuery, useQueryClient } from "@tanstack/react-query";
import { useEffect, useState } from "react";
import { api, type Board, type BoardKept, Refused, type ServiceRequest } from "../../api";
import { eventsOf, type PlateEvent } from "./told";

const KEY = ["board"];
const LOOK_MS = 3000;
const TICK_MS = 1000;
/** The plan is asked anew so often, s; what stands stays, so a look costs little. */
const ASK_S = 5;
const LOOK_TRIES = 20;
/** What is changed is planned with so many, once for all who look. */
const CHANGE_TRIES = 1500;
/** Played so many times as fast: an hour and a quarter in two minutes and a half. */
const FAST = 30;

type Played = { fromMs: number; fromS: number; events: PlateEvent[] };

export function useBoard() {
  const queries = useQueryClient();
  const kept = useQuery({
    queryKey: KEY,
    queryFn: api.board,
    refetchInterval: LOOK_MS,
    staleTime: 0,
    retry: false,
  });
  const put = useMutation({
    mutationFn: (board: Board) => api.sayBoard(kept.data?.revision ?? 0, board),
    onSuccess: (said) => queries.setQueryData<BoardKept>(KEY, said),
    onError: () => queries.invalidateQueries({ queryKey: KEY }),
  });
  // What was said to be served and is not taken, for nothing shows that it may be.
  const [unproved, setUnproved] = useState<PlateEvent[] | null>(null);
  const [, tick] = useState(0);
  useEffect(() => {
    const timer = setInterval(() => tick((n) => n + 1), TICK_MS);
    return () => clearInterval(timer);
  }, []);
  const [played, play] = useState<Played | null>(null);
  const board = kept.data?.board ?? null;
  // The server's clock is the one that counts.
  const skew = kept.data ? kept.data.now_ms - kept.dataUpdatedAt : 0;
  const zeroMs = board ? Date.parse(board.zero) : 0;
  const nowMs = Date.now() + skew;
  const nowS = played
    ? played.fromS + (FAST * (Date.now() - played.fromMs)) / 1000
    : (nowMs - zeroMs) / 1000;
  const askS = Math.max(ASK_S * Math.floor(nowS / ASK_S), -86_400);
  const asked: ServiceRequest | null = board && {
    ...board.service,
    happened: [...(board.service.happened ?? []), ...(played?.events ?? [])],
    now_s: askS,
    tries: LOOK_TRIES,
  };
  const plan = useQuery({
    queryKey: ["service", asked],
    queryFn: ({ signal }) => api.service(asked as ServiceRequest, signal),
    enabled: asked !== null,
    placeholderData: keepPreviousData,
    retry: false,
    gcTime: 10_000,
  });
  // Played, every act is done when it is due.
  const told = plan.data;
  useEffect(() => {
    if (!played || !told) return;
    const known = new Set(played.events.map((event) => event.id));
    const due = told.acts.filter((act) => act.at_s <= nowS && act.at_s > played.fromS - 1);
    const events = due
      .flatMap((act) => eventsOf(act, told, act.at_s))
      .filter((event) => !known.has(event.id));
    if (events.length === 0) return;
    play({ ...played, events: [...played.events, ...events] });
  }, [played, told, nowS]);

  const change = (how: (service: ServiceRequest) => ServiceRequest) => {
    const was: Board = board ?? { zero: new Date(nowMs).toISOString(), service: EMPTY };
    const service = how({
      ...was.service,
      now_s: board ? Math.round((nowMs - zeroMs) / 1000) : 0,
      tries: CHANGE_TRIES,
    });
    // What is changed is changed now, whatever was being played.
    play(null);
    put.mutate({ ...was, service });
  };
  const say = (events: PlateEvent[]) => {
    setUnproved(events);
    change((service) => ({ ...service, happened: [...(service.happened ?? []), ...events] }));
  };
  const forbidden = put.error instanceof Refused && put.error.field.startsWith("service.happened");
  return {
    kept,
    board,
    plan: told,
    stale: plan.isPlaceholderData || put.isPending,
    problem:
      (put.error ?? plan.error) instanceof Refused ? ((put.error ?? plan.error) as Refused) : null,
    nowS,
    zeroMs,
    clockOf: (s: number) => zeroMs + 1000 * s,
    change,
    happened: (events: PlateEvent[]) => {
      if (events.length === 0) return;
      if (played) play({ ...played, events: [...played.events, ...events] });
      else say(events);
    },
    /** Said to be served, and not taken. */
    notTaken: forbidden ? unproved : null,
    /** Served all the same, by a cook who says to know. */
    knowingly:
      forbidden && unproved
        ? () => say(unproved.map((one) => ({ ...one, knowingly: true }) as unknown as PlateEvent))
        : null,
    playing: played !== null,
    play: (on: boolean) => play(on ? { fromMs: Date.now(), fromS: nowS, events: [] } : null),
  };
}

const EMPTY: ServiceRequest = { hands: 1, kitchen: {}, tickets: [], now_s: 0 };

export type BoardNow = ReturnType<typeof useBoard>;
