// Cooks under way, for every view: read from the server and watched, added to here, called out.
import {
  createContext,
  type ReactNode,
  useCallback,
  useContext,
  useEffect,
  useMemo,
  useRef,
  useState,
} from "react";
import { api, type CookEvent, type CookKept, type CookNew, newId, Refused, watch } from "../api";
import {
  type Call,
  Caller,
  drop,
  nowS,
  ofCook,
  play,
  put,
  type Running,
  soundIsAwake,
  waiting,
  wakeSound,
} from "../fire";
import { useStored } from "./useStored";

export type Calling = { volume: number; speech: boolean; notify: boolean };
type Held = {
  cooks: Running[];
  /** In touch with the server. */
  inTouch: boolean;
  /** Has been heard from at all. */
  heard: boolean;
  /** Counts what was put and sent. */
  queued: number;
  /** Events on their way, by cook. */
  unsent: (cook: string) => CookEvent[];
  begin: (cook: CookNew) => Promise<CookKept>;
  happen: (cook: Running, event: Omit<CookEvent, "id" | "at_s">) => void;
  problem: string | null;
  /** Just served: to be asked how they came out. */
  over: Running[];
  forgetOver: (id: string) => void;
  /** Just given up: one tap brings it back. */
  closed: Running | null;
  reopen: () => void;
  forgetClosed: () => void;
  calling: Calling;
  setCalling: (calling: Calling) => void;
  soundOn: boolean;
  wake: () => void;
  flash: Call | null;
  missed: Call[];
  forgetMissed: () => void;
};
const Context = createContext<Held | null>(null);

/** Folds are made anew at least this often while something is on the heat, ms. */
const AFRESH_MS = 10_000;
const TICK_MS = 250;
/** No line has opened by then, ms. */
const ALONE_MS = 400;
/** Tried again after so long without an answer, ms. */
const AGAIN_MS = 3000;
const SAID = "cindo.called";

function saidBefore(): string[] {
  try {
    const read: unknown = JSON.parse(localStorage.getItem(SAID) ?? "[]");
    return Array.isArray(read) ? (read as string[]) : [];
  } catch {
    return [];
  }
}

const MISSED = "cindo.missed";

/** What was slept through stands until it is seen, also over a reload. */
function missedBefore(): Call[] {
  try {
    const read: unknown = JSON.parse(localStorage.getItem(MISSED) ?? "[]");
    return Array.isArray(read) ? (read as Call[]) : [];
  } catch {
    return [];
  }
}

function keepMissed(missed: Call[]): Call[] {
  try {
    localStorage.setItem(MISSED, JSON.stringify(missed));
  } catch {
    // Then it stands until the page is left.
  }
  return missed;
}

function keepSaid(said: string[]): void {
  try {
    localStorage.setItem(SAID, JSON.stringify(said));
  } catch {
    // Then a reload may call once more.
  }
}

/** Now on the clock of a cook, for the server to put right where this device is off. */
async function sentS(cooks: readonly Running[], id: string): Promise<number> {
  const cook = cooks.find((one) => one.id === id);
  return cook ? nowS(cook, Date.now()) : (await api.cookOne(id)).now_s;
}

