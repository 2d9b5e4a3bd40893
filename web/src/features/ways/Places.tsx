// What else a card holds, in five named places: one is open or none, in the same order in every way.
import type { ReactNode } from "react";
import { useViewText } from "../../shell";

export const PLACES = [
  { key: "set", name: "Settings" },
  { key: "if", name: "What if" },
  { key: "heats", name: "Other heats" },
  { key: "beside", name: "Beside it" },
  { key: "keep", name: "Keep" },
] as const;
export type PlaceKey = (typeof PLACES)[number]["key"];

/** Wide enough for the settings to stand beside the picture. */
export const WIDE = "(min-width: 1024px)";

export function usePlace(wide: boolean): [PlaceKey | null, (key: PlaceKey | null) => void] {
  const [said, say] = useViewText("place");
  const found = PLACES.find((one) => one.key === said)?.key ?? null;
  // Where there is room, what if is one tap away; the settings stand beside it anyway.
  const open = wide ? (said === "none" ? null : found === "set" ? "if" : (found ?? "if")) : found;
  return [open, (key) => say(key ?? (wide ? "none" : ""))];
}

type Props = {
  open: PlaceKey | null;
  setOpen: (key: PlaceKey | null) => void;
  wide: boolean;
  children: { [key in PlaceKey]?: ReactNode };
};

export function Places({ open, setOpen, wide, children }: Props) {
  return (
    <section aria-label="More of this card" className="no-print">
      <div className="places">
        {PLACES.filter((one) => !(wide && one.key === "set")).map((one) => (
          <button
            key={one.key}
            type="button"
            aria-expanded={open === one.key}
            aria-controls="place"
            data-testid={`place-${one.key}`}
            onClick={() => setOpen(open === one.key ? null : one.key)}
          >
            {one.name}
          </button>
        ))}
      </div>
      <div id="place" className={open ? "py-3" : ""}>
        {open && (
          <>
            <h2 className="sr-only">{PLACES.find((one) => one.key === open)?.name}</h2>
            {children[open]}
          </>
        )}
      </div>
    </section>
  );
}
