// A piece cut across as the core sends it: bytes, moment after moment, row after row from below.
import type { CutOpenWire } from "../api";
import { bytes, STATE_STEPS } from "./field";

type Line = [number, number][];

export type CutOpenField = {
  moments: number;
  columns: number;
  rows: number;
  endS: number;
  wideMm: number;
  highMm: number;
  outline: Line;
  belly: Line;
  state: Uint8Array;
};

export function decodeCutOpen(wire: CutOpenWire): CutOpenField {
  return {
    moments: wire.moments,
    columns: wire.columns,
    rows: wire.rows,
    endS: wire.end_s,
    wideMm: wire.size_mm[0] ?? 1,
    highMm: wire.size_mm[1] ?? 1,
    outline: wire.outline_mm as Line,
    belly: wire.belly_mm as Line,
    state: bytes(wire.state),
  };
}

/** Where between two samples: the first of them and how far past it. */
function between(at: number, of: number): [number, number] {
  const x = Math.min(Math.max(at, 0), of - 1);
  const first = Math.min(Math.floor(x), Math.max(of - 2, 0));
  return [first, x - first];
}

/** Between four samples of one moment, the first of them at `at`. */
function picture(state: Uint8Array, at: number, columns: number, fi: number, fj: number): number {
  const [a, b] = [state[at] ?? 0, state[at + 1] ?? 0];
  const [c, d] = [state[at + columns] ?? 0, state[at + columns + 1] ?? 0];
  const low = a + fi * (b - a);
  return low + fj * (c + fi * (d - c) - low);
}

/** State at a share of the time, of the width from the left and of the height from below: 0 raw to 6 crust. */
export function stateAt(field: CutOpenField, time: number, across: number, up: number): number {
  const { columns, rows, moments } = field;
  const [t, ft] = between(time * (moments - 1), moments);
  const [i, fi] = between(across * columns - 0.5, columns);
  const [j, fj] = between(up * rows - 0.5, rows);
  const now = picture(field.state, (t * rows + j) * columns + i, columns, fi, fj);
  if (ft <= 0) return now / STATE_STEPS;
  const next = picture(field.state, ((t + 1) * rows + j) * columns + i, columns, fi, fj);
  return (now + ft * (next - now)) / STATE_STEPS;
}
