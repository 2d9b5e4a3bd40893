import { describe, expect, it } from "vitest";
import { moved, plateMs, soonest, tidy } from "./done";

const at = (h: number, m: number, day = 30) => new Date(2026, 10, day, h, m, 0);

describe("what is done", () => {
  it("keeps only what says something, and nothing when nothing does", () => {
    expect(tidy({ temper_min: 0, sides: [], salt: null })).toBeNull();
    expect(tidy({ temper_min: 20, sides: [], coat: null })).toEqual({ temper_min: 20 });
    expect(tidy({ thaw: "fridge" })).toEqual({ thaw: "fridge" });
    // What does not do is said by the core: it is not swallowed here.
    expect(tidy({ people: 0 })).toEqual({ people: 0 });
  });
});

describe("the plate on the clock", () => {
  it("is the next time the clock says so, and so many days on", () => {
    expect(plateMs("19:30", 0, at(18, 0))).toBe(at(19, 30).getTime());
    expect(plateMs("19:30", 2, at(18, 0))).toBe(new Date(2026, 11, 2, 19, 30).getTime());
    // What has just been is past today, and to come tomorrow.
    expect(plateMs("17:00", 0, at(18, 0))).toBe(at(17, 0).getTime());
    expect(plateMs("17:00", 1, at(18, 0))).toBe(new Date(2026, 11, 1, 17, 0).getTime());
    // After midnight is tonight still.
    expect(plateMs("00:30", 0, at(23, 50))).toBe(new Date(2026, 11, 1, 0, 30).getTime());
    expect(plateMs(null, 3, at(23, 50))).toBeNull();
  });

  it("is as soon as everything before it can be done", () => {
    expect(soonest(-14 * 60, at(18, 2))).toEqual({ readyBy: "18:20", days: 0 });
    expect(soonest(-48 * 3600, at(18, 0))).toEqual({ readyBy: "18:00", days: 2 });
    expect(soonest(-3600, at(23, 30))).toEqual({ readyBy: "00:30", days: 1 });
  });

  it("comes back as the moment it was asked for, whenever that is", () => {
    for (let h = 0; h < 24; h++)
      for (const before of [-600, -9 * 3600, -30 * 3600, -49 * 3600]) {
        const now = at(h, 10);
        const { readyBy, days } = soonest(before, now);
        const plate = plateMs(readyBy, days, now) ?? 0;
        const wait = (plate - now.getTime()) / 1000;
        expect(wait).toBeGreaterThanOrEqual(-before - 1);
        expect(wait).toBeLessThan(-before + 301);
      }
  });

  it("moves by minutes within its day", () => {
    expect(moved("19:30", 15)).toBe("19:45");
    expect(moved("19:30", -45)).toBe("18:45");
    expect(moved("23:50", 30)).toBe("23:55");
    expect(moved("00:05", -30)).toBe("00:00");
  });
});
