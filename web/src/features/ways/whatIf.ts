// What can go otherwise than planned, and what it makes of the piece.
import type { Plan, PlanRequest } from "../../api";
import type { Piece } from "../../card";
import { figure, finer, scale, type Units, withUnit } from "../../units";

type Truth = NonNullable<PlanRequest["truth"]>;

export type WhatIf = {
  key: string;
  name: (units: Units, plan: Plan) => string;
  /** Cannot be at once with these. */
  not?: readonly string[];
  lateS?: number;
  truth?: (piece: Piece, plan: Plan) => Truth;
  /** Settings that are forgotten, the times as planned. */
  forgets?: (plan: Plan) => Record<string, boolean>;
  /** Only where it can be. */
  where?: (plan: Plan, piece: Piece) => boolean;
};

const THICKER_MM = 2;
const FRIDGE_C = 2;
/** A fire so much cooler than set, K: what dials and eyes are off by. */
const COOLER_K: { [what in Plan["heating"][number]["what"]]: number } = {
  pan: 25,
  oven: 15,
  oil: 10,
  liquid: 5,
  grill: 25,
};
type Fire = keyof typeof COOLER_K;
/** On which list of the kit that stands which is set hot. */
const LISTS: { [what in Fire]: readonly string[] } = {
  pan: ["pans", "ridges"],
  oven: ["ovens", "broilers"],
  oil: ["fryers"],
  liquid: ["pots"],
  grill: ["grates"],
};

/** That thing of the kitchen so much cooler; every fire, where it is no thing of its own. */
function cooler(plan: Plan, what: Fire): Truth {
  const needs = plan.acts.flatMap((act) => act.needs);
  const thing = needs.find((need) => LISTS[what].includes(need.like))?.thing;
  return thing
    ? { things: { [thing]: { kelvins: -COOLER_K[what] } } }
    : { heat_k: -COOLER_K[what] };
}

/** A pan or bath with a heater of its own under it. */
const onHob = (plan: Plan) =>
  [plan.pan_low_c, plan.oil_low_c, plan.liquid_low_c].some((c) => typeof c === "number");

/** The fire that the fish is on last: of pan and oven the pan. */
function fire(plan: Plan): Fire | null {
  const all = plan.heating.map((h) => h.what);
  if (all.includes("pan")) return "pan";
  const [first] = all;
  // Boiling water is as hot as it is.
  return first === undefined || (first === "liquid" && !onHob(plan)) ? null : first;
}

const millimetres = (units: Units) => {
  const at = scale("millimetre", units);
  return `${figure(THICKER_MM, at)} ${at.unit}`;
};

export const WHAT_IFS: readonly WhatIf[] = [
  { key: "late", name: () => "30 s late", not: ["early"], lateS: 30 },
  { key: "early", name: () => "a minute early", not: ["late"], lateS: -60 },
  {
    key: "thicker",
    name: (units) => `${millimetres(units)} thicker`,
    not: ["thinner", "thin_end"],
    truth: (piece) => ({ thickness_mm: piece.thicknessMm + THICKER_MM }),
  },
  {
    key: "thinner",
    name: (units) => `${millimetres(units)} thinner`,
    not: ["thicker", "thin_end"],
    truth: (piece) => ({ thickness_mm: Math.max(2, piece.thicknessMm - THICKER_MM) }),
  },
  {
    key: "thin_end",
    name: () => "the thin end",
    not: ["thicker", "thinner"],
    truth: (piece) => ({ thickness_mm: piece.thinEndMm ?? piece.thicknessMm }),
    where: (_, piece) => piece.thinEndMm !== null && piece.thinEndMm < piece.thicknessMm,
  },
  {
    key: "cold",
    name: () => "fridge cold",
    truth: (piece) => ({ start_c: Math.min(FRIDGE_C, piece.startC) }),
  },
  {
    key: "cooler",
    name: (units, plan) => {
      const at = fire(plan) ?? "pan";
      return `${at} ${withUnit(COOLER_K[at], "kelvin", units)} cooler`;
    },
    truth: (_, plan) => cooler(plan, fire(plan) ?? "pan"),
    where: (plan) => fire(plan) !== null,
  },
  {
    key: "oven_cooler",
    name: (units) => `oven ${withUnit(COOLER_K.oven, "kelvin", units)} cooler`,
    truth: (_, plan) => cooler(plan, "oven"),
    where: (plan) => fire(plan) === "pan" && plan.heating.some((h) => h.what === "oven"),
  },
  {
    key: "crowded",
    name: () => "twice as many",
    truth: (piece) => ({ pieces: 2 * piece.pieces }),
    where: onHob,
  },
  {
    key: "hob",
    name: () => "a weak hob",
    truth: () => ({ hob_share: 0.6 }),
    where: onHob,
  },
  {
    key: "no_lid",
    name: () => "the lid forgotten",
    forgets: (plan) => Object.fromEntries(lids(plan).map((key) => [key, false])),
    where: (plan) => lids(plan).length > 0,
  },
  {
    key: "left",
    name: (_, plan) => `left ${fire(plan) === "oven" ? "in the oven" : "where it cooked"}`,
    truth: () => ({ left_in: true }),
    where: (plan) => fire(plan) !== null && plan.rest_s > 0,
  },
];

