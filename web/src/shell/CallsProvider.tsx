// What calls: sound, flash, speech and notification, each call once; and the screen that stays awake.
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
import { type Call, Caller, play, type Running, soundIsAwake, wakeSound } from "../fire";
import { useFire } from "./FireProvider";
import { useStored } from "./useStored";

export type Calling = { volume: number; speech: boolean; notify: boolean };

const TICK_MS = 250;
const SAID = "cindo.called";

function saidBefore(): string[] {
  try {
    const read: unknown = JSON.parse(localStorage.getItem(SAID) ?? "[]");
    return Array.isArray(read) ? read.filter((one) => typeof one === "string") : [];
  } catch {
    return [];
  }
}

const MISSED = "cindo.missed";

const isCall = (read: unknown): read is Call =>
  typeof read === "object" &&
  read !== null &&
  ["key", "title", "act"].every(
    (name) => typeof (read as Record<string, unknown>)[name] === "string",
  );

/** What was slept through stands until it is seen, also over a reload. */
function missedBefore(): Call[] {
  try {
    const read: unknown = JSON.parse(localStorage.getItem(MISSED) ?? "[]");
    return Array.isArray(read) ? read.filter(isCall) : [];
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

/** Sound, flash, speech and notification, each call once. */
function useCalls(cooks: readonly Running[]) {
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
function useAwake(cooks: readonly Running[]) {
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

const Context = createContext<ReturnType<typeof useCalls> | null>(null);

export function CallsProvider({ children }: { children: ReactNode }) {
  const { cooks } = useFire();
  const calls = useCalls(cooks);
  useAwake(cooks);
  return <Context.Provider value={calls}>{children}</Context.Provider>;
}

export function useCalling(): ReturnType<typeof useCalls> {
  const held = useContext(Context);
  if (!held) throw new Error("useCalling outside CallsProvider");
  return held;
}
