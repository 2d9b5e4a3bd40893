import { describe, expect, it } from "vitest";
import type { Plan } from "../../api";
import { FIRST } from "../../card";
import { METRIC } from "../../units";
import { difference, happening, toggled, WHAT_IFS } from "./whatIf";

const plan = (over: Partial<Plan> = {}) =>
  ({
    heating: [{ what: "pan", to_c: 215, s: 180 }],
    pan_low_c: 150,
    oil_low_c: null,
    liquid_low_c: null,
    core_peak_c: 53,
    overcooked_share: 0.44,
    crisp_mm: 0.9,
    rest_s: 120,
    settings: [],
    acts: [{ what: "heat_up", needs: [{ like: "pans", thing: "clad" }] }],
    ...over,
  }) as unknown as Plan;
const named = (key: string) => WHAT_IFS.find((w) => w.key === key) as (typeof WHAT_IFS)[number];

describe("what if", () => {
  it("puts what happens together into one question", () => {
    const piece = { ...FIRST, thicknessMm: 25, startC: 8, pieces: 3 };
    expect(happening(["late", "thicker", "cold", "cooler", "crowded"], piece, plan())).toEqual({
      late_s: 30,
      truth: {
        thickness_mm: 27,
        start_c: 2,
        things: { clad: { kelvins: -25 } },
        pieces: 6,
      },
      forgets: {},
    });
    expect(happening([], piece, plan())).toEqual({
      late_s: 0,
      truth: undefined,
      forgets: {},
    });
    // Nothing is colder than frozen, and no piece thinner than any.
    const frozen = happening(
      ["cold", "thinner"],
      { ...piece, startC: -18, thicknessMm: 3 },
      plan(),
    );
    expect(frozen.truth).toEqual({ start_c: -18, thickness_mm: 2 });
  });

  it("moves the pan or the oven of what has both, and not the other", () => {
    const both = plan({
      heating: [
        { what: "oven", to_c: 200, s: 700 },
        { what: "pan", to_c: 215, s: 180 },
      ],
      acts: [
        { what: "heat_up", needs: [{ like: "pans", thing: "small" }] },
        { what: "into_oven", needs: [{ like: "ovens", thing: "home" }] },
      ] as unknown as Plan["acts"],
    });
    const truth = (...keys: string[]) => happening(keys, FIRST, both).truth;
    expect(truth("cooler")).toEqual({ things: { small: { kelvins: -25 } } });
    expect(truth("oven_cooler")).toEqual({ things: { home: { kelvins: -15 } } });
    expect(truth("cooler", "oven_cooler")).toEqual({
      things: { small: { kelvins: -25 }, home: { kelvins: -15 } },
    });
    expect(named("oven_cooler").where?.(plan(), FIRST)).toBe(false);
  });

  it("offers only what can be: boiling water is as hot as it is", () => {
    const steam = plan({ heating: [{ what: "liquid", to_c: 100, s: 480 }], pan_low_c: null });
    const offered = WHAT_IFS.filter((w) => w.where?.(steam, FIRST) ?? true).map((w) => w.key);
    expect(offered).not.toContain("cooler");
    expect(offered).not.toContain("crowded");
    // Nor is there a hob under a dish in the oven, whose answer has no pan in it at all.
    const { pan_low_c: _, oil_low_c: _o, liquid_low_c: _l, ...bare } = plan();
    const roast = { ...bare, heating: [{ what: "oven", to_c: 200, s: 700 }] } as Plan;
    const there = WHAT_IFS.filter((w) => w.where?.(roast, FIRST) ?? true).map((w) => w.key);
    expect(there).toContain("cooler");
    expect(there).not.toContain("crowded");
    expect(there).not.toContain("hob");
    // And an address that asks for it all the same is not asked.
    expect(happening(["cooler", "hob"], FIRST, steam).truth).toBeUndefined();
  });

  it("lets late and early, thicker and thinner exclude each other", () => {
    expect(toggled(["late", "cold"], named("early"))).toEqual(["cold", "early"]);
    expect(toggled(["late"], named("late"))).toEqual([]);
  });

  it("forgets a lid only where one is on, and thins all of it to the thin end", () => {
    const lid = (value: boolean) =>
      [
        {
          key: "lid",
          name: "Lid",
          finer: false,
          main: false,
          control: { takes: "flag", value, default: true },
        },
      ] as Plan["settings"];
    expect(happening(["no_lid"], FIRST, plan({ settings: lid(true) })).forgets).toEqual({
      lid: false,
    });
    expect(happening(["no_lid"], FIRST, plan({ settings: lid(false) })).forgets).toEqual({});
    const tapered = { ...FIRST, thicknessMm: 25, thinEndMm: 14 };
    expect(happening(["thin_end", "left"], tapered, plan()).truth).toEqual({
      thickness_mm: 14,
      left_in: true,
    });
    expect(happening(["thin_end"], { ...tapered, thinEndMm: null }, plan()).truth).toBeUndefined();
    expect(toggled(["thicker"], named("thin_end"))).toEqual(["thin_end"]);
  });

  it("says what it made of the piece, and when it made nothing of it", () => {
    const late = plan({ core_peak_c: 56.2, overcooked_share: 0.49 });
    expect(difference(plan(), late, METRIC)).toBe(
      "The middle lands at 56 °C, not 53; 5 points more overcooked.",
    );
    expect(difference(plan(), plan(), METRIC)).toContain("no difference");
    const fahrenheit = difference(plan(), late, { ...METRIC, heat: "F" });
    expect(fahrenheit).toContain("133 °F, not 127");
  });
});
