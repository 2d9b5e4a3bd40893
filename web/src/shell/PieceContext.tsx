// The piece in hand: one for all views, in the address and kept for the next visit.
import {
  createContext,
  type ReactNode,
  useCallback,
  useContext,
  useEffect,
  useMemo,
  useRef,
} from "react";
import { useSearchParams } from "react-router";
import { FIRST, fromQuery, NOTHING_KNOWN, onlyToday, type Piece, today, toQuery } from "../card";
import { useKitchen } from "./useKitchen";
import { useStored } from "./useStored";
import { VIEW_KEY } from "./useView";

type Held = {
  piece: Piece;
  change: (part: Partial<Piece>) => void;
  query: string;
  /** The address brought a kitchen along that is not this one. */
  elsewhere: boolean;
};
const Context = createContext<Held | null>(null);

/** Of another fish nothing is known. */
const UNKNOWN: Pick<Piece, "known" | "knownOn"> = { known: NOTHING_KNOWN, knownOn: null };

/** What a change takes away: another fish is of what it is, and a level is no band. */
function settled(part: Partial<Piece>): Partial<Piece> {
  return {
    ...("fish" in part || "own" in part
      ? { composition: null, ...UNKNOWN, stuffed: false, heightMm: null }
      : {}),
    ...("known" in part ? { knownOn: today() } : {}),
    ...("level" in part ? { band: null } : {}),
    ...("band" in part && part.band ? { level: null } : {}),
  };
}

export function PieceProvider({ children }: { children: ReactNode }) {
  const [params, setParams] = useSearchParams();
  const [kept, keep] = useStored<Piece>("cindo.piece", FIRST);
  const said = fromQuery(params);
  const text = said ? toQuery(said).toString() : toQuery(kept).toString();
  const day = today();
  const { kept: ours, pending } = useKitchen();
  const piece = useMemo(
    () => onlyToday(fromQuery(new URLSearchParams(text)) ?? FIRST, day),
    [text, day],
  );
  useEffect(() => {
    if (text !== toQuery(kept).toString()) keep(piece);
  }, [text, kept, keep, piece]);
  // The thin end as it was asked: while a thickness is typed it is thinner for a moment, and comes back.
  const askedThin = useRef(piece.thinEndMm);
  const change = useCallback(
    (part: Partial<Piece>) => {
      const next = { ...piece, ...settled(part), ...part };
      if ("thinEndMm" in part || "fish" in part || "cut" in part || askedThin.current === null)
        askedThin.current = next.thinEndMm;
      if (next.thinEndMm !== null && "thicknessMm" in part && !("thinEndMm" in part))
        next.thinEndMm = Math.min(askedThin.current ?? next.thinEndMm, next.thicknessMm);
      keep(next);
      setParams(
        (before) => {
          const query = toQuery(next);
          for (const [key, value] of before)
            if (key.startsWith("s.") || key.startsWith(VIEW_KEY)) query.set(key, value);
          return query;
        },
        { replace: true },
      );
    },
    [piece, keep, setParams],
  );
  // What is cooked is cooked in this kitchen, unless the address brings another.
  const held = useMemo(() => {
    const kitchen = piece.kitchen ?? ours?.kitchen ?? null;
    const elsewhere =
      piece.kitchen !== null && JSON.stringify(piece.kitchen) !== JSON.stringify(ours?.kitchen);
    return { piece: { ...piece, kitchen }, change, query: text, elsewhere };
  }, [piece, change, text, ours]);
  if (pending) return null;
  return <Context.Provider value={held}>{children}</Context.Provider>;
}

export function usePiece(): Held {
  const held = useContext(Context);
  if (!held) throw new Error("usePiece outside PieceProvider");
  return held;
}
