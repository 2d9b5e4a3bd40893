// A cook as this device knows it: what the server said, when it said so by this device's clock, and what it was not told yet.
import type { CookEvent, CookKept, Next } from "../api";
import { toCome } from "./acts";
import { standing } from "./events";

export type Running = CookKept & {
  heardMs: number;
  /** What happened here and could not be sent yet. */
  unsent: readonly CookEvent[];
};

/** Now on the clock of the cook: that of the server, run on by ours since we heard from it. */
export function nowS(cook: Running, deviceMs: number): number {
  return cook.now_s + (deviceMs - cook.heardMs) / 1000;
}

/** Now as its times count: from when the fish met the heat, also where nobody could be told that yet. */
export function onFoldS(cook: Running, deviceMs: number): number {
  const met =
    cook.standing?.phase === "heating"
      ? standing(cook.unsent).find((event) => event.kind === "in")
      : undefined;
  return nowS(cook, deviceMs) - (met?.at_s ?? cook.zero_s);
}

/** What comes next as far as this device knows. */
export function nextOf(cook: Running, deviceMs: number): Next | null {
  const told = cook.standing;
  if (!told?.next) return null;
  return toCome([told.next, ...told.then], cook.unsent, onFoldS(cook, deviceMs))[0] ?? null;
}

/** Seconds until the next act; below 0 it is late. None where nothing is to be waited for. */
export function leftS(next: Next | null, foldS: number): number | null {
  if (!next) return null;
  return Math.max(next.at_s, next.held_until_s ?? next.at_s) - foldS;
}

/** Late, or in danger: the orange button is its, whatever was touched last. */
export function isLate(cook: Running, deviceMs: number): boolean {
  if (cook.standing?.alarms?.some((alarm) => alarm.now)) return true;
  const next = nextOf(cook, deviceMs);
  return next?.late != null && onFoldS(cook, deviceMs) > next.late.from_s;
}

/** The one that has the orange button and the keys: who is late, then the chosen one, then who is due first. */
export function firstOf(
  ordered: readonly Running[],
  chosen: string | null,
  deviceMs: number,
): Running | undefined {
  const wanted = ordered.find((cook) => cook.id === chosen);
  if (wanted && isLate(wanted, deviceMs)) return wanted;
  return ordered.find((cook) => isLate(cook, deviceMs)) ?? wanted ?? ordered[0];
}

/** Who needs hands first. */
export function byUrgency(cooks: readonly Running[], deviceMs: number): Running[] {
  // Danger comes before whatever is due.
  const left = (cook: Running) =>
    cook.standing?.alarms?.some((alarm) => alarm.now)
      ? Number.NEGATIVE_INFINITY
      : (leftS(nextOf(cook, deviceMs), onFoldS(cook, deviceMs)) ?? Number.POSITIVE_INFINITY);
  const by = (a: Running, b: Running) => (left(a) < left(b) ? -1 : left(a) > left(b) ? 1 : 0);
  return [...cooks].sort((a, b) => by(a, b) || a.made_ms - b.made_ms);
}
