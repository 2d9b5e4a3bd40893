// The heat map of the job: time to the right, depth upward, state by colour and hatching.
import { useCallback, useMemo, useState } from "react";
import { type Field, levelAt } from "./field";
import { paint } from "./paint";
import { bandOf } from "./palette";
import { useCanvas, useTheme, useWidth } from "./useCanvas";

/** Something done at a time. `quiet`: its name gives way to its neighbours'. */
export type Mark = { atS: number; label: string; strong?: boolean; quiet?: boolean };

type Props = {
  field: Field;
  height: number;
  thicknessMm: number;
  offS: number;
  marks: Mark[];
  window: { fromS: number; toS: number };
  range: { fromS: number; toS: number } | null;
  /** Name of each state in this job, raw to crust. */
  names: readonly string[];
  clock: (s: number) => string;
  /** What the slice is like at a moment, for who hears it. */
  says: (s: number) => string;
  depthLabel: (mm: number) => string;
  atS: number;
  onPoint: (s: number) => void;
  /** The hand takes it off at another time. */
  onOff: (s: number) => void;
};

/** So near the line it is taken hold of, px. */
const HOLD = 14;

const ROOM = { left: 44, right: 12, top: 30, bottom: 46 };
/** Narrower than this, names stand on two lines, px. */
const NARROW = 520;
const LINE = 16;

/** Where a state's name fits: the column in which it is tallest, and its middle there. */
function places(field: Field, names: readonly string[]) {
  const best = names.map(() => ({ run: 0, time: 0, depth: 0, named: false }));
  const columns = 48;
  const rows = 40;
  for (let i = 2; i < columns; i++) {
    let from = 0;
    for (let j = 1; j <= rows; j++) {
      const band = (k: number) => bandOf(levelAt(field, (i + 0.5) / columns, (k + 0.5) / rows));
      if (j < rows && band(j) === band(from)) continue;
      const spot = best[band(from)];
      // A little preference for the middle of the picture keeps names off the edges.
      const run = (j - from) / rows - 0.12 * Math.abs(i / columns - 0.5);
      if (spot && run > spot.run)
        Object.assign(spot, { run, time: (i + 0.5) / columns, depth: (from + j) / 2 / rows });
      from = j;
    }
  }
  // The target is named first; a name that would lie on another is left out.
  for (const i of [2, 0, 3, 4, 5, 1]) {
    const spot = best[i];
    if (!spot) continue;
    const near = best.some(
      (b, k) =>
        k !== i &&
        b.named &&
        Math.abs(b.time - spot.time) < 0.16 &&
        Math.abs(b.depth - spot.depth) < 0.1,
    );
    spot.named = spot.run > 0 && !near;
  }
  return best;
}

/** A clock on the axis needs so much room, px. */
const TICK_PX = 56;

function tickStep(endS: number, width: number): number {
  const most = Math.max(2, Math.min(10, Math.floor(width / TICK_PX)));
  for (const step of [15, 30, 60, 120, 300, 600, 900, 1800]) if (endS / step <= most) return step;
  return 3600;
}

