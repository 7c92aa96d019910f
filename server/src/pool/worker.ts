/**
 * The worker of the pool: everything that reads, runs or renders what a user wrote. Its thread gives way to the one that answers requests
 * (on Linux, where a priority belongs to a thread).
 */
import { setPriority } from "node:os";

const GIVES_WAY = 10;
if (process.platform === "linux") setPriority(GIVES_WAY);

export { checkWorking } from "./tasks/check-working.ts";
export { readContent } from "./tasks/content.ts";
export { faultInSettings, readFile, writeFile } from "./tasks/problem-set-file.ts";
export { assembled, compressed, packed, rendered } from "./tasks/render.ts";
