// What is to come as far as a device knows that is out of touch: the acts as they were told, without those it has done and
// could not send. Nothing is judged here: what only the core can tell is left standing as it was told.
import type { CookEvent, Happened, Next } from "../api";
import { standing } from "./events";

/** Nothing comes after these. */
const ENDS: ReadonlySet<Happened["kind"]> = new Set(["served", "chilled", "discarded", "closed"]);

function says(said: Happened | null | undefined, event: Happened): boolean {
  if (said?.kind !== event.kind) return false;
  if (said.kind === "lid" && event.kind === "lid") return (said.on ?? true) === (event.on ?? true);
  if (said.kind === "heat" && event.kind === "heat") return said.says === event.says;
  return true;
}

/** The acts that are left when one thing more has happened. */
export function struck(acts: readonly Next[], event: Happened): readonly Next[] {
  if (event.kind === "closed") return [];
  const i = acts.findIndex((act) => says(act.done, event));
  const act = acts[i];
  const missing = (id: string) => acts.slice(0, i).some((one) => one.id === id);
  if (act && !act.told && !(act.after ?? []).some(missing))
    return ENDS.has(event.kind) ? [] : acts.slice(i + 1);
  if (!says(acts[0]?.instead, event)) return acts;
  return ENDS.has(event.kind) ? [] : acts.slice(1);
}

/** The acts to come, those done and not sent struck off. */
export function toCome(
  told: readonly Next[],
  unsent: readonly CookEvent[],
  foldS: number,
): readonly Next[] {
  const here = new Set(unsent.map((event) => event.id));
  // What was sent and is taken back here: how it stands without that is only told.
  if (unsent.some((event) => event.kind === "undone" && !here.has(event.of))) return [];
  let acts = told;
  for (const event of standing(unsent)) acts = struck(acts, event);
  const over = acts.findIndex((act) => act.until_s == null || act.until_s > foldS);
  return over < 0 ? [] : acts.slice(over);
}
