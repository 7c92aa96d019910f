/** Published pages in the bench: what they weigh, how fast they are served, and when a slow phone has painted them. */
import { spawn, spawnSync } from "node:child_process";
import { mkdtempSync } from "node:fs";
import { Agent, createServer, get } from "node:http";
import { tmpdir } from "node:os";
import { join } from "node:path";
import { fileURLToPath } from "node:url";

const root = fileURLToPath(new URL("..", import.meta.url));
const PORT = 4790;
const ORIGIN = `http://127.0.0.1:${PORT}`;
const REQUESTS = 2000;
const AT_ONCE = 16;
const ROUNDS = 5;
/** A slow phone: a mobile network of the third generation, and a processor of a quarter of the speed. */
const SLOW = { offline: false, latency: 150, downloadThroughput: (1.6e6 / 8) * 0.9, uploadThroughput: (750e3 / 8) * 0.9 };
const SLOWER_PROCESSOR = 4;

/** Serves the demonstration, and measures its published worked solutions; `browser` may be missing. */
export async function pagesBench(browser) {
  spawnSync("node", [join(root, "scripts/build.mjs"), "server"], { stdio: "inherit" });
  const folder = mkdtempSync(join(tmpdir(), "bench-"));
  const server = spawn("node", ["server/dist/main.js"], {
    cwd: root,
    env: { ...process.env, PORT: String(PORT), DATABASE_URL: `file:${join(folder, "bench.db")}`, LOG_LEVEL: "silent" },
  });
  try {
    await new Promise((resolve, reject) => {
      server.stdout.on("data", (data) => String(data).includes("ready") && resolve());
      server.on("exit", (status) => reject(new Error(`the server ended with ${status}`)));
    });
    const { address, problems } = await workedPage();
    const [plain, gzip, brotli] = await Promise.all(["identity", "gzip", "br"].map((encoding) => bodyOf(address, encoding)));
    console.log(`\na worked page of ${problems} problems: ${plain.length} bytes, ${gzip.length} with gzip, ${brotli.length} with Brotli`);
    await serving(address, brotli);
    if (browser) await painting(browser, address);
  } finally {
    server.kill();
  }
}

/** The worked solutions of the demonstration's published set. */
async function workedPage() {
  const { demo } = await (await fetch(`${ORIGIN}/api/session`)).json();
  const signedIn = await fetch(`${ORIGIN}/api/session`, { method: "POST", headers: { "Content-Type": "application/json" }, body: JSON.stringify(demo) });
  const headers = { cookie: signedIn.headers.get("set-cookie").split(";")[0] };
  const { sets } = await (await fetch(`${ORIGIN}/api/sets`, { headers })).json();
  for (const { id, problems } of sets) {
    const { publications } = await (await fetch(`${ORIGIN}/api/sets/${id}`, { headers })).json();
    const worked = publications.find(({ kind }) => kind === "worked");
    if (worked) return { address: `/p/${worked.address}`, problems };
  }
  throw new Error("the demonstration has no worked solutions");
}

function bodyOf(path, encoding, { port = PORT, agent } = {}) {
  return new Promise((resolve, reject) => {
    get({ port, path, agent, headers: { "Accept-Encoding": encoding } }, (response) => {
      const parts = [];
      response.on("data", (part) => parts.push(part));
      response.on("end", () => resolve(Buffer.concat(parts)));
    }).on("error", reject);
  });
}

/** Seconds a page, asked for by several readers at once; the best of several rounds in turn with the reference. */
async function serving(address, bytes) {
  const bare = createServer((_request, response) => {
    response.writeHead(200, { "Content-Type": "text/html; charset=utf-8", "Content-Encoding": "br", "Content-Length": bytes.length });
    response.end(bytes);
  });
  await new Promise((resolve) => bare.listen(0, resolve));
  const best = [Number.POSITIVE_INFINITY, Number.POSITIVE_INFINITY];
  for (let round = 0; round < ROUNDS; round++)
    for (const [which, port] of [PORT, bare.address().port].entries()) best[which] = Math.min(best[which], await secondsAPage(address, port));
  bare.close();
  const [own, other] = best;
  console.log(
    `${"the page, served".padEnd(60)} ${own.toExponential(2).padStart(10)} ${(own / other).toPrecision(3).padStart(10)}  a bare server with the same bytes`,
  );
}

async function secondsAPage(path, port) {
  const agent = new Agent({ keepAlive: true, maxSockets: AT_ONCE });
  const start = performance.now();
  let left = REQUESTS;
  const reader = async () => {
    while (left-- > 0) await bodyOf(path, "br", { port, agent });
  };
  await Promise.all(Array.from({ length: AT_ONCE }, reader));
  agent.destroy();
  return (performance.now() - start) / 1000 / REQUESTS;
}

/** First contentful paint on a slow phone, against that of a page with a word in it. */
async function painting(browser, address) {
  const empty = createServer((_request, response) => response.writeHead(200, { "Content-Type": "text/html" }).end("<!doctype html><title>-</title><p>Word"));
  await new Promise((resolve) => empty.listen(0, resolve));
  const [own, other] = [await firstPaint(browser, `${ORIGIN}${address}`), await firstPaint(browser, `http://127.0.0.1:${empty.address().port}`)];
  empty.close();
  console.log(
    `${"first paint of the page on a slow phone".padEnd(60)} ${own.toExponential(2).padStart(10)} ${(own / other).toPrecision(3).padStart(10)}  a page of one word`,
  );
}

async function firstPaint(browser, url) {
  const context = await browser.createBrowserContext();
  const page = await context.newPage();
  await page.setViewport({ width: 360, height: 740 });
  await page.emulateCPUThrottling(SLOWER_PROCESSOR);
  const client = await page.createCDPSession();
  await client.send("Network.enable");
  await client.send("Network.emulateNetworkConditions", SLOW);
  await page.goto(url, { waitUntil: "load" });
  const milliseconds = await page.evaluate(
    () =>
      new Promise((resolve) => {
        new PerformanceObserver((list) => {
          for (const { name, startTime } of list.getEntries()) if (name === "first-contentful-paint") resolve(startTime);
        }).observe({ type: "paint", buffered: true });
      }),
  );
  await context.close();
  return milliseconds / 1000;
}
