import { describe, expect, it } from "vitest";
import type { ShelfOffered } from "../../api";
import { entryOf, listsOf, sized, toggled } from "./kit";

const pans: ShelfOffered = {
  list: "pans",
  name: "frying pans",
  things: [
    { key: "clad", name: "clad steel", across_mm: 250 },
    { key: "cast_iron", name: "cast iron", across_mm: 250 },
  ],
};
const [clad] = pans.things as [ShelfOffered["things"][number]];

describe("the kit of a kitchen", () => {
  it("has all of a list that nobody has said", () => {
    expect(entryOf({}, "pans", "clad")).toBe("clad");
    expect(entryOf({ pans: [] }, "pans", "clad")).toBeNull();
  });

  it("loses one and gets it back, and the last one leaves an empty list", () => {
    const without = toggled({ altitude_m: 1500 }, pans, "clad");
    expect(without).toEqual({ altitude_m: 1500, kit: { pans: ["cast_iron"] } });
    expect(listsOf(toggled(without, pans, "cast_iron"))).toEqual({ pans: [] });
    expect(listsOf(toggled(without, pans, "clad"))).toEqual({ pans: ["cast_iron", "clad"] });
  });

  it("keeps a size, and drops it when it is the usual one", () => {
    const wide = sized({}, pans, clad, { across_mm: 300 });
    expect(listsOf(wide)).toEqual({ pans: [{ like: "clad", across_mm: 300 }, "cast_iron"] });
    expect(listsOf(sized(wide, pans, clad, { across_mm: 250 }))).toEqual({
      pans: ["clad", "cast_iron"],
    });
    expect(entryOf(listsOf(wide), "pans", "clad")).toEqual({ like: "clad", across_mm: 300 });
  });

  it("leaves a row of the kitchen's own alone", () => {
    const own = { key: "plancha" };
    const kit = { pans: ["clad", own] };
    const changed = toggled({ kit: kit as never }, pans, "clad");
    expect(listsOf(changed)).toEqual({ pans: [own] });
  });
});
