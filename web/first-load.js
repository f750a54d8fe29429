// What a browser fetches for the heaviest first screen, compressed, against our limit.
// Follows the built files' own static imports from the entry and from each destination that the entry loads; what a
// destination itself loads later, when somebody asks for it, is no part of its first screen.
import { readdirSync, readFileSync } from "node:fs";
import { gzipSync } from "node:zlib";

const LIMIT = 250 * 1024;
const assets = new URL("dist/assets/", import.meta.url);
const names = readdirSync(assets).filter((n) => n.endsWith(".js"));
const text = new Map(names.map((n) => [n, readFileSync(new URL(n, assets), "utf8")]));
const size = new Map(names.map((n) => [n, gzipSync(text.get(n)).length]));

function reach(name, seen = new Set()) {
  if (seen.has(name)) return seen;
  seen.add(name);
  for (const [, to] of text.get(name).matchAll(/(?:from|import)\s*["']\.\/([\w.-]+\.js)["']/g))
    if (text.has(to)) reach(to, seen);
  return seen;
}

const html = readFileSync(new URL("dist/index.html", import.meta.url), "utf8");
const entry = [...html.matchAll(/assets\/([\w.-]+\.js)/g)].map((m) => m[1]);
const screens = [
  ...new Set(
    entry.flatMap((name) =>
      [...text.get(name).matchAll(/import\(\s*["'`]\.\/([\w.-]+\.js)["'`]\s*\)/g)].map((m) => m[1]),
    ),
  ),
];
if (entry.length === 0 || screens.length === 0) {
  console.error("No entry or no destination was found in the built web.");
  process.exit(1);
}

let worst = 0;
for (const screen of screens) {
  const all = new Set();
  for (const name of [...entry, screen]) for (const n of reach(name)) all.add(n);
  const bytes = [...all].reduce((sum, n) => sum + size.get(n), 0);
  worst = Math.max(worst, bytes);
  console.log(`${(bytes / 1024).toFixed(1).padStart(7)} KB  ${screen}`);
}
console.log(
  `heaviest first load: ${(worst / 1024).toFixed(1)} KB of script, compressed; the limit is ${LIMIT / 1024} KB`,
);
process.exit(worst > LIMIT ? 1 : 0);
