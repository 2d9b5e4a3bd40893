import { describe, expect, it } from "vitest";
import {
  byHand,
  clock,
  figure,
  METRIC,
  parse,
  rise,
  scale,
  span,
  typedFigure,
  type Units,
  withUnit,
} from ".";

const US: Units = { heat: "F", length: "in", mass: "oz" };

describe("units", () => {
  it("shows fixed points of the scales", () => {
    expect(withUnit(63, "celsius", US)).toBe("145 °F"); // Food Code 3-401.11 prints both
    expect(withUnit(25.4, "millimetre", US)).toBe("1 in");
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
        // Eighths of an inch are 3.2 mm apart.
        expect(Math.abs((back ?? Number.NaN) - value)).toBeLessThan(value * 0.03 + 0.9);
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

  it("rounds as hands and dials do, and keeps what was typed", () => {
    expect([195, 215, 245, 63, 100].map((c) => withUnit(c, "celsius", US))).toEqual([
      "385 °F",
      "420 °F",
      "475 °F",
      "145 °F",
      "212 °F",
    ]);
    expect([22, 25, 28.6, 14].map((mm) => withUnit(mm, "millimetre", US))).toEqual([
      "7/8 in",
      "1 in",
      "1 1/8 in",
      "9/16 in",
    ]);
    expect(withUnit(1.42, "millimetre", US, 1)).toBe("1/16 in");
    expect(withUnit(0.2, "millimetre", US, 1)).toBe("under 1/32 in");
    expect(withUnit(300, "across", US)).toBe("12 in");
    const mm = scale("millimetre", METRIC);
    expect([typedFigure(22.5, mm), typedFigure(22, mm), figure(22.5, mm)]).toEqual([
      "22.5",
      "22",
      "23",
    ]);
  });

  it("reads minutes, minutes and seconds, hours, seconds", () => {
    const read = (text: string) => parse(text, "minute", METRIC);
    expect(
      ["4", "4.5", "4,5 min", "4:30", "90 s", " 2 minutes ", "1:02:00", "1.5 h"].map(read),
    ).toEqual([240, 270, 270, 270, 90, 120, 3720, 5400]);
    for (const bad of ["", "-3", "four", "4:75", "1e9", "999"]) expect(read(bad)).toBeNull();
    expect(figure(270, scale("minute", METRIC))).toBe("4:30");
  });

  it("tells what a hand is to keep to five seconds, what is promised never sooner", () => {
    expect([byHand(41), byHand(46.9), byHand(243.9), byHand(3)]).toEqual([
      "0:40",
      "0:45",
      "4:05",
      "0:05",
    ]);
    expect([byHand(241, true), byHand(245, true), byHand(245.1, true)]).toEqual([
      "4:05",
      "4:05",
      "4:10",
    ]);
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
