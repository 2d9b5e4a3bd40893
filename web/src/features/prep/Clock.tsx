// One clock back from the plate: what is done in lanes, hands full, heat warm, waiting hatched. The nearer the plate, the wider a
// minute. The plate can be dragged along the day.
import { type PointerEvent, useRef, useState } from "react";
import type { Doing } from "../../api";
import { useWidth } from "../../slice";
import { span } from "../../units";
import { moved } from "./done";

type Props = {
  acts: Doing[];
  beginsS: number;
  /** Names of the lanes. */
  nameOf: (lane: string) => string;
  /** The plate by the clock of the wall; null when nobody said. */
  plate: string | null;
  /** The same as a field keeps it, HH:MM. */
  readyBy: string | null;
  /** Puts the plate at a time of the clock, HH:MM; without one as soon as it can be. */
  set: (readyBy: string | null) => void;
  /** s after the plate; null when nobody said when that is. */
  nowS: number | null;
};

const LANE = 34;
const TOP = 30;
const ROOM = { left: 8, right: 118 };
const TICKS_MIN = [5, 15, 30, 60, 120, 240, 480, 720, 1440, 2880, 4320];
const STEP_MIN = 5;
/** So far is dragged for a step, px. */
const STEP_PX = 12;

export function Clock({ acts, beginsS, nameOf, plate, readyBy, set, nowS }: Props) {
  const [box, width] = useWidth<HTMLDivElement>();
  const lanes = [...new Set(acts.map((act) => act.of))].sort(
    (a, b) => Number(b === "fish") - Number(a === "fish"),
  );
  const before = Math.max(-beginsS, 60);
  const wide = Math.max(width - ROOM.left - ROOM.right, 50);
  const x = (s: number) =>
    ROOM.left + (1 - Math.sqrt(Math.min(Math.max(-s, 0) / before, 1))) * wide;
  const height = TOP + lanes.length * LANE + 8;
  const plateX = ROOM.left + wide;
  // Where the hand took it, and what it was then: what is drawn may be a little behind.
  const from = useRef<{ x: number; told: number; was: string } | null>(null);
  const [held, setHeld] = useState(false);
  const down = (e: PointerEvent<HTMLButtonElement>) => {
    e.currentTarget.setPointerCapture(e.pointerId);
    if (readyBy === null) {
      set(null);
      return;
    }
    from.current = { x: e.clientX, told: 0, was: readyBy };
    setHeld(true);
  };
  const drag = (e: PointerEvent) => {
    if (!from.current) return;
    const steps = Math.round((e.clientX - from.current.x) / STEP_PX);
    if (steps === from.current.told) return;
    from.current.told = steps;
    set(moved(from.current.was, STEP_MIN * steps));
  };
  const up = () => {
    from.current = null;
    setHeld(false);
  };
  // Ticks that stand clear of each other.
  const ticks: number[] = [];
  for (const min of TICKS_MIN.filter((min) => 60 * min < before)) {
    const last = ticks.at(-1);
    const clear = last === undefined || x(-60 * last) - x(-60 * min) > 58;
    const inside = x(-60 * min) > ROOM.left + 24 && plateX - x(-60 * min) > 40;
    if (clear && inside) ticks.push(min);
  }
  return (
    <div ref={box} className="relative select-none" data-testid="prep-clock">
      <svg
        width={width}
        height={height}
        role="img"
        aria-label="What is done when, back from the plate"
      >
        <defs>
          <pattern
            id="prep-wait"
            width="6"
            height="6"
            patternUnits="userSpaceOnUse"
            patternTransform="rotate(45)"
          >
            <rect width="6" height="6" fill="var(--color-base-200)" />
            <line x1="0" y1="0" x2="0" y2="6" stroke="var(--color-neutral)" strokeWidth="1.6" />
          </pattern>
        </defs>
        {ticks.map((min) => (
          <g key={min}>
            <line
              x1={x(-60 * min)}
              x2={x(-60 * min)}
              y1={TOP - 6}
              y2={height}
              stroke="var(--color-base-300)"
            />
            <text
              x={x(-60 * min)}
              y={16}
              textAnchor="middle"
              fontSize={13}
              fill="currentColor"
              opacity={0.75}
            >
              −{span(60 * min)}
            </text>
          </g>
        ))}
        {lanes.map((lane, i) => {
          const y = TOP + i * LANE;
          const its = acts.filter((act) => act.of === lane);
          return (
            <g key={lane}>
              <line
                x1={ROOM.left}
                x2={plateX}
                y1={y + LANE - 5}
                y2={y + LANE - 5}
                stroke="var(--color-base-300)"
              />
              {its.map((act) => {
                const at = startOf(act);
                const [a, b] = [x(at), x(at + act.lasts_s)];
                const fill = FILLS[act.band];
                return (
                  <g key={act.id}>
                    <rect
                      x={a}
                      y={y + 13}
                      width={Math.max(b - a - 1, 3)}
                      height={LANE - 19}
                      fill={fill}
                    />
                    {act.hands_s > 0 && act.band !== "hands" && (
                      <rect
                        x={a}
                        y={y + 13}
                        width={Math.max(x(at + act.hands_s) - a, 2)}
                        height={LANE - 19}
                        fill={FILLS.hands}
                      />
                    )}
                    <title>{act.words}</title>
                  </g>
                );
              })}
              <text
                x={ROOM.left}
                y={y + 10}
                fontSize={13}
                fontWeight={600}
                fill="currentColor"
                className="prep-lane"
              >
                {nameOf(lane)}
              </text>
            </g>
          );
        })}
        <line
          x1={plateX}
          x2={plateX}
          y1={TOP - 8}
          y2={height}
          stroke="var(--color-primary)"
          strokeWidth={3}
        />
        {nowS !== null && nowS < 0 && -nowS < before && (
          <g>
            <line
              x1={x(nowS)}
              x2={x(nowS)}
              y1={TOP - 8}
              y2={height}
              stroke="currentColor"
              strokeWidth={2}
              strokeDasharray="3 3"
            />
            <text x={x(nowS) + 4} y={height - 1} fontSize={13} fill="currentColor">
              now
            </text>
          </g>
        )}
      </svg>
      <button
        type="button"
        role="slider"
        aria-label="On the plate"
        aria-valuemin={0}
        aria-valuemax={1435}
        aria-valuenow={readyBy ? minutesOf(readyBy) : 0}
        aria-valuetext={plate ?? "any time"}
        data-testid="plate-knob"
        data-held={held}
        className="prep-knob"
        style={{ left: plateX - 3, top: TOP - 8, height: Math.max(height - TOP + 8, 64) }}
        onPointerDown={down}
        onPointerMove={drag}
        onPointerUp={up}
        onPointerCancel={up}
        onKeyDown={(e) => {
          const by = {
            ArrowRight: STEP_MIN,
            ArrowUp: STEP_MIN,
            ArrowLeft: -STEP_MIN,
            ArrowDown: -STEP_MIN,
          }[e.key];
          if (by === undefined) return;
          e.preventDefault();
          e.stopPropagation();
          set(readyBy === null ? null : moved(readyBy, by));
        }}
      >
        <span className="text-small">plate</span>
        <span className="running font-bold whitespace-nowrap text-body">{plate ?? "––:––"}</span>
        <span aria-hidden="true">◂ ▸</span>
      </button>
    </div>
  );
}

const FILLS: Record<Doing["band"], string> = {
  hands: "var(--color-base-content)",
  heat: "var(--color-primary)",
  wait: "url(#prep-wait)",
};

function minutesOf(clock: string): number {
  const [h = 0, m = 0] = clock.split(":").map(Number);
  return 60 * h + m;
}

/** When an act begins, s after the plate: at once, or from the first of two times. */
export function startOf(act: Doing): number {
  return "at_s" in act ? act.at_s : (act.between_s[0] ?? 0);
}
