// What moves to another place on the screen is seen to travel there.
import { useLayoutEffect, useRef } from "react";

const MS = 320;

/** For a list whose items carry `data-travels`; goes by their keys whenever `order` changes. */
export function useTravel<E extends HTMLElement>(order: string): React.RefObject<E | null> {
  const ref = useRef<E | null>(null);
  const places = useRef(new Map<string, DOMRect>());
  // biome-ignore lint/correctness/useExhaustiveDependencies: measured when the order changes
  useLayoutEffect(() => {
    const still = window.matchMedia("(prefers-reduced-motion: reduce)").matches;
    const now = new Map<string, DOMRect>();
    for (const item of ref.current?.querySelectorAll<HTMLElement>("[data-travels]") ?? []) {
      const key = item.dataset.travels ?? "";
      const [from, to] = [places.current.get(key), item.getBoundingClientRect()];
      now.set(key, to);
      if (!from || still) continue;
      const [dx, dy] = [from.left - to.left, from.top - to.top];
      if (Math.hypot(dx, dy) < 2) continue;
      item.animate?.(
        [{ transform: `translate(${dx}px, ${dy}px)`, opacity: 0.6 }, { transform: "none" }],
        { duration: MS, easing: "cubic-bezier(0.2, 0, 0, 1)" },
      );
    }
    places.current = now;
  }, [order]);
  return ref;
}
