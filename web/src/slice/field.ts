// The slice over time as the core sends it: bytes, column after column, skin side first.
import type { SliceFieldWire } from "../api";

export type Field = {
  times: number;
  depths: number;
  endS: number;
  state: Uint8Array;
  halfC: Uint8Array;
};

/** Steps of a byte a state. */
export const STATE_STEPS = 40;

export function bytes(base64: string): Uint8Array {
  const text = atob(base64);
  // A plain loop: this runs at every step of a dial.
  const read = new Uint8Array(text.length);
  for (let i = 0; i < text.length; i++) read[i] = text.charCodeAt(i);
  return read;
}

/** Several drawings of one plan read it once. */
const decoded = new WeakMap<SliceFieldWire, Field>();

export function decode(wire: SliceFieldWire): Field {
  const known = decoded.get(wire);
  if (known) return known;
  const { times, depths, end_s: endS } = wire;
  const field = { times, depths, endS, state: bytes(wire.state), halfC: bytes(wire.half_c) };
  decoded.set(wire, field);
  return field;
}

function bilinear(field: Field, plane: Uint8Array, time: number, depth: number): number {
  const x = Math.min(Math.max(time, 0), 1) * (field.times - 1);
  const y = Math.min(Math.max(depth * field.depths - 0.5, 0), field.depths - 1);
  const x0 = Math.min(Math.floor(x), field.times - 2);
  const y0 = Math.min(Math.floor(y), field.depths - 2);
  const fy = y - y0;
  const i = x0 * field.depths + y0;
  const j = i + field.depths;
  const [a, b] = [plane[i] ?? 0, plane[i + 1] ?? 0];
  const [c, d] = [plane[j] ?? 0, plane[j + 1] ?? 0];
  const left = a + fy * (b - a);
  return left + (x - x0) * (c + fy * (d - c) - left);
}

/** State at shares of the time and of the depth (0 skin): 0 raw to 6 crust. */
export function levelAt(field: Field, time: number, depth: number): number {
  return bilinear(field, field.state, time, depth) / STATE_STEPS;
}

export function celsiusAt(field: Field, time: number, depth: number): number {
  return bilinear(field, field.halfC, time, depth) / 2;
}

/** Coldest point at a share of the time, C. */
export function coreAt(field: Field, time: number): number {
  let coldest = Number.POSITIVE_INFINITY;
  for (let j = 0; j < field.depths; j++)
    coldest = Math.min(coldest, celsiusAt(field, time, (j + 0.5) / field.depths));
  return coldest;
}
