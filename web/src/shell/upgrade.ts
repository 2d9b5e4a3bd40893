// A page that outlived an upgrade asks for scripts that have gone. It loads itself anew, once.
const KEY = "cindo.reloaded";
const ONCE_IN_MS = 10_000;

export function reloadAfterUpgrade(
  reload: () => void = () => location.reload(),
  now: () => number = Date.now,
): void {
  window.addEventListener("vite:preloadError", (e) => {
    const last = Number(sessionStorage.getItem(KEY) ?? 0);
    if (now() - last < ONCE_IN_MS) return; // it did not help: let the view say so
    e.preventDefault();
    sessionStorage.setItem(KEY, String(now()));
    reload();
  });
}
