// Another fish, or another cut of it: what belonged to the last one goes, and what is usual stands there, as the core has it.
import type { Fish, OwnFish } from "../api";
import { FIRST, FOOD_SAFETY, NOTHING_KNOWN, ownKey, type Piece } from "./table";

export function begun(
  piece: Piece,
  fish: Fish,
  cut: string = fish.cuts.includes(piece.cut) ? piece.cut : (fish.cuts[0] ?? "fillet"),
  own: OwnFish | null = null,
): Partial<Piece> {
  const key = own ? ownKey(own) : fish.key;
  const usual = fish.usual_pieces.find((one) => one.cut === cut);
  // A cut is of the same fish: how it was kept and how cold it is stay.
  const another: Partial<Piece> =
    key === piece.fish
      ? {}
      : {
          fish: key,
          own,
          composition: null,
          known: NOTHING_KNOWN,
          knownOn: null,
          ...(piece.state === "fresh" ? {} : { state: FIRST.state, startC: FIRST.startC }),
        };
  return {
    ...another,
    cut,
    // What a level means follows fish and cut; who is at risk keeps the figure.
    level: piece.eaters === "everyone" ? null : FOOD_SAFETY,
    band: null,
    heightMm: null,
    widthMm: usual?.width_mm ?? FIRST.widthMm,
    measured: FIRST.measured,
    scales: false,
    scored: false,
    stuffed: false,
    aromatics: false,
    // An old card's kitchen was that card's.
    kitchen: null,
    ...(usual
      ? {
          massG: usual.mass_g,
          thicknessMm: usual.thickness_mm,
          thinEndMm: usual.thin_end_mm,
          bone: usual.bone,
          skin: usual.skin ? ("on" as const) : ("off" as const),
        }
      : {}),
  };
}
