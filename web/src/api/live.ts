// What changes on the server, as it does. The browser connects again by itself.
export type Watching = {
  /** Connected, or connected again: what happened meanwhile is to be read. */
  hello: () => void;
  changed: (cook: string) => void;
  lost: () => void;
};

/** Watches until it is told to stop. */
export function watch(watching: Watching): () => void {
  if (typeof EventSource === "undefined") return () => undefined;
  const source = new EventSource("/api/live");
  source.addEventListener("hello", watching.hello);
  source.addEventListener("anew", watching.hello);
  source.addEventListener("changed", (event) => {
    const { cook } = JSON.parse((event as MessageEvent<string>).data) as { cook: string };
    watching.changed(cook);
  });
  source.onerror = watching.lost;
  return () => source.close();
}
