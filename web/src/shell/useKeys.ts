import { useEffect } from "react";

/** Keys that work wherever nobody types. */
export function useKeys(keys: Record<string, () => void>): void {
  useEffect(() => {
    const press = (e: KeyboardEvent) => {
      const typing =
        e.target instanceof HTMLElement &&
        e.target.closest("input:not([type=range]), textarea, select");
      if (typing || e.ctrlKey || e.metaKey || e.altKey || document.querySelector("dialog[open]"))
        return;
      const act = keys[e.key];
      if (!act) return;
      e.preventDefault();
      act();
    };
    window.addEventListener("keydown", press);
    return () => window.removeEventListener("keydown", press);
  }, [keys]);
}
