// Cooks under way, for every view: one store for the page, watched, and kept up.
import {
  createContext,
  type ReactNode,
  useContext,
  useEffect,
  useMemo,
  useState,
  useSyncExternalStore,
} from "react";
import {
  api,
  type CookKept,
  type CookNew,
  type Happened,
  isLater,
  newId,
  Refused,
  sendUnsent,
  watch,
} from "../api";
import { type Fire, FireStore, openOutbox, type Running } from "../fire";

type Held = Fire & {
  begin: (cook: CookNew) => Promise<CookKept>;
  happen: (cook: Running, what: Happened) => void;
  forgetOver: (id: string) => void;
  reopen: () => void;
  forgetClosed: () => void;
};
const Context = createContext<Held | null>(null);

/** Folds that have grown old are looked for so often, ms; all that changed, so often, should a word have been lost. */
const AFRESH_MS = 5_000;
const TICK_MS = 250;
/** No line has opened by then, ms. */
const ALONE_MS = 400;
/** Tried again after so long without an answer, ms. */
const AGAIN_MS = 3000;

/** The clock of this page: it counts on while somebody sets that of the device. */
const deviceMs = (): number => performance.timeOrigin + performance.now();

/** Nobody answered is no refusal. */
function refusal(cause: unknown): Refused | null {
  return cause instanceof Refused && cause.code !== "unreachable" ? cause : null;
}

function newStore(): FireStore {
  const outside = { server: api, refusal, later: isLater, open: openOutbox, now: deviceMs, newId };
  return new FireStore(outside);
}

export function FireProvider({ children }: { children: ReactNode }) {
  const [store] = useState(newStore);
  const fire = useSyncExternalStore(
    (to) => store.listen(to),
    () => store.now(),
  );

  useEffect(() => {
    // Told by the line that opens; asked only where none does.
    const alone = setTimeout(() => void store.load(), ALONE_MS);
    void store.start();
    const shut = watch({
      hello: () => {
        clearTimeout(alone);
        void store.load();
        void store.flush();
        void sendUnsent();
      },
      changed: (cook) => void store.ask(cook),
      lost: () => store.tell({ is: "lost" }),
    });
    return () => {
      clearTimeout(alone);
      shut();
    };
  }, [store]);

  const busy = fire.cooks.length > 0;
  useEffect(() => {
    if (!busy) return;
    const timer = setInterval(() => {
      void store.refresh();
      // What the server could not keep is sent again, though it answers otherwise.
      void store.flush();
    }, AFRESH_MS);
    return () => clearInterval(timer);
  }, [busy, store]);
  useEffect(() => {
    if (fire.inTouch) return;
    const timer = setInterval(() => {
      void store.load();
      void store.flush();
    }, AGAIN_MS);
    return () => clearInterval(timer);
  }, [fire.inTouch, store]);

  const held = useMemo<Held>(
    () => ({
      ...fire,
      begin: (cook) => store.begin(cook),
      happen: (cook, what) => void store.happen(cook, what),
      forgetOver: (id) => store.tell({ is: "forget_over", id }),
      reopen: () => {
        const { closed } = store.now();
        const last = closed?.events.filter((event) => event.kind === "closed").at(-1);
        if (closed && last) void store.happen(closed, { kind: "undone", of: last.id });
      },
      forgetClosed: () => store.tell({ is: "forget_closed" }),
    }),
    [fire, store],
  );
  return <Context.Provider value={held}>{children}</Context.Provider>;
}

export function useFire(): Held {
  const held = useContext(Context);
  if (!held) throw new Error("useFire outside FireProvider");
  return held;
}

/** The time on this device, ms, a few times a second. */
export function useTick(ms = TICK_MS): number {
  const [now, setNow] = useState(deviceMs);
  useEffect(() => {
    const timer = setInterval(() => setNow(deviceMs()), ms);
    return () => clearInterval(timer);
  }, [ms]);
  return now;
}
