// The piece cut across at its thickest at one moment, to scale, beside it the thin end if there is one.
import { useCallback } from "react";
import { type CutOpenField, stateAt } from "./cutOpen";
import { coreAt, type Field, levelAt } from "./field";
import { paint } from "./paint";
import { useCanvas, useTheme, useWidth } from "./useCanvas";

type Props = {
  /** Not there yet: the room is kept. */
  field: CutOpenField | null;
  /** The column that the plan stands on: what the figures say. */
  thick: Field;
  thin: { field: Field; mm: number } | null;
  /** Where there is skin: on the side it lies on, all round, or nowhere. */
  skin: "below" | "around" | "none";
  atS: number;
  height: number;
  temperature: (c: number) => string;
};

/** The thin end is drawn so wide, mm, and so far from the thick, pixels. */
const THIN_MM = 16;
const APART = 18;
const MARGIN = 3;

export function CutOpen({ field, thick, thin, skin, atS, height, temperature }: Props) {
  const theme = useTheme();
  const [box, width] = useWidth<HTMLDivElement>();
  const time = Math.min(atS / thick.endS, 1);
  const room = height - 26;
  const draw = useCallback(
    (context: CanvasRenderingContext2D, w: number, h: number, ratio: number) => {
      if (!field) return;
      const margin = MARGIN * ratio;
      const spare = thin ? APART * ratio : 0;
      const all = field.wideMm + (thin ? THIN_MM : 0);
      const tall = Math.max(field.highMm, thin?.mm ?? 0);
      const perMm = Math.min((w - 2 * margin - spare) / all, (h - 2 * margin) / tall);
      const base = h - margin;
      const ink = getComputedStyle(context.canvas).color;
      /** Paints inside a closed line whose left end is `from` pixels across. */
      const inside = (
        from: number,
        [wideMm, highMm]: [number, number],
        lines: [number, number][][],
        level: (across: number, up: number) => number,
      ) => {
        const [pw, ph] = [Math.ceil(wideMm * perMm), Math.ceil(highMm * perMm)];
        if (pw < 1 || ph < 1) return;
        const aside = document.createElement("canvas");
        [aside.width, aside.height] = [pw, ph];
        const plain = aside.getContext("2d");
        if (!plain) return;
        const look = { theme, hatch: ratio, line: 1.2 * ratio };
        paint(plain, pw, ph, (x, y) => level(x / pw, 1 - y / ph), look);
        const path = new Path2D();
        for (const line of lines) {
          line.forEach(([x, y], i) => {
            const at: [number, number] = [from + x * perMm, base - y * perMm];
            if (i === 0) path.moveTo(...at);
            else path.lineTo(...at);
          });
          if (line.length > 0) path.closePath();
        }
        context.save();
        context.clip(path, "evenodd");
        context.drawImage(aside, from, base - ph);
        context.restore();
        context.strokeStyle = ink;
        context.lineWidth = (skin === "around" ? 2.5 : 1.5) * ratio;
        context.stroke(path);
        if (skin === "below") {
          context.fillStyle = ink;
          context.fillRect(from, base - ratio, wideMm * perMm, 3 * ratio);
        }
      };
      inside(margin, [field.wideMm, field.highMm], [field.outline, field.belly], (across, up) =>
        stateAt(field, time, across, up),
      );
      if (thin) {
        const round = Math.min(0.5 * thin.mm, 0.5 * THIN_MM);
        const corner = Array.from({ length: 9 }, (_, i): [number, number] => {
          const turn = (i / 8) * (Math.PI / 2);
          return [
            THIN_MM - round + round * Math.cos(turn),
            thin.mm - round + round * Math.sin(turn),
          ];
        });
        const end: [number, number][] = [[0, 0], [THIN_MM, 0], ...corner, [0, thin.mm]];
        inside(margin + field.wideMm * perMm + spare, [THIN_MM, thin.mm], [end], (_, up) =>
          levelAt(thin.field, Math.min(atS / thin.field.endS, 1), up),
        );
      }
    },
    [field, thin, skin, time, atS, theme],
  );
  const canvas = useCanvas(draw, width, room);
  const core = temperature(coreAt(thick, time));
  return (
    <figure ref={box} style={{ height }}>
      <canvas
        ref={canvas}
        role="img"
        aria-label={`The piece cut open: core ${core}`}
        style={{ width, height: room }}
      />
      <figcaption className="flex justify-between text-small pt-1">
        <span>
          {thin ? "thick end" : "core"}{" "}
          <span className="figures font-semibold" data-testid="core-now">
            {core}
          </span>
        </span>
        {thin ? (
          <span className="quiet">
            thin end{" "}
            <span className="figures">
              {temperature(coreAt(thin.field, Math.min(atS / thin.field.endS, 1)))}
            </span>
          </span>
        ) : (
          <span className="quiet">
            {skin === "below" ? "skin below" : skin === "none" ? "no skin" : "skin all round"}
          </span>
        )}
      </figcaption>
    </figure>
  );
}
