// The piece in hand as the page holds it, and as an address says it.
import type { Fish, PieceAsked, PlanRequest, TargetAsked } from "../api";

export type Piece = {
  fish: string;
  cut: string;
  thicknessMm: number;
  thinEndMm: number | null;
  massG: number;
  pieces: number;
  skin: "on" | "off";
  startC: number;
  /** Key of a level; null for the usual one. */
  level: string | null;
};

export const FIRST: Piece = {
  fish: "hake",
  cut: "fillet",
  thicknessMm: 25,
  thinEndMm: 14,
  massG: 170,
  pieces: 2,
  skin: "on",
  startC: 8,
  level: null,
};

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
  if (piece.level) query.set("level", piece.level);
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
    massG: number("g", FIRST.massG),
    pieces: Math.round(number("n", 1)),
    skin: query.get("skin") === "off" ? "off" : "on",
    startC: number("at", FIRST.startC),
    level: query.get("level"),
  };
}

export function asked(piece: Piece): PieceAsked {
  return {
    fish: piece.fish,
    cut: piece.cut,
    thickness_mm: piece.thicknessMm,
    ...(piece.thinEndMm === null ? {} : { thin_end_mm: piece.thinEndMm }),
    mass_g: piece.massG,
    pieces: piece.pieces,
    skin: piece.skin,
    start_c: piece.startC,
  };
}

export function target(piece: Piece): TargetAsked {
  return piece.level ? { level: piece.level } : {};
}

/** Back from what a card keeps. */
export function fromRequest(request: PlanRequest): Piece {
  const p = request.piece;
  return {
    fish: p.fish ?? FIRST.fish,
    cut: p.cut ?? "fillet",
    thicknessMm: p.thickness_mm,
    thinEndMm: p.thin_end_mm ?? null,
    massG: p.mass_g ?? FIRST.massG,
    pieces: p.pieces ?? 1,
    skin: p.skin === "off" ? "off" : "on",
    startC: p.start_c ?? FIRST.startC,
    level: request.target?.level ?? null,
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
