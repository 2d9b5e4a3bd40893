// A part of a place of a card, under its name.
import type { ReactNode } from "react";

export function Part({ name, children }: { name: string; children: ReactNode }) {
  return (
    <section aria-label={name} className="pb-3">
      <h3 className="font-bold">{name}</h3>
      {children}
    </section>
  );
}
