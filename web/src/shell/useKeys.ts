// Keys that work wherever nobody types. Whoever takes one says what it does; the list of keys lists
// what is taken.
import { useEffect } from "react";

export type Key = { does: () => void; says?: string };
type Keys = Record<string, Key | (() => void)>;

const taken: Map<string, string>[] = [];

/** Every key that is taken now, with what it does; the same words on several keys stand together. */
export function keysTaken(): [string, string][] {
  const said = new Map<string, string[]>();
  for (const keys of taken)
    for (const [key, what] of keys) said.set(what, [...(said.get(what) ?? []), key]);
  return [...said].map(([what, keys]) => [[...new Set(keys)].join(" "), what]);
}

/** What takes arrows itself, and what takes Enter and Space. */
const MOVED =
  "input, select, [role=slider], [role=radio], [role=tab], [role=option], [role=listbox]";
const PRESSED = `button, a[href], summary, [role=button], ${MOVED}`;

const NAMES: Record<string, string> = { ArrowUp: "↑", ArrowDown: "↓", " ": "Space" };

const LETTERS = "cindo.letters";

/** Single letters do something; off, only named keys do (WCAG 2.1.4). Kept in this browser. */
export function lettersOn(): boolean {
  try {
    return localStorage.getItem(LETTERS) !== "off";
  } catch {
    return true;
  }
}

export function setLetters(on: boolean): void {
  try {
    localStorage.setItem(LETTERS, on ? "on" : "off");
  } catch {
    // A browser that stores nothing has them on.
  }
}

export function useKeys(keys: Keys): void {
  useEffect(() => {
    const listed = new Map<string, string>();
    for (const [key, act] of Object.entries(keys))
      if (typeof act !== "function" && act.says) listed.set(NAMES[key] ?? key, act.says);
    taken.push(listed);
    const press = (e: KeyboardEvent) => {
      const typing =
        e.target instanceof HTMLElement &&
        e.target.closest("input:not([type=range], [type=radio]), textarea, select");
      if (
        typing ||
        e.ctrlKey ||
        e.metaKey ||
        e.altKey ||
        document.querySelector("[role=dialog], dialog[open]")
      )
        return;
      // What has the focus gets its own keys: Enter and Space press it, arrows move in it.
      const presses = e.key === "Enter" || e.key === " ";
      const own = presses ? PRESSED : e.key.startsWith("Arrow") ? MOVED : null;
      if (own && e.target instanceof HTMLElement && e.target.closest(own)) return;
      const act = keys[e.key];
      // The list of keys is always to be had: that is where letters are switched on again.
      if (!act || (e.key.length === 1 && e.key !== "?" && !lettersOn())) return;
      e.preventDefault();
      if (typeof act === "function") act();
      else act.does();
    };
    window.addEventListener("keydown", press);
    return () => {
      taken.splice(taken.indexOf(listed), 1);
      window.removeEventListener("keydown", press);
    };
  }, [keys]);
}
