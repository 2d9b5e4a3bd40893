// A page that outlived an upgrade asks for scripts that have gone. It loads itself anew, once; and never while the server is
// away, for then nothing would come.
import { isThere } from "../api";

const KEY = "cindo.reloaded";
const ONCE_IN_MS = 10_000;

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

/** The scripts of all views, when the first one is drawn: what was fetched is there while the server is away. */
export function fetchTheRest(views: readonly (() => Promise<unknown>)[]): void {
  const later = globalThis.requestIdleCallback ?? ((then: () => void) => setTimeout(then, 2000));
  // What could not be fetched is asked for again when it is opened.
  later(() => void Promise.allSettled(views.map((view) => view())));
}
