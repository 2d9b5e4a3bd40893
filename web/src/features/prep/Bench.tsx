// The piece cut across, to scale, with what is done to it: salt on its way in, the coat round it, how cold it is.
import { useId } from "react";
import type { Prepared } from "../../api";
import type { Piece } from "../../card";
import { edges, outlineOf, useWidth } from "../../slice";
import { useUnits } from "../../ui";
import { withUnit } from "../../units";

type Props = { piece: Piece; prepared: Prepared; height: number };

const PAD = 26;
const STEPS = 48;
/** Grains of salt that are drawn at most, and the share of salt at which all of them are. */
const GRAINS = 900;
const ALL_AT = 0.035;

/** Places that are always the same: the drawing does not flicker. */
function grain(i: number): [number, number, number] {
  const part = (k: number) => {
    const x = Math.sin((i + 1) * k) * 43_758.5453;
    return x - Math.floor(x);
  };
  return [part(12.9898), part(78.233), part(37.719)];
}

export function Bench({ piece, prepared, height }: Props) {
  const clip = useId();
  const units = useUnits();
  const [box, width] = useWidth<HTMLDivElement>();
  const { salted, coat, changed } = prepared;
  const thick = Math.max(piece.thicknessMm, 4);
  const outline = outlineOf(piece.cut);
  const wideMm = outline === "round" ? thick * 1.5 : Math.max(piece.widthMm, thick * 1.2);
  const coatMm = coat?.mm ?? 0;
  const perMm = Math.min(
    Math.max(width - 2 * PAD, 60) / (wideMm + 2 * coatMm),
    (height - 2 * PAD) / (thick + 2 * coatMm),
  );
  const left = (width - wideMm * perMm) / 2;
  const floor = height - PAD - coatMm * perMm;
  const points = Array.from({ length: STEPS + 1 }, (_, i) => {
    // Closer at the two edges, where it is round.
    const across = 0.5 - 0.5 * Math.cos((Math.PI * i) / STEPS);
    const [low, high] = edges(outline, across);
    const x = left + across * wideMm * perMm;
    return { x, low: floor - low * thick * perMm, high: floor - high * thick * perMm };
  });
  const body = `M${points.map((p) => `${p.x} ${p.high}`).join("L")}L${[...points]
    .reverse()
    .map((p) => `${p.x} ${p.low}`)
    .join("L")}Z`;
  const at = salted?.after[0]?.depths ?? [];
  const shareAt = (depthMm: number) => {
    const next = at.findIndex((one) => one.depth_mm >= depthMm);
    if (next <= 0) return at[Math.max(next, 0)]?.usual ?? 0;
    const [a, b] = [at[next - 1], at[next]];
    if (!a || !b) return 0;
    const part = (depthMm - a.depth_mm) / (b.depth_mm - a.depth_mm || 1);
    return a.usual + part * (b.usual - a.usual);
  };
  const grains = Array.from({ length: at.length > 0 ? GRAINS : 0 }, (_, i) => {
    const [u, v, chance] = grain(i);
    const [low, high] = edges(outline, u);
    const up = low + v * (high - low);
    const depth = Math.min(up - low, high - up) * thick;
    return chance < shareAt(depth) / ALL_AT
      ? { x: left + u * wideMm * perMm, y: floor - up * thick * perMm, key: i }
      : null;
  }).filter((one) => one !== null);
  const dots = grains.map((g) => `M${g.x.toFixed(1)} ${g.y.toFixed(1)}h.01`).join("");
  return (
    <div ref={box} style={{ height }} className="select-none">
      <svg width={width} height={height} role="img" aria-label="The piece cut across, prepared">
        <defs>
          <clipPath id={clip}>
            <path d={body} />
          </clipPath>
          <linearGradient id={`${clip}-flesh`} x1="0" y1="0" x2="0" y2="1">
            <stop offset="0" stopColor="var(--flesh-top)" />
            <stop offset="1" stopColor="var(--flesh-low)" />
          </linearGradient>
        </defs>
        <line x1={0} x2={width} y1={height - PAD + 2} y2={height - PAD + 2} stroke="currentColor" />
        {coatMm > 0 && (
          <path
            d={body}
            fill="none"
            stroke="var(--prep-coat)"
            strokeWidth={Math.max(2 * coatMm * perMm, 3)}
            strokeLinejoin="round"
          />
        )}
        <path d={body} fill={`url(#${clip}-flesh)`} />
        <g clipPath={`url(#${clip})`}>
          {Array.from({ length: 9 }, (_, i) => {
            const x = left + ((i + 0.5) / 9) * wideMm * perMm;
            const h = thick * perMm;
            return (
              <path
                // biome-ignore lint/suspicious/noArrayIndexKey: lines of a drawing
                key={i}
                d={`M${x - h * 0.1} ${floor} Q${x + h * 0.2} ${floor - h * 0.45} ${x} ${floor - h}`}
                fill="none"
                stroke="var(--flesh-line)"
                strokeWidth={1.4}
              />
            );
          })}
          <path d={dots} stroke="var(--prep-salt)" strokeWidth={2.2} strokeLinecap="round" />
          {piece.skin === "on" && outline !== "round" && (
            <rect x={left} y={floor - 4} width={wideMm * perMm} height={4} fill="var(--skin)" />
          )}
        </g>
        <path d={body} fill="none" stroke="currentColor" strokeWidth={1.5} />
        {changed.damp_g_m2 > 0 &&
          points
            .filter((_, i) => i % 6 === 3)
            .map((p) => (
              <path
                key={p.x}
                d={`M${p.x} ${p.high - 9}q5 7 0 9q-5 -2 0 -9z`}
                fill="var(--color-info)"
              />
            ))}
        <text x={width - 4} y={16} textAnchor="end" fontSize={14} fill="currentColor">
          {withUnit(changed.start_c, "celsius", units)} when it meets the heat
        </text>
      </svg>
    </div>
  );
}
