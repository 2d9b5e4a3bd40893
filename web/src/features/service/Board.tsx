// The board: time runs from the left toward the pass, every place of the line is a lane, what lies there grows done, the
// hands are the thread through all of it. Now stands still.
import { type PointerEvent, useRef, useState } from "react";
import type { ServicePlan } from "../../api";
import { useWidth } from "../../slice";
import { wallClock } from "../../units";
import { type Block, blocksOf, lanesOf } from "./told";

type Props = {
  plan: ServicePlan;
  nowS: number;
  clockOf: (s: number) => number;
  /** What a plate is, in words. */
  nameOf: (plate: string) => string;
  thingName: (thing: string) => string;
  /** Moves a ticket by so many minutes. */
  move: (ticket: string, min: number) => void;
  /** A thing in or out of use. */
  toggle: (thing: string) => void;
  down: readonly string[];
};

const LANE = 34;
const TOP = 26;
const PASS = 66;
const LEFT = 96;
/** So many seconds are in sight, by how wide it is. */
const SIGHT_S = [1500, 2700] as const;
const BEHIND_S = 240;
/** A minute is dragged by so much, px. */
const STEP_PX = 12;
/** A time of the wall and some air are so wide, px. */
const LABEL = 84;

export function Board({ plan, nowS, clockOf, nameOf, thingName, move, toggle, down }: Props) {
  const [box, width] = useWidth<HTMLDivElement>();
  const lanes = lanesOf(plan);
  const blocks = blocksOf(plan, lanes);
  const sight = width < 700 ? SIGHT_S[0] : SIGHT_S[1];
  const left = width < 700 ? 72 : LEFT;
  const wide = Math.max(width - left - 12, 60);
  const x = (s: number) => left + (wide * (s - nowS + BEHIND_S)) / sight;
  const y = (lane: number) => TOP + lane * LANE + LANE / 2;
  const passY = TOP + lanes.length * LANE + 22;
  const height = passY + PASS;
  const inSight = (from: number, to: number) => x(to) > left && x(from) < left + wide;
  const ticks = ticksOf(nowS, sight, (wide * 300) / sight < LABEL ? 600 : 300, clockOf).filter(
    (s) => x(s) > left + 10 && x(s) < width - 20,
  );
  const things = [...new Set(lanes.map((lane) => lane.thing))];
  return (
    <div ref={box} className="relative select-none svc-board" data-testid="board">
      <svg width={width} height={height} role="img" aria-label={said(plan, nowS)}>
        <defs>
          <linearGradient id="svc-cooks">
            <stop offset="0" stopColor="var(--side-raw)" />
            <stop offset="1" stopColor="var(--side-set)" />
          </linearGradient>
          <clipPath id="svc-clip">
            <rect x={left} y={0} width={wide + 12} height={height} />
          </clipPath>
        </defs>
        {things.map((thing) => {
          const rows = lanes.flatMap((lane, i) => (lane.thing === thing ? [i] : []));
          const from = y(rows[0] ?? 0) - LANE / 2;
          const to = y(rows.at(-1) ?? 0) + LANE / 2;
          return (
            <line
              key={thing}
              x1={left - 6}
              x2={left - 6}
              y1={from + 4}
              y2={to - 4}
              stroke="var(--color-base-content)"
              strokeWidth={2}
            />
          );
        })}
        {lanes.map((lane, i) => (
          <line
            key={`${lane.like} ${lane.thing} ${lane.place}`}
            x1={left}
            x2={width}
            y1={y(i)}
            y2={y(i)}
            stroke="var(--color-base-300)"
          />
        ))}
        <g clipPath="url(#svc-clip)">
          {ticks.map((s) => (
            <text
              key={s}
              x={x(s)}
              y={14}
              textAnchor="middle"
              fontSize={13}
              className="running"
              fill="currentColor"
              opacity={0.75}
            >
              {wallClock(clockOf(s))}
            </text>
          ))}
          {blocks
            .filter((one) => inSight(one.fromS, one.servedS))
            .map((one) => (
              <Piece
                key={`${one.plates[0]} ${one.lane} ${one.fromS}`}
                one={one}
                x={x}
                y={y(one.lane)}
                passY={passY}
                nowS={nowS}
                name={
                  one.plates.length > 1
                    ? `${one.plates.length} ${nameOf(one.plates[0] ?? "")}`
                    : nameOf(one.plates[0] ?? "")
                }
              />
            ))}
          <Threads
            plan={plan}
            blocks={blocks}
            x={x}
            y={y}
            passY={passY}
            nowS={nowS}
            sight={sight}
          />
          <line
            x1={left}
            x2={width}
            y1={passY}
            y2={passY}
            stroke="var(--color-base-content)"
            strokeWidth={3}
          />
        </g>
        <line
          x1={x(nowS)}
          x2={x(nowS)}
          y1={18}
          y2={passY + 4}
          stroke="var(--color-primary)"
          strokeWidth={2}
        />
        <text
          x={left - 12}
          y={passY + 5}
          textAnchor="end"
          fontSize={13}
          fontWeight={700}
          fill="currentColor"
        >
          the pass
        </text>
      </svg>
      {things.map((thing) => {
        const rows = lanes.flatMap((lane, i) => (lane.thing === thing ? [i] : []));
        const middle = (y(rows[0] ?? 0) + y(rows.at(-1) ?? 0)) / 2;
        const off = down.includes(thing);
        return (
          <button
            key={thing}
            type="button"
            className="svc-thing"
            style={{ top: middle - 22, width: left - 12 }}
            aria-pressed={off}
            data-testid={`thing-${thing}`}
            onClick={() => toggle(thing)}
          >
            {thingName(thing)}
            {off && <span className="text-error"> is down</span>}
          </button>
        );
      })}
      {atPass(plan, x, left, width).map((one, i) => (
        <Ticket
          key={one.id}
          id={one.id}
          at={wallClock(clockOf(one.served_s ?? 0))}
          late={one.late_s > 60 ? Math.ceil(one.late_s / 60) : 0}
          left={Math.min(Math.max(x(one.served_s ?? 0) - 44, left), width - 128)}
          top={passY + 4 + (i % 2) * 30}
          move={(min) => move(one.id, min)}
        />
      ))}
    </div>
  );
}

