import { describe, expect, it } from "vitest";
import { inAt } from "./inAt";

const plan = { heat_up_s: 195, party_s: 665 };

describe("when the fish meets the heat", () => {
  it("is so that it is on the plate in time", () => {
    const now = new Date(2026, 10, 25, 19, 0, 0);
    expect(inAt(plan, "19:30", now)).toBe("2026-11-25T19:18:55");
  });

  it("is as soon as the pan is hot when nothing is said, or it is too late", () => {
    const now = new Date(2026, 11, 31, 23, 58, 0);
    expect(inAt(plan, null, now)).toBe("2027-01-01T00:01:15");
    expect(inAt(plan, "23:59", now)).toBe("2027-01-01T00:01:15");
  });
});
