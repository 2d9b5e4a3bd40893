// The side of the piece as the cook sees it at a moment: glassy where it is raw, white where it has set, up to the
// cooked line; and the tester or the finger that asks it.
import { useId, useMemo } from "react";
import { type Field, levelAt } from "./field";
import { profile } from "./profile";

export type Touch = {
  tester?: "stops" | "grips" | "slides";
  press?: "springs_back" | "gives" | "dent_stays" | "falls_apart";
};

type Props = {
  field: Field;
  /** Share of the time of the field. */
  time: number;
  thickMm: number;
  thinMm: number;
  /** The skin lies below. */
  skin: boolean;
  /** It has been turned: what was below is above. */
  turned: boolean;
  touch: Touch;
  title: string;
};

const WIDE = 132;
const HIGH = 46;
const ROWS = 24;
/** From here on it is seen to have set. */
const SET = 1;

export function SideSeen({ field, time, thickMm, thinMm, skin, turned, touch, title }: Props) {
  const id = useId();
  const most = Math.max(thickMm, thinMm, 12);
  const [outline, upper] = useMemo(() => {
    const points = Array.from({ length: 41 }, (_, i) => {
      const share = i / 40;
      return [4 + share * (WIDE - 8), (profile(share, thickMm, thinMm) / most) * (HIGH - 14)];
    });
    const up = points.map(([x, h]) => `${x} ${HIGH - 3 - (h as number)}`).join("L");
    return [`M4 ${HIGH - 3}L${up}L${WIDE - 4} ${HIGH - 3}Z`, `M${up}`];
  }, [thickMm, thinMm, most]);
  const high = (thickMm / most) * (HIGH - 14);
  const top = HIGH - 3 - high;
  // From above to below, as it lies now.
  const rows = Array.from({ length: ROWS }, (_, i) => {
    const up = 1 - (i + 0.5) / ROWS;
    return levelAt(field, time, turned ? 1 - up : up);
  });
  const middle = 34;
  const dent = touch.press === "gives" ? 3 : touch.press === "dent_stays" ? 6 : 0;
  const into = { stops: 0.42, grips: 0.62, slides: 0.97 }[touch.tester ?? "stops"];
  return (
    <svg
      viewBox={`0 0 ${WIDE} ${HIGH}`}
      width={WIDE}
      height={HIGH}
      role="img"
      aria-label={title}
      className="block"
    >
      <defs>
        <clipPath id={id}>
          <path d={outline} />
        </clipPath>
      </defs>
      <g clipPath={`url(#${id})`}>
        <rect x={0} y={0} width={WIDE} height={HIGH} fill="var(--side-raw)" />
        {rows.map((level, i) => (
          <rect
            // biome-ignore lint/suspicious/noArrayIndexKey: rows from above to below
            key={i}
            x={0}
            y={top + (i * high) / ROWS}
            width={WIDE}
            height={high / ROWS + 0.4}
            fill={level >= 5 ? "var(--side-brown)" : "var(--side-set)"}
            opacity={Math.min(Math.max((level - SET + 0.35) / 0.5, 0), 1)}
          />
        ))}
      </g>
      {skin && (
        <path
          d={turned ? upper : `M4 ${HIGH - 3}H${WIDE - 4}`}
          fill="none"
          stroke="var(--skin)"
          strokeWidth={3.4}
        />
      )}
      <path d={outline} fill="none" stroke="currentColor" strokeWidth={1} />
      {touch.tester && (
        <g>
          <line
            x1={middle + 26}
            y1={0}
            x2={middle + 26 - 22 * into}
            y2={top + high * into}
            stroke="currentColor"
            strokeWidth={1.8}
          />
          <circle cx={middle + 26} cy={2.5} r={2.5} fill="currentColor" />
          {touch.tester === "stops" && (
            <circle
              cx={middle + 26 - 22 * into}
              cy={top + high * into}
              r={3}
              className="fill-error"
            />
          )}
        </g>
      )}
      {dent > 0 && (
        <path
          d={`M84 ${top + high * 0.12}q9 ${2 * dent} 18 0`}
          fill="var(--color-base-100)"
          stroke="currentColor"
          strokeWidth={1.4}
        />
      )}
    </svg>
  );
}
