// The arrows of the house: features do not import one another, only api fetches, what is shared imports no feature, and no
// file comes back to itself. What is imported later (`import("...")`) counts as well.
import { existsSync, readdirSync, readFileSync } from "node:fs";
import { dirname, join, relative, resolve } from "node:path";

const root = resolve(dirname(new URL(import.meta.url).pathname), "src");
const rooms = { api: ["wire"], units: [], card: ["api", "units"], slice: ["api", "units"] };
rooms.ui = ["units"];
rooms.fire = ["api", "units"];
rooms.shell = ["api", "units", "card", "slice", "fire", "ui"];
const problems = [];
/** What a file imports at once: only that can go in a circle. */
const atOnce = new Map();

/** The file that an import means. */
function found(from) {
  const ends = ["", ".ts", ".tsx", "/index.ts", "/index.tsx"];
  return ends.map((end) => from + end).find((path) => /\.tsx?$/.test(path) && existsSync(path));
}

for (const entry of readdirSync(root, { recursive: true, withFileTypes: true })) {
  if (!/\.tsx?$/.test(entry.name)) continue;
  const file = join(entry.parentPath, entry.name);
  const path = relative(root, file).split("/");
  const text = readFileSync(file, "utf8");
  const [room, feature] = path;
  if (room !== "api" && /\bfetch\(/.test(text))
    problems.push(`${path.join("/")}: only api fetches`);
  const now = [...text.matchAll(/(?:^|\n)(?:import|export)(?! type)[^;]*?from "(\.[^"]*)"/g)];
  if (!/\.test\./.test(entry.name))
    atOnce.set(file, now.map(([, from]) => found(resolve(dirname(file), from))).filter(Boolean));
  for (const [, from] of text.matchAll(/(?:from |import\()"(\.[^"]+)"/g)) {
    const target = relative(root, resolve(dirname(file), from)).split("/");
    if (target[0] === room && target[1] === feature) continue;
    if (room === "features" && target[0] === "features")
      problems.push(`${path.join("/")}: feature ${feature} imports feature ${target[1]}`);
    if (target[0] === "features" && target.length > 2)
      problems.push(`${path.join("/")}: reaches behind the door of ${target[1]}`);
    const allowed = rooms[room];
    if (allowed && target[0] !== room && !allowed.includes(target[0]))
      problems.push(`${path.join("/")}: ${room} must not import ${target[0]}`);
    if (target[0] === "wire" && room !== "api")
      problems.push(`${path.join("/")}: wire types come through api`);
  }
}

const state = new Map();
function walk(file, way) {
  if (state.get(file) === "done") return;
  if (state.get(file) === "open") {
    const round = [...way.slice(way.indexOf(file)), file].map((one) => relative(root, one));
    problems.push(`a circle: ${round.join(" -> ")}`);
    return;
  }
  state.set(file, "open");
  for (const next of atOnce.get(file) ?? []) walk(next, [...way, file]);
  state.set(file, "done");
}
for (const file of atOnce.keys()) walk(file, []);

for (const problem of problems) console.error(problem);
process.exit(problems.length ? 1 : 0);
