import { describe, expect, it } from "vitest";
import { clock, figure, METRIC, parse, rise, scale, span, type Units, withUnit } from ".";

const US: Units = { heat: "F", length: "in", mass: "oz" };

describe("units", () => {
  it("shows fixed points of the scales", () => {
    expect(withUnit(63, "celsius", US)).toBe("145 °F"); // Food Code 3-401.11 prints both
    expect(withUnit(25.4, "millimetre", US)).toBe("1.00 in");
    expect(withUnit(170, "gram", US)).toBe("6.0 oz");
    expect(withUnit(-0.2, "celsius", METRIC)).toBe("0 °C");
    expect(rise(10, US)).toBe("18 °F");
  });

  it("reads back what it shows", () => {
    for (const units of [METRIC, US])
      for (const [quantity, value] of [
        ["celsius", 54],
        ["millimetre", 24],
        ["gram", 170],
      ] as const) {
        const back = parse(figure(value, scale(quantity, units)), quantity, units);
        expect(Math.abs((back ?? Number.NaN) - value)).toBeLessThan(value * 0.01 + 0.3);
      }
  });

  it("takes a comma and refuses what is no number", () => {
    expect(parse("12,5", "millimetre", METRIC)).toBe(12.5);
    for (const bad of ["", "abc", "1e9", "12 g", "NaN", "--3", "3/0", "/8", "1/2/3"])
      expect(parse(bad, "millimetre", METRIC)).toBeNull();
  });

  it("reads inches as they stand on a rule, and a unit that was pasted along", () => {
    expect(parse("7/8", "millimetre", US)).toBeCloseTo(22.225, 6);
    expect(parse("1 1/8", "millimetre", US)).toBeCloseTo(28.575, 6);
    expect(parse("1-1/8 in", "millimetre", US)).toBeCloseTo(28.575, 6);
    expect(parse("25 mm", "millimetre", METRIC)).toBe(25);
    expect(parse("66 °C", "celsius", METRIC)).toBe(66);
    expect(parse("145°F", "celsius", US)).toBeCloseTo(62.78, 2);
  });

  it("writes times as cooks read them", () => {
    expect([clock(364), clock(59.6), clock(3900), clock(-3)]).toEqual([
      "6:04",
      "1:00",
      "1:05:00",
      "0:00",
    ]);
    expect([span(17.4), span(99.4), span(170), span(3900)]).toEqual([
      "17 s",
      "99 s",
      "3 min",
      "1 h 5 min",
    ]);
  });
});
