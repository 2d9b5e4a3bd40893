import assert from "node:assert/strict";
import { test } from "node:test";
import { said, wrong } from "./words.mjs";

const long = "one two three four five six seven eight nine ten eleven twelve thirteen fourteen fifteen sixteen seventeen eighteen nineteen twenty more";

test("a long sentence and a word that no cook says are found, and style is no word", () => {
  const page = `export const A = () => <p className="text-small please quiet">${long} <b>{x}</b>.</p>; const s = "Please take it out";`;
  const all = said("a.tsx", page);
  assert.equal(all.flatMap(wrong).length, 2, all.join("|"));
  assert.deepEqual(wrong("Take it out. It is done."), []);
});
