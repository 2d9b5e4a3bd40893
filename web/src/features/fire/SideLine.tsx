// The side of the piece, large, with the cooked line to be dragged to where it stands.
import { useId } from "react";
import { type Field, levelAt, profile } from "../../slice";

const WIDE = 360;
const HIGH = 190;
const LOW = 172;
const MOST = 140;
const ROWS = 40;

type Props = {
  field: Field;
  time: number;
  thickMm: number;
  thinMm: number;
  /** The face that was down first lies on top now: heights count from there. */
  onTop: boolean;
  skinUp: boolean;
  skin: boolean;
  height: number;
  set: (share: number) => void;
};

export function SideLine(props: Props) {
  const { field, time, thickMm, thinMm, onTop, skinUp, skin, height, set } = props;
  const id = useId();
  const most = Math.max(thickMm, thinMm);
  const points = Array.from({ length: 49 }, (_, i) => {
    const share = i / 48;
    const h = (profile(share, thickMm, thinMm) / most) * MOST;
    return `${8 + share * (WIDE - 16)} ${LOW - h}`;
  }).join("L");
  const outline = `M8 ${LOW}L${points}L${WIDE - 8} ${LOW}Z`;
  const y = onTop ? LOW - MOST + height * MOST : LOW - height * MOST;
  const drag = (e: React.PointerEvent<SVGSVGElement>) => {
    if (e.type === "pointermove" && e.buttons === 0) return;
    if (e.type === "pointerdown") e.currentTarget.setPointerCapture(e.pointerId);
    const box = e.currentTarget.getBoundingClientRect();
    const at = ((e.clientY - box.top) / box.height) * HIGH;
    const up = (LOW - at) / MOST;
    const share = onTop ? 1 - up : up;
    set(Math.round(100 * Math.min(Math.max(share, 0), 1)) / 100);
  };
  return (
    <div className="grid gap-1">
      <svg
        viewBox={`0 0 ${WIDE} ${HIGH}`}
        className="w-full touch-none cursor-ns-resize"
        role="img"
        aria-label="Side of the piece; drag the line to where the white ends"
        data-testid="side-line"
        onPointerDown={drag}
        onPointerMove={drag}
      >
        <defs>
          <clipPath id={id}>
            <path d={outline} />
          </clipPath>
        </defs>
        <g clipPath={`url(#${id})`}>
          <rect width={WIDE} height={HIGH} fill="var(--side-raw)" />
          {Array.from({ length: ROWS }, (_, i) => {
            const up = 1 - (i + 0.5) / ROWS;
            const level = levelAt(field, time, skinUp ? 1 - up : up);
            return (
              <rect
                // biome-ignore lint/suspicious/noArrayIndexKey: rows from above to below
                key={i}
                y={LOW - MOST + (i * MOST) / ROWS}
                width={WIDE}
                height={MOST / ROWS + 0.5}
                fill={level >= 5 ? "var(--side-brown)" : "var(--side-set)"}
                opacity={0.55 * Math.min(Math.max((level - 0.65) / 0.5, 0), 1)}
              />
            );
          })}
          <rect
            y={onTop ? 0 : y}
            width={WIDE}
            height={onTop ? y : HIGH - y}
            fill="var(--side-set)"
            opacity={0.8}
          />
        </g>
        <path d={outline} fill="none" stroke="currentColor" strokeWidth={1.5} />
        {skin && (
          <path
            d={skinUp ? `M${points}` : `M8 ${LOW}H${WIDE - 8}`}
            fill="none"
            stroke="var(--skin)"
            strokeWidth={5}
          />
        )}
        <line x1={0} x2={WIDE} y1={y} y2={y} className="stroke-primary" strokeWidth={4} />
        <circle cx={WIDE - 26} cy={y} r={14} className="fill-primary" />
        <path
          d={`M${WIDE - 31} ${y - 3}l5 -5l5 5M${WIDE - 31} ${y + 3}l5 5l5 -5`}
          fill="none"
          stroke="var(--color-primary-content)"
          strokeWidth={2}
        />
      </svg>
      <input
        type="range"
        className="rule"
        min={0}
        max={100}
        value={Math.round(100 * height)}
        aria-label="Height of the cooked line, percent of the thickness"
        style={{ "--at": `${100 * height}%` } as React.CSSProperties}
        onChange={(e) => set(Number(e.target.value) / 100)}
      />
    </div>
  );
}
