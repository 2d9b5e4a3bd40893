// Figures and units. The wire is SI; only here does anything become inches.
export { date, dayAndClock, localTime, ofField, wallClock, weekday } from "./wall";

export type Units = { heat: "C" | "F"; length: "mm" | "in"; mass: "g" | "oz" };
export const METRIC: Units = { heat: "C", length: "mm", mass: "g" };

export type Quantity =
  | "celsius"
  | "kelvin"
  | "millimetre"
  | "across"
  | "metre"
  | "watt"
  | "gram"
  | "second"
  | "minute"
  | "share"
  | "litre"
  | "plain";

export type Scale = {
  unit: string;
  digits: number;
  show: (v: number) => number;
  read: (v: number) => number;
  /** Where hands and dials know no decimals: the figure as it is written. */
  write?: (shown: number) => string;
};

const same = (v: number) => v;
const C: Scale = { unit: "°C", digits: 0, show: same, read: same };
// Above boiling it is a dial that is set, and dials go by fives.
const DIAL_FROM_F = 213;
const F: Scale = {
  unit: "°F",
  digits: 0,
  show: (c) => c * 1.8 + 32,
  read: (f) => (f - 32) / 1.8,
  write: (f) => String(f > DIAL_FROM_F ? 5 * Math.round(f / 5) : Math.round(f) || 0),
};
// Differences have no offset.
const K: Scale = { unit: "°C", digits: 0, show: same, read: same };
const FD: Scale = { unit: "°F", digits: 0, show: (k) => k * 1.8, read: (f) => f / 1.8 };
const MM: Scale = { unit: "mm", digits: 0, show: same, read: same };
// As on a rule: eighths from an inch on, sixteenths below it.
const IN: Scale = {
  unit: "in",
  digits: 2,
  show: (mm) => mm / 25.4,
  read: (inch) => inch * 25.4,
  write: (inch) => parted(inch, inch >= 1 ? 8 : 16),
};
const FINE_IN: Scale = { ...IN, write: (inch) => parted(inch, 32) };
// Pans are bought by the centimetre, or the half inch.
const CM: Scale = { unit: "cm", digits: 0, show: (mm) => mm / 10, read: (cm) => cm * 10 };
const PAN_IN: Scale = { ...IN, write: (inch) => String(Math.round(2 * inch) / 2) };
const M: Scale = { unit: "m", digits: 0, show: same, read: same };
const FT: Scale = { unit: "ft", digits: 0, show: (m) => m / 0.3048, read: (ft) => ft * 0.3048 };
const W: Scale = { unit: "W", digits: 0, show: same, read: same };
const G: Scale = { unit: "g", digits: 0, show: same, read: same };
const OZ: Scale = {
  unit: "oz",
  digits: 1,
  show: (g) => g / 28.349523,
  read: (oz) => oz * 28.349523,
};
const L: Scale = { unit: "l", digits: 1, show: same, read: same };
const S: Scale = { unit: "s", digits: 0, show: same, read: same };
/** Kept in seconds, written as a clock. */
const MIN: Scale = {
  unit: "min",
  digits: 0,
  show: (s) => s / 60,
  read: (min) => Math.round(60 * min),
  write: (min) => clock(60 * min),
};
const SHARE: Scale = { unit: "%", digits: 0, show: (s) => s * 100, read: (p) => p / 100 };
const PLAIN: Scale = { unit: "", digits: 0, show: same, read: same };

/** How a quantity is shown and read in the chosen units. */
export function scale(quantity: Quantity, units: Units): Scale {
  switch (quantity) {
    case "celsius":
      return units.heat === "C" ? C : F;
    case "kelvin":
      return units.heat === "C" ? K : FD;
    case "millimetre":
      return units.length === "mm" ? MM : IN;
    case "across":
      return units.length === "mm" ? CM : PAN_IN;
    case "metre":
      return units.length === "mm" ? M : FT;
    case "watt":
      return W;
    case "gram":
      return units.mass === "g" ? G : OZ;
    case "second":
      return S;
    case "minute":
      return MIN;
    case "litre":
      return L;
    case "share":
      return SHARE;
    case "plain":
      return PLAIN;
  }
}

/** The other unit, for where cooks mix them. */
export function other(quantity: Quantity, units: Units): Scale | null {
  switch (quantity) {
    case "celsius":
      return units.heat === "C" ? F : C;
    case "millimetre":
      return units.length === "mm" ? IN : MM;
    case "gram":
      return units.mass === "g" ? OZ : G;
    default:
      return null;
  }
}

/** One step finer, for what is thin. */
export function finer(at: Scale): Scale {
  return at === IN ? FINE_IN : { ...at, digits: at.digits + 1 };
}

/** 1 3/8, in so many parts of one. */
function parted(value: number, parts: number): string {
  const sign = value < 0 ? "-" : "";
  const all = Math.round(Math.abs(value) * parts);
  if (all === 0) return value === 0 ? "0" : `under ${sign}1/${parts}`;
  const whole = Math.floor(all / parts);
  let [over, under] = [all % parts, parts];
  while (over > 0 && over % 2 === 0) [over, under] = [over / 2, under / 2];
  const part = over === 0 ? "" : `${over}/${under}`;
  return `${sign}${[whole > 0 || part === "" ? String(whole) : "", part].filter(Boolean).join(" ")}`;
}

