// The piece as it comes to the plate, cut across: the column of the plan laid under the outline of the cut.
import { useCallback } from "react";
import { type Field, levelAt } from "./field";
import { edges, type Outline } from "./outline";
import { paint } from "./paint";
import { useCanvas, useTheme } from "./useCanvas";

type Props = {
  field: Field;
  outline: Outline;
  wideMm: number;
  highMm: number;
  skin: boolean;
  width: number;
  height: number;
  title: string;
};

export function Plated(props: Props) {
  const { field, outline, wideMm, highMm, skin, width, height, title } = props;
  const theme = useTheme();
  const draw = useCallback(
    (context: CanvasRenderingContext2D, w: number, h: number, ratio: number) => {
      const margin = 3 * ratio;
      const perMm = Math.min((w - 2 * margin) / wideMm, (h - 2 * margin) / highMm);
      const [pw, ph] = [Math.round(wideMm * perMm), Math.round(highMm * perMm)];
      if (pw < 2 || ph < 2) return;
      const [left, base] = [margin, h - margin];
      const aside = document.createElement("canvas");
      [aside.width, aside.height] = [pw, ph];
      const plain = aside.getContext("2d");
      if (!plain) return;
      const level = (x: number, y: number) => {
        const [from, to] = edges(outline, x / pw);
        return levelAt(field, 1, Math.min(Math.max((1 - y / ph - from) / (to - from), 0), 1));
      };
      paint(plain, pw, ph, level, { theme, hatch: ratio, line: 1.1 * ratio });
      const path = new Path2D();
      const steps = 64;
      const points = [
        ...Array.from({ length: steps + 1 }, (_, i) => [i / steps, 1] as const),
        ...Array.from({ length: steps + 1 }, (_, i) => [1 - i / steps, 0] as const),
      ];
      points.forEach(([across, side], i) => {
        const y = edges(outline, across)[side];
        const at: [number, number] = [left + across * pw, base - y * ph];
        if (i === 0) path.moveTo(...at);
        else path.lineTo(...at);
      });
      path.closePath();
      context.save();
      context.clip(path);
      context.drawImage(aside, left, base - ph);
      context.restore();
      context.strokeStyle = getComputedStyle(context.canvas).color;
      context.lineWidth = (outline === "round" && skin ? 2.5 : 1.2) * ratio;
      context.stroke(path);
      if (skin && outline !== "round") {
        context.fillStyle = context.strokeStyle;
        context.fillRect(left, base - ratio, pw, 3 * ratio);
      }
    },
    [field, outline, wideMm, highMm, skin, theme],
  );
  const ref = useCanvas(draw, width, height);
  return (
    <canvas ref={ref} role="img" aria-label={title} style={{ width, height, display: "block" }} />
  );
}
