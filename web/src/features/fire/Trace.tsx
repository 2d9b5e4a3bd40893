// What a probe showed against what was to be expected.
import type { Standing } from "../../api";
import { useWidth } from "../../slice";
import { useUnits } from "../../ui";
import { clock, rise, withUnit } from "../../units";

const HIGH = 72;

export function Trace({ told }: { told: Standing }) {
  const [ref, width] = useWidth<HTMLDivElement>();
  const units = useUnits();
  const { trace } = told;
  const last = trace.at(-1);
  // One or two by hand are no line.
  if (!last || trace.length < 3) return null;
  const from = trace[0]?.at_s ?? 0;
  const span = Math.max(last.at_s - from, 1);
  const all = trace.flatMap((p) => [p.c, p.expected_c, p.low_c, p.high_c]);
  const [low, high] = [Math.min(...all) - 1, Math.max(...all) + 1];
  const x = (s: number) => 4 + ((s - from) / span) * (width - 8);
  const y = (c: number) => HIGH - 4 - ((c - low) / (high - low)) * (HIGH - 8);
  const line = (of: "expected_c" | "believed_c") =>
    trace.map((p, i) => `${i === 0 ? "M" : "L"}${x(p.at_s)} ${y(p[of])}`).join("");
  const band = [
    ...trace.map((p) => `${x(p.at_s)} ${y(p.high_c)}`),
    ...[...trace].reverse().map((p) => `${x(p.at_s)} ${y(p.low_c)}`),
  ].join("L");
  return (
    <div ref={ref} className="pt-1" data-testid="trace">
      {width > 0 && (
        <svg
          width={width}
          height={HIGH}
          role="img"
          aria-label={`Probe ${withUnit(last.c, "celsius", units)} at ${clock(last.at_s)}, expected ${withUnit(last.expected_c, "celsius", units)}`}
        >
          <path d={`M${band}Z`} className="fill-primary" opacity={0.18} />
          <path
            d={line("expected_c")}
            fill="none"
            stroke="currentColor"
            strokeDasharray="3 4"
            opacity={0.6}
          />
          <path d={line("believed_c")} fill="none" className="stroke-primary" strokeWidth={2} />
          {trace.map((p) =>
            p.counted ? (
              <circle key={p.at_s} cx={x(p.at_s)} cy={y(p.c)} r={3.5} fill="currentColor" />
            ) : (
              <path
                key={p.at_s}
                d={`M${x(p.at_s) - 4} ${y(p.c) - 4}l8 8m0 -8l-8 8`}
                className="stroke-error"
                strokeWidth={2}
              />
            ),
          )}
        </svg>
      )}
      <p className="text-small">
        Probe <strong>{withUnit(last.c, "celsius", units)}</strong>, planned{" "}
        {withUnit(last.expected_c, "celsius", units)} (dashed), believed{" "}
        {withUnit(last.believed_c, "celsius", units)} (line, eight in ten within the shade).
        {told.probe_off_mm != null &&
          ` The tip is likely ${withUnit(Math.abs(told.probe_off_mm), "millimetre", units)} off the middle, and reads ${rise(Math.abs(last.c - last.believed_c), units)} off.`}
      </p>
    </div>
  );
}
