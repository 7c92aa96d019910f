/** `npm start`: installs what is missing, builds what has changed, and serves the application. */
import { installPackages } from "./install.mjs";

installPackages();
const { build } = await import("./build.mjs");
await build(["web", "server"]);
await import(new URL("../server/dist/main.js", import.meta.url).href);
