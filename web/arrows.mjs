// The arrows of the house: features do not import one another, only api fetches, and what is
// shared imports no feature.
import { readdirSync, readFileSync } from "node:fs";
import { dirname, join, relative, resolve } from "node:path";

const root = resolve(dirname(new URL(import.meta.url).pathname), "src");
const rooms = { api: ["wire"], units: [], card: ["api", "units"], slice: ["api", "units"] };
rooms.ui = ["units"];
rooms.fire = ["api", "units"];
const problems = [];

for (const entry of readdirSync(root, { recursive: true, withFileTypes: true })) {
  if (!/\.tsx?$/.test(entry.name)) continue;
  const file = join(entry.parentPath, entry.name);
  const path = relative(root, file).split("/");
  const text = readFileSync(file, "utf8");
  const [room, feature] = path;
  if (room !== "api" && /\bfetch\(/.test(text))
    problems.push(`${path.join("/")}: only api fetches`);
  for (const [, from] of text.matchAll(/from "(\.[^"]+)"/g)) {
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

for (const problem of problems) console.error(problem);
process.exit(problems.length ? 1 : 0);
