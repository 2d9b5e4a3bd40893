// Days and the clock on the wall, as the reader of this screen writes them.
const CLOCK = new Intl.DateTimeFormat(undefined, { hour: "numeric", minute: "2-digit" });
const DAY = new Intl.DateTimeFormat(undefined, {
  weekday: "short",
  day: "numeric",
  month: "short",
});
const DATE = new Intl.DateTimeFormat(undefined, {
  day: "numeric",
  month: "short",
  year: "numeric",
});

/** 19:30, or 7:30 pm. */
export const wallClock = (ms: number) => CLOCK.format(new Date(ms));

/** Sat 28 Nov, 19:30. */
export const dayAndClock = (ms: number) => `${DAY.format(new Date(ms))}, ${wallClock(ms)}`;

const two = (n: number) => String(n).padStart(2, "0");

/** As a file keeps a moment of the kitchen's clock: 2026-11-25T19:30:00. */
export function localTime(ms: number): string {
  const at = new Date(ms);
  const date = `${at.getFullYear()}-${two(at.getMonth() + 1)}-${two(at.getDate())}`;
  return `${date}T${two(at.getHours())}:${two(at.getMinutes())}:${two(at.getSeconds())}`;
}

/** Sat 28 Nov. */
export const weekday = (ms: number) => DAY.format(new Date(ms));

export const date = (ms: number) => DATE.format(new Date(ms));

/** "19:30", as a field keeps it. */
export function ofField(clock: string): string {
  const [h = 0, m = 0] = clock.split(":").map(Number);
  return wallClock(new Date(2000, 0, 1, h, m).getTime());
}
