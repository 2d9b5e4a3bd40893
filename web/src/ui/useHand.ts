// A dial stands where the hand has it, at once; what hangs on it is drawn a little later. A browser says nothing when the hand
// comes back to where the page still is, so a page that lags would keep a value that the hand has left.
import { useEffect, useState } from "react";

/** Long after the page has caught up, what is kept counts again, ms. */
const LETS_GO_MS = 1500;

export function useHand(value: number, onChange: (value: number) => void) {
  const [hand, setHand] = useState<number | null>(null);
  if (hand !== null && hand === value) setHand(null);
  useEffect(() => {
    if (hand === null) return;
    const timer = setTimeout(() => setHand(null), LETS_GO_MS);
    return () => clearTimeout(timer);
  }, [hand]);
  const move = (to: number) => {
    setHand(to);
    onChange(to);
  };
  return [hand ?? value, move] as const;
}
