// The heat map of the job: time to the right, depth upward, state by colour and hatching.
import { useCallback, useState } from "react";
import { Axes } from "./Axes";
import { type Field, levelAt } from "./field";
import { type Mark, Marks } from "./Marks";
import { paint } from "./paint";
import { StateNames } from "./StateNames";
import { scaleOf } from "./scale";
import { useCanvas, useTheme, useWidth } from "./useCanvas";

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

export function SliceOverTime(props: Props) {
  const { field, height, offS, marks, names, clock, atS, onPoint, range } = props;
  const theme = useTheme();
  const [box, width] = useWidth<HTMLDivElement>();
  const [dragging, setDragging] = useState<"moment" | "off" | null>(null);
  const scale = scaleOf(width, height, field.endS);
  const { x, y } = scale;
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
  const canvas = useCanvas(draw, scale.width, scale.height);
  const point = (clientX: number, element: Element) => {
    const { left } = element.getBoundingClientRect();
    const share = (clientX - left - scale.left) / scale.width;
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
      <div aria-hidden="true" className="absolute" style={{ left: scale.left, top: scale.top }}>
        <canvas
          ref={canvas}
          style={{ width: scale.width, height: scale.height, display: "block" }}
        />
      </div>
      <svg className="absolute inset-0" width={width} height={height} aria-hidden="true">
        {/* skin */}
        <line
          x1={scale.left}
          x2={scale.left + scale.width}
          y1={y(0)}
          y2={y(0)}
          stroke="currentColor"
          strokeWidth={3}
        />
        <StateNames field={field} names={names} scale={scale} />
        <Axes
          scale={scale}
          endS={field.endS}
          thicknessMm={props.thicknessMm}
          range={range}
          clock={clock}
          depthLabel={props.depthLabel}
        />
        <Marks scale={scale} marks={marks} window={props.window} />
        {/* the moment shown beside */}
        <line
          x1={x(atS)}
          x2={x(atS)}
          y1={scale.top}
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
