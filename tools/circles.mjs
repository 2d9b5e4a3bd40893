// No two files of a room know each other, round however many others: a circle of files has no top to read it from.
import { readdirSync, readFileSync, statSync } from "node:fs";
import { dirname, join, relative } from "node:path";

const ROOTS = ["crates/core/src", "crates/server/src"];

function files(at) {
  return readdirSync(at).flatMap((name) => {
    const path = join(at, name);
    return statSync(path).isDirectory() ? files(path) : path.endsWith(".rs") ? [path] : [];
  });
}

/** A module by its path: the file of its name, or the door of its room. */
function moduleOf(all, folder, name) {
  const file = join(folder, `${name}.rs`);
  const door = join(folder, name, "mod.rs");
  return all.has(file) ? file : all.has(door) ? door : null;
}

/** Other files whose insides a file names: `super::x::`, `crate::a::b::`, and `use super::{x::..}`. Doors are not followed. */
function knows(all, root, path) {
  const text = readFileSync(path, "utf8").replace(/\/\/.*$/gm, "").split("#[cfg(test)]")[0];
  const folder = dirname(path);
  const door = path.endsWith("mod.rs") || path.endsWith("lib.rs") || path.endsWith("main.rs");
  const inside = join(folder, path.split("/").at(-1).replace(".rs", ""));
  const out = new Set();
  const found = (at, names) => {
    let here = at;
    let last = null;
    for (const name of names) {
      const next = moduleOf(all, here, name);
      if (!next) break;
      last = next;
      here = next.endsWith("mod.rs") ? dirname(next) : join(here, name);
    }
    if (last && last !== path && !last.endsWith("mod.rs")) out.add(last);
  };
  for (const [, start, rest] of text.matchAll(/\b(crate|super(?:::super)*|self)::((?:\w+::)*\w+)/g)) {
    let at = start === "crate" ? root : start === "self" ? (door ? folder : inside) : folder;
    if (start.startsWith("super")) {
      const ups = start.split("::").length - (door ? 0 : 1);
      for (let i = 0; i < ups; i++) at = dirname(at);
    }
    found(at, rest.split("::"));
  }
  return out;
}

let circles = 0;
for (const root of ROOTS) {
  const all = new Set(files(root));
  const arrows = new Map([...all].map((path) => [path, knows(all, root, path)]));
  const state = new Map();
  const walk = (path, way) => {
    if (state.get(path) === "done") return;
    if (state.get(path) === "open") {
      circles += 1;
      const round = [...way.slice(way.indexOf(path)), path].map((one) => relative(root, one));
      console.error(`${root}: ${round.join(" -> ")}`);
      return;
    }
    state.set(path, "open");
    for (const next of arrows.get(path) ?? []) walk(next, [...way, path]);
    state.set(path, "done");
  };
  for (const path of all) walk(path, []);
}
if (circles > 0) {
  console.error(`${circles} circles of files`);
  process.exit(1);
}
