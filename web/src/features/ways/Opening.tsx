// More of a card, opened when it is wanted; the address keeps it open.
import type { ReactNode } from "react";
import { useViewFlag } from "../../shell";

type Props = { view: string; summary: string; children: ReactNode };

export function Opening({ view, summary, children }: Props) {
  const [open, setOpen] = useViewFlag(view);
  return (
    <section className="hair-t no-print">
      <button
        type="button"
        className="pick w-full text-left !whitespace-normal"
        aria-expanded={open}
        data-testid={`open-${view}`}
        onClick={() => setOpen(!open)}
      >
        <span aria-hidden="true" className="inline-block w-5">
          {open ? "▾" : "▸"}
        </span>
        {summary}
      </button>
      {open && children}
    </section>
  );
}
