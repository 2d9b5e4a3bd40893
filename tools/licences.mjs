// What ships and under which licence, with the texts: written to web/public/licences.txt, or compared with it.
import { execFileSync } from "node:child_process";
import { createHash } from "node:crypto";
import { existsSync, readdirSync, readFileSync, writeFileSync } from "node:fs";
import { join } from "node:path";

const OUT = "web/public/licences.txt";
const NAMED = /^(?:licen[cs]e|copying|notice|ofl)/i;

/** Texts of licences in a folder. */
function texts(folder) {
  if (!existsSync(folder)) return [];
  const files = readdirSync(folder).filter((name) => NAMED.test(name) && !/\.(?:js|ts|html|spdx)$/.test(name));
  return files.sort().flatMap((name) => {
    try {
      return [readFileSync(join(folder, name), "utf8").replace(/\r/g, "").trim()];
    } catch {
      return []; // a folder of that name
    }
  });
}

/** The server's crates: what is linked, not what only builds or tests it. */
function crates() {
  const tree = ["tree", "-p", "cindo-server", "-e", "normal", "--locked", "--prefix", "none", "--format", "{p}"];
  const linked = new Set(
    execFileSync("cargo", tree, { encoding: "utf8" })
      .split("\n")
      .map((line) => line.replace(/ \(.*$/, "").trim())
      .filter(Boolean),
  );
  const about = ["metadata", "--locked", "--format-version", "1"];
  const { packages } = JSON.parse(execFileSync("cargo", about, { encoding: "utf8", maxBuffer: 1 << 28 }));
  return packages
    .filter((one) => one.source && linked.has(`${one.name} v${one.version}`))
    .map((one) => ({
      name: one.name,
      version: one.version,
      licence: one.license ?? "see the text",
      texts: texts(one.manifest_path.replace(/Cargo\.toml$/, "")),
    }));
}

/** The page's packages, its fonts among them. */
function packages() {
  const lock = JSON.parse(readFileSync("web/package-lock.json", "utf8"));
  return Object.entries(lock.packages)
    .filter(([path, one]) => path && !one.dev && !one.optional && existsSync(join("web", path, "package.json")))
    .map(([path, one]) => ({
      name: path.replace(/^.*node_modules\//, ""),
      version: one.version,
      licence: one.license ?? "see the text",
      texts: texts(join("web", path)),
    }));
}

const all = [...crates(), ...packages()].sort((a, b) =>
  `${a.name} ${a.version}` < `${b.name} ${b.version}` ? -1 : 1,
);
const bare = all.filter((one) => one.licence === "see the text" && one.texts.length === 0);
if (bare.length > 0) throw new Error(`no licence known: ${bare.map((one) => one.name).join(", ")}`);
const numbers = new Map();
const listed = [];
for (const one of all) {
  const at = one.texts.map((text) => {
    const key = createHash("sha256").update(text.replace(/\s+/g, " ")).digest("hex");
    if (!numbers.has(key)) numbers.set(key, { n: numbers.size + 1, text });
    return numbers.get(key).n;
  });
  listed.push(`${one.name} ${one.version}: ${one.licence}${at.length ? ` [${at.join(", ")}]` : ""}`);
}
const body = [
  "Cindo is made with these, each under its own licence. Numbers in brackets lead to the text below.",
  "",
  ...listed,
  ...[...numbers.values()].flatMap(({ n, text }) => ["", "-".repeat(72), `[${n}]`, "", text]),
  "",
].join("\n");

if (process.argv[2] === "write") writeFileSync(OUT, body);
else if (!existsSync(OUT) || readFileSync(OUT, "utf8") !== body) {
  console.error(`${OUT} is not of what ships now: make licences`);
  process.exit(1);
}
