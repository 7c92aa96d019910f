/**
 * `npm test`: installs what is missing, then format and lint, import layers, regular expressions, type check, build, and all tests (unit,
 * property and browser). The last line is "N passed, N failed"; lint, layers, regular expressions, each type check and the build count as one each.
 */
import { spawnSync } from "node:child_process";
import { existsSync, readFileSync, rmSync } from "node:fs";
import { fileURLToPath } from "node:url";
import { installPackages } from "./install.mjs";

const root = fileURLToPath(new URL("..", import.meta.url));
const CHROMIUM = process.env.CHROMIUM ?? "/usr/bin/chromium";

function run(command, args) {
  return spawnSync(command, args, { cwd: root, stdio: ["ignore", 1, 2] }).status === 0;
}

/** The browser tests need Debian's Chromium: installed by apt where this runs as root, else asked for. */
function ensureChromium() {
  if (existsSync(CHROMIUM)) return;
  if (process.getuid?.() === 0) {
    console.log("Installing Chromium …");
    if (run("apt-get", ["update", "-qq"]) && run("apt-get", ["install", "-y", "-qq", "--no-install-recommends", "chromium"])) return;
  }
  console.error(`The browser tests need Chromium at ${CHROMIUM}: install it (on Debian: apt-get install chromium), or set CHROMIUM to where it is.`);
  process.exit(1);
}

installPackages();
ensureChromium();

let passed = 0;
let failed = 0;
const step = (name, done) => {
  console.log(`${done ? "ok    " : "FAILED"} ${name}`);
  if (done) passed += 1;
  else failed += 1;
};
const bin = (name) => `${root}node_modules/.bin/${name}`;

step("format and lint", run(bin("biome"), ["check", "."]));
step("imports run downwards", run("node", ["scripts/layers.mjs"]));
step("regular expressions take linear time", run("node", ["scripts/regular-expressions.mjs"]));
for (const workspace of ["core", "core/test", "batch", "server", "web"]) step(`types of ${workspace}`, run(bin("tsc"), ["-p", workspace]));
step("build", run("node", ["scripts/build.mjs"]));

const report = `${root}node_modules/.test-report.json`;
rmSync(report, { force: true });
run(bin("vitest"), ["run", "--reporter=default", "--reporter=json", `--outputFile.json=${report}`]);
if (existsSync(report)) {
  const { numPassedTests, numFailedTests, testResults } = JSON.parse(readFileSync(report, "utf8"));
  // A file that could not even be loaded holds no failed test, but has failed.
  const broken = testResults.filter((file) => file.status === "failed" && file.assertionResults.every((test) => test.status === "passed")).length;
  passed += numPassedTests;
  failed += numFailedTests + broken;
} else {
  failed += 1;
}
console.log(`${passed} passed, ${failed} failed`);
process.exitCode = failed > 0 ? 1 : 0;
