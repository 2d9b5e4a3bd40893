// What is in hand, between the page, an address and a request.
import type { Apart, Fish, PlanRequest, WhichFish } from "../api";
import { settingsQuery } from "./settings";
import { type Asked, fromRequest, isWhole, type Piece, toQuery } from "./table";

export { begun } from "./begun";
export {
  methodFrom,
  readSetting,
  type SettingValue,
  settingsQuery,
  writeSetting,
} from "./settings";
export {
  ALLERGENS,
  type Allergen,
  type Asked,
  asked,
  clockIn,
  EATERS,
  FIRST,
  FOOD_SAFETY,
  fromQuery,
  fromRequest,
  HEATS,
  type Hot,
  isWhole,
  type Known,
  keptAsked,
  knownAsked,
  NOTHING_KNOWN,
  onlyToday,
  ownKey,
  type Piece,
  question,
  type RestOn,
  RULES,
  type Rules,
  rulesOf,
  type State,
  target,
  tonight,
  toQuery,
  untilS,
  WISHES,
  type Wish,
  wishes,
} from "./table";
export { today } from "./today";

/** The address of the card that a request asks for, settings and all. */
export function addressOf(request: Asked & Pick<PlanRequest, "method">): string {
  const query = toQuery(fromRequest(request));
  for (const [key, value] of settingsQuery(request.method)) query.set(key, value);
  return `/ways/${request.method.kind}?${query}`;
}

/** Which fish, for what is asked about the fish alone. */
export function which(piece: Piece): WhichFish {
  return piece.own ? { own_fish: piece.own } : { fish: piece.fish };
}

/** Which list of looks a piece asks for. */
export function formOf(piece: Pick<Piece, "cut" | "state">): "whole" | "fillet" | "frozen" {
  if (piece.state === "frozen") return "frozen";
  return isWhole(piece.cut) ? "whole" : "fillet";
}

/** Fish that go by exactly what was typed, by any of their names. */
export function called(fish: Fish[], text: string): Fish[] {
  const typed = text.trim().toLowerCase();
  return fish.filter((f) => [f.name, ...f.aliases].some((n) => n.toLowerCase() === typed));
}

const words = (f: Fish) =>
  [f.name, f.scientific, ...f.aliases].flatMap((n) => [n, ...n.split(/[\s,]+/)]);

/**
 * Fish whose name, alias or scientific name begins, in any word, with what was typed: first those that are called so, then
 * those whose name begins so.
 */
export function search(fish: Fish[], text: string): Fish[] {
  const typed = text.trim().toLowerCase();
  if (!typed) return fish;
  const rank = (f: Fish) => {
    const names = [f.name, ...f.aliases].map((n) => n.toLowerCase());
    return names[0] === typed ? 0 : names.includes(typed) ? 1 : names[0]?.startsWith(typed) ? 2 : 3;
  };
  return fish
    .filter((f) => words(f).some((w) => w.toLowerCase().startsWith(typed)))
    .map((f, i) => ({ f, rank: rank(f), i }))
    .sort((a, b) => a.rank - b.rank || a.i - b.i)
    .map(({ f }) => f);
}

/**
 * Names that are found and not planned: those that are named by a word of what was typed, and, where no fish is on its way to be
 * typed, those that begin so: "sal" is a salmon to come and not salted fish.
 */
export function setApart(all: Apart[], text: string, fishToCome: boolean): Apart[] {
  const typed = text.trim().toLowerCase();
  if (typed.length < 3) return [];
  const said = ` ${typed.split(/[^\p{L}\p{N}]+/u).join(" ")} `;
  const named = (name: string) => said.includes(` ${name} `) || said.includes(` ${name}s `);
  const begins = (name: string) =>
    !fishToCome && (name.startsWith(typed) || name.split(" ").some((w) => w.startsWith(typed)));
  return all.filter((one) => one.names.some((name) => named(name) || begins(name)));
}

/** Fish a word of whose name is one slip away from what was typed: a letter wrong, left out, put in, or two changed about. */
export function nearly(fish: Fish[], text: string): Fish[] {
  const typed = text.trim().toLowerCase();
  if (typed.length < 4) return [];
  const near = (w: string) => {
    const word = w.toLowerCase();
    return [-1, 0, 1].some((by) => oneSlip(typed, word.slice(0, typed.length + by)));
  };
  return fish.filter((f) => words(f).some(near));
}

function oneSlip(a: string, b: string): boolean {
  if (a === b || Math.abs(a.length - b.length) > 1) return a === b;
  const [short, long] = a.length <= b.length ? [a, b] : [b, a];
  let i = 0;
  while (i < short.length && short[i] === long[i]) i++;
  if (short.length < long.length) return short.slice(i) === long.slice(i + 1);
  const changed = short[i] === long[i + 1] && short[i + 1] === long[i];
  return (
    short.slice(i + 1) === long.slice(i + 1) ||
    (changed && short.slice(i + 2) === long.slice(i + 2))
  );
}