export function figure(value: number, at: Scale): string {
  const shown = at.show(value);
  if (at.write) return at.write(shown);
  const text = shown.toFixed(at.digits);
  return text === "-0" ? "0" : text;
}

/** As it stands in a field: a decimal that somebody typed stays. */
export function typedFigure(value: number, at: Scale): string {
  const text = figure(value, at);
  if (at.write) return text.startsWith("under") ? at.show(value).toFixed(3) : text;
  // What was converted has decimals that nobody typed.
  const own = at.show(1) === 1 && at.show(0) === 0;
  return !own || Math.abs(value - Number(text)) < 0.02 * 10 ** -at.digits
    ? text
    : value.toFixed(at.digits + 1);
}

export function withUnit(value: number, quantity: Quantity, units: Units, fine = 0): string {
  const base = scale(quantity, units);
  const at = fine > 0 ? finer(base) : base;
  return `${figure(value, at)} ${at.unit}`;
}

/** A difference of temperatures: no offset. */
export function rise(kelvin: number, units: Units): string {
  return units.heat === "C" ? `${kelvin.toFixed(0)} °C` : `${(kelvin * 1.8).toFixed(0)} °F`;
}

/** No time on a stove is longer, s. */
const MOST_S = 4 * 3600;

/** "4" or "4.5" minutes, "4:30", "1:02:00", "90 s"; null for what is no time. */
function seconds(text: string): number | null {
  const said = text.trim().replace(",", ".").toLowerCase();
  const clocked = /^(?:(\d{1,2}):)?(\d{1,3}):([0-5]\d)$/.exec(said);
  const [h, m, s] = [clocked?.[1], clocked?.[2], clocked?.[3]].map(Number);
  const bare = /^(\d+(?:\.\d+)?)\s*(s|sec|seconds?|m|min|minutes?|h|hours?)?$/.exec(said);
  const unit = { s: 1, h: 3600 }[bare?.[2]?.[0] ?? "m"] ?? 60;
  const found = clocked
    ? 3600 * (clocked[1] ? (h as number) : 0) + 60 * (m as number) + (s as number)
    : bare
      ? unit * Number(bare[1])
      : Number.NaN;
  return found >= 0 && found <= MOST_S ? Math.round(found) : null;
}

/** Reads what a cook typed or pasted: a comma or a point, 7/8, 1 1/8, 4:30, its unit behind it; null when it is no number. */
export function parse(text: string, quantity: Quantity, units: Units): number | null {
  if (quantity === "minute") return seconds(text);
  const at = scale(quantity, units);
  const unit = at.unit.replace("°", "").toLowerCase();
  const bare = text.trim().toLowerCase().replace("°", "").trim();
  const clean = (unit && bare.endsWith(unit) ? bare.slice(0, -unit.length) : bare).trim();
  const value = fraction(clean) ?? decimal(clean.replace(",", "."));
  return value === null ? null : at.read(value);
}

function decimal(clean: string): number | null {
  return /^-?(\d+\.?\d*|\.\d+)$/.test(clean) ? Number(clean) : null;
}

/** 7/8 and 1 1/8, as inches are read off a rule. */
function fraction(clean: string): number | null {
  const found = /^(?:(\d{1,3})[ -])?(\d{1,3})\/(\d{1,3})$/.exec(clean);
  if (!found) return null;
  const [whole, over, under] = [found[1] ?? "0", found[2], found[3]].map(Number) as [
    number,
    number,
    number,
  ];
  return under > 0 ? whole + over / under : null;
}

/** 364 -> 6:04; an hour and more as 1:05:00. */
export function clock(seconds: number): string {
  const all = Math.max(0, Math.round(seconds));
  const two = (n: number) => String(n).padStart(2, "0");
  const [h, m, s] = [Math.floor(all / 3600), Math.floor(all / 60) % 60, all % 60];
  return h > 0 ? `${h}:${two(m)}:${two(s)}` : `${m}:${two(s)}`;
}

/** No hand keeps a time more nearly, s. */
const HAND_S = 5;

/** A time that a hand is to keep, as it is told: a promised one never sooner. What is counted and what happened is told by
 * `clock`, to the second. */
export function byHand(seconds: number, promised = false): string {
  const hands = seconds / HAND_S;
  return clock(HAND_S * (promised ? Math.ceil(hands - 1e-6) : Math.round(hands)));
}

/** A span in words: 17 s, 3 min, 1 h 5 min. */
export function span(seconds: number): string {
  const all = Math.max(0, Math.round(seconds));
  if (all < 100) return `${all} s`;
  const minutes = Math.round(all / 60);
  if (minutes < 60) return `${minutes} min`;
  return minutes % 60 ? `${Math.floor(minutes / 60)} h ${minutes % 60} min` : `${minutes / 60} h`;
}
