import { type ReactNode, useRef } from "react";
import { useUnits } from "../../ui";
import { figure, scale } from "../../units";

export const MIN_MM = 2;
export const MAX_MM = 120;

type Props = {
  label: string;
  testId: string;
  mm: number;
  perMm: number;
  x: number;
  y: number;
  floor: number;
  set: (mm: number) => void;
  children: ReactNode;
};

/** A height to take hold of in a drawing: by finger, mouse or arrow keys. */
export function Grip({ label, testId, mm, perMm, x, y, floor, set, children }: Props) {
  const units = useUnits();
  const at = scale("millimetre", units);
  const drag = useRef<{ y: number; mm: number } | null>(null);
  const whole = (value: number) => {
    const step = units.length === "mm" ? 0.5 : 0.635;
    set(Math.min(Math.max(Math.round(value / step) * step, MIN_MM), MAX_MM));
  };
  return (
    <g
      role="slider"
      tabIndex={0}
      aria-label={label}
      aria-orientation="vertical"
      aria-valuemin={MIN_MM}
      aria-valuemax={MAX_MM}
      aria-valuenow={mm}
      aria-valuetext={`${figure(mm, at)} ${at.unit}`}
      data-testid={testId}
      style={{ cursor: "ns-resize", touchAction: "none" }}
      onPointerDown={(e) => {
        e.currentTarget.setPointerCapture(e.pointerId);
        drag.current = { y: e.clientY, mm };
      }}
      onPointerMove={(e) => {
        const from = drag.current;
        if (from) whole(from.mm - (e.clientY - from.y) / perMm);
      }}
      onPointerUp={() => {
        drag.current = null;
      }}
      onKeyDown={(e) => {
        const by = {
          ArrowUp: 1,
          ArrowRight: 1,
          ArrowDown: -1,
          ArrowLeft: -1,
          PageUp: 5,
          PageDown: -5,
        }[e.key];
        if (by === undefined) return;
        e.preventDefault();
        whole(mm + by);
      }}
    >
      <rect x={x - 38} y={y - 24} width={76} height={48} fill="transparent" />
      {children}
      <line x1={x} x2={x} y1={y + 2} y2={floor} stroke="var(--color-primary)" />
      <rect x={x - 7} y={y - 7} width={14} height={14} fill="var(--color-primary)" />
      <path
        d={`M${x - 3.5} ${y} h7 M${x} ${y - 3.5} v7`}
        stroke="var(--color-primary-content)"
        strokeWidth={1.5}
      />
    </g>
  );
}
