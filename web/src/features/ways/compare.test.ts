import { describe, expect, it } from "vitest";
import type { Plan, Way } from "../../api";
import { METRIC } from "../../units";
import { best, COMPARED, IN_FRONT, said, split } from "./compare";

const way = (kind: string, reasons: [string, string][] = []) =>
  ({
    kind,
    name: kind,
    summary: "what it is",
    reasons: reasons.map(([code, message]) => ({ code, good: true, message })),
  }) as unknown as Way;
const kinds = (ways: Way[]) => ways.map((w) => w.kind).join("");
const all = [..."abcdefg"].map((kind) => way(kind));

describe("what stands in front", () => {
  it("is the first few, in the order of the ranking", () => {
    const { front, behind } = split(all, []);
    expect(kinds(front)).toBe("abcde");
    expect(kinds(behind)).toBe("fg");
    expect(split([], ["a"])).toEqual({ front: [], behind: [] });
  });

  it("makes room for what is asked beside the first, and never for more than there is", () => {
    expect(kinds(split(all, ["g"]).front)).toBe("abcdg");
    expect(kinds(split(all, ["g", "f"]).front)).toBe("abcfg");
    const crowded = split(all, ["g", "f", "e", "d", "c", "b"]);
    expect(crowded.front).toHaveLength(IN_FRONT);
    expect(kinds(crowded.front)[0]).toBe("a");
    // Nobody's way, or one that is out tonight.
    expect(kinds(split(all, ["nobody"]).front)).toBe("abcde");
  });
});

describe("differences", () => {
  const plan = (to_plate_s: number, crisp_mm: number) =>
    ({
      to_plate_s,
      crisp_mm,
      crust: crisp_mm < 0.05 ? "none" : "crisp",
    }) as Plan;
  const of = (key: string) => COMPARED.find((one) => one.key === key) as (typeof COMPARED)[number];

  it("marks what reads best, and nothing where all read alike", () => {
    const plans = [plan(840, 0.9), plan(1380, 1.4), plan(850, 0)];
    expect([...best(of("plate"), plans, METRIC)]).toEqual(["14 min"]);
    expect([...best(of("crust"), plans, METRIC)]).toEqual(["1.4 mm"]);
    expect(best(of("plate"), [plan(840, 0), plan(851, 0)], METRIC).size).toBe(0);
  });

  it("says none for no crust, in either unit", () => {
    expect(of("crust").text(plan(0, 0.02), METRIC)).toBe("none");
    expect(of("crust").text(plan(0, 1.27), { ...METRIC, length: "in" })).toBe("1/16 in");
  });
});

describe("why", () => {
  it("leaves out what the figures under it say", () => {
    const one = way("a", [
      ["fit", "Plain, for a sauce."],
      ["time", "On the plate in 14 minutes."],
      ["unmet", "Not what you asked for tonight."],
    ]);
    expect(said(one)).toEqual({
      why: "Plain, for a sauce.",
      but: "Not what you asked for tonight.",
    });
    // What has nothing else to say says its figure; what has nothing says what it is.
    expect(said(way("b", [["time", "On the plate in 9 minutes."]])).why).toContain("9 minutes");
    expect(said(way("c")).why).toBe("what it is");
  });
});
