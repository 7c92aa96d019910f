/**
 * Checks that imports run downwards only: inside `core`, a folder imports from itself and the folders above it in the list;
 * a folder with a door is entered by it; workspaces import from those named; the judge (`check`) never sees the solver. Prints every breach; exit status 1 if any.
 */
import { readdirSync, readFileSync } from "node:fs";
import { dirname, join, normalize, relative } from "node:path";
import { fileURLToPath } from "node:url";

const root = fileURLToPath(new URL("..", import.meta.url));

/** Foundations first. */
const CORE_LAYERS = [
  "number",
  "expression",
  "units",
  "notation",
  "polynomial",
  "canonical",
  "truth",
  "derivation",
  "rewrite",
  "matrix",
  "calculus",
  "proof",
  "solve",
  "check",
  "graph",
  "document",
  "instruction",
  "problemset",
  "composition",
];
/** What a folder must not import although it lies above: the judge sees neither the solver nor what integrates and finds limits. */
const FORBIDDEN = { check: ["solve", "proof", "calculus/integral", "calculus/limit"] };
/** Folders that are entered by one file alone. */
const DOORS = { truth: "index.ts" };
/** Packages that each workspace's sources may import, besides relative paths. */
const PACKAGES = {
  core: [/^yaml$/, /^markdown-it$/],
  batch: [/^node:/, /^piscina$/, /^@nail-down\/core\//],
  server: [/^(?!@nail-down\/(?!core\/))/],
  web: [/^(?!node:)(?!@nail-down\/(?!core\/))/],
};

function sources(folder) {
  return readdirSync(folder, { withFileTypes: true }).flatMap((entry) => {
    const path = join(folder, entry.name);
    if (entry.isDirectory()) return sources(path);
    return /\.tsx?$/.test(entry.name) ? [path] : [];
  });
}

const breaches = [];
for (const [workspace, allowed] of Object.entries(PACKAGES)) {
  const base = join(root, workspace, "src");
  for (const file of sources(base)) {
    for (const [, target] of readFileSync(file, "utf8").matchAll(/(?:from|import)\s+"([^"]+)"/g)) {
      const where = relative(root, file);
      if (!target.startsWith(".")) {
        if (!allowed.some((pattern) => pattern.test(target))) breaches.push(`${where} imports ${target}`);
        continue;
      }
      const to = relative(base, normalize(join(dirname(file), target)));
      if (to.startsWith("..")) breaches.push(`${where} imports from outside its workspace: ${target}`);
      if (workspace !== "core") continue;
      const [own, other] = [relative(base, file), to].map((path) => path.split("/")[0]);
      if (own === other) continue;
      if (CORE_LAYERS.indexOf(other) > CORE_LAYERS.indexOf(own)) breaches.push(`${where}: ${own} imports upwards from ${other}`);
      if (other in DOORS && to !== `${other}/${DOORS[other]}`) breaches.push(`${where} enters ${other} by ${to}, not by its door ${DOORS[other]}`);
      if (FORBIDDEN[own]?.some((folder) => to.startsWith(`${folder}/`))) breaches.push(`${where}: ${own} must not import ${other}`);
    }
  }
}
for (const breach of breaches) console.error(breach);
process.exitCode = breaches.length > 0 ? 1 : 0;
