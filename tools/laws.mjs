// The laws of the house that can be read off its text: in which order rooms stand, that the core has no clock and reads
// nothing, that nothing is computed while the store waits, that the store knows no type of the wire. `tools/laws.test.mjs`
// breaks each of them.
import { readdirSync, readFileSync, statSync } from "node:fs";
import { join, relative } from "node:path";

/** From the ground up: a room knows only those before it. */
const CORE = "quantity matter heat target fish kit run methods choice belief plan prep cook service".split(" ");
const SERVER =
  "error work config refusal guard store wire files live door kept demo probe scale doctor routes cli".split(" ");

/** What is written, without comments and without the tests beside it. */
export const plain = (text) => text.replace(/\/\/.*$/gm, "").split("#[cfg(test)]")[0];

/** Rooms that a text names, from anywhere in its crate. */
export function rooms(text) {
  const named = [...text.matchAll(/\bcrate::(\w+)/g)].map(([, room]) => room);
  for (const [, several] of text.matchAll(/\bcrate::\{((?:[^{}]|\{[^{}]*\})*)\}/g))
    for (const part of several.split(/,(?![^{]*\})/)) named.push(part.trim().split("::")[0]);
  return new Set(named);
}

export function order(rows, room, text) {
  const here = rows.indexOf(room);
  if (here < 0) return room === "lib" || room === "main" || room === "bin" ? [] : [`no place for the room ${room}`];
  const above = [...rooms(text)].filter((other) => rows.indexOf(other) > here);
  return above.map((other) => `${room} must not know ${other}: it stands above it`);
}

const OUTSIDE = /\b(?:SystemTime|Instant::|std::time|std::fs|std::net|std::env|std::process|jiff|chrono|rand::|println!|eprintln!)/;

/** Time is an argument, and so is everything else that comes from outside. */
export const noClock = (text) => {
  const found = OUTSIDE.exec(text);
  return found ? [`the core reads ${found[0]}: it has no clock and no doors`] : [];
};

/** The text from an opening bracket to the one that shuts it. */
function shut(text, at) {
  let depth = 0;
  for (let i = at; i < text.length; i++) {
    if ("({".includes(text[i])) depth += 1;
    else if (")}".includes(text[i]) && --depth === 0) return text.slice(at, i + 1);
  }
  return text.slice(at);
}

const COMPUTES = /\.answer\(\)|\bplanned\(|\bwrongly_served\(|\.stand\(|\bfold\(|\bcards::row\(|\bpromised\(/;

/** Whoever has a connection in hand computes nothing. */
export function noConnectionHeld(text) {
  const found = [];
  const starts = [
    ...text.matchAll(/fn \w+(?:<[^>]*>)?\([^)]*SqliteConnection[^)]*\)[^{]*\{/g),
    ...text.matchAll(/\b(?:with|atomic|work)\(/g),
  ];
  for (const start of starts) {
    const opens = start.index + start[0].length - 1;
    const body = shut(text, opens);
    const computes = COMPUTES.exec(body);
    if (computes) found.push(`${computes[0]} while a connection is held`);
  }
  return found;
}

/** What is kept has forms of its own. */
export const noWireStored = (text) =>
  /\bcrate::wire|\bcindo_core|\bWire\b/.test(text) ? ["the store knows a type of the wire or of the core"] : [];

function files(at) {
  return readdirSync(at).flatMap((name) => {
    const path = join(at, name);
    return statSync(path).isDirectory() ? files(path) : path.endsWith(".rs") ? [path] : [];
  });
}

function broken() {
  const all = [];
  for (const [root, rows] of [
    ["crates/core/src", CORE],
    ["crates/server/src", SERVER],
  ]) {
    for (const path of files(root)) {
      const text = plain(readFileSync(path, "utf8"));
      const room = relative(root, path).split("/")[0].replace(".rs", "");
      const said = root.includes("core")
        ? [...(room === "error" ? [] : order(rows, room, text)), ...noClock(text)]
        : [
            ...order(rows, room, text),
            // The demo is filled before anybody asks.
            ...(["store", "kept", "routes", "probe", "live"].includes(room) ? noConnectionHeld(text) : []),
            ...(room === "store" ? noWireStored(text) : []),
          ];
      all.push(...said.map((what) => `${path}: ${what}`));
    }
  }
  return all;
}

if (process.argv[1]?.endsWith("laws.mjs")) {
  const all = broken();
  for (const one of all) console.error(one);
  process.exit(all.length ? 1 : 0);
}
