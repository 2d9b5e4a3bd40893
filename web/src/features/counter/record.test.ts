import { describe, expect, it } from "vitest";
import { answersOf, formOf, fresh, knownOf, NOTHING } from "./record";

describe("what is known of the fish in hand", () => {
  it("is nothing for another fish: a freezing record does not pass on", () => {
    const frozen = { ...fresh("mackerel", "2026-05-01"), frozenAtC: -20, warmHours: 2 };
    expect(knownOf(frozen, "mackerel", "2026-05-01")).toBe(frozen);
    expect(knownOf(frozen, "hake", "2026-05-01")).toEqual(fresh("hake", "2026-05-01"));
  });

  it("is nothing the day after: next week's mackerel was not frozen", () => {
    const frozen = { ...fresh("mackerel", "2026-05-01"), farmed: true, frozenAtC: -20 };
    expect(knownOf(frozen, "mackerel", "2026-05-02")).toEqual(fresh("mackerel", "2026-05-02"));
  });

  it("keeps the looks of one form apart from those of another", () => {
    const record = {
      ...NOTHING,
      looks: { "whole.smell": 2, "fillet.smell": 0, "fillet.sheen": 1 },
    };
    expect(answersOf(record, "fillet")).toEqual({ smell: 0, sheen: 1 });
    expect(answersOf(record, "frozen")).toEqual({});
  });

  it("asks for the list that fits the piece", () => {
    expect(formOf("whole_flat", "fresh")).toBe("whole");
    expect(formOf("small_whole", "thawed")).toBe("whole");
    expect(formOf("steak", "fresh")).toBe("fillet");
    expect(formOf("whole_round", "frozen")).toBe("frozen");
  });
});
