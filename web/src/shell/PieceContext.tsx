// The piece in hand: one for all views, in the address and kept for the next visit.
import {
  createContext,
  type ReactNode,
  useCallback,
  useContext,
  useEffect,
  useMemo,
  useRef,
  useState,
} from "react";
import type { Fish, OwnFish } from "../api";
import {
  begun,
  FIRST,
  fromQuery,
  NOTHING_KNOWN,
  onlyToday,
  type Piece,
  today,
  toQuery,
} from "../card";
import { addressNow, useAddress } from "./useAddress";
import { useKitchen } from "./useKitchen";
import { useStored } from "./useStored";
import { VIEW_KEY } from "./useView";

type Held = {
  piece: Piece;
  change: (part: Partial<Piece>) => void;
  /** Another fish or cut is in hand: what belonged to the last one goes. */
  begin: (fish: Fish, cut?: string, own?: OwnFish | null) => void;
  /** What was in hand before the last fish or cut was chosen, until something else is said. */
  before: Piece | null;
  /** Takes the last change back; nothing when there is none. */
  undo: (() => void) | null;
  query: string;
  /** The address brought a kitchen along that is not this one. */
  elsewhere: boolean;
};

/** Changes of the same kind so close together are one step back, ms. */
const ONE_STEP_MS = 1000;
const Context = createContext<Held | null>(null);

/** Of another fish nothing is known. */
const UNKNOWN: Pick<Piece, "known" | "knownOn"> = { known: NOTHING_KNOWN, knownOn: null };

/** What a change takes away: another fish is of what it is, and a level is no band. */
function settled(part: Partial<Piece>): Partial<Piece> {
  return {
    ...("fish" in part || "own" in part
      ? {
          composition: null,
          ...UNKNOWN,
          stuffed: false,
          aromatics: false,
          heightMm: null,
          prep: null,
        }
      : {}),
    ...("known" in part ? { knownOn: today() } : {}),
    ...("level" in part ? { band: null } : {}),
    ...("band" in part && part.band ? { level: null } : {}),
  };
}

export function PieceProvider({ children }: { children: ReactNode }) {
  const [params, setParams] = useAddress();
  const [kept, keep] = useStored<Piece>("cindo.piece", FIRST);
  const said = fromQuery(params);
  const text = said ? toQuery(said).toString() : toQuery(kept).toString();
  const day = today();
  const { kept: ours, pending } = useKitchen();
  // The first question waits for the kitchen once; whatever becomes of it later, what is drawn stands.
  const told = useRef(false);
  if (!pending) told.current = true;
  const piece = useMemo(
    () => onlyToday(fromQuery(new URLSearchParams(text)) ?? FIRST, day),
    [text, day],
  );
  useEffect(() => {
    if (text !== toQuery(kept).toString()) keep(piece);
  }, [text, kept, keep, piece]);
  // The thin end as it was asked: while a thickness is typed it is thinner for a moment, and comes back.
  const askedThin = useRef(piece.thinEndMm);
  const past = useRef<{ text: string; what: string; at: number }[]>([]);
  const [before, setBefore] = useState<Piece | null>(null);
  // As it stands this moment, whatever is drawn yet: two changes at once are two changes.
  const keptNow = useRef(kept);
  useEffect(() => {
    keptNow.current = kept;
  }, [kept]);
  const now = useCallback(() => onlyToday(fromQuery(addressNow()) ?? keptNow.current, day), [day]);
  const put = useCallback(
    (next: Piece, replace: boolean) => {
      keptNow.current = next;
      keep(next);
      setParams(
        (old) => {
          const query = toQuery(next);
          for (const [key, value] of old)
            if (key.startsWith("s.") || key.startsWith(VIEW_KEY)) query.set(key, value);
          return query;
        },
        // Back goes back a step, as undo does.
        { replace },
      );
    },
    [keep, setParams],
  );
  const change = useCallback(
    (part: Partial<Piece>) => {
      const was = now();
      const next = { ...was, ...settled(part), ...part };
      if ("thinEndMm" in part || "fish" in part || "cut" in part || askedThin.current === null)
        askedThin.current = next.thinEndMm;
      if (next.thinEndMm !== null && "thicknessMm" in part && !("thinEndMm" in part))
        next.thinEndMm = Math.min(askedThin.current ?? next.thinEndMm, next.thicknessMm);
      // What is done to clean it is of the cut.
      if ("cut" in part && next.prep?.clean) next.prep = { ...next.prep, clean: null };
      const what = Object.keys(part).join(" ");
      const last = past.current.at(-1);
      const at = Date.now();
      const same = last?.what === what && at - last.at < ONE_STEP_MS;
      if (same) last.at = at;
      else past.current.push({ text: toQuery(was).toString(), what, at });
      setBefore(null);
      put(next, same);
    },
    [now, put],
  );
  const begin = useCallback(
    (fish: Fish, cut?: string, own: OwnFish | null = null) => {
      const was = now();
      change(begun(was, fish, cut, own));
      setBefore(was);
    },
    [now, change],
  );
  const undo = useCallback(() => {
    const last = past.current.pop();
    if (!last) return;
    const then = fromQuery(new URLSearchParams(last.text)) ?? FIRST;
    askedThin.current = then.thinEndMm;
    setBefore(null);
    put(then, true);
  }, [put]);
  // What is cooked is cooked in this kitchen, unless the address brings another.
  const held = useMemo(() => {
    const kitchen = piece.kitchen ?? ours?.kitchen ?? null;
    const elsewhere =
      piece.kitchen !== null && JSON.stringify(piece.kitchen) !== JSON.stringify(ours?.kitchen);
    return {
      piece: { ...piece, kitchen },
      change,
      begin,
      before,
      // `text` and `before` change with every step, and the steps behind with them.
      undo: past.current.length > 0 ? undo : null,
      query: text,
      elsewhere,
    };
  }, [piece, change, begin, before, undo, text, ours]);
  if (!told.current) return null;
  return <Context.Provider value={held}>{children}</Context.Provider>;
}

export function usePiece(): Held {
  const held = useContext(Context);
  if (!held) throw new Error("usePiece outside PieceProvider");
  return held;
}
