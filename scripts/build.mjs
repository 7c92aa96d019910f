/**
 * Builds what is asked for (batch, server, web) into its dist folder, only when a source is newer than the last build.
 * `node scripts/build.mjs batch server web`; without names, all of them.
 */
import { existsSync, mkdirSync, readdirSync, readFileSync, statSync, writeFileSync } from "node:fs";
import { join } from "node:path";
import { fileURLToPath } from "node:url";
import { promisify } from "node:util";
import { brotliCompress, constants, gzip } from "node:zlib";

const root = fileURLToPath(new URL("..", import.meta.url));

/** Sources that each part is made from. */
const SOURCES = {
  batch: ["core/src", "batch/src"],
  server: ["core/src", "server/src"],
  web: ["core/src", "web/src", "web/index.html", "web/public"],
};

function newest(path) {
  if (!existsSync(path)) return 0;
  const stat = statSync(path);
  if (!stat.isDirectory()) return stat.mtimeMs;
  return Math.max(stat.mtimeMs, ...readdirSync(path).map((name) => newest(join(path, name))));
}

function isFresh(part) {
  const stamp = join(root, part, "dist/.built");
  if (!existsSync(stamp)) return false;
  const built = Number(readFileSync(stamp, "utf8"));
  const inputs = [...SOURCES[part], "package-lock.json", "scripts/build.mjs", `${part}/vite.config.ts`];
  return inputs.every((path) => newest(join(root, path)) < built);
}

/** A Node bundle: the workspaces' own code in, packages left to node_modules. */
function nodeConfig(part, input) {
  return {
    root: join(root, part),
    configFile: false,
    publicDir: false,
    logLevel: "error",
    ssr: { noExternal: [/^@nail-down\//], target: "node" },
    build: { ssr: true, outDir: "dist", emptyOutDir: true, target: "node20", rolldownOptions: { input, output: { entryFileNames: "[name].js" } } },
  };
}

const CONFIGS = {
  batch: () => nodeConfig("batch", { main: join(root, "batch/src/main.ts"), worker: join(root, "batch/src/worker.ts") }),
  server: () =>
    nodeConfig("server", {
      main: join(root, "server/src/main.ts"),
      worker: join(root, "server/src/pool/worker.ts"),
      backup: join(root, "server/src/operating/backup.ts"),
      "database-thread": join(root, "server/src/data/connection/thread.ts"),
    }),
  web: () => ({ root: join(root, "web"), logLevel: "error" }),
};

const COMPRESSED = /\.(?:js|css|svg|html|json)$/;

/** Writes beside each file what browsers take in its place, so that nothing is compressed while it is served. */
async function compressFiles(folder) {
  const files = readdirSync(folder, { recursive: true }).filter((name) => COMPRESSED.test(name));
  await Promise.all(
    files.map(async (name) => {
      const path = join(folder, name);
      const content = readFileSync(path);
      const quality = { params: { [constants.BROTLI_PARAM_QUALITY]: BROTLI_QUALITY } };
      const [brotli, zipped] = await Promise.all([promisify(brotliCompress)(content, quality), promisify(gzip)(content, { level: 9 })]);
      writeFileSync(`${path}.br`, brotli);
      writeFileSync(`${path}.gz`, zipped);
    }),
  );
}

/** The best: what is sent is compressed once, when it is built. */
const BROTLI_QUALITY = 11;

export async function build(parts) {
  const stale = parts.filter((part) => !isFresh(part));
  if (stale.length === 0) return;
  const vite = await import("vite");
  for (const part of stale) {
    const started = Date.now();
    await vite.build(CONFIGS[part]());
    if (part === "web") await compressFiles(join(root, "web/dist"));
    mkdirSync(join(root, part, "dist"), { recursive: true });
    writeFileSync(join(root, part, "dist/.built"), String(started));
  }
}

if (process.argv[1] === fileURLToPath(import.meta.url)) {
  const asked = process.argv.slice(2);
  await build(asked.length > 0 ? asked : Object.keys(SOURCES));
}
