// What a piece looks like cut across, in shares of its width and of its height.

const ROUND: ReadonlySet<string> = new Set(["whole_round", "headless", "small_whole"]);
/** Thicker in the middle than at their edges. */
const DOMED: ReadonlySet<string> = new Set(["fillet", "side", "belly", "whole_flat"]);

/** Domed as a fillet, square as a loin or a steak, round as a whole fish. */
export type Outline = "domed" | "square" | "round";

export function outlineOf(cut: string): Outline {
  if (ROUND.has(cut)) return "round";
  return DOMED.has(cut) ? "domed" : "square";
}

/** Lower and upper edge, share of the height, at a share of the width. */
export function edges(outline: Outline, across: number): [number, number] {
  const u = Math.min(Math.abs(2 * across - 1), 1);
  if (outline === "round") {
    const half = 0.5 * Math.max(Math.sqrt(1 - u * u), 0.02);
    return [0.5 - half, 0.5 + half];
  }
  if (outline === "domed") return [0, 0.38 + 0.62 * Math.sqrt(1 - 0.96 * u * u)];
  // A corner cut by a knife is a little round.
  const corner = Math.max(0, (u - 0.9) / 0.1);
  return [0, 1 - 0.14 * corner * corner];
}
