import { describe, expect, it } from "vitest";
import type { KitchenAsked, ShelfOffered } from "../../api";
import {
  another,
  changed,
  entryOf,
  listsOf,
  offBy,
  type Stands,
  standing,
  thingsOf,
  toggled,
  withoutThing,
} from "./kit";

const pans: ShelfOffered = {
  list: "pans",
  name: "frying pans",
  things: [
    { key: "clad", name: "clad steel", across_mm: 250 },
    { key: "cast_iron", name: "cast iron", across_mm: 250 },
  ],
};
const wares: ShelfOffered = {
  list: "wares",
  name: "to lie on in the oven",
  things: [{ key: "cast_iron", name: "cold cast iron" }],
};
const shelves = [pans, wares];

function find(kitchen: KitchenAsked, key: string, shelf = pans): Stands {
  const found = standing(kitchen, shelf, shelves).find((stands) => stands.key === key);
  if (!found) throw new Error(`${key} does not stand there`);
  return found;
}

describe("the kit of a kitchen", () => {
  it("has all of a list that nobody has said", () => {
    expect(entryOf({}, "pans", "clad")).toBe("clad");
    expect(entryOf({ pans: [] }, "pans", "clad")).toBeNull();
    expect(standing({}, pans, shelves).every((stands) => stands.here)).toBe(true);
  });

  it("loses one and gets it back, and the last one leaves an empty list", () => {
    const start: KitchenAsked = { altitude_m: 1500 };
    const without = toggled(start, pans, find(start, "clad"));
    expect(without).toEqual({ altitude_m: 1500, kit: { pans: ["cast_iron"] } });
    expect(find(without, "clad").here).toBe(false);
    expect(listsOf(toggled(without, pans, find(without, "cast_iron")))).toEqual({ pans: [] });
    expect(listsOf(toggled(without, pans, find(without, "clad")))).toEqual({
      pans: ["cast_iron", "clad"],
    });
  });

  it("reads sizes as they were kept before things had names, and goes on with them", () => {
    const before: KitchenAsked = { kit: { pans: [{ like: "clad", across_mm: 300 }] } as never };
    const clad = find(before, "clad");
    expect(clad.own.across_mm).toBe(300);
    expect(thingsOf(changed(before, pans, clad, { name: "the big one" }))).toEqual([
      { id: "clad", like: "clad", list: "pans", name: "the big one", across_mm: 300 },
    ]);
  });

  it("makes one that ships its own by a word, and changes it from then on", () => {
    const once = changed({}, pans, find({}, "clad"), { across_mm: 240 });
    const twice = changed(once, pans, find(once, "clad"), { name: "small" });
    expect(thingsOf(twice)).toEqual([
      { id: "clad", like: "clad", list: "pans", name: "small", across_mm: 240 },
    ]);
    expect(find(twice, "clad").name).toBe("small");
    // Away with it, and nothing of it is left.
    expect(toggled(twice, pans, find(twice, "clad"))).toEqual({
      things: [],
      kit: { pans: ["cast_iron"] },
    });
  });

  it("has two of a kind, each with a name that is free", () => {
    const two = another({}, pans, pans.things[0] as Stands["offered"]);
    const three = another(two.kitchen, pans, pans.things[0] as Stands["offered"]);
    expect(thingsOf(three.kitchen).map(({ id, name }) => [id, name])).toEqual([
      ["clad_2", "clad steel 2"],
      ["clad_3", "clad steel 3"],
    ]);
    expect(standing(three.kitchen, pans, shelves).map((stands) => stands.key)).toEqual([
      "clad",
      "cast_iron",
      "clad_2",
      "clad_3",
    ]);
    const left = withoutThing(three.kitchen, 0);
    expect(thingsOf(left).map((thing) => thing.id)).toEqual(["clad_3"]);
  });

  it("tells a pan from a dish that have one key", () => {
    const dish = changed({}, wares, find({}, "cast_iron", wares), { name: "grandmother's" });
    expect(find(dish, "cast_iron", wares).name).toBe("grandmother's");
    expect(find(dish, "cast_iron").name).toBe("cast iron");
    // As they were kept without a list: the first shelf that has such a thing.
    const bare = { things: [{ id: "a", like: "cast_iron", name: "a" }] };
    expect(find(bare, "a").name).toBe("a");
    expect(standing(bare, wares, shelves)).toHaveLength(1);
  });

  it("knows how far off a thing runs", () => {
    const learned = [{ what: "kelvins" as const, mean: -18, sd: 4 }];
    const cool = changed({}, pans, find({}, "clad"), { learned });
    expect(offBy(thingsOf(cool)[0])).toBe(-18);
    expect(offBy(undefined)).toBe(0);
  });

  it("leaves a row of the kitchen's own alone", () => {
    const own = { key: "plancha" };
    const kitchen = { kit: { pans: ["clad", own] } as never };
    const without = toggled(kitchen, pans, find(kitchen, "clad"));
    expect(listsOf(without)).toEqual({ pans: [own] });
  });
});
