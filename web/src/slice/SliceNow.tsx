// The cross-section at one moment: thick end to thin end, to scale, skin at the bottom.
import { useCallback } from "react";
import { coreAt, type Field, levelAt } from "./field";
import { paint } from "./paint";
import { useCanvas, useTheme, useWidth } from "./useCanvas";

type Props = {
  thick: Field;
  thin: Field | null;
  thickMm: number;
  thinMm: number;
  skin: boolean;
  atS: number;
  height: number;
  temperature: (c: number) => string;
};

/** Profile of the piece, 0 thick end to 1 thin end: rounded shoulder, gentle taper. */
export function profile(share: number, thickMm: number, thinMm: number): number {
  const round = (from: number, radius: number) => {
    const away = 1 - Math.min(Math.max(from / radius, 0), 1);
    return Math.sqrt(1 - away * away);
  };
  const along = share * share * (3 - 2 * share);
  const corners = (0.5 + 0.5 * round(share, 0.09)) * (0.3 + 0.7 * round(1 - share, 0.06));
  return (thickMm + (thinMm - thickMm) * along) * corners;
}

export function SliceNow(props: Props) {
  const { thick, thin, thickMm, thinMm, atS, height, skin } = props;
  const theme = useTheme();
  const [box, width] = useWidth<HTMLDivElement>();
  const time = atS / thick.endS;
  const room = height - 26;
  const draw = useCallback(
    (context: CanvasRenderingContext2D, w: number, h: number, ratio: number) => {
      const perMm = (h - 4 * ratio) / Math.max(thickMm, 18);
      paint(
        context,
        w,
        h,
        (x, y) => {
          const share = x / w;
          const tall = profile(share, thickMm, thinMm) * perMm;
          const depth = (h - 4 * ratio - y) / tall;
          if (depth > 1 || depth < 0) return -1;
          const near = levelAt(thick, time, depth);
          if (!thin || thickMm - thinMm < 0.1) return near;
          const far = levelAt(thin, time, depth);
          const mix = share * share * (3 - 2 * share);
          return near + mix * (far - near);
        },
        { theme, hatch: ratio, line: 1.2 * ratio },
      );
      const ink = getComputedStyle(context.canvas).color;
      context.strokeStyle = ink;
      context.lineWidth = 1.5 * ratio;
      context.beginPath();
      for (let x = 0; x <= w; x++) {
        const y = h - 4 * ratio - profile(x / w, thickMm, thinMm) * perMm;
        if (x === 0) context.moveTo(x, h - 4 * ratio);
        context.lineTo(x, y);
      }
      context.lineTo(w, h - 4 * ratio);
      context.stroke();
      if (skin) {
        context.fillStyle = ink;
        context.fillRect(0, h - 4 * ratio, w, 3 * ratio);
      }
    },
    [thick, thin, thickMm, thinMm, time, theme, skin],
  );
  const canvas = useCanvas(draw, width, room);
  const core = props.temperature(coreAt(thick, time));
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
          thick end{" "}
          <span className="figures font-semibold" data-testid="core-now">
            {core}
          </span>
        </span>
        <span className="quiet">
          {thin ? (
            <>
              thin end <span className="figures">{props.temperature(coreAt(thin, time))}</span>
            </>
          ) : skin ? (
            "skin below"
          ) : (
            "no skin"
          )}
        </span>
      </figcaption>
    </figure>
  );
}
