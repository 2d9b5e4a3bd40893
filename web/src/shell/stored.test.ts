import { expect, it } from "vitest";
import { fitting } from "./useStored";

const first = { volume: 0.8, speech: false, night: null as boolean | null, known: [] as string[] };

it("takes what was kept as far as it is of the kind that is expected", () => {
  expect(fitting(first, { volume: 0.3, night: true, known: ["a"] })).toEqual({
    volume: 0.3,
    speech: false,
    night: true,
    known: ["a"],
  });
  for (const nonsense of [null, [null], "spilt", 7, true])
    expect(fitting(first, nonsense)).toBe(first);
  expect(fitting(first, { volume: "loud", speech: null, known: {} })).toEqual(first);
});
