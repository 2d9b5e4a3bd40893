import { describe, expect, it } from "vitest";
import { decodeCutOpen, stateAt } from "./cutOpen";
import { celsiusAt, coreAt, decode, levelAt } from "./field";
import { bandOf, colourOf, FROM, type Rgb, rgb } from "./palette";
import { sharesAt } from "./told";

const encode = (bytes: number[]) => btoa(String.fromCharCode(...bytes));

describe("the field", () => {
  // Two times of three depths: raw at first, then set from the skin up.
  const field = decode({
    times: 2,
    depths: 3,
    end_s: 100,
    state: encode([0, 0, 0, 120, 80, 40]),
    half_c: encode([16, 16, 16, 120, 100, 90]),
  });

  it("says how much of it is in which state", () => {
    const raw = sharesAt(field, 0);
    expect(raw[0]).toBeCloseTo(1);
    const shares = sharesAt(field, 1);
    expect(shares.reduce((a, b) => a + b)).toBeCloseTo(1);
    expect(shares[0]).toBe(0);
    expect(shares[1]).toBeGreaterThan(0.3);
    expect(shares[2]).toBeGreaterThan(0.3);
  });

  it("reads samples where they stand and straight lines between", () => {
    expect(levelAt(field, 1, 0.5 / 3)).toBeCloseTo(3);
    expect(levelAt(field, 1, 0.5)).toBeCloseTo(2);
    expect(levelAt(field, 0.5, 0.5)).toBeCloseTo(1);
    expect(celsiusAt(field, 0, 0.9)).toBeCloseTo(8);
  });

  it("finds the coldest point and holds at the edges", () => {
    expect(coreAt(field, 1)).toBeCloseTo(45);
    expect(levelAt(field, 7, -3)).toBeCloseTo(3);
  });
});

describe("the piece cut open", () => {
  // Two moments of two rows of three: raw, then done from below on the right.
  const opened = decodeCutOpen({
    moments: 2,
    columns: 3,
    rows: 2,
    size_mm: [60, 30],
    outline_mm: [
      [0, 0],
      [60, 0],
      [60, 30],
    ],
    belly_mm: [],
    end_s: 300,
    middle_c: [8, 54],
    coldest_c: [8, 50],
    state: encode([0, 0, 0, 0, 0, 0, 0, 40, 80, 0, 0, 40]),
  });

  it("reads from the left and from below, and straight lines between moments", () => {
    expect(stateAt(opened, 1, 5 / 6, 1 / 4)).toBeCloseTo(2);
    expect(stateAt(opened, 1, 5 / 6, 3 / 4)).toBeCloseTo(1);
    expect(stateAt(opened, 1, 1 / 6, 1 / 4)).toBeCloseTo(0);
    expect(stateAt(opened, 0.5, 5 / 6, 1 / 4)).toBeCloseTo(1);
    expect(stateAt(opened, 1, 1, 0)).toBeCloseTo(2);
    expect([opened.wideMm, opened.highMm]).toEqual([60, 30]);
  });
});

describe("the palette", () => {
  /** CIE lightness of an sRGB colour. */
  const lightness = ([r, g, b]: Rgb) => {
    const lin = [r, g, b].map((v) => (v <= 10.3 ? v / 3294.6 : ((v / 255 + 0.055) / 1.055) ** 2.4));
    const y = 0.2126 * (lin[0] ?? 0) + 0.7152 * (lin[1] ?? 0) + 0.0722 * (lin[2] ?? 0);
    return 116 * Math.cbrt(y) - 16;
  };

  /** Deuteranopia and protanopia after Vienot, Brettel and Mollon 1999 (linear RGB). */
  const SEEN = {
    protan: [
      [0.11238, 0.88762, 0],
      [0.11238, 0.88762, 0],
      [0.00401, -0.00401, 1],
    ],
    deutan: [
      [0.29275, 0.70725, 0],
      [0.29275, 0.70725, 0],
      [-0.02234, 0.02234, 1],
    ],
  };
  const as = (kind: keyof typeof SEEN, colour: Rgb): Rgb => {
    const lin = colour.map((v) => (v / 255) ** 2.2);
    return SEEN[kind].map((row) => {
      const v = row.reduce((sum, k, i) => sum + k * (lin[i] ?? 0), 0);
      return 255 * Math.max(0, Math.min(1, v)) ** (1 / 2.2);
    }) as Rgb;
  };

  it("knows the state of a level", () => {
    expect([0, 0.99, 1, 2.5, 3, 4.9, 5.2, 5.3, 6].map(bandOf)).toEqual([0, 0, 1, 2, 3, 4, 4, 5, 5]);
  });

  it("turns OKLCH into sRGB as CSS does", () => {
    expect(rgb([1, 0, 0])).toEqual([255, 255, 255]);
    expect(rgb([0.628, 0.2577, 29.23])).toEqual([255, 0, 0]);
  });

  it("keeps neighbouring states apart, also for colour-blind eyes", () => {
    for (const theme of ["day", "night"] as const)
      for (let band = 1; band < 6; band++) {
        const edge = FROM[band] as number;
        const [a, b] = [colourOf(edge - 0.04, theme), colourOf(edge + 0.04, theme)];
        for (const see of [
          (c: Rgb) => c,
          (c: Rgb) => as("protan", c),
          (c: Rgb) => as("deutan", c),
        ]) {
          const apart = Math.abs(lightness(see(a)) - lightness(see(b)));
          const hue = Math.abs(
            (see(a)[0] ?? 0) - (see(a)[2] ?? 0) - ((see(b)[0] ?? 0) - (see(b)[2] ?? 0)),
          );
          expect(apart + hue / 6, `${theme} ${band}`).toBeGreaterThan(9);
        }
      }
  });

  it("is lightest in the target", () => {
    for (const theme of ["day", "night"] as const) {
      const tops = [0.5, 1.5, 2.5, 3.5, 4.5, 5.7].map((l) => lightness(colourOf(l, theme)));
      expect(tops.indexOf(Math.max(...tops))).toBe(2);
      expect(tops[0]).toBeLessThan(tops[1] ?? 0);
      expect(tops[3]).toBeGreaterThan(tops[4] ?? 100);
      expect(tops[4]).toBeGreaterThan(tops[5] ?? 100);
    }
  });
});
