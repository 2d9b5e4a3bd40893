import { describe, expect, it } from "vitest";
import { METRIC } from "../../units";
import { cardWith, fittedText, fittedValues } from "./fitted";

const held = { key: "hold_c", name: "Pan held at", value: 165, usual: 185, why: "Thick." };
const side = { key: "turn_share", name: "First side", value: 0.82, usual: 0.85, why: "Thick." };

describe("what is fitted to a piece", () => {
  it("goes into the address of the card, and nothing where the usual is right", () => {
    expect(cardWith("sear_skin_first", "fish=hake&mm=28", [held, side])).toBe(
      "/ways/sear_skin_first?fish=hake&mm=28&s.hold_c=165&s.turn_share=0.82",
    );
    expect(cardWith("steam", "fish=hake&mm=28", [])).toBe("/ways/steam?fish=hake&mm=28");
    expect(fittedValues([held])).toEqual({ hold_c: 165 });
  });

  it("is said in the units in use", () => {
    const number = { takes: "number" as const, value: 165, min: 100, max: 300, step: 5 };
    const settings = [
      {
        key: "hold_c",
        name: "Pan held at",
        finer: false,
        main: true,
        control: { ...number, unit: "C", default: 185 },
      },
    ];
    expect(fittedText(held, settings, METRIC)).toContain("Pan held at 165");
    expect(fittedText(held, settings, { ...METRIC, heat: "F" })).toContain("330 °F");
    expect(fittedText(side, settings, METRIC)).toBe("First side 82 %");
  });
});
