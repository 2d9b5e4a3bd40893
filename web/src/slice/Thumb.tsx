import { useCallback } from "react";
import { type Field, levelAt } from "./field";
import { paint } from "./paint";
import { useCanvas, useTheme } from "./useCanvas";

/** The slice over time, small: skin at the bottom, time to the right, the rest set off. */
export function Thumb(props: {
  field: Field;
  width: number;
  height: number;
  offS: number;
  title: string;
}) {
  const { field, width, height, offS, title } = props;
  const theme = useTheme();
  const draw = useCallback(
    (context: CanvasRenderingContext2D, w: number, h: number, ratio: number) => {
      paint(
        context,
        w,
        h,
        (x, y) => levelAt(field, x / w, 1 - y / h),
        { theme, hatch: 0.8 * ratio, line: 0.9 * ratio },
        (x) => (x / w > offS / field.endS ? 0.55 : 1),
      );
    },
    [field, offS, theme],
  );
  const ref = useCanvas(draw, width, height);
  return (
    <canvas ref={ref} role="img" aria-label={title} style={{ width, height, display: "block" }} />
  );
}
