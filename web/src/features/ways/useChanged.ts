// What a change made of the card, against how it stood before the hand moved.
import { useRef } from "react";
import type { Plan } from "../../api";

/** The plan as it stood before what is set now; null until something has been changed. `asked` is what is asked now. */
export function useChanged(asked: string, plan: Plan | null, settled: boolean): Plan | null {
  const seen = useRef<{ asked: string; rested: Plan | null; before: Plan | null }>({
    asked,
    rested: null,
    before: null,
  });
  const now = seen.current;
  if (now.asked !== asked) {
    // One drag is one change, however many values it passes.
    if (now.rested) now.before = now.rested;
    now.asked = asked;
    now.rested = null;
  }
  if (settled && plan && plan !== now.before) now.rested = plan;
  return now.before;
}
