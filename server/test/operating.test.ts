import { spawnSync } from "node:child_process";
import { EventEmitter, once } from "node:events";
import { join } from "node:path";
import { fileURLToPath } from "node:url";
import { afterAll, beforeAll, describe, expect, it, test } from "vitest";
import { ConfigError, readConfig } from "../src/config.ts";
import { FairQueue } from "../src/pool/fair-queue.ts";
import { freshFolder, Served, Visitor } from "./served.ts";

const ROOT = fileURLToPath(new URL("../../", import.meta.url));
const served = new Served({ LOG_LEVEL: "info", METRICS_TOKEN: "harbour", PROXIES: "1" });
beforeAll(() => served.start());
afterAll(() => served.end());

describe("what an operator asks", () => {
  it("is answered: whether the process lives, whether it serves, and what it measures", async () => {
    const operator = new Visitor(served);
    expect((await operator.ask("GET", "/healthz")).status).toBe(200);
    expect(await operator.ask("GET", "/readyz")).toMatchObject({ status: 200, body: { database: true, pool: true, serving: true } });
    await operator.ask("GET", "/api/session");
    const { headers, body } = await operator.ask("GET", "/metrics");
    expect(headers.get("content-type")).toMatch(/text\/plain; version=0\.0\.4/);
    for (const measure of ["nodejs_eventloop_lag_p99_seconds", "work_waiting", "jobs_running", "process_resident_memory_bytes"])
      expect(body).toMatch(new RegExp(`^${measure} [\\d.]+`, "m"));
    expect(body).toMatch(/http_request_duration_seconds_count\{method="GET",route="\/api\/session",status="200"\} \d/);
    const far = { "x-forwarded-for": "203.0.113.9" };
    expect((await operator.ask("GET", "/metrics", undefined, far)).status).toBe(403);
    expect((await operator.ask("GET", "/metrics", undefined, { ...far, authorization: "Bearer harbour" })).status).toBe(200);
  });

  it("is logged without what anyone wrote, who they are, and where their pages are", async () => {
    const author = await Visitor.instructor(served);
    const { set } = await author.working(["evaluate 1 + 1"], "A very private statement.");
    const { body } = await author.ask("POST", `/api/sets/${set.id}/publications`, { kind: "worked" });
    await new Visitor(served).ask("GET", `/p/${body.publication.address}`);
    await author.ask("PUT", "/api/problems/none", { version: 1, title: "Private title", statement: "", working: [] });
    await author.ask("POST", "/api/sets", '{"title": "Private and broken');
    await expect.poll(() => served.output).toMatch(/"route":"\/p\/:address"/);
    expect(served.output).not.toMatch(new RegExp(["rivate", "saltmere", set.id, body.publication.address, "nail_session", '127\\.0\\.0\\.1"'].join("|")));
  });

  it("is sent small, and kept as long as its name says what is in it", async () => {
    const page = await fetch(`${served.origin}/`);
    const html = await page.text();
    const script = /src="(\/assets\/[^"]+\.js)"/.exec(html)?.[1] ?? "";
    for (const [encoding, expected] of [
      ["br", "br"],
      ["gzip", "gzip"],
      ["identity", null],
    ] as const) {
      const response = await fetch(served.origin + script, { headers: { "accept-encoding": encoding } });
      expect([response.status, response.headers.get("content-encoding")]).toEqual([200, expected]);
      expect(response.headers.get("cache-control")).toMatch(/max-age=31536000.*immutable/);
      await response.arrayBuffer();
    }
    expect(page.headers.get("cache-control")).toBe("no-cache");
    const author = await Visitor.instructor(served);
    const { set } = await author.working(["evaluate 1 + 1"]);
    const { body } = await author.ask("POST", `/api/sets/${set.id}/publications`, { kind: "worked" });
    const { body: published } = await author.ask("GET", `/p/${body.publication.address}`);
    const sheet = /href="(\/typesetting\/page-[\w-]+\.css)"/.exec(published)?.[1] ?? "";
    const css = await (await fetch(served.origin + sheet)).text();
    const fonts = [...css.matchAll(/url\(([^)]+)\)/g)].map(([, name]) => name ?? "");
    expect(fonts.length).toBeGreaterThan(20);
    for (const font of fonts.filter((_, k) => k % 7 === 0)) {
      expect(font).toMatch(/^fonts\/[\w.-]+\.[\w-]{10}\.\w+$/);
      const response = await fetch(`${served.origin}/typesetting/${font}`);
      expect([response.status, response.headers.get("cache-control")]).toEqual([200, "public, max-age=31536000, immutable"]);
      await response.arrayBuffer();
    }
    const long = await author.ask("GET", `/api/sets/${set.id}`, undefined, { "accept-encoding": "gzip" });
    expect(long.status).toBe(200);
    // Fonts under their own names may change under them: they are asked for again.
    expect((await fetch(`${served.origin}/typesetting/fonts/KaTeX_Main-Regular.woff2`)).headers.get("cache-control")).not.toMatch(/immutable/);
  });
});

