// What is in hand, between the page, an address and a request.
import type { Fish, PlanRequest, WhichFish } from "../api";
import { settingsQuery } from "./settings";
import { type Asked, fromRequest, isWhole, type Piece, toQuery } from "./table";

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
  EATERS,
  FIRST,
  FOOD_SAFETY,
  fromQuery,
  fromRequest,
  HEATS,
  type Hot,
  isWhole,
  type Known,
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

/** Fish whose name, alias or scientific name begins, in any word, with what was typed. */
export function search(fish: Fish[], text: string): Fish[] {
  const typed = text.trim().toLowerCase();
  if (!typed) return fish;
  const words = (f: Fish) =>
    [f.name, f.scientific, ...f.aliases].flatMap((n) => [n, ...n.split(/[\s,]+/)]);
  return fish.filter((f) => words(f).some((w) => w.toLowerCase().startsWith(typed)));
}
