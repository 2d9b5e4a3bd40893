// The piece from its cut side, to scale, with a ruler; its two ends are handles.
import { useId } from "react";
import type { Piece } from "../../card";
import { profile, useWidth } from "../../slice";
import { Grip, MAX_MM, MIN_MM } from "./Grip";
import { Bones, Frost, Scales, Scores } from "./Marks";
import { Ruler } from "./Ruler";

type Props = { piece: Piece; change: (part: Partial<Piece>) => void; height: number };

const PAD = { left: 64, right: 64, top: 26, bottom: 34 };

/** Length along the cut that is drawn, mm: a portion of the width and weight given. */
function drawnLengthMm(massG: number, meanMm: number, widthMm: number): number {
  return Math.min(Math.max((massG * 1000) / 1.05 / (widthMm * meanMm), 40), 300);
}

export function DrawnPiece({ piece, change, height: most }: Props) {
  const clip = useId();
  const [box, width] = useWidth<HTMLDivElement>();
  // What does not do yet is drawn as near as it can be; the typed number says what is wrong.
  const drawable = (mm: number) => Math.min(Math.max(mm, MIN_MM), MAX_MM);
  const thick = drawable(piece.thicknessMm);
  const thin = Math.min(drawable(piece.thinEndMm ?? thick), thick);
  const lengthMm = drawnLengthMm(
    piece.massG,
    (thick + thin) / 2,
    Math.min(Math.max(piece.widthMm, 5), 400),
  );
  const roomX = Math.max(width - PAD.left - PAD.right, 100);
  const tallest = Math.max(40, thick * 1.15);
  // On a narrow screen the length decides: no ruler stands up into nothing.
  const roomY = Math.min(most - PAD.top - PAD.bottom, (roomX / lengthMm) * tallest);
  const height = roomY + PAD.top + PAD.bottom;
  const perMm = Math.min(roomX / lengthMm, roomY / tallest);
  const left = PAD.left + (roomX - lengthMm * perMm) / 2;
  const floor = height - PAD.bottom;
  const steps = 80;
  const top = Array.from({ length: steps + 1 }, (_, i) => {
    // Closer at the two ends, where it is round.
    const share = 0.5 - 0.5 * Math.cos((Math.PI * i) / steps);
    return [left + share * lengthMm * perMm, floor - profile(share, thick, thin) * perMm];
  });
  const body = `M${left} ${floor} ${top.map(([x, y]) => `L${x} ${y}`).join(" ")} L${left + lengthMm * perMm} ${floor} Z`;
  const set = (end: "thick" | "thin", mm: number) => {
    if (end === "thick") {
      change({ thicknessMm: mm });
    } else change({ thinEndMm: Math.min(mm, piece.thicknessMm) });
  };
  const handle = (end: "thick" | "thin", share: number, mm: number) => {
    const x = left + share * lengthMm * perMm;
    const y = floor - mm * perMm;
    const side = end === "thick" ? -1 : 1;
    return (
      <Grip
        label={`${end} end`}
        testId={`handle-${end}`}
        mm={mm}
        perMm={perMm}
        x={x + side * 34}
        y={y}
        floor={floor}
        set={(value) => set(end, value)}
      >
        <line
          x1={x}
          x2={x + side * 40}
          y1={y}
          y2={y}
          stroke="var(--color-primary)"
          strokeWidth={2}
        />
        <text
          x={x + side * 34}
          y={floor + 20}
          textAnchor="middle"
          fontSize={14}
          fill="currentColor"
        >
          {end} end
        </text>
      </Grip>
    );
  };
  return (
    <div ref={box} style={{ height }} className="select-none">
      <svg width={width} height={height}>
        <title>The piece from its cut side, to scale</title>
        <defs>
          <Frost id={`${clip}-frost`} />
          <clipPath id={clip}>
            <path d={body} />
          </clipPath>
          <linearGradient id={`${clip}-flesh`} x1="0" y1="0" x2="0" y2="1">
            <stop offset="0" stopColor="var(--flesh-top)" />
            <stop offset="1" stopColor="var(--flesh-low)" />
          </linearGradient>
        </defs>
        {/* the board */}
        <line
          x1={0}
          x2={width}
          y1={floor + 1.5}
          y2={floor + 1.5}
          stroke="currentColor"
          strokeWidth={1}
        />
        <g clipPath={`url(#${clip})`}>
          <rect
            x={left}
            y={0}
            width={lengthMm * perMm}
            height={floor}
            fill={`url(#${clip}-flesh)`}
          />
          {/* flakes: leaning arcs, closer towards the thin end */}
          {Array.from({ length: 26 }, (_, i) => {
            const share = 1 - (1 - i / 26) ** 1.25;
            const x = left + share * lengthMm * perMm;
            const h = tallest * perMm;
            return (
              <path
                // biome-ignore lint/suspicious/noArrayIndexKey: lines of a drawing
                key={i}
                d={`M${x - h * 0.12} ${floor} Q${x + h * 0.2} ${floor - h * 0.4} ${x + h * 0.05} ${floor - h}`}
                fill="none"
                stroke="var(--flesh-line)"
                strokeWidth={1.4}
              />
            );
          })}
          {piece.skin === "on" && (
            <>
              <rect x={left} y={floor - 4} width={lengthMm * perMm} height={4} fill="var(--skin)" />
              <line
                x1={left}
                x2={left + lengthMm * perMm}
                y1={floor - 4.5}
                y2={floor - 4.5}
                stroke="var(--skin-sheen)"
              />
            </>
          )}
        </g>
        {piece.state === "frozen" && <path d={body} fill={`url(#${clip}-frost)`} />}
        <path d={body} fill="none" stroke="currentColor" strokeWidth={1.5} />
        {piece.bone && (
          <Bones
            at={[0.1, 0.24, 0.38, 0.52].map((k) => [
              left + k * lengthMm * perMm,
              floor - 0.45 * thick * perMm,
              3.2,
            ])}
          />
        )}
        {piece.scales && piece.skin === "on" && (
          <Scales from={left} to={left + lengthMm * perMm} y={floor} />
        )}
        {piece.scored && <Scores from={left} to={left + lengthMm * perMm} y={floor} up />}
        <Ruler perMm={perMm} floor={floor} roomY={roomY} />
        {handle("thick", 0.05, thick)}
        {handle("thin", 0.97, thin)}
      </svg>
    </div>
  );
}
