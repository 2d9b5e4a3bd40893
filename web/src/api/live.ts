// What changes on the server, as it does. The browser connects again by itself. Only a page that is looked at keeps a
// line open: browsers give one server few lines, and pages that are put away would hold them all.
export type Watching = {
  /** Connected, or connected again: what happened meanwhile is to be read. */
  hello: () => void;
  changed: (cook: string) => void;
  lost: () => void;
};

/** Watches until it is told to stop. */
export function watch(watching: Watching): () => void {
  if (typeof EventSource === "undefined") return () => undefined;
  let source: EventSource | null = null;
  const close = () => {
    source?.close();
    source = null;
  };
  const open = () => {
    if (source || document.hidden) return;
    source = new EventSource("/api/live");
    source.addEventListener("hello", watching.hello);
    source.addEventListener("anew", watching.hello);
    source.addEventListener("changed", (event) => {
      const { cook } = JSON.parse((event as MessageEvent<string>).data) as { cook: string };
      watching.changed(cook);
    });
    source.onerror = () => {
      watching.lost();
      // Refused for good: tried again when the page is looked at again, or with the next question.
      if (source?.readyState === EventSource.CLOSED) close();
    };
  };
  const seen = () => (document.hidden ? close() : open());
  open();
  document.addEventListener("visibilitychange", seen);
  window.addEventListener("pagehide", close);
  window.addEventListener("pageshow", open);
  return () => {
    close();
    document.removeEventListener("visibilitychange", seen);
    window.removeEventListener("pagehide", close);
    window.removeEventListener("pageshow", open);
  };
}
