// The slice at a moment, in shares of its thickness: what a picture says to who sees it.
import { type Field, levelAt } from "./field";
import { bandOf, STATES } from "./palette";

/** So many layers are asked. */
const LAYERS = 40;

/** Share of the thickness in each state, raw to crust, at a share of the time. */
export function sharesAt(field: Field, time: number): number[] {
  const shares = STATES.map(() => 0);
  for (let k = 0; k < LAYERS; k++) {
    const band = bandOf(levelAt(field, time, (k + 0.5) / LAYERS));
    shares[band] = (shares[band] ?? 0) + 1 / LAYERS;
  }
  return shares;
}
