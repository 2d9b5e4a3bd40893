import { describe, expect, it } from "vitest";
import type { Among } from "../../api";
import { acts, readOthers, writeOther } from "./company";

const among = (in_s: number, turn: number, off_s: number) =>
  ({ in_s, turns_s: [turn], off_s, on_heat_s: off_s - in_s }) as Among;

describe("several pieces", () => {
  it("go through the address and back, and a mangled one is nobody", () => {
    const others = [
      { mm: 18, pieces: 2 },
      { mm: 30.5, pieces: 1 },
    ];
    expect(readOthers(others.map(writeOther))).toEqual(others);
    expect(readOthers(["x2", "nonsense", "-4x1", "12"])).toEqual([{ mm: 12, pieces: 1 }]);
  });

  it("are told what to do in order, and once where it is done to all", () => {
    expect(acts([among(0, 300, 500), among(180, 390, 500.5)])).toEqual([
      { s: 0, what: "in", which: 0 },
      { s: 180, what: "in", which: 1 },
      { s: 300, what: "turn", which: 0 },
      { s: 390, what: "turn", which: 1 },
      { s: 500, what: "out", which: null },
    ]);
  });
});
