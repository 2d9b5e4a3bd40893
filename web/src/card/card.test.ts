import fc from "fast-check";
import { describe, expect, it } from "vitest";
import type { Fish } from "../api";
import {
  addressOf,
  FIRST,
  FOOD_SAFETY,
  fromQuery,
  fromRequest,
  methodFrom,
  type Piece,
  question,
  search,
  settingsQuery,
  toQuery,
  WISHES,
} from ".";

const mm = fc.double({ min: 2, max: 120, noNaN: true });
const some = <T>(value: fc.Arbitrary<T>) => fc.option(value, { nil: null });
const word = fc.string({ minLength: 1 });

/** Anything that can be in hand. */
const pieces: fc.Arbitrary<Piece> = fc
  .record({
    fish: fc.constantFrom("hake", "cod", "sea_bass"),
    cut: fc.constantFrom("fillet", "loin", "whole_round"),
    thicknessMm: mm,
    thinEndMm: some(mm),
    widthMm: mm,
    massG: fc.double({ min: 1, max: 20000, noNaN: true }),
    pieces: fc.integer({ min: 1, max: 200 }),
    skin: fc.constantFrom("on", "off"),
    startC: fc.double({ min: -35, max: 35, noNaN: true }).map((c) => c + 0),
    state: fc.constantFrom("fresh", "thawed", "frozen"),
    bone: fc.boolean(),
    scales: fc.boolean(),
    scored: fc.boolean(),
    measured: fc.constantFrom("eye", "ruler"),
    own: some(
      word.map((name) => ({ name, family: "lean_flaky", protein_share: 0.19, fat_share: 0.03 })),
    ),
    composition: some(
      fc.constant({ water_share: 0.7, protein_share: 0.2, fat_share: 0.09, ash_share: 0.01 }),
    ),
    level: some(fc.constantFrom("well", "just_set", FOOD_SAFETY)),
    band: some(fc.record({ lowC: mm, highC: mm })),
    kitchen: some(
      fc.record({ altitude_m: fc.integer({ min: -400, max: 5000 }), rules: fc.constant("eu_uk") }),
    ),
    wishes: fc.subarray([...WISHES]),
  })
  .map((p) => {
    // One thing in hand, one target: what a page can say at once.
    const fish = p.own ? `own:${p.own.name}` : p.composition ? "" : p.fish;
    const composition = p.own ? null : p.composition;
    const level = p.band ? null : p.level;
    return { ...p, fish, composition, level, atRisk: level === FOOD_SAFETY } as Piece;
  });

describe("the piece in an address and in a request", () => {
  it("comes back as it went, whatever it is", () => {
    fc.assert(
      fc.property(pieces, (piece) => {
        expect(fromQuery(new URLSearchParams(toQuery(piece).toString()))).toEqual(piece);
      }),
    );
  });

  it("comes back from what a card keeps, all but what matters tonight", () => {
    fc.assert(
      fc.property(pieces, (piece) => {
        const kept = JSON.parse(JSON.stringify(question(piece)));
        expect(fromRequest(kept)).toEqual({ ...piece, wishes: [] });
      }),
    );
  });

  it("asks the same again when a card is opened by its address", () => {
    const settings = fc.dictionary(
      fc.constantFrom("pan", "pan_c", "fan", "door_s", "fat"),
      fc.oneof(
        word,
        fc.boolean(),
        fc.integer(),
        fc.constantFrom("12", "true", "'", "'x", "1e3", "-0"),
      ),
    );
    fc.assert(
      fc.property(pieces, settings, (piece, set) => {
        const method = { kind: "hot_roast", ...set };
        const kept = JSON.parse(JSON.stringify({ ...question(piece), method }));
        const address = new URL(addressOf(kept), "http://localhost");
        expect(address.pathname).toBe("/ways/hot_roast");
        const opened = fromQuery(address.searchParams);
        expect(opened && question(opened)).toEqual(question(piece));
        expect(methodFrom("hot_roast", address.searchParams)).toEqual(method);
      }),
    );
  });

  it("is none without a fish or a thickness, and never a NaN", () => {
    expect(fromQuery(new URLSearchParams("fish=cod"))).toBeNull();
    expect(fromQuery(new URLSearchParams("fish=cod&mm=abc&n=x"))).toMatchObject({
      thicknessMm: 25,
      pieces: 1,
    });
  });

  it("takes anything mangled for what it leaves out", () => {
    fc.assert(
      fc.property(
        fc.dictionary(
          fc.constantFrom("own", "of", "band", "kitchen", "skin", "thin", "at"),
          fc.string(),
        ),
        (said) => {
          const piece = fromQuery(new URLSearchParams({ fish: "cod", mm: "20", ...said }));
          for (const value of Object.values(piece ?? {})) expect(value).not.toBeNaN();
          expect(["on", "off"]).toContain(piece?.skin);
        },
      ),
    );
    expect(fromQuery(new URLSearchParams("fish=cod&mm=20&own={"))?.own).toBeNull();
    expect(fromQuery(new URLSearchParams("fish=cod&mm=20&own=7"))?.own).toBeNull();
    expect(fromQuery(new URLSearchParams("fish=cod&mm=20&band=52"))?.band).toBeNull();
  });

  it("reads the addresses that were sent before", () => {
    const old = "fish=hake&cut=loin&mm=32&g=180&n=2&skin=on&at=6&thin=22&level=just_set&eater=risk";
    expect(fromQuery(new URLSearchParams(old))).toEqual({
      ...FIRST,
      cut: "loin",
      thicknessMm: 32,
      thinEndMm: 22,
      massG: 180,
      startC: 6,
      level: "just_set",
      atRisk: true,
    });
    const set = settingsQuery({ kind: "steam", rack: false, air_share: 0.1 });
    expect(set.toString()).toBe("s.rack=false&s.air_share=0.1");
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