export function FireProvider({ children }: { children: ReactNode }) {
  const [cooks, setCooks] = useState<Running[]>([]);
  const [over, setOver] = useState<Running[]>([]);
  const [closed, setClosed] = useState<Running | null>(null);
  const [inTouch, setInTouch] = useState(true);
  const [heard, setHeard] = useState(false);
  const [problem, setProblem] = useState<string | null>(null);
  const [queued, setQueued] = useState(0);
  const sending = useRef(false);

  const take = useCallback((kept: CookKept) => {
    const running: Running = { ...kept, heardMs: Date.now() };
    setCooks((all) => {
      const others = all.filter((one) => one.id !== kept.id);
      // What was heard later is not overwritten by what was asked earlier.
      const known = all.find((one) => one.id === kept.id);
      if (known && known.seq > kept.seq) return all;
      return kept.ended ? others : [...others, running];
    });
    return running;
  }, []);

  const load = useCallback(async () => {
    try {
      const list = await api.cooks();
      setInTouch(true);
      setHeard(true);
      const heardMs = Date.now();
      setCooks(list.cooks.map((kept) => ({ ...kept, heardMs })));
    } catch {
      setInTouch(false);
    }
  }, []);

  const known = useRef<Running[]>([]);
  known.current = [...cooks, ...over, ...(closed ? [closed] : [])];
  const flush = useCallback(async () => {
    if (sending.current) return;
    sending.current = true;
    // What was refused is said until something new is sent: others of the same lot that were taken do not wipe it away.
    let refused = false;
    try {
      for (let all = waiting(); all.length > 0; all = waiting()) {
        const id = all[0]?.cook ?? "";
        const events = ofCook(id);
        const ids = events.map((event) => event.id);
        try {
          // The clock of the cook as this device has it: where it is off, the server puts it right.
          const kept = await api.happened(id, await sentS(known.current, id), events);
          drop(ids);
          setInTouch(true);
          if (!refused) setProblem(null);
          const running = take(kept);
          if (kept.ended && events.some((event) => event.kind === "served"))
            setOver((all) => [...all.filter((one) => one.id !== id), running]);
          if (kept.ended && events.some((event) => event.kind === "closed")) setClosed(running);
          else if (events.some((event) => event.kind === "undone"))
            setClosed((one) => (one?.id === id ? null : one));
        } catch (cause) {
          if (
            !(cause instanceof Refused) ||
            cause.code === "unreachable" ||
            cause.code === "internal"
          ) {
            if (cause instanceof Refused && cause.code === "internal")
              setProblem("the server could not keep it. It is kept here and sent again.");
            else setInTouch(false);
            return;
          }
          // It will never be taken: said, and not sent for ever. One of several takes none of the others along.
          const wrong = events[Number(/^events\[(\d+)\]/.exec(cause.field)?.[1] ?? Number.NaN)];
          drop(wrong ? [wrong.id] : ids);
          refused = true;
          setProblem(cause.message);
        }
        setQueued((n) => n + 1);
      }
    } finally {
      sending.current = false;
    }
  }, [take]);

  useEffect(() => {
    // Told by the line that opens; asked only where none does.
    const alone = setTimeout(() => void load(), ALONE_MS);
    void flush();
    const shut = watch({
      hello: () => {
        clearTimeout(alone);
        void load();
        void flush();
      },
      changed: (cook) => {
        api.cookOne(cook).then(take, () => setCooks((all) => all.filter((one) => one.id !== cook)));
      },
      lost: () => setInTouch(false),
    });
    return () => {
      clearTimeout(alone);
      shut();
    };
  }, [load, flush, take]);

  const busy = cooks.length > 0;
  useEffect(() => {
    if (!busy) return;
    const timer = setInterval(() => {
      void load();
      // What the server could not keep is sent again, though it answers otherwise.
      void flush();
    }, AFRESH_MS);
    return () => clearInterval(timer);
  }, [busy, load, flush]);
  useEffect(() => {
    if (inTouch) return;
    const timer = setInterval(() => {
      void load();
      void flush();
    }, AGAIN_MS);
    return () => clearInterval(timer);
  }, [inTouch, load, flush]);

  const begin = useCallback(
    async (cook: CookNew) => {
      const id = newId();
      // A pan of its own, unless it goes in with another: that one's is taken.
      const kept = await api.beginCook({ id, pan: `pan of ${id}`, ...cook });
      take(kept);
      return kept;
    },
    [take],
  );
  const happen = useCallback(
    (cook: Running, event: Omit<CookEvent, "id" | "at_s">) => {
      put(cook.id, { id: newId(), at_s: nowS(cook, Date.now()), ...event });
      setQueued((n) => n + 1);
      void flush();
    },
    [flush],
  );

  const calls = useCalls(cooks);
  useAwake(cooks);
  const held = useMemo<Held>(
    () => ({
      cooks,
      inTouch,
      heard,
      queued,
      unsent: ofCook,
      begin,
      happen,
      problem,
      over,
      forgetOver: (id) => setOver((all) => all.filter((one) => one.id !== id)),
      closed,
      reopen: () => {
        const last = closed?.events.filter((event) => event.kind === "closed").at(-1);
        if (closed && last) happen(closed, { kind: "undone", of: last.id });
      },
      forgetClosed: () => setClosed(null),
      ...calls,
    }),
    [cooks, inTouch, heard, queued, begin, happen, problem, over, closed, calls],
  );
  return <Context.Provider value={held}>{children}</Context.Provider>;
}

