/** The bench in Chromium: what a first visit weighs, when it has painted, and how it keeps up with the hand on a working of 200 lines. */
import { spawn, spawnSync } from "node:child_process";
import { mkdtempSync } from "node:fs";
import { tmpdir } from "node:os";
import { join } from "node:path";
import { fileURLToPath } from "node:url";

const root = fileURLToPath(new URL("..", import.meta.url));
const PORT = 4789;
const ORIGIN = `http://127.0.0.1:${PORT}`;
const LINES = 200;
const SENTENCE = 'solve x^2 - 17x + 66 = 0 for x because "checked by hand"';
const WRITING = 'textarea[aria-label="writing line"]';

/** Serves the application and measures it in a browser. */
export async function sheetBench(browser) {
  spawnSync("node", [join(root, "scripts/build.mjs"), "server", "web"], { stdio: "inherit" });
  const server = spawn("node", ["server/dist/main.js"], {
    cwd: root,
    env: { ...process.env, PORT: String(PORT), DATABASE_URL: `file:${join(mkdtempSync(join(tmpdir(), "bench-")), "bench.db")}`, LOG_LEVEL: "silent" },
  });
  try {
    await new Promise((resolve, reject) => {
      server.stdout.on("data", (data) => String(data).includes("ready") && resolve());
      server.on("exit", (status) => reject(new Error(`the server ended with ${status}`)));
    });
    const context = await browser.createBrowserContext();
    const page = await context.newPage();
    const sent = await counting(page);
    await page.goto(ORIGIN, { waitUntil: "networkidle0" });
    const paint = await page.evaluate(() => performance.getEntriesByName("first-contentful-paint")[0]?.startTime ?? Number.NaN);
    const atSignIn = sent();
    await signIn(page);
    await page.waitForNetworkIdle();
    console.log(`\nfirst visit: ${kilobytes(atSignIn)} to the sign-in, ${kilobytes(sent())} to the shelf; first paint after ${Math.round(paint)} ms`);
    const short = await problem(page, ["given g = 9.81 m/s^2"]);
    await page.goto(short);
    await page.waitForSelector("[data-testid=line-1]");
    const opened = performance.now();
    const first = await answerAfterEnter(page, "solve x^2 - 5x + 6 = 0", 2);
    await page.waitForNetworkIdle();
    const engine = await page.evaluate(() =>
      Math.max(
        ...performance
          .getEntriesByType("resource")
          .filter(({ name }) => name.includes("worker"))
          .map(({ transferSize }) => transferSize),
      ),
    );
    console.log(
      `the bench: ${kilobytes(sent())} in all, beside the engine of ${kilobytes(engine)} in its worker; first answer ${Math.round(first)} ms after Enter, ${Math.round(performance.now() - opened)} ms after it stood`,
    );
    const reference = await typing(page);
    await page.goto(await problem(page, longWorking()));
    await page.waitForSelector(`[data-testid=line-${LINES}]`);
    await page.waitForSelector(`[data-testid=line-${LINES}] [aria-label*="show the evidence"]`, { timeout: 120_000 });
    const own = await typing(page);
    console.log(
      `${`typing below ${LINES} lines, key to paint, 95th percentile`.padEnd(60)} ${(own / 1000).toExponential(2).padStart(10)} ${(own / reference).toPrecision(3).padStart(10)}  the same below two lines`,
    );
    const answer = await answerAfterEnter(page, SENTENCE, LINES + 1);
    console.log(
      `${`an answer below ${LINES} lines, from Enter`.padEnd(60)} ${(answer / 1000).toExponential(2).padStart(10)} ${(answer / first).toPrecision(3).padStart(10)}  the first answer below one line`,
    );
    await context.close();
  } finally {
    server.kill();
  }
}

/** Counts the bytes that come over the network for a page, as they are sent. */
async function counting(page) {
  let bytes = 0;
  const session = await page.createCDPSession();
  await session.send("Network.enable");
  session.on("Network.loadingFinished", ({ encodedDataLength }) => {
    bytes += encodedDataLength;
  });
  return () => bytes;
}

