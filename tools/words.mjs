// The words that the page itself says: no sentence longer than twenty words, no word that no cook says. What the core says is held by
// its own test, by the same list.
import { readFileSync } from "node:fs";
import { execFileSync } from "node:child_process";
import { createRequire } from "node:module";

const require = createRequire(new URL("../web/package.json", import.meta.url));
const ts = require("typescript");
const root = new URL("..", import.meta.url).pathname;
const MOST_WORDS = 20;
const banned = readFileSync(`${root}crates/core/tests/validation/data/banned.txt`, "utf8").split("\n").filter(Boolean);

/** What a file says: the text between its tags, a text with braces in it as one, and strings of several words. */
export function said(file, source) {
  const tree = ts.createSourceFile(file, source, ts.ScriptTarget.Latest, true, ts.ScriptKind.TSX);
  const out = [];
  const text = (children) => children.map((c) => (ts.isJsxText(c) ? c.text : " … ")).join("").replace(/\s+/g, " ").trim();
  const visit = (node) => {
    if (ts.isJsxElement(node) || ts.isJsxFragment(node)) {
      const all = text(node.children);
      if (/\p{L}/u.test(all.replaceAll("…", ""))) out.push(all);
    }
    const plain = ts.isStringLiteral(node) || ts.isNoSubstitutionTemplateLiteral(node);
    const attribute = node.parent && ts.isJsxAttribute(node.parent) ? node.parent.name.getText() : "";
    const unsaid = ["className", "d", "data-testid", "viewBox", "transform", "points", "autoComplete"].includes(attribute);
    if (plain && !unsaid && /^\p{L}[^_{}[\]<>=]* \S+ /u.test(node.text) && /[a-z]{3}/.test(node.text)) out.push(node.text);
    ts.forEachChild(node, visit);
  };
  visit(tree);
  return out;
}

/** What is wrong with a text. */
export function wrong(text) {
  const bad = [];
  for (const sentence of text.split(/[.!?;:]/)) {
    const words = sentence.split(/\s+/).filter((w) => /[\p{L}\p{N}]/u.test(w)).length;
    if (words > MOST_WORDS) bad.push(`${words} words: ${sentence.trim()}`);
  }
  const lower = text.toLowerCase();
  for (const word of banned) if (new RegExp(`\\b${word}\\b`).test(lower)) bad.push(`"${word}": ${text}`);
  return bad;
}

if (process.argv[1] === new URL(import.meta.url).pathname) {
  const files = execFileSync("git", ["ls-files", "web/src"], { cwd: root, encoding: "utf8" }).split("\n");
  let bad = 0;
  for (const file of files.filter((f) => /\.tsx?$/.test(f) && !/\.test\.|wire\//.test(f)))
    for (const text of said(file, readFileSync(root + file, "utf8")))
      for (const what of wrong(text)) {
        // Classes of a style are no words.
        if (/(^| )(grid|flex|text-|max-|min-|hair|quiet)/.test(text)) continue;
        console.error(`${file}: ${what}`);
        bad += 1;
      }
  if (bad > 0) process.exit(1);
}