/** Sound, flash, speech and notification, each call once. */
function useCalls(cooks: Running[]) {
  const [calling, setCalling] = useStored<Calling>("cindo.calling", {
    volume: 0.8,
    speech: false,
    notify: false,
  });
  const [soundOn, setSoundOn] = useState(soundIsAwake);
  const [flash, setFlash] = useState<Call | null>(null);
  const [missed, setMissed] = useState<Call[]>(missedBefore);
  const caller = useRef<Caller | null>(null);
  const latest = useRef(cooks);
  latest.current = cooks;
  const how = useRef(calling);
  how.current = calling;
  useEffect(() => {
    caller.current ??= new Caller(saidBefore());
    const tick = () => {
      const said = caller.current?.tick(latest.current, Date.now());
      if (!said || said.ring.length + said.missed.length === 0) return;
      keepSaid(caller.current?.list() ?? []);
      if (said.missed.length > 0)
        setMissed((before) => {
          const others = before.filter((one) => !said.missed.some((now) => now.cook === one.cook));
          return keepMissed([...others, ...said.missed]);
        });
      for (const call of said.ring) {
        play(call.sound, how.current.volume);
        setFlash(call);
        if (call.sound === "soon") continue;
        const words = `${call.title}: ${call.act}`;
        if (how.current.speech && typeof speechSynthesis !== "undefined")
          speechSynthesis.speak(new SpeechSynthesisUtterance(words));
        if (how.current.notify && document.hidden && typeof Notification !== "undefined")
          if (Notification.permission === "granted") new Notification(words, { tag: call.cook });
      }
    };
    const timer = setInterval(tick, TICK_MS);
    return () => clearInterval(timer);
  }, []);
  useEffect(() => {
    if (!flash) return;
    const timer = setTimeout(() => setFlash(null), 2400);
    return () => clearTimeout(timer);
  }, [flash]);
  const wake = useCallback(() => {
    void wakeSound().then((awake) => {
      setSoundOn(awake);
      if (awake) play("look", how.current.volume);
    });
  }, []);
  return useMemo(
    () => ({
      calling,
      setCalling,
      soundOn,
      wake,
      flash,
      missed,
      forgetMissed: () => setMissed(keepMissed([])),
    }),
    [calling, setCalling, soundOn, wake, flash, missed],
  );
}

/** Keeps the screen awake while something is on the heat, where the browser can. */
function useAwake(cooks: Running[]) {
  const wanted = cooks.some((cook) => cook.standing?.phase === "on_heat");
  useEffect(() => {
    if (!wanted || !("wakeLock" in navigator)) return;
    let lock: WakeLockSentinel | null = null;
    let gone = false;
    const ask = () => {
      if (document.hidden) return;
      navigator.wakeLock.request("screen").then(
        (held) => {
          if (gone) void held.release();
          else lock = held;
        },
        // Low battery, or not allowed: the screen sleeps as it does.
        () => undefined,
      );
    };
    ask();
    document.addEventListener("visibilitychange", ask);
    return () => {
      gone = true;
      document.removeEventListener("visibilitychange", ask);
      void lock?.release();
    };
  }, [wanted]);
}

export function useFire(): Held {
  const held = useContext(Context);
  if (!held) throw new Error("useFire outside FireProvider");
  return held;
}

/** The time on this device, ms, a few times a second. */
export function useTick(ms = TICK_MS): number {
  const [now, setNow] = useState(Date.now);
  useEffect(() => {
    const timer = setInterval(() => setNow(Date.now()), ms);
    return () => clearInterval(timer);
  }, [ms]);
  return now;
}
