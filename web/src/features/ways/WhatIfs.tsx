// What if: one tap each, in any combination, and what it makes of the piece.
import type { Plan } from "../../api";
import type { Piece } from "../../card";
import { useUnits } from "../../ui";
import { difference, WHAT_IFS } from "./whatIf";

type Props = {
  planned: Plan;
  piece: Piece;
  /** How it came out, once that is known. */
  came: Plan | null;
  chosen: string[];
  pick: (key: string) => void;
  clear: () => void;
};

export function WhatIfs({ planned, piece, came, chosen, pick, clear }: Props) {
  const units = useUnits();
  return (
    <section aria-label="What if" className="no-print pb-2">
      <div className="flex flex-wrap items-center gap-x-5">
        {WHAT_IFS.filter((one) => one.where?.(planned, piece) ?? true).map((one) => (
          <button
            key={one.key}
            type="button"
            className="pick"
            aria-pressed={chosen.includes(one.key)}
            onClick={() => pick(one.key)}
            data-testid={one.key}
          >
            {one.name(units, planned)}
          </button>
        ))}
      </div>
      <p aria-live="polite" className="min-h-6" data-testid="what-if">
        {came && (
          <>
            <b>{difference(planned, came, units)}</b>{" "}
            <button type="button" className="underline underline-offset-4 quiet" onClick={clear}>
              back to the plan
            </button>
          </>
        )}
      </p>
    </section>
  );
}
