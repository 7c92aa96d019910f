/** `npm run backup`: copies the database, checks a copy, and puts one back; see docs/operating.md. */
import { installPackages } from "./install.mjs";

installPackages();
const { build } = await import("./build.mjs");
await build(["server"]);
await import(new URL("../server/dist/backup.js", import.meta.url).href);