describe("the end of a process", () => {
  it("lets what was asked be answered, and takes nothing new", async () => {
    const own = new Served({ STOP_SECONDS: "20" });
    await own.start();
    const author = await Visitor.instructor(own);
    const answers = Array.from({ length: 12 }, (_, k) =>
      author.ask("POST", "/api/accounts", { name: "N", email: `n${k}@saltmere.example`, password: "a long password" }),
    );
    await new Promise((resolve) => setTimeout(resolve, 60));
    const ended = own.end();
    const statuses = (await Promise.allSettled(answers)).flatMap((one) => (one.status === "fulfilled" ? [one.value.status] : []));
    expect(statuses.length).toBeGreaterThan(0);
    expect(new Set(statuses)).toEqual(new Set([201]));
    expect(await ended, own.output).toBe(0);
    await expect(fetch(`${own.origin}/healthz`)).rejects.toThrow();
  });
});

describe("a wrong setting", () => {
  test.each<[Readonly<Record<string, string>>, RegExp]>([
    [{ PORT: "abc" }, /^PORT must be a whole number from 0 to 65535, but is “abc”\n$/],
    [{ PORT: "70000" }, /^PORT must be/],
    [{ LINE_SECONDS: "0" }, /^LINE_SECONDS must be a whole number from 1/],
    [{ LOG_LEVEL: "loud" }, /^LOG_LEVEL must be one of fatal, error, warn/],
    [{ DATABASE_URL: "mysql://harbour:secret@db/x" }, /^DATABASE_URL must begin with file:.*mysql:\/\/…@db\/x/],
    [{ DATABASE_URL: "file:/dev/null/x/y.db" }, /^The database at file:\/dev\/null\/x\/y\.db cannot be opened: ENOTDIR/],
    [{ DATABASE_URL: `file:${join(ROOT, "package.json")}` }, /cannot be opened: the file is no database\. DATABASE_URL chooses another\.\n$/],
    [{ HOST: "203.0.113.250", PORT: "0" }, /^The server cannot listen at 203\.0\.113\.250:0: .*PORT chooses another port\.\n$/],
  ])("%j ends the start with one sentence", (environment, sentence) => {
    const { status, stderr } = spawnSync("node", ["server/dist/main.js"], {
      cwd: ROOT,
      env: { ...process.env, DEMO: "0", LOG_LEVEL: "silent", DATABASE_URL: `file:${join(freshFolder(), "x.db")}`, ...environment },
      encoding: "utf8",
      timeout: 30_000,
    });
    expect(stderr).toMatch(sentence);
    expect(status).toBe(1);
  });

  it("is named, and what is not set has a value that suits one machine", () => {
    expect(() => readConfig({ PORT: "1.5" })).toThrow(ConfigError);
    expect(readConfig({})).toMatchObject({ port: 4600, demo: true, databaseUrl: "file:data/nail-down.db", lineSeconds: 20 });
  });
});

describe("turns", () => {
  it("go round between accounts, whoever asks for how many", async () => {
    const queue = new FairQueue(2, 1);
    const order: string[] = [];
    const work = (who: string) =>
      queue.turn(who, async () => {
        order.push(who);
        await new Promise((resolve) => setTimeout(resolve, 2));
      });
    const all = [...Array.from({ length: 20 }, () => work("many")), work("few"), work("few"), work("one")];
    await Promise.all(all);
    expect(order).toHaveLength(23);
    expect(order.lastIndexOf("few")).toBeLessThan(8);
    expect(order.indexOf("one")).toBeLessThan(8);
  });

  it("are given up by whoever leaves before", async () => {
    const queue = new FairQueue(1, 1);
    const held = new EventEmitter();
    const first = queue.turn("a", async () => void (await once(held, "free")));
    const leaving = new AbortController();
    const second = queue.turn("b", async () => "done", leaving.signal);
    leaving.abort(new Error("left"));
    await expect(second).rejects.toThrow("left");
    held.emit("free");
    await first;
    expect(await queue.turn("b", async () => "done")).toBe("done");
    expect([queue.length, queue.busy]).toEqual([0, 0]);
  });
});
