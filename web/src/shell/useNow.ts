// The moment, for what is asked against the clock.
import { useEffect, useState } from "react";

const EVERY_MS = 20_000;

/** Now; goes on by itself while `ticks`. */
export function useNow(ticks: boolean): Date {
  const [now, setNow] = useState(() => new Date());
  useEffect(() => {
    if (!ticks) return;
    setNow(new Date());
    const clock = setInterval(() => setNow(new Date()), EVERY_MS);
    return () => clearInterval(clock);
  }, [ticks]);
  return now;
}
