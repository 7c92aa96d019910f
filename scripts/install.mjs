/** Installs the packages of the lock file when they are missing or older than it. */
import { spawnSync } from "node:child_process";
import { existsSync, statSync } from "node:fs";
import { fileURLToPath } from "node:url";

const root = fileURLToPath(new URL("..", import.meta.url));

export function installPackages() {
  const installed = `${root}node_modules/.package-lock.json`;
  if (existsSync(installed) && statSync(installed).mtimeMs >= statSync(`${root}package-lock.json`).mtimeMs) return;
  process.stderr.write("Installing packages …\n");
  const { status } = spawnSync("npm", ["ci", "--no-audit", "--no-fund", "--loglevel=error"], { cwd: root, stdio: ["ignore", 2, 2] });
  if (status !== 0) {
    process.stderr.write("The packages could not be installed: see above. A connection to an npm registry is needed.\n");
    process.exit(1);
  }
}
