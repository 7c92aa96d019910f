/**
 * `npm run bench`: measures against a reference in the same run and prints ratios. Built from `core/bench/main.ts`; each entry has
 * the work, the reference, and what the ratio means.
 */
import { existsSync, mkdtempSync } from "node:fs";
import { tmpdir } from "node:os";
import { join } from "node:path";
import { fileURLToPath } from "node:url";
import { pagesBench } from "./bench-pages.mjs";
import { serverBench } from "./bench-server.mjs";
import { sheetBench } from "./bench-sheet.mjs";
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
await inChromium();
await serverBench();

/** What is measured in a page, where there is a Chromium: the script's share against what the browser does with the same text. */
async function inChromium() {
  const executablePath = process.env.CHROMIUM ?? "/usr/bin/chromium";
  if (!existsSync(executablePath)) {
    console.log(`\nnot measured in a page: there is no Chromium at ${executablePath}`);
    return pagesBench(undefined);
  }
  await build({
    root: `${root}core`,
    configFile: false,
    publicDir: false,
    logLevel: "error",
    build: {
      outDir: `${root}node_modules/.bench-page`,
      emptyOutDir: true,
      lib: { entry: `${root}core/bench/browser.ts`, formats: ["iife"], name: "bench", fileName: () => "page.js" },
    },
  });
  const { default: puppeteer } = await import("puppeteer-core");
  const browser = await puppeteer.launch({
    executablePath,
    userDataDir: mkdtempSync(join(tmpdir(), "bench-")),
    args: ["--headless", "--no-sandbox", "--disable-gpu", "--disable-quic", "--no-first-run", "--disable-background-networking", "--disable-sync"],
  });
  const page = await browser.newPage();
  await page.addScriptTag({ path: `${root}node_modules/.bench-page/page.js` });
  console.log("\nin a page                                                      seconds      ratio  against");
  for (const [name, own, other] of await page.evaluate(() => window.graphBench()))
    console.log(`${name.padEnd(60)} ${own.toExponential(2).padStart(10)} ${(own / other).toPrecision(3).padStart(10)}  putting the same text into the page`);
  await pagesBench(browser);
  await sheetBench(browser);
  await browser.close();
}