/** Tickets in sight at the pass, and the next one beyond it. */
function atPass(plan: ServicePlan, x: (s: number) => number, left: number, width: number) {
  const open = plan.tickets
    .filter((one) => one.served_s != null && !one.done && x(one.served_s) > left)
    .sort((a, b) => (a.served_s ?? 0) - (b.served_s ?? 0));
  const inSight = open.filter((one) => x(one.served_s ?? 0) < width - 6);
  return [...inSight, ...open.slice(inSight.length, inSight.length + 1)];
}

/** One piece in its lane: heated up for, then lying there, its flesh raw on the left and done where it comes off; then down
 * to the pass. */
function Piece({
  one,
  x,
  y,
  passY,
  nowS,
  name,
}: {
  one: Block;
  x: (s: number) => number;
  y: number;
  passY: number;
  nowS: number;
  name: string;
}) {
  const [from, into, to, served] = [x(one.fromS), x(one.inS), x(one.toS), x(one.servedS)];
  const high = 11;
  const long = Math.max(to - into, 2);
  // A fillet seen from its side: blunt where it is thick, thin at the tail.
  const nose = Math.min(10, long / 4);
  const shape = `M${into} ${y} q0 ${-high} ${nose} ${-high} L${to - nose} ${y - high * 0.75} Q${to} ${y - high * 0.5} ${to} ${y} Q${to} ${y + high * 0.5} ${to - nose} ${y + high * 0.75} L${into + nose} ${y + high} q${-nose} 0 ${-nose} ${-high}z`;
  return (
    <g opacity={one.servedS < nowS ? 0.4 : 1}>
      {into - from > 2 && (
        <line
          x1={from}
          x2={into}
          y1={y}
          y2={y}
          stroke="var(--color-primary)"
          strokeWidth={5}
          strokeDasharray="2 4"
        />
      )}
      {one.side ? (
        <rect
          x={into}
          y={y - 8}
          width={long}
          height={16}
          fill="var(--color-base-200)"
          stroke="var(--color-neutral)"
          strokeWidth={1.2}
        />
      ) : (
        <path
          d={shape}
          fill="url(#svc-cooks)"
          stroke="var(--color-base-content)"
          strokeWidth={1.2}
        />
      )}
      {long > 46 && (
        <text
          x={Math.max(into, 76) + 9}
          y={y + 4.5}
          fontSize={13}
          fill={one.side ? "currentColor" : "oklch(0.2 0.03 262)"}
        >
          {name.length * 6.6 > to - Math.max(into, 76) - 12
            ? `${name.slice(0, Math.max(Math.floor((to - Math.max(into, 76) - 18) / 6.8), 1))}…`
            : name}
        </text>
      )}
      <path
        d={`M${to} ${y} C${(to + served) / 2 + 8} ${y} ${served} ${(y + passY) / 2} ${served} ${passY}`}
        fill="none"
        stroke="var(--color-neutral)"
        strokeWidth={1.4}
        strokeDasharray="1 4"
      />
    </g>
  );
}

