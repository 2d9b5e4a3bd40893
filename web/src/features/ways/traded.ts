// What is had and what is paid for it, when a card is set otherwise.
import type { Figures } from "../../api";
import { figure, finer, scale, span, type Units } from "../../units";

export const percentOf = (share: number) => `${Math.round(100 * share)} %`;

export function crustOf(mm: number, units: Units): string {
  const at = scale("millimetre", units);
  return mm < 0.05 ? "none" : `${figure(mm, finer(at))} ${at.unit}`;
}

/** From one to the other, in words; empty when nobody could tell them apart. */
export function traded(from: Figures, to: Figures, units: Units): string {
  const said: string[] = [];
  const more = (
    by: number,
    least: number,
    say: (by: string, up: boolean) => string,
    unit: (n: number) => string,
  ) => {
    if (Math.abs(by) >= least) said.push(say(unit(Math.abs(by)), by > 0));
  };
  more(
    to.off_heat_s - from.off_heat_s,
    2,
    (by, up) => `${by} ${up ? "longer" : "shorter"} on the heat`,
    span,
  );
  const points = Math.round(100 * to.overcooked_share) - Math.round(100 * from.overcooked_share);
  more(
    points,
    1,
    (by, up) => `${by} ${up ? "more" : "less"} overcooked`,
    (n) => `${n} ${n === 1 ? "point" : "points"}`,
  );
  more(
    to.crisp_mm - from.crisp_mm,
    0.05,
    (by, up) => `${by} ${up ? "more" : "less"} crust`,
    (mm) => crustOf(mm, units),
  );
  more(to.leeway_s - from.leeway_s, 3, (by, up) => `${by} ${up ? "more" : "less"} leeway`, span);
  if (said.length === 0) return "";
  const text = said.join(", ");
  return `${text[0]?.toUpperCase()}${text.slice(1)}.`;
}
