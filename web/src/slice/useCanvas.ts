import { useCallback, useEffect, useRef, useState } from "react";
import type { Theme } from "./palette";

const read = (): Theme => (document.documentElement.dataset.theme === "night" ? "night" : "day");

/** The theme in force, followed as it changes. */
export function useTheme(): Theme {
  const [theme, setTheme] = useState<Theme>(read);
  useEffect(() => {
    const watch = new MutationObserver(() => setTheme(read()));
    watch.observe(document.documentElement, { attributeFilter: ["data-theme"] });
    return () => watch.disconnect();
  }, []);
  return theme;
}

/** Width of an element in CSS pixels, followed as it changes. */
export function useWidth<E extends Element>(): [React.RefCallback<E>, number] {
  const [width, setWidth] = useState(0);
  const ref = useCallback((element: E | null) => {
    if (!element) return;
    setWidth(element.clientWidth);
    const watch = new ResizeObserver(() => setWidth(element.clientWidth));
    watch.observe(element);
    return () => watch.disconnect();
  }, []);
  return [ref, width];
}

/** A canvas drawn again whenever what it shows changes, at the screen's own resolution. */
export function useCanvas(
  draw: (context: CanvasRenderingContext2D, width: number, height: number, ratio: number) => void,
  width: number,
  height: number,
): React.RefObject<HTMLCanvasElement | null> {
  const ref = useRef<HTMLCanvasElement | null>(null);
  useEffect(() => {
    const canvas = ref.current;
    if (!canvas || width <= 0) return;
    const ratio = Math.min(window.devicePixelRatio || 1, 2);
    canvas.width = Math.round(width * ratio);
    canvas.height = Math.round(height * ratio);
    const context = canvas.getContext("2d");
    if (context) draw(context, canvas.width, canvas.height, ratio);
  }, [draw, width, height]);
  return ref;
}
