/**
 * `npm run bench`: measures against a reference in the same run and prints ratios. Built from `core/bench/main.ts`; each entry has
 * the work, the reference, and what the ratio means.
 */
import { fileURLToPath } from "node:url";
import { installPackages } from "./install.mjs";

installPackages();
const { build } = await import("vite");
const root = fileURLToPath(new URL("..", import.meta.url));
await build({
  root: `${root}core`,
  configFile: false,
  publicDir: false,
  logLevel: "error",
  ssr: { noExternal: [/^@nail-down\//], target: "node" },
  build: {
    ssr: true,
    outDir: `${root}node_modules/.bench`,
    emptyOutDir: true,
    target: "node20",
    rolldownOptions: { input: `${root}core/bench/main.ts`, output: { entryFileNames: "main.js" } },
  },
});
await import(`${root}node_modules/.bench/main.js`);
