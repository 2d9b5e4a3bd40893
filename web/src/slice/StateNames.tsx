// The names of the states, each where it fits.
import { useMemo } from "react";
import { type Field, levelAt } from "./field";
import { bandOf } from "./palette";
import type { Scale } from "./scale";
import { useTheme } from "./useCanvas";

/** Where a state's name fits: the column in which it is tallest, and its middle there. */
function places(field: Field, names: readonly string[]) {
  const best = names.map(() => ({ run: 0, time: 0, depth: 0, named: false }));
  const columns = 48;
  const rows = 40;
  for (let i = 2; i < columns; i++) {
    let from = 0;
    for (let j = 1; j <= rows; j++) {
      const band = (k: number) => bandOf(levelAt(field, (i + 0.5) / columns, (k + 0.5) / rows));
      if (j < rows && band(j) === band(from)) continue;
      const spot = best[band(from)];
      // A little preference for the middle of the picture keeps names off the edges.
      const run = (j - from) / rows - 0.12 * Math.abs(i / columns - 0.5);
      if (spot && run > spot.run)
        Object.assign(spot, { run, time: (i + 0.5) / columns, depth: (from + j) / 2 / rows });
      from = j;
    }
  }
  // The target is named first; a name that would lie on another is left out.
  for (const i of [2, 0, 3, 4, 5, 1]) {
    const spot = best[i];
    if (!spot) continue;
    const near = best.some(
      (b, k) =>
        k !== i &&
        b.named &&
        Math.abs(b.time - spot.time) < 0.16 &&
        Math.abs(b.depth - spot.depth) < 0.1,
    );
    spot.named = spot.run > 0 && !near;
  }
  return best;
}

/** Of each state its name, in the middle of where it is tallest; `names` from raw to crust. */
export function StateNames(props: { field: Field; names: readonly string[]; scale: Scale }) {
  const { field, names, scale } = props;
  const theme = useTheme();
  const labels = useMemo(() => places(field, names), [field, names]);
  return (
    <>
      {labels.map((spot, i) =>
        spot.named && spot.run * scale.height > 17 ? (
          <text
            // biome-ignore lint/suspicious/noArrayIndexKey: one name a state, in a fixed order
            key={i}
            x={scale.x(spot.time * field.endS)}
            y={scale.y(spot.depth) + 5}
            textAnchor={spot.time > 0.88 ? "end" : "middle"}
            fontSize={15}
            fontWeight={600}
            fill={theme === "night" || i === 0 || i >= 4 ? "#fff" : "#15191f"}
            style={{ paintOrder: "stroke" }}
            stroke={
              theme === "night"
                ? "rgb(8 10 16 / 0.75)"
                : i === 0 || i >= 4
                  ? "rgb(20 24 34 / 0.45)"
                  : "rgb(255 255 255 / 0.5)"
            }
            strokeWidth={3}
          >
            {names[i]}
          </text>
        ) : null,
      )}
    </>
  );
}
