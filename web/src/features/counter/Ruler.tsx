import { useUnits } from "../../ui";
import { figure, scale } from "../../units";

/** A ruler up the left side, in the cook's unit, its ticks no nearer than 9 px. */
export function Ruler({ perMm, floor, roomY }: { perMm: number; floor: number; roomY: number }) {
  const units = useUnits();
  const at = scale("millimetre", units);
  const fine = units.length === "mm" ? 5 : 25.4 / 8;
  const tick = fine * 2 ** Math.max(0, Math.ceil(Math.log2(9 / (fine * perMm))));
  const major = units.length === "mm" ? 2 : 4;
  const ticks = Array.from({ length: Math.floor(roomY / perMm / tick) + 1 }, (_, i) => i * tick);
  return (
    <>
      {ticks.map((mm, i) => {
        const y = floor - mm * perMm;
        const long = i % major === 0;
        return (
          <g key={mm} opacity={0.8}>
            <line x1={0} x2={long ? 14 : 8} y1={y} y2={y} stroke="currentColor" />
            {long && i > 0 && (
              <text x={18} y={y + 4.5} fontSize={13} fill="currentColor" className="figures">
                {figure(mm, at)}
              </text>
            )}
          </g>
        );
      })}
      <text x={0} y={12} fontSize={13} fill="currentColor" opacity={0.8}>
        {at.unit}
      </text>
    </>
  );
}
