import fc from "fast-check";
import { afterAll, beforeAll, describe, expect, it } from "vitest";
import { OPERATIONS } from "../src/api/operations/registry.ts";
import { Served, Visitor } from "./served.ts";

const served = new Served({ REQUESTS_A_MINUTE: "1000000" });
beforeAll(() => served.start());
afterAll(() => served.end());

const METHODS = ["GET", "POST", "PUT", "PATCH", "DELETE"] as const;
const open = (method: string, path: string): boolean => OPERATIONS.some((one) => one.open && one.method.toUpperCase() === method && one.path === path);

describe("what others may do", () => {
  it("is nothing, whoever they are, whatever the route and the method", { timeout: 120_000 }, async () => {
    const [owner, other, stranger] = [await Visitor.instructor(served), await Visitor.instructor(served), new Visitor(served)];
    const { set, problem } = await owner.working(["solve x^2 = 4"], "A secret.");
    const { body: published } = await owner.ask("POST", `/api/sets/${set.id}/publications`, { kind: "worked" });
    const { body: job } = await owner.ask("POST", `/api/sets/${set.id}/preview`, { kind: "key" }, { prefer: "respond-async" });
    const state = async () => {
      const { body: whole } = await owner.ask("GET", `/api/sets/${set.id}`);
      return JSON.stringify(whole);
    };
    await owner.ask("GET", `/api/jobs/${job.id}/preview`);
    const before = await state();
    const ids: Readonly<Record<string, string>> = { sets: set.id, problems: problem.id, jobs: job.id };
    const bodies = [undefined, { title: "Mine" }, { version: 2, title: "Mine", statement: "", working: [] }, { kind: "worked" }];
    let asked = 0;
    for (const path of new Set(OPERATIONS.map((one) => one.path)))
      for (const method of METHODS) {
        const address = `/api${path}`
          .replace("{id}", ids[path.split("/")[1] ?? ""] ?? "")
          .replace("{format}", "html")
          .replace("{kind}", "worked");
        if (open(method, path) || (!address.includes(set.id) && !address.includes(problem.id) && !address.includes(job.id))) continue;
        for (const content of method === "GET" ? [undefined] : bodies) {
          const isRoute = OPERATIONS.some((one) => one.path === path && one.method.toUpperCase() === method);
          const [theirs, nobodys] = [await other.ask(method, address, content), await stranger.ask(method, address, content)];
          expect(theirs.status, `${method} ${address}`).toBeGreaterThanOrEqual(400);
          expect(theirs.status).toBeLessThan(500);
          expect(JSON.stringify(theirs.body)).not.toMatch(/secret|High water/i);
          expect(nobodys.status, `${method} ${address}`).toBe(isRoute ? 401 : 404);
          asked += 2;
        }
      }
    expect(asked).toBeGreaterThan(100);
    expect(await state()).toBe(before);
    expect((await stranger.ask("GET", `/p/${published.publication.address}`)).status).toBe(200);
  });

  it("has no way around: pages of other sites, and of no site", async () => {
    const owner = await Visitor.instructor(served);
    for (const origin of ["https://elsewhere.example", "null", "http://", "javascript:alert(1)"])
      expect((await owner.ask("POST", "/api/sets", { title: "T" }, { origin })).status, origin).toBe(403);
    expect((await owner.ask("POST", "/api/sets", { title: "T" }, { origin: served.origin })).status).toBe(201);
  });
});

describe("five thousand requests of any kind", () => {
  it("are answered in words, never with a fault of the server", { timeout: 240_000 }, async () => {
    const owner = await Visitor.instructor(served);
    const { set, problem } = await owner.newProblem();
    const known = fc.constantFrom(set.id, problem.id, "", "..", "%00", "null", "1' OR '1'='1", "x".repeat(3000), "🜁");
    const path = fc.oneof(
      fc
        .tuple(fc.constantFrom(...OPERATIONS.map((one) => one.path)), known, known)
        .map(([pattern, one, other]) => `/api${pattern.replace(/\{id\}/, encodeURIComponent(one)).replace(/\{\w+\}/, encodeURIComponent(other))}`),
      fc.webPath().map((one) => `/api${one}`),
      fc.webPath(),
      fc.constantFrom(
        "/p/%E0%A4%A",
        "/p/..%2f..%2fetc%2fpasswd",
        "/typesetting/..%2f..%2fpackage.json",
        "/assets/%2e%2e/index.html",
        "//x",
        "/healthz",
        "/readyz",
        "/metrics",
      ),
    );
    const text = fc.oneof(fc.string({ unit: "binary", maxLength: 60 }), fc.constantFrom("<script>alert(1)</script>", "# a\n## b", "solve x = 1", "\ud800"));
    const content = fc.oneof(
      fc.record({ version: fc.constantFrom(1, 2, -1, 1e99), title: text, statement: text, working: fc.array(text, { maxLength: 3 }) }),
      fc.record({ title: text }),
      fc.record({ file: text }),
      fc.record({ kind: fc.constantFrom("handout", "worked", "key", "none"), detail: text }, { requiredKeys: ["kind"] }),
      fc.record({ email: text, password: text, name: text }),
      fc.jsonValue().map((value) => JSON.stringify(value)),
      text,
    );
    const header = fc.constantFrom(
      {},
      { "content-type": "text/plain" },
      { "accept-encoding": "br;q=x" },
      { cookie: "nail_session=%" },
      { prefer: "respond-async" },
      { origin: "null" },
    );
    const counts = new Map<number, number>();
    await fc.assert(
      fc.asyncProperty(fc.array(fc.tuple(fc.constantFrom(...METHODS), path, content, header), { minLength: 25, maxLength: 25 }), async (requests) => {
        const answers = await Promise.all(
          // No more deep work than it takes to see that it is answered.
          requests.map(([method, address, body, headers]) =>
            owner.ask(method, address, method === "GET" ? undefined : body, headers as Record<string, string>),
          ),
        );
        for (const [k, { status, body }] of answers.entries()) {
          counts.set(status, (counts.get(status) ?? 0) + 1);
          expect(status, `${requests[k]?.[0]} ${requests[k]?.[1]}`).toBeLessThan(500);
          if (status >= 400 && requests[k]?.[1].startsWith("/api/")) expect(body.error.message.length).toBeGreaterThan(5);
        }
        expect((await owner.ask("GET", "/healthz")).status).toBe(200);
      }),
      { numRuns: 200 },
    );
    expect([...counts.values()].reduce((total, count) => total + count, 0)).toBe(5000);
    expect(counts.get(200) ?? 0).toBeGreaterThan(100);
    expect(served.output).not.toMatch(/"level":50/);
  });
});
