// Where a moment and a depth lie in the picture of a slice over time, px.
export type Scale = {
  /** Of the picture inside its edges. */
  left: number;
  top: number;
  width: number;
  height: number;
  /** Too narrow for all names on one line. */
  narrow: boolean;
  x: (s: number) => number;
  /** Of a share of the thickness from the skin side. */
  y: (depth: number) => number;
};

const ROOM = { left: 44, right: 12, top: 30, bottom: 46 };
/** Narrower than this, names stand on two lines, px. */
const NARROW = 520;
export const LINE = 16;

export function scaleOf(width: number, height: number, endS: number): Scale {
  const narrow = width < NARROW;
  const [left, top] = [ROOM.left, ROOM.top + (narrow ? LINE : 0)];
  const wide = Math.max(width - left - ROOM.right, 10);
  const high = height - top - ROOM.bottom;
  return {
    left,
    top,
    width: wide,
    height: high,
    narrow,
    x: (s) => left + (s / endS) * wide,
    y: (depth) => top + (1 - depth) * high,
  };
}
