// What is done, as it is changed by hand: a part that says nothing is not there.
import type { Preparation } from "../../api";
import { clockIn } from "../../card";

/** Without what says nothing; null when nothing is left. */
export function tidy(prep: Preparation): Preparation | null {
  const said = Object.entries(prep).filter(([key, value]) => {
    if (value === null || value === undefined) return false;
    // Straight from the fridge goes without saying; nobody who eats does not.
    if (key === "temper_min" && value === 0) return false;
    if (Array.isArray(value)) return value.length > 0;
    return true;
  });
  const left = Object.fromEntries(said) as Preparation;
  return Object.keys(left).length > 0 ? left : null;
}

const DAY_MS = 86_400_000;
const MIN_MS = 60_000;

/** When it is on the plate, ms: at that time of today, or so many days on. Null when nobody said. */
export function plateMs(readyBy: string | null, days: number, now: Date): number | null {
  if (!readyBy) return null;
  const [h = 0, m = 0] = readyBy.split(":").map(Number);
  const at = new Date(now.getFullYear(), now.getMonth(), now.getDate() + days, h, m).getTime();
  // After midnight is tonight still.
  return days === 0 && at - now.getTime() < -DAY_MS / 2 ? at + DAY_MS : at;
}

/** The soonest it can be on the plate from now, HH:MM to the next five minutes, and how many days on that is. */
export function soonest(beginsS: number, now: Date): { readyBy: string; days: number } {
  const STEP_MS = 5 * MIN_MS;
  const at = new Date(STEP_MS * Math.ceil((now.getTime() - 1000 * beginsS) / STEP_MS));
  const readyBy = clockIn((at.getTime() - now.getTime()) / MIN_MS, now);
  const midnight = (date: Date) => new Date(date).setHours(0, 0, 0, 0);
  return { readyBy, days: Math.round((midnight(at) - midnight(now)) / DAY_MS) };
}

/** The clock of a field moved by minutes, HH:MM, within its day. */
export function moved(readyBy: string, byMin: number): string {
  const [h = 0, m = 0] = readyBy.split(":").map(Number);
  const all = Math.min(Math.max(60 * h + m + byMin, 0), 24 * 60 - 5);
  return [Math.floor(all / 60), all % 60].map((n) => String(n).padStart(2, "0")).join(":");
}
