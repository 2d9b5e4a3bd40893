// Ways side by side: the figures that tell them apart, and which is best in each.
import type { Plan, Way } from "../../api";
import type { TermKey } from "../../ui";
import { byHand, figure, finer, scale, span, type Units } from "../../units";

/** Nobody counts seconds before the fish is in: whole minutes. */
export const about = (s: number) => `${Math.max(1, Math.round(s / 60))} min`;

export type Compared = {
  key: string;
  /** In front of the figure. */
  label: string;
  /** What opens to say what it is. */
  term: TermKey;
  value: (plan: Plan) => number;
  more: boolean;
  text: (plan: Plan, units: Units) => string;
};

const TOUGH: ReadonlySet<Plan["crust"]> = new Set(["leather", "burnt"]);

export const COMPARED: readonly Compared[] = [
  {
    key: "plate",
    label: "on the plate",
    term: "plate",
    value: (p) => p.to_plate_s,
    more: false,
    text: (p) => about(p.to_plate_s),
  },
  {
    key: "off",
    label: "on the heat",
    term: "onheat",
    value: (p) => p.off_heat_s,
    more: false,
    text: (p) => byHand(p.off_heat_s),
  },
  {
    key: "hands",
    label: "hands busy",
    term: "hands",
    value: (p) => p.hands_s,
    more: false,
    text: (p) => about(p.hands_s),
  },
  {
    key: "past",
    label: "overcooked",
    term: "overcooked",
    value: (p) => p.overcooked_share,
    more: false,
    text: (p) => `${Math.round(100 * p.overcooked_share)} %`,
  },
  {
    key: "crust",
    label: "crust",
    term: "crust",
    // What is leather or burnt is no crust to have.
    value: (p) => (TOUGH.has(p.crust) ? -p.crisp_mm : p.crisp_mm),
    more: true,
    text: (p, units) => {
      const at = scale("millimetre", units);
      const mm = p.crisp_mm;
      if (p.crust === "none") return "none";
      const thick = `${figure(mm, finer(at))} ${at.unit}`;
      return TOUGH.has(p.crust) ? `${thick}, ${p.crust}` : thick;
    },
  },
  {
    key: "forgives",
    label: "leeway",
    term: "leeway",
    value: (p) => p.figures.leeway_s,
    more: true,
    text: (p) => span(p.figures.leeway_s),
  },
];

/** Which ways read best in a figure; none when all read alike. */
export function best(of: Compared, plans: Plan[], units: Units): Set<string> {
  const texts = plans.map((p) => of.text(p, units));
  if (new Set(texts).size < 2) return new Set();
  const values = plans.map(of.value);
  const top = of.more ? Math.max(...values) : Math.min(...values);
  return new Set([texts[values.indexOf(top)] as string]);
}

/** Said in figures already. */
const IN_FIGURES = new Set(["even", "crust", "time", "window"]);

/** Why, in a sentence, and what speaks against it; what the figures under it say is not said twice. */
export function said(way: Way): { why: string; but: string | null } {
  const words = way.reasons.filter((r) => !IN_FIGURES.has(r.code));
  const [why, but] = words.length > 0 ? words : way.reasons;
  return { why: why?.message ?? way.summary, but: but?.message ?? null };
}

/** So many stand in front. */
export const IN_FRONT = 5;

/** What stands in front and what behind: the first of all, then what was asked to stand beside it, then the next. */
export function split(ways: Way[], beside: string[]): { front: Way[]; behind: Way[] } {
  const [first, ...others] = ways;
  if (!first) return { front: [], behind: [] };
  const asked = beside
    .flatMap((kind) => others.filter((w) => w.kind === kind))
    .slice(0, IN_FRONT - 1);
  const chosen = new Set(asked);
  const next = others.filter((w) => !chosen.has(w)).slice(0, IN_FRONT - 1 - asked.length);
  const inFront = new Set([first, ...asked, ...next]);
  // In the order of the ranking, so that nothing moves that was not asked to.
  return {
    front: ways.filter((w) => inFront.has(w)),
    behind: ways.filter((w) => !inFront.has(w)),
  };
}
