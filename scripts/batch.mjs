/** The batch command: builds itself when needed, then hands over its arguments and standard input. */
import { installPackages } from "./install.mjs";

installPackages();
const { build } = await import("./build.mjs");
await build(["batch"]);
await import(new URL("../batch/dist/main.js", import.meta.url).href);
