// When the fish meets the heat, by the kitchen's clock.
import type { Plan } from "../../api";
import { untilS } from "../../card";
import { localTime } from "../../units";

/** So that it is on the plate when it is wanted; without a time that can be met, as soon as the pan is hot. */
export function inAt(
  plan: Pick<Plan, "heat_up_s" | "party_s">,
  readyBy: string | null,
  now: Date,
): string {
  const soon = plan.heat_up_s;
  const wanted = readyBy === null ? soon : untilS(readyBy, now) - plan.party_s;
  const at = new Date(now.getTime() + 1000 * Math.max(soon, wanted));
  return localTime(at.getTime());
}
