// A page that outlived an upgrade asks for scripts that have gone, or goes on asking a server that is another by now. It loads
// itself anew, once; never while the server is away, for then nothing would come, and never in the middle of a cook.
import { useEffect, useRef } from "react";
import { api, isThere } from "../api";
import { useSession } from "./DoorProvider";
import { useFire } from "./FireProvider";

const KEY = "cindo.reloaded";
const ONCE_IN_MS = 10_000;
/** Looked for so often, ms; and when the line to the server opens again. */
const LOOK_MS = 60_000;

export function reloadAfterUpgrade(
  reload: () => void = () => location.reload(),
  now: () => number = Date.now,
): void {
  window.addEventListener("vite:preloadError", () => {
    // The view says so meanwhile.
    const last = Number(sessionStorage.getItem(KEY) ?? 0);
    if (now() - last < ONCE_IN_MS) return; // it did not help
    sessionStorage.setItem(KEY, String(now()));
    void isThere().then((there) => {
      if (there) reload();
      else sessionStorage.removeItem(KEY);
    });
  });
}

/** Whether a hand is in the middle of something: a word, a number, a choice that is open. */
function busyHand(): boolean {
  const at = document.activeElement;
  return at instanceof HTMLInputElement || at instanceof HTMLTextAreaElement;
}

const loadAnew = () => location.reload();

/** Loads the page anew when the server ships another one, as soon as nobody cooks, nothing waits to be sent and no hand types. */
export function useUpgrade(reload: () => void = loadAnew): void {
  const { session } = useSession();
  const { cooks, waiting, inTouch } = useFire();
  const mine = useRef("");
  mine.current ||= session?.page ?? "";
  const wasAway = useRef(false);
  if (!inTouch) wasAway.current = true;
  const quiet = cooks.length === 0 && waiting.length === 0;
  useEffect(() => {
    if (!inTouch || !quiet) return;
    const look = () => {
      if (!mine.current || busyHand()) return;
      api.session().then(
        ({ page }) => {
          if (page !== mine.current && !busyHand()) reload();
        },
        // Nobody answers: the next look tells.
        () => undefined,
      );
    };
    if (wasAway.current) look();
    const timer = setInterval(look, LOOK_MS);
    return () => clearInterval(timer);
  }, [inTouch, quiet, reload]);
}

/** The scripts of all views, when the first one is drawn: what was fetched is there while the server is away. */
export function fetchTheRest(views: readonly (() => Promise<unknown>)[]): void {
  const later = globalThis.requestIdleCallback ?? ((then: () => void) => setTimeout(then, 2000));
  // What could not be fetched is asked for again when it is opened.
  later(() => void Promise.allSettled(views.map((view) => view())));
}
