// A recipe's times on this piece: read, asked, and what would make them right.
import type { Plan } from "../../api";
import { clock } from "../../units";

const INCH_MM = 25.4;

/** "Ten minutes an inch", half on either side where there are two. */
export function tenAnInch(thicknessMm: number, sides: number): number[] {
  const all = (600 * thicknessMm) / INCH_MM;
  return Array.from({ length: sides }, () => Math.round(all / sides));
}

const apart = (s: number) => (s < 90 ? `${Math.round(s)} s` : clock(s));

/** The smallest change that would make the times right; the last side bears it. */
export function change(plan: Plan, sides: number[]): string {
  if (plan.refused.length > 0) return plan.refused[0]?.message ?? "";
  if (plan.goal === "figure")
    return "A figure for safety is not promised by a recipe's times: cook by the card, and probe.";
  const by = plan.change_s;
  if (by == null) return "No time on this fire makes it right.";
  const last = sides.length > 1 ? " on the last side" : "";
  if (by > 1) return `${apart(by)} longer${last} makes it right.`;
  if (by > -1) return "That is right for this piece.";
  // What the sides before have done cannot be undone on the last.
  return -by < (sides.at(-1) ?? 0)
    ? `${apart(-by)} less${last} makes it right.`
    : `Take it off at ${clock(plan.off_heat_s + by)}, before the last side: the first is too long.`;
}
