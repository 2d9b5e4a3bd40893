import { describe, expect, it } from "vitest";
import type { Fish } from "../api";
import { asked, FIRST, fromQuery, fromRequest, search, target, toQuery } from ".";

describe("the piece in an address", () => {
  it("comes back as it went", () => {
    for (const piece of [
      FIRST,
      { ...FIRST, thinEndMm: null, level: "well", skin: "off" as const, startC: -0.5 },
      { ...FIRST, atRisk: true, state: "frozen" as const, startC: -18, bone: true, widthMm: 45 },
      {
        ...FIRST,
        own: {
          name: "Harbour & bream",
          family: "lean_flaky",
          protein_share: 0.19,
          fat_share: 0.03,
        },
      },
    ])
      expect(fromQuery(toQuery(piece))).toEqual(piece);
  });

  it("is none without a fish or a thickness, and never a NaN", () => {
    expect(fromQuery(new URLSearchParams("fish=cod"))).toBeNull();
    expect(fromQuery(new URLSearchParams("fish=cod&mm=abc&n=x"))).toMatchObject({
      thicknessMm: 25,
      pieces: 1,
    });
  });

  it("takes a mangled fish of one's own for none", () => {
    expect(fromQuery(new URLSearchParams("fish=cod&mm=20&own={"))?.own).toBeNull();
    expect(fromQuery(new URLSearchParams("fish=cod&mm=20&own=7"))?.own).toBeNull();
  });

  it("comes back from what a card keeps", () => {
    const piece = { ...FIRST, level: "flaking" };
    const request = { piece: asked(piece), target: target(piece), method: { kind: "slow_bake" } };
    expect(fromRequest(request)).toEqual(piece);
  });

  it("does not take a fish of one's own for one that ships", () => {
    const own = { name: "Quay cod", family: "lean_flaky", protein_share: 0.17, fat_share: 0.01 };
    const back = fromRequest({ piece: asked({ ...FIRST, own }) });
    expect(back).toMatchObject({ own, fish: "own:Quay cod" });
  });
});

describe("finding a fish", () => {
  const fish = (name: string, scientific: string, aliases: string[]) =>
    ({ name, scientific, aliases }) as Fish;
  const all = [
    fish("Cod", "Gadus morhua", ["codling"]),
    fish("Sea bass", "Dicentrarchus labrax", ["branzino"]),
  ];

  it("takes names, other names and Latin, from the start of any word", () => {
    const names = (text: string) => search(all, text).map((f) => f.name);
    expect(names("ba")).toEqual(["Sea bass"]);
    expect(names("BRAN")).toEqual(["Sea bass"]);
    expect(names("gad")).toEqual(["Cod"]);
    expect(names("od")).toEqual([]);
    expect(names(" ")).toHaveLength(2);
  });
});
