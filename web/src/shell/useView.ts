// How a view stands, in the address beside the piece: reloaded or sent on, it opens the same.
import { useCallback, useRef, useState } from "react";
import { useAddress } from "./useAddress";

/** Keys of these stay when the piece changes. */
export const VIEW_KEY = "v.";

/** One of some words; without one of them in the address, the first. */
export function useView<K extends string>(
  key: string,
  words: readonly [K, ...K[]],
  /** Back leads to the word before. */
  step = false,
): [K, (word: K) => void] {
  const [params, setParams] = useAddress();
  const name = VIEW_KEY + key;
  const said = params.get(name);
  const set = useCallback(
    (word: K) =>
      setParams(
        (before) => {
          if (word === words[0]) before.delete(name);
          else before.set(name, word);
          return before;
        },
        { replace: !step },
      ),
    [setParams, name, words, step],
  );
  return [words.find((word) => word === said) ?? words[0], set];
}

const NO_YES = ["no", "yes"] as const;

/** Yes or no. */
export function useViewFlag(key: string): [boolean, (on: boolean) => void] {
  const [word, set] = useView(key, NO_YES);
  return [word === "yes", useCallback((on) => set(on ? "yes" : "no"), [set])];
}

type Words = string[] | ((now: string[]) => string[]);

/** A few words in their order; changed by what stands there now, where that is asked for. */
export function useViewList(key: string): [string[], (words: Words) => void] {
  const [params, setParams] = useAddress();
  const name = VIEW_KEY + key;
  const set = useCallback(
    (words: Words) =>
      setParams(
        (before) => {
          const next = typeof words === "function" ? words(listed(before.get(name))) : words;
          if (next.length === 0) before.delete(name);
          else before.set(name, next.join(","));
          return before;
        },
        { replace: true },
      ),
    [setParams, name],
  );
  return [listed(params.get(name)), set];
}

const listed = (said: string | null) => (said ? said.split(",") : []);

/** Any text; empty when the address says none. What is typed stands at once; the address follows. */
export function useViewText(key: string): [string, (text: string) => void] {
  const [params, setParams] = useAddress();
  const name = VIEW_KEY + key;
  const said = params.get(name) ?? "";
  const [text, setText] = useState(said);
  // Texts on their way into the address: when they arrive there, newer ones may stand here.
  const underWay = useRef<string[]>([]);
  const last = useRef(said);
  if (said !== last.current) {
    last.current = said;
    const mine = underWay.current.indexOf(said);
    if (mine >= 0) underWay.current.splice(0, mine + 1);
    else setText(said);
  }
  const set = useCallback(
    (next: string) => {
      setText(next);
      underWay.current.push(next);
      setParams(
        (before) => {
          if (next === "") before.delete(name);
          else before.set(name, next);
          return before;
        },
        { replace: true },
      );
    },
    [setParams, name],
  );
  return [text, set];
}

/** Several at once: one after another, the later would overwrite the earlier. An empty text is taken away. */
export function useSetViews(): (texts: Record<string, string>) => void {
  const [, setParams] = useAddress();
  return useCallback(
    (texts) =>
      setParams(
        (before) => {
          for (const [key, text] of Object.entries(texts)) {
            if (text === "") before.delete(VIEW_KEY + key);
            else before.set(VIEW_KEY + key, text);
          }
          return before;
        },
        { replace: true },
      ),
    [setParams],
  );
}
