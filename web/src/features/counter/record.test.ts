import { describe, expect, it } from "vitest";
import { answersOf, formOf, knownOf, NOTHING } from "./record";

describe("what is known of the fish in hand", () => {
  it("is nothing for another fish: a freezing record does not pass on", () => {
    const frozen = { ...NOTHING, of: "mackerel", frozenAtC: -20, warmHours: 2 };
    expect(knownOf(frozen, "mackerel")).toBe(frozen);
    expect(knownOf(frozen, "hake")).toEqual({ ...NOTHING, of: "hake" });
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
