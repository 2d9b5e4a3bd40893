// @vitest-environment jsdom
import { describe, expect, it } from "vitest";
import type { Setting } from "../../api";
import { METRIC } from "../../units";
import { settingText } from "./OnPaper";

const setting = (name: string, control: object) => ({ name, control }) as unknown as Setting;

describe("what a card on paper says is set", () => {
  it("has each setting as it stands, in the units chosen, and leaves out what is off", () => {
    const pan = setting("Pan held at", { takes: "number", value: 185, unit: "C" });
    const first = setting("First side", { takes: "number", value: 0.85, unit: "" });
    const steel = setting("Pan", {
      takes: "choice",
      value: "clad",
      options: [
        { key: "clad", name: "clad steel" },
        { key: "iron", name: "cast iron" },
      ],
    });
    const lid = (value: boolean) => setting("Lid", { takes: "flag", value });
    expect(settingText(pan, METRIC)).toBe("Pan held at 185 °C");
    expect(settingText(pan, { ...METRIC, heat: "F" })).toBe("Pan held at 365 °F");
    expect(settingText(first, METRIC)).toBe("First side 85 %");
    expect(settingText(steel, METRIC)).toBe("Pan clad steel");
    expect(settingText(lid(true), METRIC)).toBe("Lid");
    expect(settingText(lid(false), METRIC)).toBeNull();
    // A lid for the last 0 seconds is no lid.
    const none = { ...pan, control: { ...pan.control, value: 0 } } as Setting;
    expect(settingText(none, METRIC)).toBeNull();
  });
});
