// The slice over time as a band: what was, where it is now, what will be; the acts as marks on it.
import { useMemo } from "react";
import type { Standing } from "../../api";
import { decode, Thumb, useWidth } from "../../slice";
import { clock } from "../../units";

const HIGH = 34;
const NAMES: Record<string, string> = {
  turn: "turn",
  set_aside: "aside",
  into_oven: "oven",
  lid_on: "lid",
  fire_low: "low",
  halfway: "half",
  off: "off",
};

export function Band({ told, foldS }: { told: Standing; foldS: number }) {
  const [ref, width] = useWidth<HTMLDivElement>();
  const field = useMemo(() => (told.field ? decode(told.field) : null), [told.field]);
  if (!field) return null;
  const x = (s: number) => `${Math.min(Math.max((100 * s) / field.endS, 0), 100)}%`;
  const marks = told.happens.filter((one) => one.what !== "in");
  // A name that would lie under the next one is left out.
  const crowded = (atS: number) =>
    marks.some((other) => other.at_s > atS && other.at_s - atS < 0.06 * field.endS);
  return (
    <div className="strip-band" ref={ref}>
      <Thumb
        field={field}
        width={width}
        height={HIGH}
        offS={told.off_heat_s}
        title={`The slice over time: now ${clock(foldS)}, off at ${clock(told.off_heat_s)}`}
      />
      {told.phase === "on_heat" && (
        <span
          className="band-range"
          style={{
            left: x(told.look_from_s),
            width: `calc(${x(told.latest_s)} - ${x(told.look_from_s)})`,
          }}
        />
      )}
      {marks.map((one) => (
        <span key={`${one.what}${one.at_s}`} className="band-mark" style={{ left: x(one.at_s) }}>
          {crowded(one.at_s) ? null : <span className="band-name">{NAMES[one.what] ?? ""}</span>}
        </span>
      ))}
      <span className="band-now" style={{ left: x(foldS) }} />
    </div>
  );
}
