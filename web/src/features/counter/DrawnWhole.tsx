// A whole fish cut across at its thickest, to scale, lying on its side on the board.
import { useId } from "react";
import type { Piece } from "../../card";
import { useWidth } from "../../slice";
import { Grip, MAX_MM, MIN_MM } from "./Grip";
import { Bones, Frost } from "./Marks";
import { Ruler } from "./Ruler";

type Props = {
  piece: Piece;
  /** Back to belly, as the core has it; null while it is asked. */
  highMm: number | null;
  change: (part: Partial<Piece>) => void;
  height: number;
};

const PAD = { left: 96, right: 40, top: 18, bottom: 34 };
export function DrawnWhole({ piece, highMm, change, height }: Props) {
  const id = useId();
  const [box, width] = useWidth<HTMLDivElement>();
  const mm = Math.min(Math.max(piece.thicknessMm, MIN_MM), MAX_MM);
  const roomX = Math.max(width - PAD.left - PAD.right, 100);
  const roomY = height - PAD.top - PAD.bottom;
  const deepMm = Math.max(highMm ?? mm, mm);
  const perMm = Math.min(roomX / deepMm, roomY / Math.max(40, mm * 1.15));
  const floor = height - PAD.bottom;
  const [cx, cy] = [PAD.left + roomX / 2, floor - (mm * perMm) / 2];
  const [rx, ry] = [(deepMm * perMm) / 2, (mm * perMm) / 2];
  // An egg: the back to the left, the belly to the right with its cavity.
  const outline = `M${cx - rx} ${cy} C${cx - rx} ${cy - ry * 1.25} ${cx + rx * 0.35} ${cy - ry * 1.22} ${cx + rx} ${cy} C${cx + rx * 0.35} ${cy + ry * 1.22} ${cx - rx} ${cy + ry * 1.25} ${cx - rx} ${cy} Z`;
  const top = floor - mm * perMm;
  const grip = cx - rx - 24;
  return (
    <div ref={box} style={{ height }} className="select-none">
      <svg width={width} height={height}>
        <title>The fish cut across at its thickest, to scale</title>
        <defs>
          <Frost id={`${id}-frost`} />
          <linearGradient id={`${id}-flesh`} x1="0" y1="0" x2="0" y2="1">
            <stop offset="0" stopColor="var(--flesh-top)" />
            <stop offset="1" stopColor="var(--flesh-low)" />
          </linearGradient>
          <clipPath id={`${id}-body`}>
            <path d={outline} />
          </clipPath>
        </defs>
        <line x1={0} x2={width} y1={floor + 1.5} y2={floor + 1.5} stroke="currentColor" />
        <g clipPath={`url(#${id}-body)`}>
          <rect x={0} y={0} width={width} height={height} fill={`url(#${id}-flesh)`} />
          {/* rings of muscle above and below the spine */}
          {[0.28, 0.46, 0.64, 0.82].map((k) => (
            <g key={k} fill="none" stroke="var(--flesh-line)" strokeWidth={1.4}>
              <ellipse
                cx={cx - rx * 0.2}
                cy={cy - ry * 0.48}
                rx={rx * 0.72 * k}
                ry={ry * 0.42 * k}
              />
              <ellipse
                cx={cx - rx * 0.2}
                cy={cy + ry * 0.48}
                rx={rx * 0.72 * k}
                ry={ry * 0.42 * k}
              />
            </g>
          ))}
          <path
            d={`M${cx + rx * 0.16} ${cy} Q${cx + rx * 0.5} ${cy - ry * 0.5} ${cx + rx} ${cy} Q${cx + rx * 0.5} ${cy + ry * 0.5} ${cx + rx * 0.16} ${cy} Z`}
            fill="var(--color-base-100)"
            stroke="currentColor"
          />
          {piece.state === "frozen" && (
            <rect x={0} y={0} width={width} height={height} fill={`url(#${id}-frost)`} />
          )}
        </g>
        {piece.bone && (
          <>
            <line
              x1={cx - rx * 0.92}
              x2={cx + rx * 0.05}
              y1={cy}
              y2={cy}
              stroke="currentColor"
              strokeWidth={1.2}
            />
            <Bones at={[[cx, cy, Math.max(4, ry * 0.11)]]} />
          </>
        )}
        <path
          d={outline}
          fill="none"
          stroke={piece.skin === "on" ? "var(--skin)" : "currentColor"}
          strokeWidth={piece.skin === "on" ? 4 : 1.5}
        />
        {piece.scales && (
          <path
            d={outline}
            fill="none"
            stroke="currentColor"
            strokeWidth={9}
            strokeDasharray="1.5 7"
            opacity={0.75}
          />
        )}
        {piece.scored &&
          [-0.55, -0.25, 0.05].map((k) => (
            <path
              key={k}
              d={`M${cx + rx * k} ${cy - ry * 0.99} l5 ${ry * 0.34} l5 ${-ry * 0.34}`}
              fill="var(--color-base-100)"
              stroke="currentColor"
              strokeWidth={1.3}
            />
          ))}
        <Ruler perMm={perMm} floor={floor} roomY={roomY} />
        <Grip
          label="body thickness"
          testId="handle-body"
          mm={mm}
          perMm={perMm}
          x={grip}
          y={top}
          floor={floor}
          set={(thicknessMm) => change({ thicknessMm, thinEndMm: null })}
        >
          <line
            x1={grip}
            x2={cx}
            y1={top}
            y2={top}
            stroke="var(--color-primary)"
            strokeDasharray="3 4"
          />
        </Grip>
        <text x={cx - rx} y={floor + 20} fontSize={14} fill="currentColor">
          back
        </text>
        <text x={cx + rx} y={floor + 20} fontSize={14} fill="currentColor" textAnchor="end">
          belly
        </text>
      </svg>
    </div>
  );
}
