// What changes on the server, as it does. A browser gives one server few lines: the pages of one browser share one. Whoever
// holds the lock has it and tells the others; when that page goes, the next in the row takes over.
export type Watching = {
  /** Connected, or connected again: what happened meanwhile is to be read. */
  hello: () => void;
  changed: (cook: string) => void;
  lost: () => void;
};

const NAME = "cindo.live";

type Word = { is: "hello" } | { is: "lost" } | { is: "changed"; cook: string };

function pass(word: Word, to: Watching): void {
  if (word.is === "changed") to.changed(word.cook);
  else to[word.is]();
}

/** The line itself, until it is shut. */
function line(say: (word: Word) => void): () => void {
  let source: EventSource | null = null;
  let shut = false;
  let again: ReturnType<typeof setTimeout> | undefined;
  const open = () => {
    if (shut) return;
    source = new EventSource("/api/live");
    for (const name of ["hello", "anew"]) source.addEventListener(name, () => say({ is: "hello" }));
    source.addEventListener("changed", (event) => {
      const { cook } = JSON.parse((event as MessageEvent<string>).data) as { cook: string };
      say({ is: "changed", cook });
    });
    source.onerror = () => {
      say({ is: "lost" });
      // Refused for good: the browser does not try again by itself.
      if (source?.readyState === EventSource.CLOSED) again = setTimeout(open, AGAIN_MS);
    };
  };
  open();
  return () => {
    shut = true;
    clearTimeout(again);
    source?.close();
  };
}

const AGAIN_MS = 3000;

/** Watches until it is told to stop. */
export function watch(watching: Watching): () => void {
  if (typeof EventSource === "undefined") return () => undefined;
  if (typeof BroadcastChannel === "undefined" || !navigator.locks)
    return line((word) => pass(word, watching));
  const others = new BroadcastChannel(NAME);
  const over = new AbortController();
  let shutLine: (() => void) | null = null;
  others.onmessage = ({ data }: MessageEvent<Word>) => pass(data, watching);
  const hold = () =>
    new Promise<void>((done) => {
      shutLine = line((word) => {
        pass(word, watching);
        others.postMessage(word);
      });
      over.signal.addEventListener("abort", () => done());
    });
  // Ended by being told to stop: that is no failure.
  navigator.locks.request(NAME, { signal: over.signal }, hold).catch(() => undefined);
  // A page that is looked at again reads what it may have slept through.
  const seen = () => {
    if (!document.hidden) watching.hello();
  };
  document.addEventListener("visibilitychange", seen);
  return () => {
    over.abort();
    shutLine?.();
    others.close();
    document.removeEventListener("visibilitychange", seen);
  };
}
