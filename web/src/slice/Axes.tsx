// Depth at the left, the clock below, and from when to when most pieces are done.
import type { Scale } from "./scale";

/** A clock on the axis needs so much room, px. */
const TICK_PX = 56;

function tickStep(endS: number, width: number): number {
  const most = Math.max(2, Math.min(10, Math.floor(width / TICK_PX)));
  for (const step of [15, 30, 60, 120, 300, 600, 900, 1800]) if (endS / step <= most) return step;
  return 3600;
}

type Props = {
  scale: Scale;
  endS: number;
  thicknessMm: number;
  range: { fromS: number; toS: number } | null;
  clock: (s: number) => string;
  depthLabel: (mm: number) => string;
};

export function Axes({ scale, endS, thicknessMm, range, clock, depthLabel }: Props) {
  const { x, y } = scale;
  const right = scale.left + scale.width;
  const step = tickStep(endS, scale.width);
  const ticks = Array.from({ length: Math.floor(endS / step) + 1 }, (_, i) => i * step);
  const depths = [0, 0.5, 1].map((share) => ({ share, mm: share * thicknessMm }));
  return (
    <>
      {depths.map(({ share, mm }) => (
        <g key={share}>
          <line
            x1={scale.left - 6}
            x2={scale.left}
            y1={y(share)}
            y2={y(share)}
            stroke="currentColor"
          />
          <text
            x={scale.left - 9}
            y={y(share) + 4.5}
            textAnchor="end"
            fontSize={13}
            fill="currentColor"
            opacity={0.75}
          >
            {depthLabel(mm)}
          </text>
        </g>
      ))}
      {ticks.map((s) => (
        <g key={s}>
          <line
            x1={x(s)}
            x2={x(s)}
            y1={y(0) + 2}
            y2={y(0) + 7}
            stroke="currentColor"
            opacity={0.7}
          />
          <text
            x={x(s)}
            y={y(0) + 21}
            textAnchor={s === 0 ? "start" : x(s) > right - 22 ? "end" : "middle"}
            fontSize={13}
            fill="currentColor"
            opacity={0.75}
            className="running"
          >
            {clock(s)}
          </text>
        </g>
      ))}
      {/* look from ... latest: a rule under the clock */}
      {range && (
        <g>
          <line
            x1={x(range.fromS)}
            x2={Math.min(x(range.toS), right)}
            y1={y(0) + 32}
            y2={y(0) + 32}
            stroke="var(--color-warning)"
            strokeWidth={4}
          />
          <text
            x={x(range.fromS) - 6}
            y={y(0) + 36.5}
            textAnchor="end"
            fontSize={13}
            fill="currentColor"
          >
            most pieces are done in here
          </text>
        </g>
      )}
    </>
  );
}
