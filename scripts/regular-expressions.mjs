/**
 * Checks that no regular expression takes more than linear time on any text: none that backtracks among ways to match the same (polynomial or
 * exponential), and none that is tried again from every place of a long run that it cannot end in. Part of the lint; prints every breach.
 */
import { readdirSync, readFileSync } from "node:fs";
import { join, relative } from "node:path";
import { fileURLToPath } from "node:url";
import { analyse } from "scslre";
import { parseAst } from "vite";

const root = fileURLToPath(new URL("..", import.meta.url));
const FOLDERS = ["core/src", "server/src", "web/src", "batch/src"];

function sources(folder) {
  return readdirSync(folder, { withFileTypes: true }).flatMap((entry) => {
    const path = join(folder, entry.name);
    if (entry.isDirectory()) return sources(path);
    return /\.tsx?$/.test(entry.name) ? [path] : [];
  });
}

/** Every regular expression literal, and every `RegExp` made of a text that stands in the source. */
function* expressionsIn(node) {
  if (Array.isArray(node)) for (const one of node) yield* expressionsIn(one);
  else if (node && typeof node === "object") {
    if (node.type === "Literal" && node.regex) yield { source: node.regex.pattern, flags: node.regex.flags, start: node.start };
    for (const [key, value] of Object.entries(node)) if (key !== "regex") yield* expressionsIn(value);
  }
}

const breaches = [];
let count = 0;
for (const file of FOLDERS.flatMap((folder) => sources(join(root, folder)))) {
  const text = readFileSync(file, "utf8");
  const tree = parseAst(text, { lang: file.endsWith("x") ? "tsx" : "ts" });
  for (const { source, flags, start } of expressionsIn(tree)) {
    count += 1;
    const { reports } = analyse({ source, flags });
    for (const { type, exponential } of reports) {
      const line = text.slice(0, start).split("\n").length;
      breaches.push(`${relative(root, file)}:${line}: /${source}/${flags} takes ${exponential ? "exponential" : "quadratic"} time (${type})`);
    }
  }
}
for (const breach of breaches) console.error(breach);
if (count === 0) console.error("no regular expression was found: the check does not work");
process.exitCode = breaches.length > 0 || count === 0 ? 1 : 0;
