// The script that a first visit waits for, compressed: what the page names, the view at "/", and whatever these import at
// once.
import { readdirSync, readFileSync } from "node:fs";
import { gzipSync } from "node:zlib";

const MOST_KB = 200;
const ASSETS = new URL("dist/assets/", import.meta.url);
const page = readFileSync(new URL("dist/index.html", import.meta.url), "utf8");
const view = readdirSync(ASSETS).find((name) => /^counter-.*\.js$/.test(name));
if (!view) throw new Error("the view at / has no script of its own");
const named = [...page.matchAll(/(?:src|href)="\/assets\/([^"]+\.js)"/g)].map(([, name]) => name);
const first = new Set();
const take = (name) => {
  if (first.has(name)) return;
  first.add(name);
  const text = readFileSync(new URL(name, ASSETS), "utf8");
  for (const [, next] of text.matchAll(/(?:from|import)\s*"\.\/([^"]+\.js)"/g)) take(next);
};
for (const name of [...named, view]) take(name);
const gz = (name) => gzipSync(readFileSync(new URL(name, ASSETS))).length;
const kb = [...first].reduce((sum, name) => sum + gz(name), 0) / 1000;
process.stdout.write(
  `script of the first visit: ${kb.toFixed(0)} kB compressed, at most ${MOST_KB}: ${[...first].join(" ")}\n`,
);
process.exit(kb <= MOST_KB ? 0 : 1);
