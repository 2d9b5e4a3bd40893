// The piece in hand as the page holds it, and as an address says it.
import type { Fish, OwnFish, PieceAsked, PlanRequest, TargetAsked, WhichFish } from "../api";

export type Piece = {
  fish: string;
  cut: string;
  thicknessMm: number;
  thinEndMm: number | null;
  widthMm: number;
  massG: number;
  pieces: number;
  skin: "on" | "off";
  startC: number;
  /** Key of a level; null for the usual one. */
  level: string | null;
  /** Who eats: someone at risk moves the target to the food-safety figure. */
  atRisk: boolean;
  state: State;
  bone: boolean;
  scales: boolean;
  scored: boolean;
  /** A fish of the kitchen's own, with its whole description: an address needs no shelf. */
  own: OwnFish | null;
};

export type State = "fresh" | "thawed" | "frozen";
export const FOOD_SAFETY = "food_safety";

export const FIRST: Piece = {
  fish: "hake",
  cut: "fillet",
  thicknessMm: 25,
  thinEndMm: 14,
  widthMm: 60,
  massG: 170,
  pieces: 2,
  skin: "on",
  startC: 8,
  level: null,
  atRisk: false,
  state: "fresh",
  bone: false,
  scales: false,
  scored: false,
  own: null,
};

const FLAGS = ["bone", "scales", "scored"] as const;

export function toQuery(piece: Piece): URLSearchParams {
  const query = new URLSearchParams({
    fish: piece.fish,
    cut: piece.cut,
    mm: String(piece.thicknessMm),
    g: String(piece.massG),
    n: String(piece.pieces),
    skin: piece.skin,
    at: String(piece.startC),
  });
  if (piece.thinEndMm !== null) query.set("thin", String(piece.thinEndMm));
  if (piece.widthMm !== FIRST.widthMm) query.set("wide", String(piece.widthMm));
  if (piece.level) query.set("level", piece.level);
  if (piece.atRisk) query.set("eater", "risk");
  if (piece.state !== "fresh") query.set("state", piece.state);
  for (const flag of FLAGS) if (piece[flag]) query.set(flag, "1");
  if (piece.own) query.set("own", JSON.stringify(piece.own));
  return query;
}

/** Reads an address; null when it says no piece. What it leaves out comes from the first piece. */
export function fromQuery(query: URLSearchParams): Piece | null {
  if (!query.get("fish") || !query.get("mm")) return null;
  const number = (key: string, otherwise: number) => {
    const value = Number(query.get(key) ?? Number.NaN);
    return Number.isFinite(value) ? value : otherwise;
  };
  return {
    fish: query.get("fish") ?? FIRST.fish,
    cut: query.get("cut") ?? FIRST.cut,
    thicknessMm: number("mm", FIRST.thicknessMm),
    thinEndMm: query.has("thin") ? number("thin", FIRST.thicknessMm) : null,
    widthMm: number("wide", FIRST.widthMm),
    massG: number("g", FIRST.massG),
    pieces: Math.round(number("n", 1)),
    skin: query.get("skin") === "off" ? "off" : "on",
    startC: number("at", FIRST.startC),
    level: query.get("level"),
    atRisk: query.get("eater") === "risk",
    state: stateOf(query.get("state")),
    bone: query.has("bone"),
    scales: query.has("scales"),
    scored: query.has("scored"),
    own: ownOf(query.get("own")),
  };
}

function stateOf(word: string | null | undefined): State {
  return word === "frozen" || word === "thawed" ? word : "fresh";
}

function ownOf(text: string | null): OwnFish | null {
  if (!text) return null;
  try {
    const read: unknown = JSON.parse(text);
    return typeof read === "object" && read !== null && "name" in read ? (read as OwnFish) : null;
  } catch {
    return null; // a mangled address says no fish; the server would refuse it too
  }
}

/** Key of a fish of the kitchen's own: never that of one that ships. */
export function ownKey(own: OwnFish): string {
  return `own:${own.name}`;
}

/** Which fish, for what is asked about the fish alone. */
export function which(piece: Piece): WhichFish {
  return piece.own ? { own_fish: piece.own } : { fish: piece.fish };
}

/** A whole fish, fins and all. */
export function isWhole(cut: string): boolean {
  return cut === "whole_round" || cut === "whole_flat" || cut === "small_whole";
}

export function asked(piece: Piece): PieceAsked {
  return {
    ...which(piece),
    cut: piece.cut,
    thickness_mm: piece.thicknessMm,
    ...(piece.thinEndMm === null ? {} : { thin_end_mm: piece.thinEndMm }),
    ...(piece.widthMm === FIRST.widthMm ? {} : { width_mm: piece.widthMm }),
    mass_g: piece.massG,
    pieces: piece.pieces,
    skin: piece.skin,
    start_c: piece.startC,
    ...(piece.state === "fresh" ? {} : { state: piece.state }),
    ...(piece.bone ? { bone: true } : {}),
    ...(piece.scales ? { scales: true } : {}),
    ...(piece.scored ? { scored: true } : {}),
  };
}

export function target(piece: Piece): TargetAsked {
  return piece.level ? { level: piece.level } : {};
}

/** Back from what a card keeps. */
export function fromRequest(request: Pick<PlanRequest, "piece" | "target">): Piece {
  const p = request.piece;
  return {
    fish: p.own_fish ? ownKey(p.own_fish) : (p.fish ?? FIRST.fish),
    cut: p.cut ?? "fillet",
    thicknessMm: p.thickness_mm,
    thinEndMm: p.thin_end_mm ?? null,
    widthMm: p.width_mm ?? FIRST.widthMm,
    massG: p.mass_g ?? FIRST.massG,
    pieces: p.pieces ?? 1,
    skin: p.skin === "off" ? "off" : "on",
    startC: p.start_c ?? FIRST.startC,
    level: request.target?.level ?? null,
    atRisk: request.target?.level === FOOD_SAFETY,
    state: stateOf(p.state),
    bone: p.bone ?? false,
    scales: p.scales ?? false,
    scored: p.scored ?? false,
    own: p.own_fish ?? null,
  };
}

/** Fish whose name, alias or scientific name begins, in any word, with what was typed. */
export function search(fish: Fish[], text: string): Fish[] {
  const typed = text.trim().toLowerCase();
  if (!typed) return fish;
  const words = (f: Fish) =>
    [f.name, f.scientific, ...f.aliases].flatMap((n) => [n, ...n.split(/[\s,]+/)]);
  return fish.filter((f) => words(f).some((w) => w.toLowerCase().startsWith(typed)));
}
