import type { ReactNode } from "react";
import { Button, Dialog, DialogTrigger, Popover } from "react-aria-components";
import { TERMS, type TermKey } from "./terms";

/** A skewer through a piece: stopped, gripped, sliding. */
function Skewers() {
  return (
    <svg viewBox="0 0 150 46" width="150" height="46" aria-hidden="true" className="pt-1">
      {[12, 22, 34].map((deep, i) => (
        <g key={deep} transform={`translate(${i * 50} 0)`}>
          <path
            d="M4 40 V24 Q6 16 22 16 Q42 17 44 24 V40 Z"
            fill="var(--flesh-low)"
            stroke="currentColor"
          />
          <path d={`M24 2 V${8 + deep}`} stroke="currentColor" strokeWidth="2" />
        </g>
      ))}
    </svg>
  );
}

/** A word that opens to one sentence where it stands. */
export function Term({ of, children }: { of: TermKey; children: ReactNode }) {
  return (
    <DialogTrigger>
      <Button className="term">{children}</Button>
      <Popover placement="bottom start" className="term-says">
        <Dialog aria-label="What it means" className="outline-none">
          {TERMS[of]}
          {of === "tester" && <Skewers />}
        </Dialog>
      </Popover>
    </DialogTrigger>
  );
}