export function SliceOverTime(props: Props) {
  const { field, height, offS, marks, names, clock, atS, onPoint, range } = props;
  const theme = useTheme();
  const [box, width] = useWidth<HTMLDivElement>();
  const [dragging, setDragging] = useState<"moment" | "off" | null>(null);
  const narrow = width < NARROW;
  const PAD = { ...ROOM, top: ROOM.top + (narrow ? LINE : 0) };
  const inner = Math.max(width - PAD.left - PAD.right, 10);
  const plot = height - PAD.top - PAD.bottom;
  const draw = useCallback(
    (context: CanvasRenderingContext2D, w: number, h: number, ratio: number) => {
      paint(
        context,
        w,
        h,
        (x, y) => levelAt(field, x / w, 1 - y / h),
        { theme, hatch: ratio, line: 1.3 * ratio },
        (x) => (x / w > offS / field.endS ? 0.6 : 1),
      );
    },
    [field, offS, theme],
  );
  const canvas = useCanvas(draw, inner, plot);
  const labels = useMemo(() => places(field, names), [field, names]);
  const x = (s: number) => PAD.left + (s / field.endS) * inner;
  const y = (depth: number) => PAD.top + (1 - depth) * plot;
  const step = tickStep(field.endS, inner);
  const ticks = Array.from({ length: Math.floor(field.endS / step) + 1 }, (_, i) => i * step);
  const depths = [0, 0.5, 1].map((share) => ({ share, mm: share * props.thicknessMm }));
  // A name at the right end stands to the left of its mark, where its neighbour's may be.
  const room = (mark: Mark) => (x(mark.atS) > PAD.left + inner - 80 ? 192 : 96);
  // What matters less gives way where there is no room for its name.
  const labelled = marks.filter(
    (mark) =>
      !mark.quiet ||
      marks.every((m) => m === mark || Math.abs(x(m.atS) - x(mark.atS)) > room(mark)),
  );
  const bracketY = PAD.top - 8;
  const from = x(props.window.fromS);
  const to = Math.min(x(props.window.toS), PAD.left + inner);

  const point = (clientX: number, element: Element) => {
    const { left } = element.getBoundingClientRect();
    const share = (clientX - left - PAD.left) / inner;
    const s = Math.min(Math.max(share, 0), 1) * field.endS;
    if (dragging === "off") props.onOff(s);
    else onPoint(s);
  };

  return (
    <div
      ref={box}
      className="relative select-none touch-pan-y cursor-crosshair"
      title="Drag the red grip to take it off sooner or later"
      style={{ height }}
      role="slider"
      tabIndex={0}
      aria-label="Slice over time: moment shown"
      aria-valuemin={0}
      aria-valuemax={Math.round(field.endS)}
      aria-valuenow={Math.round(atS)}
      aria-valuetext={props.says(atS)}
      data-testid="slice-over-time"
      onPointerDown={(e) => {
        e.currentTarget.setPointerCapture(e.pointerId);
        const { left } = e.currentTarget.getBoundingClientRect();
        if (Math.abs(e.clientX - left - x(offS)) < HOLD) {
          setDragging("off");
          return;
        }
        setDragging("moment");
        point(e.clientX, e.currentTarget);
      }}
      onPointerMove={(e) => {
        if (dragging || e.pointerType === "mouse") point(e.clientX, e.currentTarget);
      }}
      onPointerUp={() => setDragging(null)}
      onPointerCancel={() => setDragging(null)}
      onKeyDown={(e) => {
        const by = { ArrowRight: 5, ArrowLeft: -5, PageUp: 30, PageDown: -30 }[e.key];
        if (by === undefined) return;
        e.preventDefault();
        if (e.shiftKey) {
          props.onOff(offS + by);
          return;
        }
        onPoint(Math.min(Math.max(atS + by, 0), field.endS));
      }}
    >
      <div aria-hidden="true" className="absolute" style={{ left: PAD.left, top: PAD.top }}>
        <canvas ref={canvas} style={{ width: inner, height: plot, display: "block" }} />
      </div>
      <svg className="absolute inset-0" width={width} height={height} aria-hidden="true">
        {/* skin */}
        <line
          x1={PAD.left}
          x2={PAD.left + inner}
          y1={y(0)}
          y2={y(0)}
          stroke="currentColor"
          strokeWidth={3}
        />
        {labels.map((spot, i) =>
          spot.named && spot.run * plot > 17 ? (
            <text
              // biome-ignore lint/suspicious/noArrayIndexKey: one name a state, in a fixed order
              key={i}
              x={x(spot.time * field.endS)}
              y={y(spot.depth) + 5}
              textAnchor={spot.time > 0.88 ? "end" : "middle"}
              fontSize={15}
              fontWeight={600}
              fill={theme === "night" || i === 0 || i >= 4 ? "#fff" : "#15191f"}
              style={{ paintOrder: "stroke" }}
              stroke={
                theme === "night"
                  ? "rgb(8 10 16 / 0.75)"
                  : i === 0 || i >= 4
                    ? "rgb(20 24 34 / 0.45)"
                    : "rgb(255 255 255 / 0.5)"
              }
              strokeWidth={3}
            >
              {names[i]}
            </text>
          ) : null,
        )}
        {depths.map(({ share, mm }) => (
          <g key={share}>
            <line
              x1={PAD.left - 6}
              x2={PAD.left}
              y1={y(share)}
              y2={y(share)}
              stroke="currentColor"
            />
            <text
              x={PAD.left - 9}
              y={y(share) + 4.5}
              textAnchor="end"
              fontSize={13}
              fill="currentColor"
              opacity={0.75}
            >
              {props.depthLabel(mm)}
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
              textAnchor={s === 0 ? "start" : x(s) > PAD.left + inner - 22 ? "end" : "middle"}
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
              x2={Math.min(x(range.toS), PAD.left + inner)}
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
        {marks.map((mark) => {
          const named = labelled.includes(mark);
          // On two lines nobody is in the way of what is on the other.
          const near = labelled.some(
            (m) =>
              m.atS > mark.atS &&
              x(m.atS) - x(mark.atS) < 96 &&
              (!narrow || m.strong === mark.strong),
          );
          return (
            <g key={mark.label}>
              {mark.strong && (
                <rect
                  x={x(mark.atS) - 6}
                  y={y(0) - 22}
                  width={12}
                  height={22}
                  rx={2}
                  fill="var(--color-primary)"
                />
              )}
              <line
                x1={x(mark.atS)}
                x2={x(mark.atS)}
                y1={PAD.top - (mark.strong ? 12 : 4)}
                y2={y(0) + 6}
                stroke={mark.strong ? "var(--color-primary)" : "currentColor"}
                strokeWidth={mark.strong ? 3 : 1.5}
                strokeDasharray={mark.strong ? undefined : "5 3"}
              />
              {named && (
                <text
                  x={x(mark.atS) + (near ? -5 : 5)}
                  y={narrow && mark.strong ? 14 + LINE : 14}
                  textAnchor={near || x(mark.atS) > PAD.left + inner - 74 ? "end" : "start"}
                  fontSize={14}
                  fontWeight={650}
                  fill={mark.strong ? "var(--color-primary)" : "currentColor"}
                >
                  {mark.label}
                </text>
              )}
            </g>
          );
        })}
        {/* the forgiving window as a bracket */}
        <path
          d={`M${from} ${bracketY + 6} V${bracketY} H${to} V${bracketY + 6}`}
          fill="none"
          stroke="var(--color-success)"
          strokeWidth={3}
        />
        {/* the moment shown beside */}
        <line
          x1={x(atS)}
          x2={x(atS)}
          y1={PAD.top}
          y2={y(0)}
          stroke="currentColor"
          strokeWidth={1}
          opacity={0.9}
        />
        <circle cx={x(atS)} cy={y(1)} r={4} fill="currentColor" />
      </svg>
    </div>
  );
}