const THREADS = ["var(--color-primary)", "var(--color-info)", "var(--color-success)"];

/** Who goes where when: a thread a cook, a knot an act. */
function Threads({
  plan,
  blocks,
  x,
  y,
  passY,
  nowS,
  sight,
}: {
  plan: ServicePlan;
  blocks: Block[];
  x: (s: number) => number;
  y: (lane: number) => number;
  passY: number;
  nowS: number;
  sight: number;
}) {
  const laneOf = (plate: string) => blocks.find((one) => one.plates.includes(plate))?.lane;
  return (
    <>
      {plan.cooks.map((cook, i) => {
        const acts = plan.acts.filter(
          (act) =>
            act.cook === cook.id &&
            act.hands_s > 0 &&
            act.at_s > nowS - BEHIND_S - 300 &&
            act.at_s < nowS + sight,
        );
        const knots = acts.map((act) => {
          const lane = laneOf(act.plate);
          return {
            id: act.id,
            x: x(act.at_s),
            to: x(act.at_s + act.hands_s),
            y: act.what === "serve" || lane === undefined ? passY : y(lane),
          };
        });
        const way = knots
          .map((knot, j) => {
            const before = knots[j - 1];
            if (!before) return `M${knot.x} ${knot.y}`;
            const half = (before.to + knot.x) / 2;
            return `L${before.to} ${before.y} C${half} ${before.y} ${half} ${knot.y} ${knot.x} ${knot.y}`;
          })
          .join(" ");
        const colour = THREADS[i % THREADS.length];
        return (
          <g key={cook.id}>
            <path
              d={way}
              fill="none"
              stroke={colour}
              strokeWidth={1.6}
              strokeDasharray={i === 0 ? undefined : "6 3"}
              opacity={0.8}
            />
            {knots.map((knot) => (
              <line
                key={knot.id}
                x1={knot.x}
                x2={Math.max(knot.to, knot.x + 3)}
                y1={knot.y}
                y2={knot.y}
                stroke={colour}
                strokeWidth={6}
                strokeLinecap="round"
              />
            ))}
          </g>
        );
      })}
    </>
  );
}

/** A ticket at the pass: dragged along, or moved by the arrow keys. */
function Ticket({
  id,
  at,
  late,
  left,
  top,
  move,
}: {
  id: string;
  at: string;
  late: number;
  left: number;
  top: number;
  move: (min: number) => void;
}) {
  const from = useRef<number | null>(null);
  const [by, setBy] = useState(0);
  const drag = (e: PointerEvent) => {
    if (from.current !== null) setBy(Math.round((e.clientX - from.current) / STEP_PX));
  };
  const drop = () => {
    from.current = null;
    if (by !== 0) move(by);
    setBy(0);
  };
  return (
    <button
      type="button"
      className="svc-ticket"
      data-late={late > 0}
      data-testid={`ticket-${id}`}
      style={{ left: left + by * STEP_PX, top }}
      aria-label={`${id} ${at}${late > 0 ? ` ${late} late` : ""}. Arrow keys move it.`}
      onPointerDown={(e) => {
        e.currentTarget.setPointerCapture(e.pointerId);
        from.current = e.clientX;
      }}
      onPointerMove={drag}
      onPointerUp={drop}
      onPointerCancel={drop}
      onKeyDown={(e) => {
        const min = { ArrowLeft: -1, ArrowRight: 1 }[e.key];
        if (min === undefined) return;
        e.preventDefault();
        move(min);
      }}
    >
      <b>{id}</b>{" "}
      <span className="running">{by === 0 ? at : `${by > 0 ? "+" : "−"}${Math.abs(by)}`}</span>
      {late > 0 && <b className="text-error"> {late} late</b>}
    </button>
  );
}

/** Every five or ten minutes of the wall. */
function ticksOf(
  nowS: number,
  sight: number,
  step: number,
  clockOf: (s: number) => number,
): number[] {
  const first = nowS - BEHIND_S;
  const past = (clockOf(first) / 1000) % step;
  return Array.from({ length: Math.ceil(sight / step) + 1 }, (_, i) => first - past + i * step);
}

function said(plan: ServicePlan, nowS: number): string {
  const on = plan.plates.filter((one) => one.now === "on_heat").length;
  const next = plan.acts.find((act) => !act.done && act.at_s >= nowS && act.hands_s > 0);
  return `${on} on the heat. ${next ? `Next: ${next.words}` : "Nothing more to do"}`;
}
