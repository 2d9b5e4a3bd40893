// What is done at which time, with names that keep out of each other's way; and the forgiving window as a bracket.
import { LINE, type Scale } from "./scale";

/** Something done at a time. `quiet`: its name gives way to its neighbours'. */
export type Mark = { atS: number; label: string; strong?: boolean; quiet?: boolean };

type Props = { scale: Scale; marks: Mark[]; window: { fromS: number; toS: number } };

export function Marks({ scale, marks, window }: Props) {
  const { x, y, narrow } = scale;
  const right = scale.left + scale.width;
  // A name at the right end stands to the left of its mark, where its neighbour's may be.
  const room = (mark: Mark) => (x(mark.atS) > right - 80 ? 192 : 96);
  // What matters less gives way where there is no room for its name.
  const labelled = marks.filter(
    (mark) =>
      !mark.quiet ||
      marks.every((m) => m === mark || Math.abs(x(m.atS) - x(mark.atS)) > room(mark)),
  );
  const bracketY = scale.top - 8;
  const from = x(window.fromS);
  const to = Math.min(x(window.toS), right);
  return (
    <>
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
              y1={scale.top - (mark.strong ? 12 : 4)}
              y2={y(0) + 6}
              stroke={mark.strong ? "var(--color-primary)" : "currentColor"}
              strokeWidth={mark.strong ? 3 : 1.5}
              strokeDasharray={mark.strong ? undefined : "5 3"}
            />
            {named && (
              <text
                x={x(mark.atS) + (near ? -5 : 5)}
                y={narrow && mark.strong ? 14 + LINE : 14}
                textAnchor={near || x(mark.atS) > right - 74 ? "end" : "start"}
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
    </>
  );
}
