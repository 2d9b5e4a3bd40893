import { describe, expect, it } from "vitest";
import type { Plan } from "../../api";
import { change, tenAnInch } from "./recipe";

describe("times as recipes have them", () => {
  it("knows ten minutes an inch", () => {
    expect(tenAnInch(25.4, 1)).toEqual([600]);
    expect(tenAnInch(50.8, 2)).toEqual([600, 600]);
  });
});

describe("what would make them right", () => {
  const plan = (over: Partial<Plan>) =>
    ({ refused: [], goal: "middle", ...over }) as unknown as Plan;

  it("asks for the least, on the last side", () => {
    expect(change(plan({ change_s: 170 }), [240, 120])).toBe(
      "2:50 longer on the last side makes it right.",
    );
    expect(change(plan({ change_s: -40 }), [600])).toBe("40 s less makes it right.");
    expect(change(plan({ change_s: 0 }), [400, 140])).toBe("That is right for this piece.");
  });

  it("does not undo a first side on the last", () => {
    expect(change(plan({ change_s: -70, off_heat_s: 630 }), [600, 30])).toBe(
      "Take it off at 9:20, before the last side: the first is too long.",
    );
  });

  it("promises no figure, and nothing out of reach", () => {
    expect(change(plan({ goal: "figure" }), [600])).toContain("probe");
    expect(change(plan({ change_s: null }), [600])).toContain("No time");
    const refused = plan({ refused: [{ message: "Throw it away." }] } as unknown as Partial<Plan>);
    expect(change(refused, [600])).toBe("Throw it away.");
  });
});