const kilobytes = (bytes) => `${Math.round(bytes / 1024)} KB`;

async function signIn(page) {
  await page.locator('::-p-aria([name="Fill in"][role="button"])').click();
  await page.locator('::-p-aria([name="Sign in"][role="button"])').click();
  await page.waitForSelector('[aria-label="problem sets"] a');
}

/** A problem with these lines; its address. */
function problem(page, working) {
  return page.evaluate(async (lines) => {
    const ask = async (method, path, body) =>
      (await fetch(`/api${path}`, { method, headers: { "content-type": "application/json" }, body: JSON.stringify(body) })).json();
    const set = await ask("POST", "/sets", { title: "Measured" });
    const { id, version } = await ask("POST", `/sets/${set.id}/problems`, { title: "Measured" });
    await ask("PUT", `/problems/${id}`, { version, title: "Measured", statement: "How fast?", working: lines });
    return `${location.origin}/sets/${set.id}/problems/${id}`;
  }, working);
}

/** A working of many lines as an author writes them: declarations, equations, steps by hand, rewrites and graphs. */
function longWorking() {
  const lines = ["given g = 9.81 m/s^2", "given m = 2 kg", "let f(x) = x^2 - 3x + 1", "given v > 0 m/s, h > 0 m"];
  for (let k = 0; lines.length < LINES; k += 1) {
    const [a, b] = [(k % 7) + 2, (k % 5) + 1];
    const kinds = [
      `solve x^2 - ${a + b}x + ${a * b} = 0`,
      `differentiate x^${a} sin(${b}x)`,
      `x + ${a} = ${b + 10}`,
      `so x = ${b + 10 - a}`,
      `factor x^2 - ${a * a}`,
      "solve m g h = 1/2 m v^2 for v",
      `graph y = x^2 - ${a}x + ${b}`,
      `expand (x + ${a})^${(b % 4) + 2}`,
      `solve sin(${b}x) = 1/2`,
      `integrate x^${a} + ${b} over x from 0 to ${b}`,
    ];
    lines.push(kinds[k % kinds.length]);
  }
  return lines;
}

/** The 95th percentile of the milliseconds from a key to the frame that shows it. */
async function typing(page) {
  await page.evaluate(() => {
    window.latencies = [];
    window.listening = () => {
      const start = performance.now();
      requestAnimationFrame(() => {
        const { port1, port2 } = new MessageChannel();
        port1.onmessage = () => window.latencies.push(performance.now() - start);
        port2.postMessage(0);
      });
    };
    addEventListener("keydown", window.listening, true);
  });
  await page.focus(WRITING);
  await page.keyboard.type(SENTENCE, { delay: 60 });
  const all = await page.evaluate(() => {
    removeEventListener("keydown", window.listening, true);
    return window.latencies.sort((a, b) => a - b);
  });
  await page.evaluate((selector) => document.querySelector(selector).select(), WRITING);
  await page.keyboard.press("Backspace");
  return all[Math.floor(0.95 * all.length)];
}

/** Milliseconds from Enter until the line has its verdict. */
async function answerAfterEnter(page, sentence, line) {
  await page.focus(WRITING);
  await page.keyboard.type(sentence);
  await page.keyboard.press("Escape");
  await page.evaluate((number) => {
    window.answered = new Promise((resolve) => {
      let start = Number.NaN;
      const begin = ({ key }) => {
        if (key === "Enter") start = performance.now();
      };
      addEventListener("keydown", begin, { capture: true, once: true });
      new MutationObserver((_, observer) => {
        if (!document.querySelector(`[data-testid=line-${number}] [aria-label*="show the evidence"]`)) return;
        observer.disconnect();
        resolve(performance.now() - start);
      }).observe(document.querySelector("ol[aria-label=working]"), { childList: true, subtree: true });
    });
  }, line);
  await page.keyboard.press("Enter");
  return page.evaluate(() => window.answered);
}