/** Lids that are on. */
function lids(plan: Plan): string[] {
  const on = (s: Plan["settings"][number]) => s.control.takes === "flag" && s.control.value;
  return plan.settings
    .filter((s) => (s.key === "lid" || s.key === "covered") && on(s))
    .map((s) => s.key);
}

/** One truth of several; of each thing what any of them says. */
function together(truths: readonly Truth[]): Truth {
  const things = Object.assign({}, ...truths.map((one) => one.things ?? {}));
  const all: Truth = Object.assign({}, ...truths);
  return Object.keys(things).length > 0 ? { ...all, things } : all;
}

/** What a request asks when these happen together. */
export function happening(
  keys: string[],
  piece: Piece,
  plan: Plan,
): { late_s: number; truth: Truth | undefined; forgets: Record<string, boolean> } {
  const all = WHAT_IFS.filter((w) => keys.includes(w.key) && (w.where?.(plan, piece) ?? true));
  const truths = all.flatMap((w) => (w.truth ? [w.truth(piece, plan)] : []));
  return {
    late_s: all.reduce((sum, w) => sum + (w.lateS ?? 0), 0),
    truth: truths.length > 0 ? together(truths) : undefined,
    forgets: Object.assign({}, ...all.map((w) => w.forgets?.(plan) ?? {})),
  };
}

/** With one more or one less of them; what cannot be at once gives way. */
export function toggled(keys: string[], one: WhatIf): string[] {
  if (keys.includes(one.key)) return keys.filter((k) => k !== one.key);
  return [...keys.filter((k) => !one.not?.includes(k)), one.key];
}

/** What it makes of the piece, against what was planned. */
export function difference(planned: Plan, came: Plan, units: Units): string {
  const at = scale("celsius", units);
  const percent = (plan: Plan) => Math.round(100 * plan.overcooked_share);
  const middle = (plan: Plan) => figure(plan.core_peak_c, at);
  const said = [];
  if (middle(came) !== middle(planned))
    said.push(`the middle lands at ${middle(came)} ${at.unit}, not ${middle(planned)}`);
  const more = percent(came) - percent(planned);
  const points = Math.abs(more) === 1 ? "point" : "points";
  if (more !== 0) said.push(`${Math.abs(more)} ${points} ${more > 0 ? "more" : "less"} overcooked`);
  const mm = scale("millimetre", units);
  const fine = finer(mm);
  if (figure(came.crisp_mm, fine) !== figure(planned.crisp_mm, fine))
    said.push(
      `a crust of ${figure(came.crisp_mm, fine)} ${mm.unit}, not ${figure(planned.crisp_mm, fine)}`,
    );
  if (said.length === 0) return "It makes no difference that you could taste.";
  const text = said.join("; ");
  return `${text[0]?.toUpperCase()}${text.slice(1)}.`;
}
