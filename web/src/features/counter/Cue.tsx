// Small drawings of what to look at, worse from step to step; the words beside them say it too.
type Props = { look: string; points: number; most: number };

export function Cue({ look, points, most }: Props) {
  const bad = most > 0 ? points / most : 0;
  const ink = "currentColor";
  const line = { fill: "none", stroke: ink, strokeWidth: 1.6 } as const;
  return (
    <svg width={46} height={30} viewBox="0 0 46 30" aria-hidden="true">
      {draw(look, bad, line)}
    </svg>
  );
}

type Line = { fill: "none"; stroke: string; strokeWidth: number };

function draw(look: string, bad: number, line: Line) {
  switch (look) {
    case "eyes": {
      // The dome sinks, the pupil clouds.
      const top = 5 + 14 * bad;
      return (
        <>
          <path d={`M5 20 Q23 ${top * 2 - 20} 41 20`} {...line} />
          <path d="M5 20 Q23 27 41 20" {...line} />
          <ellipse
            cx={23}
            cy={15 + 4 * bad}
            rx={7}
            ry={7 - 2.5 * bad}
            fill="currentColor"
            opacity={1 - 0.72 * bad}
          />
        </>
      );
    }
    case "gills":
      return [0, 1, 2, 3].map((i) => (
        <path
          key={i}
          d={`M${10 + i * 8} 4 q8 11 0 22`}
          fill="none"
          strokeWidth={4}
          stroke={`color-mix(in oklab, oklch(0.5 0.19 25) ${100 - 100 * bad}%, oklch(0.55 0.03 70))`}
        />
      ));
    case "skin":
      return [0, 1, 2].flatMap((row) =>
        [0, 1, 2, 3, 4].map((i) => (
          <path
            key={`${row}-${i}`}
            d={`M${4 + i * 9 + (row % 2) * 4} ${5 + row * 9} q4.5 ${8 + 4 * bad} 9 0`}
            {...line}
            strokeDasharray={bad > 0.6 && (i + row) % 2 ? "2 5" : undefined}
            opacity={1 - 0.5 * bad}
          />
        )),
      );
    case "flesh":
    case "hard":
      return (
        <>
          <path d={`M2 19 H14 Q23 ${19 + 16 * bad} 32 19 H44`} {...line} />
          <path d={`M23 3 v${9 + 6 * bad} m-3.5 -4 l3.5 4 l3.5 -4`} {...line} />
        </>
      );
    case "slime":
      // Drops that thicken and cloud.
      return [0, 1, 2].map((i) => (
        <path
          key={i}
          d={`M${9 + i * 14} 4 q-${4 + 4 * bad} 12 0 ${17 + 3 * bad} q${4 + 4 * bad} -${5 + 3 * bad} 0 -${17 + 3 * bad}`}
          {...line}
          fill={`color-mix(in oklab, currentColor ${70 * bad}%, transparent)`}
        />
      ));
    case "tint":
      return (
        <>
          <path d="M3 15 Q23 2 43 15 Q23 28 3 15 Z" {...line} />
          <path
            d="M5 15 H41"
            strokeWidth={2 + 5 * bad}
            stroke={`color-mix(in oklab, oklch(0.5 0.17 25) ${100 * bad}%, currentColor)`}
            opacity={0.35 + 0.65 * bad}
          />
        </>
      );
    case "gaping":
      return [0, 1, 2, 3, 4].map((i) => (
        <path
          key={i}
          d={`M${6 + i * 8.5 + i * bad * 0.6} 26 q${5} -10 1 -22`}
          {...line}
          strokeWidth={1.6 + 2.6 * bad * (i % 2)}
        />
      ));
    case "liquid":
    case "ice":
      return (
        <>
          <path d="M6 5 V25 H40 V5" {...line} />
          <rect
            x={7}
            y={25 - 3 - 13 * bad}
            width={32}
            height={3 + 13 * bad}
            fill="currentColor"
            opacity={0.2 + 0.3 * bad}
          />
        </>
      );
    case "smell":
      return [0, 1, 2].map((i) => (
        <path
          key={i}
          d={`M${12 + i * 11} 26 q-5 -5 0 -10 t0 -11`}
          {...line}
          strokeWidth={1.2 + 2.4 * bad}
          opacity={i / 3 <= bad + 0.34 ? 1 : 0.18}
        />
      ));
    default:
      return (
        <>
          <path d="M4 22 Q12 6 30 8 Q42 10 42 22 Z" {...line} />
          <path d="M30 8 Q42 10 42 22 H34 Z" fill="currentColor" opacity={0.55 * bad} />
          <path
            d="M8 22 Q14 13 24 13"
            fill="none"
            stroke="currentColor"
            strokeWidth={1.4}
            opacity={1 - bad}
          />
        </>
      );
  }
}
